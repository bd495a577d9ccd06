import type { NoteColumn, SparseColumns, Packed } from '../api';
import { firstFrom, index, Table, type Columns as ColumnsOf } from './table';

export { firstFrom };

/** What a column holds where nothing is said. */
const DEFAULTS: Record<NoteColumn, number> = {
  id: 0,
  start: 0,
  length: 1,
  pitch: 60,
  velocity: 96,
  release: 64,
  channel: 0,
  muted: 0,
  group: 0,
  playedStart: 0,
  playedEnd: 0,
  looseStart: 0,
  looseVelocity: 0,
  technique: 0,
  clip: 0,
};

export const COLUMNS = Object.keys(DEFAULTS) as NoteColumn[];

export type Columns = ColumnsOf<NoteColumn>;

/** Notes, in order of start, pitch and id. */
export class NoteTable extends Table<NoteColumn> {
  #longest = -1;

  static readonly none = NoteTable.of(null);

  /** Notes as the server sends them, in order, none selected. */
  static of(sent: SparseColumns | Packed<NoteColumn> | null): NoteTable {
    const columns = Table.filled<NoteColumn>(sent, DEFAULTS);
    return new NoteTable(columns, new Uint8Array(columns.id.length), 0, index(columns.id));
  }

  /** The longest length, by which a search for what is visible reaches back. */
  get longest(): number {
    if (this.#longest < 0) {
      this.#longest = this.columns.length.reduce((a, b) => Math.max(a, b), 0);
    }
    return this.#longest;
  }

  /** The lowest and the highest pitch; null without notes. */
  pitchSpan(): [low: number, high: number] | null {
    const { pitch } = this.columns;
    return this.count === 0 ? null : [pitch.reduce((a, b) => Math.min(a, b)), pitch.reduce((a, b) => Math.max(a, b))];
  }

  /** The ids of the notes that are grouped with this one in its clip; the note alone where it has no group. */
  groupOf(id: number): number[] {
    const { group, clip, id: ids } = this.columns;
    const place = this.placeOf(id);
    const own = group[place];
    return own ? Array.from(ids).filter((_, i) => group[i] === own && clip[i] === clip[place]) : [id];
  }

  /** The first place whose note may still sound at a tick. */
  firstPlaceFrom(tick: number): number {
    return firstFrom(this.columns.start, tick - this.longest);
  }

  protected get defaults(): Record<NoteColumn, number> {
    return DEFAULTS;
  }

  protected second({ pitch }: Columns): (a: number, b: number) => number {
    return (a, b) => pitch[a] - pitch[b];
  }

  protected make(...[columns, selected, count, places]: Parameters<Table<NoteColumn>['make']>): this {
    return new NoteTable(columns, selected, count, places) as this;
  }
}
