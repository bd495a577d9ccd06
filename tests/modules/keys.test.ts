import { expect, test } from 'vitest';
import type { Binding, Declaration, Surface } from '../../resources/js/api';
import { cap, chordOf, keptBySystem, strokeOf } from '../../resources/js/keys/keystroke';
import { countedLines, countSaid } from '../../resources/js/keys/counting';
import { Letters } from '../../resources/js/devices/letters.svelte';
import { padsOf } from '../../resources/js/song/row-names';
import { Dispatcher } from '../../resources/js/keys/dispatcher';

const EDIT: Declaration = { name: '', title: '', group: '', help: '', parameters: [], synonyms: [], uses: {} };

/** A key press as the browser tells of it. */
function press(key: string, code: string, held: string[] = []): KeyboardEvent {
  return {
    key,
    code,
    timeStamp: performance.now(),
    ctrlKey: held.includes('Ctrl'),
    metaKey: held.includes('Meta'),
    altKey: held.includes('Alt'),
    shiftKey: held.includes('Shift'),
    isComposing: held.includes('composing'),
    repeat: held.includes('repeat'),
    defaultPrevented: false,
    preventDefault: () => undefined,
    getModifierState: (name: string) => held.includes(name),
  } as unknown as KeyboardEvent;
}

const chords: [what: string, event: KeyboardEvent, chord: string][] = [
  ['a letter', press('q', 'KeyQ'), 'Q'],
  ['a letter goes by what the layout gives', press('a', 'KeyQ'), 'A'],
  ['a letter with Shift', press('Q', 'KeyQ', ['Shift']), 'Shift+Q'],
  ['a letter that Alt turns into a sign', press('œ', 'KeyQ', ['Alt']), 'Alt+Q'],
  ['a letter of another script goes by its place', press('й', 'KeyQ'), 'Q'],
  ['a digit by its place, whatever Shift makes of it', press('!', 'Digit1', ['Shift']), 'Shift+1'],
  ['a digit of a layout that needs Shift for it', press('&', 'Digit1'), '1'],
  ['a sign by its place', press('<', 'Comma', ['Shift']), 'Shift+,'],
  ['the command key of a Mac', press('z', 'KeyZ', ['Meta', 'Shift']), 'Ctrl+Shift+Z'],
  ['a named key', press('ArrowUp', 'ArrowUp', ['Alt']), 'Alt+ArrowUp'],
  ['the space bar', press(' ', 'Space'), 'Space'],
  ['a key of the number pad is told from its twin', press('7', 'Numpad7'), 'Num7'],
  ['a sign of the number pad too', press('+', 'NumpadAdd', ['Ctrl']), 'Ctrl+NumAdd'],
  ['enter of the number pad too', press('Enter', 'NumpadEnter'), 'NumEnter'],
  ['a function key', press('F5', 'F5', ['Shift']), 'Shift+F5'],
  ['a modifier alone', press('Shift', 'ShiftLeft', ['Shift']), ''],
  ['AltGr is left alone', press('@', 'KeyQ', ['Ctrl', 'Alt', 'AltGraph']), ''],
  ['a dead key is left alone', press('Dead', 'Quote'), ''],
  ['an input method is left alone', press('a', 'KeyA', ['composing']), ''],
];

for (const [what, event, chord] of chords) {
  test(`${what} is the chord ${chord || 'of nothing'}`, () => {
    expect(chordOf(event)).toBe(chord);
  });
}

test('chords stand on key caps in signs', () => {
  expect(['Shift+ArrowUp', 'Ctrl+Shift+Z', 'Delete'].map(cap)).toEqual(['Shift ↑', 'Ctrl Shift Z', 'Del']);
});

test('a letter has a place beside what is written on it', () => {
  expect(strokeOf(press('a', 'KeyQ', ['Shift']))).toEqual({ letter: 'Shift+A', place: 'Shift+Q' });
});

test('keys that the browser or the system keeps are told before they disappoint', () => {
  expect(['Ctrl+W', 'Alt+F4', 'Tab', 'Q', 'G 6'].map((key) => keptBySystem(key) !== null)).toEqual([
    true,
    true,
    true,
    false,
    false,
  ]);
});

const BINDINGS: Partial<Binding>[] = [
  { key: 'Q', title: 'letter Q' },
  { key: 'W', title: 'place W', by: 'place' },
  { key: 'Num7', title: 'pad 7' },
  { key: 'E', title: 'E anywhere' },
  { key: 'E', title: 'E in the table', where: 'table' },
  { key: 'G 6', title: 'G then 6' },
  { key: 'G Shift+7', title: 'G then Shift 7' },
  { key: '7', title: 'seven' },
  { key: 'L', title: 'listen', held: true },
  { key: 'Alt+WheelUp', title: 'louder' },
  { key: 'ArrowUp', title: 'up' },
];

/** A dispatcher over these shortcuts, and what it ran: titles, with the number of times where it is not one. */
function desk(): { dispatcher: Dispatcher; ran: string[] } {
  const ran: string[] = [];
  const dispatcher = new Dispatcher(
    BINDINGS.map((binding) => ({ run: [], strip: '', ...binding }) as Binding),
    ({ title }, times) => {
      ran.push(times === 1 ? title : `${times} × ${title}`);
      return () => void ran.push(`${title} ends`);
    },
  );
  return { dispatcher, ran };
}

const Q = press('q', 'KeyQ');
const G = press('g', 'KeyG');
const digit = (n: number) => press(`${n}`, `Digit${n}`);
const matches: [what: string, events: KeyboardEvent[], where: Surface, ran: string[]][] = [
  ['a letter by what is written on the key', [press('q', 'KeyA')], 'roll', ['letter Q']],
  ['and not by its place', [press('a', 'KeyQ')], 'roll', []],
  ['by the place where that was chosen', [press('z', 'KeyW')], 'roll', ['place W']],
  ['and not by the letter then', [press('w', 'KeyZ')], 'roll', []],
  ['the number pad apart from the digits', [press('7', 'Numpad7'), digit(7)], 'roll', ['pad 7', 'seven']],
  ['the nearest place', [press('e', 'KeyE')], 'table', ['E in the table']],
  ['everywhere elsewhere', [press('e', 'KeyE')], 'roll', ['E anywhere']],
  ['two keys in a row', [G, digit(6)], 'roll', ['G then 6']],
  ['the second with a modifier', [G, press('/', 'Digit7', ['Shift'])], 'roll', ['G then Shift 7']],
  ['nothing where the second leads nowhere', [G, Q, Q], 'roll', ['letter Q']],
  ['nothing after Escape', [G, press('Escape', 'Escape'), digit(6)], 'roll', []],
  ['a held key again and again', [Q, press('q', 'KeyQ', ['repeat'])], 'roll', ['letter Q', 'letter Q']],
  ['what AltGr writes never', [press('q', 'KeyQ', ['AltGraph', 'Ctrl', 'Alt'])], 'roll', []],
];

for (const [what, events, where, expected] of matches) {
  test(`shortcuts are found: ${what}`, () => {
    const { dispatcher, ran } = desk();
    events.forEach((event) => dispatcher.down(event, where));
    expect(ran).toEqual(expected);
  });
}

test('digits after the leader repeat the key that follows, and are digits again after it', () => {
  const { dispatcher, ran } = desk();
  dispatcher.count();
  [digit(1), digit(2), press('ArrowUp', 'ArrowUp'), digit(7)].forEach((event) => dispatcher.down(event, 'roll'));
  expect(ran).toEqual(['12 × up', 'seven']);
});

test('what acts while a key is down ends when it comes up, and once only', () => {
  const { dispatcher, ran } = desk();
  const key = press('l', 'KeyL');
  dispatcher.down(key, 'roll');
  dispatcher.down(press('l', 'KeyL', ['repeat']), 'roll');
  dispatcher.up(key);
  dispatcher.up(key);
  dispatcher.down(key, 'roll');
  dispatcher.release();
  expect(ran).toEqual(['listen', 'listen ends', 'listen', 'listen ends']);
});

test('a wheel runs once for each notch, and a small turn waits for the rest', () => {
  const { dispatcher, ran } = desk();
  const turn = (deltaY: number, altKey = true) =>
    dispatcher.wheel(
      { deltaY, deltaMode: 0, altKey, ctrlKey: false, metaKey: false, shiftKey: false } as WheelEvent,
      'roll',
    );
  expect([turn(-60), turn(-60), turn(-200), turn(-100, false)]).toEqual([true, true, true, false]);
  expect(ran).toEqual(['louder', 'louder', 'louder']);
});

const counting: [run: string, lines: string[], said: string][] = [
  ['steps', ['steps parts=4'], '4 parts'],
  ['steps grid=1/32', ['steps parts=4'], '4 parts'],
  ['repeat round=bar', ['repeat round=bar times=4'], '4 ×'],
  ['velocity add=1', Array(4).fill('velocity add=1'), '4 ×'],
];
for (const [run, lines, said] of counting) {
  test(`a count of 4 before ${run} is ${lines[0]}, and the strip says ${said}`, () => {
    const whole = (name: string, unit: string) => ({ name, kind: 'whole-number', allowed: '', help: '', unit });
    const edits = new Map<string, Declaration>([
      ['steps', { ...EDIT, parameters: [whole('parts', 'parts')], counts: 'parts', oneOf: ['grid', 'parts'] }],
      ['repeat', { ...EDIT, parameters: [whole('times', 'times')], counts: 'times' }],
      ['velocity', { ...EDIT, counts: '' }],
    ]);
    expect(countedLines([run], 4, edits)).toEqual(lines);
    expect(countedLines([run], 1, edits)).toEqual([run]);
    expect(countSaid({ run: [run] } as Binding, 4, edits)).toBe(said);
  });
}

test('on drums the letters play the rows that have a name, one beside the other, from the lowest up', () => {
  const pads = Array.from({ length: 12 }, (_, k) => 36 + 2 * k);
  const letters = new Letters(() => pads);
  const played = (...codes: string[]) => codes.map((code) => letters.pitchOf(code));
  expect(played('KeyZ', 'KeyX', 'Slash', 'KeyQ', 'KeyW', 'KeyE', 'KeyS')).toEqual([36, 38, 54, 56, 58, null, null]);
  letters.octave = 1;
  expect(played('KeyZ', 'KeyX', 'KeyC', 'KeyS'), 'ten rows higher').toEqual([56, 58, null, null]);
  expect(new Letters().pitchOf('KeyX')).toBe(50);
});

test('pads are the named rows of drums, and none elsewhere', () => {
  const rows: [number, string, number][] = [
    [42, 'Hat', 0],
    [40, '', 2],
    [36, 'Kick', 0],
  ];
  expect(padsOf({ voice: 'drums', rows })).toEqual([36, 42]);
  expect(padsOf({ voice: 'plucked', rows })).toEqual([]);
});
