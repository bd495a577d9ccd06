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
  return offered.reduce((best, other) => (Math.abs(other.tick - wanted) < Math.abs(best.tick - wanted) ? other : best));
}
