import { api } from '../api';
import type { ConductorKind, Parameter, Phrase } from '../api';
import { settings } from '../settings/settings.svelte';
import { nudgeAmounts } from '../desk/hands.svelte';
import { ROWS } from '../music/conductor';
import { wayFrom } from '../music/grids';
import type { Shown } from '../desk/opened-rows.svelte';
import { formatLine, parseLine, type Line } from '../music/line';
import { FULL_SWING } from '../music/limits';
import { handCommands } from './hands';
import { playingCommands } from './playing';
import { arrangingCommands, fallsBack } from './arranging';
import { selecting, spanOf } from './selecting';
import type { Desk } from '../desk/desk.svelte';
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
    openBench('recipes');
    desk.say(`Recording stopped: ${recipes.recorded.length} lines. Give them a name on the bench.`, 'hint');
  } else {
    recipes.recorded = [];
    desk.say('Recording: what you do is written down as lines, until you stop.', 'hint');
  }
};

const goTrack: Command = ({ desk, shown }, { to }) => {
  const tracks = desk.song.tracks.filter(({ clips }) => clips.length > 0);
  const at = tracks.findIndex((known) => known.id === desk.track.id);
  const next = tracks[(at + (to === 'previous' ? tracks.length - 1 : 1)) % tracks.length];
  if (shown() === 'song' && desk.rows.all.length > 0) {
    // What is open in other rows stays open.
    const isFocused = desk.rows.focused !== null;
    const clips = next.clips.map(({ id }) => id);
    void desk.openClips([...new Set([...desk.open, ...clips])], clips[0]).then(() => {
      if (isFocused) desk.rows.focus(desk.rows.of(next.id) ? next.id : null);
      desk.say(next.name, 'hint');
    });
    return;
  }
  void desk.openTrack(next).then(() => desk.say(next.name, 'hint'));
};

/** Turns the row of the track in front into a small roll, to its dynamics, and back to its clips. */
const openRow: Command = ({ desk, shown, show }, { to }) => {
  if (shown() !== 'song') show('song');
  desk.arranging.inSight = true;
  const what = desk.rows.turn(desk.track.id, (to ?? 'next') as Shown | 'next');
  desk.arranging.revealRow(desk.track.id);
  desk.say(`${desk.track.name}: ${what}${what === 'clips' ? '' : '; Escape goes back to the clips'}`, 'hint');
};

/** The next or previous clip of the track in front comes to the front, opened where it is not. */
const goClip: Command = ({ desk }, { to }) => {
  const { clips } = desk.track;
  const at = clips.findIndex(({ id }) => id === desk.front);
  const next = clips[(at + (to === 'previous' ? clips.length - 1 : 1)) % clips.length];
  if (desk.open.includes(next.id)) {
    desk.toFront(next.id);
  } else {
    void desk.openClips([...desk.open, next.id], next.id);
  }
  desk.say(`${next.name || 'Clip'} at ${desk.gridLines.position(next.start)} is in front`, 'hint');
};

const showTracks: Command = ({ desk }, { what }) => {
  const { tracks } = desk.song;
  const isOpen = ({ clips }: (typeof tracks)[number]) => clips.some(({ id }) => desk.open.includes(id));
  const at = tracks.indexOf(desk.track);
  const following = [...tracks.slice(at + 1), ...tracks.slice(0, at)].find((track) => !isOpen(track));
  const wanted =
    what === 'all'
      ? tracks
      : what === 'next'
        ? tracks.filter((track) => isOpen(track) || track === following)
        : [desk.track];
  void desk
    .openClips(
      wanted.flatMap(({ clips }) => clips.map(({ id }) => id)),
      desk.front,
    )
    .then(() => desk.say(`Open: ${wanted.map(({ name }) => name).join(', ')}`, 'hint'));
};

/** The tracks with clips, none of which are open. */
const behind = ({ song, open, backdropOf }: Desk) =>
  song.tracks.filter(
    ({ id, clips }) =>
      clips.length > 0 &&
      (backdropOf === null || backdropOf.includes(id)) &&
      !clips.some((clip) => open.includes(clip.id)),
  );

/** Draws notes of other tracks behind: of all, or of one by its number; once more not. */
const backdrop: Command = ({ desk }, { track }) => {
  if (track === undefined) {
    settings.backdrop = !settings.backdrop || desk.backdropOf !== null;
    desk.backdropOf = null;
    desk.say(settings.backdrop ? 'Other tracks are drawn behind' : 'The open tracks alone', 'hint');
    return;
  }
  const found = desk.song.tracks[Number(track) - 1];
  if (!found) {
    desk.say(`There is no track ${track}; the song has ${desk.song.tracks.length}.`, 'refused');
    return;
  }
  const chosen = settings.backdrop ? (desk.backdropOf ?? desk.song.tracks.map(({ id }) => id)) : [];
  const isBehind = chosen.includes(found.id);
  desk.backdropOf = isBehind ? chosen.filter((id) => id !== found.id) : [...chosen, found.id];
  settings.backdrop = desk.backdropOf.length > 0;
  desk.say(`${found.name} is ${isBehind ? 'not drawn behind any more' : 'drawn behind'}`, 'hint');
};

/** Lets the notes behind be touched, as if they were open, and puts them back behind. */
const touchBackdrop: Command = async ({ desk }) => {
  if (desk.untouched) {
    const back = desk.untouched.filter((clip) => desk.tracks.has(clip));
    desk.untouched = null;
    const { front } = desk;
    await desk.openClips([...back], back.includes(front) ? front : back[0]);
    desk.say('Notes behind are seen only', 'hint');
    return;
  }
  const touched = behind(desk);
  if (touched.length === 0) {
    desk.say('No other track lies behind.', 'refused');
    return;
  }
  desk.untouched = desk.open;
  settings.backdrop = true;
  await desk.openClips([...desk.open, ...touched.flatMap(({ clips }) => clips.map(({ id }) => id))], desk.front);
  desk.say(`Notes of ${touched.map(({ name }) => name).join(', ')} can be touched; once more they lie behind`, 'hint');
};

/** Brings another of the open tracks to the front: new notes go there. */
const front: Command = ({ desk }, { to }) => {
  const open = desk.song.tracks.filter(({ clips }) => clips.some(({ id }) => desk.open.includes(id)));
  if (open.length < 2) {
    desk.say('No other track is open; show-tracks opens some beside this one.', 'refused');
    return;
  }
  const at = open.findIndex(({ id }) => id === desk.track.id);
  const next = open[(at + (to === 'previous' ? open.length - 1 : 1)) % open.length];
  const { tick } = desk.caret;
  const clips = next.clips.filter(({ id }) => desk.open.includes(id));
  desk.toFront((clips.find(({ start, length }) => tick >= start && tick < start + length) ?? clips[0]).id);
  desk.say(`${next.name} is in front`, 'hint');
};

/** Plays the chosen clips, or the one in front, alone for as long as its key is down. */
const hearClip: Command = ({ desk, player }) => {
  const { arranging } = desk;
  const chosen =
    arranging.isShown && arranging.placed.length > 0
      ? arranging.placed
      : arranging.all.filter(({ clip }) => clip.id === desk.front);
  const span: [number, number] = [
    Math.min(...chosen.map(({ clip }) => clip.start)),
    Math.max(...chosen.map(({ clip }) => clip.start + clip.length)),
  ];
  desk.say(`${chosen.map(({ clip, track }) => clip.name || track.name).join(', ')} alone`, 'hint');
  return player.startAlone(
    new Set(chosen.map(({ clip }) => clip.id)),
    new Set(chosen.map(({ track }) => track.id)),
    span,
  );
};

/** Puts a phrase of the shelf at the caret, by its name. */
const shelfTake: Command = async ({ desk, shelf, reached }, { name }) => {
  await shelf.load();
  const found = shelf.all?.find((one) => one.name.toLowerCase() === (name ?? '').toLowerCase());
  if (!found) {
    desk.say(`There is no “${name ?? ''}” on the shelf; shelf shows what there is.`, 'refused');
    return;
  }
  const row = desk.song.tracks.findIndex(({ id }) => id === desk.track.id);
  await shelf.put(found.id, undefined, reached() === 'song' ? row : undefined);
};

const conductorRow: Command = ({ desk }, { what }) => {
  const kind = (what ?? 'tempo') as ConductorKind;
  const isShown = settings.conductorRows.includes(kind);
  const wanted = [...settings.conductorRows.filter((other) => other !== kind), ...(isShown ? [] : [kind])];
  settings.conductorRows = (Object.keys(ROWS) as ConductorKind[]).filter((other) => wanted.includes(other));
  desk.say(isShown ? `${ROWS[kind]} hidden` : `${ROWS[kind]} have a row below the ruler`, 'hint');
};

const goMarker: Command = ({ desk, player }, { to, number }) => {
  const markers = desk.song.events.filter(({ kind }) => kind === 'marker');
  const { tick: here } = desk.caret;
  const found = number
    ? markers[Number(number) - 1]
    : to === 'previous'
      ? markers.findLast(({ tick }) => tick < here)
      : markers.find(({ tick }) => tick > here);
  if (!found) {
    desk.say(
      markers.length === 0
        ? 'The song has no marker yet; marker puts one at the caret.'
        : `There is no ${number ? `marker ${number}; the song has ${markers.length}` : `${to ?? 'next'} marker from here`}.`,
      'refused',
    );
    return;
  }
  desk.moveCaret({ tick: found.tick });
  void player.seek(found.tick);
  const view = desk.arranging.inSight ? desk.arranging.view : desk.view;
  if (found.tick < view.left || found.tick > view.right) view.scrollTo(found.tick - 20 / view.pixelsPerTick);
  desk.say(`${found.label}, at ${desk.gridLines.position(found.tick)}`, 'hint');
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
  ...playingCommands,
  ...writing,
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
  shelf: ({ openBench, asked }, { what }) => {
    asked.shelfAsked = what === 'keep' ? 'keep' : 'find';
    openBench('shelf');
  },
  'shelf-take': shelfTake,
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
  'go-track': goTrack,
  'go-clip': goClip,
  'open-row': openRow,
  'show-tracks': showTracks,
  backdrop,
  'touch-backdrop': touchBackdrop,
  front,
  'hear-clip': hearClip,
  'song-strip': toggle('songStrip', 'The whole song is in sight above the roll', 'The roll alone'),
  conductor: ({ desk }) => void (desk.conducting = desk.caret.tick),
  'conductor-row': conductorRow,
  'go-marker': goMarker,
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
  export: ({ desk }) => {
    download(desk.song.id);
    desk.say('The song was exported as a MIDI file', 'hint');
  },
};

/** Hands the song to the browser as a file. */
export function download(song: number): void {
  const link = document.createElement('a');
  link.href = api.exportAddress(song);
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
    : studio.desk.notes.selectedCount === 0 && texts.length === 1
      ? withoutNotes(studio, lines[0])
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

/** Selections that go by where one is, or by what was selected before: a script has neither. */
const ONLY_HERE = /^(back|from-here|before|bars|place|length|velocity|chord|kept)$/;

const isOfTrack = ({ catalog }: Studio, { name }: Line): boolean =>
  catalog.edits.find((known) => known.name === name)?.subject === 'track';

/** Whether an edit works on what is selected, which in the song are clips. */
function needsClips({ catalog }: Studio, { name }: Line): boolean {
  const edit = catalog.edits.find((known) => known.name === name);
  return edit !== undefined && /^(selection|clip)/.test(edit.subject ?? '') && !edit.putsIn;
}

/** What a nudge does where nothing is selected: what would move notes moves the caret, what would lengthen them the end of the range. */
function withoutNotes({ desk }: Studio, { name, values }: Line): string | null {
  if (name !== 'nudge' || desk.notes.count === 0) {
    return null;
  }
  const [step, larger] = nudgeAmounts();
  const by = (values.by ?? 'grid').replace('step2', larger).replace('step', step);
  if (!/^-?(\d{0,4}(grid|beat|bar)|\d{1,6}(tk|ms)|1\/\d{1,3}[td]?)$/.test(by)) {
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
