import { api, type Catalog, type OpenedSong } from './api';
import { Ahead } from './asking/ahead.svelte';
import { Answers } from './asking/answers.svelte';
import { Habits } from './asking/habits';
import { Asking } from './asking/asking.svelte';
import { Clipboard } from './asking/clipboard';
import { KeptSelections } from './asking/kept-selections.svelte';
import { Marks } from './asking/marks.svelte';
import { LeftBehind } from './asking/left-behind.svelte';
import { Opening } from './asking/opening.svelte';
import { Selecting } from './asking/selecting.svelte';
import { Standpoint } from './asking/standpoint.svelte';
import { Acting } from './acting/acting.svelte';
import { Applies } from './commands/applies';
import { Dialogs } from './commands/dialogs.svelte';
import { KeyHandling } from './acting/key-handling.svelte';
import { Offered } from './commands/offered.svelte';
import type { RecipeBook } from './commands/recipes.svelte';
import { Route } from './acting/route';
import { Shelf } from './commands/shelf.svelte';
import { steadyEdits, usualEdits } from './commands/usual';
import { Why } from './commands/why.svelte';
import type { Studio } from './acting/studio';
import { Backdrop } from './desk/backdrop.svelte';
import { CalmFacts } from './desk/calm-facts.svelte';
import { Caret } from './desk/caret.svelte';
import { ChosenClips } from './desk/chosen-clips.svelte';
import { Grid } from './desk/grid.svelte';
import { Hands, HANDS } from './desk/hands.svelte';
import { Lanes } from './desk/lanes.svelte';
import { NewNotes } from './desk/new-notes.svelte';
import { Nudge } from './desk/nudge.svelte';
import { Popover } from './desk/popover.svelte';
import { Preview } from './desk/preview.svelte';
import { Range } from './desk/range.svelte';
import { Seen } from './desk/seen.svelte';
import { selectionSaid } from './desk/selection-said';
import { Status } from './desk/status.svelte';
import type { Shortcuts } from './keys/shortcuts.svelte';
import { Comparing } from './looking/comparing.svelte';
import { Looking } from './looking/looking.svelte';
import { Dial } from './looking/dial.svelte';
import { Shaping } from './looking/shaping.svelte';
import { States } from './looking/states.svelte';
import { Tuning } from './looking/tuning.svelte';
import { Walk } from './looking/walk.svelte';
import { NoteTable } from './music/notes';
import { Playing } from './playing/playing.svelte';
import { Arranging } from './sight/arranging.svelte';
import { OpenedRows } from './sight/opened-rows.svelte';
import { Pane } from './sight/pane.svelte';
import { Panes } from './sight/panes.svelte';
import { Viewport } from './sight/viewport.svelte';
import { Views } from './sight/views.svelte';
import { Contents } from './song/contents.svelte';
import { Sender } from './song/sender.svelte';
import { Sounding } from './song/sounding.svelte';
import { enterSong, stoodIn } from './settings/of-song.svelte';
import { unsentOf } from './song/unsent';
import { Outputs } from './sound/outputs.svelte';
import { ScoreOnScreen } from './desk/score-on-screen';
import { live } from './sound/live.svelte';
import { Player } from './sound/player.svelte';
import { SoundFiles } from './sound/sound-files.svelte';
import { go } from './songs/address.svelte';

/** What is there before a song is opened. */
export interface Program {
  catalog: Catalog;
  shortcuts: Shortcuts;
  recipes: RecipeBook;
  /** Opens the view of shortcuts. */
  openShortcuts: (page: 'keys' | 'use') => void;
  /** whether another view lies over the song and has the keys */
  isCovered: () => boolean;
}

/** A song that is open, and what closes it. */
export interface OpenStudio {
  studio: Studio;
  /** The page goes, or the song is left: what is under way goes on, and is written down. */
  leave: () => void;
  close: () => void;
}

const GRID = '1/16';

/**
 * Opens a song: here, and nowhere else, all that works on it is put together, from what knows nothing of the others to what
 * knows most of them.
 */
export async function openStudio(song: number, program: Program): Promise<OpenStudio> {
  const unsent = unsentOf(song);
  const stood = unsent ?? stoodIn(song);
  const opened = await api.open(song, stood?.open ?? [], stood?.front ?? 0, GRID, 0);
  const hand = enterSong(song);
  const { studio, answers, route, leftBehind } = putTogether(opened, program);
  const { hands, playing } = studio;
  hands.hand = HANDS.find((one) => one === hand) ?? hands.hand;
  void answers.listen();
  studio.player.prepareWhenIdle();
  studio.status.say('Drag a box around notes or press Ctrl+A, then use the keys shown below.', 'hint');
  if (unsent) {
    playing.leftTakes.areAsked(unsent.jobs.map(({ request }) => request));
    leftBehind.takeUp(
      unsent,
      (line) => route.run([line]),
      (request, isDone) => playing.leftTakes.settled(request, isDone),
    );
  }
  const leave = () => leftBehind.leave();
  return {
    studio,
    leave,
    close: () => {
      playing.leave();
      studio.player.dispose();
      leave();
    },
  };
}

function putTogether(
  opened: OpenedSong,
  { catalog, shortcuts, recipes, openShortcuts, isCovered }: Program,
): { studio: Studio; answers: Answers; route: Route; leftBehind: LeftBehind } {
  const contents = new Contents(opened);
  const { id } = contents.song;
  const sounding = new Sounding();
  const status = new Status();
  const sender = new Sender(
    (now) => answers.takeOthers(now),
    (message) => status.say(message, 'refused'),
    (waiting) => {
      if (waiting === 0) selecting.forgetPast();
      leftBehind.changes();
    },
  );

  const caret = new Caret(sender, (tick) => player.standAt(tick));
  const grid = new Grid(contents, sender, status, catalog.rates, opened.grid!, (name, swing) =>
    api.grid(id, name, swing),
  );
  const range = new Range(sender, grid, status);
  const preview = new Preview();
  const seen = new Seen(contents, sounding, preview);
  const hands = new Hands(catalog.chords);
  const lanes = new Lanes(contents, catalog);
  const chosenClips = new ChosenClips(contents);
  const newNotes = new NewNotes(contents);
  const popover = new Popover();
  const backdrop = new Backdrop();
  const calmFacts = new CalmFacts(contents, seen, grid, lanes);

  const end = () => contents.end;
  const views = new Views();
  const ofSong = new Viewport(end);
  const openedRows = new OpenedRows(contents, seen, lanes, caret, views, ofSong);
  const arranging = new Arranging(contents, openedRows, chosenClips, views, ofSong);
  const panes = new Panes(new Pane(contents, seen, new Viewport(end)), openedRows, views);

  const outputs = new Outputs(id, (name) =>
    status.say(`${name} is gone; what sounded on it plays the instrument of its track`, 'refused'),
  );
  const score = new ScoreOnScreen({ contents, seen, grid, range, lanes, outputs }, () =>
    // A song that is being put together has recorded nothing.
    playing === undefined ? NoteTable.none : playing.recorder.fresh,
  );
  const player = new Player(
    score,
    live,
    () => status.say('More notes at once than can sound: the oldest and softest end early', 'refused'),
    (silent) => status.say(`${silent} ${shortcuts.keyOf('why') || '“why”'} offers the cure.`, 'refused'),
  );

  const clipboard = new Clipboard();
  const nudge = new Nudge(grid, caret);
  const standpoint = new Standpoint(grid, caret, range, newNotes, nudge, hands, panes, () => player.tick);
  const heard = (places: number[]) => void player.hear(places);
  const selecting = new Selecting(contents, sender, preview, lanes, standpoint, heard, () =>
    status.say(selectionSaid(contents, grid.lines, lanes), 'hint'),
  );
  const answers = new Answers({
    contents,
    grid,
    caret,
    range,
    preview,
    panes,
    selecting,
    status,
    clipboard,
    sounding,
  });
  const opening = new Opening({ contents, grid, preview, status, panes, openedRows, sender, answers });
  const ahead: Ahead = new Ahead(
    { contents, preview, panes, sender, standpoint, habits: new Habits(localStorage) },
    () => usualEdits(catalog, shortcuts, keyHandling).map((run) => lanes.named(run, false)),
    (lines) => applies.whyNot(lines),
    steadyEdits(catalog),
    () => keyHandling.begun,
  );
  const asking = new Asking(
    { ahead, contents, chosenClips, lanes, preview, status, sender, selecting, standpoint, clipboard, answers },
    (edit) => catalog.edits.find(({ name }) => name === edit)?.isHeard ?? false,
    (lines) => applies.whyNot(lines),
    (lines) => recipes.record(lines),
  );
  const leftBehind = new LeftBehind(contents, caret, chosenClips, sender, selecting, asking, opening);
  const keptSelections = new KeptSelections(contents, selecting, status, opened.selections);

  const looking = new Looking({
    ahead,
    contents,
    sounding,
    preview,
    lanes,
    chosenClips,
    arranging,
    sender,
    standpoint,
    answers,
  });
  const tuning = new Tuning(contents, lanes, preview, looking, asking, sender, grid);
  const marks = new Marks(contents, sender, preview, status);
  const states = new States(contents, sounding, marks, sender, looking);
  const comparing = new Comparing(contents, marks, preview, states, looking, asking, status, player, range);
  const shaping = new Shaping({ contents, chosenClips, arranging, grid, preview, player });
  const dial = new Dial(contents, grid, arranging, preview, looking, shaping, asking, status);
  const walk = new Walk(contents, preview, looking, asking, status);
  const playing: Playing | undefined = new Playing({
    contents,
    caret,
    grid,
    newNotes,
    asking,
    selecting,
    status,
    panes,
    player,
    outputs,
    score,
  });
  const dialogs = new Dialogs({
    caret,
    hands,
    arranging,
    panes,
    views,
    contents,
    openShortcuts,
    leave: (to) => go(to === 'new-song' ? 'new' : null),
  });
  const shelf = new Shelf({
    instrumentOf: (voice) => {
      const found = catalog.instruments.find(({ name }) => name === catalog.voices[voice]);
      return found ? { ...found, isChosen: false } : null;
    },
    arranging,
    asking,
    caret,
    chosenClips,
    contents,
    player,
    range,
    sender,
    standpoint,
    status,
  });

  const applies = new Applies([...catalog.edits, ...catalog.view], { panes, contents, chosenClips, range, lanes });
  const why = new Why({
    applies,
    asking,
    chosenClips,
    contents,
    hands,
    panes,
    player,
    score,
    selecting,
    sender,
    standpoint,
    status,
  });

  const tools = {
    ahead,
    contents,
    sounding,
    sender,
    status,
    caret,
    range,
    grid,
    seen,
    preview,
    hands,
    lanes,
    chosenClips,
    newNotes,
    nudge,
    popover,
    backdrop,
    calmFacts,
    views,
    panes,
    openedRows,
    arranging,
    standpoint,
    selecting,
    keptSelections,
    marks,
    clipboard,
    opening,
    asking,
    looking,
    states,
    comparing,
    shaping,
    dial,
    tuning,
    walk,
    player,
    outputs,
    soundFiles: new SoundFiles(contents, sender, lanes, (text, kind) => status.say(text, kind)),
    playing,
    catalog,
    shortcuts,
    recipes,
    shelf,
    applies,
    why,
    offered: new Offered(catalog, shortcuts, recipes),
    dialogs,
    count: () => keyHandling.beginCount(),
  };
  const route = new Route(tools);
  const acting = new Acting(route, catalog, shortcuts, status, why);
  const keyHandling = new KeyHandling(
    { ...tools, acting },
    isCovered,
    new Map(catalog.edits.map((edit) => [edit.name, edit])),
  );
  return { studio: { ...tools, acting, keyHandling }, answers, route, leftBehind };
}
