import { beforeEach, expect, test, vi } from 'vitest';
import { Popover } from '../../resources/js/desk/popover.svelte';
import { setting } from '../../resources/js/settings/settings.svelte';
import { Sounds } from '../../resources/js/song/sounding.svelte';
import { workbench, type TestNote } from './studio';

const phrase: TestNote[] = [
  [0, 240, 60, 80],
  [480, 240, 64, 100],
  [960, 480, 67, 60],
];

/** An edit on its way: what is pressed now waits for it, until it is answered. */
function underWay(on: ReturnType<typeof workbench>): () => Promise<void> {
  let answer: () => void = () => undefined;
  on.sender.add({ run: () => new Promise<void>((done) => (answer = done)) });
  return async () => {
    answer();
    await on.sender.idle();
  };
}

beforeEach(() => {
  setting.writeAs({ length: 'grid', velocity: 96 });
});

test('the caret moves at once, and behind an edit that is on its way', async () => {
  const on = workbench(phrase);
  on.caret.move({ tick: 480 });
  expect(on.caret.at).toEqual({ tick: 480, pitch: 60 });
  const answered = underWay(on);
  on.caret.move({ pitch: 72 });
  expect(on.caret.pitch).toBe(60);
  await answered();
  expect(on.caret.at).toEqual({ tick: 480, pitch: 72 });
});

test('a range set behind an edit is the one that what is pressed then works with', async () => {
  const on = workbench(phrase);
  const answered = underWay(on);
  on.range.inOrder(() => on.range.set([0, 960]), { what: 'view', line: 'range' });
  const stood = on.standpoint.now;
  expect([on.range.span, stood.rangeOfThen, stood.context.range]).toEqual([null, true, null]);
  await answered();
  expect([on.standpoint.of(stood).range, on.status.message.text]).toEqual([[0, 960], 'Range from 1.1.0 to 1.3.0']);
  expect(on.standpoint.now.rangeOfThen).toBeUndefined();
});

test('what was pressed before still works on what was selected then', async () => {
  const on = workbench(phrase);
  on.selecting.select([1]);
  const { epoch } = on.selecting;
  const answered = underWay(on);
  on.selecting.select([2, 3]);
  expect([on.selecting.of(epoch), on.contents.selection()]).toEqual([[1], [2, 3]]);
  await answered();
  expect(on.selecting.ofPast(epoch)).toBeNull();
});

test('what is selected in order is found by what is selected by then, unless another hand selects', async () => {
  const on = workbench(phrase);
  on.selecting.select([1]);
  on.selecting.inOrder((selection) => [...selection, 3], { what: 'view', line: 'select' });
  await on.sender.idle();
  expect(on.contents.selection()).toEqual([1, 3]);
  const answered = underWay(on);
  on.selecting.inOrder(() => [1], { what: 'view', line: 'select' });
  on.selecting.select([2]);
  await answered();
  expect(on.contents.selection()).toEqual([2]);
});

test('selections come back, the last of them first', () => {
  const on = workbench(phrase);
  for (const ids of [[1], [2], [3]]) on.selecting.select(ids);
  expect(on.selecting.back()).toBe(true);
  expect(on.contents.selection()).toEqual([2]);
  on.selecting.back();
  expect([on.contents.selection(), on.selecting.back()]).toEqual([[1], false]);
});

test('a grid holds at once, its lines when they have come, and one there is not is taken back', async () => {
  const on = workbench(phrase);
  on.grid.set('1/8');
  expect([on.grid.name, on.grid.lines.around(100).after]).toEqual(['1/8', 120]);
  await on.sender.idle();
  expect([on.grid.lines.around(100).after, on.status.message.text]).toEqual([240, 'Grid 1/8']);
});

test('keys reach the lane of what is selected, and lines that name none are done to it', () => {
  const on = workbench(phrase, [[0, 40]]);
  on.selecting.select([101]);
  expect([on.lanes.current, on.lanes.named(['velocity add=5', 'nudge by=grid'], false)]).toEqual([
    'cc11',
    ['velocity add=5 lane=cc11', 'nudge by=grid'],
  ]);
  on.selecting.select([1]);
  expect([on.lanes.current, on.lanes.named(['velocity add=5'], false)]).toEqual(['velocity', ['velocity add=5']]);
});

test('new notes are as set, whatever is selected, and take what one has of the selected note', () => {
  const on = workbench(phrase);
  expect(on.newNotes.take('velocity')).toBe(false);
  on.selecting.select([3]);
  expect(on.newNotes.like).toEqual({ length: 'grid', velocity: 96 });
  on.newNotes.take('velocity');
  expect(on.newNotes.like).toEqual({ length: 'grid', velocity: 60 });
  on.newNotes.take('both');
  expect(on.newNotes.like).toEqual({ length: '480tk', velocity: 60 });
});

test('one thing at a time is open over the roll', () => {
  const popover = new Popover();
  popover.open({ note: 3 });
  popover.open({ conductor: 0 });
  expect([popover.note, popover.row, popover.conductor]).toEqual([null, null, 0]);
  popover.close();
  expect(popover.conductor).toBeNull();
});

test('a preview is seen in place of the notes, and what is selected in a step of the history is the step’s', async () => {
  const on = workbench(phrase);
  const louder = on.contents.notes.after([{ removed: [], added: null, changed: [{ id: [1], velocity: [127] }] }]);
  const { song, notes, points } = on.contents;
  const before = { song, notes, points, sounds: Sounds.none };
  const counts = { changed: 1, added: 0, removed: 0 };
  on.preview.lookAt(4);
  on.preview.ask(async () => ({
    before,
    after: { ...before, notes: louder },
    message: 'louder',
    counts,
  }));
  await vi.waitFor(() => expect(on.seen.notes.columns.velocity[0]).toBe(127));
  on.selecting.select([2]);
  expect(on.seen.notes.selection()).toEqual([2]);
  on.preview.flipped = true;
  expect(on.seen.notes.columns.velocity[0]).toBe(80);
  expect([on.preview.goFromStep(), on.preview.step]).toEqual([[2], undefined]);
});

test('a refused edit is said, and what waits behind it is done', async () => {
  const on = workbench(phrase);
  const { Refused } = await import('../../resources/js/api');
  const done: string[] = [];
  on.sender.add({
    run: () => Promise.reject(new Refused('Nothing moved.', 422)),
    over: (isDone) => done.push(`${isDone}`),
  });
  on.caret.move({ tick: 960 });
  await on.sender.idle();
  expect([on.status.message, on.caret.tick, done]).toEqual([
    { text: 'Nothing moved.', kind: 'refused' },
    960,
    ['false'],
  ]);
});

test('where another window was first, its song is taken and the edit is run again on it', async () => {
  const on = workbench(phrase);
  const { Refused } = await import('../../resources/js/api');
  const theirs = workbench([[120, 240, 60]]);
  const asked: number[] = [];
  on.sender.add({
    run: async () => {
      asked.push(on.contents.notes.count);
      if (asked.length > 1) return;
      const song = {
        song: { ...theirs.contents.song, revision: 2 },
        open: { clips: [7], front: 7, revisions: { 7: 2 }, notes: theirs.contents.notes.columns, points: null },
        history: theirs.contents.history,
        grid: null,
        selections: {},
      };
      throw new Refused('Another window changed it.', 409, { song });
    },
  });
  await on.sender.idle();
  expect([asked, on.contents.standing.revisions]).toEqual([[3, 1], { 7: 2 }]);
});

const AMOUNTS: [set: string, grid: string, larger: string, longer: string, shorter: string][] = [
  ['grid', '1/16', '1/8', '1/8', '1/16t'],
  ['grid', '1/2', '1bar', '1bar', '1/4'],
  ['1/16', '1/16', '1/8', '1/8', '1/16t'],
  ['12ms', '1/16', '20ms', '1/128', '10ms'],
  ['5ms', '1/16', '10ms', '10ms', '100smp'],
  ['1.5s', '1/16', '2s', '1bar', '1/2'],
  ['4bar', '1/16', '8bar', '4bar', '2bar'],
];

test.each(AMOUNTS)(
  'the amount of the keys %s on the grid %s has %s for the larger one, and %s and %s beside it',
  async (set, grid, larger, longer, shorter) => {
    const on = workbench(phrase);
    on.grid.set(grid);
    await on.sender.idle();
    const stepped = (to: 'larger' | 'smaller') => {
      on.nudge.by(set);
      on.nudge.step(to);
      return on.nudge.amounts[0];
    };
    on.nudge.by(set);
    expect([on.nudge.amounts, stepped('larger'), stepped('smaller')]).toEqual([[set, larger], longer, shorter]);
  },
);

test('the grid is taken for the amount of the keys as it is, and followed again', async () => {
  const on = workbench(phrase);
  on.grid.set('1/8');
  await on.sender.idle();
  on.nudge.by('grid');
  on.nudge.takeGrid();
  on.grid.set('1/4');
  await on.sender.idle();
  expect(on.nudge.amounts[0]).toBe('1/8');
  on.nudge.takeGrid();
  expect([on.nudge.amounts[0], on.nudge.said]).toEqual(['grid', 'a step of the grid, 1/4; the larger amount is 1/2']);
});
