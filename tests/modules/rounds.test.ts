import { expect, test } from 'vitest';
import { Rounds } from '../../resources/js/devices/rounds';
import { Clock } from '../../resources/js/music/time';

/** 480 ticks a quarter, at 120 BPM: a quarter is 500 ms. */
const clock = { seconds: (tick: number) => tick / 960, tick: (seconds: number) => seconds * 960 } satisfies Pick<
  Clock,
  'seconds' | 'tick'
>;

test.each([
  ['before the origin it is the origin', -50, 1, 480],
  ['in the first round from the origin', 250, 1, 720],
  ['at the seam the next one begins', 1500, 2, 0],
  ['in the second round from the start of the loop', 1750, 2, 240],
  ['and in the third', 1500 + 2000 + 100, 3, 96],
])('a recording from the second quarter of a loop of a bar: %s', (_, ms, round, tick) => {
  const rounds = new Rounds(() => clock, 480, [0, 1920]);
  expect([rounds.at(ms), rounds.tickOf(ms)]).toEqual([round, tick]);
});

test('what is held over the seam ends with its round, and without a loop there is one round alone', () => {
  expect(new Rounds(() => clock, 480, [0, 1920]).tickOf(1900, 1)).toBe(1920);
  const straight = new Rounds(() => clock, 480, null);
  expect([straight.at(60_000), straight.tickOf(60_000)]).toEqual([1, 480 + 57_600]);
});
