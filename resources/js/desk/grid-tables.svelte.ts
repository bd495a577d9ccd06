import type { GridTable } from '../api';
import { GridLines } from '../music/time';

/** The lines of the grids of a song, fetched from the core once each. */
export class GridTables {
  #tables = $state.raw<Record<string, GridLines>>({});
  #last: GridLines;

  constructor(
    first: GridTable,
    private readonly fetch: (grid: string, swing: number) => Promise<GridTable>,
  ) {
    this.#last = new GridLines(first);
    this.#tables = { [keyOf(first.grid, first.swing)]: this.#last };
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
    if (!this.of(grid, swing)) this.take(await this.fetch(grid, swing));
  }
}

const keyOf = (grid: string, swing: number) => `${grid} ${swing}`;
