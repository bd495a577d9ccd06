import { FONT, type Colours } from '../look/theme';
import type { Box, Shape } from '../pointer/gesture';

/** How large the handles of a frame are, in CSS pixels. */
export const HANDLE = 9;
const TAG_HEIGHT = 19;

/** The frame around a selection, and its handles. */
export function paintFrame(
  pen: CanvasRenderingContext2D,
  { x, y, width, height }: Box,
  handles: (readonly [x: number, y: number])[],
  colours: Colours,
): void {
  pen.strokeStyle = colours.selection;
  pen.lineWidth = 1;
  pen.setLineDash([4, 3]);
  pen.strokeRect(Math.round(x) + 0.5, Math.round(y) + 0.5, Math.round(width), Math.round(height));
  pen.setLineDash([]);
  pen.lineWidth = 2;
  pen.fillStyle = colours['color-base-100'];
  for (const [hx, hy] of handles) {
    pen.beginPath();
    pen.roundRect(hx - HANDLE / 2, hy - HANDLE / 2, HANDLE, HANDLE, 3);
    pen.fill();
    pen.stroke();
  }
}

/** The box or the line of a gesture; a line that goes round something is filled. */
export function paintReach(
  pen: CanvasRenderingContext2D,
  { box, path }: Shape,
  goesRound: boolean,
  colours: Colours,
): void {
  if (!box && !path) {
    return;
  }
  pen.strokeStyle = pen.fillStyle = colours.selection;
  pen.lineWidth = 1.5;
  pen.beginPath();
  if (box) pen.rect(box.x + 0.5, box.y + 0.5, box.width, box.height);
  path?.forEach(([x, y]) => pen.lineTo(x, y));
  if (box || goesRound) {
    if (path) pen.closePath();
    pen.globalAlpha = 0.12;
    pen.fill();
    pen.globalAlpha = 1;
  }
  pen.stroke();
}

/** A word beside the pointer, within the canvas: above it where there is room, else beside it or below. */
export function paintTag(
  pen: CanvasRenderingContext2D,
  { tag }: Shape,
  width: number,
  height: number,
  colours: Colours,
): void {
  if (!tag) {
    return;
  }
  pen.font = `600 11px ${FONT}`;
  const wide = pen.measureText(tag.text).width + 12;
  const left = Math.max(2, Math.min(tag.x + 14, width - wide - 2));
  const wanted = tag.y > 34 ? tag.y - 30 : tag.y + 18;
  const top = Math.max(2, Math.min(wanted, height - TAG_HEIGHT - 2));
  pen.fillStyle = colours['color-base-content'];
  pen.beginPath();
  pen.roundRect(left, top, wide, TAG_HEIGHT, 4);
  pen.fill();
  pen.fillStyle = colours['color-base-100'];
  pen.textBaseline = 'middle';
  pen.fillText(tag.text, left + 6, top + 10);
}
