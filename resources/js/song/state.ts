import type { Song } from '../api';
import type { NoteTable } from '../music/notes';
import type { PointTable } from '../music/points';
import type { Sounds } from './sounding.svelte';

/** A song to be seen and heard: as it is, as it was, or as it would be. */
export interface SongState {
  song: Song;
  /** what lies in the open clips */
  notes: NoteTable;
  points: PointTable;
  /** what sounds beside them */
  sounds: Sounds;
}
