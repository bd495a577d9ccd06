import type { Track } from '../api';
import { pitchName } from '../music/pitch';

/** What a row of a track is called, and its colour of the theme; undefined where it has neither name nor colour nor place of its own. */
export function rowOf(track: Track, pitch: number): { name: string; colour: number } | undefined {
  const row = track.rows.find(([of]) => of === pitch);
  return row && { name: row[1], colour: row[2] };
}

/** The pitches of the named rows of drums, from the lowest row up: what letters and drawn keys play there; none elsewhere. */
export const padsOf = ({ voice, rows }: Pick<Track, 'voice' | 'rows'>): number[] =>
  voice === 'drums' ? rows.flatMap(([pitch, name]) => (name ? pitch : [])).toReversed() : [];

/** The name of a row, or else its pitch. */
export const rowCalled = (track: Track, pitch: number) => rowOf(track, pitch)?.name || pitchName(pitch);
