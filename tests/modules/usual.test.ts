import { expect, test } from 'vitest';
import type { Binding } from '../../resources/js/api';
import { usualEdits } from '../../resources/js/commands/usual';
import type { Shortcuts } from '../../resources/js/keys/shortcuts.svelte';
import { NO_MODIFIERS } from '../../resources/js/keys/keystroke';
import { catalog } from './studio';

const bound: [key: string, run: string, strip?: string][] = [
  ['Q', 'quantize'],
  ['Shift+Q', 'quantize strength=50'],
  ['ArrowUp', 'transpose semitones=1'],
  ['Alt+K', 'steps'],
  ['Alt+Shift+K', 'steps grid=1/32', ''],
  ['F2 C', 'copy', ''],
  ['Space', 'play'],
];
const shortcuts = {
  map: {
    bindings: bound.map(([key, run, strip = run]) => ({ key, run: [run], strip, title: run }) as Binding),
  },
} as Shortcuts;
const usual = (held: Partial<typeof NO_MODIFIERS> = {}, keys = '', digits: string | null = null) =>
  usualEdits(catalog, shortcuts, {
    held: { ...NO_MODIFIERS, ...held },
    pending: { keys, digits },
  }).map((run) => run.join('; '));

test.each<[what: string, ...Parameters<typeof usual>, string[]]>([
  [
    'nothing: keys of the strip, plain ones first',
    {},
    '',
    null,
    ['transpose semitones=1', 'quantize', 'quantize strength=50', 'steps'],
  ],
  ['Shift', { shift: true }, '', null, ['quantize strength=50']],
  ['two modifiers: what lies there, in the strip or not', { alt: true, shift: true }, '', null, ['steps grid=1/32']],
  ['the first of two keys', {}, 'F2', null, ['copy']],
  ['a count, which a key takes as its own', { alt: true }, '', '8', ['steps parts=8']],
])('in the middle of %s', (_, held, keys, digits, lines) => {
  expect(usual(held, keys, digits)).toEqual(lines);
});
