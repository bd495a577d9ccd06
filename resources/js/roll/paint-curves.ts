import type { Bodies } from '../sight/bodies';
import type { Colours } from '../look/theme';
import { CURVES, type CurveName } from '../music/curves';
import type { PointTable } from '../music/points';

/** The curves within notes in sight: pitch as a line that leaves the row as far as the note bends, loudness and timbre as lines within the body. */
export function paintCurves(
  pen: CanvasRenderingContext2D,
  { notes, view }: Bodies,
  points: PointTable,
  colours: Colours,
): void {
  const { start, length, pitch } = notes.columns;
  const { start: at, value } = points.columns;
  const height = Math.max(2, view.rowHeight - 1);
  pen.lineJoin = 'round';
  for (const [note, curves] of points.curves) {
    const i = notes.placeOf(note);
    if (i < 0 || start[i] > view.right || start[i] + length[i] < view.left || !view.inSight.includes(pitch[i]))
      continue;
    const [left, right, top] = [view.x(start[i]), view.x(start[i] + length[i]), view.y(pitch[i])];
    for (const [name, places] of Object.entries(curves) as [CurveName, number[]][]) {
      const { rest, cents } = CURVES[name];
      const y = (held: number) =>
        name === 'pitch'
          ? top + height / 2 - (cents(held) / 100) * view.rowHeight
          : top + height - (held / 127) * height;
      pen.beginPath();
      pen.moveTo(left, y(rest));
      for (const place of places) pen.lineTo(view.x(at[place]), y(value[place]));
      pen.lineTo(right, y(value[places.at(-1)!]));
      pen.setLineDash(name === 'timbre' ? [2, 3] : []);
      pen.lineWidth = 4;
      pen.strokeStyle = colours['color-base-100'];
      pen.globalAlpha = 0.6;
      pen.stroke();
      pen.globalAlpha = 1;
      pen.lineWidth = 1.5;
      pen.strokeStyle = name === 'pitch' ? colours.selection : colours['note-text'];
      pen.stroke();
    }
  }
  pen.setLineDash([]);
}
