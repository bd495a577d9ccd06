import { afterEach, expect, test, vi } from 'vitest';
import type { Compared } from '../../resources/js/desk/preview.svelte';
import type { NotesChange } from '../../resources/js/api';
import { Dial } from '../../resources/js/looking/dial.svelte';
import { Shaping } from '../../resources/js/looking/shaping.svelte';
import { parseLine } from '../../resources/js/music/line';
import { settings } from '../../resources/js/settings/settings.svelte';
import type { SongState } from '../../resources/js/song/state';
import { rehearsal } from './listening';
import { catalog, type TestNote } from './studio';

afterEach(() => {
  vi.useRealTimers();
  Object.assign(settings, { inTurn: false });
});

const PLAYED: TestNote[] = [
  [30, 200, 72, 100],
  [960, 200, 60, 100],
];

/** A take that is shaped: what lines would do is told by the line itself, a quantize of its strength. */
async function shaped(notes = PLAYED) {
  const on = await rehearsal(notes);
  const { contents, preview, player } = on;
  const shaping = new Shaping({ ...on, player });
  const run: string[] = [];
  const now = (): SongState => {
    const { song, notes: all, points } = contents;
    return { song, notes: all, points, sounds: on.sounding.now };
  };
  const atLines = ([line]: string[]) => {
    const strength = Number(parseLine(line).values.strength);
    const changed = [{ id: [1], start: [Math.round(30 - (30 * strength) / 100)] }];
    const change = [{ removed: [], added: null, changed }] as unknown as NotesChange[];
    preview.show({ before: now(), after: { ...now(), notes: contents.notes.after(change) }, message: '' } as Compared);
    player.revise();
  };
  const asking = { run: ([line]: readonly string[]) => void run.push(line), runOnClips: () => undefined };
  const dial = new Dial(contents, on.grid, on.arranging, preview, { atLines }, shaping, asking, on.status);
  const quantize = catalog.edits.find(({ name }) => name === 'quantize')!;
  const strength = quantize.parameters.find(({ name }) => name === 'strength')!;
  return { ...on, shaping, dial, run, begin: () => dial.begin(quantize, strength, parseLine('quantize')) };
}

test('a dial that goes from 0 to 100 % moves onsets as the edit does, and letting go writes one step', async () => {
  const { begin, dial, run, listen, onsets, desk, selecting, player } = await shaped();
  selecting.select([1]);
  const end = begin();
  await Promise.resolve();
  await vi.waitFor(() => expect(player.playing).toBe(true));
  listen(1);
  const { began } = player;
  expect((onsets(began)[0] - began) * 960).toBeCloseTo(30, -1);
  for (const [height, late] of [
    [400, 30],
    [300, 15],
    [200, 0],
  ]) {
    dial.pointAt(height);
    const from = desk.now;
    listen(4);
    const at = onsets(from + 0.1).map((one) => Math.round((one - began) * 960 + 10) % 1920);
    expect(at.length).toBeGreaterThan(1);
    at.forEach((one) => expect(Math.abs(one - 10 - late)).toBeLessThan(5));
  }
  end();
  expect([run, player.playing, dial.now]).toEqual([['quantize strength=100'], false, null]);
});

test('the dials of one edit keep what the other was turned to, and a dial goes on from the last step', async () => {
  const { contents, dial, run, selecting } = await shaped();
  selecting.select([1]);
  const quantize = catalog.edits.find(({ name }) => name === 'quantize')!;
  const turn = (name: string, by: number) => {
    const parameter = quantize.parameters.find((one) => one.name === name)!;
    const end = dial.begin(quantize, parameter, parseLine('quantize'));
    const { from } = dial.now!;
    dial.turn(by);
    end();
    contents.history = { ...contents.history, lines: [run.at(-1)!] };
    return from;
  };
  expect([turn('strength', 75), turn('swing', 10), turn('strength', -5)]).toEqual([0, 0, 75]);
  expect(run).toEqual(['quantize strength=75', 'quantize strength=75 swing=10', 'quantize strength=70 swing=10']);
  contents.history = { ...contents.history, lines: ['quantize'] };
  expect(turn('strength', -1)).toBe(100);
});

test('a loop of just the selected notes sounds while the song stands; one that plays is not stopped', async () => {
  const { begin, dial, listen, amount, desk, selecting, player, start, run } = await shaped();
  selecting.select([2]);
  const end = begin();
  await vi.waitFor(() => expect(player.playing).toBe(true));
  listen(2);
  const from = player.began;
  expect(amount(72, from + 0.05, from + 0.2)).toBeLessThan(0.002);
  expect(amount(60, from + 1.05, from + 1.2)).toBeGreaterThan(0.01);
  dial.leave();
  end();
  expect([run, player.playing, player.tick]).toEqual([[], false, 0]);

  await start();
  const again = begin();
  listen(0.4);
  expect(amount(72, desk.now - 0.3, desk.now - 0.1)).toBeGreaterThan(0.005);
  again();
  expect(player.playing).toBe(true);
});

test('before and after sound in turn, each for one round, to the tick at the seam', async () => {
  Object.assign(settings, { inTurn: true });
  const { begin, dial, listen, onsets, selecting, player } = await shaped([[240, 200, 72, 100]]);
  selecting.select([1]);
  begin();
  await vi.waitFor(() => expect(player.playing).toBe(true));
  dial.turn(100);
  listen(8.2);
  const { began } = player;
  const late = onsets(began).map((one) => Math.round(((one - began) % 2) * 960));
  const [before, after] = [240, 0];
  late.forEach((one, round) => expect(Math.abs(one - [after, before][round % 2])).toBeLessThan(6));
  expect(late.length).toBeGreaterThanOrEqual(4);
});

test('a field that is turned is heard for a while, unless edits are silent', async () => {
  const { shaping, player, listen, selecting } = await shaped();
  selecting.select([1]);
  shaping.touch();
  await vi.waitFor(() => expect(player.playing).toBe(true));
  listen(5);
  expect(player.playing).toBe(false);
  Object.assign(settings, { hear: false });
  shaping.touch();
  listen(0.1);
  expect(player.playing).toBe(false);
});
