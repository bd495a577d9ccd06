import type { Clock, GridLines } from './time';

/** What turns an amount of time into ticks, from the server's tables. What is changed by it is the core's to say. */
export interface Measure {
  /** ticks in a quarter note */
  ppq: number;
  clock: Clock;
  lines: GridLines;
  /** how many of each unit of a clock (ms, s, smp, fr) make a second */
  rates: Readonly<Record<string, number>>;
}

const VALUE = /^(\d{1,7})\/(\d{1,3})([td]?)$/;
const COUNTED = /^(\d{0,10})(tk|grid|beat|bar)$/;
const TIMED = /^(\d{1,10}(?:\.\d{1,6})?)(ms|s|smp|fr)$/;

/** Whether it is an amount of time without a sign, such as 1/16, 240tk, 2bar, 10ms or grid. */
export const isAmount = (text: string): boolean =>
  VALUE.test(text) || TIMED.test(text) || (COUNTED.test(text) && text !== 'tk');

/** How long a note value or an amount by the clock is from a tick on, in ticks and not rounded; null where it is neither. */
function ticksOf({ ppq, clock, rates }: Measure, tick: number, amount: string): number | null {
  const [, count, part, kind] = VALUE.exec(amount) ?? [];
  if (part) {
    return ((4 * ppq * Number(count)) / Number(part)) * { t: 2 / 3, d: 3 / 2, '': 1 }[kind]!;
  }
  const [, number, unit] = TIMED.exec(amount) ?? [];
  return unit ? clock.tick(clock.seconds(tick) + Number(number) / rates[unit]) - tick : null;
}

/**
 * The tick an amount of time on, for what moves about the song: by the grid and by beats from line to line; over bars the
 * place in the bar stays where it fits. Null where it is no amount.
 *
 * @param by with a minus for earlier
 */
export function moved(measure: Measure, tick: number, by: string): number | null {
  const { lines, clock, rates } = measure;
  const sign = by.startsWith('-') ? -1 : 1;
  const amount = by.replace(/^[+-]/, '');
  const [, counted, unit] = COUNTED.exec(amount) ?? [];
  if (!unit) {
    const [, number, timed] = TIMED.exec(amount) ?? [];
    const at = timed
      ? clock.tick(Math.max(0, clock.seconds(tick) + (sign * Number(number)) / rates[timed]))
      : tick + sign * (ticksOf(measure, tick, amount) ?? NaN);
    return Number.isNaN(at) ? null : Math.max(0, Math.round(at));
  }
  const times = Number(counted || 1);
  if (unit === 'tk') {
    return counted ? Math.max(0, tick + sign * times) : null;
  }
  if (unit === 'bar') {
    const bar = lines.barAt(tick);
    const next = Math.max(0, bar.bar + sign * times);
    const length = lines.barStart(next + 1) - lines.barStart(next);
    return lines.barStart(next) + Math.min(tick - bar.tick, length - 1);
  }
  const step = {
    beat: sign > 0 ? (at: number) => lines.beatAfter(at) : (at: number) => lines.beatBefore(at),
    grid: sign > 0 ? (at: number) => lines.around(at).after : (at: number) => lines.before(at),
  }[unit as 'beat' | 'grid'];
  let at = tick;
  for (let k = 0; k < Math.min(times, MOST_STEPS); k++) at = step(at);
  return at;
}

/** How long something is that begins at a tick, in ticks, at least 1; a step of the grid where it is no amount. */
export function lengthAt(measure: Measure, tick: number, amount: string): number {
  const { lines } = measure;
  const [, counted, unit] = COUNTED.exec(amount) ?? [];
  const times = Number(counted || 1);
  const bar = lines.barAt(tick);
  const { before, after } = lines.around(tick);
  const grid = () => ticksOf(measure, tick, lines.name) ?? after - before;
  const beats = bar.stretch.beats;
  const lengths: Record<string, () => number> = {
    tk: () => times,
    beat: () => times * ((beats[1] ?? lines.barStart(bar.bar + 1) - bar.tick) - beats[0]),
    bar: () => lines.barStart(bar.bar + times) - bar.tick,
  };
  return Math.max(1, Math.round(lengths[unit]?.() ?? ticksOf(measure, tick, amount) ?? grid()));
}

/** A length as a producer says it: a note value, so many quarters or sixteenths, or else ticks. */
export function lengthSaid(ticks: number, ppq: number): string {
  for (const [kind, share] of [
    ['', 1],
    ['t', 3 / 2],
    ['d', 2 / 3],
  ] as const) {
    const part = (4 * ppq) / (ticks * share);
    if (Number.isInteger(Math.log2(part)) && part >= 1 && part <= 128) return `1/${part}${kind}`;
  }
  const unit = [4, 16].find((part) => ticks % ((4 * ppq) / part) === 0);
  return unit ? `${(ticks * unit) / (4 * ppq)}/${unit}` : `${ticks} ticks`;
}

/** So many lines or beats are gone through at most. */
const MOST_STEPS = 10_000;
