import type { Technique, Track } from '../api';
import type { Group } from '../synth/orders';
import type { Control, CurveTurn } from './controls';

/** A note as it is given: its pitch as it sounds, moments in seconds of the clock of the sound. */
export interface GivenNote {
  pitch: number;
  velocity: number;
  at: number;
  /** Infinity for a key that is held */
  until: number;
  /** what its curves say */
  turns?: readonly CurveTurn[];
  /** how it is played */
  technique?: Technique | undefined;
}

/** What a track sounds with. A note that was given has a number, by which it is let go. */
export interface Part {
  play(group: Group, note: number, given: GivenNote): void;
  /** Lets a note go at a moment, whatever was said of it before. */
  until(note: number, at: number): void;
  tell(group: Group, control: Control, at: number): void;
  /** Brings back to rest, behind all that was told. */
  rest(control: Control): void;
  /** Brings what the track says of itself up to date: instrument, loudness, place. */
  follow(track: Track, isHeard: boolean): void;
}
