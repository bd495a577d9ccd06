import { boxOf, type At, type Dropped, type Gesture } from '../pointer/gesture';
import { tickAt } from '../pointer/snap';
import { clipAt } from '../sight/clip-hit';
import type { ClipShape } from './clip-dragging';
import type { ClipGround } from './clip-ground';

type Rows = readonly [first: number, last: number];

/** Chooses what lies in a span of time on some rows, beside what was chosen. */
function chooseIn(
  { chosenClips }: ClipGround,
  kept: readonly number[],
  span: readonly [number, number],
  rows: Rows,
): void {
  const inside = chosenClips.all.filter(
    ({ clip, row }) => row >= rows[0] && row <= rows[1] && clip.start < span[1] && clip.start + clip.length > span[0],
  );
  chosenClips.choose([...kept, ...inside.map(({ clip }) => clip.id)]);
}

/** The box on the screen of a span of time on some rows. */
function boxAt({ arranging }: ClipGround, [from, to]: readonly [number, number], [first, last]: Rows) {
  const rows = arranging.heights.length;
  const [x, y] = [arranging.view.x(from), arranging.y(Math.min(first, rows - 1))];
  return { x, y, width: arranging.view.x(to) - x, height: arranging.y(Math.min(last + 1, rows)) - y };
}

/** From line to line around two places across, a line apart at least. */
function spanOf({ lines, arranging }: ClipGround, a: At, b: At, free: boolean): [number, number] {
  const at = (x: number) => tickAt(lines, arranging.view, x, free);
  const [from, to] = [at(Math.min(a.x, b.x)), at(Math.max(a.x, b.x))];
  return [from, Math.max(to, lines.around(from).after)];
}

/** A drag over empty ground: chooses what its box touches. */
export class BoxingClips implements Gesture<ClipShape> {
  shape: ClipShape = {};
  readonly keepsView = true;
  readonly #first: readonly number[];

  constructor(
    private readonly on: ClipGround,
    private readonly from: At,
    private readonly kept: readonly number[],
  ) {
    this.#first = on.chosenClips.ids;
  }

  move(at: At): void {
    const { arranging } = this.on;
    const box = boxOf(this.from, at);
    this.shape = { box };
    const { view } = arranging;
    chooseIn(
      this.on,
      this.kept,
      [view.tick(box.x), view.tick(box.x + box.width)],
      [arranging.rowAt(box.y), arranging.rowAt(box.y + box.height)],
    );
  }

  drop(): null {
    return null;
  }

  cancel(): void {
    this.on.chosenClips.choose(this.#first);
  }
}

/** A drag with Alt: a range over some rows, with what lies in it. */
export class RangingClips implements Gesture<ClipShape> {
  shape: ClipShape = {};
  readonly keepsView = true;
  readonly #first: readonly number[];
  readonly #before: [number, number] | null;

  constructor(
    private readonly on: ClipGround,
    private readonly from: At,
    private readonly kept: readonly number[],
  ) {
    this.#first = on.chosenClips.ids;
    this.#before = on.range.span;
  }

  move(at: At): void {
    const { arranging, hands, range } = this.on;
    const span = spanOf(this.on, this.from, at, hands.free);
    const [first, last] = [this.from, at].map(({ y }) => arranging.rowAt(y)).toSorted((a, b) => a - b);
    range.put(span);
    this.shape = { box: boxAt(this.on, span, [first, last]) };
    chooseIn(this.on, this.kept, span, [first, last]);
  }

  drop(): null {
    const { range } = this.on;
    range.set(range.span);
    return null;
  }

  cancel(): void {
    this.on.range.put(this.#before);
    this.on.chosenClips.choose(this.#first);
  }
}

/** A drag in the draw hand: a new clip as long as was dragged. */
export class DrawingClip implements Gesture<ClipShape> {
  shape: ClipShape = {};
  readonly keepsView = true;
  #span: [number, number];

  constructor(
    private readonly on: ClipGround,
    private readonly from: At,
    private readonly row: number,
  ) {
    this.#span = spanOf(on, from, from, from.free);
  }

  move(at: At): void {
    this.#span = spanOf(this.on, this.from, at, at.free);
    this.shape = { box: boxAt(this.on, this.#span, [this.row, this.row]) };
  }

  drop(): Dropped {
    return { lines: [newClip(this.#span, this.row)] };
  }
}

/** The line that puts in a clip; rows are counted from 0. */
export const newClip = ([from, to]: readonly [number, number], row: number): string =>
  `clip-new at=${from} length=${to - from}tk of=${row + 1}`;

/** A press or a stroke of the erase hand: the clips it passes go once it is let go. */
export class RubbingClips implements Gesture<ClipShape> {
  readonly shape: ClipShape = {};
  readonly keepsView = true;
  readonly #first: readonly number[];
  #rubbed: number[] = [];

  constructor(
    private readonly on: ClipGround,
    from: At,
  ) {
    this.#first = on.chosenClips.ids;
    this.move(from);
  }

  move({ x, y }: At): void {
    const { arranging, chosenClips } = this.on;
    const found = clipAt(arranging, chosenClips, x, y)?.placed.clip.id;
    if (found !== undefined) this.#rubbed = [...new Set([...this.#rubbed, found])];
    chosenClips.choose(this.#rubbed);
  }

  drop(): Dropped | null {
    return this.#rubbed.length > 0 ? { lines: ['clip-delete'] } : null;
  }

  cancel(): void {
    this.on.chosenClips.choose(this.#first);
  }
}
