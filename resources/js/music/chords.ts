import type { NoteTable } from './notes';

/** Chords of the key that can be drawn, and the shape of `harmony` that makes each. */
export const IN_KEY: Record<string, string> = {
  'third in key': 'third',
  'sixth in key': 'sixth',
  'triad in key': 'triad',
  'seventh in key': 'seventh',
};

/** Steps of the key above the root, for the outline while one draws; what is put in is the core's. */
const DEGREES: Record<string, number[]> = {
  'third in key': [0, 2],
  'sixth in key': [0, 5],
  'triad in key': [0, 2, 4],
  'seventh in key': [0, 2, 4, 6],
};

/** A chord the core knows by name, and the semitones of its notes above the root. */
export interface NamedChord {
  name: string;
  semitones: number[];
}

/** About where the notes of a chord lie above its root: for one of the key by the classes of the scale. */
export function semitonesOf(chords: NamedChord[], shape: string, root: number, scale: number[] | null): number[] {
  const degrees = DEGREES[shape];
  if (!degrees) {
    return chords.find(({ name }) => name === shape)?.semitones ?? [0];
  }
  const classes = scale ?? [0, 2, 4, 5, 7, 9, 11];
  const above = Array.from({ length: 24 }, (_, k) => k).filter((k) => classes.includes((root + k) % 12));
  return degrees.map((degree) => above[degree] ?? 0);
}

/** More notes than this are not gone through for a hint. */
const MOST_NOTES = 20_000;

/**
 * The ticks of chords whose notes sound for less than half of what sounds beneath them.
 *
 * @param tables notes in song time, and which of them count, by their places
 */
export function misfits(
  chords: readonly { tick: number; classes: readonly number[] }[],
  tables: readonly (readonly [NoteTable, (place: number) => boolean])[],
): ReadonlySet<number> {
  const within = chords.map(() => 0);
  const beside = chords.map(() => 0);
  if (tables.reduce((sum, [{ count }]) => sum + count, 0) > MOST_NOTES) return new Set();
  for (const [{ count, columns }, counts] of tables) {
    let k = -1;
    for (let i = 0; i < count; i++) {
      while (k + 1 < chords.length && chords[k + 1].tick <= columns.start[i]) k++;
      if (k >= 0 && counts(i))
        (chords[k].classes.includes(columns.pitch[i] % 12) ? within : beside)[k] += columns.length[i];
    }
  }
  return new Set(chords.filter((_, k) => beside[k] > within[k]).map(({ tick }) => tick));
}
