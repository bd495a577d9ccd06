import type { Desk } from './desk.svelte';

export type RowsShown = 'all' | 'used' | 'key';

/** The pitches that have a row, from the highest down; null where all have. What is used always has one, in the key or not. */
export function rowsShown({ visible, song, track }: Desk, what: RowsShown): number[] | null {
  const used = new Set(visible.columns.pitch);
  if (
    what === 'all' ||
    (what === 'used' && used.size === 0) ||
    (what === 'key' && (!song.scale || track.voice === 'drums'))
  ) {
    return null;
  }
  const pitches = Array.from({ length: 128 }, (_, k) => 127 - k);
  return pitches.filter((pitch) => used.has(pitch) || (what === 'key' && song.scale!.includes(pitch % 12)));
}
