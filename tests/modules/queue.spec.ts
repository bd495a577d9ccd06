import { expect, test } from '@playwright/test';
import { Unreachable } from '../../resources/js/api';
import { OrderedQueue } from '../../resources/js/song/queue';

type State = { waiting: number; stopped: string | null };

function queue(): { queue: OrderedQueue; states: State[] } {
  const states: State[] = [];
  return { queue: new OrderedQueue((state) => states.push(state)), states };
}

test('jobs run one after the other, in the order they came', async () => {
  const { queue: line, states } = queue();
  const done: number[] = [];
  let open: () => void = () => undefined;
  line.add(() => new Promise((finish) => (open = () => finish(void done.push(1)))));
  line.add(async () => void done.push(2));
  line.add(async () => void done.push(3));
  await Promise.resolve();
  expect([done, line.waiting]).toEqual([[], 3]);
  open();
  await expect.poll(() => done).toEqual([1, 2, 3]);
  expect(states.at(-1)).toEqual({ waiting: 0, stopped: null });
});

test('a job that could not reach the server stays at the head and is run again', async () => {
  const { queue: line, states } = queue();
  const done: string[] = [];
  let reachable = false;
  line.add(async () => {
    if (!reachable) throw new Unreachable();
    done.push('first');
  });
  line.add(async () => void done.push('second'));
  await expect.poll(() => states.at(-1)?.stopped).toContain('does not answer');
  expect([line.waiting, done]).toEqual([2, []]);
  reachable = true;
  await line.run();
  expect([line.waiting, done]).toEqual([0, ['first', 'second']]);
});

test('what has not begun can be dropped, what is under way goes on', async () => {
  const { queue: line } = queue();
  const done: number[] = [];
  let open: () => void = () => undefined;
  line.add(() => new Promise((finish) => (open = () => finish(void done.push(1)))));
  line.add(async () => void done.push(2));
  line.clear();
  open();
  await expect.poll(() => line.waiting).toBe(0);
  expect(done).toEqual([1]);
});
