import type { Spanned, TechniqueRow } from '../gestures/on-techniques';
import { FONT, type Colours } from '../look/theme';
import type { NoteTable } from '../music/notes';
import type { Viewport } from '../sight/viewport.svelte';

/** Names are written in rows at least so high, in CSS pixels. */
const ROOM_FOR_NAME = 9;

/** What the lane of techniques shows. */
export interface TechniqueScene {
  view: Viewport;
  notes: NoteTable;
  /** the notes with what is selected of them */
  selected: NoteTable;
  /** the clips of the track */
  own: ReadonlySet<number>;
  /** from above */
  rows: readonly TechniqueRow[];
  /** where the first begins, and how high each is, in CSS pixels */
  top: number;
  rowHeight: number;
  /** the span that is being drawn; null where none is */
  drawn: Spanned | null;
  colours: Colours;
}

export function paintTechniques(pen: CanvasRenderingContext2D, scene: TechniqueScene): void {
  const { view, notes, selected, own, rows, rowHeight, drawn, colours } = scene;
  const top = (row: number) => scene.top + row * rowHeight;
  pen.fillStyle = colours['row-line'];
  rows.forEach((_, k) => pen.fillRect(0, Math.round(top(k)), view.width, 1));
  const { start, length, technique, clip } = notes.columns;
  for (let i = notes.firstPlaceFrom(view.left); i < notes.count && start[i] <= view.right; i++) {
    const row = rows.findIndex(({ number }) => number === technique[i]);
    if (row < 0 || !own.has(clip[i])) continue;
    pen.fillStyle = selected.selected[i] ? colours.selection : row === 0 ? colours.tint : colours.ink;
    const width = Math.max(2, length[i] * view.pixelsPerTick - 1);
    pen.fillRect(view.x(start[i]), top(row) + 2, width, Math.max(2, rowHeight - 3));
  }
  if (drawn) {
    const [from, to] = [Math.min(drawn.from, drawn.to), Math.max(drawn.from, drawn.to)];
    pen.strokeStyle = colours.selection;
    pen.lineWidth = 1.5;
    pen.strokeRect(view.x(from), top(drawn.row) + 0.5, (to - from) * view.pixelsPerTick, rowHeight - 1);
  }
  if (rowHeight < ROOM_FOR_NAME) return;
  pen.font = `600 10px ${FONT}`;
  pen.textBaseline = 'middle';
  pen.lineWidth = 3;
  pen.strokeStyle = colours['color-base-100'];
  pen.fillStyle = colours['note-text'];
  rows.forEach(({ name, sign }, k) => {
    const text = sign ? `${sign} ${name}` : name;
    pen.strokeText(text, 4, top(k) + rowHeight / 2 + 0.5);
    pen.fillText(text, 4, top(k) + rowHeight / 2 + 0.5);
  });
}
