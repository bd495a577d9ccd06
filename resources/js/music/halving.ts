/** The first of so many places at which something holds that holds for all after it; their number where it never does. */
export function firstPlace(count: number, holds: (place: number) => boolean): number {
  let [low, high] = [0, count];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (holds(middle)) high = middle;
    else low = middle + 1;
  }
  return low;
}
