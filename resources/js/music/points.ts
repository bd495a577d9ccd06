import type { PointColumn, Sparse, Packed } from '../api';
import { curveOf, type CurveName } from './curves';
import { laneOf, type LaneName } from './lanes';
import { index, Table, type Columns } from './table';

const DEFAULTS: Record<PointColumn, number> = {
  id: 0,
  start: 0,
  kind: 0xb,
  number: 0,
  value: 0,
  channel: 0,
  note: 0,
  rank: 0xffffff,
  clip: 0,
};

/** Points of controllers, bend, pressure and programs, in order of start and id. Each holds until the next one of its lane. */
export class PointTable extends Table<PointColumn> {
  #lanes: Map<LaneName, number[]> | null = null;
  #curves: Map<number, Partial<Record<CurveName, number[]>>> | null = null;

  static readonly none = PointTable.of(null);

  static of(sent: Sparse<PointColumn> | Packed<PointColumn> | null): PointTable {
    const columns = Table.filled<PointColumn>(sent, DEFAULTS);
    return new PointTable(columns, new Uint8Array(columns.id.length), 0, index(columns.id));
  }

  /** The places of the points of each lane that has some, in order of time; those of single notes lie in none. */
  get lanes(): ReadonlyMap<LaneName, number[]> {
    if (!this.#lanes) {
      const { kind, number, note } = this.columns;
      this.#lanes = new Map();
      for (let i = 0; i < this.count; i++) {
        if (note[i] !== 0) continue;
        const lane = laneOf(kind[i], number[i]);
        const places = this.#lanes.get(lane);
        if (places) places.push(i);
        else this.#lanes.set(lane, [i]);
      }
    }
    return this.#lanes;
  }

  /** The places of the points of each curve of a note, by its id, in order of time. */
  get curves(): ReadonlyMap<number, Partial<Record<CurveName, number[]>>> {
    if (!this.#curves) {
      const { kind, number, note } = this.columns;
      this.#curves = new Map();
      for (let i = 0; i < this.count; i++) {
        const name = note[i] === 0 ? undefined : curveOf(kind[i], number[i]);
        if (!name) continue;
        const curves = this.#curves.get(note[i]) ?? {};
        this.#curves.set(note[i], curves);
        (curves[name] ??= []).push(i);
      }
    }
    return this.#curves;
  }

  protected get defaults(): Record<PointColumn, number> {
    return DEFAULTS;
  }

  protected second(): () => number {
    return () => 0;
  }

  protected make(...[columns, selected, count, places]: Parameters<Table<PointColumn>['make']>): this {
    const table = new PointTable(columns, selected, count, places);
    // A selection moves no point.
    if (columns === this.columns) [table.#lanes, table.#curves] = [this.#lanes, this.#curves];
    return table as this;
  }
}

export type PointColumns = Columns<PointColumn>;
