import { api } from '../api';
import type { GridTable } from '../api';
import { GridLines } from '../music/time';

/** The lines of the grids of a song, fetched from the core once each. */
export class GridTables {
  #tables = $state.raw<Record<string, GridLines>>({});
  #last: GridLines;

  constructor(
    private readonly song: () => number,
    table: GridTable,
  ) {
    this.#last = new GridLines(table);
    this.#tables = { [keyOf(table.grid, table.swing)]: this.#last };
  }

  /** The lines of a grid; those asked for last until they have come. */
  current(grid: string, swing: number): GridLines {
    return (this.#last = this.of(grid, swing) ?? this.#last);
  }

  /** The lines of a grid; undefined until they were loaded. */
  of(grid: string, swing: number): GridLines | undefined {
    return this.#tables[keyOf(grid, swing)];
  }

  /** Takes the lines of a grid that came with a song. */
  take(table: GridTable): void {
    this.#tables = { ...this.#tables, [keyOf(table.grid, table.swing)]: new GridLines(table) };
  }

  /** Forgets all lines, when the meters of the song are others; those shown last stay until new ones have come. */
  forget(): void {
    this.#tables = {};
  }

  /** Fetches the lines of a grid, where they are not here yet. */
  async load(grid: string, swing: number): Promise<void> {
    if (!this.of(grid, swing)) {
      const table = await api.grid(this.song(), grid, swing);
      this.#tables = { ...this.#tables, [keyOf(grid, swing)]: new GridLines(table) };
    }
  }
}

const keyOf = (grid: string, swing: number) => `${grid} ${swing}`;
