import { expect, test } from '@playwright/test';
import { neighbour, turned } from '../../resources/js/commands/grids';
import { cap, chordOf } from '../../resources/js/keys/chord';

/** A key press as the browser tells of it. */
function press(key: string, code: string, held: string[] = []): KeyboardEvent {
  return {
    key,
    code,
    ctrlKey: held.includes('Ctrl'),
    metaKey: held.includes('Meta'),
    altKey: held.includes('Alt'),
    shiftKey: held.includes('Shift'),
    isComposing: held.includes('composing'),
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

const grids: [grid: string, finer: string, coarser: string][] = [
  ['1/16', '1/32', '1/8'],
  ['1/8t', '1/16t', '1/4t'],
  ['1/4d', '1/8d', '1/2d'],
  ['1/128', '1/128', '1/64'],
  ['1/2', '1/4', 'bar'],
  ['bar', '1/2', '2bar'],
  ['16bar', '8bar', '16bar'],
  ['1/1', '1/2', '2bar'],
  ['1/12', '1/24', '1/6'],
  ['1/100', '1/128', '1/50'],
];

for (const [grid, finer, coarser] of grids) {
  test(`${grid} is ${finer} when finer and ${coarser} when coarser`, () => {
    expect([neighbour(grid, 'finer'), neighbour(grid, 'coarser')]).toEqual([finer, coarser]);
  });
}

test('a grid turns to triplets or dotted values and back', () => {
  expect([
    turned('1/8', 'triplet'),
    turned('1/8t', 'triplet'),
    turned('1/8t', 'dotted'),
    turned('bar', 'triplet'),
  ]).toEqual(['1/8t', '1/8', '1/8d', 'bar']);
});
