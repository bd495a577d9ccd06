import type { Clip, Track } from '../api';
import type { Compared } from '../desk/preview.svelte';
import { coloursOf, type Colours } from '../look/theme';
import type { NoteTable } from '../music/notes';
import type { PointTable } from '../music/points';
import { techniqueOf } from '../music/techniques';
import type { GridLines } from '../music/time';
import { rowCalled } from '../song/row-names';
import type { Bodies } from '../sight/bodies';
import type { Viewport } from '../sight/viewport.svelte';
import { paintBefore } from './paint-before';
import { paintCurves } from './paint-curves';
import { paintGrid, paintOutside, type Stretch } from './paint-grid';
import { paintBackdrop, paintNotes } from './paint-notes';

/** What lies below the notes of the roll. */
export interface GroundScene {
  view: Viewport;
  lines: GridLines;
  shaded: readonly Stretch[];
  /** the clips that are open: what lies outside of them is shaded */
  windows: readonly Clip[];
  colours: Colours;
  /** notes of other tracks */
  behind: readonly { notes: NoteTable; colours: Colours }[];
}

export function paintGround(pen: CanvasRenderingContext2D, scene: GroundScene): void {
  paintGrid(pen, scene.view, scene.lines, scene.shaded, scene.colours);
  paintOutside(pen, scene.view, scene.windows, scene.colours);
  for (const { notes, colours } of scene.behind) paintBackdrop(pen, scene.view, notes, colours);
}

/** The notes of the roll, with what is seen on them. */
export interface NoteScene {
  view: Viewport;
  bodies: Bodies;
  points: PointTable;
  colours: Colours;
  theme: Parameters<typeof coloursOf>[0];
  /** colours of the theme of rows that have one, by track and pitch */
  colouredRows: ReadonlyMap<number, ReadonlyMap<number, number>>;
  /** the track each clip lies on, and the one in front for what has none */
  tracks: ReadonlyMap<number, Track>;
  inFront: Track;
  /** what was, where something else is tried; null where nothing is */
  before: Compared | null;
}

export function paintNoteScene(pen: CanvasRenderingContext2D, scene: NoteScene): void {
  const { view, bodies, points, colours, theme, colouredRows, tracks, inFront, before } = scene;
  const trackOf = (clip: number) => tracks.get(clip) ?? inFront;
  const ofNote = (clip: number, pitch: number) => {
    const track = trackOf(clip);
    return coloursOf(theme, colouredRows.get(track.id)?.get(pitch) || track.colour);
  };
  const signOf = (clip: number, technique: number) => techniqueOf(trackOf(clip), technique)?.sign ?? '';
  const called = (clip: number, pitch: number) => rowCalled(trackOf(clip), pitch);
  paintNotes(pen, bodies, colours, ofNote, signOf, called);
  paintCurves(pen, bodies, points, colours);
  if (before) paintBefore(pen, view, before, colours);
}
