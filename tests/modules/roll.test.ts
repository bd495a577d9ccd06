import { expect, test } from 'vitest';
import type { GridTable, NoteColumns, NotesChange } from '../../resources/js/api';
import { stepPlace } from '../../resources/js/commands/neighbours';
import { misfits } from '../../resources/js/music/chords';
import { NoteTable } from '../../resources/js/music/notes';
import { pitchName, readPitch } from '../../resources/js/music/pitch';
import { Clock, GridLines } from '../../resources/js/music/time';

/** Columns of notes written [id, start, length, pitch]. */
function columns(...notes: [number, number, number, number][]): NoteColumns {
  const column = (k: number) => notes.map((note) => note[k]);
  const all = (value: number) => notes.map(() => value);
  return {
    id: column(0),
    start: column(1),
    length: column(2),
    pitch: column(3),
    velocity: all(96),
    release: all(64),
    channel: all(0),
    muted: all(0),
    group: all(0),
    playedStart: all(0),
    playedEnd: all(0),
    looseStart: all(0),
    looseVelocity: all(0),
    technique: all(0),
    clip: all(7),
  };
}

function table(...notes: [number, number, number, number][]): NoteTable {
  return NoteTable.of(columns(...notes));
}

function change(parts: Partial<NotesChange>): NotesChange[] {
  return [{ removed: [], added: null, changed: [], ...parts }];
}

test('a change is patched in, the notes stay in order, and the selection stays with its notes', () => {
  const before = table([1, 0, 100, 60], [2, 240, 100, 64], [3, 480, 100, 67]).selecting([1, 3]);
  const notes = before.after(
    change({
      changed: [
        { id: [1], start: [360], playedStart: [-360] },
        { id: [2], velocity: [20] },
      ],
    }),
  );
  expect(Array.from(notes.columns.id)).toEqual([2, 1, 3]);
  expect(Array.from(notes.columns.velocity)).toEqual([20, 96, 96]);
  expect(notes.selection()).toEqual([1, 3]);
  expect(notes.columns.playedStart[notes.placeOf(1)]).toBe(-360);
  expect(Array.from(before.columns.id)).toEqual([1, 2, 3]);
});

test('a change gives a new table that shares the columns that stayed', () => {
  const before = table([1, 0, 100, 60], [2, 240, 100, 64]);
  const after = before.after(change({ changed: [{ id: [2], velocity: [20] }] }));
  expect([before.columns.velocity[1], after.columns.velocity[1]]).toEqual([96, 20]);
  expect(after.columns.start).toBe(before.columns.start);
});

test('columns that say nothing are not sent, and hold what is usual', () => {
  const notes = NoteTable.of({ id: [4, 5], start: [0, 480], pitch: [62, 65] });
  expect([...notes.columns.velocity, ...notes.columns.muted, ...notes.columns.length]).toEqual([96, 96, 0, 0, 1, 1]);
});

test('notes are taken out and put in at once', () => {
  const notes = table([1, 0, 100, 60], [2, 240, 100, 64])
    .selecting([1, 2])
    .after(change({ removed: [1], added: columns([5, 120, 900, 62]) }));
  expect(Array.from(notes.columns.id)).toEqual([5, 2]);
  expect(notes.selection()).toEqual([2]);
  expect(notes.placeOf(1)).toBe(-1);
  expect(notes.longest).toBe(900);
});

test('notes of one start stand in order of pitch after a transposition', () => {
  const notes = table([1, 0, 100, 60], [2, 0, 100, 64]).after(change({ changed: [{ id: [1], pitch: [70] }] }));
  expect(Array.from(notes.columns.id)).toEqual([2, 1]);
});

test('what is visible begins with notes that started before and still sound', () => {
  const notes = table([1, 0, 1000, 60], [2, 240, 10, 64], [3, 2000, 10, 64]);
  expect(notes.firstPlaceFrom(900)).toBe(0);
  expect(notes.firstPlaceFrom(1500)).toBe(2);
});

const phrase: [number, number, number, number][] = [
  [1, 0, 100, 60],
  [2, 0, 100, 64],
  [3, 480, 100, 67],
  [4, 960, 100, 62],
];
const steps: [selected: number[], to: string, id: number][] = [
  [[], 'next', 3],
  [[1], 'next', 2],
  [[2, 3], 'next', 4],
  [[4], 'next', -1],
  [[3], 'previous', 2],
  [[1], 'previous', -1],
  [[1], 'higher', 2],
  [[2], 'higher', 3],
  [[3], 'lower', 2],
  [[1], 'lower', -1],
];
for (const [selected, to, id] of steps) {
  test(`from ${selected.join(' and ') || 'nothing at tick 300'} the ${to} note is ${id < 0 ? 'none' : id}`, () => {
    const notes = table(...phrase).selecting(selected);
    const place = stepPlace(notes, to, 300);
    expect(place < 0 ? -1 : notes.columns.id[place]).toBe(id);
  });
}

/** 4/4, then a bar of 7/8, then 3/4, at 480 ticks a quarter, with lines of quarters. */
const meters: GridTable = {
  grid: '1/4',
  swing: 0,
  stretches: [
    {
      tick: 0,
      bar: 0,
      barTicks: [7680, 4],
      everyBars: 1,
      lines: [0, 480, 960, 1440],
      beats: [0, 480, 960, 1440],
      numerator: 4,
      denominator: 4,
    },
    {
      tick: 1920,
      bar: 1,
      barTicks: [13440, 8],
      everyBars: 1,
      lines: [0, 480, 960, 1440],
      beats: [0, 240, 480, 720, 960, 1200, 1440],
      numerator: 7,
      denominator: 8,
    },
    {
      tick: 3600,
      bar: 2,
      barTicks: [5760, 4],
      everyBars: 1,
      lines: [0, 480, 960],
      beats: [0, 480, 960],
      numerator: 3,
      denominator: 4,
    },
  ],
};

test('lines and bars are looked up in the table of the server', () => {
  const lines = new GridLines(meters);
  expect([...lines.grid(1400, 4100)]).toEqual([1440, 1920, 2400, 2880, 3360, 3600, 4080]);
  expect([...lines.bars(2000, 6000)].map(({ tick, bar }) => [tick, bar])).toEqual([
    [1920, 1],
    [3600, 2],
    [5040, 3],
  ]);
  expect([0, 1919, 3480, 3481, 3599].map((tick) => lines.nearest(tick))).toEqual([0, 1920, 3600, 3600, 3600]);
  expect(lines.around(3400)).toEqual({ before: 3360, after: 3600 });
  expect([0, 2165, 3600, 5040].map((tick) => lines.position(tick))).toEqual(['1.1.0', '2.2.5', '3.1.0', '4.1.0']);
});

test('a beat that is no whole number of ticks begins where the core says', () => {
  // 7/128 at 120 ticks a quarter: beats of 3.75 ticks.
  const [stretch] = meters.stretches;
  const beats = [0, 4, 8, 11, 15, 19, 23];
  const lines = new GridLines({
    ...meters,
    stretches: [{ ...stretch, barTicks: [3360, 128], lines: beats, beats, numerator: 7, denominator: 128 }],
  });
  expect([10, 11, 14, 26].map((tick) => lines.position(tick))).toEqual(['1.3.2', '1.4.0', '1.4.3', '2.1.0']);
  expect([lines.beatAfter(8), lines.beatBefore(11)]).toEqual([11, 8]);
});

test('a grid of two bars has a line every second bar', () => {
  const lines = new GridLines({
    ...meters,
    stretches: meters.stretches.map((stretch) => ({ ...stretch, everyBars: 2, lines: [0] })),
  });
  expect([...lines.grid(0, 7000)]).toEqual([0, 3600, 6480]);
  expect(lines.around(2000)).toEqual({ before: 0, after: 3600 });
});

test('ticks and seconds agree over a change of tempo', () => {
  const clock = new Clock([
    { tick: 0, seconds: 0, secondsPerTick: 0.001 },
    { tick: 480, seconds: 0.48, secondsPerTick: 0.002 },
  ]);
  expect([0, 480, 980].map((tick) => clock.seconds(tick))).toEqual([0, 0.48, 1.48]);
  for (const tick of [0, 100, 480, 481, 5000]) {
    expect(clock.tick(clock.seconds(tick))).toBeCloseTo(tick, 6);
  }
  expect(clock.milliseconds(470, 20)).toBeCloseTo(30, 6);
});

const pitches: [text: string, pitch: number | null][] = [
  ['C4', 60],
  ['c#-1', 1],
  ['Bb2', 46],
  ['60', 60],
  ['G9', 127],
  ['A9', null],
  ['128', null],
  ['H2', null],
  ['', null],
];
for (const [text, pitch] of pitches) {
  test(`“${text}” is ${pitch === null ? 'no pitch' : pitchName(pitch)}`, () => {
    expect(readPitch(text)).toBe(pitch);
  });
}

test('a chord name fits while its notes sound for at least half of what begins beneath it', () => {
  const chords = [
    { tick: 0, classes: [0, 4, 7] },
    { tick: 960, classes: [0, 4, 7] },
  ];
  const notes = table([1, 0, 480, 60], [2, 0, 480, 61], [3, 960, 480, 61], [4, 960, 240, 64], [5, 1200, 960, 66]);
  const all = () => true;
  expect([...misfits(chords, [[notes, all]])]).toEqual([960]);
  expect([...misfits(chords, [[notes, (place) => place === 0 || place === 3]])]).toEqual([]);
});
