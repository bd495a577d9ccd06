import type { Lane } from '../api';
import type { Viewport } from '../sight/viewport.svelte';
import type { Levels } from '../music/levels';

/** Kept free above the highest value, and how far heads of one moment stand apart, in CSS pixels. */
export const ROOM_ABOVE = 8;
export const FAN = 6;
/** How far beside a head a press still takes hold of it, in CSS pixels. */
export const REACH = 5;

/** From values of a lane to heights on the screen and back. */
export class Scale {
  readonly #foot: number;

  constructor(
    readonly height: number,
    readonly lane: Lane,
  ) {
    // A velocity of 1 still stands above the ground.
    this.#foot = lane.least === 1 ? 0 : lane.least;
  }

  /** The span of the lane's values. */
  get span(): number {
    return this.lane.most - this.#foot;
  }

  y(level: number): number {
    return this.height - ((level - this.#foot) / this.span) * (this.height - ROOM_ABOVE);
  }

  level(y: number): number {
    const level = Math.round(this.#foot + ((this.height - y) / (this.height - ROOM_ABOVE)) * this.span);
    return Math.min(this.lane.most, Math.max(this.lane.least, level));
  }
}

/**
 * Where the head of each value stands, of those in sight or in a span of ticks: those of one moment fan out, so that each
 * can be got hold of.
 */
export function stems(
  levels: Levels,
  view: Viewport,
  [from, to]: readonly [number, number] = [view.left, view.right],
): { place: number; x: number }[] {
  const { start, silent, count } = levels;
  const found: { place: number; x: number }[] = [];
  let [at, beside] = [-Infinity, 0];
  for (let i = levels.firstPlaceFrom(Math.floor(from)); i < count && start[i] <= to; i++) {
    if (start[i] < from || silent?.[i]) continue;
    const x = Math.round(view.x(start[i]));
    [at, beside] = levels.isOfNotes && x - at < 2 ? [at, beside + 1] : [x, 0];
    found.push({ place: i, x: x + beside * FAN });
  }
  return found;
}

/** The least width of the body of a note in a lane, in CSS pixels. */
const NARROWEST = 3;

/**
 * Where the body of each note stands in a lane: as wide as the note lasts, at most to where the next one begins, so that
 * each keeps its own.
 */
export function columns(
  levels: Levels,
  view: Viewport,
  span?: readonly [number, number],
): { place: number; x: number; width: number }[] {
  const all = stems(levels, view, span);
  return all.map(({ place, x }, k) => {
    const lasts = levels.length![place] * view.pixelsPerTick;
    const room = (all[k + 1]?.x ?? Infinity) - x;
    return { place, x, width: Math.max(NARROWEST, Math.min(lasts, room) - 1) };
  });
}

/** The place of the body whose ink lies under a point, or of the head of a point. −1 where none does. */
export function stemUnder(levels: Levels, view: Viewport, scale: Scale, x: number, y: number): number {
  let [best, place] = [Infinity, -1];
  const all: { place: number; x: number; width?: number }[] = levels.isOfNotes
    ? columns(levels, view)
    : stems(levels, view);
  for (const stem of all) {
    const off = x < stem.x ? stem.x - x : Math.max(0, x - stem.x - (stem.width ?? 0));
    const above = scale.y(levels.level[stem.place]) - y;
    const isNear = levels.isOfNotes ? above <= REACH : Math.abs(above) <= REACH + 2;
    if (off <= REACH && isNear) {
      const distance = off * 2 + Math.abs(above) / 8 - (levels.selected[stem.place] ? 3 : 0);
      if (distance < best) [best, place] = [distance, stem.place];
    }
  }
  return place;
}
