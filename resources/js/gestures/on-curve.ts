import type { At, Dropped, Gesture } from '../pointer/gesture';
import { Button, type Grasp } from '../pointer/grasp';
import { written, type Point } from './course';

/** Places within a note go from 0 to this. */
export const WHOLE = 1000;
/** So near an end, as a share of the width, that is where one draws. */
const AT_AN_END = 0.025;

/** What a press on the curve of a note reads. */
export interface OnCurve {
  /** the size of the picture, in CSS pixels */
  width: number;
  height: number;
  /** the values at its foot and its top, and those the curve may take */
  span: readonly [low: number, high: number];
  least: number;
  most: number;
  /** the curve as it is */
  points: readonly Point[];
  /** the line that makes a course of it */
  line: (course: string) => string;
}

/** A drag over a note: a course of values that takes the place of what lies between its ends; with Shift a straight line. */
class CurveDrawing implements Gesture<readonly Point[]> {
  shape: readonly Point[];
  readonly keepsView = true;
  readonly #first: Point;

  constructor(
    private readonly on: OnCurve,
    from: At,
  ) {
    this.#first = this.#point(from);
    this.shape = [this.#first];
  }

  move(at: At): void {
    const now = this.#point(at);
    const stroke = at.shift ? [this.#first, now] : [...this.shape, now];
    this.shape = ascending(stroke);
  }

  drop(): Dropped | null {
    const [from, to] = [this.shape[0][0], this.shape.at(-1)![0]];
    const { points, most, least, line } = this.on;
    const kept = points.filter(([place]) => place < from || place > to);
    const whole = ascending([...kept, ...this.shape].map(([k, v]): Point => [Math.round(k), Math.round(v)]));
    return { lines: [line(written(whole, (most - least) / WHOLE))] };
  }

  #point({ x, y }: At): Point {
    const { width, height, span, least, most } = this.on;
    const limited = (value: number, low: number, high: number) => Math.min(high, Math.max(low, Math.round(value)));
    const along = x / width;
    // The ends are meant where one comes near them.
    const share = along < AT_AN_END ? 0 : along > 1 - AT_AN_END ? 1 : along;
    return [limited(share * WHOLE, 0, WHOLE), limited(span[0] + (1 - y / height) * (span[1] - span[0]), least, most)];
  }
}

/** Points in order, each place once: the last one said holds. */
const ascending = (points: readonly Point[]): Point[] => [...new Map(points).entries()].sort(([a], [b]) => a - b);

/** What a press on the curve of a note would do. */
export function graspOnCurve(on: OnCurve, button: Button): Grasp<readonly Point[]> | null {
  if (button !== Button.left) return null;
  return {
    cursor: 'cell',
    word: 'drag: a curve over the note · Shift: a straight line',
    // A mere press, such as the second one of those that opened it, draws nothing.
    press: (from) => ({ click: () => undefined, drag: () => new CurveDrawing(on, from) }),
  };
}
