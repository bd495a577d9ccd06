import type { Marks } from '../asking/marks.svelte';
import type { Contents } from '../song/contents.svelte';
import type { Sender } from '../song/sender.svelte';
import type { Sounding } from '../song/sounding.svelte';
import type { SongState } from '../song/state';
import type { Looking } from './looking.svelte';

/** So long after something was done it is fetched how it was before, in ms: nobody who goes on is kept waiting. */
const CALM_MS = 250;
/** Songs that sound with more notes are fetched once somebody compares: taking them in would be felt. */
const MOST_NOTES = 20_000;

/** The song as it stood at a step, with the same clips open. */
interface Stood {
  at: number | null;
  /** what the tables are of */
  of: string;
  isWhole: boolean;
  state: SongState;
}

/**
 * How the song was at the points that may be compared at any moment: before the last step, and where a letter stands. It is
 * known before it is asked for, so that the ear need not wait.
 */
export class States {
  readonly #known = new Map<number | null, SongState>();
  #last: Stood | null = null;
  #fetching: ReturnType<typeof setTimeout> | undefined;

  constructor(
    private readonly contents: Contents,
    private readonly sounding: Pick<Sounding, 'loading' | 'now' | 'settled'>,
    private readonly marks: Pick<Marks, 'all'>,
    private readonly sender: Pick<Sender, 'waiting'>,
    private readonly looking: Pick<Looking, 'now' | 'stateAt'>,
  ) {}

  of(step: number | null): SongState | undefined {
    const { at } = this.contents.history;
    const isSame = this.#last?.of === this.#of;
    return step === at ? this.looking.now : isSame ? this.#known.get(step) : undefined;
  }

  /** Takes in that the song is another. Called once for each change, inside an effect. */
  follow(): void {
    const now: Stood = {
      at: this.contents.history.at,
      of: this.#of,
      isWhole: this.sounding.loading === 0,
      state: this.looking.now,
    };
    const last = this.#last;
    if (last?.of !== now.of) this.#known.clear();
    else if (last.at !== now.at && last.isWhole) this.#known.set(last.at, last.state);
    // The step it stands at may be another than it was: what joined it is in it now.
    this.#known.delete(now.at);
    this.#last = now;
    for (const step of this.#known.keys()) if (!this.#wanted.includes(step)) this.#known.delete(step);
    this.#fetchSoon();
  }

  /** what the tables are of: another set of open clips, or a song taken anew, has others */
  get #of(): string {
    return `${this.contents.takings} ${this.contents.open.join()}`;
  }

  get #wanted(): (number | null)[] {
    const { history } = this.contents;
    return [...(history.at === null ? [] : [history.before]), ...Object.values(this.marks.all)];
  }

  #fetchSoon(): void {
    clearTimeout(this.#fetching);
    const missing = this.#wanted.filter((step) => this.of(step) === undefined);
    if (missing.length > 0) this.#fetching = setTimeout(() => void this.#fetch(missing), CALM_MS);
  }

  get #isLarge(): boolean {
    return [...this.sounding.now.notes.values()].reduce((sum, { count }) => sum + count, 0) > MOST_NOTES;
  }

  async #fetch(missing: readonly (number | null)[]): Promise<void> {
    const of = this.#of;
    await this.sounding.settled();
    for (const step of missing) {
      if (this.sender.waiting > 0 || this.#of !== of || this.#isLarge) return;
      try {
        const { state } = await this.looking.stateAt(step);
        if (this.#of === of && step !== this.contents.history.at) this.#known.set(step, state);
      } catch {
        // It is asked for again once somebody compares with it, and said then.
        return;
      }
    }
  }
}
