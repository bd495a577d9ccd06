import type { NoteColumn, NoteColumns, NotesChange, SparseColumns } from '../api';

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
  clip: 0,
};

export const COLUMNS = Object.keys(DEFAULTS) as NoteColumn[];

export type Columns = Readonly<Record<NoteColumn, Int32Array>>;

/**
 * Notes as the screen and the sound read them: typed arrays in order of start, and a flag for each note whether it is
 * selected. A table is never changed: a change gives a new one that shares the columns that stayed.
 */
export class NoteTable {
  #longest = -1;

  private constructor(
    readonly columns: Columns,
    /** 1 where the note of that index is selected */
    readonly selected: Uint8Array,
    readonly selectedCount: number,
    readonly places: ReadonlyMap<number, number>,
  ) {}

  static readonly none = NoteTable.of(null);

  /** Notes as the server sends them, in order, none selected. */
  static of(sent: SparseColumns | null): NoteTable {
    const count = sent?.id.length ?? 0;
    const columns = Object.fromEntries(
      COLUMNS.map((name) => {
        const values = sent?.[name];
        return [name, values ? Int32Array.from(values) : new Int32Array(count).fill(DEFAULTS[name])];
      }),
    ) as Columns;
    return new NoteTable(columns, new Uint8Array(count), 0, index(columns.id));
  }

  get count(): number {
    return this.columns.id.length;
  }

  /** The longest length, by which a search for what is visible reaches back. */
  get longest(): number {
    if (this.#longest < 0) {
      this.#longest = this.columns.length.reduce((a, b) => Math.max(a, b), 0);
    }
    return this.#longest;
  }

  /** The notes after changes. The selection stays with the notes it was on. */
  after(changes: NotesChange[]): NoteTable {
    return changes.reduce((table, change) => table.#afterOne(change), this as NoteTable);
  }

  /** With exactly these notes selected; ids that are not there are passed over. */
  selecting(ids: Iterable<number>): NoteTable {
    const selected = new Uint8Array(this.count);
    let count = 0;
    for (const id of ids) {
      const place = this.places.get(id);
      if (place !== undefined && !selected[place]) {
        selected[place] = 1;
        count++;
      }
    }
    return new NoteTable(this.columns, selected, count, this.places);
  }

  /** Those that lie in some clips, selected as they are. */
  inClips(clips: ReadonlySet<number>): NoteTable {
    const { clip } = this.columns;
    const places: number[] = [];
    for (let i = 0; i < this.count; i++) {
      if (clips.has(clip[i])) places.push(i);
    }
    if (places.length === this.count) {
      return this;
    }
    const columns = arranged(this.columns, places);
    const selected = Uint8Array.from(places, (place) => this.selected[place]);
    return new NoteTable(
      columns,
      selected,
      selected.reduce((a, b) => a + b, 0),
      index(columns.id),
    );
  }

  placeOf(id: number): number {
    return this.places.get(id) ?? -1;
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

  /** The ids of the selected notes, in order of time. */
  selection(): number[] {
    const ids: number[] = [];
    if (this.selectedCount > 0) {
      for (let i = 0; i < this.count; i++) {
        if (this.selected[i]) {
          ids.push(this.columns.id[i]);
        }
      }
    }
    return ids;
  }

  /** The places of the selected notes, in order of time. */
  selectedPlaces(): number[] {
    return Array.from(this.columns.id.keys()).filter((i) => this.selected[i]);
  }

  /** The first place whose note may still sound at a tick. */
  firstPlaceFrom(tick: number): number {
    return firstFrom(this.columns.start, tick - this.longest);
  }

  #afterOne({ removed, added, changed }: NotesChange): NoteTable {
    const columns = { ...this.columns } as Record<NoteColumn, Int32Array>;
    for (const { id: ids, ...values } of changed) {
      const places = ids.map((id) => this.places.get(id) ?? -1);
      for (const [name, list] of Object.entries(values) as [NoteColumn, number[]][]) {
        const column = columns[name] === this.columns[name] ? this.columns[name].slice() : columns[name];
        places.forEach((place, k) => {
          if (place >= 0) {
            column[place] = list[k];
          }
        });
        columns[name] = column;
      }
    }
    if (removed.length === 0 && !added) {
      const moves = columns.start !== this.columns.start || columns.pitch !== this.columns.pitch;
      const order = moves ? orderOf(columns) : null;
      return order
        ? this.#reordered(arranged(columns, order))
        : new NoteTable(columns, this.selected, this.selectedCount, this.places);
    }
    const resized = joined(columns, new Set(removed), added);
    const order = orderOf(resized);
    return this.#reordered(order ? arranged(resized, order) : resized);
  }

  #reordered(columns: Columns): NoteTable {
    const ids = this.selection();
    return new NoteTable(columns, new Uint8Array(columns.id.length), 0, index(columns.id)).selecting(ids);
  }
}

/** The first place of a column in order that holds at least a value. */
export function firstFrom(column: Int32Array, value: number): number {
  let low = 0;
  let high = column.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (column[middle] < value) {
      low = middle + 1;
    } else {
      high = middle;
    }
  }
  return low;
}

function index(ids: Int32Array): Map<number, number> {
  const places = new Map<number, number>();
  for (let i = 0; i < ids.length; i++) {
    places.set(ids[i], i);
  }
  return places;
}

/** The columns without some notes and with others. */
function joined(columns: Columns, gone: Set<number>, added: NoteColumns | null): Columns {
  const kept: number[] = [];
  columns.id.forEach((id, i) => {
    if (!gone.has(id)) {
      kept.push(i);
    }
  });
  const more = added?.id.length ?? 0;
  return Object.fromEntries(
    COLUMNS.map((name) => {
      const to = new Int32Array(kept.length + more);
      kept.forEach((place, k) => (to[k] = columns[name][place]));
      if (added) {
        to.set(added[name], kept.length);
      }
      return [name, to];
    }),
  ) as Columns;
}

/** The places in order of start, pitch and id; null where they are in order. */
function orderOf({ start, pitch, id }: Columns): Uint32Array | null {
  const order = (a: number, b: number) => start[a] - start[b] || pitch[a] - pitch[b] || id[a] - id[b];
  for (let i = 1; i < id.length; i++) {
    if (order(i - 1, i) > 0) {
      return Uint32Array.from({ length: id.length }, (_, place) => place).sort(order);
    }
  }
  return null;
}

function arranged(columns: Columns, order: ArrayLike<number>): Columns {
  return Object.fromEntries(
    COLUMNS.map((name) => {
      const from = columns[name];
      const to = new Int32Array(order.length);
      for (let i = 0; i < order.length; i++) {
        to[i] = from[order[i]];
      }
      return [name, to];
    }),
  ) as Columns;
}
