import { firstPlace } from './halving';
import type { Packed, Sparse, TableChange } from '../api';

/** Columns by name; index i of each is row i. */
export type Columns<Name extends string> = Readonly<Record<Name, Int32Array>>;

/** What every table has. */
type Common = 'id' | 'start' | 'clip';

/**
 * Rows as the screen and the sound read them: typed arrays in order of start, and a flag for each whether it is selected.
 * A table is never changed: a change gives a new one that shares the columns that stayed.
 */
export abstract class Table<Name extends string> {
  protected constructor(
    readonly columns: Columns<Name | Common>,
    /** 1 where the row of that index is selected */
    readonly selected: Uint8Array,
    readonly selectedCount: number,
    readonly places: ReadonlyMap<number, number>,
  ) {}

  /** The columns, and what they hold where nothing is said. */
  protected abstract get defaults(): Record<Name | Common, number>;

  /** The order of two rows that begin at one tick. */
  protected abstract second(columns: Columns<Name | Common>): (a: number, b: number) => number;

  protected abstract make(
    columns: Columns<Name | Common>,
    selected: Uint8Array,
    selectedCount: number,
    places: ReadonlyMap<number, number>,
  ): this;

  get count(): number {
    return this.columns.id.length;
  }

  /** The rows after changes. The selection stays with those it was on. */
  after(changes: TableChange<Name | Common>[]): this {
    return changes.reduce((table: this, change) => table.#afterOne(change), this);
  }

  /** With exactly these rows selected; ids that are not there are passed over. */
  selecting(ids: Iterable<number>): this {
    const selected = new Uint8Array(this.count);
    let count = 0;
    for (const id of ids) {
      const place = this.places.get(id);
      if (place !== undefined && !selected[place]) {
        selected[place] = 1;
        count++;
      }
    }
    return count === 0 && this.selectedCount === 0 ? this : this.make(this.columns, selected, count, this.places);
  }

  /** Those that lie in some clips, selected as they are. */
  inClips(clips: ReadonlySet<number>): this {
    const { clip } = this.columns;
    const places: number[] = [];
    for (let i = 0; i < this.count; i++) {
      if (clips.has(clip[i])) places.push(i);
    }
    if (places.length === this.count) {
      return this;
    }
    const columns = this.#arranged(this.columns, places);
    const selected = Uint8Array.from(places, (place) => this.selected[place]);
    return this.make(
      columns,
      selected,
      selected.reduce((a, b) => a + b, 0),
      index(columns.id),
    );
  }

  placeOf(id: number): number {
    return this.places.get(id) ?? -1;
  }

  /** The ids of the selected rows, in order of time. */
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

  /** The places of the selected rows, in order of time. */
  selectedPlaces(): number[] {
    return Array.from(this.columns.id.keys()).filter((i) => this.selected[i]);
  }

  /** The columns of a kind of table, with the defaults of those that were not sent. */
  protected static filled<Name extends string>(
    sent: Sparse<Name> | Packed<Name> | null,
    defaults: Record<Name, number>,
  ): Columns<Name> {
    const count = sent?.id.length ?? 0;
    const names = Object.keys(defaults) as Name[];
    return Object.fromEntries(
      names.map((name) => {
        const values: number[] | Int32Array | undefined = sent?.[name];
        if (values instanceof Int32Array) return [name, values];
        return [name, values ? Int32Array.from(values) : new Int32Array(count).fill(defaults[name])];
      }),
    ) as Record<Name, Int32Array>;
  }

  #afterOne({ removed, added, changed }: TableChange<Name | Common>): this {
    const columns = { ...this.columns } as Record<Name | Common, Int32Array>;
    for (const { id: ids, ...values } of changed) {
      const places = ids.map((id) => this.places.get(id) ?? -1);
      for (const [name, list] of Object.entries(values) as [Name | Common, number[]][]) {
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
      const order = this.#orderOf(columns);
      return order
        ? this.#reordered(this.#arranged(columns, order))
        : this.make(columns, this.selected, this.selectedCount, this.places);
    }
    const resized = this.#joined(columns, new Set(removed), added);
    const order = this.#orderOf(resized);
    return this.#reordered(order ? this.#arranged(resized, order) : resized);
  }

  #reordered(columns: Columns<Name | Common>): this {
    const ids = this.selection();
    return this.make(columns, new Uint8Array(columns.id.length), 0, index(columns.id)).selecting(ids);
  }

  get #names(): (Name | Common)[] {
    return Object.keys(this.defaults) as (Name | Common)[];
  }

  /** The columns without some rows and with others. */
  #joined(
    columns: Columns<Name | Common>,
    gone: Set<number>,
    added: Record<Name | Common, number[]> | null,
  ): Columns<Name | Common> {
    const kept: number[] = [];
    columns.id.forEach((id, i) => {
      if (!gone.has(id)) {
        kept.push(i);
      }
    });
    const more = added?.id.length ?? 0;
    return Object.fromEntries(
      this.#names.map((name) => {
        const to = new Int32Array(kept.length + more);
        kept.forEach((place, k) => (to[k] = columns[name][place]));
        if (added) {
          to.set(added[name], kept.length);
        }
        return [name, to];
      }),
    ) as Record<Name | Common, Int32Array>;
  }

  /** The places in order; null where they are in order. */
  #orderOf(columns: Columns<Name | Common>): Uint32Array | null {
    const { start, id } = columns;
    const second = this.second(columns);
    const order = (a: number, b: number) => start[a] - start[b] || second(a, b) || id[a] - id[b];
    for (let i = 1; i < id.length; i++) {
      if (order(i - 1, i) > 0) {
        return Uint32Array.from({ length: id.length }, (_, place) => place).sort(order);
      }
    }
    return null;
  }

  #arranged(columns: Columns<Name | Common>, order: ArrayLike<number>): Columns<Name | Common> {
    return Object.fromEntries(
      this.#names.map((name) => {
        const from = columns[name];
        const to = new Int32Array(order.length);
        for (let i = 0; i < order.length; i++) {
          to[i] = from[order[i]];
        }
        return [name, to];
      }),
    ) as Record<Name | Common, Int32Array>;
  }
}

/** The first place of a column in order that holds at least a value. */
export const firstFrom = (column: Int32Array, value: number): number =>
  firstPlace(column.length, (place) => column[place] >= value);

/** Places by id. */
export function index(ids: Int32Array): Map<number, number> {
  const places = new Map<number, number>();
  for (let i = 0; i < ids.length; i++) {
    places.set(ids[i], i);
  }
  return places;
}
