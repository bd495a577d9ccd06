import type { ChosenClips, Placed } from '../desk/chosen-clips.svelte';
import type { Arranging } from './arranging.svelte';

/** How wide an edge of a clip is to take hold of, in CSS pixels. */
const EDGE = 7;

/** What of a clip a press takes hold of. */
export type ClipPart = 'body' | 'start' | 'end';

export interface ClipHit {
  placed: Placed;
  part: ClipPart;
}

/** The clip under a point, and which part of it: a chosen one before others, else the one that was put there last. */
export function clipAt(
  arranging: Pick<Arranging, 'view' | 'rowAt'>,
  { all, isChosen }: Pick<ChosenClips, 'all' | 'isChosen'>,
  x: number,
  y: number,
): ClipHit | null {
  const { view } = arranging;
  const row = arranging.rowAt(y);
  const tick = view.tick(x);
  const slack = 3 / view.pixelsPerTick;
  let found: Placed | null = null;
  for (const placed of all) {
    const { start, length } = placed.clip;
    if (placed.row !== row || tick < start || tick > start + Math.max(length, slack)) continue;
    if (!found || isChosen.has(placed.clip.id) || !isChosen.has(found.clip.id)) found = placed;
  }
  if (!found) return null;
  const left = view.x(found.clip.start);
  const right = view.x(found.clip.start + found.clip.length);
  const edge = Math.min(EDGE, (right - left) / 4);
  return { placed: found, part: x > right - edge ? 'end' : x < left + edge ? 'start' : 'body' };
}
