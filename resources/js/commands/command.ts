import type { Catalog } from '../api';
import type { Ahead } from '../asking/ahead.svelte';
import type { Asking } from '../asking/asking.svelte';
import type { Clipboard } from '../asking/clipboard';
import type { KeptSelections } from '../asking/kept-selections.svelte';
import type { Marks } from '../asking/marks.svelte';
import type { Opening } from '../asking/opening.svelte';
import type { Selecting } from '../asking/selecting.svelte';
import type { Standpoint } from '../asking/standpoint.svelte';
import type { Backdrop } from '../desk/backdrop.svelte';
import type { Caret } from '../desk/caret.svelte';
import type { ChosenClips } from '../desk/chosen-clips.svelte';
import type { CalmFacts } from '../desk/calm-facts.svelte';
import type { Grid } from '../desk/grid.svelte';
import type { Hands } from '../desk/hands.svelte';
import type { Lanes } from '../desk/lanes.svelte';
import type { NewNotes } from '../desk/new-notes.svelte';
import type { Nudge } from '../desk/nudge.svelte';
import type { Popover } from '../desk/popover.svelte';
import type { Preview } from '../desk/preview.svelte';
import type { Range } from '../desk/range.svelte';
import type { Seen } from '../desk/seen.svelte';
import type { Status } from '../desk/status.svelte';
import type { Shortcuts } from '../keys/shortcuts.svelte';
import type { Dial } from '../looking/dial.svelte';
import type { Shaping } from '../looking/shaping.svelte';
import type { Comparing } from '../looking/comparing.svelte';
import type { States } from '../looking/states.svelte';
import type { Looking } from '../looking/looking.svelte';
import type { Tuning } from '../looking/tuning.svelte';
import type { Walk } from '../looking/walk.svelte';
import type { Playing } from '../playing/playing.svelte';
import type { Arranging } from '../sight/arranging.svelte';
import type { OpenedRows } from '../sight/opened-rows.svelte';
import type { Panes } from '../sight/panes.svelte';
import type { Views } from '../sight/views.svelte';
import type { Contents } from '../song/contents.svelte';
import type { Sender } from '../song/sender.svelte';
import type { Sounding } from '../song/sounding.svelte';
import type { Outputs } from '../sound/outputs.svelte';
import type { SoundFiles } from '../sound/sound-files.svelte';
import type { Player } from '../sound/player.svelte';
import type { Applies } from './applies';
import type { Dialogs } from './dialogs.svelte';
import type { Offered } from './offered.svelte';
import type { RecipeBook } from './recipes.svelte';
import type { Why } from './why.svelte';
import type { Shelf } from './shelf.svelte';

/**
 * All there is while a song is open that commands work on, each thing by the name it has everywhere. It is put together in
 * one place and nobody takes it whole: a command says in its type what it reads and asks, a class in its constructor.
 */
export interface Tools {
  // what is true of the song, and the sender that takes what is pressed to the server
  contents: Contents;
  sounding: Sounding;
  sender: Sender;
  // the desk: what is true of one's work
  status: Status;
  caret: Caret;
  range: Range;
  grid: Grid;
  seen: Seen;
  preview: Preview;
  hands: Hands;
  lanes: Lanes;
  chosenClips: ChosenClips;
  newNotes: NewNotes;
  nudge: Nudge;
  popover: Popover;
  backdrop: Backdrop;
  calmFacts: CalmFacts;
  // sight: where it lies on the screen
  views: Views;
  panes: Panes;
  openedRows: OpenedRows;
  arranging: Arranging;
  // the doors to the server
  standpoint: Standpoint;
  selecting: Selecting;
  keptSelections: KeptSelections;
  marks: Marks;
  clipboard: Clipboard;
  opening: Opening;
  ahead: Ahead;
  asking: Asking;
  looking: Looking;
  states: States;
  comparing: Comparing;
  shaping: Shaping;
  dial: Dial;
  tuning: Tuning;
  walk: Walk;
  // sound, and what is played in
  player: Player;
  outputs: Outputs;
  soundFiles: SoundFiles;
  playing: Playing;
  // what is known of the program, and what does something with all of it
  catalog: Catalog;
  shortcuts: Shortcuts;
  recipes: RecipeBook;
  shelf: Shelf;
  why: Why;
  applies: Applies;
  offered: Offered;
  dialogs: Dialogs;
  /** Begins to take digits: the key after them is done so many times. */
  count: () => void;
}

export type Values = Record<string, string>;

/**
 * A command of the view, which says what it reads and asks; one that acts while its key is down gives the function that
 * ends it.
 */
export type Command<Part extends keyof Tools = keyof Tools> = (tools: Pick<Tools, Part>, values: Values) => unknown;
