import type { NoteTable } from '../music/notes';
import type { Drag } from './drag';
import type { Colours } from '../look/theme';
import type { Viewport } from '../desk/viewport.svelte';

export interface Overlay {
  playhead: number;
  caret: { tick: number; pitch: number };
  range: [number, number] | null;
  drag: Drag | null;
  highlight: number[];
}

/** What lies over the notes: range, caret, playhead, the box, and where a drag will land. */
export function paintOverlay(
  pen: CanvasRenderingContext2D,
  view: Viewport,
  notes: NoteTable,
  overlay: Overlay,
  colours: Colours,
): void {
  if (overlay.range) {
    const [from, to] = overlay.range.map((tick) => view.x(tick));
    pen.globalAlpha = 0.1;
    pen.fillStyle = colours.range;
    pen.fillRect(from, 0, to - from, view.height);
    pen.globalAlpha = 1;
    pen.fillRect(Math.round(from), 0, 1, view.height);
    pen.fillRect(Math.round(to), 0, 1, view.height);
  }
  const caretX = Math.round(view.x(overlay.caret.tick)) + 0.5;
  const caretY = view.y(overlay.caret.pitch);
  pen.strokeStyle = colours['color-base-content'];
  pen.lineWidth = 1.5;
  pen.beginPath();
  pen.moveTo(caretX + 5, caretY + 0.5);
  pen.lineTo(caretX, caretY + 0.5);
  pen.lineTo(caretX, caretY + view.rowHeight - 1.5);
  pen.lineTo(caretX + 5, caretY + view.rowHeight - 1.5);
  pen.stroke();

  if (overlay.highlight.length > 0) {
    paintHighlight(pen, view, notes, overlay.highlight, colours);
  }
  if (overlay.drag) {
    paintDrag(pen, view, notes, overlay.drag, colours);
  }
  pen.fillStyle = colours.playhead;
  pen.fillRect(Math.round(view.x(overlay.playhead)) - 1, 0, 2, view.height);
}

/** A frame around notes that are pointed out. */
function paintHighlight(
  pen: CanvasRenderingContext2D,
  view: Viewport,
  notes: NoteTable,
  ids: number[],
  colours: Colours,
): void {
  const { start, length, pitch } = notes.columns;
  pen.strokeStyle = colours.playhead;
  pen.lineWidth = 2;
  pen.beginPath();
  for (const id of ids) {
    const i = notes.placeOf(id);
    if (i >= 0 && start[i] <= view.right && start[i] + length[i] >= view.left) {
      const width = Math.max(3, length[i] * view.pixelsPerTick);
      pen.rect(view.x(start[i]) - 2, view.y(pitch[i]) - 2, width + 3, view.rowHeight + 3);
    }
  }
  pen.stroke();
}

function paintDrag(
  pen: CanvasRenderingContext2D,
  view: Viewport,
  notes: NoteTable,
  drag: Drag,
  colours: Colours,
): void {
  pen.strokeStyle = colours.selection;
  pen.lineWidth = 1.5;
  if (drag.kind === 'box') {
    const { x, y, width, height } = drag.box;
    pen.globalAlpha = 0.12;
    pen.fillStyle = colours.selection;
    pen.fillRect(x, y, width, height);
    pen.globalAlpha = 1;
    pen.strokeRect(x + 0.5, y + 0.5, width, height);
    return;
  }
  const { start, length, pitch } = notes.columns;
  pen.setLineDash([4, 2]);
  pen.beginPath();
  for (let i = 0; i < notes.count; i++) {
    if (!notes.selected[i]) {
      continue;
    }
    const from = start[i] + (drag.kind === 'end' ? 0 : drag.ticks);
    const to = start[i] + length[i] + (drag.kind === 'start' ? 0 : drag.ticks);
    const width = Math.max(2, (Math.max(from + 1, to) - from) * view.pixelsPerTick - 1);
    pen.roundRect(
      view.x(from) + 0.5,
      view.y(pitch[i] + drag.semitones) + 0.5,
      width,
      Math.max(2, view.rowHeight - 2),
      3,
    );
  }
  pen.stroke();
  pen.setLineDash([]);
}
