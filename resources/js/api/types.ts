import type { Ways } from '../commands/grids';

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
  /** what was cut or copied, as text for the system's clipboard carries it */
  clipboard: Phrase | null;
  /** where the lines left another grid */
  grid?: string;
  swing?: number;
  /** lines that are the screen's to do */
  screen?: string[];
}

/** Notes on the clipboard with their place in the song. */
export interface Phrase {
  jactonic: 'phrase';
  ppq: number;
  span: [number, number] | null;
  notes: Partial<NoteColumns>;
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
  /** null where the clip stood as it came in */
  parent: number | null;
  title: string;
  lines: string[];
  /** ms since the epoch */
  at: number;
  name: string | null;
  walked: number;
}

/** All steps of a clip on all branches, in the order they were made, and where it stands. */
export interface Steps {
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

export type Place = 'everywhere' | 'roll' | 'table' | 'songs';

/** One shortcut; what is left out is usual: everywhere, by the letter, done when pressed. */
export interface Binding {
  key: string;
  /** the lines it runs, as one step */
  run: string[];
  title: string;
  strip: string;
  where?: Place;
  by?: 'letter' | 'place';
  held?: boolean;
}

export interface KeymapHead {
  id: string;
  name: string;
  logic: string;
  shipped: boolean;
  /** the shipped map it came from */
  base: string;
}

export interface Keymap extends KeymapHead {
  bindings: Binding[];
}

/** What two maps do differently, by title; null where one does nothing. */
export interface KeyDifference {
  key: string;
  where: Place;
  here: string | null;
  there: string | null;
}

export interface ConditionGroup {
  join: 'all' | 'any';
  conditions: string[];
}

/** On which notes a rule works. */
export interface Choice {
  scope: 'selection' | 'range' | 'clip';
  join: 'all' | 'any';
  groups: ConditionGroup[];
}

export interface Recipe {
  id: number;
  name: string;
  lines: string[];
  help: string;
  folder: string;
  choice: Choice | null;
  keepsGrid: boolean;
  leavesDrums: boolean;
}

export interface Parameter {
  name: string;
  kind: string;
  allowed: string;
  help: string;
  /** as it would be written; null or left out where leaving it out means something else */
  default?: string | null;
  /** what leaving it out means, where there is no default */
  absent?: string;
  options?: string[];
  /** words that may stand in place of a number, a pitch or a place */
  words?: string[];
  min?: number;
  max?: number;
  unit?: string;
  signed?: boolean;
}

/** What an edit or a command of the view says about itself. */
export interface Declaration {
  name: string;
  title: string;
  group: string;
  help: string;
  parameters: Parameter[];
  synonyms: string[];
  /** lines of it that have a name of their own */
  uses: Record<string, string>;
  /** of these parameters an edit takes exactly one */
  oneOf?: string[];
  /** what an edit works on */
  subject?: 'selection' | 'selection-or-range' | 'place';
  usesClipboard?: boolean;
}

export interface Catalog {
  edits: Declaration[];
  view: Declaration[];
  keymap: Keymap;
  recipes: Recipe[];
  /** names of the conditions notes are chosen by */
  conditions: string[];
  scales: string[];
  grids: Ways;
}

export interface EditContext {
  grid: string;
  swing: number;
  caret: [number, number];
  range: [number, number] | null;
  playhead: number;
  /** what new notes are like: an amount of time, and 1–127 */
  new: { length: string; velocity: number };
  clipboard?: Phrase;
}
