import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { Resting } from '../../resources/js/looking/resting';

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

function standing() {
  const shown: string[][] = [];
  const preview = { shown: null as never, step: undefined as number | undefined, clear: () => void shown.push([]) };
  const player = { playing: false };
  const resting = new Resting({ preview, player, looking: { atLines: (lines) => void shown.push(lines) } });
  return { resting, shown, preview, player };
}

test('a pointer that rests on a key shows what it would do, until it goes', () => {
  const { resting, shown } = standing();
  resting.over(['quantize']);
  vi.advanceTimersByTime(200);
  expect(shown, 'it may only pass').toEqual([]);
  vi.advanceTimersByTime(100);
  expect(shown).toEqual([['quantize']]);
  resting.leave();
  expect(shown).toEqual([['quantize'], []]);
});

test('one that passes over several shows the one it rests on', () => {
  const { resting, shown } = standing();
  for (const line of ['quantize', 'legato', 'mute']) {
    resting.over([line]);
    vi.advanceTimersByTime(100);
  }
  vi.advanceTimersByTime(300);
  expect(shown).toEqual([['mute']]);
});

test('what is looked at otherwise stays, and so does what is heard', () => {
  for (const change of [
    ({ preview }: ReturnType<typeof standing>) => Object.assign(preview, { shown: {} }),
    ({ preview }: ReturnType<typeof standing>) => Object.assign(preview, { step: 3 }),
    ({ player }: ReturnType<typeof standing>) => Object.assign(player, { playing: true }),
  ]) {
    const on = standing();
    change(on);
    on.resting.over(['quantize']);
    vi.advanceTimersByTime(500);
    on.resting.leave();
    expect(on.shown).toEqual([]);
  }
});
