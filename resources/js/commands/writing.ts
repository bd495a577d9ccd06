import { MAX_PITCH } from '../roll/limits';
import { pitchName } from '../roll/pitch';
import type { Lines } from '../roll/time';
import type { Caret, Session } from '../state/session.svelte';
import { settings } from '../state/settings.svelte';
import type { Command } from './stage';
import { stepPlace } from './steps';

const PITCH_SECONDS = 0.25;

function at(session: Session, { tick, pitch }: Caret): string {
  return `${session.lines.position(tick, session.song.ppq)}, ${pitchName(pitch)}`;
}

function showCaret(session: Session): void {
  session.view.reveal(session.caret.tick, session.caret.pitch);
  session.say(`Caret at ${at(session, session.caret)}`, 'hint');
}

/** The tick so many grid lines, beats or bars on; the place in the bar stays where it fits. */
export function movedTick(lines: Lines, ppq: number, tick: number, by: string): number | null {
  const [, minus, number, unit] = /^(-?)(\d{0,4})(grid|beat|bar)$/.exec(by) ?? [];
  if (!unit) {
    return null;
  }
  const times = Number(number || 1) * (minus ? -1 : 1);
  if (unit === 'bar') {
    const bar = lines.barAt(tick);
    const next = Math.max(0, bar.bar + times);
    const length = lines.barStart(next + 1) - lines.barStart(next);
    return lines.barStart(next) + Math.min(tick - bar.tick, length - 1);
  }
  for (let k = 0; k < Math.abs(times); k++) {
    if (unit === 'beat') {
      tick = times > 0 ? lines.beatAfter(tick, ppq) : lines.beatBefore(tick, ppq);
    } else {
      tick = times > 0 ? lines.around(tick).after : lines.before(tick);
    }
  }
  return tick;
}

const caret: Command = ({ session, player }, { by, pitch, to }) => {
  const { notes } = session;
  const neighbour = (): Caret | null => {
    const { start } = notes.columns;
    const { tick } = session.caret;
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
    start: () => ({ ...session.caret, tick: 0 }),
    end: () => ({ ...session.caret, tick: session.view.length }),
    playhead: () => ({ ...session.caret, tick: Math.round(player.tick) }),
    selection: () => {
      const place = notes.selectedCount > 0 ? notes.selected.indexOf(1) : stepPlace(notes, 'next', 0);
      return place < 0 ? null : { tick: notes.columns.start[place], pitch: notes.columns.pitch[place] };
    },
  };
  // The lines are those of the grid the key was pressed in, whatever the grid is by the time it is this key's turn.
  const { grid, swing } = session;
  session.inOrder(() => {
    if (to) {
      const found = places[to]?.() ?? null;
      if (!found) {
        session.say(to === 'selection' ? 'There are no notes.' : `There is no ${to} note.`, 'refused');
        return;
      }
      session.caret = found;
    }
    if (by) {
      const tick = movedTick(session.grids.of(grid, swing) ?? session.lines, session.song.ppq, session.caret.tick, by);
      if (tick === null) {
        session.say(`caret: by takes grid, beat or bar, with a number and a sign, not “${by}”.`, 'refused');
        return;
      }
      session.caret = { ...session.caret, tick };
    }
    if (pitch) {
      const moved = Math.min(MAX_PITCH, Math.max(0, session.caret.pitch + Math.trunc(Number(pitch) || 0)));
      session.caret = { ...session.caret, pitch: moved };
      if (settings.hear && !player.playing) {
        void player.sound([[moved, session.newNote.velocity, PITCH_SECONDS]]);
      }
    }
    showCaret(session);
  });
};

/** A note at the caret, and the caret steps on to its end. */
const write: Command = ({ session }) => {
  session.run(['insert'], {
    sound: true,
    done: ({ added }) => {
      if (added) {
        session.caret = { ...session.caret, tick: added.start[0] + added.length[0] };
        session.view.reveal(session.caret.tick, session.caret.pitch);
      }
    },
  });
};

export function sayNewNote(session: Session): void {
  const { length, velocity } = session.newNote;
  const how = settings.newAsLast ? 'as the note used last' : 'as set';
  session.say(`New notes ${how}: velocity ${velocity}, length ${length === 'grid' ? 'of the grid' : length}`, 'hint');
}

const newVelocity: Command = ({ session }, { preset, value }) => {
  const velocity = preset ? settings.velocities[Number(preset) - 1] : Number(value);
  if (!Number.isInteger(velocity) || velocity < 1 || velocity > 127) {
    session.say(`new-velocity takes 1 to 127, or a preset from 1 to 4.`, 'refused');
    return;
  }
  settings.newVelocity = velocity;
  settings.newAsLast = false;
  sayNewNote(session);
};

const newLength: Command = ({ session }, { value }) => {
  if (!value || !/^(grid|\d+(\.\d+)?(tk|ms|s|smp|fr|bar|beat)|1\/\d{1,3}[td]?)$/.test(value)) {
    session.say('new-length takes an amount of time, such as 1/8, 240tk or grid.', 'refused');
    return;
  }
  settings.newLength = value;
  settings.newAsLast = false;
  sayNewNote(session);
};

const newNotes: Command = ({ session }) => {
  settings.newAsLast = !settings.newAsLast;
  sayNewNote(session);
};

export const writing: Record<string, Command> = {
  caret,
  write,
  'new-velocity': newVelocity,
  'new-length': newLength,
  'new-notes': newNotes,
};
