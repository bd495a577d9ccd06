/** Whether two values of JSON are the same. */
export function same(a: unknown, b: unknown): boolean {
  if (a === b) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false;
  const [one, other] = [a as Record<string, unknown>, b as Record<string, unknown>];
  const names = Object.keys(one);
  return names.length === Object.keys(other).length && names.every((name) => same(one[name], other[name]));
}
