import type { Contents } from '../song/contents.svelte';
import type { Sounds } from '../song/sounding.svelte';
import type { Pane } from './pane.svelte';

export type RowsShown = 'all' | 'used' | 'used-clip' | 'used-part' | 'key' | 'named';

/**
 * The pitches that have a row, from the top down; null where all have. What is used always has one, in the key and with
 * a name or not. Named rows lie in their own order, above the others.
 */
export function rowsShown(
  what: RowsShown,
  pane: Pane,
  { song, front }: Pick<Contents, 'song' | 'front'>,
  sounds: Pick<Sounds, 'of'>,
): number[] | null {
  const { track } = pane;
  const used = usedPitches(what, pane, front, sounds);
  const down = Array.from({ length: 128 }, (_, k) => 127 - k);
  const named = track.rows.map(([pitch]) => pitch);
  const others = down.filter((pitch) => used.has(pitch) && !named.includes(pitch));
  const onlyUsed = () => (used.size === 0 ? null : [...named.filter((pitch) => used.has(pitch)), ...others]);
  const shown = {
    all: () => null,
    used: onlyUsed,
    'used-clip': onlyUsed,
    'used-part': onlyUsed,
    named: () => (named.length === 0 ? null : [...named, ...others]),
    key: () =>
      song.scale && track.voice !== 'drums'
        ? down.filter((pitch) => used.has(pitch) || song.scale!.includes(pitch % 12))
        : null,
  };
  return shown[what]();
}

/** The pitches that occur: in all open clips, in the one in front alone, or in the whole part of the track in the song. */
function usedPitches(what: RowsShown, pane: Pane, front: number, sounds: Pick<Sounds, 'of'>): Set<number> {
  const { visible, track } = pane;
  const { pitch, clip } = visible.columns;
  if (what === 'used-clip') return new Set(Array.from(pitch).filter((_, i) => clip[i] === front));
  const used = new Set(pitch);
  if (what === 'used-part') {
    // What sounds elsewhere is transposed already; rows are those of the notes as written.
    for (const heard of sounds.of(track.id).columns.pitch) used.add(heard - track.transposition);
  }
  return used;
}
