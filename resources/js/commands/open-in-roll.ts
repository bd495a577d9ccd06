import { spanOf } from './selecting';
import type { Tools } from './command';

const BARS_AT_FIRST = 4;

/** Opens clips in the roll, with their notes in sight. */
export async function openInRoll(
  {
    chosenClips,
    contents,
    opening,
    panes,
    views,
  }: Pick<Tools, 'chosenClips' | 'contents' | 'opening' | 'panes' | 'views'>,
  clips: number[],
): Promise<void> {
  if (clips.length === 0) return;
  await opening.clips(clips, clips.includes(contents.front) ? contents.front : clips[0]);
  views.show('roll');
  const of = chosenClips.all.filter(({ clip }) => clips.includes(clip.id)).map(({ clip }) => clip);
  const from = Math.min(...of.map(({ start }) => start));
  const to = Math.max(...of.map(({ start, length }) => start + length));
  requestAnimationFrame(() => {
    panes.view.fit(from, to, ...panes.current.pitches, contents.song.ppq);
    views.focus();
  });
}

/** The first bars of what is open, with all pitches that occur. */
export function showBeginning({ contents, grid, panes }: Pick<Tools, 'contents' | 'grid' | 'panes'>): void {
  const { lines } = grid;
  const from = spanOf(contents.notes)?.from ?? 0;
  const { bar } = lines.barAt(from);
  // What begins within them is seen from the beginning of the song.
  const first = bar < BARS_AT_FIRST - 1 ? 0 : bar;
  const span = [lines.barStart(first), lines.barStart(first + BARS_AT_FIRST)] as const;
  panes.view.fit(...span, ...panes.current.pitches, contents.song.ppq);
}
