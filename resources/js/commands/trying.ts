import type { Letter, Point } from '../desk/preview.svelte';
import { whereHeld } from '../looking/held';
import { numberIn } from '../looking/numbers';
import { counted } from '../music/counted';
import { isOfNotes } from '../music/lanes';
import { parseLine, type Line } from '../music/line';
import { setting } from '../settings/settings.svelte';
import type { Command as CommandOf, Tools } from './command';

type Command = CommandOf<
  | 'applies'
  | 'asking'
  | 'catalog'
  | 'comparing'
  | 'dial'
  | 'dialogs'
  | 'lanes'
  | 'marks'
  | 'panes'
  | 'preview'
  | 'recipes'
  | 'status'
  | 'tuning'
  | 'views'
>;

const again: Command = ({ asking, status }) => {
  if (asking.lastLines.length === 0) status.say('No edit was run yet that could be run again.', 'refused');
  else asking.run(asking.lastLines);
};

/** Takes a line to the bench: its edit, with the parameters it says. */
export function tuneLine(
  { catalog, panes, status, tuning, views }: Pick<Tools, 'catalog' | 'panes' | 'status' | 'tuning' | 'views'>,
  line: Line,
): void {
  const found = catalog.edits.find(({ name }) => name === line.name);
  if (!found) {
    status.say(`There is no edit “${line.name}”.`, 'refused');
    return;
  }
  showBench(panes, views);
  tuning.open(found, line);
}

function showBench(panes: Tools['panes'], views: Tools['views']): void {
  setting.turn('bench', true);
  // What is tried is seen on the notes.
  if (panes.reached === 'song') views.show('roll');
}

/** Takes an edit to the bench: the one named, with the parameters said, or what was done last, just as it was. */
const tune: Command = ({ catalog, panes, status, tuning, views }, { edit }) => {
  if (edit === undefined && tuning.openLast(catalog.edits)) showBench(panes, views);
  else tuneLine({ catalog, panes, status, tuning, views }, parseLine(edit ?? 'quantize'));
};

/**
 * Pressed, it switches between before and after; held, it shows before until the key comes up. Where nothing is tried,
 * before is the song before the last step.
 */
const flip: Command = ({ comparing, preview, status }) => {
  if (!preview.shown || preview.point) return comparing.begin('before');
  const turn = () => {
    preview.flipped = !preview.flipped;
    status.say(preview.flipped || !preview.shown ? 'Before' : `After: ${preview.shown.message}`, 'hint');
  };
  turn();
  return whereHeld(turn);
};

const record: Command = ({ status, recipes, dialogs }) => {
  if (!recipes.recorded) {
    recipes.recorded = [];
    status.say('Recording: what you do is written down as lines, until you stop.', 'hint');
    return;
  }
  const lines = recipes.stop();
  if (lines.length > 0) dialogs.openBench('recipes');
  status.say(
    lines.length > 0
      ? `Recording stopped: ${counted(lines.length, 'line')}. Give them a name on the bench.`
      : 'Recording stopped: nothing was done meanwhile.',
    'hint',
  );
};

/** Turns a number of an edit by ear for as long as its key is down. */
const dial: Command = ({ applies, catalog, dial, lanes, status }, { edit = 'quantize', turn }) => {
  const line = parseLine(edit);
  const found = catalog.edits.find(({ name }) => name === line.name);
  const lane = line.values.lane ?? (isOfNotes(lanes.current) ? undefined : lanes.current);
  const numbers = (found?.parameters ?? [])
    .map((one) => numberIn(one, lanes, lane))
    .filter(({ kind, max }) => kind === 'whole-number' && max !== undefined);
  const parameter = turn ? numbers.find(({ name }) => name === turn) : numbers[0];
  const why = !found
    ? `There is no edit “${line.name}”.`
    : parameter
      ? applies.whyNot([edit])
      : `${found.title} has no number “${turn}” to turn; it has ${numbers.map(({ name }) => name).join(', ') || 'none'}.`;
  if (why || !found || !parameter) {
    status.say(why, 'refused');
    return undefined;
  }
  return dial.begin(found, parameter, line);
};

/** What is done again, tried, undone, or kept to be done again. */
export const tryingCommands: Record<string, Command> = {
  undo: ({ asking }) => asking.undo(),
  redo: ({ asking }) => asking.redo(),
  again,
  tune,
  flip,
  dial,
  compare: ({ comparing }, { with: point }) => comparing.begin((point ?? 'before') as Point),
  mark: ({ marks }, { to }) => marks.toggle((to ?? 'A') as Letter),
  tracks: ({ dialogs }) => dialogs.openBench('tracks'),
  history: ({ dialogs }) => dialogs.openBench('history'),
  recipes: ({ dialogs }) => dialogs.openBench('recipes'),
  record,
  'give-key': ({ asking, dialogs, status }) =>
    asking.lastLines.length > 0
      ? dialogs.giveKey(asking.lastLines)
      : status.say('Nothing was done yet that could get a key.', 'refused'),
};
