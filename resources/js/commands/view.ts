import { api } from '../api';
import type { Exported, Parameter, Phrase } from '../api';
import { settings } from '../settings/settings.svelte';
import { nudgeAmounts } from '../desk/hands.svelte';
import { wayFrom } from '../music/grids';
import { isAmount } from '../music/amounts';
import { counted } from '../music/counted';
import { formatLine, parseLine, type Line } from '../music/line';
import { FULL_SWING } from '../music/limits';
import { handCommands } from './hands';
import { laneCommands } from './lanes';
import { conductingCommands } from './conducting';
import { partCommands } from './parts';
import { playingCommands } from './playing';
import { shelfCommands } from './shelving';
import { arrangingCommands, fallsBack } from './arranging';
import { selecting, spanOf } from './selecting';
import type { Command, Studio } from './studio';
import { writing } from './writing';

const ZOOM = 1.25;

function toggle(
  name: 'loop' | 'metronome' | 'hear' | 'follow' | 'bench' | 'songStrip',
  on: string,
  off: string,
): Command {
  return ({ desk }) => {
    settings[name] = !settings[name];
    desk.say(settings[name] ? on : off, 'hint');
  };
}

const zoomTo: Command = ({ desk }, { what }) => {
  const { view, notes } = desk;
  const span = spanOf(desk);
  if (what === 'back') {
    if (!view.back()) desk.say('Nothing was fitted yet to go back from.', 'refused');
    return;
  }
  if (what === 'range') {
    if (!desk.range) {
      desk.say('There is no range; drag one on the ruler or press P over a selection.', 'refused');
      return;
    }
    view.fit(...desk.range, span?.low ?? desk.pitches[0], span?.high ?? desk.pitches[1]);
    return;
  }
  if (what === 'selection' && notes.selectedCount > 0 && span) {
    view.fit(span.from, span.to, span.low, span.high);
  } else {
    view.fit(0, view.length, span?.low ?? desk.pitches[0], span?.high ?? desk.pitches[1]);
  }
};

const swing: Command = ({ desk }, { by, to }) => {
  const wanted = to === undefined ? desk.swing + Number(by ?? 0) : Number(to);
  if (!Number.isInteger(wanted)) {
    desk.say('swing takes by, from -150 to 150, or to, from 0 to 150.', 'refused');
    return;
  }
  desk.setGrid(desk.grid, Math.min(FULL_SWING, Math.max(0, wanted)));
};

/** The grid and the swing that fit the selection best, or all notes. */
const advice: Command = ({ desk }) => {
  const { context } = desk;
  desk.inOrder(async () => {
    const { grids, summary } = await api.advice(desk.song.id, desk.standing, desk.notes.selection(), context);
    if (grids.length > 0) {
      desk.setGrid(grids[0].grid, grids[0].swing);
    }
    desk.say(summary, 'hint');
  });
};

const again: Command = ({ desk }) => {
  if (desk.lastLines.length === 0) {
    desk.say('No edit was run yet that could be run again.', 'refused');
  } else {
    desk.run(desk.lastLines);
  }
};

/** Takes an edit to the bench: the one named, with the parameters said, or the last one with its own. */
const tune: Command = ({ desk, tuning, catalog, reached, show }, { edit }) => {
  const line = edit ? parseLine(edit) : desk.lastLines.length === 1 ? parseLine(desk.lastLines[0]) : undefined;
  const name = line?.name ?? 'quantize';
  const found = catalog.edits.find((known) => known.name === name);
  if (!found) {
    desk.say(`There is no edit “${name}”.`, 'refused');
    return;
  }
  settings.bench = true;
  // What is tried is seen on the notes.
  if (reached() === 'song') show('roll');
  tuning.open(found, line);
};

/** Pressed, it switches between before and after; held, it shows before until the key comes up. */
const flip: Command = ({ desk }) => {
  const { preview } = desk;
  if (!preview.shown) {
    desk.say('Nothing is previewed; open an edit on the bench, or walk in the history.', 'refused');
    return;
  }
  const turn = () => {
    preview.flipped = !preview.flipped;
    desk.say(preview.flipped || !preview.shown ? 'Before' : `After: ${preview.shown.message}`, 'hint');
  };
  turn();
  return turn;
};

/** Plays the range, or from the selection, and stops when its key comes up. */
const listen: Command = ({ desk, player }) => {
  void player.start(desk.range?.[0] ?? (desk.notes.selectedCount > 0 ? spanOf(desk)!.from : player.tick));
  return () => player.stop();
};

const freeSnap: Command = ({ desk }) => {
  desk.free = true;
  return () => void (desk.free = false);
};

const record: Command = ({ desk, recipes, openBench }) => {
  if (recipes.recorded) {
    const lines = recipes.stop();
    if (lines.length > 0) openBench('recipes');
    desk.say(
      lines.length > 0
        ? `Recording stopped: ${counted(lines.length, 'line')}. Give them a name on the bench.`
        : 'Recording stopped: nothing was done meanwhile.',
      'hint',
    );
  } else {
    recipes.recorded = [];
    desk.say('Recording: what you do is written down as lines, until you stop.', 'hint');
  }
};

/** What each command of the view does; they are declared in resources/keys/view-commands.json. */
export const viewCommands: Record<string, Command> = {
  play: ({ desk, player }, { from }) => void player.toggle(from === 'selection' ? spanOf(desk)?.from : undefined),
  listen,
  'free-snap': freeSnap,
  playhead: ({ player }) => void player.seek(player.loop?.[0] ?? 0),
  loop: toggle('loop', 'Loop on', 'Loop off'),
  metronome: toggle('metronome', 'Metronome on', 'Metronome off'),
  hear: toggle('hear', 'Edits are heard', 'Edits are silent'),
  follow: toggle('follow', 'The roll follows the playhead', 'The roll stays where it is'),
  ...selecting,
  ...handCommands,
  ...laneCommands,
  ...playingCommands,
  ...writing,
  ...partCommands,
  ...conductingCommands,
  ...shelfCommands,
  grid: ({ desk }, { value }) => desk.setGrid(value ?? desk.grid),
  'grid-step': ({ desk, catalog }, { to }) =>
    desk.setGrid(wayFrom(catalog.grids, desk.grid, to as 'finer' | 'coarser')),
  'grid-kind': ({ desk, catalog }, { to }) =>
    desk.setGrid(wayFrom(catalog.grids, desk.grid, to as 'triplet' | 'dotted')),
  swing,
  advice,
  undo: ({ desk }) => desk.undo(),
  redo: ({ desk }) => desk.redo(),
  again,
  history: ({ openBench }) => openBench('history'),
  recipes: ({ openBench }) => openBench('recipes'),
  recipe: ({ desk }, { name }) => desk.run([formatLine({ name: 'recipe', values: { name: name ?? '' } })]),
  record,
  tune,
  flip,
  zoom: ({ desk: { view } }, { axis, to }) =>
    axis === 'pitch' ? view.zoomPitch(to === 'in' ? ZOOM : 1 / ZOOM) : view.zoomTime(to === 'in' ? ZOOM : 1 / ZOOM),
  'give-key': ({ desk, giveKey }) =>
    desk.lastLines.length > 0
      ? giveKey(desk.lastLines)
      : desk.say('Nothing was done yet that could get a key.', 'refused'),
  'zoom-to': zoomTo,
  'song-strip': toggle('songStrip', 'The whole song is in sight above the roll', 'The roll alone'),
  'new-song': ({ leave }) => leave('new-song'),
  roll: ({ show }) => show('roll'),
  song: ({ shown, show }) => show(shown() === 'song' ? 'roll' : 'song'),
  table: ({ shown, show }) => show(shown() === 'table' ? 'roll' : 'table'),
  bench: toggle('bench', 'Bench shown', 'Bench hidden'),
  theme: () => void (settings.theme = settings.theme === 'paper' ? 'dusk' : 'paper'),
  palette: ({ openPalette }) => openPalette(),
  shortcuts: ({ openShortcuts }) => openShortcuts('keys'),
  use: ({ openShortcuts }) => openShortcuts('use'),
  keys: ({ showKeys }) => showKeys(),
  count: ({ count }) => count(),
  songs: ({ leave }) => leave(),
  import: ({ desk, leave }) => {
    leave();
    desk.say('Import lies in the song list.', 'hint');
  },
  export: ({ desk }, values) => {
    download(desk.song.id, values);
    desk.say(
      values.as === 'musicxml'
        ? 'The names of chords were exported as MusicXML'
        : 'The song was exported as a MIDI file',
      'hint',
    );
  },
  'lead-sheet': ({ desk }) => {
    if (desk.song.chords.length === 0) {
      desk.say('No chord is named yet; chord-names finds those that sound, chord-name writes one.', 'refused');
      return;
    }
    print();
  },
};

/** Hands the song to the browser as a file. */
export function download(song: number, how?: Exported): void {
  const link = document.createElement('a');
  link.href = api.exportAddress(song, how);
  link.download = '';
  link.click();
}

/**
 * Runs lines in a row. Edits go to the server, together with what they need between them; commands of the view are done
 * here. Gives what ends a command that acts while its key is down.
 */
export function runLines(studio: Studio, texts: string[], clipboard?: Phrase): (() => void) | undefined {
  const lines = texts.map(parseLine);
  const isSong = studio.reached() === 'song';
  const instead = isSong
    ? null
    : studio.desk.selection().length === 0 && texts.length === 1
      ? withoutNotes(lines[0])
      : null;
  if (instead) {
    return runLines(studio, [instead]);
  }
  const isEdit = ({ name }: Line) => name === 'recipe' || !(name in viewCommands);
  if (lines.some(isEdit) && isSong) {
    const { arranging } = studio.desk;
    // What is about a track is about the one in front, whichever clips are chosen.
    if (lines.every((line) => isOfTrack(studio, line))) {
      studio.desk.run(texts);
      return undefined;
    }
    if (arranging.placed.length === 0 && lines.some((line) => needsClips(studio, line))) {
      studio.desk.say('Choose clips first: a press takes one, a box or Shift several, Ctrl+A all.', 'refused');
      return undefined;
    }
    arranging.run(texts, clipboard);
    return undefined;
  }
  if (lines.some(isEdit)) {
    studio.desk.run(texts, {
      sound: lines.some(({ name }) => studio.catalog.edits.find((edit) => edit.name === name)?.isHeard),
      clipboard,
      done: ({ screen }) => screen?.forEach((line) => runLines(studio, [line])),
    });
    return undefined;
  }
  const inScripts = ({ name, values }: Line) =>
    studio.catalog.view.find((known) => known.name === name)?.inScripts &&
    !(name === 'select' && (values.name || ONLY_HERE.test(values.what ?? '')));
  studio.recipes.record(texts.filter((_, k) => inScripts(lines[k])));
  const ends = lines.map((line) => runCommand(studio, line)).filter((end) => end !== undefined);
  return ends.length > 0 ? () => ends.forEach((end) => end()) : undefined;
}

/** What was selected before, and selections that have a name, are the screen's own: no script knows them. */
const ONLY_HERE = /^(back|kept)$/;

const isOfTrack = ({ catalog }: Studio, { name }: Line): boolean =>
  catalog.edits.find((known) => known.name === name)?.subject === 'track';

/** Whether an edit works on what is selected, which in the song are clips. */
function needsClips({ catalog }: Studio, { name }: Line): boolean {
  const edit = catalog.edits.find((known) => known.name === name);
  return edit !== undefined && /^(selection|levels|clip)/.test(edit.subject ?? '') && !edit.putsIn;
}

/** What the strip says, where nothing is selected, of a key that moves caret or range then; '' for any other. */
export function movesInstead(studio: Studio, texts: string[]): string {
  const instead = studio.reached() !== 'song' && texts.length === 1 ? withoutNotes(parseLine(texts[0])) : null;
  if (!instead) return '';
  const { name, values } = parseLine(instead);
  return `${name === 'range' ? 'range end' : 'caret'} ${values.by.startsWith('-') ? 'earlier' : 'later'}`;
}

/** What a nudge does where nothing is selected: what would move notes moves the caret, what would lengthen them the end of the range. */
function withoutNotes({ name, values }: Line): string | null {
  if (name !== 'nudge') return null;
  const [step, larger] = nudgeAmounts();
  const by = (values.by ?? 'grid').replace('step2', larger).replace('step', step);
  if (!isAmount(by.replace(/^[+-]/, ''))) {
    return null;
  }
  return values.edge === 'end' ? `range by=${by}` : values.edge ? null : `caret by=${by}`;
}

function runCommand(studio: Studio, line: Line): (() => void) | undefined {
  const parameters = studio.catalog.view.find((known) => known.name === line.name)?.parameters ?? [];
  const wrong = wrongIn(parameters, line.values);
  if (wrong) {
    studio.desk.say(`${line.name}: ${wrong}`, 'refused');
    return undefined;
  }
  const inSong = studio.reached() === 'song' ? arrangingCommands[line.name] : undefined;
  let end = inSong ? inSong(studio, line.values) : fallsBack;
  if (end === fallsBack) end = viewCommands[line.name](studio, line.values);
  return typeof end === 'function' ? (end as () => void) : undefined;
}

/** What is wrong with the values of a command of the view; '' where nothing is. */
function wrongIn(parameters: Parameter[], values: Record<string, string>): string {
  for (const [name, value] of Object.entries(values)) {
    const parameter = parameters.find((known) => known.name === name);
    if (!parameter) {
      const names = parameters.map((known) => known.name).join(', ');
      return `there is no parameter “${name}”; ${names ? `it takes ${names}` : 'it takes none'}.`;
    }
    const number = Number(value);
    const { kind, options, min, max, allowed } = parameter;
    const fits =
      kind === 'choice'
        ? options!.includes(value)
        : kind !== 'whole-number' || (Number.isInteger(number) && number >= min! && number <= max!);
    if (!fits) {
      return `${name} takes ${allowed}, not “${value}”.`;
    }
  }
  return '';
}
