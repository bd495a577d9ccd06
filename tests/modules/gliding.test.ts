import { expect, test } from 'vitest';
import { NoteTable } from '../../resources/js/music/notes';
import { waysBetween } from '../../resources/js/roll/gliding.svelte';

const table = (notes: [id: number, start: number, length: number, pitch: number][]) =>
  NoteTable.of({
    id: notes.map(([id]) => id),
    start: notes.map(([, start]) => start),
    length: notes.map(([, , length]) => length),
    pitch: notes.map(([, , , pitch]) => pitch),
  });

const before = table([
  [1, 0, 240, 60],
  [2, 480, 240, 64],
  [3, 960, 240, 67],
]);

test('what lies elsewhere glides there, also where the order of the notes is another', () => {
  const after = table([
    [2, 0, 240, 64],
    [1, 20, 240, 61],
    [3, 960, 480, 67],
  ]);
  expect(waysBetween(before, after)).toEqual([
    { from: [0, 240, 60], to: [20, 240, 61] },
    { from: [480, 240, 64], to: [0, 240, 64] },
    { from: [960, 240, 67], to: [960, 480, 67] },
  ]);
});

test('what was put in or taken out glides nowhere, nor does what only became louder', () => {
  const after = table([
    [1, 0, 240, 60],
    [4, 700, 240, 72],
  ]);
  expect(waysBetween(before, after)).toEqual([]);
});

test('of more than two thousand nothing is told', () => {
  const many = (by: number) =>
    table(Array.from({ length: 2001 }, (_, k) => [k + 1, k * 10 + by, 5, 60] as [number, number, number, number]));
  expect(waysBetween(many(0), many(3))).toEqual([]);
});
