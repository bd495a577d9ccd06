import { afterEach, expect, test, vi } from 'vitest';
import type { StepTree } from '../../resources/js/api';
import type { Compared, Point } from '../../resources/js/desk/preview.svelte';
import { Comparing } from '../../resources/js/looking/comparing.svelte';
import { States } from '../../resources/js/looking/states.svelte';
import type { NotesChange } from '../../resources/js/api';
import type { SongState } from '../../resources/js/song/state';
import { settings } from '../../resources/js/settings/settings.svelte';
import { rehearsal } from './listening';
import { workbench, type TestNote } from './studio';

afterEach(() => {
  vi.useRealTimers();
});

const SOON = 0.02;
const HELD: TestNote = [0, 1920, 48, 100];
const MELODY: TestNote = [0, 1920, 72, 100];

/** A bar that goes round, with the state it had before: the melody lay on another pitch, or the tempo was another. */
async function loop(was: Partial<Record<'pitch' | 'velocity' | 'muted', number>>, notes: TestNote[] = [MELODY]) {
  const on = await rehearsal(notes);
  const { song, points } = on.contents;
  const now: SongState = { song, notes: on.contents.notes, points, sounds: on.sounding.now };
  const changed = { id: [1], ...Object.fromEntries(Object.entries(was).map(([name, value]) => [name, [value]])) };
  const change = [{ removed: [], added: null, changed: [changed] }] as unknown as NotesChange[];
  const before: SongState = { ...now, notes: now.notes.after(change) };
  Object.assign(settings, { loop: true });
  on.range.set([0, 1920]);
  const show = (state: SongState | null) => {
    if (state) on.preview.show({ before: now, after: state, message: '' } as Compared);
    else on.preview.clear();
    on.player.revise();
  };
  return { ...on, now, before, show };
}

test('the other state is heard within 20 ms as it is alone, and back again, while the loop goes on', async () => {
  const alone = async (pitch: number, at: number) => {
    const { start, listen, amount, desk } = await loop({}, [[0, 1920, pitch, 100]]);
    await start();
    listen(1);
    return amount(at, desk.now - 0.3, desk.now);
  };
  const [is, was] = [await alone(72, 72), await alone(79, 79)];
  const { start, listen, desk, amount, show, before, player } = await loop({ pitch: 79 });
  await start();
  listen(0.5);
  for (const [state, here, full, there] of [[before, 79, was, 72] as const, [null, 72, is, 79] as const]) {
    show(state);
    const from = desk.now;
    listen(0.6);
    expect(amount(here, from + SOON, from + SOON + 0.05) / full).toBeGreaterThan(0.5);
    expect(amount(here, from + 0.3, desk.now) / full).toBeCloseTo(1, 1);
    expect(amount(there, from + 0.3, desk.now) / full).toBeLessThan(0.05);
  }
  player.frame();
  expect(player.tick).toBeGreaterThan(1500);
});

test('a note that is the same in both sounds on without a gap, and none is left hanging', async () => {
  const { start, listen, desk, level, show, before, player } = await loop({ pitch: 79, velocity: 1 }, [
    [0, 1920, 72, 1],
    HELD,
  ]);
  await start();
  listen(1);
  const steady = level(desk.now - 0.2, desk.now);
  const begun = desk.now;
  for (let k = 0; k < 10; k++) {
    show(k % 2 ? null : before);
    listen(0.03);
  }
  for (let at = begun; at < desk.now - 0.02; at += 0.02) expect(level(at, at + 0.02) / steady).toBeGreaterThan(0.6);
  player.stop();
  listen(1);
  expect(level(desk.now - 0.2, desk.now)).toBeLessThan(0.001);
});

test('what is muted in the other state is silent in it', async () => {
  const { start, listen, desk, level, show, before } = await loop({ muted: 1 });
  await start();
  listen(0.5);
  show(before);
  listen(0.4);
  expect(level(desk.now - 0.2, desk.now)).toBeLessThan(0.002);
});

test('a song that was at another loudness, tempo or transposition is heard so', async () => {
  const { start, listen, desk, level, hertz, show, now, player } = await loop({});
  await start();
  listen(0.5);
  const [loud, pitch] = [level(desk.now - 0.2, desk.now), hertz(desk.now - 0.2, desk.now)];
  const track = { ...now.song.tracks[0], volume: 40, transposition: -12 };
  const tempos = [{ tick: 0, seconds: 0, secondsPerTick: 1 / 480 }];
  show({ ...now, song: { ...now.song, tracks: [track], tempos } });
  player.frame();
  const from = player.tick;
  listen(0.5);
  expect(level(desk.now - 0.2, desk.now) / loud).toBeLessThan(0.6);
  expect(hertz(desk.now - 0.2, desk.now) / pitch).toBeCloseTo(0.5, 2);
  player.frame();
  expect((player.tick - from) / 240).toBeCloseTo(1, 1);
});

/** A song whose states are told by a word, with marks. */
function compared(history: Partial<StepTree & { before: number | null }>, all: Record<string, number | null> = {}) {
  const on = workbench([[0, 480, 60]]);
  Object.assign(on.contents, { history: { ...on.contents.history, ...history } });
  const asked: (number | null)[] = [];
  const gone: (number | null)[] = [];
  const looking = {
    get now(): SongState {
      const { song, notes, points } = on.contents;
      return { song, notes, points, sounds: on.sounding.now };
    },
    stateAt: async (step: number | null) => {
      asked.push(step);
      return { state: looking.now, differs: '' };
    },
    atPoint: (point: Point, step: number | null, known: SongState | undefined) => {
      on.preview.lookAt(step, point);
      shown.push(`${point} ${step}${known ? '' : ', not known'}`);
    },
  };
  const shown: string[] = [];
  const states = new States(on.contents, on.sounding, { all }, on.sender, looking);
  const asking = { goTo: (step: number | null) => void gone.push(step) };
  const played: string[] = [];
  const player = {
    playing: false,
    tick: 480,
    start: async (from: number) => void played.push(`from ${from}`),
    stop: () => void played.push('stopped'),
    standAt: (tick: number) => void played.push(`at ${tick}`),
  };
  const comparing = new Comparing(
    on.contents,
    { all },
    on.preview,
    states,
    looking,
    asking,
    on.status,
    player,
    on.range,
  );
  const step = (at: number | null, before: number | null) => {
    on.contents.history = { ...on.contents.history, at, before };
    states.follow();
  };
  return { ...on, states, comparing, player, played, step, asked, gone, shown };
}

test('the state before is known the moment something was done, also behind a run of keys that is one step', () => {
  const { states, step, contents } = compared({});
  step(null, null);
  const { notes } = contents;
  contents.notes = notes.selecting([1]);
  step(null, null);
  const first = contents.notes;
  contents.notes = notes.after([{ removed: [1], added: null, changed: [] }]);
  step(4, null);
  contents.notes = notes;
  step(4, null);
  expect(states.of(null)?.notes).toBe(first);
  step(5, 4);
  expect([states.of(4)?.notes, states.of(null)]).toEqual([notes, undefined]);
});

test('what is not known is fetched in a calm moment, marks too; another set of open clips knows nothing', async () => {
  vi.useFakeTimers();
  const { states, step, asked, contents } = compared({ at: 7 }, { A: 2, B: 7 });
  step(7, 6);
  await vi.advanceTimersByTimeAsync(1000);
  expect(asked).toEqual([6, 2]);
  expect([6, 2, 7, 9].map((one) => states.of(one) !== undefined)).toEqual([true, true, true, false]);
  contents.open = [9];
  expect(states.of(6)).toBeUndefined();
});

test('of a song with very many notes nothing is fetched before it is asked for', async () => {
  vi.useFakeTimers();
  const { step, asked, sounding } = compared({ at: 7 }, {});
  const id = Array.from({ length: 20_001 }, (_, k) => k + 1);
  sounding.now = sounding.now.with([{ track: 1, notes: { id, start: id }, points: null }]);
  step(7, 6);
  await vi.advanceTimersByTimeAsync(1000);
  expect(asked).toEqual([]);
});

test('where the song stands, it plays for as long as the key is held, and stands where it stood', () => {
  vi.useFakeTimers();
  const { comparing, step, player, played, range } = compared({});
  step(3, 2);
  comparing.begin('before')();
  comparing.leave();
  expect(played).toEqual([]);
  let end = comparing.begin('before');
  vi.advanceTimersByTime(500);
  end();
  range.set([960, 1920]);
  end = comparing.begin('before');
  vi.advanceTimersByTime(500);
  end();
  expect(played).toEqual(['from 480', 'stopped', 'at 480', 'from 960', 'stopped', 'at 480']);
  player.playing = true;
  end = comparing.begin('before');
  vi.advanceTimersByTime(500);
  end();
  expect(played).toHaveLength(6);
});

test('a key that is held shows a point until it comes up; one that is pressed stays until the same again', () => {
  vi.useFakeTimers();
  const { comparing, preview, step, shown, gone, status } = compared({}, { A: 2, C: null });
  step(3, 2);
  const end = comparing.begin('before');
  vi.advanceTimersByTime(500);
  end();
  expect([shown, preview.step]).toEqual(
    [['before 2'], undefined].map((one) => one && [...one].map((s) => `${s}, not known`)),
  );
  comparing.begin('A')();
  const held = comparing.begin('C');
  vi.advanceTimersByTime(500);
  held();
  expect([preview.point, preview.step]).toEqual(['A', 2]);
  comparing.keep();
  comparing.begin('A')();
  expect([preview.point, gone]).toEqual([null, [2]]);
  comparing.begin('B')();
  expect([preview.point, status.message.text]).toEqual([null, expect.stringContaining('no point of the history yet')]);
  step(null, null);
  comparing.begin('before')();
  expect(status.message.text).toContain('There is nothing before');
});
