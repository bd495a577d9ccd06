import type { Levels } from '../music/levels';

/** A point of a course: a tick and a value. */
export type Point = [tick: number, value: number];

/** So many points one line of an edit may hold, and so few characters. */
const MOST_POINTS = 150;
const MOST_CHARACTERS = 1900;

/** The value of a course at a tick, in straight lines between its points. */
function valueAt(points: readonly Point[], tick: number): number {
  const k = points.findIndex(([at]) => at >= tick);
  if (k <= 0) return points[k === 0 ? 0 : points.length - 1][1];
  const [[from, a], [to, b]] = [points[k - 1], points[k]];
  return a + ((b - a) * (tick - from)) / (to - from);
}

/** As few points as keep within a deviation of all of them. */
function thinned(points: readonly Point[], deviation: number): Point[] {
  if (points.length < 3) return [...points];
  const [first, last] = [points[0], points.at(-1)!];
  let [worst, at] = [deviation, -1];
  points.slice(1, -1).forEach(([tick, value], k) => {
    const off = Math.abs(value - valueAt([first, last], tick));
    if (off > worst) [worst, at] = [off, k + 1];
  });
  return at < 0
    ? [first, last]
    : [...thinned(points.slice(0, at + 1), deviation).slice(0, -1), ...thinned(points.slice(at), deviation)];
}

/**
 * What a course that was drawn is written as: exact where it has room, and otherwise as near as it can be.
 *
 * @param unit how much of the lane's values one step of a velocity is
 */
export function written(points: readonly Point[], unit = 1): string {
  for (let deviation = 0.01; ; deviation = deviation < 0.5 * unit ? 0.5 * unit : deviation * 2) {
    const kept = thinned(points, deviation);
    const text = kept.map(([tick, value]) => `${tick}:${value}`).join(' ');
    if ((kept.length <= MOST_POINTS && text.length <= MOST_CHARACTERS) || deviation > 64 * unit) return text;
  }
}

/** The values that are taken from a course, by places; those outside of it are left out. */
export function levelsAlong(levels: Levels, places: readonly number[], points: readonly Point[]): Map<number, number> {
  const { start } = levels;
  const [from, to] = [points[0][0], points.at(-1)![0]];
  return new Map(
    places.filter((i) => start[i] >= from && start[i] <= to).map((i) => [i, levels.within(valueAt(points, start[i]))]),
  );
}
