import { expect, test } from 'vitest';
import { Widening } from '../../resources/js/gestures/framing';
import type { Ground } from '../../resources/js/gestures/ground';
import type { At } from '../../resources/js/pointer/gesture';
import { snapped } from '../../resources/js/pointer/snap';
import { NoteTable } from '../../resources/js/music/notes';

const ROW = 10;

/** A triad; a pixel is a tick, a row ten pixels. */
const triad = [60, 64, 67];
const table = (pitches: number[]) =>
  NoteTable.of({ id: [1, 2, 3], start: [0, 0, 0], length: [100, 100, 100], pitch: pitches }).selecting([1, 2, 3]);

/** A ground on which the core answers what a test says. */
function groundOf(wouldBe: (lines: string[]) => Promise<NoteTable>): Ground {
  const view = {
    rowHeight: ROW,
    top: 0,
    width: 1000,
    height: 1000,
    x: (tick: number) => tick,
    rowOf: (pitch: number) => 127 - pitch,
    span: (low: number, high: number) => [127 - high, 127 - low],
  };
  return { view, notes: table(triad), looking: { wouldBe } } as unknown as Ground;
}

const at = (y: number): At => ({ x: 50, y, shift: false, ctrl: false, alt: false, free: false });

test('while intervals are widened, the notes are drawn where the core says they would lie', async () => {
  const asked: string[][] = [];
  const widening = new Widening(
    groundOf((lines) => {
      asked.push(lines);
      return Promise.resolve(table([60, 68, 74]));
    }),
    at(500),
  );
  const told = new Promise<void>((done) => (widening.redrawn = done));
  widening.move(at(500 - 7 * ROW));
  expect(widening.shape.ghosts).toBeUndefined();
  await told;
  expect(asked).toEqual([['widen factor=14/7']]);
  expect(widening.shape.ghosts?.map(({ pitch }) => pitch)).toEqual([60, 68, 74]);
  expect(widening.shape.tag?.text).toBe('intervals × 14/7');
  expect(widening.drop()?.lines).toEqual(['widen factor=14/7']);
});

test('what cannot be widened says why beside the pointer, and nothing stale is drawn', async () => {
  const widening = new Widening(
    groundOf(() => Promise.reject(new Error('Nothing widened: a note would leave C-1 to G9.'))),
    at(900),
  );
  const told = new Promise<void>((done) => (widening.redrawn = done));
  widening.move(at(900 - 49 * ROW));
  await told;
  expect(widening.shape.tag?.text).toContain('a note would leave C-1 to G9');
  widening.move(at(900 - 10 * ROW));
  expect(widening.shape.tag?.text).toBe('intervals × 17/7');
  expect(widening.shape.ghosts).toBeUndefined();
});

test('an answer that comes after the drag was left is not drawn', async () => {
  let answer: (notes: NoteTable) => void = () => undefined;
  const widening = new Widening(
    groundOf(() => new Promise((done) => (answer = done))),
    at(500),
  );
  widening.redrawn = () => {
    throw new Error('It was left.');
  };
  widening.move(at(430));
  widening.cancel();
  answer(table([60, 68, 74]));
  await new Promise((done) => setImmediate(done));
  expect(widening.shape.ghosts).toBeUndefined();
});

/** Lines every 120 ticks. */
const lines = { nearest: (tick: number) => Math.round(tick / 120) * 120 };

for (const [from, to, tick, by] of [
  [10, 118, 120, 'on a line'],
  [10, 131, 130, 'as far from its line'],
  [10, 15, 10, 'where it was'],
  [0, 4, 0, 'where it was'],
  [10, -50, 0, 'on a line'],
] as const) {
  test(`an edge at ${from} dragged to ${to} is caught at ${tick}, ${by}`, () =>
    expect(snapped(lines, from, to, false)).toEqual({ tick, by }));
}

test('free of the grid an edge goes where the pointer is, and not before the start', () => {
  expect(snapped(lines, 10, 33.4, true)).toEqual({ tick: 33, by: '' });
  expect(snapped(lines, 10, -5, true)).toEqual({ tick: 0, by: '' });
});
