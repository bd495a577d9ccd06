/** What a lane is called in lines: velocity, release, cc11, bend, pressure, program, key60. */
export type LaneName = string;

export const VELOCITY = 'velocity';
export const RELEASE = 'release';

/** The ways a wave runs, and how high it is, 0 to 1, at a share of its period; compared with the core. */
export const WAVES = {
  sine: (share: number) => (1 - Math.cos(2 * Math.PI * share)) / 2,
  triangle: (share: number) => 1 - Math.abs(2 * share - 1),
  saw: (share: number) => share,
  fall: (share: number) => 1 - share,
  square: (share: number) => (share < 0.5 ? 1 : 0),
};
export type Wave = keyof typeof WAVES;

/** How a course is drawn: as the hand goes, a line, a curve, at one height, or as a wave. */
export const STROKES = ['free', 'line', 'curve', 'level', ...(Object.keys(WAVES) as Wave[])] as const;
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
