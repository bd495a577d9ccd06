import fc from 'fast-check';
import { expect, test } from 'vitest';
import type { Looking } from '../../resources/js/looking/looking.svelte';
import type { Ground } from '../../resources/js/gestures/ground';
import { graspOnRoll } from '../../resources/js/gestures/on-roll';
import type { Dropped } from '../../resources/js/pointer/gesture';
import { Button } from '../../resources/js/pointer/grasp';
import { Pointer } from '../../resources/js/pointer/pointer.svelte';
import type { Hand } from '../../resources/js/desk/hands.svelte';
import { setting } from '../../resources/js/settings/settings.svelte';
import {
  afterwards,
  Canvas,
  heldOf,
  numbers,
  page,
  placesOf,
  pointerEvent,
  workbench,
  type Held,
  type TestNote,
  type Workbench,
} from './studio';
import { HANDLE } from '../../resources/js/gestures/paint';
import { frameOf, handlesOf } from '../../resources/js/gestures/framing';
import { inBox } from '../../resources/js/sight/hit';

/** Three notes on eighths, two of them touching in one row. */
const phrase: TestNote[] = [
  [0, 240, 60, 80],
  [480, 240, 64, 100],
  [720, 240, 64, 60],
];

const groundOf = (on: Workbench): Ground => ({
  ...on,
  notes: on.pane.notes,
  lines: on.grid.lines,
  looking: {} as Looking,
  hear: () => undefined,
});

/** A roll with a pointer over it, and what was dropped there. */
function roll(notes: TestNote[] = phrase, hand: Hand = 'point', drums = false) {
  const on = workbench(notes, [], drums ? { voice: 'drums' } : {});
  on.hands.hand = hand;
  const dropped: Dropped[] = [];
  const pointer = new Pointer(on.hands, on.status, {
    grasp: (at, button) => graspOnRoll(groundOf(on), at, button),
    drop: (what, over) => {
      dropped.push(what);
      over();
    },
  });
  const canvas = new Canvas();
  pointer.attach(canvas as unknown as HTMLElement);
  const send = (type: string, tick: number, pitch: number, held?: Held, button?: number) =>
    canvas.dispatchEvent(pointerEvent(type, on.view.x(tick), on.view.y(pitch) + 5, held, button));
  const drag = (said: string, held = '') => {
    const [[from, row], to] = placesOf(said);
    const keys = heldOf(held);
    send('pointermove', from, row, keys);
    send('pointerdown', from, row, keys);
    send('pointermove', (from + to[0]) / 2, row, keys);
    send('pointermove', ...to, keys);
    send('pointerup', ...to, keys);
  };
  return { ...on, pointer, dropped, canvas, send, drag };
}

/** What is dragged where, what is held meanwhile, and columns of the notes after it. */
type After = Partial<Record<'start' | 'length' | 'pitch' | 'velocity', string>>;

const POINT: [name: string, all: boolean, drag: string, held: string, after: After][] = [
  ['a note goes to the line', false, '100:60 → 350:62', '', { start: '240 480 720', pitch: '62 64 64' }],
  ['Shift keeps to one direction', false, '100:60 → 360:61', 'shift', { start: '240 480 720', pitch: '60 64 64' }],
  ['Alt frees it from the lines', false, '100:60 → 156:60', 'alt', { start: '56 480 720' }],
  [
    'a drag up keeps time where the hand drifts',
    false,
    '100:60 → 140:63',
    'alt',
    { start: '0 480 720', pitch: '63 64 64' },
  ],
  ['and moves it where that is meant', false, '100:60 → 180:63', 'alt', { start: '80 480 720', pitch: '63 64 64' }],
  ['a drag along keeps the pitch', false, '100:60 → 500:61', 'alt', { start: '400 480 720', pitch: '60 64 64' }],
  ['and moves it by rows', false, '100:60 → 500:57', 'alt', { start: '400 480 720', pitch: '57 64 64' }],
  [
    'Ctrl drags copies',
    true,
    '100:60 → 1060:60',
    'ctrl',
    { start: '0 480 720 960 1440 1680', pitch: '60 64 64 60 64 64' },
  ],
  ['the border of two notes moves', false, '718:64 → 838:64', '', { start: '0 480 840', length: '240 360 120' }],
  ['an end lengthens all that are selected', true, '238:60 → 358:60', '', { length: '360 360 360' }],
  ['with Shift all end at one place', true, '238:60 → 1198:60', 'shift', { length: '1200 720 480' }],
  ['with Ctrl all in proportion', true, '238:60 → 118:60', 'ctrl', { length: '120 120 120' }],
];

test.each(POINT)('point hand: %s', (_, all, drag, held, after) => {
  const on = roll();
  if (all) on.selecting.select([1, 2, 3]);
  setting.turn('frame', false);
  on.drag(drag, held);
  setting.turn('frame', true);
  const left = afterwards(on, on.dropped[0]);
  for (const [column, values] of Object.entries(after)) expect(left.column(column as 'start')).toEqual(numbers(values));
});

test.each([
  ['350:62', '', '1.1.240, 1/8 later · D4, up 2 · on a line'],
  ['110:57', '', '1.1.0 · A3, down 3 · where it was'],
  ['580:60', 'ctrl', 'copy · 1.2.0, 1/4 later · on a line'],
])('a note on its way to %s %s is said beside the pointer in time and pitch', (to, held, said) => {
  const on = roll();
  const [[tick, row]] = placesOf(`${to} → ${to}`);
  on.send('pointermove', 100, 60, heldOf(held));
  on.send('pointerdown', 100, 60, heldOf(held));
  on.send('pointermove', tick, row, heldOf(held));
  expect(on.pointer.shape?.tag?.text).toBe(said);
});

const DRAW: [name: string, drag: string, held: string, after: After, line: string, shape?: string][] = [
  [
    'a press is one note on its line',
    '1000:67 → 1000:67',
    '',
    { start: '0 480 720 960', length: '240 240 240 120' },
    'insert at=960 pitch=67',
  ],
  [
    'a drag gives length and pitch',
    '1000:67 → 1430:69',
    '',
    { length: '240 240 240 480', pitch: '60 64 64 69' },
    'insert at=960 pitch=69 length=480tk',
  ],
  [
    'with Ctrl up and down is the velocity',
    '1000:67 → 1000:70',
    'ctrl',
    { velocity: '80 100 60 117' },
    'insert at=960 pitch=67 velocity=117',
  ],
  [
    'with Shift notes lie along the row',
    '1000:67 → 1400:67',
    'shift',
    { start: '0 480 720 960 1080 1200 1320', pitch: '60 64 64 67 67 67 67' },
    'fill pitch=67 range=960..1321 clear=off',
  ],
  [
    'with Shift up and down is a line of velocities',
    '1000:67 → 1400:72',
    'shift',
    { velocity: '80 100 60 96 96 111 125' },
    'fill pitch=67 range=960..1321 clear=off velocity=0,0,0,0,0,0,0,0,96,96,111,125',
  ],
  [
    'a chord that is chosen',
    '1000:67 → 1000:67',
    '',
    { pitch: '60 64 64 67 71 74' },
    'chord at=960 pitch=67 shape=maj',
    'maj',
  ],
];

test.each(DRAW)('draw hand: %s', (_, drag, held, after, line, shape) => {
  const on = roll(phrase, 'draw');
  if (shape) on.hands.shape = shape;
  on.drag(drag, held);
  expect(on.dropped.map(({ lines }) => lines)).toEqual([[line]]);
  const left = afterwards(on, on.dropped[0]);
  for (const [column, values] of Object.entries(after)) expect(left.column(column as 'start')).toEqual(numbers(values));
});

test('drum rows: with Ctrl a hit is as long as the drag, whatever lies under it', () => {
  const on = roll(phrase, 'draw', true);
  on.drag('1000:67 → 1430:69', 'ctrl');
  expect(on.dropped[0].lines).toEqual(['insert at=960 pitch=67 length=480tk']);
});

test('drum rows: a stroke paints hits, and one that begins on a hit takes hits out', () => {
  const on = roll([[0, 60, 38]], 'draw', true);
  on.drag('600:42 → 1000:42');
  on.drag('10:38 → 300:38');
  expect(on.dropped.map(({ lines }) => lines)).toEqual([['fill pitch=42 range=600..961 clear=off'], ['delete']]);
  expect(on.dropped[1].on).toEqual([1]);
});

const GRASPS: [where: string, hand: Hand, at: [number, number], held: Held, cursor: string, word: RegExp][] = [
  ['a body', 'point', [100, 60], {}, 'grab', /^drag: move the note/],
  ['an end', 'point', [238, 60], {}, 'ew-resize', /^drag: length/],
  ['a border', 'point', [718, 64], {}, 'col-resize', /border of two notes/],
  ['empty ground', 'point', [1500, 70], {}, 'crosshair', /^drag: select by a box/],
  ['empty ground', 'draw', [1500, 70], {}, 'cell', /^press: a note/],
  ['empty ground with Shift', 'draw', [1500, 70], { shift: true }, 'cell', /along the row/],
  ['a body', 'draw', [100, 60], {}, 'grab', /^drag: move/],
  ['a body', 'erase', [100, 60], {}, 'not-allowed', /notes out/],
];

test.each(GRASPS)('over %s the %s hand shows what a press does', (_, hand, at, held, cursor, word) => {
  const on = roll(phrase, hand);
  on.send('pointermove', ...at, held);
  expect(on.pointer.cursor).toBe(cursor);
  expect(on.hands.word).toMatch(word);
});

test('the handles of the frame never lie over notes that are not in it, and a press there takes the note', () => {
  // Six selected hats in one row; the ones behind them begin where the right handle would lie.
  const hats: TestNote[] = Array.from({ length: 12 }, (_, k): TestNote => [k * 120, 60, 60, 80]);
  const on = roll(hats);
  on.selecting.select([1, 2, 3, 4, 5, 6]);
  const frame = frameOf(on.pane.notes, on.view)!;
  const handles = handlesOf(frame, on.pane.bodies);
  for (const [x, y] of handles.values()) {
    const near = inBox(on.pane.bodies, { x: x - HANDLE, y: y - HANDLE, width: 2 * HANDLE, height: 2 * HANDLE });
    expect(near.every((id) => id <= 6)).toBe(true);
  }
  on.drag('750:60 → 870:60');
  expect(on.contents.selection()).toEqual([7]);
  expect(on.dropped[0].lines).toEqual(['nudge by=120tk']);
});

test('the frame around several selected notes has handles, and none in the other hands', () => {
  const on = roll();
  on.selecting.select([1, 2]);
  const frame = [(720 + 28) / 1, 62] as const;
  on.send('pointermove', frame[0], frame[1]);
  expect(on.hands.word).toMatch(/stretch in time/);
  on.hands.hand = 'erase';
  on.pointer.look();
  expect(on.hands.word).toMatch(/notes out/);
});

test('a press takes a note, with a modifier more, and on empty ground puts the caret there', () => {
  const on = roll();
  on.drag('100:60 → 100:60');
  expect([on.contents.selection(), on.caret.at]).toEqual([[1], { tick: 0, pitch: 60 }]);
  on.drag('500:64 → 500:64', 'shift');
  expect(on.contents.selection()).toEqual([1, 2]);
  on.drag('500:64 → 500:64', 'ctrl');
  expect(on.contents.selection()).toEqual([1]);
  on.drag('1000:70 → 1000:70');
  expect([on.contents.selection(), on.caret.at]).toEqual([[], { tick: 960, pitch: 70 }]);
  expect(on.dropped).toEqual([]);
});

test('a box selects what it touches, a free line what it goes round', () => {
  const on = roll();
  on.drag('400:66 → 1000:62');
  expect(on.contents.selection()).toEqual([2, 3]);
  on.send('pointerdown', 60, 62, { alt: true });
  for (const [tick, pitch] of [
    [200, 62],
    [200, 58],
    [60, 58],
    [60, 62],
  ])
    on.send('pointermove', tick, pitch, { alt: true });
  on.send('pointerup', 60, 62, { alt: true });
  expect(on.contents.selection()).toEqual([1]);
});

test.each([
  ['Escape', () => page.dispatchEvent(Object.assign(new Event('keydown'), { key: 'Escape' }))],
  ['a touch that is taken away', (on: ReturnType<typeof roll>) => on.send('pointercancel', 400, 62)],
  [
    'a second button',
    (on: ReturnType<typeof roll>) =>
      on.canvas.dispatchEvent(Object.assign(pointerEvent('pointermove', 100, 100), { buttons: 3 })),
  ],
])('%s leaves a drag as if it had never begun', (_, leave) => {
  const on = roll();
  on.send('pointerdown', 100, 60);
  on.send('pointermove', 700, 62);
  expect(on.pointer.shape?.ghosts).toBeDefined();
  leave(on);
  on.send('pointerup', 700, 62);
  expect([on.pointer.shape, on.pointer.goesOn, on.dropped]).toEqual([null, false, []]);
});

test('a press that trembles is no drag', () => {
  const on = roll();
  on.drag('100:60 → 108:60');
  expect(on.dropped).toEqual([]);
});

test('whatever the pointer does, in whichever hand: in the end nothing goes on, and each line is one the core knows', () => {
  const known = new Set([
    'nudge',
    'transpose',
    'duplicate',
    'insert',
    'fill',
    'delete',
    'length',
    'trim',
    'chord',
    'velocity',
    'stretch',
  ]);
  const place = fc.tuple(fc.integer({ min: -200, max: 3800 }), fc.integer({ min: 40, max: 84 }));
  const held = fc.record({ shift: fc.boolean(), ctrl: fc.boolean(), alt: fc.boolean() });
  const move = fc.tuple(fc.constantFrom('pointerdown', 'pointermove', 'pointerup', 'pointercancel'), place, held);
  let drops = 0;
  fc.assert(
    fc.property(fc.constantFrom<Hand>('point', 'draw', 'erase'), fc.array(move, { maxLength: 12 }), (hand, moves) => {
      const on = roll(phrase, hand);
      setting.turn('frame', false);
      for (const [type, [tick, pitch], keys] of moves) on.send(type, tick, pitch, keys, Button.left);
      on.send('pointerup', 0, 60);
      setting.turn('frame', true);
      drops += on.dropped.length;
      expect(on.pointer.goesOn).toBe(false);
      for (const { lines } of on.dropped) {
        for (const line of lines) expect(known, line).toContain(line.split(' ')[0]);
        expect(lines.join(' ')).not.toMatch(/NaN|undefined|Infinity/);
      }
    }),
    { numRuns: 1000 },
  );
  expect(drops).toBeGreaterThan(100);
});
