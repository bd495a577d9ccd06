import { request } from './client';
import type { Keymap } from './keymaps';
import type { Recipe } from './recipes';
import type { Instrument, VoiceName } from './song';

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
  /** whether it is a difference of two values of a lane */
  difference?: boolean;
  /** what options are called, where that is more than their name */
  titles?: Record<string, string>;
}

/** What an edit works on. */
export type Subject = 'selection' | 'selection-or-range' | 'levels' | 'anywhere' | 'track' | 'clip' | 'conductor';

/** What has to be there for an edit or a command to do anything. */
export type Need = 'notes' | 'points' | 'clips' | 'range' | 'track';

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
  /** the parameter whose value is asked for before it is run plain */
  asks?: string;
  /** the parameters that a value without a name may be, the likeliest first */
  bare?: string[];
  /** the parameter that is turned most often once it was heard */
  wanted?: string;
  /** the parameter that a count before its key fills; '' where it is done so many times */
  counts?: string;
  /** of these parameters an edit takes exactly one */
  oneOf?: string[];
  /** what an edit works on */
  subject?: Subject;
  /** what it needs, any one of which is enough; left out or empty where it can always be done */
  needs?: readonly Need[];
  usesClipboard?: boolean;
  /** whether its result is sounded once it is done */
  isHeard?: boolean;
  /** whether a command of the screen acts for as long as its key is down */
  holds?: boolean;
  /** whether it stays where its key is only pressed */
  stays?: boolean;
  /** whether a command that the screen lists is run by the server */
  onServer?: boolean;
  /** whether a command of the screen may stand in a script of several lines */
  inScripts?: boolean;
}

/** What runs beside the notes as values over time: velocities, a controller, bend. */
export interface Lane {
  /** as lines have it: velocity, release, cc11, bend, pressure, program, key60 */
  name: string;
  title: string;
  /** the lowest and the highest value */
  least: number;
  most: number;
  /** what holds before anything is said */
  rest: number;
}

/** What a new song can begin with: its tracks are said in `about`. */
export interface Sketch {
  name: string;
  title: string;
  about: string;
}

export interface Catalog {
  edits: Declaration[];
  view: Declaration[];
  keymap: Keymap;
  recipes: Recipe[];
  /** names of the conditions notes are chosen by */
  conditions: string[];
  scales: string[];
  /** chords by name, and the semitones of their notes above the root */
  chords: { name: string; semitones: number[] }[];
  /** from every grid the way to others: finer, coarser, triplet, dotted */
  grids: Record<string, [finer: string, coarser: string, triplet: string, dotted: string]>;
  /** how many of each unit of a clock (ms, s, smp, fr) make a second */
  rates: Record<string, number>;
  /** what a new song can begin with */
  sketches: Sketch[];
  /** what runs beside the notes as values over time */
  lanes: Lane[];
  /** the instruments of General MIDI, with their families and what one says for them */
  instruments: (Instrument & { family: string; said: string[]; voice: VoiceName })[];
  /** the instrument that stands for each voice, by its name */
  voices: Record<VoiceName, string>;
}

export const catalog = {
  catalog: () => request<Catalog>('GET', 'catalog'),
};
