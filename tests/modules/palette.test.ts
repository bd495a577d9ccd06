import { readFileSync } from 'node:fs';
import { execFileSync } from 'node:child_process';
import { expect, test } from 'vitest';
import type { Binding, Catalog } from '../../resources/js/api';
import { typingOf } from '../../resources/js/commands/completion';
import { entriesOf, find } from '../../resources/js/commands/entries';
import { VIEWS } from '../../resources/js/keys/views';
import { formatLine, parseLine } from '../../resources/js/music/line';
import { stepped } from '../../resources/js/commands/stepping';

const describe = `require 'vendor/autoload.php';
  echo json_encode(array_map(fn ($edit) => $edit->describe(), Jactonic\\Core\\Lines\\Catalog::standard()->declarations()));`;
const standard = JSON.parse(readFileSync('resources/keys/standard.json', 'utf8'));
const bindings: Binding[] = standard.bindings.map((binding: { run: string }) => ({ ...binding, run: [binding.run] }));
const catalog: Catalog = {
  edits: JSON.parse(execFileSync('php', ['-r', describe]).toString()),
  view: JSON.parse(readFileSync('resources/keys/view-commands.json', 'utf8')),
  keymap: { ...standard, id: 'standard', shipped: true, base: 'standard', bindings },
  recipes: [],
  conditions: [],
  sketches: [],
  lanes: [],
  grids: {},
  rates: {},
  scales: [],
  chords: [],
  instruments: [],
  voices: {} as Catalog['voices'],
};
const entries = entriesOf(catalog, bindings, []);

test('each view is shown by a command there is', () => {
  const known = catalog.view.map(({ name }) => name);
  expect(VIEWS.map(({ command }) => command).filter((command) => !known.includes(command))).toEqual([]);
});

const words: [typed: string, line: RegExp][] = [
  ['glue', /^join/],
  ['crescendo', /^ramp from=40/],
  ['twice as fast', /^stretch factor=1\/2/],
  ['octave', /octave/],
  ['quant', /^quantize$/],
  ['staccato', /^detach/],
  ['unquantize', /^as-played$/],
  ['drum roll', /^steps/],
  ['inversion', /^(revoice|invert)/],
  ['ghost notes', /^(tidy|choose)/],
  ['louder', /^velocity add=10$/],
  ['slice', /^(split|steps)/],
  ['fifth', /^transpose semitones=7|^harmony/],
  ['insert silence', /^open$/],
  ['shuffle', /^swing/],
  ['click', /^metronome$/],
  ['dark', /^theme name=dusk$/],
  ['tutorial', /^guide$/],
  ['high contrast', /^theme name=contrast$/],
  ['bpm', /^tempo\b/],
  ['next track', /^go-track to=next$/],
  ['legato', /^legato$/],
];

for (const [typed, line] of words) {
  test(`“${typed}” finds what is meant`, () => {
    expect(find(entries, typed)[0].line).toMatch(line);
  });
}

test('every edit and every command of the view can be found by its title', () => {
  for (const { name, title } of [...catalog.edits, ...catalog.view]) {
    expect(
      find(entries, title).some(({ line }) => line.split(' ')[0] === name),
      title,
    ).toBe(true);
  }
});

test('words must all be found, and what was used last stands first', () => {
  expect(find(entries, 'legato xylograph')).toEqual([]);
  expect(
    find(entries, '', ['mute', 'reverse'])
      .map(({ line }) => line)
      .slice(0, 2),
  ).toEqual(['mute', 'reverse']);
});

const typings: [text: string, parameter: string | null, choices: string[]][] = [
  ['velocity ', null, ['add=', 'set=', 'scale=', 'lane=']],
  ['velocity add=1 ', null, ['lane=']],
  ['velocity add=1 lane=cc1 ', null, []],
  ['quantize sp', null, ['spread=']],
  ['quantize chords=', 'chords', ['loose', 'together']],
  ['quantize chords=to', 'chords', ['together']],
  ['quantize strength=50 what=e', 'what', ['end']],
  ['grid-step to=', 'to', ['finer', 'coarser']],
];

for (const [text, parameter, choices] of typings) {
  test(`“${text}” can go on with ${choices.join(', ') || 'nothing'}`, () => {
    const typing = typingOf(catalog, text)!;
    expect([typing.parameter?.name ?? null, typing.choices.map((choice) => choice.text)]).toEqual([parameter, choices]);
  });
}

test('a completed line keeps what stands before it', () => {
  expect(typingOf(catalog, 'choose where="velocity=..40 beat=2" ')?.choices).toEqual([]);
  expect(typingOf(catalog, 'quantize strength=50 what=e')?.choices[0].line).toBe('quantize strength=50 what=end ');
  expect(typingOf(catalog, 'quantize')).toBeNull();
  expect(typingOf(catalog, 'glue ')).toBeNull();
});

test('lines are taken apart and put together again', () => {
  const line = 'choose where="velocity=..40 beat=2,4"';
  expect(parseLine(line)).toEqual({ name: 'choose', values: { where: 'velocity=..40 beat=2,4' } });
  expect(formatLine(parseLine(`  ${line} `))).toBe(line);
});

const steps: [value: string, up: string, down: string][] = [
  ['10ms', '11ms', '9ms'],
  ['240tk', '250tk', '230tk'],
  ['1/16', '1/8', '1/32'],
  ['-1/8t', '-1/4t', '-1/16t'],
  ['1/1', '1/1', '1/2'],
  ['grid', 'grid', 'grid'],
];

for (const [value, up, down] of steps) {
  test(`the arrow keys take ${value} to ${up} and ${down}`, () => {
    expect([stepped(value, 1), stepped(value, -1)]).toEqual([up, down]);
  });
}
