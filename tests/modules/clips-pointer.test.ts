import { expect, test } from 'vitest';
import type { Clip } from '../../resources/js/api';
import type { Hand } from '../../resources/js/desk/hands.svelte';
import type { ClipShape } from '../../resources/js/gestures/clip-dragging';
import { graspOnClips } from '../../resources/js/gestures/on-clips';
import type { Dropped } from '../../resources/js/pointer/gesture';
import { Pointer } from '../../resources/js/pointer/pointer.svelte';
import { Canvas, heldOf, page, placesOf, pointerEvent, workbench, type Held } from './studio';

const clip = (id: number, start: number, length: number, group = 0): Clip => ({
  id,
  start,
  length,
  offset: 0,
  loop: 0,
  name: '',
  muted: false,
  colour: 0,
  group,
  revision: 1,
});

/** A song of three rows: two clips, one that is grouped with the first, and an empty one. A pixel is four ticks. */
function song(hand: Hand = 'point') {
  const on = workbench();
  const [first] = on.contents.song.tracks;
  on.contents.song = {
    ...on.contents.song,
    tracks: [
      { ...first, id: 1, name: 'Kalimba', clips: [clip(7, 0, 1920, 2), clip(8, 3840, 1920)] },
      { ...first, id: 2, name: 'Bass', clips: [clip(9, 1920, 960, 2)] },
      { ...first, id: 3, name: 'Drums', clips: [] },
    ],
  };
  on.hands.hand = hand;
  on.views.show('song');
  Object.assign(on.arranging.view, { width: 2000, height: 400, pixelsPerTick: 0.25, left: 0, top: 0 });
  const [dropped, run, refused]: [Dropped[], string[], string[]] = [[], [], []];
  const ground = {
    ...on,
    lines: on.grid.lines,
    run: (line: string) => run.push(line),
    refuse: (why: string) => refused.push(why),
  };
  const pointer = new Pointer<ClipShape>(on.hands, on.status, {
    grasp: (at, button) => graspOnClips(ground, at, button),
    drop: (what, over) => {
      dropped.push(what);
      over();
    },
  });
  const canvas = new Canvas();
  pointer.attach(canvas as unknown as HTMLElement);
  const y = (row: number) => on.arranging.y(row) + on.arranging.heights[0] / 2;
  const send = (type: string, tick: number, row: number, held?: Held) =>
    canvas.dispatchEvent(pointerEvent(type, on.arranging.view.x(tick), y(row), held));
  const drag = (said: string, held = '') => {
    const [[from, row], to] = placesOf(said);
    const keys = heldOf(held);
    send('pointerdown', from, row, keys);
    send('pointermove', (from + to[0]) / 2, row, keys);
    send('pointermove', ...to, keys);
    send('pointerup', ...to, keys);
  };
  const lines = () => [...dropped.flatMap((one) => one.lines), ...run];
  return { ...on, pointer, drag, send, lines, refused };
}

const DRAGS: [name: string, hand: Hand, drag: string, held: string, line: string][] = [
  ['a clip goes to the line', 'point', '4800:0 → 5300:0', '', 'clip-move by=480tk'],
  ['and to another track', 'point', '4800:0 → 4800:1', '', 'clip-move by=0tk rows=1'],
  ['Ctrl leaves it and drags a copy', 'point', '4800:0 → 6720:0', 'ctrl', 'clip-move by=1920tk copy=on'],
  ['its end makes it longer', 'point', '5740:0 → 6700:0', '', 'clip-trim edge=end by=960tk'],
  ['its start makes it shorter', 'point', '3850:0 → 4320:0', '', 'clip-trim edge=start by=480tk'],
  ['the edge of another clip catches it', 'point', '2400:1 → 3400:1', '', 'clip-move by=960tk'],
  ['a drag in the draw hand is a clip as long', 'draw', '1000:2 → 2900:2', '', 'clip-new at=960 length=1920tk of=3'],
  ['a press there is one of a bar', 'draw', '2500:2 → 2500:2', '', 'clip-new at=1920 length=1920tk of=3'],
  ['a stroke of the erase hand takes clips out', 'erase', '100:0 → 2400:1', '', 'clip-delete'],
];

test.each(DRAGS)('over the song: %s', (_, hand, drag, held, line) => {
  const on = song(hand);
  on.drag(drag, held);
  expect(on.lines()).toEqual([line]);
});

test('a press takes a clip with its group, with Shift more, and on empty ground none', () => {
  const on = song();
  on.drag('100:0 → 100:0');
  expect(on.chosenClips.ids).toEqual([7, 9]);
  on.drag('4000:0 → 4000:0', 'shift');
  expect(on.chosenClips.ids).toEqual([7, 9, 8]);
  on.drag('4000:0 → 4000:0', 'shift');
  expect(on.chosenClips.ids).toEqual([7, 9]);
  on.drag('3000:2 → 3000:2');
  expect([on.chosenClips.ids, on.caret.tick]).toEqual([[], 3000]);
});

test('a box chooses what it touches, with Alt a range comes of it, and Escape brings back what was', () => {
  const on = song();
  on.drag('3000:2 → 2000:0');
  expect([on.chosenClips.ids, on.range.span]).toEqual([[9], null]);
  on.drag('3100:2 → 4300:0', 'alt');
  expect([on.chosenClips.ids, on.range.span]).toEqual([[8], [3120, 4320]]);
  on.send('pointerdown', 3000, 2, { alt: true });
  on.send('pointermove', 100, 0, { alt: true });
  expect(on.chosenClips.ids).not.toEqual([8]);
  page.dispatchEvent(Object.assign(new Event('keydown'), { key: 'Escape' }));
  expect([on.chosenClips.ids, on.range.span]).toEqual([[8], [3120, 4320]]);
});

test('nothing can be drawn where there is no track, and it is said', () => {
  const on = song('draw');
  on.drag('1000:3 → 3000:3');
  expect([on.lines(), on.refused]).toEqual([[], ['There is no track here; track-new makes one.']]);
});

test('no clip is dragged before the start, out of the rows, or to nothing', () => {
  const on = song();
  on.drag('4800:0 → 100:0');
  on.drag('4800:0 → 4800:5');
  on.drag('5740:0 → 3000:0');
  expect(on.lines()).toEqual(['clip-move by=-3840tk', 'clip-trim edge=end by=-1919tk']);
});
