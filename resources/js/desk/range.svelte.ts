import type { Sender } from '../song/sender.svelte';
import type { Asked } from '../song/unsent';
import type { Grid } from './grid.svelte';
import type { Status } from './status.svelte';

export type Span = [from: number, to: number];

/** The span of time that is set, in ticks; none, where it is null. */
export class Range {
  #span = $state.raw<Span | null>(null);
  #toCome = 0;

  constructor(
    private readonly sender: Pick<Sender, 'inOrder' | 'waiting'>,
    private readonly grid: Pick<Grid, 'lines'>,
    private readonly status: Status,
  ) {}

  get span(): Span | null {
    return this.#span;
  }

  /** Whether one that was set before is still to come. */
  get isToCome(): boolean {
    return this.#toCome > 0;
  }

  /** Sets it and says it. */
  set(span: Span | null): void {
    this.put(span);
    const at = (tick: number) => this.grid.lines.position(tick);
    const said = span ? `Range from ${at(span[0])} to ${at(span[1])}` : 'No range; the loop is the whole clip';
    this.status.say(said, 'hint');
  }

  /** Sets it without a word: while it is dragged, or where an answer says it. */
  put(span: Span | null): void {
    this.#span = span;
  }

  /** Sets it once the edits pressed before are done; those pressed after work with it. */
  inOrder(set: () => void, asked: Asked): void {
    if (this.sender.waiting === 0) {
      set();
      return;
    }
    this.#toCome++;
    this.sender.inOrder(() => {
      this.#toCome--;
      set();
    }, asked);
  }
}
