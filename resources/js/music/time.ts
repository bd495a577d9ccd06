import type { GridStretch, GridTable, TempoStretch } from '../api';
import { firstPlace } from './halving';

/** Where a bar line lies and which bar (from 0) begins there. */
export interface BarLine {
  tick: number;
  bar: number;
  stretch: GridStretch;
}

/** The last of a list that has begun, or else the first. */
const lastAt = <T>(list: readonly T[], begins: (item: T) => boolean): T =>
  list[Math.max(0, firstPlace(list.length, (place) => !begins(list[place])) - 1)];

const roundedQuotient = (dividend: number, divisor: number) =>
  Math.floor((dividend + Math.floor(divisor / 2)) / divisor);

/** Bars and grid lines from the server's table: this looks up and draws, the rules are the core's. */
export class GridLines {
  #from = 0;
  #until = -1;
  #lines: number[] = [0];

  constructor(private readonly table: GridTable) {}

  /** Which grid it is, such as 1/16 or 2bar. */
  get name(): string {
    return this.table.grid;
  }

  /** The bar lines in a span, the one before it first. */
  *bars(from: number, to: number): Generator<BarLine> {
    const { stretches } = this.table;
    for (let s = 0; s < stretches.length; s++) {
      const stretch = stretches[s];
      const end = stretches[s + 1]?.tick ?? Infinity;
      if (end <= from || stretch.tick > to) {
        continue;
      }
      const [length, parts] = stretch.barTicks;
      const first = Math.max(0, Math.floor(((from - stretch.tick) * parts) / length));
      for (let k = first; ; k++) {
        const tick = stretch.tick + roundedQuotient(k * length, parts);
        if (tick >= end || tick > to) {
          break;
        }
        yield { tick, bar: stretch.bar + k, stretch };
      }
    }
  }

  /** The grid lines in a span. */
  *grid(from: number, to: number): Generator<number> {
    for (const { tick, bar, stretch } of this.bars(Math.max(0, from), to)) {
      if (bar % stretch.everyBars !== 0) {
        continue;
      }
      for (const line of stretch.lines) {
        if (tick + line >= from && tick + line <= to) {
          yield tick + line;
        }
      }
    }
  }

  /** The line at or before a tick and the one after it. */
  around(tick: number): { before: number; after: number } {
    const at = Math.max(0, tick);
    // Asked for one note after the other, the answer mostly lies in the bars of the last one.
    if (at < this.#from || at >= this.#until) {
      const { bar } = this.barAt(at);
      const { everyBars } = this.barAt(at).stretch;
      const first = bar - (bar % everyBars);
      this.#from = this.barStart(first);
      this.#until = this.barStart(first + everyBars);
      this.#lines = this.barAt(this.#from).stretch.lines;
    }
    let k = this.#lines.length - 1;
    while (k > 0 && (this.#from + this.#lines[k] > at || this.#from + this.#lines[k] >= this.#until)) {
      k--;
    }
    const next = this.#from + (this.#lines[k + 1] ?? Infinity);
    return { before: this.#from + this.#lines[k], after: Math.min(next, this.#until) };
  }

  /** The last line before a tick; 0 where there is none. */
  before(tick: number): number {
    return tick <= 0 ? 0 : this.around(tick - 1).before;
  }

  /** The beats in a span; where each begins is the core's to round. */
  *beats(from: number, to: number): Generator<{ tick: number; isBar: boolean }> {
    for (const { tick, bar, stretch } of this.bars(Math.max(0, from), to)) {
      const end = this.barStart(bar + 1);
      for (const [k, beat] of stretch.beats.entries()) {
        if (tick + beat >= from && tick + beat < to && tick + beat < end) {
          yield { tick: tick + beat, isBar: k === 0 };
        }
      }
    }
  }

  /** The first beat after a tick; a bar line is one too. */
  beatAfter(tick: number): number {
    const bar = this.barAt(tick);
    const end = this.barStart(bar.bar + 1);
    return Math.min(end, bar.tick + (bar.stretch.beats.find((beat) => bar.tick + beat > tick) ?? Infinity));
  }

  /** The last beat before a tick; 0 where there is none. */
  beatBefore(tick: number): number {
    if (tick <= 0) {
      return 0;
    }
    const bar = this.barAt(tick - 1);
    return bar.tick + bar.stretch.beats[beatIn(bar, tick - 1)];
  }

  nearest(tick: number): number {
    const { before, after } = this.around(tick);
    return tick - before < after - tick ? before : after;
  }

  barAt(tick: number): BarLine {
    const stretch = lastAt(this.table.stretches, (item) => item.tick <= tick);
    const [length, parts] = stretch.barTicks;
    let k = Math.max(0, Math.floor(((tick - stretch.tick) * parts) / length));
    const start = (bar: number) => stretch.tick + roundedQuotient(bar * length, parts);
    while (start(k + 1) <= tick) k++;
    while (k > 0 && start(k) > tick) k--;
    return { tick: start(k), bar: stretch.bar + k, stretch };
  }

  barStart(bar: number): number {
    const stretch = lastAt(this.table.stretches, (item) => item.bar <= bar);
    const [length, parts] = stretch.barTicks;
    return stretch.tick + roundedQuotient((bar - stretch.bar) * length, parts);
  }

  /** The tick of a place by bar, beat and tick, such as 3.2.0; null where it is none, or its bar has no such beat. */
  tickOf(position: string): number | null {
    const [, bar, beat = '1', tick = '0'] = /^([1-9]\d{0,5})(?:\.(\d{1,3}))?(?:\.(\d{1,6}))?$/.exec(position) ?? [];
    if (bar === undefined) return null;
    const { tick: start, stretch } = this.barAt(this.barStart(Number(bar) - 1));
    const at = stretch.beats[Number(beat) - 1];
    return at === undefined ? null : start + at + Number(tick);
  }

  /** bar.beat.tick, bars and beats from 1. */
  position(tick: number): string {
    const at = Math.max(0, Math.floor(tick));
    const bar = this.barAt(at);
    const beat = beatIn(bar, at);
    return `${bar.bar + 1}.${beat + 1}.${at - bar.tick - bar.stretch.beats[beat]}`;
  }
}

/** The number of the beat of its bar a tick lies in. */
function beatIn({ tick: start, stretch }: BarLine, tick: number): number {
  let beat = stretch.beats.length - 1;
  while (beat > 0 && start + stretch.beats[beat] > tick) {
    beat--;
  }
  return beat;
}

/** Ticks and seconds, interpolated between the server's tempo stretches. */
export class Clock {
  constructor(private readonly tempos: TempoStretch[]) {}

  seconds(tick: number): number {
    const stretch = lastAt(this.tempos, (item) => item.tick <= tick);
    return stretch.seconds + (tick - stretch.tick) * stretch.secondsPerTick;
  }

  tick(seconds: number): number {
    const stretch = lastAt(this.tempos, (item) => item.seconds <= seconds);
    return stretch.tick + (seconds - stretch.seconds) / stretch.secondsPerTick;
  }

  /** How long a span of ticks lasts at a place, in ms. */
  milliseconds(tick: number, ticks: number): number {
    return 1000 * (this.seconds(tick + ticks) - this.seconds(tick));
  }
}
