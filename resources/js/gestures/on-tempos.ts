import type { ConductorEvent } from '../api';
import { holding } from '../music/conductor';
import { FASTEST, SLOWEST } from '../music/limits';
import type { GridLines } from '../music/time';
import { within, type At, type Dropped, type Gesture } from '../pointer/gesture';
import { Button, type Grasp } from '../pointer/grasp';
import { tickAt } from '../pointer/snap';
import type { Viewport } from '../sight/viewport.svelte';

/** What a press on the row of tempos reads and asks. */
export interface OnTempos {
  view: Viewport;
  lines: GridLines;
  events: readonly ConductorEvent[];
  /** how many BPM a CSS pixel is */
  bpmPerPixel: number;
  refuse: (why: string) => void;
}

/** What a drag would do: another tempo from a tick on, or a ramp from one place to another. */
export interface TempoShape {
  x: number;
  y: number;
  bpm: number;
  tick: number;
  to: number;
  ramp: boolean;
}

/** The tempo that holds at a tick, in BPM. */
export const tempoAt = (events: readonly ConductorEvent[], tick: number): number =>
  parseFloat(holding(events, 'tempo', Math.max(0, tick))?.label ?? '120');

/** A tempo in steps of 1, or free of them of 0.1 BPM. */
export function roundedTempo(bpm: number, free: boolean): number {
  const step = free ? 10 : 1;
  return within(SLOWEST, Math.round(bpm * step) / step, FASTEST);
}

/** A drag on the row of tempos: up and down another tempo, with Shift a ramp across. */
class TempoDrag implements Gesture<TempoShape> {
  shape: TempoShape;
  readonly keepsView = true;
  readonly #isRamp: boolean;

  constructor(
    private readonly on: OnTempos,
    private readonly from: At,
  ) {
    this.#isRamp = from.shift;
    this.shape = this.#at(from);
  }

  move(at: At): void {
    this.shape = this.#at(at);
  }

  drop(): Dropped | null {
    const { ramp, tick, to, bpm } = this.shape;
    if (ramp && to > tick) return { lines: [`tempo-ramp to=${bpm} range=${tick}..${to}`] };
    if (ramp) this.on.refuse('A ramp goes from left to right.');
    else if (bpm !== tempoAt(this.on.events, tick)) return { lines: [`tempo to=${bpm} at=${tick}`] };
    return null;
  }

  #at(at: At): TempoShape {
    const { view, lines, events, bpmPerPixel } = this.on;
    const tick = this.#isRamp
      ? tickAt(lines, view, this.from.x, at.free)
      : (holding(events, 'tempo', view.tick(this.from.x))?.tick ?? 0);
    return {
      x: at.x,
      y: at.y,
      ramp: this.#isRamp,
      tick,
      to: tickAt(lines, view, at.x, at.free),
      bpm: roundedTempo(tempoAt(events, tick) + (this.from.y - at.y) * bpmPerPixel, at.free),
    };
  }
}

/** What a press on the row of tempos would do. */
export function graspOnTempos(on: OnTempos, button: Button): Grasp<TempoShape> | null {
  if (button !== Button.left) return null;
  return {
    cursor: 'ns-resize',
    word: 'up and down: tempo · Shift and drag across: a ramp · Alt: finer · two presses: a new tempo here',
    press: (from) => ({ drag: () => new TempoDrag(on, from), click: () => undefined }),
  };
}
