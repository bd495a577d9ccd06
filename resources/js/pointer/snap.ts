import type { Viewport } from '../sight/viewport.svelte';
import type { GridLines } from '../music/time';

/** Where a dragged edge lands, and what caught it; '' where it is free of the grid. */
export interface Snapped {
  tick: number;
  by: '' | 'on a line' | 'as far from its line' | 'where it was';
}

/**
 * Of the lines of the grid, the places as far from a line as the edge was, and where it was, the nearest one catches a
 * dragged edge; the line where several are as near.
 */
export function snapped(lines: Pick<GridLines, 'nearest'>, edge: number, to: number, free: boolean): Snapped {
  const wanted = Math.max(0, to);
  if (free) {
    return { tick: Math.round(wanted), by: '' };
  }
  const off = edge - lines.nearest(edge);
  const offered: Snapped[] = [
    { tick: lines.nearest(wanted), by: 'on a line' },
    { tick: Math.max(0, lines.nearest(wanted - off) + off), by: 'as far from its line' },
    { tick: edge, by: 'where it was' },
  ];
  const { tick, by } = offered.reduce((best, other) =>
    Math.abs(other.tick - wanted) < Math.abs(best.tick - wanted) ? other : best,
  );
  return { tick, by: tick === edge ? 'where it was' : by };
}

/** Lines nearer to each other than this, in CSS pixels, are too fine to catch. */
const FINEST = 7;

/** The line nearest to a tick of those one can tell apart: of the grid, or else the beats, or else the bars. */
export function nearestLine(lines: GridLines, view: Viewport, tick: number): number {
  const wanted = Math.max(0, tick);
  const { before, after } = lines.around(wanted);
  if ((after - before) * view.pixelsPerTick >= FINEST) return lines.nearest(wanted);
  const beats = [lines.beatBefore(wanted + 1), lines.beatAfter(wanted)];
  const { bar, tick: barStart } = lines.barAt(wanted);
  const bars = [barStart, lines.barStart(bar + 1)];
  const [from, to] = (beats[1] - beats[0]) * view.pixelsPerTick >= FINEST ? beats : bars;
  return wanted - from <= to - wanted ? from : to;
}

/** Where a place across lies in time: on the nearest line one can tell apart, or free of the grid on the tick itself. */
export function tickAt(lines: GridLines, view: Viewport, x: number, free: boolean): number {
  const tick = Math.max(0, Math.round(view.tick(x)));
  return free ? tick : nearestLine(lines, view, tick);
}
