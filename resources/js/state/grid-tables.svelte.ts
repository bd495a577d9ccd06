import { api } from '../api/client';
import type { GridTable } from '../api/types';
import { Lines } from '../roll/time';

/** The lines of the grids of a song, fetched from the core once each. */
export class GridTables {
  #tables = $state.raw<Record<string, Lines>>({});
  #last: Lines;

  constructor(
    private readonly song: () => number,
    table: GridTable,
  ) {
    this.#last = new Lines(table);
    this.#tables = { [keyOf(table.grid, table.swing)]: this.#last };
  }

  /** The lines of a grid; those asked for last until they have come. */
  current(grid: string, swing: number): Lines {
    return (this.#last = this.of(grid, swing) ?? this.#last);
  }

  /** The lines of a grid; undefined until they were loaded. */
  of(grid: string, swing: number): Lines | undefined {
    return this.#tables[keyOf(grid, swing)];
  }

  /** Fetches the lines of a grid, where they are not here yet. */
  async load(grid: string, swing: number): Promise<void> {
    if (!this.of(grid, swing)) {
      const table = await api.grid(this.song(), grid, swing);
      this.#tables = { ...this.#tables, [keyOf(grid, swing)]: new Lines(table) };
    }
  }
}

const keyOf = (grid: string, swing: number) => `${grid} ${swing}`;
