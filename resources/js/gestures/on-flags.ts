import type { Flag } from '../music/conductor';
import type { GridLines } from '../music/time';
import type { At, Dropped, Gesture } from '../pointer/gesture';
import { Button, type Grasp } from '../pointer/grasp';
import { tickAt } from '../pointer/snap';
import type { Viewport } from '../sight/viewport.svelte';

/** What a press on flags of the conductor reads and asks. */
export interface OnFlags {
  view: Viewport;
  lines: GridLines;
  flagAt: (x: number) => Flag | undefined;
  /** what a press without a drag does, and in words */
  press: (flag: Flag) => void;
  hint: string;
  refuse: (why: string) => void;
}

/** Where a flag would stand. */
export interface MovedFlag {
  flag: Flag;
  tick: number;
}

/** The lines that move all that stands at a flag; none where all of it stays: what the song begins with. */
export function linesToMove({ events, tick }: Flag, to: number): string[] {
  return events
    .filter(({ kind }) => tick > 0 || kind === 'marker' || kind === 'chord')
    .map(({ kind }) => `conductor-move what=${kind} at=${tick} to=${to}`);
}

/** A drag of a flag along the song. */
class MovingFlag implements Gesture<MovedFlag> {
  shape: MovedFlag;
  readonly keepsView = true;

  constructor(
    private readonly on: OnFlags,
    private readonly flag: Flag,
    private readonly from: At,
  ) {
    this.shape = { flag, tick: flag.tick };
  }

  move(at: At): void {
    const { view, lines } = this.on;
    const x = view.x(this.flag.tick) + at.x - this.from.x;
    this.shape = { flag: this.flag, tick: tickAt(lines, view, x, at.free) };
  }

  drop(): Dropped | null {
    const { flag, tick } = this.shape;
    if (tick === flag.tick) return null;
    const lines = linesToMove(flag, tick);
    if (lines.length > 0) return { lines };
    this.on.refuse('What the song begins with stays at its beginning.');
    return null;
  }
}

/** What a press on flags would do. */
export function graspOnFlags(on: OnFlags, at: At, button: Button): Grasp<MovedFlag> | null {
  const flag = button === Button.left ? on.flagAt(at.x) : undefined;
  if (!flag) return null;
  return {
    cursor: 'pointer',
    word: `${on.hint} · drag: move · Alt: free of the grid`,
    press: (from) => ({ drag: () => new MovingFlag(on, flag, from), click: () => on.press(flag) }),
  };
}
