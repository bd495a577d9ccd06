/** So many of something: one note, two notes. */
export const counted = (count: number, what: string): string => `${count} ${what}${count === 1 ? '' : 's'}`;

/** So many names one reads; of more the number tells more. */
const MOST_NAMES = 4;

/** “Kalimba, Bass” of a few, “Kalimba, Bass, Kit, Bells and 60 more” of many. */
export function named(all: readonly { name: string }[]): string {
  const names = all.slice(0, MOST_NAMES).map(({ name }) => name);
  const more = all.length - names.length;
  return more > 0 ? `${names.join(', ')} and ${more} more` : names.join(', ');
}
