import { moved } from '../music/amounts';
import { MAX_PITCH } from '../music/limits';
import { formatLine } from '../music/line';
import { pitchName } from '../music/pitch';
import type { Caret, Desk } from '../desk/desk.svelte';
import { settings } from '../settings/settings.svelte';
import type { Asked } from '../song/unsent';
import type { Command } from './studio';
import { stepPlace } from './neighbours';

const PITCH_SECONDS = 0.25;

function at(desk: Desk, { tick, pitch }: Caret): string {
  return `${desk.gridLines.position(tick)}, ${pitchName(pitch)}`;
}

function showCaret(desk: Desk): void {
  desk.view.reveal(desk.caret.tick, desk.caret.pitch);
  desk.say(`Caret at ${at(desk, desk.caret)}`, 'hint');
}

const caret: Command = ({ desk, player }, values) => {
  const { by, pitch, to } = values;
  const neighbour = (): Caret | null => {
    const { notes } = desk;
    const { start } = notes.columns;
    const { tick } = desk.caret;
    let place = -1;
    for (let i = 0; i < notes.count; i++) {
      if (to === 'next' ? start[i] > tick : start[i] < tick) {
        place = i;
        if (to === 'next') break;
      } else if (to === 'previous') {
        break;
      }
    }
    return place < 0 ? null : { tick: start[place], pitch: notes.columns.pitch[place] };
  };
  const places: Record<string, () => Caret | null> = {
    next: neighbour,
    previous: neighbour,
    start: () => ({ ...desk.caret, tick: 0 }),
    end: () => ({ ...desk.caret, tick: desk.view.length }),
    playhead: () => ({ ...desk.caret, tick: Math.round(player.tick) }),
    selection: () => {
      const { notes } = desk;
      const place = notes.selectedCount > 0 ? notes.selected.indexOf(1) : stepPlace(notes, 'next', 0);
      return place < 0 ? null : { tick: notes.columns.start[place], pitch: notes.columns.pitch[place] };
    },
  };
  // The lines are those of the grid the key was pressed in, whatever the grid is by the time it is this key's turn.
  const { grid, swing } = desk;
  const asked: Asked = { what: 'view', line: formatLine({ name: 'caret', values }) };
  desk.inOrder(() => {
    if (to) {
      const found = places[to]?.() ?? null;
      if (!found) {
        desk.say(to === 'selection' ? 'There are no notes.' : `There is no ${to} note.`, 'refused');
        return;
      }
      desk.caret = found;
    }
    if (by) {
      const lines = desk.grids.of(grid, swing) ?? desk.gridLines;
      const tick = moved({ ...desk.measure, lines }, desk.caret.tick, by);
      if (tick === null) {
        desk.say(
          `caret: by takes an amount of time such as grid, 2bar, 1/16 or 10ms, with a minus for earlier, not “${by}”.`,
          'refused',
        );
        return;
      }
      desk.caret = { ...desk.caret, tick };
    }
    if (pitch) {
      const at = Math.min(MAX_PITCH, Math.max(0, desk.caret.pitch + Math.trunc(Number(pitch) || 0)));
      desk.caret = { ...desk.caret, pitch: at };
      if (settings.hear && !player.playing) {
        void player.sound([[at, desk.newNote.velocity, PITCH_SECONDS]]);
      }
    }
    showCaret(desk);
  }, asked);
};

/** A note at the caret, and the caret steps on to its end. */
const write: Command = ({ desk }) => desk.run(['insert'], { sound: true, stepsOn: true });

export function sayNewNote(desk: Desk): void {
  const { length, velocity } = desk.newNote;
  const how = settings.newAsLast ? 'as the note used last' : 'as set';
  desk.say(`New notes ${how}: velocity ${velocity}, length ${length === 'grid' ? 'of the grid' : length}`, 'hint');
}

const newVelocity: Command = ({ desk }, { preset, value }) => {
  const velocity = preset ? settings.velocities[Number(preset) - 1] : Number(value);
  if (!Number.isInteger(velocity) || velocity < 1 || velocity > 127) {
    desk.say(`new-velocity takes 1 to 127, or a preset from 1 to 4.`, 'refused');
    return;
  }
  settings.newVelocity = velocity;
  settings.newAsLast = false;
  sayNewNote(desk);
};

const newLength: Command = ({ desk }, { value }) => {
  if (!value || !/^(grid|\d+(\.\d+)?(tk|ms|s|smp|fr|bar|beat)|1\/\d{1,3}[td]?)$/.test(value)) {
    desk.say('new-length takes an amount of time, such as 1/8, 240tk or grid.', 'refused');
    return;
  }
  settings.newLength = value;
  settings.newAsLast = false;
  sayNewNote(desk);
};

const newNotes: Command = ({ desk }) => {
  settings.newAsLast = !settings.newAsLast;
  sayNewNote(desk);
};

export const writing: Record<string, Command> = {
  caret,
  write,
  'new-velocity': newVelocity,
  'new-length': newLength,
  'new-notes': newNotes,
};
