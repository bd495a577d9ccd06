import { counted } from './counted';
import type { Lane } from '../api';
import { isOfNotes } from './lanes';
import { firstFrom, type NoteTable } from './notes';
import type { PointTable } from './points';

/** What of a lane there is to see and to take hold of: a value at a moment, in order of time; of notes, or of points. */
export class Levels {
  private constructor(
    readonly lane: Lane,
    readonly id: Int32Array,
    readonly start: Int32Array,
    readonly level: Int32Array,
    readonly clip: Int32Array,
    readonly channel: Int32Array,
    readonly selected: Uint8Array,
    /** 1 where it does not sound */
    readonly silent: Int32Array | null,
    /** how long each lasts, in ticks; null for points */
    readonly length: Int32Array | null = null,
  ) {}

  static of(lane: Lane, notes: NoteTable, points: PointTable): Levels {
    if (isOfNotes(lane.name)) {
      const { id, start, length, clip, channel, muted } = notes.columns;
      const level = notes.columns[lane.name as 'velocity' | 'release'];
      return new Levels(lane, id, start, level, clip, channel, notes.selected, muted, length);
    }
    const places = points.lanes.get(lane.name) ?? [];
    const { id, start, value, clip, channel } = points.columns;
    const own = (column: Int32Array) => Int32Array.from(places, (place) => column[place]);
    const selected = Uint8Array.from(places, (place) => points.selected[place]);
    return new Levels(lane, own(id), own(start), own(value), own(clip), own(channel), selected, null);
  }

  get isOfNotes(): boolean {
    return this.silent !== null;
  }

  get count(): number {
    return this.id.length;
  }

  /** The first place at or after a tick. */
  firstPlaceFrom(tick: number): number {
    return firstFrom(this.start, tick);
  }

  selectedPlaces(): number[] {
    return Array.from(this.id.keys()).filter((i) => this.selected[i]);
  }

  /** A value within what the lane holds. */
  within(value: number): number {
    return Math.min(this.lane.most, Math.max(this.lane.least, Math.round(value)));
  }

  /** What it is called in numbers: “3 notes”, “1 point”. */
  counted(count: number): string {
    return counted(count, this.isOfNotes ? 'note' : 'point');
  }

  /** What a line about it has to say beside itself. */
  get named(): string {
    return this.lane.name === 'velocity' ? '' : ` lane=${this.lane.name}`;
  }
}
