import { WAVES, type Stroke, type Wave } from '../music/lanes';
import type { Levels } from '../music/levels';
import { levelsAlong, written, type Point } from './course';
import { NOTHING, within, type At, type Dropped, type Gesture, type Shape } from '../pointer/gesture';
import type { Ground } from './ground';
import { nearestLine } from '../pointer/snap';
import { REACH, type Scale } from './stems';

/** What a curve is raised to, and how much more or less by a notch of the wheel. */
const BEND = 2.5;
const MOST_BEND = 8;
const NOTCH = 1.25;
const BEND_POINTS = 24;
/** How finely a wave is sketched before the core draws it, in CSS pixels. */
const SKETCHED = 3;

const isWave = (way: Stroke): way is Wave => way in WAVES;

/**
 * A drag across: a course that every note passed takes on, or that is drawn in a lane of points; only what is selected
 * follows it where it begins at something selected.
 */
export class Coursing implements Gesture {
  shape: Shape = NOTHING;
  /** heights in CSS pixels, by columns of pixels counted from the start of the song, for the view may scroll */
  readonly #drawn = new Map<number, number>();
  #at: { column: number; y: number };
  #way: Stroke = 'free';
  #bend = BEND;
  #last: At;
  #points: Point[] = [];

  constructor(
    private readonly ground: Ground,
    private readonly levels: Levels,
    private readonly scale: Scale,
    private readonly from: At,
    private readonly way: (at: At) => Stroke,
  ) {
    this.#at = { column: this.#column(from), y: from.y };
    this.#last = from;
    this.move(from);
  }

  move(at: At): void {
    const { view } = this.ground;
    const { levels } = this;
    const way = (this.#way = this.way(at));
    this.#last = at;
    this.#draw(at);
    const [a, b] = [this.from, at].toSorted((one, other) => one.x - other.x);
    const tick = (x: number) => Math.max(0, Math.round(view.tick(x)));
    const value = ({ y }: At) => this.scale.level(y);
    const share = (k: number) => k / BEND_POINTS;
    // A hand need not begin exactly at the first note that is meant.
    const reach = levels.isOfNotes ? REACH / view.pixelsPerTick : 0;
    const [first, last] = [Math.max(0, Math.floor(tick(a.x) - reach)), Math.ceil(tick(b.x) + reach)];
    const ends: Record<Exclude<Stroke, Wave>, () => Point[]> = {
      free: () => this.#path(reach),
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
          Math.round(value(a) + (value(b) - value(a)) * share(k) ** this.#bend),
        ]),
    };
    this.#points = ascending(isWave(way) ? this.#wave(way, first, last, at) : ends[way]());
    const taken = levelsAlong(levels, this.#passed(), this.#points);
    const counted = levels.isOfNotes || this.#onSelected ? ` · ${levels.counted(taken.size)}` : '';
    this.shape = {
      levels: levels.isOfNotes || this.#onSelected ? taken : new Map(),
      path: this.#points.map(([at, level]) => [view.x(at), this.scale.y(level)] as const),
      tag: { x: at.x, y: at.y, text: `${isWave(way) ? `${this.#bounds(at).join(' to ')}` : value(at)}${counted}` },
    };
  }

  /** Bends a curve more, or less, and beyond the straight line the other way. */
  turn(by: 1 | -1): void {
    this.#bend = within(1 / MOST_BEND, this.#bend * NOTCH ** by, MOST_BEND);
    this.move(this.#last);
  }

  drop(): Dropped | null {
    const { levels } = this;
    const taken = this.shape.levels ?? new Map<number, number>();
    const draws = !levels.isOfNotes && !this.#onSelected;
    if (taken.size === 0 && !draws) return null;
    const on = [...taken.keys()].map((i) => levels.id[i]);
    if (isWave(this.#way)) {
      const [low, high] = this.#bounds(this.#at);
      const range = `${this.#points[0][0]}..${Math.max(this.#points[0][0] + 1, this.#points.at(-1)![0])}`;
      return {
        lines: [`wave shape=${this.#way} low=${low} high=${high} range=${range}${levels.named}`],
        on,
        key: 'wave',
      };
    }
    // What notes take is written down, not every bend of the hand; where it draws, how it was drawn.
    const points = draws ? this.#snapped() : ascending([...taken].map(([i, level]): Point => [levels.start[i], level]));
    return {
      lines: [`course at="${written(points, this.scale.span / 127)}"${levels.named}`],
      on,
      key: 'ramp from=40 to=110',
    };
  }

  /** A press without a drag sets one point, on the grid. */
  #snapped(): Point[] {
    const { lines, view } = this.ground;
    const isPress = this.#points.at(-1)![0] - this.#points[0][0] < REACH / view.pixelsPerTick;
    return isPress ? [[nearestLine(lines, view, this.#points[0][0]), this.#points[0][1]]] : this.#points;
  }

  /** The lowest and the highest value of a wave: where it was pressed, and where the pointer is. */
  #bounds(at: Pick<At, 'y'>): [low: number, high: number] {
    const ends = [this.scale.level(this.from.y), this.scale.level(at.y)];
    return [Math.min(...ends), Math.max(...ends)];
  }

  #wave(way: Wave, first: number, last: number, at: At): Point[] {
    const { view, lines } = this.ground;
    const [low, high] = this.#bounds(at);
    const { before, after } = lines.around(first);
    const [period, step] = [Math.max(1, after - before), Math.max(1, Math.round(SKETCHED / view.pixelsPerTick))];
    const points: Point[] = [];
    for (let tick = first; tick < last; tick += step) {
      points.push([tick, Math.round(low + (high - low) * WAVES[way](((tick - first) / period) % 1))]);
    }
    return [...points, [Math.max(last, first + 1), points.at(-1)?.[1] ?? low]];
  }

  #column({ x }: At): number {
    const { view } = this.ground;
    return Math.round(x + view.left * view.pixelsPerTick);
  }

  /** Marks the columns of pixels from the last place to this one. */
  #draw(at: At): void {
    const [from, to] = [this.#at.column, this.#column(at)];
    const way = Math.sign(to - from) || 1;
    for (let x = from; ; x += way) {
      const share = to === from ? 1 : (x - from) / (to - from);
      this.#drawn.set(x, this.#at.y + (at.y - this.#at.y) * share);
      if (x === to) break;
    }
    this.#at = { column: to, y: at.y };
  }

  #path(reach: number): Point[] {
    const { view } = this.ground;
    const columns = [...this.#drawn].sort(([a], [b]) => a - b);
    const points = columns.map(([x, y]): Point => [
      Math.max(0, Math.round(x / view.pixelsPerTick)),
      this.scale.level(y),
    ]);
    return [
      [Math.max(0, Math.floor(points[0][0] - reach)), points[0][1]],
      ...points,
      [Math.ceil(points.at(-1)![0] + reach), points.at(-1)![1]],
    ];
  }

  get #onSelected(): boolean {
    const { start, selected, count } = this.levels;
    const pressed = this.ground.view.tick(this.from.x);
    const reach = this.levels.isOfNotes ? Infinity : REACH / this.ground.view.pixelsPerTick;
    const near = this.#within().map((i) => Math.abs(start[i] - pressed));
    const nearest = near.reduce((least, one) => Math.min(least, one), Infinity);
    return (
      count > 0 &&
      nearest <= reach &&
      this.#within().some((i) => selected[i] && Math.abs(start[i] - pressed) === nearest)
    );
  }

  #within(): number[] {
    const { levels } = this;
    const [from, to] = [this.#points[0][0], this.#points.at(-1)![0]];
    const places: number[] = [];
    for (let i = levels.firstPlaceFrom(from); i < levels.count && levels.start[i] <= to; i++) places.push(i);
    return places;
  }

  #passed(): number[] {
    const passed = this.#within();
    return this.#onSelected ? passed.filter((i) => this.levels.selected[i]) : passed;
  }
}

/** Points in order of time, each moment once: the last one said holds. */
function ascending(points: Point[]): Point[] {
  return [...new Map(points).entries()].sort(([a], [b]) => a - b);
}
