import type { Shape } from '../pointer/gesture';
import { columns, ROOM_ABOVE, stems, type Scale } from '../gestures/stems';
import type { Viewport } from '../sight/viewport.svelte';
import type { Colours } from '../look/theme';
import type { Levels } from '../music/levels';

/** The inks of a lane: of what lies in a clip, and of what is selected. */
export interface Inks {
  of: (clip: number) => Colours;
  colours: Colours;
}

/** Heads nearer to each other than this, in CSS pixels, are drawn as the course alone. */
const NEAREST_HEADS = 5;

/** How high the edge of the ink is drawn, in CSS pixels: of inks that touch, each one's height is seen. */
const EDGE = 2;

/**
 * Velocities: each note is its own body again, as wide as it lasts and as high as the lane, with its ink standing as high
 * as it is loud. Dense, one line of ink for each column of pixels: the loudest.
 */
export function paintBodies(
  pen: CanvasRenderingContext2D,
  levels: Levels,
  view: Viewport,
  scale: Scale,
  shape: Shape | null,
  { of, colours }: Inks,
): void {
  const shaped = shape?.levels;
  const all = columns(levels, view);
  const isTaken = (i: number) => levels.selected[i] === 1 || shaped?.has(i);
  const levelOf = (i: number) => shaped?.get(i) ?? levels.level[i];
  if (all.length > view.width) {
    const tallest = new Uint8Array(Math.ceil(view.width) + 4);
    for (const chosen of [false, true]) {
      tallest.fill(0);
      for (const { place: i, x } of all) {
        if (isTaken(i) !== chosen || x < 0 || tallest[x] >= levelOf(i)) continue;
        tallest[x] = levelOf(i);
        pen.fillStyle = chosen ? colours.selection : of(levels.clip[i]).ink;
        pen.fillRect(x, scale.y(levelOf(i)), 2, scale.height);
      }
    }
    return;
  }
  for (const { place: i, x, width } of all) {
    const { tint, edge, ink } = of(levels.clip[i]);
    const y = scale.y(levelOf(i));
    pen.fillStyle = isTaken(i) ? colours['selection-tint'] : tint;
    pen.fillRect(x, ROOM_ABOVE, width, scale.height);
    pen.fillStyle = isTaken(i) ? colours.selection : edge;
    pen.fillRect(x, y, width, scale.height - y);
    pen.fillStyle = isTaken(i) ? colours.selection : ink;
    pen.fillRect(x, y, width, EDGE);
    pen.fillRect(x, y, 1, scale.height - y);
  }
}

/**
 * Points: steps as they sound, each holding until the next one of its track and channel, with a head where it is set.
 *
 * @param trackOf the track a clip lies on: what lies on different ones are courses of their own
 */
export function paintSteps(
  pen: CanvasRenderingContext2D,
  levels: Levels,
  view: Viewport,
  scale: Scale,
  shape: Shape | null,
  { of, colours }: Inks,
  trackOf: (clip: number) => number,
): void {
  const shaped = shape?.levels;
  const gone = shape?.gone ? new Set(shape.gone) : null;
  const base = Math.round(scale.y(scale.lane.least < 0 ? 0 : scale.lane.least));
  for (const places of coursesOf(levels, trackOf).values()) {
    const moves = shaped && shaped.size > 0 ? moved(levels, places, shape) : null;
    const order = moves ?? places;
    const startOf = (i: number) => levels.start[i] + (shaped?.has(i) ? (shape?.later ?? 0) : 0);
    const levelOf = (i: number) => shaped?.get(i) ?? levels.level[i];
    const first = moves ? 0 : Math.max(0, firstIn(levels.start, places, view.left) - 1);
    const { ink } = of(levels.clip[order[0]]);
    const top = new Path2D();
    const area = new Path2D();
    // The columns of pixels that several points share are one stroke from the lowest to the highest.
    let [x, low, high, last] = [-1, 0, 0, base];
    area.moveTo(0, base);
    const settle = (to: number) => {
      if (x < 0) return;
      area.lineTo(x, last);
      area.lineTo(to, last);
      top.moveTo(x, low);
      top.lineTo(x, high);
      top.moveTo(x, last);
      top.lineTo(to, last);
    };
    for (let k = first; k < order.length; k++) {
      const i = order[k];
      if (gone?.has(i)) continue;
      const tick = startOf(i);
      if (tick > view.right) break;
      const at = Math.max(0, Math.round(view.x(tick)));
      const y = scale.y(levelOf(i));
      if (at !== x) {
        settle(at);
        [x, low, high] = x < 0 ? [at, y, y] : [at, Math.min(last, y), Math.max(last, y)];
        area.lineTo(at, x < 0 ? base : last);
      } else {
        [low, high] = [Math.min(low, y), Math.max(high, y)];
      }
      last = y;
    }
    settle(view.width);
    if (x >= 0) area.lineTo(view.width, base);
    pen.fillStyle = pen.strokeStyle = ink;
    pen.globalAlpha = 0.14;
    pen.fill(area);
    pen.globalAlpha = 1;
    pen.lineWidth = 1.5;
    pen.stroke(top);
    let before = -Infinity;
    for (let k = first; k < order.length; k++) {
      const i = order[k];
      const at = view.x(startOf(i));
      if (at > view.width) break;
      const chosen = levels.selected[i] === 1 || shaped?.has(i);
      if (at < 0 || (at - before < NEAREST_HEADS && !chosen)) continue;
      before = at;
      pen.fillStyle = gone?.has(i) ? colours['color-base-300'] : chosen ? colours.selection : ink;
      pen.fillRect(Math.round(at) - 2.5, scale.y(levelOf(i)) - 2.5, 5, 5);
    }
  }
}

/** The places of each course, in order of time: those of one track and channel. */
function coursesOf(levels: Levels, trackOf: (clip: number) => number): ReadonlyMap<number, number[]> {
  let courses = cache.get(levels.id);
  if (!courses) {
    courses = new Map();
    for (let i = 0; i < levels.count; i++) {
      const key = trackOf(levels.clip[i]) * 16 + levels.channel[i];
      const places = courses.get(key);
      if (places) places.push(i);
      else courses.set(key, [i]);
    }
    cache.set(levels.id, courses);
  }
  return courses;
}

const cache = new WeakMap<Int32Array, Map<number, number[]>>();

/** Places in the order in which they would lie. */
function moved({ start }: Levels, places: readonly number[], shape: Shape | null): readonly number[] | null {
  const { levels: shaped, later } = shape ?? {};
  if (!later) return null;
  const at = (i: number) => start[i] + (shaped?.has(i) ? later : 0);
  return places.toSorted((a, b) => at(a) - at(b));
}

/** Which of some places in order of time is the first at or after a tick. */
function firstIn(start: Int32Array, places: readonly number[], tick: number): number {
  let [low, high] = [0, places.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (start[places[middle]] < tick) low = middle + 1;
    else high = middle;
  }
  return low;
}

/** What was before a preview: a mark at the height of each value that is another now. */
export function paintCaps(
  pen: CanvasRenderingContext2D,
  before: Levels,
  now: Levels,
  view: Viewport,
  scale: Scale,
  colours: Colours,
): void {
  const places = new Map(Array.from(now.id, (id, i) => [id, i] as const));
  const marked = new Set<string>();
  pen.fillStyle = colours['color-base-content'];
  const all: { place: number; x: number; width?: number }[] = before.isOfNotes
    ? columns(before, view)
    : stems(before, view);
  for (const { place: i, x, width = 4 } of all) {
    const k = places.get(before.id[i]);
    const same = k !== undefined && now.level[k] === before.level[i] && now.start[k] === before.start[i];
    const y = Math.round(scale.y(before.level[i]));
    if (!same && !marked.has(`${x} ${y}`)) {
      marked.add(`${x} ${y}`);
      pen.fillRect(x - 1, y, width + 2, 1);
    }
  }
}
