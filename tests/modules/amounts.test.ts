import { expect, test } from 'vitest';
import { amountFromWords, amountInWords } from '../../resources/js/commands/stepping';
import type { GridStretch } from '../../resources/js/api';
import { isAmount, lengthAt, lengthSaid, moved, type Measure } from '../../resources/js/music/amounts';
import { Clock, GridLines } from '../../resources/js/music/time';

/** 4/4 at 480 ticks a quarter and 125 BPM, a swung grid of sixteenths; a 7/8 bar from bar 3 on. */
const bar = (tick: number, at: number, ticks: number, beats: number[]): GridStretch => ({
  tick,
  bar: at,
  barTicks: [ticks, 1],
  everyBars: 1,
  lines: Array.from({ length: ticks / 120 }, (_, k) => k * 120 + (k % 2 ? 40 : 0)),
  beats,
  numerator: beats.length,
  denominator: ticks / beats.length === 240 ? 8 : 4,
});
const here: Measure = {
  ppq: 480,
  clock: new Clock([{ tick: 0, seconds: 0, secondsPerTick: 0.001 }]),
  lines: new GridLines({
    grid: '1/16',
    swing: 100,
    stretches: [bar(0, 0, 1920, [0, 480, 960, 1440]), bar(3840, 2, 1680, [0, 240, 480, 720, 960, 1200, 1440])],
  }),
  rates: { ms: 1000, s: 1, smp: 44100, fr: 25 },
};

for (const [by, from, to] of [
  ['grid', 0, 160],
  ['-grid', 160, 0],
  ['2grid', 5, 240],
  ['1/8', 7, 247],
  ['1/8t', 0, 160],
  ['-1/8d', 1000, 640],
  ['beat', 10, 480],
  ['-2beat', 3840 + 250, 3840],
  ['1bar', 100, 2020],
  ['1bar', 1920 + 1900, 3840 + 1679],
  ['-5bar', 2020, 100],
  ['12tk', 3, 15],
  ['-12tk', 3, 0],
  ['10ms', 100, 110],
  ['1.5s', 0, 1500],
  ['441smp', 0, 10],
  ['-2fr', 100, 20],
] as const) {
  test(`${by} from tick ${from} is tick ${to}`, () => expect(moved(here, from, by)).toBe(to));
}

for (const [amount, at, ticks] of [
  ['grid', 160, 120],
  ['1/4', 0, 480],
  ['30tk', 0, 30],
  ['1beat', 3900, 240],
  ['2bar', 100, 3840],
  ['10ms', 0, 10],
  ['0tk', 0, 1],
] as const) {
  test(`a new note of ${amount} at tick ${at} is ${ticks} ticks long`, () =>
    expect(lengthAt(here, at, amount)).toBe(ticks));
}

for (const [ticks, said] of [
  [480, '1/4'],
  [160, '1/8t'],
  [360, '1/8d'],
  [1920, '1/1'],
  [2400, '5/4'],
  [600, '5/16'],
  [15, '1/128'],
  [7, '7 ticks'],
] as const) {
  test(`${ticks} ticks are said as ${said}`, () => expect(lengthSaid(ticks, here.ppq)).toBe(said));
}

test('what is no amount is told from one', () => {
  for (const amount of ['grid', '1/16', '1/8t', '240tk', '2bar', 'beat', '10ms', '1.5s', '64smp', '1fr']) {
    expect(isAmount(amount), amount).toBe(true);
  }
  for (const other of ['', 'tk', '1/', 'ms', '1/16x', 'later', '1e3ms', '-10ms'])
    expect(isAmount(other), other).toBe(false);
  expect(moved(here, 0, 'later')).toBeNull();
});

test('ticks are read as a word, and written as lines have them', () => {
  for (const [line, read] of [
    ['0tk', '0 ticks'],
    ['-12tk', '-12 ticks'],
    ['1tk', '1 tick'],
    ['5ms', '5ms'],
    ['1/16', '1/16'],
    ['', ''],
  ]) {
    expect(amountInWords(line)).toBe(read);
    expect(amountFromWords(read)).toBe(line);
  }
  expect(amountFromWords(' 30 ticks')).toBe('30tk');
  expect(amountFromWords('30 tick'), 'it is still being written').toBe('30 tick');
});
