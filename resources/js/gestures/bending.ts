import type { Viewport } from '../sight/viewport.svelte';
import type { Levels } from '../music/levels';
import { NOTHING, within, type At, type Box, type Dropped, type Gesture, type Shape } from '../pointer/gesture';
import { HANDLE } from './paint';
import { stems, type Scale } from './stems';

export const LANE_HANDLES = ['squeeze', 'left', 'right', 'whole'] as const;
export type LaneHandle = (typeof LANE_HANDLES)[number];

/** How near to the edges of the lane the frame may come, in CSS pixels. */
const MARGIN = 5;

/** The frame around several selected heads; null where there are fewer than two, or none of them in sight. */
export function laneFrame(levels: Levels, view: Viewport, scale: Scale): Box | null {
  const { level, start, selected } = levels;
  let [from, to, high, low, count] = [Infinity, -Infinity, -Infinity, Infinity, 0];
  for (let i = 0; i < levels.count; i++) {
    if (selected[i]) {
      count++;
      from = Math.min(from, start[i]);
      to = Math.max(to, start[i]);
      high = Math.max(high, level[i]);
      low = Math.min(low, level[i]);
    }
  }
  if (count < 2) return null;
  // Its handles stay within reach wherever the selection goes on out of sight.
  const last = stems(levels, view, [to, to]).reduce((x, stem) => (selected[stem.place] ? stem.x : x), view.x(to));
  const [x, right] = [view.x(from) - 8, last + 10].map((edge) => within(MARGIN, edge, view.width - MARGIN));
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

/** The handles of the frame in the lane: all up and down, one end of it, or nearer together. */
export class Bending implements Gesture {
  readonly keepsView = true;
  shape: Shape = NOTHING;
  #dropped: Dropped | null = null;
  readonly #places: number[];

  constructor(
    private readonly levels: Levels,
    private readonly scale: Scale,
    private readonly handle: LaneHandle,
    private readonly from: At,
  ) {
    this.#places = levels.selectedPlaces();
  }

  move(at: At): void {
    const { start, level: value, named, lane } = this.levels;
    const most = lane.most - lane.least;
    const by = within(-most, this.scale.level(at.y) - this.scale.level(this.from.y), most);
    const [from, to] = [start[this.#places[0]], start[this.#places.at(-1)!]];
    const mean = this.#places.reduce((sum, i) => sum + value[i], 0) / this.#places.length;
    const middle = at.ctrl ? this.scale.level(at.y) : mean;
    const amount = within(-100, Math.round(((at.y - this.from.y) / this.scale.height) * 200), 100);
    const along = (i: number) => (to === from ? 1 : (start[i] - from) / (to - from));
    const [level, text, line]: [(i: number) => number, string, string] = {
      whole: [(i: number) => value[i] + by, `${by >= 0 ? '+' : '−'}${Math.abs(by)}`, `velocity add=${by}${named}`],
      left: [
        (i: number) => value[i] + by * (1 - along(i)),
        `left end ${by}`,
        `course at="${from}:${by} ${to}:0" mode=add${named}`,
      ],
      right: [
        (i: number) => value[i] + by * along(i),
        `right end ${by}`,
        `course at="${from}:0 ${to}:${by}" mode=add${named}`,
      ],
      squeeze: [
        (i: number) => middle + (value[i] - middle) * (1 - amount / 100),
        `${amount >= 0 ? 'squeezed' : 'spread'} ${Math.abs(amount)} % ${at.ctrl ? `to ${Math.round(middle)}` : 'to the mean'}`,
        `squeeze amount=${amount}${at.ctrl ? ` toward=${Math.round(middle)}` : ''}${named}`,
      ],
    }[this.handle] as [(i: number) => number, string, string];
    this.shape = {
      levels: new Map(this.#places.map((i) => [i, this.levels.within(level(i))])),
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

export function laneHandleUnder(frame: Box, x: number, y: number): LaneHandle | null {
  const near = (handle: LaneHandle) => {
    const [hx, hy] = laneHandleAt(frame, handle);
    return Math.abs(hx - x) <= HANDLE && Math.abs(hy - y) <= HANDLE;
  };
  return LANE_HANDLES.find(near) ?? null;
}
