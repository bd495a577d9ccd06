import type { Caret } from '../desk/caret.svelte';
import type { Grid } from '../desk/grid.svelte';
import type { Hands } from '../desk/hands.svelte';
import type { NewNotes } from '../desk/new-notes.svelte';
import type { Selecting } from '../asking/selecting.svelte';
import type { Looking } from '../looking/looking.svelte';
import type { NoteTable } from '../music/notes';
import type { GridLines } from '../music/time';
import type { Pane } from '../sight/pane.svelte';
import type { Viewport } from '../sight/viewport.svelte';
import type { Contents } from '../song/contents.svelte';

/** What lies under a gesture over notes. */
export interface Ground {
  /** where it happens, as notes lie there */
  pane: Pick<Pane, 'bodies' | 'notes' | 'track'>;
  view: Viewport;
  lines: GridLines;
  /** the notes as they were when it began, whose places it tells */
  notes: NoteTable;
  contents: Pick<Contents, 'song' | 'track' | 'tracks' | 'notes' | 'selection'>;
  caret: Pick<Caret, 'point'>;
  grid: Pick<Grid, 'name' | 'measure'>;
  hands: Pick<Hands, 'chords' | 'drawn' | 'stepShape' | 'hand' | 'moment' | 'shape' | 'free'>;
  newNotes: Pick<NewNotes, 'like'>;
  selecting: Pick<Selecting, 'select'>;
  looking: Pick<Looking, 'wouldBe'>;
  /** sounds notes where edits are heard */
  hear: (notes: [pitch: number, velocity: number][]) => void;
}
