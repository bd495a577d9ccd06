import type { NoteTable } from '../music/notes';
import type { Viewport } from '../desk/viewport.svelte';
import { levelsAlong, written, type Point } from './course';
import { within, type At, type Box, type Dropped, type Gesture, type Ground, type Shape, NOTHING } from './gesture';

export const FULL = 127;
/** Kept free above the loudest, and how far heads of one moment stand apart, in CSS pixels. */
export const ROOM_ABOVE = 8;
export const FAN = 6;
const REACH = 5;
const MARGIN = 5;

/** From velocities to heights of the lane and back. */
export class Scale {
  constructor(readonly height: number) {}

  y(velocity: number): number {
    return this.height - (velocity / FULL) * (this.height - ROOM_ABOVE);
  }

  velocity(y: number): number {
    return within(1, Math.round(((this.height - y) / (this.height - ROOM_ABOVE)) * FULL), FULL);
  }
}

/** Where the stem of each note in sight stands: those of one moment fan out, so that each can be got hold of. */
export function stems(notes: NoteTable, view: Viewport): { place: number; x: number }[] {
  const { start, muted } = notes.columns;
  const found: { place: number; x: number }[] = [];
  let [at, beside] = [-Infinity, 0];
  for (let i = notes.firstPlaceFrom(view.left); i < notes.count && start[i] <= view.right; i++) {
    if (start[i] < view.left || muted[i]) continue;
    const x = Math.round(view.x(start[i]));
    [at, beside] = x - at < 2 ? [at, beside + 1] : [x, 0];
    found.push({ place: i, x: x + beside * FAN });
  }
  return found;
}

/** The note whose head or stem lies under a point; the one nearest in height where several do. −1 where none does. */
export function stemUnder(notes: NoteTable, view: Viewport, scale: Scale, x: number, y: number): number {
  const { velocity } = notes.columns;
  let [best, place] = [Infinity, -1];
  for (const stem of stems(notes, view)) {
    const off = Math.abs(stem.x - x);
    const above = scale.y(velocity[stem.place]) - y;
    if (off <= REACH && above <= REACH) {
      const distance = off * 2 + Math.abs(above) / 8 - (notes.selected[stem.place] ? 3 : 0);
      if (distance < best) [best, place] = [distance, stem.place];
    }
  }
  return place;
}

/** A drag on a head: that note, or the whole selection with relations kept. */
export class Lifting implements Gesture {
  shape: Shape = NOTHING;
  #by = 0;

  constructor(
    private readonly ground: Ground,
    private readonly scale: Scale,
    private readonly places: number[],
    private readonly grabbed: number,
    private readonly from: At,
  ) {}

  move(at: At): void {
    const { velocity } = this.ground.notes.columns;
    this.#by = within(-126, this.scale.velocity(at.y) - this.scale.velocity(this.from.y), 126);
    const level = (i: number) => within(1, velocity[i] + this.#by, FULL);
    const text = `${velocity[this.grabbed]} → ${level(this.grabbed)}`;
    this.shape = { levels: new Map(this.places.map((i) => [i, level(i)])), tag: { x: at.x, y: at.y, text } };
  }

  drop(): Dropped | null {
    const { id } = this.ground.notes.columns;
    return this.#by === 0
      ? null
      : { lines: [`velocity add=${this.#by}`], on: this.places.map((i) => id[i]), key: 'velocity add=1' };
  }
}

/** How a course runs from the press to where the pointer is. */
export type Way = 'free' | 'line' | 'curve' | 'level';

const BEND = 2.5;
const BEND_POINTS = 24;

/** A drag across: a course that every note passed takes on, or only the selected ones where one of them is passed. */
export class Coursing implements Gesture {
  shape: Shape = NOTHING;
  readonly #drawn = new Map<number, number>();
  #at: At;
  #points: Point[] = [];

  constructor(
    private readonly ground: Ground,
    private readonly scale: Scale,
    private readonly from: At,
    private readonly way: (at: At) => Way,
  ) {
    this.#at = from;
    this.move(from);
  }

  move(at: At): void {
    const { view } = this.ground;
    const way = this.way(at);
    this.#draw(at);
    const [a, b] = [this.from, at].toSorted((one, other) => one.x - other.x);
    const tick = (x: number) => Math.max(0, Math.round(view.tick(x)));
    const value = ({ y }: At) => this.scale.velocity(y);
    const share = (k: number) => k / BEND_POINTS;
    const reach = REACH / view.pixelsPerTick;
    const [first, last] = [Math.max(0, Math.floor(tick(a.x) - reach)), Math.ceil(tick(b.x) + reach)];
    const ends: Record<Way, () => Point[]> = {
      free: () => this.#path(),
      level: () => [
        [first, value(at)],
        [last, value(at)],
      ],
      line: () => [
        [first, value(a)],
        [last, value(b)],
      ],
      curve: () =>
        Array.from({ length: BEND_POINTS + 1 }, (_, k): Point => [
          Math.round(first + (last - first) * share(k)),
          Math.round(value(a) + (value(b) - value(a)) * share(k) ** BEND),
        ]),
    };
    this.#points = ascending(ends[way]());
    const places = this.#passed();
    const levels = levelsAlong(this.ground.notes, places, this.#points);
    this.shape = {
      levels,
      path: this.#points.map(([at, level]) => [view.x(at), this.scale.y(level)] as const),
      tag: { x: at.x, y: at.y, text: `${value(at)} · ${levels.size} note${levels.size === 1 ? '' : 's'}` },
    };
  }

  drop(): Dropped | null {
    const { notes } = this.ground;
    const { id, start } = notes.columns;
    const levels = this.shape.levels ?? new Map<number, number>();
    if (levels.size === 0) return null;
    // What the notes take is written down, not every bend of the hand.
    const points = ascending([...levels].map(([i, level]): Point => [start[i], level]));
    return {
      lines: [`course at="${written(points)}"`],
      on: [...levels.keys()].map((i) => id[i]),
      key: 'ramp from=40 to=110',
    };
  }

  /** Marks the columns of pixels from the last place to this one. */
  #draw(at: At): void {
    const [from, to] = [Math.round(this.#at.x), Math.round(at.x)];
    const way = Math.sign(to - from) || 1;
    for (let x = from; ; x += way) {
      const share = to === from ? 1 : (x - from) / (to - from);
      this.#drawn.set(x, this.#at.y + (at.y - this.#at.y) * share);
      if (x === to) break;
    }
    this.#at = { ...at };
  }

  #path(): Point[] {
    const { view } = this.ground;
    const columns = [...this.#drawn].sort(([a], [b]) => a - b);
    const reach = REACH / view.pixelsPerTick;
    const points = columns.map(([x, y]): Point => [Math.max(0, Math.round(view.tick(x))), this.scale.velocity(y)]);
    return [
      [Math.max(0, Math.floor(points[0][0] - reach)), points[0][1]],
      ...points,
      [Math.ceil(points.at(-1)![0] + reach), points.at(-1)![1]],
    ];
  }

  #passed(): number[] {
    const { notes } = this.ground;
    const { start, id } = notes.columns;
    const [from, to] = [this.#points[0][0], this.#points.at(-1)![0]];
    const passed = Array.from(id.keys()).filter((i) => start[i] >= from && start[i] <= to);
    return passed.some((i) => notes.selected[i]) ? passed.filter((i) => notes.selected[i]) : passed;
  }
}

/** Points in order of time, each moment once: the last one said holds. */
function ascending(points: Point[]): Point[] {
  return [...new Map(points).entries()].sort(([a], [b]) => a - b);
}

/** A drag over empty ground of the lane: selects the heads its box touches. */
export class BoxingHeads implements Gesture {
  shape: Shape = NOTHING;
  readonly #first: number[];

  constructor(
    private readonly ground: Ground,
    private readonly scale: Scale,
    private readonly from: At,
    private readonly kept: number[],
  ) {
    this.#first = ground.notes.selection();
  }

  move(at: At): void {
    const { desk, notes, view } = this.ground;
    const { velocity, id } = notes.columns;
    const [left, right] = [Math.min(this.from.x, at.x), Math.max(this.from.x, at.x)];
    const [top, foot] = [Math.min(this.from.y, at.y), Math.max(this.from.y, at.y)];
    this.shape = { box: { x: left, y: top, width: right - left, height: foot - top } };
    const inside = stems(notes, view).filter(({ place, x }) => {
      const y = this.scale.y(velocity[place]);
      return x >= left && x <= right && y >= top && y <= foot;
    });
    desk.select([...new Set([...this.kept, ...inside.map(({ place }) => id[place])])]);
  }

  drop(): null {
    return null;
  }

  cancel(): void {
    this.ground.desk.select(this.#first);
  }
}

export type LaneHandle = 'whole' | 'left' | 'right' | 'squeeze';

/** The frame around several selected heads; null where there are fewer than two, or none of them in sight. */
export function laneFrame(notes: NoteTable, view: Viewport, scale: Scale): Box | null {
  if (notes.selectedCount < 2) return null;
  const { velocity, start } = notes.columns;
  let [from, to, high, low] = [Infinity, -Infinity, 0, FULL];
  for (let i = 0; i < notes.count; i++) {
    if (notes.selected[i]) {
      from = Math.min(from, start[i]);
      to = Math.max(to, start[i]);
      high = Math.max(high, velocity[i]);
      low = Math.min(low, velocity[i]);
    }
  }
  // Its handles stay within reach wherever the selection goes on out of sight.
  const [x, right] = [view.x(from) - 8, view.x(to) + 8].map((edge) => within(MARGIN, edge, view.width - MARGIN));
  const [y, foot] = [scale.y(high) - 7, scale.y(low) + 7].map((edge) => within(MARGIN, edge, scale.height - MARGIN));
  return { x, y, width: right - x, height: foot - y };
}

export function laneHandleAt({ x, y, width, height }: Box, handle: LaneHandle): [x: number, y: number] {
  return {
    whole: [x + width / 2, y + height] as [number, number],
    squeeze: [x + width / 2, y] as [number, number],
    left: [x, y + height / 2] as [number, number],
    right: [x + width, y + height / 2] as [number, number],
  }[handle];
}

export const LANE_HANDLES: LaneHandle[] = ['squeeze', 'left', 'right', 'whole'];

/** The handles of the frame in the lane: all up and down, one end of it, or nearer together. */
export class Bending implements Gesture {
  shape: Shape = NOTHING;
  #dropped: Dropped | null = null;
  readonly #places: number[];

  constructor(
    private readonly ground: Ground,
    private readonly scale: Scale,
    private readonly handle: LaneHandle,
    private readonly from: At,
  ) {
    const { notes } = ground;
    this.#places = Array.from(notes.columns.id.keys()).filter((i) => notes.selected[i]);
  }

  move(at: At): void {
    const { start, velocity } = this.ground.notes.columns;
    const by = within(-126, this.scale.velocity(at.y) - this.scale.velocity(this.from.y), 126);
    const [from, to] = [start[this.#places[0]], start[this.#places.at(-1)!]];
    const limited = (value: number) => within(1, Math.round(value), FULL);
    const mean = this.#places.reduce((sum, i) => sum + velocity[i], 0) / this.#places.length;
    const middle = at.ctrl ? this.scale.velocity(at.y) : mean;
    const amount = within(-100, Math.round(((at.y - this.from.y) / this.scale.height) * 200), 100);
    const along = (i: number) => (to === from ? 1 : (start[i] - from) / (to - from));
    const [level, text, line]: [(i: number) => number, string, string] = {
      whole: [(i: number) => velocity[i] + by, `${by >= 0 ? '+' : '−'}${Math.abs(by)}`, `velocity add=${by}`],
      left: [
        (i: number) => velocity[i] + by * (1 - along(i)),
        `left end ${by}`,
        `course at="${from}:${by} ${to}:0" mode=add`,
      ],
      right: [
        (i: number) => velocity[i] + by * along(i),
        `right end ${by}`,
        `course at="${from}:0 ${to}:${by}" mode=add`,
      ],
      squeeze: [
        (i: number) => middle + (velocity[i] - middle) * (1 - amount / 100),
        `${amount >= 0 ? 'squeezed' : 'spread'} ${Math.abs(amount)} % ${at.ctrl ? `to ${Math.round(middle)}` : 'to the mean'}`,
        `squeeze amount=${amount}${at.ctrl ? ` toward=${Math.round(middle)}` : ''}`,
      ],
    }[this.handle] as [(i: number) => number, string, string];
    this.shape = {
      levels: new Map(this.#places.map((i) => [i, limited(level(i))])),
      tag: { x: at.x, y: at.y, text },
    };
    const isNothing = this.handle === 'squeeze' ? amount === 0 : by === 0;
    this.#dropped =
      isNothing || (this.handle !== 'whole' && this.handle !== 'squeeze' && from === to)
        ? null
        : { lines: [line], key: line.split(' ')[0] };
  }

  drop(): Dropped | null {
    return this.#dropped;
  }
}
