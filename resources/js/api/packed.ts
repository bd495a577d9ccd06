import type { TrackSound } from './song';
import type { Packed } from './tables';

/** How an answer of this kind is called. */
export const PACKED_SOUND = 'application/vnd.jactonic.sound';

/** The length of the mark a table begins with, and of the id for its next row, which is the server's. */
const MARK = 6;
const NEXT_ID = 4;

/** Reads the tables of tracks: the length of a list in JSON, that list, and the tables it gives the lengths of. */
export function packedSound(bytes: ArrayBuffer): { tracks: TrackSound[] } {
  const length = new DataView(bytes).getUint32(0, true);
  const text = new TextDecoder().decode(new Uint8Array(bytes, 4, length));
  let at = 4 + length;
  const next = <Name extends string>(size: number): Packed<Name> | null => {
    const from = at;
    at += size;
    if (at > bytes.byteLength) throw new RangeError('The tables break off.');
    return size === 0 ? null : tableAt<Name>(bytes, from);
  };
  const list = JSON.parse(text) as { track: number; notes: number; points: number }[];
  return { tracks: list.map(({ track, notes, points }) => ({ track, notes: next(notes), points: next(points) })) };
}

function tableAt<Name extends string>(bytes: ArrayBuffer, from: number): Packed<Name> {
  const view = new DataView(bytes);
  let at = from + MARK + NEXT_ID;
  const columns: Record<string, Int32Array> = {};
  for (let left = view.getUint8(at++); left > 0; left--) {
    const length = view.getUint8(at);
    const name = String.fromCharCode(...new Uint8Array(bytes, at + 1, length));
    at += 1 + length;
    const count = view.getUint32(at, true);
    at += 4;
    if (count === 0) continue;
    const form = String.fromCharCode(view.getUint8(at++));
    const size = form === 'b' ? count : form === 'l' ? 4 * count : 4;
    columns[name] = columnOf(form, bytes.slice(at, at + size), count);
    at += size;
  }
  return columns as Packed<Name>;
}

/** A column in one of four forms: one value for all, a run that counts up, a byte each, or four. */
function columnOf(form: string, bytes: ArrayBuffer, count: number): Int32Array {
  if (form === 'l') return new Int32Array(bytes);
  if (form === 'b') return Int32Array.from(new Uint8Array(bytes));
  const [first] = new Int32Array(bytes);
  return form === 's' ? new Int32Array(count).fill(first) : Int32Array.from({ length: count }, (_, k) => first + k);
}
