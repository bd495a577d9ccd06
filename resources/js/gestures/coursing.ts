import { levelsAlong, written, type Point } from './course';
import { NOTHING, type At, type Dropped, type Gesture, type Ground, type Shape } from './gesture';
import { REACH, type Scale } from './stems';

/** How a course runs from the press to where the pointer is. */
export type Way = 'free' | 'line' | 'curve' | 'level';

const BEND = 2.5;
const BEND_POINTS = 24;

/** A drag across: a course that every note passed takes on, or only the selected ones where it begins at one of them. */
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
    const pressed = this.ground.view.tick(this.from.x);
    const away = (i: number) => Math.abs(start[i] - pressed);
    const nearest = passed.reduce((least, i) => Math.min(least, away(i)), Infinity);
    return passed.some((i) => notes.selected[i] && away(i) === nearest)
      ? passed.filter((i) => notes.selected[i])
      : passed;
  }
}

/** Points in order of time, each moment once: the last one said holds. */
function ascending(points: Point[]): Point[] {
  return [...new Map(points).entries()].sort(([a], [b]) => a - b);
}
