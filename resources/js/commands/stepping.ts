const TICKS = 10;

/** A written value one step up or down, as the arrow keys change it: 10ms → 11ms, 1/16 → 1/8, C4 stays for the core. */
export function stepped(value: string, direction: 1 | -1): string {
  const note = /^([+-]?)1\/(\d+)([td]?)$/.exec(value);
  if (note) {
    const n = direction > 0 ? Math.max(1, Math.floor(Number(note[2]) / 2)) : Math.min(128, Number(note[2]) * 2);
    return `${note[1]}1/${n}${note[3]}`;
  }
  const number = /^([+-]?\d+)(tk|ms|s|smp|fr|bar|beat|)$/.exec(value);
  if (number) {
    return `${Number(number[1]) + direction * (number[2] === 'tk' ? TICKS : 1)}${number[2]}`;
  }
  return value;
}
