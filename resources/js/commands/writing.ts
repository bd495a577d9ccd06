import { moved } from '../music/amounts';
import { MAX_PITCH } from '../music/limits';
import { formatLine } from '../music/line';
import { rowCalled } from '../song/row-names';
import type { Spot } from '../desk/caret.svelte';
import { setting, settings } from '../settings/settings.svelte';
import type { Asked } from '../song/unsent';
import { stepPlace } from './neighbours';
import { switching } from './switching';
import { placeOf, whyNoPlace } from './places';
import type { Command as CommandOf, Tools } from './command';

type Command = CommandOf<
  'caret' | 'contents' | 'grid' | 'newNotes' | 'panes' | 'player' | 'range' | 'sender' | 'status'
>;

const PITCH_SECONDS = 0.25;

const moveCaret: Command = ({ caret, contents, grid, newNotes, panes, range, sender, status, player }, values) => {
  const { at, by, pitch, to } = values;
  const neighbour = (): Partial<Spot> | null => {
    const { notes } = contents;
    const { start } = notes.columns;
    const { tick } = caret;
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
  const places: Record<string, () => Partial<Spot> | null> = {
    next: neighbour,
    previous: neighbour,
    start: () => ({ tick: 0 }),
    end: () => ({ tick: panes.view.length }),
    playhead: () => ({ tick: Math.round(player.tick) }),
    selection: () => {
      const { notes } = contents;
      const place = notes.selectedCount > 0 ? notes.selected.indexOf(1) : stepPlace(notes, 'next', 0);
      return place < 0 ? null : { tick: notes.columns.start[place], pitch: notes.columns.pitch[place] };
    },
  };
  // The lines are those of the grid the key was pressed in, whatever the grid is by the time it is this key's turn.
  const pressedIn = [grid.name, grid.swing] as const;
  const asked: Asked = { what: 'view', line: formatLine({ name: 'caret', values }) };
  sender.inOrder(() => {
    if (to) {
      const found = places[to]?.() ?? null;
      if (!found) {
        status.say(to === 'selection' ? 'There are no notes.' : `There is no ${to} note.`, 'refused');
        return;
      }
      caret.put(found);
    }
    if (at) {
      const tick = placeOf(at, { caret, grid, player, range });
      if (tick === null) {
        status.say(whyNoPlace(at), 'refused');
        return;
      }
      caret.put({ tick });
    }
    if (by) {
      const tick = moved(grid.measureOf(...pressedIn), caret.tick, by) ?? caret.tick;
      caret.put({ tick });
    }
    if (pitch) {
      const to = Math.min(MAX_PITCH, Math.max(0, caret.pitch + Math.trunc(Number(pitch) || 0)));
      caret.put({ pitch: to });
      if (settings.hear && !player.playing) {
        void player.sound([[to, newNotes.like.velocity, PITCH_SECONDS]]);
      }
    }
    panes.view.reveal(caret.tick, caret.pitch);
    status.say(`Caret at ${grid.lines.position(caret.tick)}, ${rowCalled(contents.track, caret.pitch)}`, 'hint');
  }, asked);
};

/** Says what new notes are like. */
export function sayNewNotes({ newNotes, status }: Pick<Tools, 'newNotes' | 'status'>): void {
  const { length, velocity } = newNotes.like;
  status.say(`New notes: velocity ${velocity}, length ${length === 'grid' ? 'of the grid' : length}`, 'hint');
}

const newVelocity: Command = ({ newNotes, status }, { preset, value }) => {
  const velocity = preset ? settings.velocities[Number(preset) - 1] : Number(value);
  if (!preset && !value) {
    status.say('new-velocity takes a value from 1 to 127, or a preset from 1 to 4.', 'refused');
    return;
  }
  setting.writeAs({ velocity });
  sayNewNotes({ newNotes, status });
};

const newLength: Command = ({ newNotes, status }, { value }) => {
  if (!value) {
    status.say('new-length takes a value: an amount of time, such as 1/8, 240tk or grid.', 'refused');
    return;
  }
  setting.writeAs({ length: value });
  sayNewNotes({ newNotes, status });
};

/** New notes are like the selected one as it is once the keys pressed before are done. */
const likeThis: Command = ({ newNotes, sender, status }, { what = 'velocity' }) =>
  sender.inOrder(() => {
    if (newNotes.take(what)) sayNewNotes({ newNotes, status });
    else status.say('Select a note first; new notes are like it then.', 'refused');
  });

/** What writes notes by keys, and what new ones are like. */
export const writingCommands: Record<string, Command> = {
  caret: moveCaret,
  'new-velocity': newVelocity,
  'new-length': newLength,
  'new-notes': likeThis,
  'caret-goes-on': switching(
    'caretGoesOn',
    'The caret goes on behind what is pasted or moved to it',
    'The caret stays where something is pasted or moved to it',
  ),
};
