import type { Preset } from './bank';

/** The bank that ships with the program. */
export const SHIPPED = 'gm';

/** What the key of a pack names. */
export type Named = { light: string } | { bank: string; preset: Preset };

/** A light voice of ours is `light:plucked`; else a bank, the number in it or `kit`, and a program: `gm:0:24`, `gm:kit:0`. */
export function named(key: string): Named {
  const [program, number, ...bank] = key.split(':').reverse();
  if (bank.length === 0) return { light: program };
  return {
    bank: bank.reverse().join(':'),
    preset: { number: number === 'kit' ? 0 : Number(number), program: Number(program), isKit: number === 'kit' },
  };
}
