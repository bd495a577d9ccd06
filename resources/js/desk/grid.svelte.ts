import { Refused, type Catalog, type GridTable, type Song } from '../api';
import type { Measure } from '../music/amounts';
import type { GridLines } from '../music/time';
import type { Contents } from '../song/contents.svelte';
import type { Sender } from '../song/sender.svelte';
import { GridTables } from './grid-tables.svelte';
import type { Status } from './status.svelte';

/** The grid of the moment: its name, its swing (0–150) and its lines. */
export class Grid {
  #name = $state('1/16');
  #swing = $state(0);
  readonly #tables: GridTables;

  /**
   * @param rates samples and frames in a second, as an amount of time may be counted in
   * @param load asks for the lines of a grid
   */
  constructor(
    private readonly contents: Pick<Contents, 'song' | 'clock'>,
    private readonly sender: Pick<Sender, 'inOrder'>,
    private readonly status: Status,
    private readonly rates: Catalog['rates'],
    first: GridTable,
    load: (grid: string, swing: number) => Promise<GridTable>,
  ) {
    this.#tables = new GridTables(first, load);
  }

  get name(): string {
    return this.#name;
  }

  get swing(): number {
    return this.#swing;
  }

  /** Those of the grid before until its own have come. */
  get lines(): GridLines {
    return this.#tables.current(this.#name, this.#swing);
  }

  /** The lines of another grid; its own until they have come. */
  linesOf(name: string, swing: number): GridLines {
    return this.#tables.of(name, swing) ?? this.lines;
  }

  /** Fetches the lines of another grid. */
  load(name: string, swing: number): Promise<void> {
    return this.#tables.load(name, swing);
  }

  /** What an amount of time is measured by here. */
  get measure(): Measure {
    return this.measureOf(this.#name, this.#swing);
  }

  /** What it was measured by in another grid; as here until its lines have come. */
  measureOf(name: string, swing: number): Measure {
    const { song, clock } = this.contents;
    return { ppq: song.ppq, clock, lines: this.linesOf(name, swing), rates: this.rates };
  }

  /**
   * Sets grid and swing at once, so that the next key already works with them; what needs their lines waits until they
   * have come. A grid there is not is taken back.
   */
  set(name: string, swing = this.#swing): void {
    const before = [this.#name, this.#swing] as const;
    [this.#name, this.#swing] = [name, swing];
    this.status.say(`Grid ${name}${swing ? `, swing ${swing}` : ''}`, 'hint');
    if (this.#tables.of(name, swing)) return;
    this.sender.inOrder(async () => {
      try {
        await this.#tables.load(name, swing);
      } catch (error) {
        if (error instanceof Refused) [this.#name, this.#swing] = before;
        throw error;
      }
    });
  }

  /** Takes the lines of a grid that came with a song. */
  take(table: GridTable): void {
    this.#tables.take(table);
  }

  /** Has its lines made anew where the meters are no more what they were. */
  follow({ meters }: Song): void {
    if (JSON.stringify(meters) === JSON.stringify(this.contents.song.meters)) return;
    this.#tables.forget();
    this.sender.inOrder(() => this.#tables.load(this.#name, this.#swing));
  }
}
