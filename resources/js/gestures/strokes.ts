import { NOTHING, type At, type Dropped, type Gesture, type Shape } from '../pointer/gesture';
import type { Ground } from './ground';

/** A stroke along a row, or over drum rows: a hit on every line it passes, or where it begins on one, the hits it passes go. */
export class Stroking implements Gesture {
  shape: Shape = NOTHING;
  readonly #cells = new Map<string, { tick: number; end: number; pitch: number }>();
  readonly #gone = new Set<number>();
  readonly #erases: boolean;
  #at: At;

  /**
   * @param under the place of the note under a point of the roll; -1 where none lies there
   * @param row the pitch it keeps to; null where it follows the pointer over the rows
   */
  constructor(
    private readonly ground: Ground,
    from: At,
    private readonly under: (x: number, y: number) => number,
    private readonly row: number | null,
  ) {
    this.#at = { ...from };
    this.#erases = this.#hitsAt(from, this.#cellAt(from)).length > 0;
    this.#pass(from);
  }

  move(at: At): void {
    const steps = Math.max(1, Math.ceil(Math.hypot(at.x - this.#at.x, at.y - this.#at.y) / STEP));
    for (let k = 1; k <= steps; k++) {
      const share = k / steps;
      this.#pass({ ...at, x: this.#at.x + (at.x - this.#at.x) * share, y: this.#at.y + (at.y - this.#at.y) * share });
    }
    this.#at = { ...at };
  }

  scrolled(x: number, y: number): void {
    this.#at = { ...this.#at, x: this.#at.x + x, y: this.#at.y + y };
  }

  drop(): Dropped | null {
    if (this.#erases) {
      const { id } = this.ground.notes.columns;
      return { lines: ['delete'], on: [...this.#gone].map((place) => id[place]), key: 'delete' };
    }
    // Cells beside each other in a row are one fill.
    const runs: { pitch: number; from: number; last: number; end: number }[] = [];
    for (const { tick, end, pitch } of [...this.#cells.values()].sort((a, b) => a.pitch - b.pitch || a.tick - b.tick)) {
      const run = runs.at(-1);
      if (run && run.pitch === pitch && run.end === tick) {
        Object.assign(run, { last: tick, end });
      } else {
        runs.push({ pitch, from: tick, last: tick, end });
      }
    }
    const lines = runs.map(({ pitch, from, last }) => `fill pitch=${pitch} range=${from}..${last + 1} clear=off`);
    return lines.length === 0 ? null : { lines, sound: false, key: 'fill' };
  }

  #cellAt(at: At): { tick: number; end: number; pitch: number } {
    const { view, lines } = this.ground;
    const { before, after } = lines.around(Math.max(0, Math.round(view.tick(at.x))));
    return { tick: before, end: after, pitch: this.row ?? view.pitch(at.y) };
  }

  /** The places of hits of the track in front that belong to a cell, played a little early or late, or lie under the pointer. */
  #hitsAt({ x, y }: At, { tick, end, pitch }: { tick: number; end: number; pitch: number }): number[] {
    const { notes, contents, view, lines } = this.ground;
    const { start, pitch: pitches, clip } = notes.columns;
    const isOurs = (i: number) => contents.tracks.get(clip[i])?.id === contents.track.id;
    const found = this.under(x, this.row === null ? y : view.y(this.row) + view.rowHeight / 2);
    const hits = found >= 0 && isOurs(found) ? [found] : [];
    for (let i = notes.firstPlaceFrom(lines.before(tick)); i < notes.count && start[i] < end; i++) {
      if (i !== found && pitches[i] === pitch && isOurs(i) && lines.nearest(start[i]) === tick) hits.push(i);
    }
    return hits;
  }

  #pass(at: At): void {
    const cell = this.#cellAt(at);
    const hits = this.#hitsAt(at, cell);
    const { velocity } = this.ground.newNotes.like;
    if (this.#erases) hits.forEach((place) => this.#gone.add(place));
    const key = `${cell.tick} ${cell.pitch}`;
    if (!this.#erases && hits.length === 0 && !this.#cells.has(key)) {
      this.#cells.set(key, cell);
      this.ground.hear([[cell.pitch, velocity]]);
    }
    this.shape = this.#erases
      ? { gone: [...this.#gone], tag: { x: at.x, y: at.y, text: `${this.#gone.size} out` } }
      : {
          ghosts: [...this.#cells.values()].map(({ tick, end, pitch }) => ({
            start: tick,
            length: end - tick,
            pitch,
            velocity,
          })),
          tag: { x: at.x, y: at.y, text: `${this.#cells.size} on ${this.ground.grid.name}` },
        };
  }
}

/** A press or a stroke that takes out the notes it passes, as one step. */
export class Erasing implements Gesture {
  shape: Shape = NOTHING;
  readonly #gone = new Set<number>();
  #at: At;

  constructor(
    private readonly ground: Ground,
    from: At,
    private readonly under: (x: number, y: number) => number,
  ) {
    this.#at = { ...from };
    this.move(from);
  }

  move(at: At): void {
    const steps = Math.max(1, Math.ceil(Math.hypot(at.x - this.#at.x, at.y - this.#at.y) / STEP));
    for (let k = 1; k <= steps; k++) {
      const place = this.under(
        this.#at.x + ((at.x - this.#at.x) * k) / steps,
        this.#at.y + ((at.y - this.#at.y) * k) / steps,
      );
      if (place >= 0) this.#gone.add(place);
    }
    this.#at = { ...at };
    this.shape = { gone: [...this.#gone], tag: { x: at.x, y: at.y, text: `${this.#gone.size} out` } };
  }

  scrolled(x: number, y: number): void {
    this.#at = { ...this.#at, x: this.#at.x + x, y: this.#at.y + y };
  }

  drop(): Dropped | null {
    const { id } = this.ground.notes.columns;
    return this.#gone.size === 0
      ? null
      : { lines: ['delete'], on: [...this.#gone].map((place) => id[place]), key: 'delete' };
  }
}

/** How far a stroke goes between two looks at what lies under it, in CSS pixels. */
const STEP = 3;
