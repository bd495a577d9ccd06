import { counted } from '../music/counted';
import { laneOf } from '../music/lanes';
import type { NoteTable } from '../music/notes';
import { pitchName } from '../music/pitch';
import type { Clock, GridLines } from '../music/time';
import type { PointTable } from '../music/points';
import type { Contents } from '../song/contents.svelte';
import { rowCalled } from '../song/row-names';
import type { Lanes } from './lanes.svelte';
import type { Seen } from './seen.svelte';

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
  /** the selected points: “3 points of Expression, 12 to 90”; empty where there are none */
  points: string;
  /** notes that are not where they were played */
  moved: number;
  muted: number;
}

/** Distances of starts from the nearest grid lines, early below 0 and late above. */
export interface Timing {
  /** in ms, of at most so many notes, in order of time */
  distances: number[];
  /** half the widest gap between two lines, in ms: no distance is larger */
  halfGap: number;
  meanMs: number;
  /** the standard deviation around the mean, in ms */
  spreadMs: number;
  largestMs: number;
  onLine: number;
}

/** More dots than this cannot be told apart. */
const MOST_DOTS = 3000;

/** The places of the notes that facts are about: the selected ones, or all where none is selected. */
export function* places(notes: NoteTable): Generator<number> {
  for (let i = 0; i < notes.count; i++) {
    if (notes.selectedCount === 0 || notes.selected[i]) {
      yield i;
    }
  }
}

export function factsOf(
  { notes, points }: Seen,
  lines: GridLines,
  lanes: Lanes,
  contents: Pick<Contents, 'trackOf'>,
): Facts {
  const { start, length, velocity, playedStart, playedEnd, muted } = notes.columns;
  let [count, soft, loud, sum, short, long, from, to, moved, silent] = [0, 127, 0, 0, Infinity, 0, Infinity, 0, 0, 0];
  for (const i of places(notes)) {
    count++;
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
    pitches: count ? pitchesSaid(notes, places(notes), contents) : '–',
    velocities: count ? `${between(soft, loud)}, mean ${Math.round(sum / count)}` : '–',
    lengths: count ? `${between(short, long)} ticks` : '–',
    span: count ? `${lines.position(from)} to ${lines.position(to)}` : '–',
    points: pointsSaid(points, lanes),
    moved,
    muted: silent,
  };
}

/** Rows of drums that are told by name; more are counted. */
const MOST_ROWS = 3;

/** The pitches of notes, from the lowest to the highest; on a track whose rows have names, those. */
export function pitchesSaid(notes: NoteTable, some: Iterable<number>, contents: Pick<Contents, 'trackOf'>): string {
  const { pitch, clip } = notes.columns;
  const rows = new Map<string, number>();
  let [low, high, isNamed] = [127, 0, false];
  for (const i of some) {
    low = Math.min(low, pitch[i]);
    high = Math.max(high, pitch[i]);
    const track = contents.trackOf(clip[i]);
    if (track.rows.length === 0) continue;
    isNamed = true;
    rows.set(rowCalled(track, pitch[i]), pitch[i]);
  }
  if (!isNamed) return low === high ? pitchName(low) : `${pitchName(low)} to ${pitchName(high)}`;
  const names = [...rows].sort(([, a], [, b]) => a - b).map(([name]) => name);
  const more = names.length - MOST_ROWS;
  return more > 0 ? `${names.slice(0, MOST_ROWS).join(', ')} and ${more} more` : names.join(', ');
}

/** The selected points: “3 points of Expression, 12 to 90”; empty where there are none. */
export function pointsSaid(points: PointTable, lanes: Lanes): string {
  const places = points.selectedPlaces();
  if (places.length === 0) return '';
  const { kind, number, value } = points.columns;
  const titles = new Set(places.map((i) => lanes.of(laneOf(kind[i], number[i])).title));
  const values = places.map((i) => value[i]);
  const [low, high] = [Math.min(...values), Math.max(...values)];
  return `${counted(places.length, 'point')} of ${[...titles].join(', ')}, ${low === high ? low : `${low} to ${high}`}`;
}

export function timingOf(notes: NoteTable, clock: Clock, lines: GridLines): Timing {
  const { start } = notes.columns;
  const every = Math.ceil((notes.selectedCount || notes.count) / MOST_DOTS);
  const distances: number[] = [];
  let [count, sum, squares, largest, onLine, halfGap] = [0, 0, 0, 0, 0, 0];
  for (const i of places(notes)) {
    const { before, after } = lines.around(start[i]);
    const late = start[i] - before < after - start[i];
    const distance = late ? start[i] - before : start[i] - after;
    const ms = distance === 0 ? 0 : clock.milliseconds(start[i], distance);
    sum += ms;
    squares += ms * ms;
    largest = Math.abs(ms) > Math.abs(largest) ? ms : largest;
    onLine += distance === 0 ? 1 : 0;
    if (count % every === 0) {
      distances.push(ms);
      halfGap = Math.max(halfGap, clock.milliseconds(before, after - before) / 2);
    }
    count++;
  }
  const mean = count ? sum / count : 0;
  const spread = count ? Math.sqrt(Math.max(0, squares / count - mean * mean)) : 0;
  return { distances, halfGap, meanMs: mean, spreadMs: spread, largestMs: largest, onLine };
}

/** The mean velocity of the notes that facts are about. */
export function meanVelocity(notes: NoteTable): number {
  let [count, sum] = [0, 0];
  for (const i of places(notes)) {
    sum += notes.columns.velocity[i];
    count++;
  }
  return count ? sum / count : 0;
}
