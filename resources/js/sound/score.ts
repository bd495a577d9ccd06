import type { Song, Track } from '../api';
import type { LaneName } from '../music/lanes';
import type { NoteTable } from '../music/notes';
import type { PointTable } from '../music/points';
import type { Clock, GridLines } from '../music/time';
import type { Output, OutputQueue } from './output-queue';

/** What of MIDI outputs is asked for as a song is given. */
export interface ToOutputs {
  of(track: number): Output | null;
  queueOf(output: Output): OutputQueue;
  clock(at: number): void;
  forget(from: number): void;
}

/** What a player plays from: the song as it stands on the screen at this moment. */
export interface Score {
  readonly song: Song;
  readonly clock: Clock;
  readonly gridLines: GridLines;
  /** the open notes, or those of a preview */
  readonly visible: NoteTable;
  /** the points of the lanes of the open clips, or those of a preview */
  readonly visiblePoints: PointTable;
  /** what is known of lanes, and which are not heard */
  readonly lanes: { of(lane: LaneName): { rest: number }; readonly muted: ReadonlySet<LaneName> };
  /** what was recorded and does not lie in the song yet */
  readonly fresh: NoteTable;
  readonly range: [number, number] | null;
  /** where the song ends, in ticks */
  readonly end: number;
  /** the track in front */
  readonly track: Track;
  /** the track each clip lies on */
  readonly tracks: ReadonlyMap<number, Track>;
  /** MIDI outputs, and the one a track sounds on */
  readonly outputs: ToOutputs;
  /** whether the metronome clicks */
  readonly clicks: boolean;
  /** whether outputs are told the tempo */
  readonly sendsClock: boolean;
  /** what sounds beside the open notes; another one where anything of it is another */
  readonly sounding: { of(track: number): NoteTable; pointsOf(track: number): PointTable };
}
