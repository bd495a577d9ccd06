const MINUTE = 60_000;
const UNITS: [name: string, ms: number][] = [
  ['day', 24 * 60 * MINUTE],
  ['hour', 60 * MINUTE],
  ['minute', MINUTE],
];

/** How long ago a moment was, as one says it: “an hour ago”. Both in ms since the epoch. */
export function ago(at: number, now: number): string {
  for (const [name, ms] of UNITS) {
    const count = Math.floor((now - at) / ms);
    if (count > 1) return `${count} ${name}s ago`;
    if (count === 1) return `${name === 'hour' ? 'an' : 'a'} ${name} ago`;
  }
  return 'just now';
}
