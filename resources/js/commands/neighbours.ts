import type { NoteTable } from '../music/notes';

/**
 * The note to step to from the selection: the next or previous one in time, or the nearest higher or lower one of
 * those around. With nothing selected, the first at or after a tick. −1 where there is none.
 */
export function stepPlace(notes: NoteTable, to: string, fromTick: number): number {
  const { start, pitch } = notes.columns;
  const chosen: number[] = [];
  for (let i = 0; i < notes.count; i++) {
    if (notes.selected[i]) {
      chosen.push(i);
    }
  }
  if (chosen.length === 0) {
    for (let i = 0; i < notes.count; i++) {
      if (start[i] >= fromTick) {
        return i;
      }
    }
    return notes.count - 1;
  }
  if (to === 'next') {
    const last = chosen[chosen.length - 1];
    return last + 1 < notes.count ? last + 1 : -1;
  }
  if (to === 'previous') {
    return chosen[0] - 1;
  }
  const up = to === 'higher';
  const from = chosen.reduce((best, i) => ((up ? pitch[i] > pitch[best] : pitch[i] < pitch[best]) ? i : best));
  let found = -1;
  let nearest = Infinity;
  for (let i = 0; i < notes.count; i++) {
    if (up ? pitch[i] > pitch[from] : pitch[i] < pitch[from]) {
      const distance = Math.abs(start[i] - start[from]) * 128 + Math.abs(pitch[i] - pitch[from]);
      if (distance < nearest) {
        nearest = distance;
        found = i;
      }
    }
  }
  return found;
}
