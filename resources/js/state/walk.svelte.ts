import { api } from '../api/client';
import type { HistoryStep, Steps } from '../api/types';
import type { Session } from './session.svelte';

/** A row of the history: a step, or the clip as it came in, and how many branches deep it lies. */
export interface Row {
  step: HistoryStep | null;
  id: number | null;
  depth: number;
}

/** The steps as rows: each branch that is not the one walked last stands indented under where it parts. */
export function rowsOf(steps: HistoryStep[]): Row[] {
  const after = new Map<number | null, HistoryStep[]>();
  for (const step of steps) {
    after.set(step.parent, [...(after.get(step.parent) ?? []), step]);
  }
  const rows: Row[] = [];
  // A stack, not recursion: a day's work is thousands of steps deep.
  const waiting: Row[] = [{ step: null, id: null, depth: 0 }];
  while (waiting.length > 0) {
    const row = waiting.pop()!;
    rows.push(row);
    // The branch walked last is taken up after the others, so that it goes on unbroken to the end.
    const next = [...(after.get(row.id) ?? [])].sort((a, b) => b.walked - a.walked || b.id - a.id);
    next.forEach((step, k) => waiting.push({ step, id: step.id, depth: row.depth + (k > 0 ? 1 : 0) }));
  }
  return rows;
}

/** Walking in the history of the open clip: where one stands in the list, and what is compared. */
export class Walk {
  steps = $state.raw<Steps>({ steps: [], at: null });
  rows = $derived(rowsOf(this.steps.steps));
  /** the row one stands on */
  row = $state(0);
  /** the step that what is looked at is compared with; undefined for the clip as it is */
  mark = $state.raw<number | null | undefined>(undefined);

  constructor(private readonly session: Session) {}

  async load(): Promise<void> {
    try {
      this.#take(await api.steps(this.session.clipId));
    } catch (error) {
      this.session.say((error as Error).message, 'refused');
    }
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
