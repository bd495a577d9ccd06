import type { Song, TrackSound, Track } from './song';
import type {
  Sparse,
  NoteColumns,
  SparseColumns,
  NotesChange,
  PointColumns,
  PointColumn,
  PointsChange,
} from './tables';

/** Where a song stands in its history. */
export interface History {
  /** the id of the step it stands at; null where it is as it came in */
  at: number | null;
  /** the id of the step before that; null for the song as it came in */
  before: number | null;
  /** what that is called, its lines, and the grid and swing it was done on, where it is known */
  undo: string | null;
  /** what it did, in words */
  did: string | null;
  lines: string[];
  grid: [name: string, swing: number] | null;
  /** what the step that comes next is called, and its lines */
  redo: string | null;
  does: string | null;
  next: string[];
  nextGrid: History['grid'];
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
  marks: Marked;
}

/** Points of the history by their letters: the id of the step, null for the song as it came in. */
export type Marked = Record<string, number | null>;

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
  /** the song where tracks, clips or conductor changed; of a track that stayed as it was, its id alone */
  song: (Omit<Song, 'tracks'> & { tracks: (Track | number)[] }) | null;
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
  /** of what is only looked at: what would sound of each track that would sound otherwise beside the open clips */
  sounding?: TrackSound[];
  /** lines that are the screen's to do */
  screen?: string[];
  /** where it would be done in the place of the step the song stands at, how it was before that */
  before?: SongAnswer;
}

/** What may be pressed next: lines with what is pressed right behind them, or a step back or forward. */
export type NextPress = { lines: string[]; then?: string[] } | 'undo' | 'redo';

/** What something said means. */
export interface Said {
  /** the lines it means; what takes another value each time has drawn it */
  lines: string[];
  /** from and to, in characters, of the words that were not understood */
  left: [from: number, to: number][];
  /** why it cannot be done; '' where it can */
  problem: string;
  /** what the lines would do, where they are edits */
  preview: SongAnswer | null;
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
  /** what it showed of another track before, for where what it shows is not there any more */
  before?: { open: number[]; front: number } | undefined;
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

/** Notes on the clipboard with their place in the song. */
export interface Phrase {
  jactonic: 'phrase';
  ppq: number;
  span: [number, number] | null;
  notes: Partial<NoteColumns>;
  points?: Partial<PointColumns>;
}
