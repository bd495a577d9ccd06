import type { NoteColumn, Packed, PointColumn, Sparse, SparseColumns } from './tables';

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
  /** what the part in front was last quantized with; null where it was not */
  quantized: Quantized | null;
}

export interface Quantized {
  grid: string;
  swing: number;
  /** in % */
  strength: string;
  /** ms since the epoch */
  at: number;
}

export interface HistoryStep {
  id: number;
  /** null where the song stood as it came in */
  parent: number | null;
  title: string;
  /** what it did, in words */
  words: string;
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
  /** another one whenever the song is another */
  state: string;
  /** what was done last, in words; null where it is as it came in */
  did: string | null;
  deleted: string | null;
}

/** What a list shows of a song. */
export interface Glance {
  bars: number;
  seconds: number;
  /** the colour of each track that sounds, and for each note its first and last column and its row, of GLANCE */
  tracks: { colour: number; cells: [from: number, to: number, row: number][] }[];
}

/** How many columns and rows its picture has. */
export const GLANCE = { columns: 240, rows: 32 };

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

/** What a track plays: a program of a bank. */
export interface Instrument {
  /** as lines have it */
  name: string;
  title: string;
  /** the name of its bank; gm for the one that ships */
  bank: string;
  /** the number of its bank, 0–16,383 */
  number: number;
  /** 0–127 */
  program: number;
  isKit: boolean;
}

export interface Track {
  id: number;
  name: string;
  colour: number;
  voice: VoiceName;
  /** null where the light voice sounds; chosen by hand, or the one that stands for the voice */
  instrument: (Instrument & { isChosen: boolean }) | null;
  /** what goes to reverb and chorus, 0–100 % */
  reverb: number;
  chorus: number;
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
  notes: SparseColumns | Packed<NoteColumn> | null;
  points: Sparse<PointColumn> | Packed<PointColumn> | null;
}

export interface NewSong {
  name: string;
  tempo: number;
  meter: string;
  key: string;
  sketch: string;
}
