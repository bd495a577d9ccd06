import { NARROWEST_GAP } from '../music/limits';
import { isBlackKey } from '../music/pitch';
import type { Colours } from '../look/theme';
import type { GridLines } from '../music/time';
import type { Viewport } from '../desk/viewport.svelte';

/** The ground of the roll: pitch rows, and the lines of grid, beats and bars as far as there is room for them. */
export function paintGrid(
  pen: CanvasRenderingContext2D,
  view: Viewport,
  lines: GridLines,
  scale: number[] | null,
  colours: Colours,
): void {
  paintRows(pen, view, scale, colours);
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
  clips: { start: number; length: number }[],
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

function paintRows(pen: CanvasRenderingContext2D, view: Viewport, scale: number[] | null, colours: Colours): void {
  pen.fillStyle = colours['row-white'];
  pen.fillRect(0, 0, view.width, view.height);
  for (const pitch of view.inSight) {
    const y = Math.round(view.y(pitch));
    const height = Math.round(view.y(pitch) + view.rowHeight) - y;
    if (isBlackKey(pitch)) {
      pen.fillStyle = colours['row-black'];
      pen.fillRect(0, y, view.width, height);
    }
    if (scale && !scale.includes(pitch % 12)) {
      hatch(pen, y, height, view.width, colours.hatch);
    }
    pen.fillStyle = pitch % 12 === 0 ? colours['octave-line'] : colours['row-line'];
    pen.fillRect(0, y + height - 1, view.width, 1);
  }
}

/** Faint slanted strokes over a row that is outside the key. */
function hatch(pen: CanvasRenderingContext2D, y: number, height: number, width: number, colour: string): void {
  pen.save();
  pen.beginPath();
  pen.rect(0, y, width, height - 1);
  pen.clip();
  pen.beginPath();
  for (let x = -height; x < width; x += 14) {
    pen.moveTo(x, y + height);
    pen.lineTo(x + height, y);
  }
  pen.strokeStyle = colour;
  pen.lineWidth = 1;
  pen.stroke();
  pen.restore();
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
