import { api } from '../api/client';
import type { Player } from '../sound/player.svelte';
import type { Session } from '../state/session.svelte';
import { settings } from '../state/settings.svelte';
import { neighbour, turned } from './grids';
import { stepPlace } from './steps';

type Values = Record<string, string>;

/** What the commands of the view can reach. */
export interface Stage {
  session: Session;
  player: Player;
  toggleTable(): void;
  leave(): void;
}

type Command = (stage: Stage, values: Values) => void;

const ZOOM = 1.25;
const FULL_SWING = 150;

function toggle(name: 'loop' | 'metronome' | 'hear' | 'follow' | 'bench', on: string, off: string): Command {
  return ({ session }) => {
    settings[name] = !settings[name];
    session.say(settings[name] ? on : off, 'hint');
  };
}

/** The span of time and pitch of the selected notes, or of all where none is selected; null without notes. */
export function spanOf(session: Session): { from: number; to: number; low: number; high: number } | null {
  const { notes } = session;
  const { start, length, pitch } = notes.columns;
  const some = notes.selectedCount > 0;
  let [from, to, low, high] = [Infinity, 0, 127, 0];
  for (let i = 0; i < notes.count; i++) {
    if (!some || notes.selected[i]) {
      from = Math.min(from, start[i]);
      to = Math.max(to, start[i] + length[i]);
      low = Math.min(low, pitch[i]);
      high = Math.max(high, pitch[i]);
    }
  }
  return from === Infinity ? null : { from, to, low, high };
}

function select({ session }: Stage, { what }: Values): void {
  const { notes } = session;
  const ids = Array.from(notes.columns.id);
  const { pitch } = notes.columns;
  if (what === 'none') {
    session.select([]);
  } else if (what === 'pitch') {
    const pitches = new Set(Array.from(pitch).filter((_, i) => notes.selected[i]));
    session.select(ids.filter((_, i) => pitches.has(pitch[i])));
  } else {
    session.select(what === 'all' ? ids : ids.filter((_, i) => !notes.selected[i]));
  }
  session.say(`${notes.selectedCount} of ${notes.count} notes selected`, 'hint');
}

function step({ session }: Stage, { to, extend }: Values): void {
  const { notes, view } = session;
  const place = stepPlace(notes, to, session.caret.tick);
  if (place < 0) {
    session.say(
      notes.count === 0
        ? 'There are no notes yet.'
        : `There is no ${to === 'next' || to === 'previous' ? `${to} note` : `${to} note`}.`,
      'refused',
    );
    return;
  }
  const id = notes.columns.id[place];
  const [start, pitch] = [notes.columns.start[place], notes.columns.pitch[place]];
  session.select(extend === 'on' ? [...notes.selection(), id] : [id]);
  session.onHeard([place]);
  session.caret = { tick: start, pitch };
  view.reveal(start, pitch);
}

function range({ session }: Stage, { to }: Values): void {
  const span = to === 'none' || session.notes.selectedCount === 0 ? null : spanOf(session);
  if (to !== 'none' && !span) {
    session.say('Select notes first; the range goes over their span.', 'refused');
    return;
  }
  session.range = span && [
    session.lines.around(span.from).before,
    session.lines.around(Math.max(span.from, span.to - 1)).after,
  ];
  session.say(
    session.range
      ? `Range from ${session.lines.position(session.range[0], session.song.ppq)} to ${session.lines.position(session.range[1], session.song.ppq)}`
      : 'No range; the loop is the whole clip',
    'hint',
  );
}

function zoomTo({ session }: Stage, { what }: Values): void {
  const { view, notes } = session;
  const span = spanOf(session);
  if (what === 'selection' && notes.selectedCount > 0 && span) {
    view.fit(span.from, span.to, span.low, span.high);
  } else {
    view.fit(0, view.length, span?.low ?? 48, span?.high ?? 72);
  }
}

/** What each command of the view does; they are declared in resources/keys/view-commands.json. */
export const viewCommands: Record<string, Command> = {
  play: ({ session, player }, { from }) => void player.toggle(from === 'selection' ? spanOf(session)?.from : undefined),
  playhead: ({ player }) => void player.seek(player.loop?.[0] ?? 0),
  loop: toggle('loop', 'Loop on', 'Loop off'),
  metronome: toggle('metronome', 'Metronome on', 'Metronome off'),
  hear: toggle('hear', 'Edits are heard', 'Edits are silent'),
  follow: toggle('follow', 'The roll follows the playhead', 'The roll stays where it is'),
  select,
  step,
  range,
  grid: ({ session }, { value }) => void session.setGrid(value),
  'grid-step': ({ session }, { to }) => void session.setGrid(neighbour(session.grid, to as 'finer' | 'coarser')),
  'grid-kind': ({ session }, { to }) => void session.setGrid(turned(session.grid, to as 'triplet' | 'dotted')),
  swing: ({ session }, { by }) =>
    void session.setGrid(session.grid, Math.min(FULL_SWING, Math.max(0, session.swing + Number(by)))),
  undo: ({ session }) => session.undo(),
  redo: ({ session }) => session.redo(),
  zoom: ({ session: { view } }, { axis, to }) =>
    axis === 'pitch' ? view.zoomPitch(to === 'in' ? ZOOM : 1 / ZOOM) : view.zoomTime(to === 'in' ? ZOOM : 1 / ZOOM),
  'zoom-to': zoomTo,
  table: ({ toggleTable }) => toggleTable(),
  bench: toggle('bench', 'Bench shown', 'Bench hidden'),
  songs: ({ leave }) => leave(),
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
const HEARD = ['transpose', 'insert'];

/** Runs a line: a command of the view here, an edit on the server. */
export function runLine(stage: Stage, line: string): void {
  const [name, ...words] = line.split(' ');
  const command = viewCommands[name];
  if (command) {
    command(stage, Object.fromEntries(words.map((word) => word.split('='))));
  } else {
    stage.session.run([line], HEARD.includes(name));
  }
}
