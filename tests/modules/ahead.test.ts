import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { api, type SongAnswer } from '../../resources/js/api';
import { Ahead, REDO, UNDO } from '../../resources/js/asking/ahead.svelte';
import { foreseen } from '../../resources/js/asking/foreseen.svelte';
import { Habits } from '../../resources/js/asking/habits';
import { settings } from '../../resources/js/settings/settings.svelte';
import { workbench } from './studio';

function drawer(): Pick<Storage, 'getItem' | 'setItem'> {
  const kept = new Map<string, string>();
  return { getItem: (key) => kept.get(key) ?? null, setItem: (key, value) => void kept.set(key, value) };
}

describe('habits', () => {
  test('what followed before comes first, then what is pressed most', () => {
    const habits = new Habits(drawer());
    for (const [before, press] of [
      ['quantize', 'legato'],
      ['quantize', 'legato'],
      ['quantize', 'mute'],
      ['legato', 'reverse'],
      ['mute', 'reverse'],
      ['reverse', 'reverse'],
    ])
      habits.note(before, press);
    expect(habits.after('quantize')).toEqual(['legato', 'mute', 'reverse']);
    expect(habits.after('never pressed')).toEqual(['reverse', 'legato', 'mute']);
  });

  test('they are there when the page is opened again, and a hand may change', () => {
    const storage = drawer();
    const habits = new Habits(storage);
    for (let k = 0; k < 200; k++) habits.note('quantize', 'legato');
    for (let k = 0; k < 60; k++) habits.note('quantize', 'mute');
    expect(new Habits(storage).after('quantize')[0]).toBe('mute');
  });

  for (const text of ['{broken', 'null']) {
    test(`what cannot be read is as if there were none: ${text}`, () => {
      expect(new Habits({ getItem: () => text, setItem: () => undefined }).after('')).toEqual([]);
    });
  }

  test('a browser without room loses no key by it', () => {
    const full = () => {
      throw new Error('quota');
    };
    const habits = new Habits({ getItem: () => null, setItem: full });
    habits.note('', 'mute');
    expect(habits.after('')).toEqual(['mute']);
  });
});

describe('looking ahead', () => {
  /** An answer that takes notes 1 and 2 to other pitches. */
  const answer = (...pitch: number[]) =>
    ({
      notes: [{ removed: [], added: null, changed: [{ id: pitch.map((_, k) => k + 1), pitch }] }],
      points: [],
      open: null,
      selection: null,
      message: '',
    }) as unknown as SongAnswer;
  const UP = 'transpose semitones=1';
  const DOWN = 'transpose semitones=-1';

  function standing() {
    const on = workbench([
      [0, 240, 60],
      [480, 240, 64],
    ]);
    on.contents.select([1, 2]);
    const habits = new Habits(drawer());
    const asked: unknown[][] = [];
    const middle = { of: '' };
    let answers: (SongAnswer | null)[] = [];
    vi.spyOn(api, 'ahead').mockImplementation(async (_song, _standing, presses) => {
      asked.push(presses);
      return { answers };
    });
    const ahead = new Ahead(
      { ...on, habits },
      () => (middle.of ? [[DOWN], [UP]] : [[UP], ['quantize'], ['nudge at=pointer'], ['humanize']]),
      (lines) => (lines[0] === 'quantize' ? 'Select notes first.' : ''),
      (lines) => lines[0] !== 'humanize',
      () => middle.of,
    );
    const seen = () => [...on.seen.notes.columns.pitch];
    return { ...on, ahead, habits, asked, middle, seen, will: (...all: (SongAnswer | null)[]) => (answers = all) };
  }

  beforeEach(() => {
    Object.assign(settings, { ahead: true });
    Object.assign(foreseen, { found: 0, missed: 0, wrong: 0 });
  });
  afterEach(() => vi.restoreAllMocks());

  test('asks for what applies, is steady and goes by no pointer, and once more for the likeliest', async () => {
    const { ahead, asked, will } = standing();
    will(answer(61, 65), answer(62, 66));
    await ahead.look();
    expect(asked).toEqual([[{ lines: [UP] }, { lines: [UP], then: [UP] }]]);
    await ahead.look();
    expect(asked, 'nothing is another since').toHaveLength(1);
  });

  test('while a modifier is down it asks for what is not known of what that may end in, and keeps what is', async () => {
    const { ahead, asked, middle, seen, will } = standing();
    will(answer(61, 65), answer(62, 66));
    await ahead.look();
    middle.of = 'Shift+';
    will(answer(59, 63));
    await ahead.look();
    expect(asked[1]).toEqual([{ lines: [DOWN] }]);
    ahead.press([DOWN], true)!(false);
    ahead.press([UP], true);
    expect(seen()).toEqual([61, 65]);
  });

  test('what would be refused anyway is not counted as missed', async () => {
    const { ahead } = standing();
    ahead.press(['quantize'], true);
    expect(foreseen.missed).toBe(0);
    ahead.press(['reverse'], true);
    expect(foreseen.missed).toBe(1);
  });

  test('a press that is known is seen at once, and goes when its answer has come', async () => {
    const { ahead, contents, seen, will } = standing();
    will(answer(61, 65), answer(62, 66));
    await ahead.look();
    const ends = ahead.press([UP], true);
    expect(seen()).toEqual([61, 65]);
    expect([...contents.notes.columns.pitch], 'the song is as it was').toEqual([60, 64]);
    contents.notes = contents.notes.after(answer(61, 65).notes!);
    ends!(true);
    expect(seen()).toEqual([61, 65]);
    expect([foreseen.found, foreseen.missed, foreseen.wrong]).toEqual([1, 0, 0]);
  });

  test('what comes out otherwise is drawn as it came out, and counted', async () => {
    const { ahead, contents, seen, will } = standing();
    will(answer(61, 65));
    await ahead.look();
    const ends = ahead.press([UP], true);
    contents.notes = contents.notes.after(answer(50, 51).notes!);
    ends!(true);
    expect(seen()).toEqual([50, 51]);
    expect(foreseen.wrong).toBe(1);
  });

  test('what is refused is not seen any more', async () => {
    const { ahead, seen, will } = standing();
    will(answer(61, 65));
    await ahead.look();
    ahead.press([UP], true)!(false);
    expect(seen()).toEqual([60, 64]);
    expect(foreseen.wrong).toBe(0);
  });

  test('the second of two quick presses is seen from where the first began', async () => {
    const { ahead, sender, seen, will } = standing();
    will(answer(61, 65), answer(62, 66));
    await ahead.look();
    const first = ahead.press([UP], true);
    sender.waiting = 1;
    const second = ahead.press([UP], true);
    expect(seen()).toEqual([62, 66]);
    first!(true);
    expect(seen(), 'the answer to the first does not take it back').toEqual([62, 66]);
    second!(false);
    expect(seen()).toEqual([60, 64]);
  });

  const CHANGES: [what: string, change: (on: ReturnType<typeof standing>) => void][] = [
    ['another selection', ({ contents }) => contents.select([1])],
    ['another grid', ({ grid }) => grid.set('1/8')],
    ['a range', ({ range }) => range.set([0, 960])],
    ['another caret', ({ caret }) => caret.put({ tick: 960 })],
    ['other notes', ({ contents }) => (contents.notes = contents.notes.after(answer(70, 71).notes!))],
    ['something on its way', ({ sender }) => (sender.waiting = 1)],
    ['a step of the history that is looked at', ({ preview }) => preview.lookAt(3)],
    ['looking ahead switched off', () => Object.assign(settings, { ahead: false })],
  ];
  for (const [what, change] of CHANGES) {
    test(`${what}: nothing is shown before its answer`, async () => {
      const on = standing();
      on.will(answer(61, 65));
      await on.ahead.look();
      change(on);
      await Promise.resolve();
      expect(on.ahead.press([UP], true)).toBeNull();
      expect(on.preview.provisional).toBeNull();
    });
  }

  test('what has something of its own is never guessed, nor counted', async () => {
    const { ahead, habits, will } = standing();
    will(answer(61, 65));
    await ahead.look();
    expect(ahead.press([UP], false)).toBeNull();
    expect([foreseen.found, foreseen.missed]).toEqual([0, 0]);
    expect(habits.after(''), 'nor learned').toEqual([]);
  });

  test('a step back is asked for where there is one, and what followed before is asked for first', async () => {
    const { ahead, asked, contents, habits } = standing();
    habits.note(UP, 'legato');
    habits.note('legato', REDO);
    ahead.press([UP], true);
    contents.history = { ...contents.history, undo: UP };
    await ahead.look();
    expect(asked[0]).toEqual([{ lines: ['legato'] }, { lines: [UP] }, UNDO, { lines: ['legato'], then: ['legato'] }]);
  });

  test('what was looked at on the bench or in the palette is known', () => {
    const { ahead, contents, seen } = standing();
    ahead.keep(['legato'], ahead.basis, contents.after(answer(62, 63)));
    ahead.press(['legato'], true);
    expect(seen()).toEqual([62, 63]);
  });

  test('what came too late, for another selection than now, is not known', async () => {
    const { ahead, contents, will } = standing();
    const { basis } = ahead;
    const after = contents.after(answer(62, 63));
    will(answer(61, 65));
    const looking = ahead.look();
    contents.select([1]);
    await looking;
    ahead.keep(['legato'], basis, after);
    expect(ahead.press(['legato'], true)).toBeNull();
    expect(ahead.press([UP], true)).toBeNull();
  });

  test('what was looked at elsewhere and what was asked ahead are known beside each other', async () => {
    const { ahead, asked, contents, will } = standing();
    ahead.keep(['legato'], ahead.basis, contents.after(answer(62, 63)));
    will(answer(61, 65));
    await ahead.look();
    expect(asked, 'it is asked all the same').toHaveLength(1);
    expect(ahead.press(['legato'], true)).not.toBeNull();
  });

  test('the more is selected the less is asked for', async () => {
    const { ahead, asked, contents, habits } = standing();
    for (let k = 0; k < 30; k++) habits.note(`${k}`, `velocity add=${k + 1}`);
    await ahead.look();
    expect(asked[0]).toHaveLength(25);
    Object.defineProperty(contents.notes, 'selectedCount', { value: 10_000 });
    contents.points = contents.points.selecting([]);
    ahead.press(['mute'], false);
    Object.assign(contents, { song: { ...contents.song } });
    await ahead.look();
    expect(asked[1]).toHaveLength(4);
  });

  test('a server that does not answer is no news', async () => {
    const { ahead, seen } = standing();
    vi.spyOn(api, 'ahead').mockRejectedValue(new Error('gone'));
    await ahead.look();
    expect(ahead.press([UP], true)).toBeNull();
    expect(seen()).toEqual([60, 64]);
  });
});
