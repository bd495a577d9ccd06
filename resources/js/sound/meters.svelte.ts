import type { Report } from '../synth/orders';

/** What tells what it sounds. */
export interface Reporting {
  /** the last report; null before the first */
  readonly report: Report | null;
}

/** How much of a peak is left after a frame: it falls by some 20 dB in a second. */
const FALLS = 0.96;
const SILENT = 0.0005;

/** How loud all of it is, and each track: the highest of the last moments, which falls slowly, and where it was too loud. */
export class Meters {
  /** the root of the mean power of all, 0–1 */
  level = $state(0);
  /** the highest value of each track, by its id; 1 is as loud as can be written */
  peaks = $state.raw<ReadonlyMap<number, number>>(new Map());
  /** tracks that were louder than that, until it is taken note of; 0 is the sum of all */
  clipped = $state.raw<ReadonlySet<number>>(new Set());
  #source: Reporting | null = null;
  #last: Report | null = null;
  #crowded = () => {};
  #stolen = 0;

  /** @param crowded told once where notes had to end early, for there were too many */
  follow(source: Reporting, crowded: () => void): void {
    this.#source = source;
    this.#crowded = crowded;
    this.#stolen = source.report?.stolen ?? 0;
  }

  get sounds(): boolean {
    return (this.#source?.report?.voices ?? 0) > 0 || this.level > 0 || this.peaks.size > 0;
  }

  /** Reads what was told since. Called once a frame. */
  frame(): void {
    const report = this.#source?.report ?? null;
    const isNew = report !== null && report !== this.#last;
    this.#last = report;
    if (isNew) this.#take(report);
    const falling = new Map(
      [...this.peaks].flatMap(([track, peak]) => (peak * FALLS > SILENT ? [[track, peak * FALLS] as const] : [])),
    );
    if (isNew) {
      for (const [part, peak] of report.peaks) {
        if (part > 0 && peak > SILENT) falling.set(part, Math.max(peak, falling.get(part) ?? 0));
      }
    }
    if (falling.size > 0 || this.peaks.size > 0) this.peaks = falling;
  }

  /** It was seen that it was too loud. */
  forgetClips(): void {
    this.clipped = new Set();
  }

  #take({ level, peak, peaks, stolen }: Report): void {
    this.level = level > SILENT ? level : 0;
    const over = [...(peak > 1 ? [0] : []), ...peaks.filter(([, high]) => high > 1).map(([part]) => part)];
    if (over.some((part) => !this.clipped.has(part))) this.clipped = new Set([...this.clipped, ...over]);
    if (stolen > this.#stolen) {
      this.#crowded();
      this.#crowded = () => {};
    }
  }
}
