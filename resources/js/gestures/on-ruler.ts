import type { Caret } from '../desk/caret.svelte';
import type { Range, Span } from '../desk/range.svelte';
import type { GridLines } from '../music/time';
import type { At, Gesture } from '../pointer/gesture';
import { Button, type Grasp } from '../pointer/grasp';
import { tickAt } from '../pointer/snap';
import type { Viewport } from '../sight/viewport.svelte';

/** What a press on the ruler reads and asks. */
export interface OnRuler {
  view: Viewport;
  lines: GridLines;
  range: Range;
  caret: Pick<Caret, 'move'>;
  /** puts the playhead at a tick */
  seek: (tick: number) => void;
}

/** A drag along the ruler: the range, which is set while it goes on and said once it is let go. */
export class Ranging implements Gesture<null> {
  readonly shape = null;
  readonly keepsView = true;
  readonly #before: Span | null;

  constructor(
    private readonly on: OnRuler,
    private readonly from: At,
  ) {
    this.#before = on.range.span;
  }

  move(at: At): void {
    const { view, lines, range } = this.on;
    const [a, b] = [this.from, at].map(({ x }) => tickAt(lines, view, x, at.free));
    range.put(a === b ? null : [Math.min(a, b), Math.max(a, b)]);
  }

  drop(): null {
    const { range } = this.on;
    range.set(range.span);
    return null;
  }

  cancel(): void {
    this.on.range.put(this.#before);
  }
}

/** What a press on the ruler would do. */
export function graspOnRuler(on: OnRuler, button: Button): Grasp<null> | null {
  if (button !== Button.left) return null;
  return {
    cursor: 'pointer',
    word: 'press: caret and playhead there · drag: a range · Alt: free of the grid · wheel: zoom · double press: tempo, meter, key',
    press: (from) => ({
      drag: () => new Ranging(on, from),
      click: () => {
        const tick = tickAt(on.lines, on.view, from.x, from.free);
        on.caret.move({ tick });
        on.seek(tick);
      },
    }),
  };
}
