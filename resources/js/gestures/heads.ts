import type { Levels } from '../music/levels';
import { boxOf, NOTHING, within, type At, type Dropped, type Gesture, type Shape } from '../pointer/gesture';
import type { Ground } from './ground';
import { snapped } from '../pointer/snap';
import { REACH, stems, type Scale } from './stems';

/** Moved further than this across, in CSS pixels, a point moves in time too. */
const ACROSS = 8;

/** A drag on a head: that value, or all that is selected with relations kept. Points go along in time, notes do not. */
export class Lifting implements Gesture {
  shape: Shape = NOTHING;
  readonly keepsView: boolean;
  #by = 0;
  #later = 0;

  constructor(
    private readonly ground: Ground,
    private readonly levels: Levels,
    private readonly scale: Scale,
    private readonly places: number[],
    private readonly grabbed: number,
    private readonly from: At,
  ) {
    this.keepsView = levels.isOfNotes;
  }

  move(at: At): void {
    const { levels, scale, from } = this;
    const [across, up] = [at.x - from.x, at.y - from.y];
    const isAcross = at.shift && Math.abs(across) > Math.abs(up);
    this.#by = isAcross ? 0 : within(-scale.span, scale.level(at.y) - scale.level(from.y), scale.span);
    this.#later = levels.isOfNotes || (at.shift && !isAcross) || Math.abs(across) < ACROSS ? 0 : this.#moved(at);
    const level = (i: number) => levels.within(levels.level[i] + this.#by);
    const text = `${levels.level[this.grabbed]} → ${level(this.grabbed)}`;
    this.shape = {
      levels: new Map(this.places.map((i) => [i, level(i)])),
      later: this.#later,
      tag: { x: at.x, y: at.y, text },
    };
  }

  drop(): Dropped | null {
    const lines = [
      ...(this.#later === 0 ? [] : [`nudge by=${this.#later}tk`]),
      ...(this.#by === 0 ? [] : [`velocity add=${this.#by}${this.levels.named}`]),
    ];
    return lines.length === 0
      ? null
      : {
          lines,
          on: this.places.map((i) => this.levels.id[i]),
          key: this.#by === 0 ? 'nudge by=grid' : 'velocity add=1',
        };
  }

  /** So many ticks later that the one that was taken hold of lies on a line of the grid, and none before the start. */
  #moved(at: At): number {
    const { view, lines } = this.ground;
    const start = this.levels.start[this.grabbed];
    const wanted = Math.max(0, start + (at.x - this.from.x) / view.pixelsPerTick);
    const first = Math.min(...this.places.map((i) => this.levels.start[i]));
    return Math.max(-first, snapped(lines, start, wanted, at.free).tick - start);
  }
}

/** A drag over empty ground of the lane: selects the heads its box touches. */
export class BoxingHeads implements Gesture {
  shape: Shape = NOTHING;
  readonly #first: number[];

  constructor(
    private readonly ground: Ground,
    private readonly levels: Levels,
    private readonly scale: Scale,
    private readonly from: At,
    private readonly kept: number[],
  ) {
    this.#first = ground.contents.selection();
  }

  move(at: At): void {
    const { selecting, view } = this.ground;
    const { level, id } = this.levels;
    const box = boxOf(this.from, at);
    this.shape = { box };
    // What was scrolled out of sight meanwhile lies in the box all the same.
    const span = [Math.min(view.left, view.tick(box.x)), Math.max(view.right, view.tick(box.x + box.width))] as const;
    const inside = stems(this.levels, view, span).filter(({ place, x }) => {
      const y = this.scale.y(level[place]);
      return x >= box.x && x <= box.x + box.width && y >= box.y && y <= box.y + box.height;
    });
    selecting.select([...new Set([...this.kept, ...inside.map(({ place }) => id[place])])]);
  }

  drop(): null {
    return null;
  }

  cancel(): void {
    this.ground.selecting.select(this.#first);
  }
}

/** A stroke of the erase hand: takes out the points it passes, at whatever height. */
export class ErasingPoints implements Gesture {
  shape: Shape = NOTHING;
  readonly #gone = new Set<number>();
  #x: number;

  constructor(
    private readonly ground: Ground,
    private readonly levels: Levels,
    from: At,
  ) {
    this.#x = from.x;
    this.move(from);
  }

  move(at: At): void {
    const [from, to] = [Math.min(this.#x, at.x) - REACH, Math.max(this.#x, at.x) + REACH];
    for (const { place, x } of stems(this.levels, this.ground.view)) {
      if (x >= from && x <= to) this.#gone.add(place);
    }
    this.#x = at.x;
    this.shape = {
      gone: [...this.#gone],
      tag: { x: at.x, y: at.y, text: `${this.levels.counted(this.#gone.size)} out` },
    };
  }

  scrolled(x: number): void {
    this.#x += x;
  }

  drop(): Dropped | null {
    return this.#gone.size === 0
      ? null
      : { lines: ['delete'], on: [...this.#gone].map((i) => this.levels.id[i]), key: 'delete' };
  }
}
