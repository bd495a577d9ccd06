import { expect, test } from 'vitest';
import { Unanswered } from '../../resources/js/api';
import { OrderedQueue, type Queued, type QueueState } from '../../resources/js/song/queue';

function queue(): { queue: OrderedQueue<Queued>; states: QueueState[] } {
  const states: QueueState[] = [];
  return { queue: new OrderedQueue((state) => states.push(state)), states };
}

const job = (run: () => Promise<void>): Queued => ({ run });

test('jobs run one after the other, in the order they came', async () => {
  const { queue: line, states } = queue();
  const done: number[] = [];
  let open: () => void = () => undefined;
  line.add(job(() => new Promise((finish) => (open = () => finish(void done.push(1))))));
  line.add(job(async () => void done.push(2)));
  line.add(job(async () => void done.push(3)));
  await Promise.resolve();
  expect([done, line.jobs.length]).toEqual([[], 3]);
  open();
  await expect.poll(() => done).toEqual([1, 2, 3]);
  expect(states.at(-1)).toEqual({ waiting: 0, stopped: null });
});

for (const [name, isFault] of [
  ['could not reach the server', false],
  ['the server failed at', true],
] as const) {
  test(`a job that ${name} stays at the head and is run again`, async () => {
    const { queue: line, states } = queue();
    const done: string[] = [];
    let answers = false;
    const first = job(async () => {
      if (!answers) throw new Unanswered('Nothing came back.', isFault);
      done.push('first');
    });
    line.add(first);
    line.add(job(async () => void done.push('second')));
    await expect.poll(() => states.at(-1)?.stopped?.isFault).toBe(isFault);
    expect([line.jobs.length, line.jobs[0], done]).toEqual([2, first, []]);
    answers = true;
    await line.run();
    expect([line.jobs.length, done]).toEqual([0, ['first', 'second']]);
  });
}

test('a job whose answer was cut off once is asked once more without a word', async () => {
  const { queue: line, states } = queue();
  let asked = 0;
  line.add(
    job(async () => {
      if (asked++ === 0) throw new Unanswered();
    }),
  );
  await line.idle();
  expect([asked, states.some(({ stopped }) => stopped)]).toEqual([2, false]);
});

test('what the server fails at can be left out, and what waits behind it is done', async () => {
  const { queue: line, states } = queue();
  const done: number[] = [];
  line.add(job(async () => Promise.reject(new Unanswered('It failed.', true))));
  line.add(job(async () => void done.push(2)));
  await expect.poll(() => states.at(-1)?.stopped).toBeTruthy();
  line.skip();
  await line.idle();
  expect(done).toEqual([2]);
});

test('what is under way is not left out', async () => {
  const { queue: line } = queue();
  const done: number[] = [];
  let open: () => void = () => undefined;
  line.add(job(() => new Promise((finish) => (open = () => finish(void done.push(1))))));
  line.skip();
  open();
  await line.idle();
  expect(done).toEqual([1]);
});
