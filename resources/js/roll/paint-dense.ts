import { pixel, Pixels } from '../look/pixels';
import type { Bodies } from '../sight/bodies';

/** From so many notes in sight on, they are too small to be told apart, and are written as pixels. */
export const DENSE = 1500;

/**
 * Bodies and ink of many small notes, as pixels. `styles` are lists of places with the colours of body and ink.
 */
export function paintDense(
  pen: CanvasRenderingContext2D,
  lying: Bodies,
  styles: [places: number[], body: string, ink: string][],
): void {
  const { notes, view } = lying;
  const { start, pitch, velocity } = notes.columns;
  const sheet = Pixels.of(pen);
  const { all, width, height, ratio } = sheet;
  all.fill(0);
  // Plain numbers: what is read from the view or the image is looked up anew each time.
  const [from, top, row] = [view.left, view.top, view.rowHeight * ratio];
  const scale = view.pixelsPerTick * ratio;
  const tall = Math.max(2, Math.round(row - ratio));
  for (const [places, body, ink] of styles) {
    const [bodyPixel, inkPixel] = [pixel(body), pixel(ink)];
    for (const i of places) {
      const left = Math.max(0, Math.round((start[i] - from) * scale));
      const right = Math.min(width, Math.max(left + 2, Math.round((start[i] + lying.length(i) - from) * scale) - 1));
      const upper = Math.round((view.rowOf(pitch[i]) - top) * row);
      const inkTop = upper + tall - Math.max(1, Math.round((velocity[i] / 127) * tall));
      const lower = Math.min(height, upper + tall);
      for (let y = Math.max(0, upper); y < lower; y++) {
        const colour = y < inkTop ? bodyPixel : inkPixel;
        for (let p = y * width + left, end = y * width + right; p < end; p++) {
          all[p] = colour;
        }
      }
    }
  }
  sheet.put();
}
