import { api } from '../api/client';
import type { Steps } from '../api/types';
import { rowsOf } from './history-rows';
import type { Session } from './session.svelte';

/** Walking in the history of the open clip: where one stands in the list, and what is compared. */
export class Walk {
  steps = $state.raw<Steps>({ steps: [], at: null });
  rows = $derived(rowsOf(this.steps.steps));
  /** the row one stands on */
  row = $state(0);
  /** the step that what is looked at is compared with; undefined for the clip as it is */
  mark = $state.raw<number | null | undefined>(undefined);

  constructor(private readonly session: Session) {}

  /** resolves when the steps asked for last have come */
  ready: Promise<void> = Promise.resolve();

  load(): void {
    this.ready = api.steps(this.session.clipId).then(
      (steps) => this.#take(steps),
      (error: Error) => this.session.say(error.message, 'refused'),
    );
  }

  /** Stands on another row and shows the clip as it was there. */
  walkTo(row: number): void {
    this.row = Math.min(this.rows.length - 1, Math.max(0, row));
    this.#show();
  }

  /** From now on what is looked at is compared with this row; once more ends it. */
  toggleMark(): void {
    const { id } = this.rows[this.row];
    this.mark = this.mark === id ? undefined : id;
    this.#show();
  }

  /** Takes the clip to where one stands. */
  go(): void {
    this.mark = undefined;
    this.session.goTo(this.rows[this.row].id);
  }

  leave(): void {
    this.mark = undefined;
    this.session.stopLooking();
    this.#standWhereItIs();
  }

  async name(step: number, name: string): Promise<void> {
    try {
      this.steps = await api.nameStep(this.session.clipId, step, name);
      this.session.say(name.trim() ? `The step is called “${name.trim()}”` : 'The step has no name');
    } catch (error) {
      this.session.say((error as Error).message, 'refused');
    }
  }

  #take(steps: Steps): void {
    const looking = this.session.lookedAt;
    this.steps = steps;
    if (looking === undefined) {
      this.#standWhereItIs();
    }
  }

  #standWhereItIs(): void {
    this.row = Math.max(
      0,
      this.rows.findIndex((row) => row.id === this.steps.at),
    );
  }

  #show(): void {
    const { id } = this.rows[this.row];
    if (id === this.steps.at && this.mark === undefined) {
      this.session.stopLooking();
    } else {
      this.session.lookAt(id, this.mark);
    }
  }
}
