import type { Sender } from '../song/sender.svelte';
import type { Asked } from '../song/unsent';
import type { Grid } from './grid.svelte';
import type { Status } from './status.svelte';

export type Span = [from: number, to: number];

/** The span of time that is set, in ticks; none, where it is null. */
export class Range {
  #span = $state.raw<Span | null>(null);
  #toCome = 0;
  /** from where to where an edit took it last */
  #went: readonly [from: Span, to: Span] | null = null;

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

  /** Sets it without a word, such as while it is dragged. */
  put(span: Span | null): void {
    this.#span = span;
    this.#went = null;
  }

  /** Goes along with an edit that was asked for with a range, and took it on. */
  goAlong(asked: Span | null, to: Span): void {
    this.#span = to;
    this.#went = asked && [asked, to];
  }

  /** Where a range lies by now that something was asked for with: an edit that was still on its way may have taken it on. */
  byNow(asked: Span | null): Span | null {
    const isIt = asked && this.#went && asked.every((tick, k) => tick === this.#went![0][k]);
    return isIt ? this.#went![1] : asked;
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
