import { Latest } from '../api/latest';
import { COLUMNS, type NoteTable } from '../music/notes';

/** Two states of the notes to be looked at: what would be, and what it is compared with. */
export interface Compared {
  before: NoteTable;
  after: NoteTable;
  message: string;
  counts: Counts;
}

export interface Counts {
  changed: number;
  added: number;
  removed: number;
}

/** What differs between two states, in numbers of notes. */
export function countsOf(before: NoteTable, after: NoteTable): Counts {
  let [changed, kept] = [0, 0];
  const [old, now] = [before.columns, after.columns];
  for (let i = 0; i < before.count; i++) {
    const k = after.placeOf(old.id[i]);
    if (k >= 0) {
      kept++;
      changed += COLUMNS.some((name) => old[name][i] !== now[name][k]) ? 1 : 0;
    }
  }
  return { changed, added: after.count - kept, removed: before.count - kept };
}

/** What the roll shows instead of the clip while a result is looked at before it is trusted. */
export class Preview {
  shown = $state.raw<Compared | null>(null);
  /** whether the state before is shown, to flip between the two */
  flipped = $state(false);
  /** why there is nothing to see */
  problem = $state('');
  readonly #latest = new Latest<Compared>(
    (compared) => {
      this.shown = compared;
      this.problem = '';
    },
    (error) => {
      this.shown = null;
      this.problem = error.message;
    },
  );

  /** The notes to be seen and heard in place of the clip's own; null where nothing is previewed. */
  get notes(): NoteTable | null {
    return this.shown && (this.flipped ? this.shown.before : this.shown.after);
  }

  /** Selects notes in what is looked at. */
  select(ids: number[]): void {
    if (this.shown) {
      const { before, after } = this.shown;
      this.shown = { ...this.shown, before: before.selecting(ids), after: after.selecting(ids) };
    }
  }

  ask(question: () => Promise<Compared>): void {
    this.#latest.ask(question);
  }

  clear(): void {
    this.#latest.drop();
    this.shown = null;
    this.flipped = false;
    this.problem = '';
  }
}
