import type { Bodies } from '../sight/bodies';
import type { NoteTable } from '../music/notes';
import { frameOf, handlesOf } from '../gestures/framing';
import { paintFrame, paintReach, paintTag } from '../gestures/paint';
import type { Ghost, Shape } from '../pointer/gesture';
import type { Colours } from '../look/theme';
import type { Viewport } from '../sight/viewport.svelte';
import type { Way } from './gliding.svelte';

export interface Overlay {
  playhead: number;
  /** the notes that light up while they sound; null where nothing is played */
  lit: Bodies | null;
  /** what went where, and how much of the way is done */
  glide: { ways: readonly Way[]; share: number } | null;
  /** null where another place has the keys */
  caret: { tick: number; pitch: number } | null;
  range: [number, number] | null;
  /** what is drawn of a gesture that goes on; null where none does */
  shape: Shape | null;
  /** the notes whose places it tells, as they lie */
  shaped: Bodies;
  /** whether notes as they would lie are hits, drawn as heads */
  asHeads: boolean;
  /** whether several selected notes have a frame */
  framed: boolean;
  highlight: readonly number[];
  /** what is being recorded */
  fresh: NoteTable;
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
  if (overlay.caret) {
    paintCaret(pen, view, overlay.caret, colours);
  }
  if (overlay.highlight.length > 0) {
    paintHighlight(pen, view, notes, overlay.highlight, colours);
  }
  if (overlay.framed && !overlay.shape) {
    const frame = frameOf(notes, view);
    if (frame) paintFrame(pen, frame, [...handlesOf(frame, overlay.shaped).values()], colours);
  }
  paintFresh(pen, view, overlay.fresh, colours);
  if (overlay.shape) {
    paintShape(pen, view, overlay.shaped, overlay.asHeads, overlay.shape, colours);
  }
  if (overlay.glide) paintGlide(pen, view, overlay.glide, colours);
  pen.fillStyle = colours.playhead;
  pen.fillRect(Math.round(view.x(overlay.playhead)) - 1, 0, 2, view.height);
  if (overlay.lit) paintLit(pen, view, overlay.lit, overlay.playhead, colours);
}

/** The notes under the playhead light up: each in a frame of its colour. */
function paintLit(
  pen: CanvasRenderingContext2D,
  view: Viewport,
  lying: Bodies,
  playhead: number,
  colours: Colours,
): void {
  const { start, length, pitch, muted } = lying.notes.columns;
  const height = Math.max(2, view.rowHeight - 1);
  pen.strokeStyle = pen.fillStyle = colours.playhead;
  pen.lineWidth = 3;
  for (let i = lying.firstPlaceFrom(playhead); i < lying.notes.count && start[i] <= playhead; i++) {
    if (muted[i] || playhead >= start[i] + length[i]) continue;
    const width = Math.max(3, lying.length(i) * view.pixelsPerTick - 1);
    pen.beginPath();
    pen.roundRect(view.x(start[i]) - 1, view.y(pitch[i]) - 1, width + 2, height + 2, Math.min(4, height / 2));
    pen.globalAlpha = 0.22;
    pen.fill();
    pen.globalAlpha = 1;
    pen.stroke();
  }
}

/** Outlines between where notes lay and where they lie. */
function paintGlide(
  pen: CanvasRenderingContext2D,
  view: Viewport,
  { ways, share }: NonNullable<Overlay['glide']>,
  colours: Colours,
): void {
  const height = Math.max(2, view.rowHeight - 1);
  pen.strokeStyle = colours['color-base-content'];
  pen.lineWidth = 1.5;
  pen.beginPath();
  for (const { from, to } of ways) {
    const between = (a: number, b: number) => a + (b - a) * share;
    const x = between(view.x(from[0]), view.x(to[0]));
    const y = between(view.y(from[2]), view.y(to[2]));
    const width = Math.max(3, between(from[1], to[1]) * view.pixelsPerTick - 1);
    if (x <= view.width && x + width >= 0) pen.rect(x + 0.5, y + 0.5, width - 1, height - 1);
  }
  pen.stroke();
}

function paintCaret(
  pen: CanvasRenderingContext2D,
  view: Viewport,
  { tick, pitch }: { tick: number; pitch: number },
  colours: Colours,
): void {
  const x = Math.round(view.x(tick)) + 0.5;
  const y = view.y(pitch);
  pen.strokeStyle = colours['color-base-content'];
  pen.lineWidth = 1.5;
  pen.beginPath();
  pen.moveTo(x + 5, y + 0.5);
  pen.lineTo(x, y + 0.5);
  pen.lineTo(x, y + view.rowHeight - 1.5);
  pen.lineTo(x + 5, y + view.rowHeight - 1.5);
  pen.stroke();
}

/** What was played and does not lie in the song yet: bodies with ink, framed in the colour of the playhead. */
function paintFresh(pen: CanvasRenderingContext2D, view: Viewport, notes: NoteTable, colours: Colours): void {
  const { start, length, pitch, velocity } = notes.columns;
  const height = Math.max(2, view.rowHeight - 2);
  pen.strokeStyle = colours.playhead;
  pen.lineWidth = 1.5;
  for (let i = 0; i < notes.count; i++) {
    const [x, y] = [view.x(start[i]), view.y(pitch[i])];
    const width = Math.max(3, length[i] * view.pixelsPerTick - 1);
    if (x > view.width || x + width < 0) continue;
    const ink = Math.max(1, (velocity[i] / 127) * height);
    pen.fillStyle = colours.tint;
    pen.fillRect(x, y, width, height);
    pen.fillStyle = colours.ink;
    pen.fillRect(x, y + height - ink, width, ink);
    pen.strokeRect(x + 0.5, y + 0.5, width - 1, height - 1);
  }
}

/** A frame around notes that are pointed out. */
function paintHighlight(
  pen: CanvasRenderingContext2D,
  view: Viewport,
  notes: NoteTable,
  ids: readonly number[],
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

/** What a gesture would do: where notes would lie, which would go, how loud they would be, and a word about it. */
function paintShape(
  pen: CanvasRenderingContext2D,
  view: Viewport,
  lying: Bodies,
  asHeads: boolean,
  shape: Shape,
  colours: Colours,
): void {
  const height = Math.max(2, view.rowHeight - 2);
  pen.strokeStyle = colours.selection;
  pen.lineWidth = 1.5;
  if (shape.line !== undefined) {
    pen.globalAlpha = 0.5;
    pen.fillStyle = colours.selection;
    pen.fillRect(Math.round(view.x(shape.line)), 0, 1, view.height);
    pen.globalAlpha = 1;
  }
  paintReach(pen, shape, true, colours);
  if (shape.ghosts) {
    const { headTicks } = lying;
    paintGhosts(
      pen,
      view,
      asHeads ? shape.ghosts.map((one) => ({ ...one, length: headTicks })) : shape.ghosts,
      colours,
    );
  }
  const { start, pitch } = lying.notes.columns;
  if (shape.gone) {
    pen.beginPath();
    for (const i of shape.gone) {
      const [x, y] = [view.x(start[i]), view.y(pitch[i])];
      const width = Math.max(4, lying.length(i) * view.pixelsPerTick);
      pen.fillStyle = colours['color-base-100'];
      pen.globalAlpha = 0.8;
      pen.fillRect(x, y, width, view.rowHeight);
      pen.globalAlpha = 1;
      pen.moveTo(x, y + height);
      pen.lineTo(x + width, y + 1);
    }
    pen.stroke();
  }
  if (shape.levels) {
    for (const [i, level] of shape.levels) {
      if (start[i] > view.right || start[i] + lying.length(i) < view.left) {
        continue;
      }
      const [x, y] = [view.x(start[i]), view.y(pitch[i])];
      const width = Math.max(2, lying.length(i) * view.pixelsPerTick - 1);
      const ink = Math.max(1, (level / 127) * height);
      pen.fillStyle = colours['selection-tint'];
      pen.fillRect(x, y, width, height + 1);
      pen.fillStyle = colours.selection;
      pen.fillRect(x, y + height + 1 - ink, width, ink);
    }
  }
  paintTag(pen, shape, view.width, view.height, colours);
}

/** More notes than this in sight are outlined without dashes, which take far longer than all else. */
const MOST_DASHED = 200;

/** Notes as they would lie: dashed bodies with ink. */
function paintGhosts(pen: CanvasRenderingContext2D, view: Viewport, ghosts: readonly Ghost[], colours: Colours): void {
  const height = Math.max(2, view.rowHeight - 2);
  const seen: [x: number, y: number, width: number, ink: number][] = [];
  for (const { start, length, pitch, velocity } of ghosts) {
    const [x, y] = [view.x(start) + 0.5, view.y(pitch) + 0.5];
    const width = Math.max(2, Math.max(1, length) * view.pixelsPerTick - 1);
    if (x <= view.width && x + width >= 0 && y <= view.height && y + height >= 0) {
      seen.push([x, y, width, Math.max(1, (velocity / 127) * height)]);
    }
  }
  pen.globalAlpha = 0.75;
  pen.fillStyle = colours['selection-tint'];
  for (const [x, y, width] of seen) pen.fillRect(x, y, width, height);
  pen.globalAlpha = 1;
  pen.fillStyle = colours.selection;
  for (const [x, y, width, ink] of seen) pen.fillRect(x, y + height - ink, width, ink);
  if (seen.length > MOST_DASHED) {
    for (const [x, y, width] of seen) pen.strokeRect(x, y, width, height);
    return;
  }
  pen.beginPath();
  for (const [x, y, width] of seen) pen.roundRect(x, y, width, height, 3);
  pen.setLineDash([4, 2]);
  pen.stroke();
  pen.setLineDash([]);
}
