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

/** The place whose head lies under a point, of notes also whose stem; the one nearest in height where several do. −1 where none does. */
export function stemUnder(levels: Levels, view: Viewport, scale: Scale, x: number, y: number): number {
  let [best, place] = [Infinity, -1];
  for (const stem of stems(levels, view)) {
    const off = Math.abs(stem.x - x);
    const above = scale.y(levels.level[stem.place]) - y;
    const isNear = levels.isOfNotes ? above <= REACH : Math.abs(above) <= REACH + 2;
    if (off <= REACH && isNear) {
      const distance = off * 2 + Math.abs(above) / 8 - (levels.selected[stem.place] ? 3 : 0);
      if (distance < best) [best, place] = [distance, stem.place];
    }
  }
  return place;
}
