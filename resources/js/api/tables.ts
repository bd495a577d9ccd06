/** Columns as the server sends them: those that hold their default throughout are left out. */
export type Sparse<Name extends string> = Partial<Record<Name, number[]>> & { id: number[] };

/** Columns as the server packs them, without those too. */
export type Packed<Name extends string> = Partial<Record<Name, Int32Array>> & { id: Int32Array };

/** What became of rows. Values in `changed` are the new ones. */
export interface TableChange<Name extends string> {
  removed: number[];
  added: Record<Name, number[]> | null;
  changed: Sparse<Name>[];
}

/** Columns of notes as the server sends them; index i of each is note i. Times are ticks of the song. */
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
  looseStart: number[];
  looseVelocity: number[];
  /** the number of how it is played among those of its track, 0 for ordinary */
  technique: number[];
  /** the clip a note lies in */
  clip: number[];
}

export type NoteColumn = keyof NoteColumns;

export type SparseColumns = Sparse<NoteColumn>;

export type NotesChange = TableChange<NoteColumn>;

/** Columns of points. */
export interface PointColumns {
  id: number[];
  start: number[];
  /** by the status of its message: 10 key pressure, 11 controller, 12 program, 13 pressure, 14 bend */
  kind: number[];
  /** of the controller, or the key */
  number: number[];
  value: number[];
  channel: number[];
  /** the note it belongs to, 0 for the channel */
  note: number[];
  rank: number[];
  clip: number[];
}

export type PointColumn = keyof PointColumns;

export type PointsChange = TableChange<PointColumn>;
