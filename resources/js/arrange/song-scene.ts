import type { Track } from '../api';
import type { Placed } from '../desk/chosen-clips.svelte';
import type { Colours } from '../look/theme';
import type { GridLines } from '../music/time';
import type { NoteTable } from '../music/notes';
import type { Arranging } from '../sight/arranging.svelte';

/** A name stands below the notes where a row is at least so high. */
export const ROOM_FOR_NAME = 40;
export const NAME_HEIGHT = 16;
export const GAP = 6;

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
  /** the notes that sound of each track, beside those that are open; and what is another one where these are */
  heard: (track: number) => NoteTable;
  sounding: unknown;
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

/** A box on the plane of the song, in pixels of the screen. */
export interface Box {
  left: number;
  top: number;
  right: number;
  bottom: number;
}

/** Where a clip lies on the plane of the song, which begins where its first row does. */
export function onPlane(
  { view, tops, heights }: Arranging,
  ratio: number,
  { clip: { start, length }, row }: Pick<Placed, 'clip' | 'row'>,
): Box {
  const scale = view.pixelsPerTick * ratio;
  const [left, gap] = [Math.round(start * scale), Math.round(ratio)];
  return {
    left,
    top: Math.round((tops[row] + GAP / 2) * ratio),
    right: Math.max(left + 3 * gap, Math.round((start + length) * scale) - gap),
    bottom: Math.round((tops[row] + heights[row] - GAP / 2) * ratio),
  };
}

export const meet = (one: Box, other: Box): boolean =>
  one.left < other.right && one.right > other.left && one.top < other.bottom && one.bottom > other.top;
