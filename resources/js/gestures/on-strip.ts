import type { Placed } from '../desk/chosen-clips.svelte';
import { Following, type At } from '../pointer/gesture';
import { Button, type Grasp } from '../pointer/grasp';
import type { Viewport } from '../sight/viewport.svelte';

/** What a press on the strip of the whole song reads and asks. */
export interface OnStrip {
  /** CSS pixels for each tick, and how high a row is */
  scale: number;
  row: number;
  /** what is in sight of the song */
  view: Viewport;
  placed: readonly Placed[];
  /** Opens a clip where one was pressed, then shows what was. */
  go: (clip: number | null, show: () => void) => void;
}

/** What a press on the strip would do. */
export function graspOnStrip({ scale, row, view, placed, go }: OnStrip, button: Button): Grasp<null> | null {
  if (button !== Button.left) return null;
  /** Puts a place of the song in the middle of what is in sight. */
  const show = ({ x }: At) => view.scrollTo(Math.max(0, x / scale) - (view.right - view.left) / 2);
  return {
    cursor: 'pointer',
    word: 'press: open a clip and go there · drag: move what is in sight',
    press: (from) => ({
      drag: () => new Following(show),
      click: () => {
        const [tick, place] = [from.x / scale, Math.floor(from.y / row)];
        const found = placed.findLast(
          ({ clip, row: k }) => k === place && tick >= clip.start && tick < clip.start + clip.length,
        );
        go(found?.clip.id ?? null, () => show(from));
      },
    }),
  };
}
