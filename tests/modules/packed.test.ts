import { expect, test } from 'vitest';
import { packedSound } from '../../resources/js/api';
import { NoteTable } from '../../resources/js/music/notes';
import { core } from './studio';

/** An answer with the notes of one track, as the core packs them; none where there are no rows. */
function answerOf(rows: Record<string, number>[]): ArrayBuffer {
  const { bytes } = core<{ bytes: string }>({ ask: 'packed', notes: rows });
  const table = rows.length === 0 ? Buffer.alloc(0) : Buffer.from(bytes, 'base64');
  const head = Buffer.from(JSON.stringify([{ track: 7, notes: table.length, points: 0 }]));
  const length = Buffer.alloc(4);
  length.writeUInt32LE(head.length);
  return Uint8Array.from(Buffer.concat([length, head, table])).buffer;
}

test.each<[what: string, rows: Record<string, number>[]]>([
  ['nothing', []],
  ['one note', [{ start: 480, length: 120, pitch: 60 }]],
  [
    'a byte each, four bytes each, a run and one value for all',
    [
      { id: 4, start: 0, length: 70_000, pitch: 60, velocity: 20, technique: 2 },
      { id: 5, start: 96_000_000, length: 1, pitch: 61, velocity: 127, technique: 2 },
      { id: 6, start: 96_000_000, length: 9, pitch: 90, velocity: 1, technique: 2 },
    ],
  ],
  [
    'values below nothing',
    [
      { id: 9, start: 10, playedStart: -10, playedEnd: 300 },
      { id: 2, start: 90, playedStart: 20, playedEnd: -4_000 },
    ],
  ],
])('tables come through as bytes: %s', (_, rows) => {
  const [{ track, notes, points }] = packedSound(answerOf(rows)).tracks;
  expect([track, points]).toEqual([7, null]);
  const { columns, count } = NoteTable.of(notes);
  expect(count).toBe(rows.length);
  for (const [k, row] of rows.entries())
    for (const [name, value] of Object.entries(row)) expect(columns[name as keyof typeof columns][k], name).toBe(value);
});

test('tables that break off are refused', () => {
  const whole = answerOf([{ start: 0 }, { start: 480 }]);
  expect(() => packedSound(whole.slice(0, whole.byteLength - 3))).toThrow(RangeError);
});
