import { expect, test } from 'vitest';
import { laneFrame, LANE_HANDLES, laneHandleAt, type LaneHandle } from '../../resources/js/gestures/bending';
import type { Ground } from '../../resources/js/gestures/ground';
import { graspOnLane } from '../../resources/js/gestures/on-lane';
import { columns, Scale, stemUnder } from '../../resources/js/gestures/stems';
import type { Looking } from '../../resources/js/looking/looking.svelte';
import { Levels } from '../../resources/js/music/levels';
import type { Hand } from '../../resources/js/desk/hands.svelte';
import type { Dropped } from '../../resources/js/pointer/gesture';
import { Button } from '../../resources/js/pointer/grasp';
import { Pointer } from '../../resources/js/pointer/pointer.svelte';
import {
  afterwards,
  Canvas,
  heldOf,
  numbers,
  placesOf,
  pointerEvent,
  workbench,
  type Held,
  type TestNote,
  type TestPoint,
} from './studio';

/** Five quarters, all as loud but the third. */
const phrase: TestNote[] = [
  [0, 240, 60, 64],
  [480, 240, 62, 64],
  [960, 240, 64, 100],
  [1440, 240, 65, 64],
  [1920, 240, 67, 64],
];
const HEIGHT = 180;

/** A lane with a pointer over it; a spot is a tick and a value. */
function lane(name: string, hand: Hand = 'point', points: TestPoint[] = []) {
  const on = workbench(phrase, points);
  on.hands.hand = hand;
  on.lanes.current = name;
  const scale = new Scale(HEIGHT, on.lanes.of(name));
  const levels = () => Levels.of(on.lanes.of(name), on.pane.notes, on.pane.points);
  const ground = (): Ground => ({
    ...on,
    notes: on.pane.notes,
    lines: on.grid.lines,
    looking: {} as Looking,
    hear: () => undefined,
  });
  const dropped: Dropped[] = [];
  const pointer = new Pointer(on.hands, on.status, {
    grasp: (at, button) => graspOnLane({ ground: ground(), hands: on.hands, levels, scale }, at, button),
    drop: (what, over) => {
      dropped.push(what);
      over();
    },
  });
  const canvas = new Canvas();
  pointer.attach(canvas as unknown as HTMLElement);
  const send = (type: string, tick: number, value: number, held?: Held, button?: Button) =>
    canvas.dispatchEvent(pointerEvent(type, on.view.x(tick), scale.y(value), held, button));
  const pull = (spots: [tick: number, value: number][], held: Held = {}, button = Button.left) => {
    send('pointermove', ...spots[0], held, button);
    send('pointerdown', ...spots[0], held, button);
    for (const spot of spots.slice(1)) send('pointermove', ...spot, held, button);
    send('pointerup', ...spots.at(-1)!, held, button);
  };
  return { ...on, scale, levels, dropped, pointer, send, pull };
}

const DRAWN: [name: string, hand: Hand, selected: number[], drag: string, held: string, after: string][] = [
  ['a head is lifted alone', 'point', [], '480:64 → 480:90', '', '64 90 100 64 64'],
  ['a head of the selection takes all along', 'point', [1, 2, 3, 4, 5], '480:64 → 480:84', '', '84 84 120 84 84'],
  ['a free course in the draw hand', 'draw', [], '0:30 → 1200:30 → 1210:110 → 2000:110', '', '30 30 30 110 110'],
  ['a straight line with Shift', 'draw', [], '0:20 → 1920:120', 'shift', '20 45 70 95 120'],
  ['one height with Ctrl', 'draw', [], '480:90 → 1440:50', 'ctrl', '64 50 50 50 64'],
  ['a course in the point hand with Alt', 'point', [], '0:40 → 480:40', 'alt', '40 40 100 64 64'],
  ['only what is selected, where it begins there', 'draw', [1], '0:30 → 2000:30', '', '30 64 100 64 64'],
  ['all, where it begins elsewhere', 'draw', [2], '0:30 → 2000:30', '', '30 30 30 30 30'],
];

test.each(DRAWN)('in the lane of velocities: %s', (_, hand, selected, drag, held, after) => {
  const on = lane('velocity', hand);
  on.selecting.select(selected);
  on.pull(placesOf(drag), heldOf(held));
  expect(on.dropped).toHaveLength(1);
  const close = numbers(after).map((value) => expect.closeTo(value, -0.5));
  expect(afterwards(on, on.dropped[0]).column('velocity')).toEqual(close);
});

const HANDLES: [name: string, handle: LaneHandle, by: number, after: string, held: string][] = [
  ['its foot moves all', 'whole', 20, '84 84 120 84 84', ''],
  ['its right end tilts', 'right', -30, '64 57 85 42 34', ''],
  ['its left end tilts', 'left', -30, '34 42 85 57 64', ''],
  ['its head squeezes to the mean', 'squeeze', -33, '68 68 86 68 68', ''],
  ['its head pulled up spreads', 'squeeze', 16, '62 62 107 62 62', ''],
  ['its head squeezes to where the pointer is', 'squeeze', -33, '69 69 87 69 69', 'ctrl'],
];

test.each(HANDLES)('the frame in the lane: %s', (_, handle, by, after, held) => {
  const on = lane('velocity');
  on.selecting.select([1, 2, 3, 4, 5]);
  const [x, y] = laneHandleAt(laneFrame(on.levels(), on.view, on.scale)!, handle);
  const [tick, value] = [on.view.tick(x), on.scale.level(y)];
  on.pull(
    [
      [tick, value],
      [tick, value + by],
    ],
    heldOf(held),
  );
  const close = numbers(after).map((one) => expect.closeTo(one, -0.8));
  expect(afterwards(on, on.dropped[0]).column('velocity')).toEqual(close);
});

test('each handle of the frame says what it does, and lies where it is drawn', () => {
  const on = lane('velocity');
  on.selecting.select([1, 2, 3, 4, 5]);
  const frame = laneFrame(on.levels(), on.view, on.scale)!;
  const words = LANE_HANDLES.map((handle) => {
    const [x, y] = laneHandleAt(frame, handle);
    on.send('pointermove', on.view.tick(x), on.scale.level(y));
    return on.hands.word.split(' ·')[0];
  });
  expect(words).toEqual([
    'down: squeeze to the mean, up: spread',
    'drag: tilt the left end',
    'drag: tilt the right end',
    'drag: all higher or lower',
  ]);
});

const expression: TestPoint[] = [
  [0, 40],
  [480, 80],
  [960, 120],
];

const POINTS: [name: string, hand: Hand, drag: string, held: string, button: Button, after: string][] = [
  ['a point is dragged up', 'point', '480:80 → 480:100', '', Button.left, '0:40 → 480:100 → 960:120'],
  ['and in time, on lines of the grid', 'point', '480:80 → 610:80', '', Button.left, '0:40 → 600:80 → 960:120'],
  ['Shift keeps one direction', 'point', '480:80 → 490:100', 'shift', Button.left, '0:40 → 480:100 → 960:120'],
  ['the erase hand takes out what it passes', 'erase', '-10:20 → 500:20', '', Button.left, '960:120'],
  ['so does the right button in the draw hand', 'draw', '400:20 → 1000:20', '', Button.right, '0:40'],
  ['a press in the draw hand is one point', 'draw', '1450:64', '', Button.left, '0:40 → 480:80 → 960:120 → 1440:64'],
];

test.each(POINTS)('in a lane of points: %s', (_, hand, drag, held, button, after) => {
  const on = lane('cc11', hand, expression);
  on.pull(placesOf(drag), heldOf(held), button);
  const close = placesOf(after).map(([tick, value]) => [tick, expect.closeTo(value, -0.5)]);
  expect(afterwards(on, on.dropped[0]).points).toEqual(close);
});

test('a course is drawn as it will be, and a wave has the period of the grid', () => {
  const on = lane('cc11', 'draw');
  on.hands.stroke = 'square';
  on.pull([
    [0, 20],
    [480, 100],
  ]);
  expect(on.dropped[0].lines[0]).toMatch(
    /^wave shape=square low=(19|20|21) high=(99|100|101) range=0\.\.480 lane=cc11$/,
  );
});

test('the right button does nothing to velocities, and the middle one moves the view in time', () => {
  const on = lane('velocity', 'draw');
  on.pull(
    [
      [480, 30],
      [960, 30],
    ],
    {},
    Button.right,
  );
  on.pull(
    [
      [1960, 30],
      [960, 60],
    ],
    {},
    Button.middle,
  );
  expect([on.dropped, on.view.left > 500, on.view.top]).toEqual([[], true, 40]);
});

test('a note in the lane of velocities is a body as wide as it lasts, whose ink can be taken anywhere', () => {
  const on = workbench(phrase);
  const levels = Levels.of(on.lanes.of('velocity'), on.pane.notes, on.pane.points);
  const scale = new Scale(HEIGHT, on.lanes.of('velocity'));
  const widths = columns(levels, on.view).map(({ width }) => Math.round(width));
  expect(widths).toEqual(phrase.map(([, length]) => length * on.view.pixelsPerTick - 1));
  const under = (tick: number, value: number) => stemUnder(levels, on.view, scale, on.view.x(tick), scale.y(value));
  expect([under(960, 50), under(1190, 50)]).toEqual([2, 2]);
  expect([under(1100, 120), under(1400, 50)], 'over the ink, and between two notes').toEqual([-1, -1]);
});

test('notes of one moment stand beside each other, each with a body of its own', () => {
  const on = workbench([
    [0, 480, 60, 40],
    [0, 480, 64, 90],
    [0, 480, 67, 120],
  ]);
  const levels = Levels.of(on.lanes.of('velocity'), on.pane.notes, on.pane.points);
  const all = columns(levels, on.view);
  for (const [k, { x, width }] of all.slice(0, -1).entries()) expect(x + width).toBeLessThan(all[k + 1].x);
});
