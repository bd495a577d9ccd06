import { mixed, pixel, type Pixels } from '../look/pixels';
import type { NoteTable } from '../music/notes';
import type { Arranging } from '../sight/arranging.svelte';
import { GAP, NAME_HEIGHT, ROOM_FOR_NAME, type SongScene } from './song-scene';

/** Bodies in miniature are at most so high; from so many pixels on their velocity is told. */
const TALLEST_BODY = 7;
const TELLS_VELOCITY = 4;
/** How much is left of the ink of what is not heard, in 256ths. */
const SILENT = 77;

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

/** The notes of all rows in sight in miniature, the higher the higher. */
export function paintMiniatures(
  sheet: Pixels,
  { arranging, tracks, opened, heard, open, openClips, isChosen, trackOf, ofTrack }: SongScene,
): void {
  const { tops } = arranging;
  for (const [row, track] of tracks.entries()) {
    const [upper, lower] = [tops[row] * sheet.ratio, tops[row + 1] * sheet.ratio];
    if (upper > sheet.part.bottom || lower < sheet.part.top || opened.has(track.id)) continue;
    const mine = (clip: number) => trackOf(clip) === track.id;
    const isOpen = track.clips.some(({ id }) => openClips.includes(id));
    const tables = [heard(track.id), ...(isOpen ? [open] : [])];
    const found = tables.map((notes, k) => spanOf(notes, k === 1 ? mine : null)).filter((span) => span !== null);
    if (found.length === 0) continue;
    const low = Math.min(...found.map(([lowest]) => lowest));
    const high = Math.max(...found.map(([, highest]) => highest));
    const { ink, edge, tint, selection } = ofTrack(track.colour);
    const heardHere = !track.muted && (track.solo || !tracks.some(({ solo }) => solo));
    // What sounds does not say in which clip it lies.
    const marked = track.clips
      .flatMap(({ id, start, length, loop }) => [
        ...(isChosen.has(id) ? [{ from: start, to: start + length, ink: pixel(selection) }] : []),
        ...(loop > 0 && !isChosen.has(id) ? [{ from: start + loop, to: start + length, ink: pixel(edge) }] : []),
      ])
      .sort((a, b) => a.from - b.from);
    tables.forEach((notes, k) =>
      paintRow(sheet, arranging, notes, [row, low, high], {
        mine: k === 1 ? mine : null,
        isHeard: heardHere,
        body: pixel(tint),
        ink: pixel(ink),
        marked,
      }),
    );
  }
}

function paintRow(
  sheet: Pixels,
  arranging: Arranging,
  notes: NoteTable,
  [row, low, high]: [row: number, low: number, high: number],
  {
    mine,
    isHeard,
    body,
    ink,
    marked,
  }: {
    mine: ((clip: number) => boolean) | null;
    isHeard: boolean;
    /** pixels: of the pale part of a note, and of its ink */
    body: number;
    ink: number;
    /** other ink of what begins in a span of time: chosen clips, and the rounds of a clip but the first */
    marked: readonly { from: number; to: number; ink: number }[];
  },
): void {
  const { start, length, pitch, velocity, muted, clip } = notes.columns;
  const { view } = arranging;
  const { all, width, ratio, part } = sheet;
  const rowHeight = arranging.heights[row];
  const name = rowHeight >= ROOM_FOR_NAME ? NAME_HEIGHT : 2;
  const top = (arranging.tops[row] + GAP / 2 + 3) * ratio;
  const room = (rowHeight - GAP - name - 5) * ratio;
  const stroke = Math.max(1, Math.min(TALLEST_BODY * ratio, Math.floor(room / (high - low + 1))));
  const step = high > low ? (room - stroke) / (high - low) : 0;
  const middle = high > low ? 0 : (room - stroke) / 2;
  const tells = stroke >= TELLS_VELOCITY * ratio;
  // Plain numbers: what is read from the view is looked up anew each time.
  const scale = view.pixelsPerTick * ratio;
  const [before, above] = [sheet.left, sheet.top];
  const { left, right, top: highest, bottom: lowest } = part;
  const last = right / scale;
  let k = 0;
  for (let i = notes.firstPlaceFrom(left / scale); i < notes.count && start[i] <= last; i++) {
    if (muted[i] || (mine && !mine(clip[i]))) continue;
    const x = Math.round(start[i] * scale);
    const from = Math.max(left, x) - before;
    const to = Math.min(right, Math.max(x + 1, Math.round((start[i] + length[i]) * scale) - 1)) - before;
    const upper = Math.round(top + middle + (high - pitch[i]) * step);
    const inked = tells ? upper + stroke - Math.max(1, Math.round((velocity[i] / 127) * stroke)) : upper;
    while (k < marked.length && marked[k].to <= start[i]) k++;
    const colour = k < marked.length && marked[k].from <= start[i] ? marked[k].ink : ink;
    for (let y = Math.max(highest, upper); y < Math.min(lowest, upper + stroke); y++) {
      const now = y < inked ? body : colour;
      const line = (y - above) * width;
      for (let p = line + from; p < line + to; p++) all[p] = isHeard ? now : mixed(now, all[p], SILENT);
    }
  }
}
