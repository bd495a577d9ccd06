/** What a lane is called in lines: velocity, release, cc11, bend, pressure, program, key60. */
export type LaneName = string;

export const VELOCITY = 'velocity';
export const RELEASE = 'release';

/** The ways a wave runs, as the core has them. */
export const WAVES = ['sine', 'triangle', 'saw', 'square'] as const;
export type Wave = (typeof WAVES)[number];

/** How a course is drawn: as the hand goes, a line, a curve, at one height, or as a wave. */
export const STROKES = ['free', 'line', 'curve', 'level', ...WAVES] as const;
export type Stroke = (typeof STROKES)[number];

/** Kinds of points by the status of their message in the MIDI 1.0 specification. */
const KINDS: Record<number, (number: number) => LaneName> = {
  0xa: (number) => `key${number}`,
  0xb: (number) => `cc${number}`,
  0xc: () => 'program',
  0xd: () => 'pressure',
  0xe: () => 'bend',
};

export const laneOf = (kind: number, number: number): LaneName => KINDS[kind](number);

/** Whether it shows a column of the notes rather than points. */
export const isOfNotes = (name: LaneName) => name === VELOCITY || name === RELEASE;
