import { Latest } from '../api/latest';
import type { ClipChange } from '../api/types';
import type { NoteStore } from '../roll/notes';

/** Two states of the notes to be looked at: what would be, and what it is compared with. */
export interface Compared {
  before: NoteStore;
  after: NoteStore;
  message: string;
  counts: Counts;
}

export interface Counts {
  changed: number;
  added: number;
  removed: number;
}

/** What a change does, in numbers of notes. */
export function countsOf(change: ClipChange): Counts {
  return {
    changed: new Set(change.changed.flatMap((group) => group.id)).size,
    added: change.added?.id.length ?? 0,
    removed: change.removed.length,
  };
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
  get notes(): NoteStore | null {
    return this.shown && (this.flipped ? this.shown.before : this.shown.after);
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
