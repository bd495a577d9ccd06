import type { Declaration, Parameter } from '../api';
import { VELOCITY } from '../music/lanes';

/** What a line says to get other random values each time, and how many there are to draw from. */
export const NEW_SEED = 'new';
const SEEDS = 1_000_000;

/** A seed that is drawn here, so that what is seen is what will be done. */
export const drawnSeed = () => String(Math.floor(Math.random() * SEEDS));

/** The seeds an edit takes, drawn. */
export const seedsOf = ({ parameters }: Declaration): Record<string, string> =>
  Object.fromEntries(
    parameters.filter(({ default: usual }) => usual === NEW_SEED).map(({ name }) => [name, drawnSeed()]),
  );

/** A number with the bounds it has in a lane, where those of the lane are meant. */
export function numberIn(
  parameter: Parameter,
  lanes: { of(lane: string): { least: number; most: number } },
  lane = VELOCITY,
): Parameter {
  if (parameter.kind !== 'level') return parameter;
  const { least, most } = lanes.of(lane);
  const span = most - least;
  const [min, max] = parameter.difference ? [-span, span] : [least, most];
  return { ...parameter, kind: 'whole-number', min, max, allowed: `${min} to ${max}` };
}
