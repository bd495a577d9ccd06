import type { Placed } from '../desk/chosen-clips.svelte';
import type { ClipShape } from '../gestures/clip-dragging';
import type { NoteTable } from '../music/notes';
import type { Track } from '../api';
import { FONT, type Colours } from '../look/theme';
import type { GridLines } from '../music/time';
import type { Arranging } from '../sight/arranging.svelte';

/** Lines nearer to each other than this, in CSS pixels, are not drawn. */
const NEAREST_LINES = 6;
/** A name stands over the notes where a row is at least so high. */
const ROOM_FOR_NAME = 40;
const NAME_HEIGHT = 14;
const GAP = 2;
const NARROWEST_NAME = 18;

/** What the song shows from afar. */
export interface SongScene {
  arranging: Arranging;
  lines: GridLines;
  tracks: readonly Track[];
  /** all clips, and which are chosen and in front */
  all: readonly Placed[];
  isChosen: ReadonlySet<number>;
  front: number;
  /** tracks whose rows are opened, and so draw their notes themselves */
  opened: ReadonlySet<number>;
  /** the notes that sound of each track, beside those that are open */
  heard: (track: number) => NoteTable;
  /** the open notes, of whichever track, and the clips they lie in */
  open: NoteTable;
  openClips: readonly number[];
  trackOf: (clip: number) => number | undefined;
  colours: Colours;
  /** the colours of a track or a clip, by their number */
  ofTrack: (colour: number) => Colours;
}

/** The colour of the theme a clip has: its own, or that of its track. */
export const colourOf = ({ clip, track }: Placed): number => clip.colour || track.colour;

/** Where a clip lies on the canvas, in CSS pixels. */
export function boxOf(arranging: Arranging, start: number, length: number, row: number): DOMRect {
  const { view } = arranging;
  return new DOMRect(
    view.x(start),
    arranging.y(row) + GAP / 2,
    Math.max(3, length * view.pixelsPerTick - 1),
    // What is dragged below the last row is seen there.
    (arranging.heights[row] ?? 0) - GAP,
  );
}

/** Rows of tracks with bar lines and beats. */
export function paintRows(pen: CanvasRenderingContext2D, { arranging, lines, colours }: SongScene): void {
  const { view, heights } = arranging;
  const bottom = Math.min(view.height, arranging.y(heights.length));
  for (let row = arranging.rowAt(0); row < heights.length && arranging.isInSight(row); row++) {
    const y = arranging.y(row);
    pen.fillStyle = colours[row % 2 === 0 ? 'row-white' : 'row-black'];
    pen.fillRect(0, y, view.width, heights[row]);
    pen.fillStyle = colours['row-line'];
    pen.fillRect(0, y + heights[row] - 1, view.width, 1);
  }
  let lastBeat = -Infinity;
  for (const { tick, isBar } of lines.beats(Math.max(0, view.left), view.right)) {
    const x = Math.round(view.x(tick));
    if (x - lastBeat < NEAREST_LINES && !isBar) continue;
    pen.fillStyle = colours[isBar ? 'line-bar' : 'line-grid'];
    if (isBar && x - lastBeat < NEAREST_LINES / 2) continue;
    pen.fillRect(x, 0, 1, bottom);
    lastBeat = x;
  }
}

/** All clips in sight with their notes in miniature. */
export function paintClips(pen: CanvasRenderingContext2D, scene: SongScene): void {
  const { arranging, all, isChosen, front, opened, ofTrack } = scene;
  const { view } = arranging;
  const inSight = all.filter(
    ({ clip, row, track }) =>
      clip.start < view.right &&
      clip.start + clip.length > view.left &&
      arranging.isInSight(row) &&
      !opened.has(track.id),
  );
  for (const placed of inSight) {
    const colours = ofTrack(colourOf(placed));
    const chosen = isChosen.has(placed.clip.id);
    paintBody(pen, arranging, placed, colours, chosen);
  }
  for (const placed of inSight)
    paintName(pen, arranging, placed, ofTrack(colourOf(placed)), isChosen.has(placed.clip.id), front);
}

function paintBody(
  pen: CanvasRenderingContext2D,
  arranging: Arranging,
  { clip, row }: Placed,
  colours: Colours,
  chosen: boolean,
): void {
  const { view } = arranging;
  const box = boxOf(arranging, clip.start, clip.length, row);
  pen.beginPath();
  pen.roundRect(box.x, box.y, box.width, box.height, 4);
  pen.fillStyle = chosen ? colours['selection-tint'] : colours.tint;
  pen.globalAlpha = clip.muted ? 0.35 : 1;
  pen.fill();
  pen.globalAlpha = 1;
  pen.lineWidth = chosen ? 2 : 1;
  pen.strokeStyle = chosen ? colours.selection : colours.ink;
  if (clip.muted) pen.setLineDash([4, 3]);
  if (chosen || clip.muted) pen.stroke();
  pen.setLineDash([]);
  if (clip.loop > 0) {
    // Each round but the first begins at a dashed line.
    pen.strokeStyle = colours.ink;
    pen.lineWidth = 1;
    pen.setLineDash([2, 3]);
    pen.beginPath();
    for (let at = clip.start + clip.loop; at < clip.start + clip.length; at += clip.loop) {
      const x = Math.round(view.x(at)) + 0.5;
      if (x < 0 || x > view.width || clip.loop * view.pixelsPerTick < NEAREST_LINES) continue;
      pen.moveTo(x, box.y + 2);
      pen.lineTo(x, box.y + box.height - 2);
    }
    pen.stroke();
    pen.setLineDash([]);
  }
}

/** The lowest and highest pitch of the notes of some clips; of tables that never change it is looked up once. */
const spans = new WeakMap<NoteTable, [number, number] | null>();
function spanOf(notes: NoteTable, mine: ((clip: number) => boolean) | null): [number, number] | null {
  if (!mine) {
    let span = spans.get(notes);
    if (span === undefined) spans.set(notes, (span = notes.pitchSpan()));
    return span;
  }
  const { pitch, clip } = notes.columns;
  let [low, high] = [128, -1];
  for (let i = 0; i < notes.count; i++) {
    if (mine(clip[i])) {
      if (pitch[i] < low) low = pitch[i];
      if (pitch[i] > high) high = pitch[i];
    }
  }
  return high < 0 ? null : [low, high];
}

/** A CSS colour of the form #rrggbb as a pixel, of some opacity from 0 to 1. */
function pixel(colour: string, opacity: number): number {
  const [, red, green, blue] = /^#(..)(..)(..)/.exec(colour) ?? [];
  const alpha = Math.round(opacity * 255) << 24;
  return (alpha | (parseInt(blue, 16) << 16) | (parseInt(green, 16) << 8) | parseInt(red, 16)) >>> 0;
}

/**
 * The notes of all rows in sight in miniature, the higher the higher, straight into pixels: a canvas takes longer to fill
 * ten thousand rectangles than a frame lasts.
 */
export function paintMiniatures(
  pen: CanvasRenderingContext2D,
  { arranging, tracks, opened, heard, open, openClips, trackOf, ofTrack }: SongScene,
): void {
  const { width, height } = pen.canvas;
  const image = pen.createImageData(width, height);
  const pixels = new Uint32Array(image.data.buffer);
  const ratio = pen.getTransform().a;
  for (let row = arranging.rowAt(0); row < tracks.length && arranging.isInSight(row); row++) {
    const track = tracks[row];
    if (opened.has(track.id)) continue;
    const mine = (clip: number) => trackOf(clip) === track.id;
    const isOpen = track.clips.some(({ id }) => openClips.includes(id));
    const tables = [heard(track.id), ...(isOpen ? [open] : [])];
    const found = tables.map((notes, k) => spanOf(notes, k === 1 ? mine : null)).filter((span) => span !== null);
    if (found.length === 0) continue;
    const low = Math.min(...found.map(([lowest]) => lowest));
    const high = Math.max(...found.map(([, highest]) => highest));
    const colour = pixel(ofTrack(track.colour).ink, track.muted ? 0.35 : 1);
    tables.forEach((notes, k) =>
      paintRow({ pixels, width, height, ratio }, arranging, notes, [row, low, high], k === 1 ? mine : null, colour),
    );
  }
  pen.putImageData(image, 0, 0);
}

function paintRow(
  { pixels, width, height, ratio }: { pixels: Uint32Array; width: number; height: number; ratio: number },
  arranging: Arranging,
  notes: NoteTable,
  [row, low, high]: [row: number, low: number, high: number],
  mine: ((clip: number) => boolean) | null,
  colour: number,
): void {
  const { start, length, pitch, muted, clip } = notes.columns;
  const { view } = arranging;
  const rowHeight = arranging.heights[row];
  const name = rowHeight >= ROOM_FOR_NAME ? NAME_HEIGHT : 2;
  const top = (arranging.y(row) + GAP / 2 + name) * ratio;
  const room = (rowHeight - GAP - name - 3) * ratio;
  const stroke = Math.max(1, Math.min(4 * ratio, Math.floor(room / (high - low + 1))));
  const step = high > low ? (room - stroke) / (high - low) : 0;
  const middle = high > low ? 0 : (room - stroke) / 2;
  // Plain numbers: what is read from the view is looked up anew each time.
  const [left, right, scale] = [view.left, view.right, view.pixelsPerTick * ratio];
  for (let i = notes.firstPlaceFrom(left); i < notes.count && start[i] <= right; i++) {
    if (muted[i] || (mine && !mine(clip[i]))) continue;
    const from = Math.max(0, Math.round((start[i] - left) * scale));
    const to = Math.min(width, Math.max(from + 1, Math.round((start[i] + length[i] - left) * scale) - 1));
    const upper = Math.round(top + middle + (high - pitch[i]) * step);
    for (let y = Math.max(0, upper); y < Math.min(height, upper + stroke); y++) {
      for (let p = y * width + from, end = y * width + to; p < end; p++) pixels[p] = colour;
    }
  }
}

/** How wide names are, in CSS pixels: measured once. */
const widths = new Map<string, number>();

function paintName(
  pen: CanvasRenderingContext2D,
  arranging: Arranging,
  { clip, track, row }: Placed,
  colours: Colours,
  chosen: boolean,
  front: number,
): void {
  if (arranging.heights[row] < ROOM_FOR_NAME) return;
  const box = boxOf(arranging, clip.start, clip.length, row);
  const x = Math.max(0, box.x) + 5;
  const room = box.x + box.width - x - 2;
  if (room < NARROWEST_NAME) return;
  const said = [clip.name || track.name, clip.muted ? 'muted' : '', clip.loop > 0 ? 'repeats' : '']
    .filter(Boolean)
    .join(' · ');
  pen.font = `${clip.id === front ? 700 : 500} 10px ${FONT}`;
  pen.textBaseline = 'middle';
  pen.fillStyle = chosen ? colours['color-base-content'] : colours['note-text'];
  let width = widths.get(said);
  if (width === undefined) widths.set(said, (width = pen.measureText(said).width));
  const shown = width <= room ? said : said.slice(0, Math.floor((said.length * room) / width));
  pen.fillText(shown, x, box.y + NAME_HEIGHT / 2 + 1);
}

/** What lies over the clips. */
export interface SongOverScene {
  arranging: Arranging;
  range: readonly [number, number] | null;
  /** what is drawn of a gesture; null where none goes on */
  shape: ClipShape | null;
  /** null where an opened row has the keys; the row is -1 where no track is in front */
  caret: { tick: number; row: number } | null;
  playhead: number;
  colours: Colours;
  ofTrack: (colour: number) => Colours;
}

/** The range, clips where they would lie, the box, the caret and the playhead. */
export function paintSongOver(pen: CanvasRenderingContext2D, scene: SongOverScene): void {
  const { arranging, range, shape, caret, playhead, colours, ofTrack } = scene;
  const { view } = arranging;
  if (range) {
    pen.fillStyle = colours.range;
    pen.globalAlpha = 0.12;
    pen.fillRect(view.x(range[0]), 0, (range[1] - range[0]) * view.pixelsPerTick, view.height);
    pen.globalAlpha = 1;
  }
  pen.strokeStyle = colours.selection;
  pen.lineWidth = 2;
  for (const { placed, start, length, row } of shape?.dragged ?? []) {
    const { x, y, width, height } = boxOf(arranging, start, length, row);
    pen.fillStyle = ofTrack(colourOf(placed)).tint;
    pen.globalAlpha = 0.7;
    pen.fillRect(x, y, width, height);
    pen.globalAlpha = 1;
    pen.strokeRect(x, y, width, height);
  }
  if (shape?.box) {
    pen.lineWidth = 1;
    pen.setLineDash([4, 3]);
    pen.strokeRect(shape.box.x, shape.box.y, shape.box.width, shape.box.height);
    pen.setLineDash([]);
  }
  pen.fillStyle = colours['color-base-content'];
  if (caret && caret.row >= 0) {
    pen.fillRect(Math.round(view.x(caret.tick)), arranging.y(caret.row), 2, arranging.heights[caret.row]);
  }
  pen.fillStyle = colours.playhead;
  pen.fillRect(Math.round(view.x(playhead)), 0, 2, view.height);
}
