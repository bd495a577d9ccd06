import type { NoteTable } from '../music/notes';
import type { Bodies } from './bodies';

/** What of a note a press takes hold of. */
export type Part = 'body' | 'start' | 'end';

export interface Hit {
  place: number;
  part: Part;
}

/** How wide an edge is to take hold of, in CSS pixels. */
const EDGE = 6;

/** The note under a point, and which part of it; null where there is none. */
export function hit(bodies: Bodies, x: number, y: number): Hit | null {
  const { notes, view } = bodies;
  const pitch = view.pitch(y);
  const tick = view.tick(x);
  const columns = notes.columns;
  const slack = 2 / view.pixelsPerTick;
  let found = -1;
  for (let i = bodies.firstPlaceFrom(tick - slack); i < notes.count && columns.start[i] <= tick + slack; i++) {
    if (columns.pitch[i] === pitch && columns.start[i] + Math.max(bodies.length(i), slack) >= tick) {
      if (found < 0 || notes.selected[i] >= notes.selected[found]) {
        found = i;
      }
    }
  }
  if (found < 0) {
    return null;
  }
  if (bodies.isHead(found)) {
    return { place: found, part: 'body' };
  }
  const left = view.x(columns.start[found]);
  const right = view.x(columns.start[found] + columns.length[found]);
  const edge = Math.min(EDGE, (right - left) / 4);
  return { place: found, part: x > right - edge ? 'end' : x < left + edge ? 'start' : 'body' };
}

/** The ids of the notes a box touches. */
export function inBox(bodies: Bodies, box: { x: number; y: number; width: number; height: number }): number[] {
  const { notes, view } = bodies;
  const { start, pitch, id } = notes.columns;
  const [from, to] = [view.tick(box.x), view.tick(box.x + box.width)];
  const [first, last] = [view.pitch(box.y), view.pitch(box.y + box.height)].map((row) => view.rowOf(row));
  const ids: number[] = [];
  for (let i = bodies.firstPlaceFrom(from); i < notes.count && start[i] < to; i++) {
    const row = view.rowOf(pitch[i]);
    if (row >= first && row <= last && start[i] + bodies.length(i) > from) {
      ids.push(id[i]);
    }
  }
  return ids;
}

/** The note of the same pitch and track that begins where one ends; -1 where there is none. */
export function touching(notes: NoteTable, place: number, trackOf: (clip: number) => number | undefined): number {
  const { start, length, pitch, channel, clip } = notes.columns;
  const end = start[place] + length[place];
  for (let i = notes.firstPlaceFrom(start[place]); i < notes.count && start[i] <= end; i++) {
    const isLike =
      pitch[i] === pitch[place] && channel[i] === channel[place] && trackOf(clip[i]) === trackOf(clip[place]);
    if (isLike && start[i] === end && i !== place) {
      return i;
    }
  }
  return -1;
}

/** The pair of notes whose border lies under an edge that was hit; null where it is no border. */
export function borderAt(
  notes: NoteTable,
  { place, part }: Hit,
  trackOf: (clip: number) => number | undefined,
): [before: number, after: number] | null {
  if (part === 'end') {
    const after = touching(notes, place, trackOf);
    return after < 0 ? null : [place, after];
  }
  if (part === 'start') {
    const { start, length, pitch } = notes.columns;
    for (let i = notes.firstPlaceFrom(start[place] - 1); i < notes.count && start[i] < start[place]; i++) {
      if (pitch[i] === pitch[place] && start[i] + length[i] === start[place] && touching(notes, i, trackOf) === place) {
        return [i, place];
      }
    }
  }
  return null;
}
