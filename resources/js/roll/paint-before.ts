import type { Compared } from '../desk/preview.svelte';
import type { Colours } from '../look/theme';
import type { Viewport } from '../sight/viewport.svelte';

/** More outlines than this are a grey mist, and take longer than a frame. */
const MOST = 4000;

/** From so many notes on, plain lines take the place of rounded dashes, which take too long to draw; velocities are seen in the lane. */
const MANY = 400;

/**
 * What was before, over what would be: an outline where a note lay that moved, changed its length or its pitch, or is
 * gone; a notch at the height of the ink where only the velocity changed.
 */
export function paintBefore(
  pen: CanvasRenderingContext2D,
  view: Viewport,
  { before: { notes: before }, after: { notes: after } }: Compared,
  colours: Colours,
): void {
  const { id, start, length, pitch, velocity } = before.columns;
  const now = after.columns;
  const height = Math.max(2, view.rowHeight - 1);
  const [first, last, right] = [view.top - 1, view.top + view.rowsInSight, view.right];
  const plain = before.selectedCount > MANY || view.rowHeight < 8;
  pen.strokeStyle = pen.fillStyle = colours['note-text'];
  pen.lineWidth = 1;
  pen.setLineDash(plain ? [] : [3, 2]);
  pen.beginPath();
  const notches: [x: number, y: number, width: number][] = [];
  let drawn = 0;
  for (let i = before.firstPlaceFrom(view.left); i < before.count && start[i] <= right && drawn < MOST; i++) {
    const row = view.rowOf(pitch[i]);
    if (row < first || row > last) {
      continue;
    }
    const k = after.placeOf(id[i]);
    const moved = k < 0 || now.start[k] !== start[i] || now.length[k] !== length[i] || now.pitch[k] !== pitch[i];
    const [x, y] = [view.x(start[i]), view.y(pitch[i])];
    const width = Math.max(2, length[i] * view.pixelsPerTick - 1);
    if (moved && plain) {
      pen.rect(Math.round(x) + 0.5, Math.round(y) + 0.5, Math.max(1, Math.round(width) - 1), height - 1);
      drawn++;
    } else if (moved) {
      pen.roundRect(x + 0.5, y + 0.5, Math.max(1, width - 1), height - 1, Math.min(3, width / 2));
      drawn++;
    } else if (!plain && now.velocity[k] !== velocity[i]) {
      notches.push([x, y + height - (velocity[i] / 127) * height, width]);
      drawn++;
    }
  }
  pen.stroke();
  pen.setLineDash([]);
  for (const [x, y, width] of notches) {
    pen.fillRect(x, Math.round(y), width, 1);
    pen.fillRect(x, Math.round(y) - 2, 1, 5);
    pen.fillRect(x + width - 1, Math.round(y) - 2, 1, 5);
  }
}
