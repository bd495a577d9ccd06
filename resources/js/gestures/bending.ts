import type { Viewport } from '../desk/viewport.svelte';
import type { NoteTable } from '../music/notes';
import { NOTHING, within, type At, type Box, type Dropped, type Gesture, type Ground, type Shape } from './gesture';
import { HANDLE } from './paint';
import { FULL, type Scale } from './stems';

export const LANE_HANDLES = ['squeeze', 'left', 'right', 'whole'] as const;
export type LaneHandle = (typeof LANE_HANDLES)[number];

/** How near to the edges of the lane the frame may come, in CSS pixels. */
const MARGIN = 5;

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
    this.#places = notes.selectedPlaces();
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

export function laneHandleUnder(frame: Box, x: number, y: number): LaneHandle | null {
  const near = (handle: LaneHandle) => {
    const [hx, hy] = laneHandleAt(frame, handle);
    return Math.abs(hx - x) <= HANDLE && Math.abs(hy - y) <= HANDLE;
  };
  return LANE_HANDLES.find(near) ?? null;
}
