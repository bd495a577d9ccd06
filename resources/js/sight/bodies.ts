import type { NoteTable } from '../music/notes';
import type { Viewport } from './viewport.svelte';

/** How wide a head is for the height of its row, and at least and at most in CSS pixels. */
const HEAD = { ofRow: 0.75, least: 5, most: 14 };

/** How notes lie on the roll: as long as they last, or where it is set so, hits as heads at their moment. */
export class Bodies {
  /** how wide a head is, in ticks */
  readonly headTicks: number;

  constructor(
    readonly notes: NoteTable,
    readonly view: Viewport,
    private readonly hasHeads: (clip: number) => boolean,
  ) {
    this.headTicks = Math.min(HEAD.most, Math.max(HEAD.least, view.rowHeight * HEAD.ofRow)) / view.pixelsPerTick;
  }

  /** The first place whose body may reach a tick: a head may be wider than any note is long. */
  firstPlaceFrom(tick: number): number {
    return this.notes.firstPlaceFrom(tick - this.headTicks);
  }

  isHead(place: number): boolean {
    return this.hasHeads(this.notes.columns.clip[place]);
  }

  /** How long a note is drawn, in ticks. */
  length(place: number): number {
    return this.isHead(place) ? this.headTicks : this.notes.columns.length[place];
  }
}
