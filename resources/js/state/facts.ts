import { pitchName } from '../roll/pitch';
import type { Session } from './session.svelte';

/** What can be said about the selected notes, or about all where none is selected. */
export interface Facts {
  /** how many notes the facts are about, and how many there are */
  count: number;
  total: number;
  selected: boolean;
  pitches: string;
  velocities: string;
  lengths: string;
  span: string;
  /** notes that are not where they were played */
  moved: number;
  muted: number;
}

/** Distances of starts from the grid lines, as far as they are drawn and averaged. */
export interface Timing {
  /** how many starts lie in each part between the line before (−1) and the line after (1) half-way */
  bins: number[];
  meanMs: number;
  largestMs: number;
  onLine: number;
}

export const BINS = 31;

function* places(session: Session): Generator<number> {
  const { notes } = session;
  for (let i = 0; i < notes.count; i++) {
    if (notes.selectedCount === 0 || notes.selected[i]) {
      yield i;
    }
  }
}

export function factsOf(session: Session): Facts {
  const { notes, lines, song } = session;
  const { start, length, pitch, velocity, playedStart, playedEnd, muted } = notes.columns;
  let [count, low, high, soft, loud, sum, short, long, from, to, moved, silent] = [
    0,
    127,
    0,
    127,
    0,
    0,
    Infinity,
    0,
    Infinity,
    0,
    0,
    0,
  ];
  for (const i of places(session)) {
    count++;
    low = Math.min(low, pitch[i]);
    high = Math.max(high, pitch[i]);
    soft = Math.min(soft, velocity[i]);
    loud = Math.max(loud, velocity[i]);
    sum += velocity[i];
    short = Math.min(short, length[i]);
    long = Math.max(long, length[i]);
    from = Math.min(from, start[i]);
    to = Math.max(to, start[i] + length[i]);
    moved += playedStart[i] !== 0 || playedEnd[i] !== 0 ? 1 : 0;
    silent += muted[i];
  }
  const between = (a: string | number, b: string | number) => (a === b ? `${a}` : `${a} to ${b}`);
  return {
    count,
    total: notes.count,
    selected: notes.selectedCount > 0,
    pitches: count ? between(pitchName(low), pitchName(high)) : '–',
    velocities: count ? `${between(soft, loud)}, mean ${Math.round(sum / count)}` : '–',
    lengths: count ? `${between(short, long)} ticks` : '–',
    span: count ? `${lines.position(from, song.ppq)} to ${lines.position(to, song.ppq)}` : '–',
    moved,
    muted: silent,
  };
}

export function timingOf(session: Session): Timing {
  const { notes, lines, clock } = session;
  const { start } = notes.columns;
  const bins = new Array<number>(BINS).fill(0);
  let [count, sum, largest, onLine] = [0, 0, 0, 0];
  for (const i of places(session)) {
    const { before, after } = lines.around(start[i]);
    const late = start[i] - before < after - start[i];
    const distance = late ? start[i] - before : start[i] - after;
    const share = (2 * distance) / (after - before);
    bins[Math.min(BINS - 1, Math.max(0, Math.round(((share + 1) / 2) * (BINS - 1))))]++;
    const ms = clock.milliseconds(start[i], distance);
    sum += ms;
    largest = Math.abs(ms) > Math.abs(largest) ? ms : largest;
    onLine += distance === 0 ? 1 : 0;
    count++;
  }
  return { bins, meanMs: count ? sum / count : 0, largestMs: largest, onLine };
}
