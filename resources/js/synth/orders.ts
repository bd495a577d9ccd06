import type { Pack } from './pack';

/** What is given to be played: the song as it goes on, a phrase that is tried, or a hand on the keys. */
export type Group = 'song' | 'phrase' | 'hand';

/** What a curve within a note says from a moment on, in seconds of the clock of the sound. */
export interface Turn {
  of: 'pitch' | 'loudness' | 'timbre';
  /** cents; else 0–127 */
  value: number;
  at: number;
}

/** An instrument, by the key of its pack, and the one that stands in until that is there. */
export interface Sounds {
  pack: string;
  instead: string;
}

/** How a part sounds, from now on. */
export interface PartLevel {
  /** linear; 0 is silent */
  gain: number;
  /** −1 left to 1 right */
  pan: number;
  /** what goes to reverb and chorus, 0–127 */
  reverb: number;
  chorus: number;
}

/**
 * What the engine is told. Moments are seconds of its clock; one that is past is now. A note has a number of its own, by
 * which it alone is let go, whatever else sounds on its pitch.
 */
export type Order =
  | {
      do: 'play';
      group: Group;
      note: number;
      part: number;
      pitch: number;
      velocity: number;
      at: number;
      /** when it is let go; Infinity for a key that is held */
      until: number;
      turns?: readonly Turn[];
      /** an instrument for this note alone */
      sounds?: Sounds;
    }
  /** lets a note go at another moment than was said before */
  | { do: 'until'; note: number; at: number }
  /** a message of the MIDI standard: the high half of its status, its number, its value (a bend from −8192) */
  | { do: 'tell'; group: Group; part: number; at: number; kind: number; number: number; value: number }
  /** the part plays another instrument; until that is there, the one that stands in */
  | ({ do: 'instrument'; group: Group; part: number; at: number } & Sounds)
  | ({ do: 'part'; part: number } & PartLevel)
  /** forgets what of a group was to begin or to be told from a moment on; what sounds then goes on */
  | { do: 'forget'; group: Group; from: number }
  /** lets all go that sounds of a group, and forgets what was to come of it */
  | { do: 'end'; group: Group }
  /** nothing rings any more, and no part is known: the next song has others */
  | { do: 'hush' }
  | { do: 'pack'; pack: Pack }
  /** an instrument is not wanted any more; what sounds of it goes on */
  | { do: 'drop'; pack: string }
  /** 0–1 */
  | { do: 'volume'; volume: number }
  /** how far all of it lies from A4 at 440 Hz */
  | { do: 'tuning'; cents: number };

/** What the engine tells of what it sounds, some forty times a second. */
export interface Report {
  /** the clock of the sound, in seconds */
  time: number;
  /** the root of the mean power of all, 0–1 */
  level: number;
  /** the highest value of each part since the last report, by its number; those that are silent are left out */
  peaks: [part: number, peak: number][];
  /** the highest value of all before the limiter; above 1 it had to hold back */
  peak: number;
  voices: number;
  /** how many notes began since it began, and how late the latest of them since the last report was, in seconds */
  begun: number;
  late: number;
  /** notes that were ended early since it began, for there were too many at once */
  stolen: number;
}
