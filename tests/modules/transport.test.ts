import { afterEach, expect, test, vi } from 'vitest';
import { settings } from '../../resources/js/settings/settings.svelte';
import { Meters } from '../../resources/js/sound/meters.svelte';
import { rehearsal } from './listening';

afterEach(() => {
  vi.useRealTimers();
});

test('notes begin where they should', async () => {
  const { start, listen, onsets } = await rehearsal([
    [0, 100, 60],
    [480, 100, 62],
    [1000, 100, 64],
  ]);
  const began = await start();
  listen(2);
  const found = onsets().map((at) => at - began);
  expect(found).toHaveLength(3);
  [0, 0.5, 1000 / 960].forEach((at, k) => expect(Math.abs(found[k] - at)).toBeLessThan(0.002));
});

test('a long note that is played again is not cut by what was pending of the first time', async () => {
  const { player, start, listen, spans } = await rehearsal([[0, 3840, 60]]);
  await start();
  listen(2);
  player.stop();
  listen(0.5);
  const again = await start();
  listen(4.6);
  const [from, to] = spans(again - 0.01)[0];
  expect(to - from).toBeGreaterThan(3.98);
  expect(to - from).toBeLessThan(4.2);
});

test('after stop nothing begins any more, nor does a click of the count-in', async () => {
  const { player, listen, onsets, desk } = await rehearsal([...Array(32)].map((_, k) => [k * 60, 40, 60]));
  await player.start(0, 1);
  listen(0.7);
  player.stop();
  listen(0.05);
  const stopped = desk.now;
  listen(3);
  expect(onsets(stopped)).toEqual([]);
});

test('the playhead stays on its tick when the tempo is edited while it plays', async () => {
  const { player, start, listen, change } = await rehearsal([[0, 7680, 60]]);
  await start();
  listen(3);
  player.frame();
  const before = player.tick;
  change({ tempos: [{ tick: 0, seconds: 0, secondsPerTick: 1 / 480 }] });
  listen(0.1);
  player.frame();
  expect(player.tick - before).toBeGreaterThan(0);
  expect(player.tick - before).toBeLessThan(0.15 * 960);
});

test('a loop stays a loop when the tempo is edited in it', async () => {
  const { player, start, listen, range, change } = await rehearsal([[3840, 1920, 60]]);
  Object.assign(settings, { loop: true });
  range.set([1920, 3840]);
  await start(1920);
  listen(1);
  change({ tempos: [{ tick: 0, seconds: 0, secondsPerTick: 0.4 / 480 }] });
  for (let k = 0; k < 30; k++) {
    listen(0.2);
    player.frame();
    expect(player.tick).toBeGreaterThanOrEqual(1920);
    expect(player.tick).toBeLessThan(3840);
  }
});

test('a loop behind the playhead is taken up at once', async () => {
  const { player, start, listen, range, level, desk } = await rehearsal([
    [0, 1920, 60],
    [3840, 960, 60],
  ]);
  await start(3840);
  listen(1.5);
  Object.assign(settings, { loop: true });
  range.set([0, 1920]);
  player.revise();
  listen(0.3);
  player.frame();
  expect(player.tick).toBeLessThan(1920);
  expect(level(desk.now - 0.1, desk.now)).toBeGreaterThan(0.01);
});

test('what is heard once ends four quarters behind its end, whatever loops', async () => {
  const { player, start, listen } = await rehearsal([[0, 480, 60]]);
  Object.assign(settings, { loop: true });
  player.isOnce = true;
  await start();
  listen(9.8);
  expect(player.playing).toBe(true);
  listen(0.4);
  expect(player.playing).toBe(false);
});

test('notes longer than the loop end at its seam and do not pile up', async () => {
  const { start, listen, range, level, desk } = await rehearsal([[0, 7680, 60]]);
  Object.assign(settings, { loop: true });
  range.set([0, 960]);
  const began = await start();
  listen(0.9);
  const first = level(began + 0.5, began + 0.8);
  listen(4);
  const round = (desk.now - began) % 1;
  expect(level(desk.now - round - 0.5, desk.now - round - 0.2) / first).toBeCloseTo(1, 1);
});

test('a start inside a held note sounds it from there, also one that a pedal holds; no drum is struck again', async () => {
  const held = await rehearsal([[0, 3840, 60]]);
  let began = await held.start(1920);
  held.listen(3);
  expect(held.spans(began)[0][1] - began).toBeCloseTo(2.05, 1);

  vi.useRealTimers();
  const pedal = await rehearsal(
    [[0, 480, 60]],
    [
      [0, 127],
      [2880, 0],
    ],
    {},
    [0xb, 64],
  );
  began = await pedal.start(960);
  pedal.listen(3);
  expect(pedal.spans(began)[0][1] - began).toBeCloseTo(2.05, 1);

  vi.useRealTimers();
  const drums = await rehearsal([[0, 3840, 36]], [], { voice: 'drums' });
  began = await drums.start(480);
  drums.listen(1);
  expect(drums.onsets(began)).toEqual([]);
});

test('sixty notes at once all sound', async () => {
  const { start, listen, desk, player } = await rehearsal([...Array(60)].map((_, k) => [k * 60, 3840, 36 + (k % 48)]));
  await start();
  listen(3.75);
  expect(desk.report!.voices).toBe(60);
  player.stop();
});

test('muting ends what sounds, and so does deleting it; undo brings it back from there', async () => {
  const { start, listen, level, desk, contents, change } = await rehearsal([[0, 7680, 60]]);
  await start();
  listen(1);
  const { tracks } = contents.song;
  change({ tracks: tracks.map((track) => ({ ...track, muted: true })) });
  listen(0.3);
  expect(level(desk.now - 0.1, desk.now)).toBeLessThan(0.001);
  change({ tracks });
  listen(0.3);
  expect(level(desk.now - 0.1, desk.now)).toBeGreaterThan(0.01);
});

test('volume reaches a note that sounds', async () => {
  const { start, listen, level, desk, contents, change } = await rehearsal([[0, 7680, 60]]);
  await start();
  listen(1);
  const loud = level(desk.now - 0.3, desk.now);
  change({ tracks: contents.song.tracks.map((track) => ({ ...track, volume: 40 })) });
  listen(0.4);
  expect(level(desk.now - 0.2, desk.now) / loud).toBeCloseTo(0.5 ** 1.5, 1);
});

test('a page that stands still for half a second loses no note and delays none', async () => {
  const { start, listen, onsets } = await rehearsal([...Array(8)].map((_, k) => [k * 240, 40, 60]));
  const began = await start();
  listen(0.3);
  listen(0.5, 'stands');
  listen(2);
  const found = onsets(began - 0.01).map((at) => at - began);
  expect(found).toHaveLength(8);
  found.forEach((at, k) => expect(Math.abs(at - k * 0.25)).toBeLessThan(0.003));
});

test('of two keyboards on one pitch each lets go of its own key; a pedal goes with its keyboard', async () => {
  const { player, listen, level, desk } = await rehearsal([]);
  await player.press('left', 60, 100);
  await player.press('right', 60, 100);
  listen(0.3);
  player.letGo('left', 60);
  listen(0.3);
  expect(level(desk.now - 0.1, desk.now)).toBeGreaterThan(0.005);
  await player.say('right', [0xb0, 64, 127]);
  player.letGo('right', 60);
  listen(0.3);
  expect(level(desk.now - 0.1, desk.now)).toBeGreaterThan(0.005);
  player.leave('right');
  listen(0.3);
  expect(level(desk.now - 0.1, desk.now)).toBeLessThan(0.001);
  await player.press('right', 62, 100);
  player.letGo('right', 62);
  listen(0.4);
  expect(level(desk.now - 0.1, desk.now)).toBeLessThan(0.001);
});

test('a held key goes on where the loop lets go of its pitch', async () => {
  const { player, start, listen, level, desk, range } = await rehearsal([[0, 240, 60]]);
  Object.assign(settings, { loop: true });
  range.set([0, 960]);
  await player.press('keys', 60, 100);
  await start();
  listen(0.6);
  expect(level(desk.now - 0.1, desk.now)).toBeGreaterThan(0.005);
});

test('a bend that was told before is there when it starts behind it', async () => {
  const { start, listen, hertz } = await rehearsal([[960, 1920, 69]], [[0, 8191]], { voice: 'blown' }, [0xe, 0]);
  const began = await start(960);
  listen(1);
  expect(Math.abs(1200 * Math.log2(hertz(began + 0.02, began + 0.3) / 440) - 200)).toBeLessThan(2);
});

test('what an output was given can be taken back, and each note ends once', async () => {
  const { player, start, listen, plugIn, desk } = await rehearsal([
    [0, 480, 60],
    [240, 960, 60],
    [960, 480, 64],
  ]);
  const sent = plugIn('a', true);
  Object.assign(settings, { outputs: { '1.3': 'a' } });
  const began = await start();
  listen(0.9);
  player.stop();
  listen(1);
  const notes = sent.filter(({ bytes }) => (bytes[0] & 0xe0) === 0x80);
  expect(
    notes.filter(({ bytes }) => (bytes[0] & 0xf0) === 0x90).map(({ at }) => Math.round(1000 * (at - began))),
  ).toEqual([0, 250]);
  const last = notes.findLast(({ bytes }) => bytes[1] === 60)!;
  expect([last.bytes[0], (last.at - began).toFixed(1)]).toEqual([0x80, '0.9']);
  expect(desk.left.every((block) => block.every((value) => value === 0))).toBe(true);
});

test('a start in the middle tells where it is, and no clock comes after stop', async () => {
  const { player, start, listen, plugIn } = await rehearsal([[0, 7680, 60]]);
  const sent = plugIn('a');
  Object.assign(settings, { sendClock: true });
  await start(1920);
  listen(1);
  player.stop();
  listen(0.5);
  const real = sent.filter(({ bytes }) => bytes[0] >= 0xf0).sort((one, other) => one.at - other.at);
  expect(real.slice(0, 2).map(({ bytes }) => bytes)).toEqual([[0xf2, 16, 0], [0xfb]]);
  expect(real.at(-1)!.bytes).toEqual([0xfc]);
});

test('an output that goes ends what sounded on it, and its track plays its instrument', async () => {
  const { start, listen, plugIn, outputs, level, desk, gone } = await rehearsal([[0, 7680, 60]]);
  const sent = plugIn('a');
  Object.assign(settings, { outputs: { '1.3': 'a' } });
  await start();
  listen(0.5);
  outputs.remove('a');
  expect(gone).toEqual(['Output a']);
  expect(sent.findLast(({ bytes }) => bytes[1] === 60)!.bytes[0]).toBe(0x80);
  listen(0.5);
  expect(level(desk.now - 0.2, desk.now)).toBeGreaterThan(0.01);
});

test('that notes had to end early is said once, and what was too loud is marked until that was seen', () => {
  let said = 0;
  const report = {
    time: 0,
    level: 0.2,
    peaks: [[3, 1.4]] as [number, number][],
    peak: 0.9,
    voices: 9,
    begun: 9,
    late: 0,
    stolen: 0,
  };
  const source = { report: { ...report } };
  const meters = new Meters();
  meters.follow(source, () => said++);
  const tell = (change: Partial<typeof report>) => {
    source.report = { ...source.report, ...change };
    meters.frame();
  };
  tell({});
  expect([said, [...meters.clipped]]).toEqual([0, [3]]);
  tell({ stolen: 4 });
  tell({ stolen: 7, peak: 1.2 });
  expect([said, [...meters.clipped]]).toEqual([1, [3, 0]]);
  meters.forgetClips();
  expect(meters.clipped.size).toBe(0);
});
