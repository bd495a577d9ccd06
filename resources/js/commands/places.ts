import type { Tools } from './command';

/** A place as a line says it: a word such as caret, a tick, or bar.beat.tick; null where there is none. */
export function placeOf(
  said: string,
  { caret, grid, player, range }: Pick<Tools, 'caret' | 'grid' | 'player' | 'range'>,
): number | null {
  const words: Record<string, number | null> = {
    caret: caret.tick,
    playhead: Math.round(player.tick),
    'range-start': range.span?.[0] ?? null,
    'range-end': range.span?.[1] ?? null,
  };
  if (said in words) return words[said];
  const [, tick] = /^(\d{1,10})(?:tk)?$/.exec(said) ?? [];
  return tick === undefined ? grid.lines.tickOf(said) : Number(tick);
}

/** Why a place is none, in a sentence. */
export const whyNoPlace = (said: string) =>
  said.startsWith('range') ? 'Drag a range on the ruler first.' : `There is no place “${said}” in the song.`;
