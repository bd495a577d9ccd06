import type { Track } from '../api';
import type { Technique } from '../api';

/** What a track sounds with, by the keys of two packs: the second stands in until the first is there. */
export interface Sounds {
  pack: string;
  instead: string;
}

export const CLICK = 'light:click';
/** The bank that ships with the program. */
const SHIPPED = 'gm';

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

/** What a key of a pack names: the bank, and an instrument in it. */
export function named(pack: string): { bank: string; number: number; program: number; isKit: boolean } {
  const at = pack.lastIndexOf(':', pack.lastIndexOf(':') - 1);
  const [number, program] = pack.slice(at + 1).split(':');
  return {
    bank: pack.slice(0, at),
    number: number === 'kit' ? 0 : Number(number),
    program: Number(program),
    isKit: number === 'kit',
  };
}

/** Whether a technique is played by something else than the length and the velocity of the note. */
export const switches = ({ key, program, controller }: Technique): boolean =>
  key !== null || program !== null || controller !== null;
