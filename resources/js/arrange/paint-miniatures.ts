import type { NoteTable } from '../music/notes';
import type { Arranging } from '../sight/arranging.svelte';
import { GAP, NAME_HEIGHT, ROOM_FOR_NAME, type SongScene } from './paint-song';

/** Bodies in miniature are at most so high; from so many pixels on their velocity is told. */
const TALLEST_BODY = 7;
const TELLS_VELOCITY = 4;
/** How much is left of the ink of what is not heard. */
const SILENT = 0.3;

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
  { arranging, tracks, opened, heard, open, openClips, isChosen, trackOf, ofTrack }: SongScene,
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
    const { ink, edge, tint, selection } = ofTrack(track.colour);
    const heardHere = !track.muted && (track.solo || !tracks.some(({ solo }) => solo));
    const strength = heardHere ? 1 : SILENT;
    const inks = {
      body: pixel(tint, strength),
      ink: pixel(ink, strength),
      again: pixel(edge, strength),
      chosen: pixel(selection, strength),
    };
    const chosen = new Set(track.clips.filter(({ id }) => isChosen.has(id)).map(({ id }) => id));
    const folded = new Map(track.clips.filter(({ loop }) => loop > 0).map(({ id, start, loop }) => [id, start + loop]));
    const inkOf = (clip: number, start: number) =>
      chosen.has(clip) ? inks.chosen : start >= (folded.get(clip) ?? Infinity) ? inks.again : inks.ink;
    tables.forEach((notes, k) =>
      paintRow({ pixels, width, height, ratio }, arranging, notes, [row, low, high], {
        mine: k === 1 ? mine : null,
        body: inks.body,
        ink: chosen.size + folded.size > 0 ? inkOf : () => inks.ink,
      }),
    );
  }
  pen.putImageData(image, 0, 0);
}

function paintRow(
  { pixels, width, height, ratio }: { pixels: Uint32Array; width: number; height: number; ratio: number },
  arranging: Arranging,
  notes: NoteTable,
  [row, low, high]: [row: number, low: number, high: number],
  {
    mine,
    body,
    ink,
  }: {
    mine: ((clip: number) => boolean) | null;
    /** pixels: of the pale part of a note, and of its ink */
    body: number;
    ink: (clip: number, start: number) => number;
  },
): void {
  const { start, length, pitch, velocity, muted, clip } = notes.columns;
  const { view } = arranging;
  const rowHeight = arranging.heights[row];
  const name = rowHeight >= ROOM_FOR_NAME ? NAME_HEIGHT : 2;
  const top = (arranging.y(row) + GAP / 2 + 3) * ratio;
  const room = (rowHeight - GAP - name - 5) * ratio;
  const stroke = Math.max(1, Math.min(TALLEST_BODY * ratio, Math.floor(room / (high - low + 1))));
  const step = high > low ? (room - stroke) / (high - low) : 0;
  const middle = high > low ? 0 : (room - stroke) / 2;
  const tells = stroke >= TELLS_VELOCITY * ratio;
  // Plain numbers: what is read from the view is looked up anew each time.
  const [left, right, scale] = [view.left, view.right, view.pixelsPerTick * ratio];
  for (let i = notes.firstPlaceFrom(left); i < notes.count && start[i] <= right; i++) {
    if (muted[i] || (mine && !mine(clip[i]))) continue;
    const from = Math.max(0, Math.round((start[i] - left) * scale));
    const to = Math.min(width, Math.max(from + 1, Math.round((start[i] + length[i] - left) * scale) - 1));
    const upper = Math.round(top + middle + (high - pitch[i]) * step);
    const inked = tells ? upper + stroke - Math.max(1, Math.round((velocity[i] / 127) * stroke)) : upper;
    const colour = ink(clip[i], start[i]);
    for (let y = Math.max(0, upper); y < Math.min(height, upper + stroke); y++) {
      const now = y < inked ? body : colour;
      for (let p = y * width + from, end = y * width + to; p < end; p++) pixels[p] = now;
    }
  }
}
