import { api } from '../api/client';
import type { Parameter, Phrase } from '../api/types';
import { settings } from '../state/settings.svelte';
import { wayFrom } from './grids';
import { formatLine, parseLine, type Line } from './line';
import { selecting, spanOf } from './selecting';
import type { Command, Stage } from './stage';
import { writing } from './writing';

const ZOOM = 1.25;
const FULL_SWING = 150;

function toggle(name: 'loop' | 'metronome' | 'hear' | 'follow' | 'bench', on: string, off: string): Command {
  return ({ session }) => {
    settings[name] = !settings[name];
    session.say(settings[name] ? on : off, 'hint');
  };
}

const zoomTo: Command = ({ session }, { what }) => {
  const { view, notes } = session;
  const span = spanOf(session);
  if (what === 'selection' && notes.selectedCount > 0 && span) {
    view.fit(span.from, span.to, span.low, span.high);
  } else {
    view.fit(0, view.length, span?.low ?? 48, span?.high ?? 72);
  }
};

const swing: Command = ({ session }, { by, to }) => {
  const wanted = to === undefined ? session.swing + Number(by ?? 0) : Number(to);
  if (!Number.isInteger(wanted)) {
    session.say('swing takes by, from -150 to 150, or to, from 0 to 150.', 'refused');
    return;
  }
  session.setGrid(session.grid, Math.min(FULL_SWING, Math.max(0, wanted)));
};

/** The grid and the swing that fit the selection best, or all notes. */
const advice: Command = ({ session }) => {
  const { context } = session;
  session.inOrder(async () => {
    const { grids, summary } = await api.advice(session.clipId, session.notes.selection(), context);
    if (grids.length > 0) {
      session.setGrid(grids[0].grid, grids[0].swing);
    }
    session.say(summary, 'hint');
  });
};

const again: Command = ({ session }) => {
  if (session.lastLines.length === 0) {
    session.say('No edit was run yet that could be run again.', 'refused');
  } else {
    session.run(session.lastLines);
  }
};

/** Takes an edit to the bench: the one named, or the last one with its parameters. */
const tune: Command = ({ session, hand, catalog }, { edit }) => {
  const last = session.lastLines.length === 1 ? parseLine(session.lastLines[0]) : undefined;
  const name = edit ?? last?.name ?? 'quantize';
  const found = catalog.edits.find((known) => known.name === name);
  if (!found) {
    session.say(`There is no edit “${name}”.`, 'refused');
    return;
  }
  settings.bench = true;
  hand.open(found, edit ? undefined : last);
};

/** Pressed, it switches between before and after; held, it shows before until the key comes up. */
const flip: Command = ({ session }) => {
  const { preview } = session;
  if (!preview.shown) {
    session.say('Nothing is previewed; open an edit on the bench, or walk in the history.', 'refused');
    return;
  }
  const turn = () => {
    preview.flipped = !preview.flipped;
    session.say(preview.flipped || !preview.shown ? 'Before' : `After: ${preview.shown.message}`, 'hint');
  };
  turn();
  return turn;
};

/** Plays the range, or from the selection, and stops when its key comes up. */
const listen: Command = ({ session, player }) => {
  void player.start(session.range?.[0] ?? (session.notes.selectedCount > 0 ? spanOf(session)!.from : player.tick));
  return () => player.stop();
};

const freeSnap: Command = ({ session }) => {
  session.free = true;
  return () => void (session.free = false);
};

const record: Command = ({ session, recipes, openBench }) => {
  if (recipes.recorded) {
    openBench('recipes');
    session.say(`Recording stopped: ${recipes.recorded.length} lines. Give them a name on the bench.`, 'hint');
  } else {
    recipes.recorded = [];
    session.say('Recording: what you do is written down as lines, until you stop.', 'hint');
  }
};

const track: Command = ({ session }, { to }) => {
  const { tracks } = session.song;
  const at = tracks.findIndex((known) => known.id === session.trackId);
  const next = tracks[(at + (to === 'previous' ? tracks.length - 1 : 1)) % tracks.length];
  void session.openTrack(next).then(() => session.say(next.name, 'hint'));
};

/** What each command of the view does; they are declared in resources/keys/view-commands.json. */
export const viewCommands: Record<string, Command> = {
  play: ({ session, player }, { from }) => void player.toggle(from === 'selection' ? spanOf(session)?.from : undefined),
  listen,
  'free-snap': freeSnap,
  playhead: ({ player }) => void player.seek(player.loop?.[0] ?? 0),
  loop: toggle('loop', 'Loop on', 'Loop off'),
  metronome: toggle('metronome', 'Metronome on', 'Metronome off'),
  hear: toggle('hear', 'Edits are heard', 'Edits are silent'),
  follow: toggle('follow', 'The roll follows the playhead', 'The roll stays where it is'),
  ...selecting,
  ...writing,
  grid: ({ session }, { value }) => session.setGrid(value ?? session.grid),
  'grid-step': ({ session, catalog }, { to }) =>
    session.setGrid(wayFrom(catalog.grids, session.grid, to as 'finer' | 'coarser')),
  'grid-kind': ({ session, catalog }, { to }) =>
    session.setGrid(wayFrom(catalog.grids, session.grid, to as 'triplet' | 'dotted')),
  swing,
  advice,
  undo: ({ session }) => session.undo(),
  redo: ({ session }) => session.redo(),
  again,
  history: ({ openBench }) => openBench('history'),
  recipes: ({ openBench }) => openBench('recipes'),
  recipe: ({ session }, { name }) => session.run([formatLine({ name: 'recipe', values: { name: name ?? '' } })]),
  record,
  tune,
  flip,
  zoom: ({ session: { view } }, { axis, to }) =>
    axis === 'pitch' ? view.zoomPitch(to === 'in' ? ZOOM : 1 / ZOOM) : view.zoomTime(to === 'in' ? ZOOM : 1 / ZOOM),
  'zoom-to': zoomTo,
  track,
  table: ({ toggleTable }) => toggleTable(),
  bench: toggle('bench', 'Bench shown', 'Bench hidden'),
  theme: () => void (settings.theme = settings.theme === 'paper' ? 'dusk' : 'paper'),
  palette: ({ openPalette }) => openPalette(),
  shortcuts: ({ openShortcuts }) => openShortcuts('keys'),
  use: ({ openShortcuts }) => openShortcuts('use'),
  keys: ({ showKeys }) => showKeys(),
  count: ({ count }) => count(),
  songs: ({ leave }) => leave(),
  import: ({ session, leave }) => {
    leave();
    session.say('Import lies in the song list.', 'hint');
  },
  tempo: ({ session }, { value }) =>
    value ? void session.change({ tempo: Number(value) }) : session.say('tempo takes value=10 to 400 BPM.', 'refused'),
  key: ({ session }, { value }) =>
    value === undefined
      ? session.say('key takes a root and a scale: value="D dorian".', 'refused')
      : void session.change({ key: value }),
  export: ({ session }) => {
    download(session.song.id);
    session.say('The song was exported as a MIDI file', 'hint');
  },
};

/** Hands the song to the browser as a file. */
export function download(song: number): void {
  const link = document.createElement('a');
  link.href = api.exportAddress(song);
  link.download = '';
  link.click();
}

/** Edits whose result should be heard. */
const HEARD = ['transpose', 'insert', 'chord', 'double', 'harmony', 'revoice', 'inkey', 'repitch', 'invert'];

/** Lines that a script of several lines can hold beside edits: the server runs them in order, as one step. */
const IN_SCRIPTS = new Set(['grid', 'grid-step', 'grid-kind', 'swing', 'choose', 'select']);

/**
 * Runs lines in a row. Edits go to the server, together with what they need between them; commands of the view are done
 * here. Gives what ends a command that acts while its key is down.
 */
export function runLines(stage: Stage, texts: string[], clipboard?: Phrase): (() => void) | undefined {
  const lines = texts.map(parseLine);
  const isEdit = ({ name }: Line) => name === 'recipe' || !(name in viewCommands);
  if (lines.some(isEdit)) {
    stage.session.run(texts, {
      sound: lines.some(({ name }) => HEARD.includes(name)),
      clipboard,
      done: ({ screen }) => screen?.forEach((line) => runLines(stage, [line])),
    });
    return undefined;
  }
  stage.recipes.record(texts.filter((_, k) => IN_SCRIPTS.has(lines[k].name)));
  const ends = lines.map((line) => runCommand(stage, line)).filter((end) => end !== undefined);
  return ends.length > 0 ? () => ends.forEach((end) => end()) : undefined;
}

function runCommand(stage: Stage, line: Line): (() => void) | undefined {
  const parameters = stage.catalog.view.find((known) => known.name === line.name)?.parameters ?? [];
  const wrong = wrongIn(parameters, line.values);
  if (wrong) {
    stage.session.say(`${line.name}: ${wrong}`, 'refused');
    return undefined;
  }
  const end = viewCommands[line.name](stage, line.values);
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
