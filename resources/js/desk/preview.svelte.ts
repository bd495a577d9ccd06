import { Latest } from '../api/latest';
import type { Table } from '../music/table';
import type { SongState } from '../song/state';

/** A point of the history that is compared with the song as it is: before the last step, or one that has a letter. */
export type Point = 'before' | Letter;
export const LETTERS = ['A', 'B', 'C'] as const;
export type Letter = (typeof LETTERS)[number];

/** Two states of the song to be looked at: what would be, and what it is compared with. */
export interface Compared {
  before: SongState;
  after: SongState;
  message: string;
  counts: Counts;
  /** whether it would be put in the place of what was done last */
  isInPlace?: boolean;
}

export interface Counts {
  changed: number;
  added: number;
  removed: number;
}

/** What differs between two states, in numbers of notes, or of points. */
export function countsOf<Name extends string>(before: Table<Name>, after: Table<Name>): Counts {
  let [changed, kept] = [0, 0];
  const [old, now] = [before.columns, after.columns];
  const names = Object.keys(old) as (keyof typeof old)[];
  for (let i = 0; i < before.count; i++) {
    const k = after.placeOf(old.id[i]);
    if (k >= 0) {
      kept++;
      changed += names.some((name) => old[name][i] !== now[name][k]) ? 1 : 0;
    }
  }
  return { changed, added: after.count - kept, removed: before.count - kept };
}

/** What the roll shows instead of the clip while a result is looked at before it is trusted. */
export class Preview {
  shown = $state.raw<Compared | null>(null);
  /** the song as a press will leave it, while its answer is on its way; null where that is not known */
  provisional = $state.raw<(Pick<SongState, 'notes' | 'points'> & Partial<SongState>) | null>(null);
  /** the step of the history that is looked at, null for the song as it came in; undefined where none is */
  step = $state.raw<number | null | undefined>(undefined);
  /** the point that is compared by key; null where none is */
  point = $state.raw<Point | null>(null);
  /** what was selected while a step is looked at; null where nothing was */
  #chosen: number[] | null = null;
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

  /** What is seen and heard in place of the song as it is; null where nothing is previewed. */
  get state(): SongState | null {
    return this.shown && (this.flipped ? this.shown.before : this.shown.after);
  }

  /** Looks at a step of the history: an edit goes on from there. */
  lookAt(step: number | null, point: Point | null = null): void {
    this.step = step;
    this.point = point;
    this.flipped = false;
    this.#chosen = null;
  }

  /** Shows what is known already, in the place of what was asked for. */
  show(compared: Compared): void {
    this.#latest.drop();
    this.shown = compared;
    this.problem = '';
  }

  /** Ends looking at a step, for the song goes there; gives what was selected there. */
  goFromStep(): number[] | null {
    const chosen = this.#chosen;
    this.step = undefined;
    this.point = null;
    this.#chosen = null;
    return chosen;
  }

  /** Ends looking; the song as it is now is shown again. */
  stop(): void {
    this.step = undefined;
    this.point = null;
    this.clear();
  }

  /** Notes and points were selected: while a step is looked at, they are those of the step. */
  selects(ids: number[]): void {
    const selecting = <S extends Pick<SongState, 'notes' | 'points'>>(state: S): S => ({
      ...state,
      notes: state.notes.selecting(ids),
      points: state.points.selecting(ids),
    });
    if (this.provisional) this.provisional = selecting(this.provisional);
    if (this.step === undefined) return;
    this.#chosen = ids;
    if (this.shown) {
      this.shown = { ...this.shown, before: selecting(this.shown.before), after: selecting(this.shown.after) };
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
