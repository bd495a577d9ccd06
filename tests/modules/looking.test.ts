import { expect, test } from 'vitest';
import { Latest } from '../../resources/js/api/latest';
import type { HistoryStep } from '../../resources/js/api';
import { rowsOf } from '../../resources/js/looking/history-rows';

test('a newer question takes the place of the one that waits, and the last one is answered', async () => {
  const answers: number[] = [];
  const asked: number[] = [];
  const open: (() => void)[] = [];
  const latest = new Latest<number>(
    (answer) => answers.push(answer),
    () => undefined,
  );
  const ask = (n: number) => latest.ask(() => new Promise((done) => (asked.push(n), open.push(() => done(n)))));
  [1, 2, 3, 4].forEach(ask);
  expect(asked).toEqual([1]);
  open[0]();
  await expect.poll(() => asked).toEqual([1, 4]);
  open[1]();
  await expect.poll(() => answers).toEqual([1, 4]);
});

test('an answer is not told after it was dropped, nor is a failure', async () => {
  const told: unknown[] = [];
  let fail: (error: Error) => void = () => undefined;
  const latest = new Latest<number>(
    (answer) => told.push(answer),
    (error) => told.push(error.message),
  );
  latest.ask(() => new Promise((_, refuse) => (fail = refuse)));
  latest.drop();
  fail(new Error('too late'));
  latest.ask(async () => {
    throw new Error('refused');
  });
  await expect.poll(() => told).toEqual(['refused']);
});

function step(id: number, parent: number | null, walked = id): HistoryStep {
  return { id, parent, walked, words: '', title: `${id}`, lines: [], at: 0, name: null, clips: [], about: '' };
}

const histories: [what: string, steps: HistoryStep[], rows: string[]][] = [
  ['no step at all', [], ['null/0']],
  ['one branch after the other', [step(1, null), step(2, 1), step(3, 2)], ['null/0', '1/0', '2/0', '3/0']],
  [
    'an older branch under where it parts, the one walked last going on',
    [step(1, null), step(2, 1), step(3, 2), step(4, 1)],
    ['null/0', '1/0', '2/1', '3/1', '4/0'],
  ],
  [
    'the branch walked last, though it is the older one',
    [step(1, null), step(2, 1, 9), step(3, 1, 3)],
    ['null/0', '1/0', '3/1', '2/0'],
  ],
  [
    'branches of branches',
    [step(1, null), step(2, 1), step(3, 2), step(4, 2), step(5, 1)],
    ['null/0', '1/0', '2/1', '3/2', '4/1', '5/0'],
  ],
];

for (const [what, steps, rows] of histories) {
  test(`the history shows ${what}`, () => {
    expect(rowsOf(steps).map(({ id, depth }) => `${id}/${depth}`)).toEqual(rows);
  });
}

test('a history of ten thousand steps is laid out without a stack of calls', () => {
  const steps = Array.from({ length: 10_000 }, (_, k) => step(k + 1, k === 0 ? null : k));
  expect(rowsOf(steps)).toHaveLength(10_001);
});
