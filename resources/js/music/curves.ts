/** What a curve within a note says. */
export type CurveName = 'pitch' | 'loudness' | 'timbre';

/** A bend of a note reaches 48 semitones, as MPE has it. */
const BEND_CENTS = 4800;

interface Curve {
  /** the kind and the number of its points, as messages of the MIDI standard have them */
  kind: number;
  number: number;
  /** what a point holds where nothing is said */
  rest: number;
  /** the lowest and the highest value as one writes them: cents, or 0–127 */
  least: number;
  most: number;
  /** what a point holds, as one writes it */
  cents: (held: number) => number;
}

export const CURVES: Record<CurveName, Curve> = {
  pitch: {
    kind: 0xe,
    number: 0,
    rest: 0,
    least: -BEND_CENTS,
    most: BEND_CENTS,
    cents: (held) => (held * BEND_CENTS) / 8192,
  },
  loudness: { kind: 0xd, number: 0, rest: 127, least: 0, most: 127, cents: (held) => held },
  timbre: { kind: 0xb, number: 74, rest: 64, least: 0, most: 127, cents: (held) => held },
};

export const CURVE_NAMES = Object.keys(CURVES) as CurveName[];

/** Which curve a point of a note is of. */
export const curveOf = (kind: number, number: number): CurveName | undefined =>
  CURVE_NAMES.find((name) => CURVES[name].kind === kind && CURVES[name].number === number);
