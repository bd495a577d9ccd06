import { api, type StepTree } from '../api';
import { rowsOf, type Row } from './history-rows';
import type { Asking } from '../asking/asking.svelte';
import type { Preview } from '../desk/preview.svelte';
import type { Status } from '../desk/status.svelte';
import type { Contents } from '../song/contents.svelte';
import type { Looking } from './looking.svelte';

/** Walking in the history of the song: where one stands in the list, and what is compared. */
export class Walk {
  steps = $state.raw<StepTree>({ steps: [], at: null });
  /** whether only steps that changed the open clips are listed */
  narrowed = $state(false);
  rows = $derived(rowsOf(this.steps.steps).filter((row) => this.#isListed(row)));
  #row = $state(0);
  /** the step that what is looked at is compared with; undefined for the song as it is */
  mark = $state.raw<number | null | undefined>(undefined);

  constructor(
    private readonly contents: Pick<Contents, 'song' | 'open'>,
    private readonly preview: Preview,
    private readonly looking: Pick<Looking, 'atStep'>,
    private readonly asking: Pick<Asking, 'goTo'>,
    private readonly status: Status,
  ) {}

  /** The row one stands on, of those that are listed: the list may have become shorter since. */
  get row(): number {
    return Math.min(this.#row, this.rows.length - 1);
  }

  /** resolves when the steps asked for last have come */
  ready: Promise<void> = Promise.resolve();

  load(): void {
    this.ready = api.history(this.contents.song.id).then(
      (steps) => this.#take(steps),
      (error: Error) => this.status.say(error.message, 'refused'),
    );
  }

  /** Stands on another row and shows the song as it was there. */
  walkTo(row: number): void {
    this.#row = Math.min(this.rows.length - 1, Math.max(0, row));
    this.#show();
  }

  /** From now on what is looked at is compared with this row; once more ends it. */
  toggleMark(): void {
    const { id } = this.rows[this.row];
    this.mark = this.mark === id ? undefined : id;
    this.#show();
  }

  /** Takes the song to where one stands. */
  go(): void {
    this.mark = undefined;
    this.asking.goTo(this.rows[this.row].id);
  }

  leave(): void {
    this.mark = undefined;
    this.preview.stop();
    this.#standWhereItIs();
  }

  async name(step: number, name: string): Promise<void> {
    try {
      this.steps = await api.nameStep(this.contents.song.id, step, name);
      this.status.say(name.trim() ? `The step is called “${name.trim()}”` : 'The step has no name');
    } catch (error) {
      this.status.say((error as Error).message, 'refused');
    }
  }

  #isListed({ step, id }: Row): boolean {
    const { open } = this.contents;
    return !this.narrowed || !step || id === this.steps.at || step.clips.some((clip) => open.includes(clip));
  }

  #take(steps: StepTree): void {
    const looking = this.preview.step;
    this.steps = steps;
    if (this.mark != null && !steps.steps.some(({ id }) => id === this.mark)) {
      this.mark = undefined;
    }
    if (looking === undefined) {
      this.#standWhereItIs();
    }
  }

  #standWhereItIs(): void {
    this.#row = Math.max(
      0,
      this.rows.findIndex((row) => row.id === this.steps.at),
    );
  }

  #show(): void {
    const { id } = this.rows[this.row];
    if (id === this.steps.at && this.mark === undefined) {
      this.preview.stop();
    } else {
      this.looking.atStep(id, this.mark);
    }
  }
}
