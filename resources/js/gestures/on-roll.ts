import { ONE_NOTE } from '../desk/hands.svelte';
import { settings } from '../settings/settings.svelte';
import { borderAt, hit, type Hit } from '../sight/hit';
import type { At, Shape } from '../pointer/gesture';
import { Button, graspIn, type Grasp, type Press, type GraspCase } from '../pointer/grasp';
import { Boxing, Lasso, Lens, Panning } from './choosing';
import { Drawing } from './drawing';
import { frameOf, handleUnder, Scaling, Stretching, Widening, type Handle } from './framing';
import type { Ground } from './ground';
import { Levelling } from './levelling';
import { Moving, MovingBorder, MovingEdge } from './moving';
import { Erasing, Stroking } from './strokes';

/** What lies under the pointer over the roll. */
interface UnderRoll {
  on: Ground;
  at: At;
  button: Button;
  found: Hit | null;
  /** the two notes that touch there */
  border: [before: number, after: number] | null;
  handle: Handle | null;
}

const drawsHits = ({ on }: UnderRoll) => on.pane.track.voice === 'drums';
const draws = ({ on }: UnderRoll) => on.hands.hand === 'draw';
const points = ({ on }: UnderRoll) => on.hands.hand === 'point';
const nothing: Press<Shape> = { drag: null, click: () => undefined };

/** “the note”, or as many as a drag would take along. */
function notesMeant({ on: { notes }, found }: UnderRoll): string {
  const count = found && !notes.selected[found.place] ? 1 : notes.selectedCount;
  return count === 1 ? 'the note' : `${count} notes`;
}

const placeUnder = (on: Ground) => (x: number, y: number) => hit(on.pane.bodies, x, y)?.place ?? -1;

/** Where something begins that is put in at a place: the line at or before it, or free of the grid the tick itself. */
export function cellAt({ view, lines }: Pick<Ground, 'view' | 'lines'>, x: number, free: boolean): number {
  const tick = Math.max(0, Math.round(view.tick(x)));
  return free ? tick : lines.around(tick).before;
}

/** All that a press on the roll can do, by where it is and which hand one has; the first case that holds does. */
const ON_ROLL: readonly GraspCase<UnderRoll, Shape>[] = [
  {
    where: ({ button }) => button === Button.middle,
    cursor: 'grabbing',
    word: 'drag: the view',
    press: ({ on }, from) => new Panning(on, from),
  },
  {
    where: (under) =>
      under.button === Button.right ? draws(under) : under.on.hands.hand === 'erase' && !under.on.hands.moment,
    cursor: 'not-allowed',
    word: 'press or stroke: notes out',
    press: ({ on }, from) => new Erasing(on, from, placeUnder(on)),
  },
  {
    where: ({ on }) => on.hands.moment === 'lens',
    cursor: 'zoom-in',
    word: 'drag: a box to zoom to · pressed alone: back',
    press: ({ on }, from) => new Lens(on, from),
  },
  {
    where: ({ on }) => on.hands.moment === 'level',
    cursor: 'ns-resize',
    word: (under) =>
      under.found
        ? `up and down: velocity of ${notesMeant(under)} · Ctrl: the one alone`
        : 'up and down: velocity of the selection',
    press: level,
  },
  {
    where: (under) => draws(under) && under.at.shift,
    cursor: 'cell',
    word: 'drag: along the row, a note on every line · up and down: velocity',
    press: ({ on }, from) => new Stroking(on, from, placeUnder(on), on.view.pitch(from.y)),
  },
  {
    where: (under) => draws(under) && drawsHits(under) && !under.at.ctrl,
    cursor: 'cell',
    word: ({ found }) => `press or stroke: hits ${found ? 'out' : 'in'} · Shift: along the row · Ctrl: with a length`,
    press: ({ on }, from) => new Stroking(on, from, placeUnder(on), null),
  },
  {
    where: (under) => draws(under) && drawsHits(under),
    cursor: 'cell',
    word: 'drag: a hit as long · Alt: free of the grid',
    press: ({ on }, from) => new Drawing(on, from, 'long'),
  },
  {
    where: (under) => draws(under) && !under.found,
    cursor: 'cell',
    word: ({ on: { hands } }) =>
      `press: ${hands.shape === ONE_NOTE ? 'a note' : `a chord, ${hands.shape}`} · drag: length and pitch · Ctrl: velocity · Shift: along the row · wheel: chord · right: out`,
    press: ({ on }, from) => new Drawing(on, from),
  },
  {
    where: (under) => points(under) && under.handle === 'right',
    cursor: 'ew-resize',
    word: 'drag: stretch in time · Alt: free of the grid',
    press: ({ on }, from) => new Stretching(on, from),
  },
  {
    where: (under) => points(under) && under.handle === 'top',
    cursor: 'ns-resize',
    word: 'drag: wider or narrower intervals',
    press: ({ on }, from) => new Widening(on, from),
  },
  {
    where: (under) => points(under) && under.handle === 'foot',
    cursor: 'ns-resize',
    word: 'drag: louder or softer, as a share',
    press: ({ on }, from) => new Scaling(on, from),
  },
  { where: ({ border }) => border !== null, cursor: 'col-resize', word: 'drag: the border of two notes', press: grab },
  {
    where: ({ found }) => found?.part === 'body',
    cursor: 'grab',
    word: (under) => `drag: move ${notesMeant(under)} · Alt: free of the grid · Shift: one direction · Ctrl: a copy`,
    press: grab,
  },
  {
    where: ({ found }) => found !== null,
    cursor: 'ew-resize',
    word: 'drag: length · Shift: all to one end · Ctrl: in proportion · Alt: free of the grid',
    press: grab,
  },
  {
    where: () => true,
    cursor: 'crosshair',
    word: 'drag: select by a box · Alt: by a free line · Shift: more · double press: a note · right: menu',
    press: reach,
  },
];

/** What a press on the roll would do. */
export function graspOnRoll(on: Ground, at: At, button: Button): Grasp<Shape> | null {
  if (button === Button.right && on.hands.hand !== 'draw') return null;
  const { notes, view, hands } = on;
  const found = hit(on.pane.bodies, at.x, at.y);
  const frame = settings.frame && hands.hand === 'point' && !hands.moment ? frameOf(notes, view) : null;
  return graspIn(ON_ROLL, {
    on,
    at,
    button,
    found,
    border: found && found.part !== 'body' ? borderAt(notes, found, trackOf(on)) : null,
    // A note that is not in it comes before the frame, whatever lies there.
    handle: frame && (!found || notes.selected[found.place]) ? handleUnder(frame, on.pane.bodies, at.x, at.y) : null,
  });
}

const trackOf =
  ({ contents }: Ground) =>
  (clip: number) =>
    contents.tracks.get(clip)?.id;

function level({ on, found }: UnderRoll, from: At): Press<Shape> {
  const { notes } = on;
  const { id } = notes.columns;
  const isOther = found !== null && !notes.selected[found.place];
  const alone = found && from.ctrl ? [id[found.place]] : null;
  const ids = alone ?? (isOther ? notes.groupOf(id[found.place]) : notes.selection());
  const places = ids.map((one) => notes.placeOf(one));
  return places.length > 0 ? new Levelling(on, places, found?.place ?? places[0], from) : nothing;
}

/** A press on a note takes it, and its group, and leaves the caret; a drag moves what is selected. */
function grab({ on, found }: UnderRoll, from: At): Press<Shape> {
  const { notes, contents, selecting, pane } = on;
  const { place, part } = found!;
  const { id } = notes.columns;
  const together = notes.groupOf(id[place]);
  const adds = from.shift || from.ctrl;
  const wasSelected = notes.selected[place] === 1;
  if (!wasSelected) selecting.select(adds ? [...contents.notes.selection(), ...together] : together, true);
  return {
    drag: () => {
      const now = { ...on, notes: pane.notes };
      const border = borderAt(now.notes, found!, trackOf(on));
      if (border) return new MovingBorder(now, ...border, from);
      return part === 'body' ? new Moving(now, place, from) : new MovingEdge(now, place, part, from);
    },
    // A drag moves what is selected: so that is changed only where there was none.
    click: () => {
      if (!wasSelected) return;
      selecting.select(adds ? contents.notes.selection().filter((one) => !together.includes(one)) : together, true);
    },
  };
}

/** A press on empty ground selects by a box, or with Alt by a free line; without a drag it puts the caret there, and the playhead where it stands. */
function reach({ on }: UnderRoll, from: At): Press<Shape> {
  const adds = from.shift || from.ctrl;
  const kept = adds ? on.contents.notes.selection() : [];
  return {
    drag: () => (from.alt ? new Lasso(on, from, kept) : new Boxing(on, from, kept)),
    click: () => {
      on.caret.point({ tick: cellAt(on, from.x, from.free), pitch: on.view.pitch(from.y) });
      if (!adds) on.selecting.select([]);
    },
  };
}
