import { make, read, request } from './client';
import type {
  Sparse,
  NoteColumns,
  SparseColumns,
  NotesChange,
  PointColumns,
  PointColumn,
  PointsChange,
} from './tables';

export interface History {
  undo: string | null;
  redo: string | null;
}

/** The open clips: their notes are one table in song time, and so are their points. */
export interface OpenClips {
  clips: number[];
  /** the one new notes go to */
  front: number;
  revisions: Record<string, number>;
  notes: SparseColumns | null;
  points: Sparse<PointColumn> | null;
}

/** A song as it is opened: all that is needed to see it. */
export interface OpenedSong {
  song: Song;
  open: OpenClips;
  history: History;
  grid: GridTable | null;
  selections: KeptSelections;
}

/** Selections with a name: the ids of their notes. */
export type KeptSelections = Record<string, number>;

/** What an edit, an undo or a redo changed. */
export interface SongAnswer {
  revision: number;
  /** the new revisions of the clips that were changed */
  revisions: Record<string, number>;
  /** how long these clips are now */
  lengths: Record<string, number>;
  /** what became of the open notes; null where they are sent whole */
  notes: NotesChange[] | null;
  points: PointsChange[] | null;
  open: OpenClips | null;
  /** the song where tracks, clips or conductor changed */
  song: Song | null;
  /** tracks that sound otherwise without being open */
  elsewhere: number[];
  /** null where it stays as it was sent */
  selection: number[] | null;
  /** where other clips than the open ones were worked on, those that are left of them and those that came of it */
  chosen: number[] | null;
  message: string;
  history: History;
  /** what was cut or copied, as text for the system's clipboard carries it */
  clipboard: Phrase | null;
  /** where the lines left another grid */
  grid?: string;
  swing?: number;
  /** where they left another range */
  range?: [number, number];
  /** lines that are the screen's to do */
  screen?: string[];
}

/** Notes on the clipboard with their place in the song. */
export interface Phrase {
  jactonic: 'phrase';
  ppq: number;
  span: [number, number] | null;
  notes: Partial<NoteColumns>;
  points?: Partial<PointColumns>;
}

/** A grid and how well it fits the timing of the notes; distances are in % of half the gap between lines. */
export interface AdvisedGrid {
  grid: string;
  swing: number;
  name: string;
  mean: number;
  largest: number;
  /** how many notes would fall together with another of their pitch */
  collisions: number;
  fits: boolean;
}

/** The grids, the recommended one first. */
export interface Advice {
  count: number;
  summary: string;
  grids: AdvisedGrid[];
}

export interface HistoryStep {
  id: number;
  /** null where the song stood as it came in */
  parent: number | null;
  title: string;
  lines: string[];
  /** ms since the epoch */
  at: number;
  name: string | null;
  /** counts; the branch with the highest was walked last */
  walked: number;
  /** the clips it changed */
  clips: number[];
  /** the names of the tracks it worked in */
  about: string;
}

/** All steps of a song on all branches, in the order they were made, and where it stands. */
export interface StepTree {
  steps: HistoryStep[];
  at: number | null;
}

export interface SongLine {
  id: number;
  name: string;
  tracks: number;
  tempo: number;
  key: string | null;
  updated: string;
  deleted: string | null;
}

export interface SongLists {
  songs: SongLine[];
  deleted: SongLine[];
}

export type VoiceName =
  | 'plucked'
  | 'struck'
  | 'mallet'
  | 'organ'
  | 'reed'
  | 'bowed'
  | 'blown'
  | 'sustained'
  | 'pad'
  | 'lead'
  | 'bass'
  | 'synth-bass'
  | 'drums'
  | 'percussion';

/** A way of playing a note, and what makes an instrument play so. */
export interface Technique {
  /** from 1; 0 for how a note without one is played */
  number: number;
  name: string;
  /** one to three characters that notes show */
  sign: string;
  /** the pitch of the key that switches it on */
  key: number | null;
  program: number | null;
  controller: [number: number, value: number] | null;
  /** 0–15 */
  channel: number | null;
  /** % of the written ones */
  length: number;
  velocity: number;
}

/** How a song goes out: as a MIDI file or the chords alone, what names of chords are in it for other programs, and what curves within notes are. */
export interface Exported {
  as?: 'midi' | 'musicxml' | undefined;
  chords?: 'names' | 'markers' | 'lyrics' | undefined;
  curves?: 'mpe' | 'key-pressure' | undefined;
}

/** A piece of a track. Times are ticks. */
export interface Clip {
  id: number;
  start: number;
  length: number;
  /** the tick of its content that lies at its start */
  offset: number;
  /** 0, or the length after which its content begins again */
  loop: number;
  name: string;
  muted: boolean;
  /** 1–8 of the theme, 0 for that of its track */
  colour: number;
  /** 0, or the number of the group of clips that are chosen together */
  group: number;
  revision: number;
}

export interface Track {
  id: number;
  name: string;
  colour: number;
  voice: VoiceName;
  channel: number;
  /** 0–100 % */
  volume: number;
  /** −100 left to 100 right */
  pan: number;
  muted: boolean;
  solo: boolean;
  /** semitones; the notes stay as written */
  transposition: number;
  /** rows with a name, a colour of the theme (0 for the track’s) or a place of their own, from the top down */
  rows: [pitch: number, name: string, colour: number][];
  techniques: Technique[];
  clips: Clip[];
}

export interface TempoStretch {
  tick: number;
  seconds: number;
  secondsPerTick: number;
}

export type ConductorKind = 'tempo' | 'meter' | 'key' | 'chord' | 'marker';

export interface ConductorEvent {
  kind: ConductorKind;
  tick: number;
  label: string;
}

export interface Song {
  id: number;
  name: string;
  revision: number;
  ppq: number;
  /** the key at the start */
  key: string | null;
  keys: { tick: number; name: string; scale: number[] }[];
  /** the pitch classes (0 is C) that belong to the key; null without a key */
  scale: number[] | null;
  /** the names of chords, each from its tick on: the pitch classes that belong to it, and pitches to hear it by */
  chords: { tick: number; name: string; classes: number[]; pitches: number[] }[];
  /** quarter notes a minute at the start */
  tempo: number;
  tempos: TempoStretch[];
  meters: { tick: number; numerator: number; denominator: number }[];
  events: ConductorEvent[];
  tracks: Track[];
}

/** What sounds of a track beside what is open, in song time as it is heard. */
export interface TrackSound {
  track: number;
  notes: SparseColumns | null;
  points: Sparse<PointColumn> | null;
}

/** A stretch of one meter: where its bars lie, and the grid lines of one bar counted from its start. */
export interface GridStretch {
  tick: number;
  bar: number;
  /** the length of a bar in ticks as dividend and divisor */
  barTicks: [number, number];
  everyBars: number;
  lines: number[];
  /** where the beats of a bar begin, counted from its start */
  beats: number[];
  numerator: number;
  denominator: number;
}

export interface GridTable {
  grid: string;
  swing: number;
  stretches: GridStretch[];
}

export interface EditContext {
  grid: string;
  swing: number;
  caret: [number, number];
  range: [number, number] | null;
  playhead: number;
  /** what new notes are like: an amount of time, and 1–127 */
  new: { length: string; velocity: number };
  /** how far step and step2 are */
  nudge?: [string, string];
  pointer?: { tick: number; pitch: number; free: boolean } | null;
  /** the pitches that are shown; left out where all are */
  rows?: number[] | null;
  clipboard?: Phrase;
  played?: Played;
  /** whether clips are worked on as wholes, those that are open, rather than the notes in them */
  onClips?: boolean;
  /** whether points go along where a range is copied, cut, opened or closed */
  points?: boolean;
}

/** What was played in one go: MIDI messages with the ms since the song passed the origin. */
export interface Played {
  origin: number;
  loop: [number, number] | null;
  until: number;
  events: [ms: number, status: number, first: number, second: number][];
}

/** Where a window stands in a song: which clips it has open and which revisions it has seen. */
export interface Standing {
  open: number[];
  front: number;
  revisions: Record<string, number>;
  /** the revision of tracks, clips and conductor */
  song?: number;
  /** what it calls its request, so that a repeat is not done twice */
  request?: string;
  /** what the window shows, where that is something else than what is worked on: the answer tells what became of it */
  seen?: { open: number[]; front: number };
}

export interface NewSong {
  name: string;
  tempo: number;
  meter: string;
  key: string;
  sketch: string;
}

export const songs = {
  songs: () => request<SongLists>('GET', 'songs'),
  newSong: (song: NewSong) => make<{ id: number }>('POST', 'songs', song),
  importSong: (name: string, midi: string, left: AbortSignal) =>
    make<{ id: number; problems: string[] }>('POST', 'songs', { name, midi }, left),
  /** All that is needed to see a song with some clips open; the first track where none is named. */
  open: (id: number, clips: number[], front: number, grid: string, swing: number) =>
    read<OpenedSong>(`songs/${id}/open`, { clips, front, grid, swing }),
  /** All that is needed to hear it beside the clips that are open; of some tracks, or of all. */
  sound: (id: number, clips: number[], tracks?: number[]) =>
    read<{ tracks: TrackSound[] }>(`songs/${id}/sound`, { clips, ...(tracks && { tracks }) }),
  /** Renames a song that is called `was`. */
  renameSong: (id: number, name: string, was: string) =>
    request<{ name: string }>('PATCH', `songs/${id}`, { name, was }),
  deleteSong: (id: number) => request<undefined>('DELETE', `songs/${id}`),
  restoreSong: (id: number) => request<undefined>('POST', `songs/${id}/restore`),
  /** The song as a MIDI file, the names of chords in words for other programs where wanted; or those names as MusicXML. */
  exportAddress: (id: number, { as = 'midi', chords = 'names', curves = 'mpe' }: Exported = {}) =>
    `/api/songs/${id}/export?as=${as}&chords=${chords}&curves=${curves}`,
  rowNamesAddress: (id: number, track: number) => `/api/songs/${id}/tracks/${track}/row-names`,
  techniquesAddress: (id: number, track: number) => `/api/songs/${id}/tracks/${track}/techniques`,
  /** The line that gives a track the techniques of a file. */
  readTechniques: (text: string) => request<{ line: string }>('POST', 'techniques', { text }),
  /** The line that gives a track the names of a file. */
  readRowNames: (text: string) => request<{ line: string }>('POST', 'row-names', { text }),
  grid: (song: number, grid: string, swing: number) =>
    request<GridTable>('GET', `songs/${song}/grid?grid=${encodeURIComponent(grid)}&swing=${swing}`),
  edit: (song: number, standing: Standing, lines: string[], selection: number[] | 'all', context: EditContext) =>
    request<SongAnswer>('POST', `songs/${song}/edits`, { ...standing, lines, selection, context }),
  /** What the lines would do; everything stays as it is. */
  preview: (song: number, standing: Standing, lines: string[], selection: number[] | 'all', context: EditContext) =>
    request<SongAnswer>('POST', `songs/${song}/edits`, { ...standing, lines, selection, context, dry: true }),
  undo: (song: number, standing: Standing) => request<SongAnswer>('POST', `songs/${song}/undo`, standing),
  redo: (song: number, standing: Standing) => request<SongAnswer>('POST', `songs/${song}/redo`, standing),
  advice: (song: number, standing: Standing, selection: number[], context: EditContext) =>
    request<Advice>('POST', `songs/${song}/advice`, { ...standing, selection, context }),
  /** The keys the notes may be in, the likeliest first. */
  keys: (song: number, standing: Standing, selection: number[], context: EditContext) =>
    request<{ keys: { key: string; inside: number }[] }>('POST', `songs/${song}/keys`, {
      ...standing,
      selection,
      context,
    }),
  /** The ids of the notes that meet conditions. */
  choose: (song: number, standing: Standing, where: string, context: EditContext) =>
    request<{ selection: number[] }>('POST', `songs/${song}/choose`, { ...standing, where, context }),
  /** The ids of the notes that `select what=…` selects. */
  select: (song: number, standing: Standing, what: string, selection: number[], context: EditContext) =>
    request<{ selection: number[] }>('POST', `songs/${song}/select`, { ...standing, what, selection, context }),
  /** The ids of the notes of a selection that is kept. */
  selection: (song: number, name: string) =>
    request<{ selection: number[] }>('GET', `songs/${song}/selections?name=${encodeURIComponent(name)}`),
  /** Keeps a selection under a name; an empty one takes the name away. */
  keepSelection: (song: number, name: string, selection: number[]) =>
    request<{ selections: KeptSelections }>('PUT', `songs/${song}/selections`, { name, selection }),
  history: (song: number) => request<StepTree>('GET', `songs/${song}/history`),
  goTo: (song: number, standing: Standing, step: number | null) =>
    request<SongAnswer>('POST', `songs/${song}/history`, { ...standing, step }),
  previewStep: (song: number, standing: Standing, step: number | null) =>
    request<SongAnswer>('POST', `songs/${song}/history`, { ...standing, step, dry: true }),
  nameStep: (song: number, step: number, name: string) =>
    request<StepTree>('PATCH', `songs/${song}/history/${step}`, { name }),
};
