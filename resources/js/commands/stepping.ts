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

const IN_TICKS = /^([+-]?\d+)tk$/;
const TICKS_IN_WORDS = /^\s*([+-]?\d+)\s*ticks\s*$|^\s*([+-]?1)\s*tick\s*$/;

/** An amount as it is read: “10 ticks” for 10tk. */
export function amountInWords(amount: string): string {
  const [, ticks] = IN_TICKS.exec(amount) ?? [];
  if (ticks === undefined) return amount;
  return `${ticks} ${Math.abs(Number(ticks)) === 1 ? 'tick' : 'ticks'}`;
}

/** An amount as a line has it, from how it is read. */
export function amountFromWords(text: string): string {
  const [, ticks, one] = TICKS_IN_WORDS.exec(text) ?? [];
  return (ticks ?? one) ? `${ticks ?? one}tk` : text;
}
