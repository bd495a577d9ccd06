import type { ClipChange, NoteColumn, NoteColumns } from '../api/types';

export const COLUMNS: NoteColumn[] = [
  'id',
  'start',
  'length',
  'pitch',
  'velocity',
  'release',
  'channel',
  'muted',
  'group',
  'playedStart',
  'playedEnd',
];

type Columns = Record<NoteColumn, Int32Array>;

/**
 * The notes of a clip as the screen and the sound read them: typed arrays in order of start, and a flag for each note
 * whether it is selected. Changes come from the server only; here they are patched in.
 */
export class NoteStore {
  count = 0;
  columns: Columns = emptyColumns(0);
  /** 1 where the note of that index is selected */
  selected = new Uint8Array(0);
  selectedCount = 0;
  /** the longest length, by which a search for what is visible reaches back */
  longest = 0;
  #places = new Map<number, number>();

  load(columns: NoteColumns | null): void {
    this.count = columns?.id.length ?? 0;
    this.columns = emptyColumns(this.count);
    for (const name of COLUMNS) {
      if (columns) {
        this.columns[name].set(columns[name]);
      }
    }
    this.selected = new Uint8Array(this.count);
    this.selectedCount = 0;
    this.#index();
  }

  /** The same notes after a change, selected as the change leaves them; this store stays as it is. */
  after(change: ClipChange): NoteStore {
    const copy = new NoteStore();
    copy.count = this.count;
    copy.columns = Object.fromEntries(COLUMNS.map((name) => [name, this.columns[name].slice()])) as Columns;
    copy.selected = this.selected.slice();
    copy.selectedCount = this.selectedCount;
    // Places are looked up, never changed: a store whose order changes makes a new index.
    copy.#places = this.#places;
    copy.longest = this.longest;
    copy.apply(change);
    if (change.selection) {
      copy.select(change.selection);
    }
    return copy;
  }

  /** Patches a change in. The selection stays with the notes it was on. */
  apply(change: ClipChange): void {
    const selection = this.selection();
    for (const { id: ids, ...values } of change.changed) {
      const places = ids.map((id) => this.#places.get(id) ?? -1);
      for (const [name, list] of Object.entries(values) as [NoteColumn, number[]][]) {
        const column = this.columns[name];
        places.forEach((place, k) => {
          if (place >= 0) {
            column[place] = list[k];
          }
        });
      }
    }
    if (change.removed.length > 0 || change.added) {
      this.#resize(change.removed, change.added);
    }
    const moves = change.changed.some((group) => group.start ?? group.pitch) || change.added !== null;
    const reordered = moves && this.#sort();
    if (reordered || change.removed.length > 0 || change.added) {
      this.#index();
      this.select(selection);
    } else {
      this.#measure();
    }
  }

  placeOf(id: number): number {
    return this.#places.get(id) ?? -1;
  }

  /** The lowest and the highest pitch; null without notes. */
  pitchSpan(): [low: number, high: number] | null {
    const pitches = this.columns.pitch.subarray(0, this.count);
    return this.count === 0
      ? null
      : [pitches.reduce((a, b) => Math.min(a, b)), pitches.reduce((a, b) => Math.max(a, b))];
  }

  /** The ids of the notes that are grouped with this one; the note alone where it has no group. */
  groupOf(id: number): number[] {
    const { group, id: ids } = this.columns;
    const own = group[this.placeOf(id)];
    return own ? Array.from(ids.subarray(0, this.count)).filter((_, i) => group[i] === own) : [id];
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

  /** Selects exactly these notes; ids that are not there are passed over. */
  select(ids: Iterable<number>): void {
    this.selected = new Uint8Array(this.count);
    this.selectedCount = 0;
    for (const id of ids) {
      const place = this.#places.get(id);
      if (place !== undefined && !this.selected[place]) {
        this.selected[place] = 1;
        this.selectedCount++;
      }
    }
  }

  /** The first place whose note may still sound at a tick. */
  firstPlaceFrom(tick: number): number {
    const from = tick - this.longest;
    let low = 0;
    let high = this.count;
    while (low < high) {
      const middle = (low + high) >> 1;
      if (this.columns.start[middle] < from) {
        low = middle + 1;
      } else {
        high = middle;
      }
    }
    return low;
  }

  #resize(removed: number[], added: NoteColumns | null): void {
    const gone = new Set(removed);
    const kept: number[] = [];
    for (let i = 0; i < this.count; i++) {
      if (!gone.has(this.columns.id[i])) {
        kept.push(i);
      }
    }
    const more = added?.id.length ?? 0;
    const columns = emptyColumns(kept.length + more);
    for (const name of COLUMNS) {
      const from = this.columns[name];
      const to = columns[name];
      kept.forEach((place, k) => (to[k] = from[place]));
      if (added) {
        to.set(added[name], kept.length);
      }
    }
    this.columns = columns;
    this.count = kept.length + more;
  }

  /** Puts the notes in order; tells whether they were not. */
  #sort(): boolean {
    const { start, pitch, id } = this.columns;
    const order = (a: number, b: number) => start[a] - start[b] || pitch[a] - pitch[b] || id[a] - id[b];
    let ordered = true;
    for (let i = 1; i < this.count && ordered; i++) {
      ordered = order(i - 1, i) < 0;
    }
    if (ordered) {
      return false;
    }
    const places = Uint32Array.from({ length: this.count }, (_, i) => i).sort(order);
    const columns = emptyColumns(this.count);
    for (const name of COLUMNS) {
      const from = this.columns[name];
      const to = columns[name];
      for (let i = 0; i < places.length; i++) {
        to[i] = from[places[i]];
      }
    }
    this.columns = columns;
    return true;
  }

  #index(): void {
    this.#places = new Map();
    for (let i = 0; i < this.count; i++) {
      this.#places.set(this.columns.id[i], i);
    }
    this.#measure();
  }

  #measure(): void {
    this.longest = 0;
    for (let i = 0; i < this.count; i++) {
      if (this.columns.length[i] > this.longest) {
        this.longest = this.columns.length[i];
      }
    }
  }
}

function emptyColumns(count: number): Columns {
  return Object.fromEntries(COLUMNS.map((name) => [name, new Int32Array(count)])) as Columns;
}
