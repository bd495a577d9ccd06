/** Columns of notes as the server sends them; index i of each is note i. Times are ticks. */
export interface NoteColumns {
  id: number[];
  start: number[];
  length: number[];
  pitch: number[];
  velocity: number[];
  release: number[];
  channel: number[];
  muted: number[];
  group: number[];
  playedStart: number[];
  playedEnd: number[];
}

export type NoteColumn = keyof NoteColumns;

export interface History {
  undo: string | null;
  redo: string | null;
}

export interface WholeClip {
  id: number;
  revision: number;
  start: number;
  length: number;
  notes: NoteColumns | null;
  history: History;
}

/** What an edit, an undo or a redo changed. Values in `changed` are the new ones. */
export interface ClipChange {
  revision: number;
  length: number;
  removed: number[];
  added: NoteColumns | null;
  changed: (Partial<NoteColumns> & { id: number[] })[];
  /** null where it stays as it was sent */
  selection: number[] | null;
  message: string;
  history: History;
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

export type VoiceName = 'plucked' | 'bass' | 'sustained' | 'drums';

export interface Track {
  id: number;
  name: string;
  colour: number;
  voice: VoiceName;
  channel: number;
  /** 0–100 % */
  volume: number;
  muted: boolean;
  clips: { id: number; start: number; length: number; revision: number }[];
}

export interface TempoStretch {
  tick: number;
  seconds: number;
  secondsPerTick: number;
}

export interface Song {
  id: number;
  name: string;
  ppq: number;
  key: string | null;
  /** the pitch classes (0 is C) that belong to the key; null without a key */
  scale: number[] | null;
  /** quarter notes a minute at the start */
  tempo: number;
  tempos: TempoStretch[];
  meters: { tick: number; numerator: number; denominator: number }[];
  tracks: Track[];
}

/** A stretch of one meter: where its bars lie, and the grid lines of one bar counted from its start. */
export interface GridStretch {
  tick: number;
  bar: number;
  /** the length of a bar in ticks as dividend and divisor */
  barTicks: [number, number];
  everyBars: number;
  lines: number[];
  numerator: number;
  denominator: number;
}

export interface GridTable {
  grid: string;
  swing: number;
  stretches: GridStretch[];
}

export interface Binding {
  key: string;
  run: string;
  title: string;
  strip: string;
}

export interface Catalog {
  edits: { name: string; title: string; group: string; help: string }[];
  view: { name: string; title: string; group: string; help: string }[];
  keys: Binding[];
  scales: string[];
}

export interface EditContext {
  grid: string;
  swing: number;
  caret: [number, number];
  range: [number, number] | null;
}
