import type { NoteTable } from '../music/notes';
import { MAX_PITCH } from '../music/limits';
import type { GridLines } from '../music/time';
import type { Viewport } from '../desk/viewport.svelte';

/** What the pointer is doing on the roll. Sizes are CSS pixels, times ticks. */
export type Drag =
  | { kind: 'box'; box: { x: number; y: number; width: number; height: number } }
  | { kind: 'note' | 'start' | 'end'; ticks: number; semitones: number };

export type Part = 'note' | 'start' | 'end';

const EDGE = 6;

/** The note under a point, and which part of it; null where there is none. */
export function hit(notes: NoteTable, view: Viewport, x: number, y: number): { place: number; part: Part } | null {
  const pitch = view.pitch(y);
  const tick = view.tick(x);
  const columns = notes.columns;
  const slack = 2 / view.pixelsPerTick;
  let found = -1;
  for (let i = notes.firstPlaceFrom(tick - slack); i < notes.count && columns.start[i] <= tick + slack; i++) {
    if (columns.pitch[i] === pitch && columns.start[i] + Math.max(columns.length[i], slack) >= tick) {
      if (found < 0 || notes.selected[i] >= notes.selected[found]) {
        found = i;
      }
    }
  }
  if (found < 0) {
    return null;
  }
  const left = view.x(columns.start[found]);
  const right = view.x(columns.start[found] + columns.length[found]);
  const edge = Math.min(EDGE, (right - left) / 4);
  return { place: found, part: x > right - edge ? 'end' : x < left + edge ? 'start' : 'note' };
}

/** The ids of the notes a box touches. */
export function inBox(
  notes: NoteTable,
  view: Viewport,
  box: { x: number; y: number; width: number; height: number },
): number[] {
  const { start, length, pitch, id } = notes.columns;
  const [from, to] = [view.tick(box.x), view.tick(box.x + box.width)];
  const [high, low] = [view.pitch(box.y), view.pitch(box.y + box.height)];
  const ids: number[] = [];
  for (let i = notes.firstPlaceFrom(from); i < notes.count && start[i] < to; i++) {
    if (pitch[i] >= low && pitch[i] <= high && start[i] + length[i] > from) {
      ids.push(id[i]);
    }
  }
  return ids;
}

/** Where a drag of the selection would land: snapped so that the grabbed edge meets a line, or free. */
export function landing(
  notes: NoteTable,
  lines: GridLines,
  grabbed: { place: number; part: Part },
  ticks: number,
  semitones: number,
  free: boolean,
): Drag {
  const { start, length } = notes.columns;
  const edge = start[grabbed.place] + (grabbed.part === 'end' ? length[grabbed.place] : 0);
  const target = Math.max(0, free ? Math.round(edge + ticks) : lines.nearest(edge + ticks));
  const moved = ticks === 0 ? 0 : target - edge;
  const { earliest, low, high } = extent(notes);
  return {
    kind: grabbed.part,
    ticks: grabbed.part === 'end' ? moved : Math.max(moved, -earliest),
    semitones: grabbed.part === 'note' ? Math.min(MAX_PITCH - high, Math.max(-low, semitones)) : 0,
  };
}

/** The edit lines of a finished drag; none where it moved nothing. */
export function dragLines(drag: Drag): string[] {
  if (drag.kind === 'box') {
    return [];
  }
  const lines = [];
  if (drag.ticks !== 0) {
    lines.push(`nudge by=${drag.ticks}tk${drag.kind === 'note' ? '' : ` edge=${drag.kind}`}`);
  }
  if (drag.semitones !== 0) {
    lines.push(`transpose semitones=${drag.semitones}`);
  }
  return lines;
}

function extent(notes: NoteTable): { earliest: number; low: number; high: number } {
  let [earliest, low, high] = [Infinity, 127, 0];
  for (let i = 0; i < notes.count; i++) {
    if (notes.selected[i]) {
      earliest = Math.min(earliest, notes.columns.start[i]);
      low = Math.min(low, notes.columns.pitch[i]);
      high = Math.max(high, notes.columns.pitch[i]);
    }
  }
  return { earliest, low, high };
}
