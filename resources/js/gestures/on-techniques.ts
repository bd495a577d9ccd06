import { formatLine } from '../music/line';
import type { GridLines } from '../music/time';
import { within, type At, type Dropped, type Gesture } from '../pointer/gesture';
import { Button, type Grasp } from '../pointer/grasp';
import { tickAt } from '../pointer/snap';
import type { Pane } from '../sight/pane.svelte';

/** A way of playing that has a row in the lane; 0 is the ordinary one. */
export interface TechniqueRow {
  number: number;
  name: string;
  sign: string;
}

/** What a press on the lane of techniques reads. */
export interface OnTechniques {
  pane: Pane;
  lines: GridLines;
  /** ticks in a quarter note */
  ppq: number;
  /** from above */
  rows: readonly TechniqueRow[];
  rowAt: (y: number) => number;
}

/** A span that is drawn, in ticks, and in which row. */
export interface Spanned {
  from: number;
  to: number;
  row: number;
}

/** A press or a drag in a row: the notes of that time are played so. */
class Spanning implements Gesture<Spanned> {
  shape: Spanned;
  readonly keepsView = true;
  #at: At;

  constructor(
    private readonly on: OnTechniques,
    private readonly from: At,
  ) {
    const tick = this.#tick(from);
    this.shape = { from: tick, to: tick, row: on.rowAt(from.y) };
    this.#at = from;
  }

  move(at: At): void {
    this.#at = at;
    this.shape = { ...this.shape, to: this.#tick(at) };
  }

  drop(): Dropped | null {
    const { pane, rows } = this.on;
    const { id } = pane.notes.columns;
    const places = this.#places();
    if (places.length === 0) return null;
    const { row } = this.shape;
    const line = formatLine({ name: 'technique', values: { to: row === 0 ? 'none' : rows[row].name } });
    return { lines: [line], on: places.map((i) => id[i]), sound: true };
  }

  /** The notes that begin in the span; a press takes the note it lies on, or the selection it lies in. */
  #places(): number[] {
    const { notes, track } = this.on.pane;
    const { start, length, id, clip } = notes.columns;
    const own = new Set(track.clips.map((one) => one.id));
    const { from } = this.shape;
    const [first, last] = this.#span();
    const early = this.on.ppq / 16;
    const isMeant = (i: number) =>
      this.#isPress
        ? from >= start[i] && from < start[i] + length[i]
        : start[i] >= first - early && start[i] < Math.max(last, first + 1) - early;
    const meant = Array.from(id.keys()).filter((i) => own.has(clip[i]) && isMeant(i));
    return this.#isPress && meant.some((i) => notes.selected[i]) ? notes.selectedPlaces() : meant;
  }

  get #isPress(): boolean {
    const { from, to } = this.shape;
    return Math.abs(to - from) * this.on.pane.view.pixelsPerTick < 4;
  }

  #span(): [from: number, to: number] {
    const { lines, pane } = this.on;
    const ends = [this.from, this.#at].map(({ x }) => tickAt(lines, pane.view, x, this.#at.free));
    return [Math.min(...ends), Math.max(...ends)];
  }

  #tick({ x }: At): number {
    return within(0, this.on.pane.view.tick(x), Infinity);
  }
}

/** What a press on the lane of techniques would do. */
export function graspOnTechniques(on: OnTechniques, at: At, button: Button): Grasp<Spanned> | null {
  if (button !== Button.left) return null;
  const { rows, rowAt } = on;
  return {
    cursor: 'cell',
    word:
      rows.length === 1
        ? 'This track has no techniques yet; technique-map gives it some'
        : `drag: notes of that time are played ${rows[rowAt(at.y)].name}`,
    press: (from) => new Spanning(on, from),
  };
}
