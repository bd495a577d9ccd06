import type { Technique, Track } from '../api';

/** What lanes and lines call the lane of techniques. */
export const TECHNIQUES = 'technique';

/** The technique of a note by its number; none for ordinary ones. */
export const techniqueOf = ({ techniques }: Track, number: number): Technique | undefined =>
  number === 0 ? undefined : techniques.find((one) => one.number === number);

/** How a note with that number is played: by its technique, or as ordinary says; none where nothing is said. */
export const playedBy = ({ techniques }: Track, number: number): Technique | undefined =>
  techniques.find((one) => one.number === number) ?? techniques.find((one) => one.number === 0);

export const playedVelocity = (technique: Technique | undefined, velocity: number): number =>
  technique ? Math.min(127, Math.max(1, Math.round((velocity * technique.velocity) / 100))) : velocity;

export const playedLength = (technique: Technique | undefined, ticks: number): number =>
  technique ? Math.max(1, Math.round((ticks * technique.length) / 100)) : ticks;
