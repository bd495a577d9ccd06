import type { Placed } from '../desk/chosen-clips.svelte';
import type { ClipShape } from '../gestures/clip-dragging';
import type { NoteTable } from '../music/notes';
import type { Clip, Track } from '../api';
import { FONT, type Colours } from '../look/theme';
import type { GridLines } from '../music/time';
import type { Arranging } from '../sight/arranging.svelte';

/** Lines nearer to each other than this, in CSS pixels, are not drawn. */
const NEAREST_LINES = 6;
/** A name stands below the notes where a row is at least so high. */
export const ROOM_FOR_NAME = 40;
export const NAME_HEIGHT = 16;
export const GAP = 6;
/** How wide the shade behind a fold is, in CSS pixels. */
const FOLD = 9;

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
    pen.fillStyle = colours['row-black'];
    pen.fillRect(0, y, view.width, heights[row]);
    pen.fillStyle = colours['row-line'];
    pen.fillRect(0, y + heights[row] - 1, view.width, 1);
  }
  let lastBeat = -Infinity;
  for (const { tick, isBar } of lines.beats(Math.max(0, view.left), view.right)) {
    const x = Math.round(view.x(tick));
    if (x - lastBeat < NEAREST_LINES && !isBar) continue;
    pen.fillStyle = colours[isBar ? 'octave-line' : 'row-line'];
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

/** A sheet of paper in an outline of its track's colour; where it repeats it is folded. */
function paintBody(
  pen: CanvasRenderingContext2D,
  arranging: Arranging,
  { clip, row }: Placed,
  colours: Colours,
  chosen: boolean,
): void {
  const box = boxOf(arranging, clip.start, clip.length, row);
  pen.beginPath();
  pen.roundRect(box.x + 0.5, box.y + 0.5, box.width - 1, box.height - 1, 2);
  pen.fillStyle = chosen ? colours['selection-tint'] : colours['row-white'];
  // What is muted is an empty frame on the ground.
  if (!clip.muted) pen.fill();
  pen.lineWidth = chosen ? 2 : 1;
  pen.strokeStyle = chosen ? colours.selection : colours.edge;
  if (clip.muted) pen.setLineDash([4, 3]);
  pen.stroke();
  pen.setLineDash([]);
  if (clip.loop > 0 && clip.loop * arranging.view.pixelsPerTick >= FOLD * 2)
    paintFolds(pen, arranging, clip, box, colours);
}

/** Each round but the first begins behind a fold: a crease, a shade behind it, and a corner that is turned down. */
function paintFolds(
  pen: CanvasRenderingContext2D,
  { view }: Arranging,
  { start, length, loop }: Clip,
  box: DOMRect,
  colours: Colours,
): void {
  for (let at = start + loop; at < start + length; at += loop) {
    const x = Math.round(view.x(at));
    if (x < -FOLD || x > view.width) continue;
    const shade = pen.createLinearGradient(x, 0, x + FOLD, 0);
    shade.addColorStop(0, colours['octave-line']);
    shade.addColorStop(1, colours['row-white']);
    pen.fillStyle = shade;
    pen.globalAlpha = 0.7;
    pen.fillRect(x, box.y + 1, FOLD, box.height - 2);
    pen.globalAlpha = 1;
    pen.fillStyle = colours.edge;
    pen.fillRect(x, box.y + 1, 1, box.height - 2);
    pen.beginPath();
    pen.moveTo(x - 6, box.y + 1);
    pen.lineTo(x, box.y + 7);
    pen.lineTo(x, box.y + 1);
    pen.fill();
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
  const inFront = clip.id === front;
  const x = Math.max(0, box.x) + 6;
  const room = box.x + box.width - x - 4;
  const foot = box.y + box.height - NAME_HEIGHT;
  if (inFront) {
    pen.fillStyle = colours.ink;
    pen.fillRect(box.x + 1, box.y + box.height - 4, box.width - 2, 3);
  }
  const name = clip.name || track.name;
  const state = [clip.muted ? 'muted' : '', clip.loop > 0 ? 'repeats' : ''].filter(Boolean);
  pen.font = `${inFront || chosen ? 700 : 500} 11px ${FONT}`;
  pen.textBaseline = 'middle';
  pen.fillStyle = colours['note-text'];
  // Left out, and never cut.
  const shown = [[name, ...state].join(' · '), name].find((text) => widthOf(pen, text) <= room);
  if (shown) pen.fillText(shown, x, foot + NAME_HEIGHT / 2 - (inFront ? 2 : 0));
}

function widthOf(pen: CanvasRenderingContext2D, text: string): number {
  const key = `${pen.font} ${text}`;
  let width = widths.get(key);
  if (width === undefined) widths.set(key, (width = pen.measureText(text).width));
  return width;
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
