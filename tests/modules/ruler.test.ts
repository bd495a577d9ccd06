import { expect, test } from 'vitest';
import { graspOnRuler, NUMBERS_HEIGHT } from '../../resources/js/gestures/on-ruler';
import { Button } from '../../resources/js/pointer/grasp';
import { Pointer } from '../../resources/js/pointer/pointer.svelte';
import { Canvas, pointerEvent, workbench, type Held } from './studio';

const BAR = 1920;

/** A ruler with a pointer over it. */
function ruler() {
  const on = workbench();
  const sought: number[] = [];
  const pointer = new Pointer<null>(on.hands, on.status, {
    grasp: (at, button) =>
      graspOnRuler(
        {
          view: on.view,
          lines: on.grid.lines,
          range: on.range,
          caret: on.caret,
          seek: (tick) => sought.push(tick),
        },
        at,
        button,
      ),
    drop: (_, over) => over(),
  });
  const canvas = new Canvas();
  pointer.attach(canvas as unknown as HTMLElement);
  const [numbers, band] = [NUMBERS_HEIGHT / 2, NUMBERS_HEIGHT + 6];
  const drag = (from: number, to: number, y: number, held?: Held) => {
    const send = (type: string, tick: number) =>
      canvas.dispatchEvent(pointerEvent(type, on.view.x(tick), y, held, Button.left));
    send('pointerdown', from);
    for (const share of [0.3, 0.7, 1]) send('pointermove', from + (to - from) * share);
    send('pointerup', to);
  };
  return { ...on, drag, numbers, band, sought };
}

test.each([
  ['among the numbers', 'numbers'],
  ['in the band', 'band'],
] as const)('the first drag %s makes a loop, to the line', (_, where) => {
  const on = ruler();
  on.drag(BAR + 20, 3 * BAR - 30, on[where]);
  expect(on.range.span).toEqual([BAR, 3 * BAR]);
});

test('an end of the loop is dragged alone; all of the clip has none, so that a drag from its start makes a loop', () => {
  const on = ruler();
  on.drag(0, BAR + 10, on.band);
  expect(on.range.span).toEqual([0, BAR]);
  on.drag(0, 480, on.band);
  expect(on.range.span).toEqual([480, BAR]);
});

test('an end that is dragged over the other changes places with it', () => {
  const on = ruler();
  on.range.put([BAR, 2 * BAR]);
  on.drag(BAR, 3 * BAR, on.band);
  expect(on.range.span).toEqual([2 * BAR, 3 * BAR]);
});

test('the band in its middle takes the whole loop elsewhere, and never before the song', () => {
  const on = ruler();
  on.range.put([BAR, 2 * BAR]);
  on.drag(BAR + 960, 2 * BAR + 960, on.band);
  expect(on.range.span).toEqual([2 * BAR, 3 * BAR]);
  on.drag(2 * BAR + 960, 60, on.band);
  expect(on.range.span).toEqual([0, BAR]);
});

test('a press puts the playhead and the caret there, and leaves the loop', () => {
  const on = ruler();
  on.range.put([BAR, 2 * BAR]);
  on.drag(3 * BAR, 3 * BAR, on.numbers);
  expect(on.sought).toEqual([3 * BAR]);
  expect(on.caret.tick).toBe(3 * BAR);
  expect(on.range.span).toEqual([BAR, 2 * BAR]);
});
