import type { Hands } from '../desk/hands.svelte';
import { ONE_NOTE } from '../desk/hands.svelte';
import type { Handle } from '../gestures/framing';
import type { Part } from '../desk/hit';

/** What lies under the pointer. */
export interface Under {
  part: Part | 'border' | null;
  handle: Handle | null;
  /** how many notes a drag would take along */
  count: number;
  drums: boolean;
}

const FRAMES: Record<Handle, string> = {
  right: 'drag: stretch in time · Alt: free of the grid',
  top: 'drag: wider or narrower intervals',
  foot: 'drag: louder or softer, as a share',
};

const notes = (count: number) => (count === 1 ? 'the note' : `${count} notes`);

/** A word about what a press would do here. */
export function hintOf(hands: Hands, { part, handle, count, drums }: Under): string {
  if (hands.moment === 'level')
    return part
      ? `up and down: velocity of ${notes(count)} · Ctrl: the one alone`
      : 'up and down: velocity of the selection';
  if (hands.moment === 'lens') return 'drag: a box to zoom to · pressed alone: back';
  if (hands.hand === 'erase') return 'press or stroke: notes out';
  const moves = `drag: move ${notes(count)} · Alt: free of the grid · Shift: one direction · Ctrl: a copy`;
  const ends = 'drag: length · Shift: all to one end · Ctrl: in proportion · Alt: free of the grid';
  if (hands.hand === 'draw') {
    if (drums) return part ? 'press or stroke: hits out' : 'press or stroke: hits in';
    if (part === null)
      return `press: ${hands.shape === ONE_NOTE ? 'a note' : `a chord, ${hands.shape}`} · drag: length and pitch · Ctrl: velocity · Shift: along the row · wheel: chord · right: out`;
  } else if (handle) {
    return FRAMES[handle];
  }
  if (part === 'border') return 'drag: the border of two notes';
  if (part === null)
    return 'drag: select by a box · Alt: by a free line · Shift: more · double press: a note · right: menu';
  return part === 'body' ? moves : ends;
}

/** The cursor that shows it. */
export function cursorOf(hands: Hands, { part, handle, drums }: Under): string {
  if (hands.moment === 'level') return 'ns-resize';
  if (hands.moment === 'lens') return 'zoom-in';
  if (hands.hand === 'erase') return 'not-allowed';
  if (hands.hand === 'draw' && (drums || part === null)) return 'cell';
  if (hands.hand === 'point' && handle) return handle === 'right' ? 'ew-resize' : 'ns-resize';
  if (part === 'border') return 'col-resize';
  return part === null ? 'crosshair' : part === 'body' ? 'grab' : 'ew-resize';
}
