import { beforeAll, expect, test } from 'vitest';
import { BLOCK, Engine } from '../../resources/js/synth/engine';
import { lightPack, LIGHT_VOICES } from '../../resources/js/synth/light-bank';
import type { Pack } from '../../resources/js/synth/pack';

const RATE = 48_000;
const packs = new Map<string, Pack>();
beforeAll(() => LIGHT_VOICES.forEach((voice) => packs.set(voice, lightPack(voice))));

/** An engine with a light voice on its part 1, and what it sounds. */
async function engine(voice = 'organ', made: 'live' | 'apart' = 'apart') {
  const one = new Engine(RATE, made);
  await one.ready;
  one.tell({ do: 'pack', pack: packs.get(voice)! });
  one.tell({ do: 'instrument', group: 'hand', part: 1, at: 0, pack: `light:${voice}`, instead: '' });
  let note = 0;
  return {
    one,
    play: (pitch: number, at: number, until: number, velocity = 100) => {
      one.tell({ do: 'play', group: 'song', note: ++note, part: 1, pitch, velocity, at, until });
      return note;
    },
    /** The samples of the next seconds. */
    next(seconds: number): Float32Array {
      const blocks = Math.ceil((seconds * RATE) / BLOCK);
      const samples = new Float32Array(blocks * BLOCK);
      for (let k = 0; k < blocks; k++) {
        one.render(samples.subarray(k * BLOCK, (k + 1) * BLOCK), new Float32Array(BLOCK));
      }
      return samples;
    },
  };
}

const level = (samples: Float32Array) =>
  Math.sqrt(samples.reduce((sum, value) => sum + value * value, 0) / samples.length);
const decibels = (value: number) => 20 * Math.log10(value);

test('of two notes on one pitch each is let go by its own number', async () => {
  const { play, next, one } = await engine();
  play(60, 0.1, 0.5);
  const long = play(60, 0.2, 2);
  next(0.8);
  expect(level(next(0.2))).toBeGreaterThan(0.01);
  one.tell({ do: 'until', note: long, at: one.time });
  next(0.2);
  expect(level(next(0.2))).toBeLessThan(0.0005);
});

test('an instrument that comes in while it plays leaves loudness, bend and pedal as they were told', async () => {
  const say = ({ one }: Awaited<ReturnType<typeof engine>>) => {
    one.tell({ do: 'tell', group: 'song', part: 1, at: 0, kind: 0xb, number: 11, value: 40 });
    one.tell({ do: 'tell', group: 'song', part: 1, at: 0, kind: 0xe, number: 0, value: 8191 });
    one.tell({ do: 'tell', group: 'song', part: 1, at: 0, kind: 0xb, number: 64, value: 127 });
  };
  const [alone, joined] = [await engine(), await engine()];
  for (const each of [alone, joined]) {
    say(each);
    each.play(60, 0, 0.2);
    each.next(0.4);
  }
  joined.one.tell({ do: 'pack', pack: packs.get('mallet')! });
  for (const each of [alone, joined]) each.play(64, 0.5, 2);
  const [expected, heard] = [alone.next(1), joined.next(1)];
  expect(level(expected)).toBeGreaterThan(0.001);
  expect(heard.findIndex((value, k) => Math.abs(value - expected[k]) > 1e-4)).toBe(-1);
});

test('a key that is let go before it was heard does not hang', async () => {
  const { one, play, next } = await engine();
  const note = play(60, 0, Infinity);
  one.tell({ do: 'until', note, at: 0.05 });
  expect(level(next(0.1))).toBeGreaterThan(0.005);
  next(0.3);
  expect(level(next(0.2))).toBeLessThan(0.0005);
  const never = play(64, 0.7, Infinity);
  one.tell({ do: 'until', note: never, at: 0.65 });
  next(0.3);
  expect(one.report().begun).toBe(1);
});

test('what is forgotten does not begin, and what sounds goes on', async () => {
  const { play, next, one } = await engine();
  play(60, 0.1, 3);
  play(72, 1, 3);
  next(0.5);
  const alone = level(next(0.2));
  one.tell({ do: 'forget', group: 'song', from: 0.8 });
  next(0.5);
  expect(level(next(0.2)) / alone).toBeCloseTo(1, 1);
  expect(one.report().begun).toBe(1);
});

test('more notes than can sound end the oldest and are counted; a few steal nothing', async () => {
  const { play, next, one } = await engine('organ', 'live');
  for (let k = 0; k < 160; k++) play(30 + (k % 60), 0.01 * k, 10);
  next(2.2);
  expect(one.report().stolen).toBe(0);
  for (let k = 0; k < 100; k++) play(30 + (k % 60), 2.3 + 0.01 * k, 10);
  next(1.5);
  expect(one.report().stolen).toBeGreaterThan(0);
  expect(one.report().voices).toBeLessThanOrEqual(200);
});

test('however much sounds, no sample is louder than can be written', async () => {
  const { play, next, one } = await engine('lead');
  for (let k = 0; k < 60; k++) play(36 + k, 0.1, 1, 127);
  const samples = next(1);
  expect(samples.reduce((most, value) => Math.max(most, Math.abs(value)), 0)).toBeLessThanOrEqual(0.981);
  expect(one.report().peak).toBeGreaterThan(1);
});

test('where nothing rings nothing is computed', async () => {
  const { play, next, one } = await engine();
  next(0.01);
  expect(one.isBusy).toBe(false);
  play(60, 0.1, 0.3);
  next(0.2);
  expect(one.isBusy).toBe(true);
  next(7);
  expect(one.isBusy).toBe(false);
  expect(next(1).every((value) => value === 0)).toBe(true);
});

test('an instrument that comes later takes over with the next note; until then the one that stands in sounds', async () => {
  const { one, play, next } = await engine('organ');
  one.tell({ do: 'instrument', group: 'hand', part: 1, at: 0, pack: 'light:percussion', instead: 'light:organ' });
  play(60, 0.1, 0.9);
  next(0.7);
  expect(level(next(0.2))).toBeGreaterThan(0.01);
  one.tell({ do: 'pack', pack: packs.get('percussion')! });
  play(60, 1.2, 2.9);
  next(1.2);
  // A skin has died away by then, an organ would not.
  expect(level(next(0.2))).toBeLessThan(0.002);
});

test('an instrument that is dropped sounds on where it does, and the one that stands in plays the next note', async () => {
  const { one, play, next } = await engine('organ');
  one.tell({ do: 'pack', pack: lightPack('percussion') });
  one.tell({ do: 'instrument', group: 'hand', part: 1, at: 0, pack: 'light:organ', instead: 'light:percussion' });
  play(60, 0.1, 1);
  next(0.5);
  one.tell({ do: 'drop', pack: 'light:organ' });
  next(0.2);
  expect(level(next(0.1))).toBeGreaterThan(0.01);
  play(60, 1.2, 2.9);
  next(1.6);
  expect(level(next(0.2))).toBeLessThan(0.002);
});

test('a song that is left leaves nothing behind: however many were opened, the next is made of as much', async () => {
  const { one, next } = await engine('organ');
  for (let song = 0; song < 40; song++) {
    for (let track = 0; track < 16; track++) {
      const part = 100 * song + track;
      one.tell({ do: 'instrument', group: 'hand', part, at: 0, pack: 'light:organ', instead: '' });
      one.tell({ do: 'play', group: 'song', note: 1000 + part, part, pitch: 60, velocity: 90, at: 0, until: 9 });
    }
    next(0.01);
    one.tell({ do: 'hush' });
    expect(one.report().peaks.length).toBeLessThanOrEqual(16);
  }
  expect(level(next(0.1))).toBeLessThan(0.05);
  expect(one.channels).toBeLessThanOrEqual(128);
});

test('the light voices are about as loud as each other', async () => {
  const levels = await Promise.all(
    LIGHT_VOICES.filter((voice) => voice !== 'drums').map(async (voice) => {
      const { play, next } = await engine(voice);
      play(60, 0, 1);
      return decibels(level(next(0.5)));
    }),
  );
  expect(Math.max(...levels) - Math.min(...levels)).toBeLessThan(12);
});

test('the light drums are heard apart: by how high they are and how long they ring', async () => {
  const struck = async (pitch: number) => {
    const { play, next } = await engine('drums');
    play(pitch, 0, 1);
    const samples = next(1);
    const crossings = samples
      .subarray(0, RATE / 10)
      .reduce((sum, value, i, all) => sum + Number(value > 0 && all[i - 1] <= 0), 0);
    const rings = samples.findLastIndex((value) => Math.abs(value) > 0.01) / RATE;
    return { high: crossings, rings, loud: decibels(level(samples.subarray(0, RATE / 20))) };
  };
  const [kick, rim, snare, closed, open, crash] = await Promise.all([36, 37, 38, 42, 46, 49].map(struck));
  expect(kick.high).toBeLessThan(snare.high);
  expect(snare.high).toBeLessThan(closed.high);
  expect(closed.rings).toBeLessThan(open.rings);
  expect(rim.rings).toBeLessThan(snare.rings);
  expect(open.rings).toBeLessThan(crash.rings + 0.3);
  expect(kick.loud - closed.loud).toBeLessThan(16);
});
