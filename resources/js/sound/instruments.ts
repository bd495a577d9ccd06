import type { Track } from '../api';
import type { Sounds } from '../synth/orders';
import { SHIPPED } from '../synth/pack-key';

export const CLICK = 'light:click';

/** The instrument of a track, or another program of its bank. */
export function soundsOf(
  { instrument, voice }: Pick<Track, 'instrument' | 'voice'>,
  program?: { bank: number; program: number } | null,
): Sounds {
  const instead = `light:${voice}`;
  if (!instrument && !program) return { pack: instead, instead };
  const bank = instrument?.bank || SHIPPED;
  const isKit = voice === 'drums';
  const { bank: number, program: of } = program ?? { bank: instrument!.number, program: instrument!.program };
  return { pack: `${bank}:${isKit ? 'kit' : number}:${of}`, instead };
}

/** All instruments a track plays: its own, those of its program changes, those of its techniques. */
export function allSounds(track: Track, programs: readonly { bank: number; program: number }[]): Sounds[] {
  const switched = track.techniques.flatMap(({ program }) => (program === null ? [] : [{ bank: 0, program }]));
  return [soundsOf(track), ...[...programs, ...switched].map((program) => soundsOf(track, program))];
}
