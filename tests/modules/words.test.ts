import { named } from '../../resources/js/music/counted';
import { readFileSync } from 'node:fs';
import { expect, test } from 'vitest';
import type { Declaration } from '../../resources/js/api';
import { typingOf } from '../../resources/js/commands/completion';
import { entriesOf, find } from '../../resources/js/commands/entries';
import tradeWords from '../../resources/keys/trade-words.json';
import { catalog } from './studio';

const { bindings } = JSON.parse(readFileSync('resources/keys/standard.json', 'utf8')) as {
  bindings: { key: string; run: string; title: string; strip: string }[];
};
const entries = entriesOf(
  catalog,
  bindings.map((binding) => ({ ...binding, run: [binding.run] })),
  [],
);
const all = [...catalog.edits, ...catalog.view];
const wordsOf = ({ title, uses, synonyms }: Declaration) => [title, ...Object.values(uses), ...synonyms];
/** How many list a word. */
const listed = new Map<string, number>();
for (const word of all.flatMap((one) => [...new Set(wordsOf(one).map((word) => word.toLowerCase()))])) {
  listed.set(word, (listed.get(word) ?? 0) + 1);
}

for (const word of Object.values(tradeWords).flat()) listed.set(word, (listed.get(word) ?? 0) + 1);

test('every title, use and synonym is found among the first three, or as many as list it', { timeout: 60_000 }, () => {
  const missed: string[] = [];
  let tried = 0;
  for (const declaration of all) {
    for (const word of wordsOf(declaration)) {
      tried++;
      const names = [...new Set(find(entries, word).map(({ line }) => line.trim().split(' ')[0]))];
      const most = Math.max(3, listed.get(word.toLowerCase())!);
      if (!names.slice(0, most).includes(declaration.name)) missed.push(`${declaration.name}: “${word}” → ${names}`);
    }
  }
  expect(missed).toEqual([]);
  expect(tried).toBeGreaterThan(1000);
});

test('every word of the trade finds first what is meant by it', () => {
  const missed = Object.entries(tradeWords).flatMap(([line, words]) =>
    words.flatMap((word) => {
      const [first] = find(entries, word);
      return first?.line === line ? [] : [`“${word}”: ${first?.line ?? 'nothing'}, not ${line}`];
    }),
  );
  expect(missed).toEqual([]);
});

test('where a title, use or synonym reads as the beginning of a line, what it finds stands right below', () => {
  const lines = all.flatMap((one) => wordsOf(one).flatMap((word) => typingOf(catalog, word.toLowerCase()) ?? []));
  expect(lines.map(({ declaration, choices }) => [declaration.name, choices.length])).toEqual([
    ['clip', 1],
    ['zoom', 1],
  ]);
});

test.each([
  ['quantize ', true],
  ['quantize str', true],
  ['quantize strength=50 ', true],
  ['choose where="velocity=..40 be', true],
  ['loop clip', false],
  ['select all', false],
  ['undo list', false],
  ['record settings', false],
  ['lane velocity', false],
  ['velocity of new notes', false],
  ['quantize strength=50 please', false],
])('“%s” reads as a line: %s', (text, isLine) => {
  expect(typingOf(catalog, text) !== null).toBe(isLine);
});

test('a few things are called by their names, of many the number is told', () => {
  const all = ['Kalimba', 'Bass', 'Kit', 'Bells', 'Harp', 'Flute'].map((name) => ({ name }));
  expect(named(all.slice(0, 4))).toBe('Kalimba, Bass, Kit, Bells');
  expect(named(all)).toBe('Kalimba, Bass, Kit, Bells and 2 more');
  expect(named([])).toBe('');
});
