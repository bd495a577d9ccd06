import type { Caret } from '../desk/caret.svelte';
import type { Range, Span } from '../desk/range.svelte';
import type { GridLines } from '../music/time';
import type { At, Gesture } from '../pointer/gesture';
import { Button, graspIn, type Grasp, type GraspCase } from '../pointer/grasp';
import { tickAt } from '../pointer/snap';
import type { Viewport } from '../sight/viewport.svelte';

/** How high the numbers of bars stand above the band of the loop, in CSS pixels. */
export const NUMBERS_HEIGHT = 20;

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

  /** @param spans what the range is while the pointer is at a place */
  constructor(
    private readonly on: OnRuler,
    private readonly spans: (at: At) => Span,
  ) {
    this.#before = on.range.span;
  }

  move(at: At): void {
    const [a, b] = this.spans(at);
    this.on.range.put(a === b ? null : [Math.min(a, b), Math.max(a, b)]);
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

/** How near to an end of the loop a press takes hold of it, in CSS pixels. */
const REACH = 7;

interface UnderRuler {
  on: OnRuler;
  at: At;
  band: Span | null;
  /** which end of the band lies there */
  end: 0 | 1 | null;
}

const tickOf = ({ lines, view }: OnRuler, { x, free }: At) => tickAt(lines, view, x, free);

/** All that a press on the ruler can do; the first case that holds does. */
const ON_RULER: readonly GraspCase<UnderRuler, null>[] = [
  {
    where: ({ end }) => end !== null,
    cursor: 'ew-resize',
    word: 'drag: this end of the loop, to the line · Alt: free of the grid',
    press: ({ on, band, end }) => ({
      drag: () => new Ranging(on, (at) => (end === 0 ? [tickOf(on, at), band![1]] : [band![0], tickOf(on, at)])),
      click: () => undefined,
    }),
  },
  {
    where: ({ on, at, band }) => band !== null && isIn(on, at, band),
    cursor: 'grab',
    word: 'drag: the whole loop elsewhere · Alt: free of the grid · two presses: none',
    press: ({ on, band }, from) => ({
      drag: () =>
        new Ranging(on, (at) => {
          const by = Math.max(-band![0], tickOf(on, at) - tickOf(on, from));
          return [band![0] + by, band![1] + by];
        }),
      click: () => undefined,
    }),
  },
  {
    where: () => true,
    cursor: 'pointer',
    word: 'press: caret and playhead there · drag: a loop, to the line · Alt: free of the grid · wheel: zoom · double press: tempo, meter, key',
    press: ({ on }, from) => ({
      drag: () => new Ranging(on, (at) => [tickOf(on, from), tickOf(on, at)]),
      click: () => {
        const tick = tickOf(on, from);
        on.caret.move({ tick });
        on.seek(tick);
      },
    }),
  },
];

function isIn({ view }: OnRuler, { x, y }: At, [from, to]: Span): boolean {
  return y >= NUMBERS_HEIGHT && x >= view.x(from) && x <= view.x(to);
}

/** What a press on the ruler would do. */
export function graspOnRuler(on: OnRuler, at: At, button: Button): Grasp<null> | null {
  if (button !== Button.left) return null;
  // What nobody set has no ends to take hold of: a drag from its beginning makes a loop.
  const band = on.range.span;
  const near = band?.findIndex((tick) => Math.abs(on.view.x(tick) - at.x) <= REACH) ?? -1;
  const end = at.y >= NUMBERS_HEIGHT && near >= 0 ? (near as 0 | 1) : null;
  return graspIn(ON_RULER, { on, at, band, end });
}
