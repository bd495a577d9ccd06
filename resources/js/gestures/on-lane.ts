import type { Hands } from '../desk/hands.svelte';
import type { Stroke } from '../music/lanes';
import type { Levels } from '../music/levels';
import type { At, Box, Shape } from '../pointer/gesture';
import { Button, graspIn, type Grasp, type Press, type GraspCase } from '../pointer/grasp';
import { settings } from '../settings/settings.svelte';
import { Bending, laneFrame, laneHandleUnder, type LaneHandle } from './bending';
import { Panning } from './choosing';
import { Coursing } from './coursing';
import type { Ground } from './ground';
import { BoxingHeads, ErasingPoints, Lifting } from './heads';
import { stemUnder, type Scale } from './stems';

/** What lies under the pointer over a lane. */
export interface OnLane {
  ground: Ground;
  hands: Pick<Hands, 'hand' | 'stroke'>;
  /** what lies in the lane, now and by the time a press becomes a drag */
  levels: () => Levels;
  scale: Scale;
}

interface UnderLane extends OnLane {
  at: At;
  button: Button;
  handle: LaneHandle | null;
  /** the place of the head; −1 where none lies there */
  place: number;
}

const FRAMES: Record<LaneHandle, string> = {
  whole: 'drag: all higher or lower',
  left: 'drag: tilt the left end',
  right: 'drag: tilt the right end',
  squeeze: 'down: squeeze to the mean, up: spread · Ctrl: to the pointer’s height',
};

const isOfPoints = ({ levels }: UnderLane) => !levels().isOfNotes;

/** “the note”, or as many notes or points as a drag would take along. */
function meant({ levels, place }: UnderLane): string {
  const { selected, isOfNotes } = levels();
  const count = selected[place] ? levels().selectedPlaces().length : 1;
  const what = isOfNotes ? 'note' : 'point';
  return count > 1 ? `${count} ${what}s` : `the ${what}`;
}

/** What is under a modifier, or else what the draw hand is set to. */
const wayOf =
  ({ hand, stroke }: OnLane['hands']) =>
  ({ shift, ctrl }: At): Stroke =>
    shift ? (ctrl ? 'curve' : 'line') : ctrl ? 'level' : hand === 'draw' ? stroke : 'free';

/** All that a press on a lane can do; the first case that holds does. */
const ON_LANE: readonly GraspCase<UnderLane, Shape>[] = [
  {
    where: ({ button }) => button === Button.middle,
    cursor: 'grabbing',
    word: 'drag: the view',
    press: ({ ground }, from) => new Panning(ground, from, 'time'),
  },
  {
    where: ({ button }) => button === Button.right,
    cursor: 'cell',
    word: 'drag: take points out',
    press: ({ ground, levels }, from) => new ErasingPoints(ground, levels(), from),
  },
  {
    where: ({ hands, at }) => hands.hand === 'draw' || at.alt,
    cursor: 'cell',
    word: (under) =>
      `drag: a course · Shift: a straight line · Shift+Ctrl: a curve, bent by the wheel · Ctrl: one height${isOfPoints(under) ? ' · right: out' : ''}`,
    press: ({ ground, levels, scale, hands }, from) => new Coursing(ground, levels(), scale, from, wayOf(hands)),
  },
  {
    where: (under) => under.hands.hand === 'erase' && isOfPoints(under),
    cursor: 'cell',
    word: 'drag: take points out',
    press: ({ ground, levels }, from) => new ErasingPoints(ground, levels(), from),
  },
  {
    where: ({ handle }) => handle !== null,
    cursor: 'ns-resize',
    word: ({ handle }) => FRAMES[handle!],
    press: ({ levels, scale, handle }, from) => new Bending(levels(), scale, handle!, from),
  },
  {
    where: ({ place }) => place >= 0,
    cursor: 'ns-resize',
    word: (under) =>
      `drag: ${under.levels().lane.title.toLowerCase()} of ${meant(under)}${isOfPoints(under) ? ' · across: in time · Shift: one direction' : ''}`,
    press: lift,
  },
  {
    where: () => true,
    cursor: 'crosshair',
    word: 'drag: select by a box · Alt: draw a course',
    press: ({ ground, levels, scale }, from) => {
      const kept = from.shift || from.ctrl ? ground.contents.selection() : [];
      return {
        drag: () => new BoxingHeads(ground, levels(), scale, from, kept),
        click: () => ground.selecting.select(kept),
      };
    },
  },
];

/** The frame around what is selected in a lane; null where there is none. */
export function frameIn({ ground, hands, levels, scale }: OnLane): Box | null {
  return settings.frame && hands.hand === 'point' ? laneFrame(levels(), ground.view, scale) : null;
}

/** What a press on a lane would do. */
export function graspOnLane(on: OnLane, at: At, button: Button): Grasp<Shape> | null {
  const { ground, hands, levels, scale } = on;
  if (button === Button.right && (hands.hand !== 'draw' || levels().isOfNotes)) return null;
  const frame = frameIn(on);
  return graspIn(ON_LANE, {
    ...on,
    at,
    button,
    handle: frame && laneHandleUnder(frame, at.x, at.y),
    place: stemUnder(levels(), ground.view, scale, at.x, at.y),
  });
}

/** A press on a head takes it; a drag lifts what is selected. */
function lift({ ground, levels, scale, place }: UnderLane, from: At): Press<Shape> {
  const { contents, selecting } = ground;
  const { id, selected } = levels();
  const adds = from.shift || from.ctrl;
  const wasSelected = selected[place] === 1;
  if (!wasSelected) selecting.select(adds ? [...contents.selection(), id[place]] : [id[place]], true);
  return {
    drag: () => new Lifting(ground, levels(), scale, levels().selectedPlaces(), place, from),
    click: () => {
      if (!wasSelected) return;
      selecting.select(adds ? contents.selection().filter((one) => one !== id[place]) : [id[place]], true);
    },
  };
}
