import { NOTHING, within, type At, type Dropped, type Gesture, type Shape } from '../pointer/gesture';
import type { Ground } from './ground';

interface Cell {
  tick: number;
  end: number;
  pitch: number;
  velocity: number;
}

/**
 * A stroke along a row, or over drum rows: a hit on every line it passes, or where it begins on one, the hits it passes go.
 * Along a row up and down is the velocity, so that a line that rises is one stroke.
 */
export class Stroking implements Gesture {
  shape: Shape = NOTHING;
  readonly #cells = new Map<string, Cell>();
  readonly #gone = new Set<number>();
  readonly #erases: boolean;
  #at: At;
  readonly #from: At;

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
    this.#at = this.#from = { ...from };
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
    const usual = this.ground.newNotes.like.velocity;
    const isEven = [...this.#cells.values()].every(({ velocity }) => velocity === usual);
    const barOf = (tick: number) => (isEven ? 0 : this.ground.lines.barAt(tick).bar);
    const runs: Cell[][] = [];
    for (const cell of [...this.#cells.values()].sort((a, b) => a.pitch - b.pitch || a.tick - b.tick)) {
      const last = runs.at(-1)?.at(-1);
      if (last && last.pitch === cell.pitch && last.end === cell.tick && barOf(last.tick) === barOf(cell.tick)) {
        runs.at(-1)!.push(cell);
      } else {
        runs.push([cell]);
      }
    }
    const lines = runs.map((run) => {
      const [{ pitch, tick }] = run;
      const how = isEven ? '' : ` velocity=${this.#pattern(run).join()}`;
      return `fill pitch=${pitch} range=${tick}..${run.at(-1)!.tick + 1} clear=off${how}`;
    });
    return lines.length === 0 ? null : { lines, sound: false, key: 'fill' };
  }

  /** The velocities of cells of one bar as `fill` takes them: from the first line of the bar on. */
  #pattern(run: Cell[]): number[] {
    const { lines } = this.ground;
    const pattern: number[] = [];
    for (let tick = lines.barAt(run[0].tick).tick; tick < run[0].tick; tick = lines.around(tick).after) pattern.push(0);
    return [...pattern, ...run.map(({ velocity }) => velocity)];
  }

  /** What a hit is like where the stroke is: a little up and down is drift. */
  #velocityAt({ y }: At): number {
    const usual = this.ground.newNotes.like.velocity;
    if (this.row === null) return usual;
    const up = this.#from.y - y;
    const meant = Math.sign(up) * Math.max(0, Math.abs(up) - DRIFT);
    return within(1, Math.round(usual + meant * PER_PIXEL), 127);
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
    const velocity = this.#velocityAt(at);
    if (this.#erases) hits.forEach((place) => this.#gone.add(place));
    const key = `${cell.tick} ${cell.pitch}`;
    const there = this.#cells.get(key);
    // As it is where the stroke leaves it.
    if (there) there.velocity = velocity;
    else if (!this.#erases && hits.length === 0) {
      this.#cells.set(key, { ...cell, velocity });
      this.ground.hear([[cell.pitch, velocity]]);
    }
    this.shape = this.#erases
      ? { gone: [...this.#gone], tag: { x: at.x, y: at.y, text: `${this.#gone.size} out` } }
      : {
          ghosts: [...this.#cells.values()].map((one) => ({
            start: one.tick,
            length: one.end - one.tick,
            pitch: one.pitch,
            velocity: one.velocity,
          })),
          tag: { x: at.x, y: at.y, text: `${this.#cells.size} on ${this.ground.grid.name} · velocity ${velocity}` },
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

/** Nearer than this to the height where it began, in CSS pixels, a stroke along a row keeps its velocity; beyond, so much a pixel. */
const [DRIFT, PER_PIXEL] = [8, 0.7];
/** How far a stroke goes between two looks at what lies under it, in CSS pixels. */
const STEP = 3;
