import { NUDGES, ONE_NOTE, type Hand } from '../desk/hands.svelte';
import { rowsShown, type RowsShown } from '../desk/rows';
import { hit } from '../desk/hit';
import { isAmount } from '../music/amounts';
import { settings } from '../settings/settings.svelte';
import type { Command, Studio } from './studio';

/** What each hand is said to do when it is taken. */
const SAID: Record<Hand, string> = {
  point: 'Point hand: select and move',
  draw: 'Draw hand: press puts a note in, a drag gives it its length',
  erase: 'Erase hand: press and stroke take notes out',
};

const hand: Command = ({ desk }, { to }) => {
  const end = desk.hands.take(to as Hand);
  desk.say(SAID[desk.hands.hand], 'hint');
  return () => {
    end();
    desk.say(SAID[desk.hands.hand], 'hint');
  };
};

const level: Command = ({ desk }) =>
  desk.hands.hold('level', () => desk.say('Hold the key and drag over a note: up is louder, down is softer.', 'hint'));

const lens: Command = ({ desk }) =>
  desk.hands.hold('lens', () => {
    if (!desk.view.back()) desk.say('Hold the key and drag a box to zoom to; pressed alone it goes back.', 'hint');
  });

/** The ids of the notes under the pointer, with their group; empty where none lie there. */
function underPointer({ desk }: Studio): number[] {
  const { at } = desk.hands;
  const { notes, view } = desk;
  const found = at && hit(desk.pane.bodies, view.x(at.tick), view.y(at.pitch) + view.rowHeight / 2);
  return found ? notes.groupOf(notes.columns.id[found.place]) : [];
}

const pointer: Command = (studio, { what, preset }) => {
  const { desk, player } = studio;
  const { at } = desk.hands;
  if (!at) {
    desk.say('The pointer is not over the roll; move it there first.', 'refused');
    return;
  }
  const snapped = desk.free ? at.tick : desk.gridLines.around(at.tick).before;
  const on = underPointer(studio);
  const needsNote = (then: () => void) =>
    on.length > 0 ? then() : desk.say('There is no note under the pointer.', 'refused');
  const does: Record<string, () => void> = {
    insert: () =>
      desk.run([`insert at=pointer${preset ? ` velocity=${settings.velocities[Number(preset) - 1]}` : ''}`], {
        sound: true,
      }),
    split: () => needsNote(() => desk.run(['split at=pointer'], { on })),
    erase: () => needsNote(() => desk.run(['delete'], { on })),
    select: () => needsNote(() => desk.select(on, true)),
    caret: () => desk.moveCaret({ tick: snapped, pitch: at.pitch }),
    play: () => void player.start(snapped),
  };
  does[what]();
};

const drawShape: Command = ({ desk }, { to, value }) => {
  const { hands } = desk;
  const hasKey = desk.song.scale !== null;
  if (to === 'note') hands.shape = ONE_NOTE;
  else if (to) hands.stepShape(to === 'next' ? 1 : -1, hasKey);
  else if (value && hands.shapes(hasKey).includes(value)) hands.shape = value;
  else {
    const others = hasKey ? '' : ' Chords of the key need a key; set one first.';
    desk.say(
      `draw-shape takes next, previous, note, or a shape: ${hands.shapes(hasKey).join(', ')}.${others}`,
      'refused',
    );
    return;
  }
  desk.say(
    hands.shape === ONE_NOTE ? 'The draw hand puts in one note' : `The draw hand puts in a chord: ${hands.shape}`,
    'hint',
  );
};

/** Gives only some pitches a row; the same said again gives all of them one. */
const rows: Command = ({ desk }, { what }) => {
  settings.rows = settings.rows === what ? 'all' : (what as RowsShown);
  const shown = rowsShown(desk, settings.rows);
  const said = {
    all: 'All rows',
    used: 'Only the rows that are used',
    'used-clip': 'Only the rows that the clip in front uses',
    'used-part': 'Only the rows that the part uses, in all its clips',
    key: 'Only the rows in the key',
    named: 'Only the rows that are named',
  }[settings.rows];
  desk.say(
    shown
      ? `${said}: ${shown.length}`
      : ({ key: 'All rows: the song has no key, or these are drums', named: 'All rows: none of this track has a name' }[
          settings.rows as string
        ] ?? said),
    'hint',
  );
};

const nudgeAmount: Command = ({ desk }, { to, value }) => {
  if (value) {
    if (!isAmount(value)) {
      desk.say(
        `“${value}” is no amount of time; write grid, 1/16, 1/8t, 10ms, 64smp, 1fr, 240tk, 1beat or 1bar.`,
        'refused',
      );
      return;
    }
    settings.nudge = value;
  } else {
    const at = NUDGES.indexOf(settings.nudge);
    const next = at < 0 ? NUDGES.indexOf('grid') : at + (to === 'larger' ? 1 : -1);
    settings.nudge = NUDGES[Math.min(NUDGES.length - 1, Math.max(0, next))];
  }
  desk.say(`Keys nudge by ${settings.nudge === 'grid' ? 'a step of the grid' : settings.nudge}`, 'hint');
};

const gridAuto: Command = ({ desk }) => {
  settings.gridAuto = !settings.gridAuto;
  desk.say(settings.gridAuto ? 'The grid follows the zoom' : `The grid stays ${desk.grid}`, 'hint');
};

export const handCommands: Record<string, Command> = {
  hand,
  level,
  lens,
  pointer,
  menu: ({ openMenu }) => openMenu(),
  frame: ({ desk }) => {
    settings.frame = !settings.frame;
    desk.say(settings.frame ? 'A frame around several selected notes' : 'No frame', 'hint');
  },
  'note-curves': ({ desk, show }) => {
    const [first] = desk.notes.selection();
    if (first === undefined) {
      desk.say('Select a note first; then its curves of pitch, loudness and timbre open.', 'refused');
      return;
    }
    show('roll');
    desk.openNote = desk.openNote === first ? null : first;
  },
  'row-menu': ({ desk, show }) => {
    show('roll');
    desk.rowMenu = desk.caret.pitch;
  },
  hits: ({ desk }) => {
    settings.heads = !settings.heads;
    desk.say(settings.heads ? 'Hits are heads at their moment' : 'Hits are as long as they last', 'hint');
  },
  'draw-shape': drawShape,
  rows,
  'nudge-amount': nudgeAmount,
  'grid-auto': gridAuto,
};
