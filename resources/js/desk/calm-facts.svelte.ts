import { untrack } from 'svelte';
import { afterFrame } from '../look/layer';
import { counted } from '../music/counted';
import type { Contents } from '../song/contents.svelte';
import { factsOf, type Facts } from './facts';
import type { Grid } from './grid.svelte';
import type { Lanes } from './lanes.svelte';
import type { Seen } from './seen.svelte';

/** What is said about the notes: it follows a frame after the notes themselves, for the roll and the ear come first. */
export class CalmFacts {
  #turn = $state(0);

  constructor(
    private readonly contents: Pick<Contents, 'notes' | 'trackOf'>,
    private readonly seen: Seen,
    private readonly grid: Pick<Grid, 'lines'>,
    private readonly lanes: Lanes,
  ) {}

  /** Counts the times at which what is said is to be said anew. */
  get turn(): number {
    return this.#turn;
  }

  readonly now: Facts = $derived.by(() => {
    void this.#turn;
    return untrack(() => factsOf(this.seen, this.grid.lines, this.lanes, this.contents));
  });

  /** The selection in a sentence. */
  get summary(): string {
    const { selected, count, total, pitches, velocities } = this.now;
    const said = selected
      ? `${count} of ${counted(total, 'note')} selected`
      : `${counted(total, 'note')}, none selected`;
    return `${said}, pitches ${pitches}, velocities ${velocities}.`;
  }

  /** Follows the notes from now on. Called once, inside a component. */
  follow(): void {
    const calmDown = afterFrame(() => this.#turn++);
    $effect(() => {
      void [this.contents.notes, this.seen.notes];
      calmDown();
    });
  }
}
