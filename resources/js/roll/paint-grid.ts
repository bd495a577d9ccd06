import type { Song } from '../api';
import { NARROWEST_GAP } from '../music/limits';
import { isBlackKey } from '../music/pitch';
import type { Colours } from '../look/theme';
import type { GridLines } from '../music/time';
import type { Viewport } from '../sight/viewport.svelte';

/** A stretch of time in which only some pitch classes belong; the others are shaded. */
export interface Stretch {
  from: number;
  to: number;
  classes: readonly number[];
}

/** Where which pitch classes belong: to the key of the song, or to the chord of the moment. */
export function shadedBy({ chords, scale }: Pick<Song, 'chords' | 'scale'>, by: 'key' | 'chord'): Stretch[] {
  if (by === 'chord') {
    return chords.map(({ tick, classes }, k) => ({ from: tick, to: chords[k + 1]?.tick ?? Infinity, classes }));
  }
  return scale ? [{ from: -Infinity, to: Infinity, classes: scale }] : [];
}

/** The ground of the roll: pitch rows, and the lines of grid, beats and bars as far as there is room for them. */
export function paintGrid(
  pen: CanvasRenderingContext2D,
  view: Viewport,
  lines: GridLines,
  shaded: readonly Stretch[],
  colours: Colours,
): void {
  paintRows(pen, view, shaded, colours);
  verticals(pen, view, gridTicks(view, lines), colours['line-grid']);
  const beats: number[] = [];
  const bars: number[] = [];
  for (const bar of lines.bars(Math.max(0, view.left), view.right)) {
    if (bars.length === 0 || view.x(bar.tick) - view.x(bars[bars.length - 1]) >= NARROWEST_GAP) {
      bars.push(bar.tick);
    }
    const [, second = Infinity] = bar.stretch.beats;
    if (second * view.pixelsPerTick >= NARROWEST_GAP) {
      beats.push(...bar.stretch.beats.slice(1).map((beat) => bar.tick + beat));
    }
  }
  verticals(pen, view, beats, colours['line-beat']);
  verticals(pen, view, bars, colours['line-bar']);
}

/** Shades the time in which no open clip lies: what is put there makes one wider. */
export function paintOutside(
  pen: CanvasRenderingContext2D,
  view: Viewport,
  clips: readonly { start: number; length: number }[],
  colours: Colours,
): void {
  pen.fillStyle = colours['color-base-content'];
  pen.globalAlpha = 0.045;
  let at = Math.max(0, view.left);
  for (const { start, length } of clips.toSorted((a, b) => a.start - b.start)) {
    if (start > at) {
      pen.fillRect(view.x(at), 0, (Math.min(start, view.right) - at) * view.pixelsPerTick, view.height);
    }
    at = Math.max(at, start + length);
  }
  if (at < view.right) {
    pen.fillRect(view.x(at), 0, (view.right - at) * view.pixelsPerTick, view.height);
  }
  pen.globalAlpha = 1;
}

/**
 * Rows in one tone and a darker one, and no third: those outside the key or the chord are darker where there is one, else
 * those of black keys.
 */
function paintRows(pen: CanvasRenderingContext2D, view: Viewport, shaded: readonly Stretch[], colours: Colours): void {
  const inSight = shaded.filter(({ from, to }) => to > view.left && from < view.right);
  pen.fillStyle = colours['row-white'];
  pen.fillRect(0, 0, view.width, view.height);
  for (const pitch of view.inSight) {
    const y = Math.round(view.y(pitch));
    const height = Math.round(view.y(pitch) + view.rowHeight) - y;
    pen.fillStyle = colours['row-black'];
    if (inSight.length === 0 && isBlackKey(pitch)) pen.fillRect(0, y, view.width, height);
    for (const { from, to, classes } of inSight) {
      if (classes.includes(pitch % 12)) continue;
      const [left, right] = [Math.max(0, view.x(from)), Math.min(view.width, view.x(to))];
      pen.fillRect(left, y, right - left, height);
    }
    pen.fillStyle = pitch % 12 === 0 ? colours['octave-line'] : colours['row-line'];
    pen.fillRect(0, y + height - 1, view.width, 1);
  }
}

function gridTicks(view: Viewport, lines: GridLines): number[] {
  const { before, after } = lines.around(Math.max(0, (view.left + view.right) / 2));
  return (after - before) * view.pixelsPerTick < NARROWEST_GAP
    ? []
    : [...lines.grid(Math.max(0, view.left), view.right)];
}

function verticals(pen: CanvasRenderingContext2D, view: Viewport, ticks: number[], colour: string): void {
  pen.fillStyle = colour;
  for (const tick of ticks) {
    pen.fillRect(Math.round(view.x(tick)), 0, 1, view.height);
  }
}
