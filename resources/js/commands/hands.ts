import { ONE_NOTE, type Hand } from '../desk/hands.svelte';
import { rowsShown, type RowsShown } from '../sight/rows';
import { switching } from './switching';
import { underPointer } from './under-pointer';
import { setting, settings } from '../settings/settings.svelte';
import type { Command as CommandOf } from './command';

type Command = CommandOf<
  | 'asking'
  | 'caret'
  | 'contents'
  | 'dialogs'
  | 'grid'
  | 'hands'
  | 'panes'
  | 'player'
  | 'popover'
  | 'selecting'
  | 'sounding'
  | 'status'
  | 'views'
>;

/** What each hand is said to do when it is taken. */
const SAID: Record<Hand, string> = {
  point: 'Point hand: select and move',
  draw: 'Draw hand: press puts a note in, a drag gives it its length',
  erase: 'Erase hand: press and stroke take notes out',
};

const hand: Command = ({ hands, status }, { to }) => {
  const end = hands.take(to as Hand);
  status.say(SAID[hands.hand], 'hint');
  return () => {
    end();
    status.say(SAID[hands.hand], 'hint');
  };
};

const level: Command = ({ hands, status }) =>
  hands.hold('level', () => status.say('Hold the key and drag over a note: up is louder, down is softer.', 'hint'));

const lens: Command = ({ hands, panes, status }) =>
  hands.hold('lens', () => {
    if (!panes.view.back()) status.say('Hold the key and drag a box to zoom to; pressed alone it goes back.', 'hint');
  });

const pointer: Command = (
  { asking, caret, contents, grid, hands, panes, player, selecting, status },
  { what, preset },
) => {
  const { at } = hands;
  if (!at) {
    status.say('The pointer is not over the roll; move it there first.', 'refused');
    return;
  }
  const snapped = hands.free ? at.tick : grid.lines.around(at.tick).before;
  const on = underPointer({ contents, hands, panes });
  const needsNote = (then: () => void) =>
    on.length > 0 ? then() : status.say('There is no note under the pointer.', 'refused');
  const does: Record<string, () => void> = {
    insert: () =>
      asking.run([`insert at=pointer${preset ? ` velocity=${settings.velocities[Number(preset) - 1]}` : ''}`], {
        sound: true,
      }),
    split: () => needsNote(() => asking.run(['split at=pointer'], { on })),
    erase: () => needsNote(() => asking.run(['delete'], { on })),
    select: () => needsNote(() => selecting.select(on, true)),
    caret: () => caret.move({ tick: snapped, pitch: at.pitch }),
    play: () => void player.start(snapped),
  };
  does[what]();
};

const drawShape: Command = ({ contents, hands, status }, { to, value }) => {
  const hasKey = contents.song.scale !== null;
  if (to === 'note') hands.shape = ONE_NOTE;
  else if (to) hands.stepShape(to === 'next' ? 1 : -1, hasKey);
  else if (value && hands.shapes(hasKey).includes(value)) hands.shape = value;
  else {
    const others = hasKey ? '' : ' Chords of the key need a key; set one first.';
    status.say(
      `draw-shape takes next, previous, note, or a shape: ${hands.shapes(hasKey).join(', ')}.${others}`,
      'refused',
    );
    return;
  }
  status.say(
    hands.shape === ONE_NOTE ? 'The draw hand puts in one note' : `The draw hand puts in a chord: ${hands.shape}`,
    'hint',
  );
};

/** Gives only some pitches a row; the same said again gives all of them one. */
const rows: Command = async ({ contents, panes, sounding, status }, { what }) => {
  setting.rows(settings.rows === what ? 'all' : (what as RowsShown));
  if (settings.rows === 'used-part') await sounding.settled();
  const shown = rowsShown(settings.rows, panes.current, contents, sounding.now);
  const said = {
    all: 'All rows',
    used: 'Only the rows that are used',
    'used-clip': 'Only the rows that the clip in front uses',
    'used-part': 'Only the rows that the part uses, in all its clips',
    key: 'Only the rows in the key',
    named: 'Only the rows that are named',
  }[settings.rows];
  status.say(
    shown
      ? `${said}: ${shown.length}`
      : ({ key: 'All rows: the song has no key, or these are drums', named: 'All rows: none of this track has a name' }[
          settings.rows as string
        ] ?? said),
    'hint',
  );
};

export const handCommands: Record<string, Command> = {
  hand,
  level,
  lens,
  pointer,
  menu: ({ dialogs }) => dialogs.openMenu(),
  frame: switching('frame', 'A frame around several selected notes', 'No frame'),
  'note-curves': ({ contents, popover, status, views }) => {
    const [first] = contents.notes.selection();
    if (first === undefined) {
      status.say('Select a note first; then its curves of pitch, loudness and timbre open.', 'refused');
      return;
    }
    views.show('roll');
    if (popover.note === first) popover.close();
    else popover.open({ note: first });
  },
  'row-menu': ({ caret, popover, views }) => {
    views.show('roll');
    popover.open({ row: caret.pitch });
  },
  hits: switching('heads', 'Hits are heads at their moment', 'Hits are as long as they last'),
  'draw-shape': drawShape,
  rows,
};
