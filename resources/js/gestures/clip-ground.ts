import type { Caret } from '../desk/caret.svelte';
import type { ChosenClips } from '../desk/chosen-clips.svelte';
import type { Hands } from '../desk/hands.svelte';
import type { Range } from '../desk/range.svelte';
import type { GridLines } from '../music/time';
import type { Arranging } from '../sight/arranging.svelte';
import type { Contents } from '../song/contents.svelte';

/** What lies under a gesture over the clips of the song. */
export interface ClipGround {
  arranging: Pick<Arranging, 'view' | 'rowAt' | 'y' | 'heights'>;
  chosenClips: ChosenClips;
  contents: Contents;
  lines: GridLines;
  hands: Pick<Hands, 'hand' | 'free'>;
  caret: Pick<Caret, 'point'>;
  range: Range;
  /** runs a line */
  run: (line: string) => void;
  refuse: (why: string) => void;
}
