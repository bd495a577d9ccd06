import type { At } from '../pointer/gesture';
import { Button, graspIn, type Grasp, type Press, type GraspCase } from '../pointer/grasp';
import { tickAt } from '../pointer/snap';
import { clipAt, type ClipHit } from '../sight/clip-hit';
import { BoxingClips, DrawingClip, newClip, RangingClips, RubbingClips } from './clip-choosing';
import { ClipDragging, type ClipShape } from './clip-dragging';
import type { ClipGround } from './clip-ground';

interface UnderSong {
  on: ClipGround;
  found: ClipHit | null;
  at: At;
}

/** All that a press on the song can do; the first case that holds does. */
const ON_CLIPS: readonly GraspCase<UnderSong, ClipShape>[] = [
  {
    where: ({ on }) => on.hands.hand === 'draw',
    cursor: 'cell',
    word: 'drag: a new clip as long · a press: one of a bar · Alt: free of the grid',
    press: draw,
  },
  {
    where: ({ on }) => on.hands.hand === 'erase',
    cursor: 'crosshair',
    word: 'a press or a stroke takes clips out',
    press: ({ on }, from) => new RubbingClips(on, from),
  },
  {
    where: ({ found }) => found?.part === 'body',
    cursor: 'grab',
    word: 'drag: move · Ctrl: a copy · Alt: free of the grid · two presses: open',
    press: take,
  },
  {
    where: ({ found }) => found !== null,
    cursor: 'ew-resize',
    word: 'drag: change this end; what sounds stays where it is',
    press: take,
  },
  {
    where: () => true,
    cursor: 'default',
    word: 'drag: choose clips · Alt: a range over these tracks · two presses: a new clip',
    press: reach,
  },
];

/** What a press on the song would do. */
export function graspOnClips(on: ClipGround, at: At, button: Button): Grasp<ClipShape> | null {
  if (button !== Button.left) return null;
  return graspIn(ON_CLIPS, { on, at, found: clipAt(on.arranging, on.chosenClips, at.x, at.y) });
}

/** Puts the caret at a place, the playhead too where it stands, and the track there in front where it is open. */
export function turnTo({ arranging, caret, contents, lines }: ClipGround, { x, y, free }: At): void {
  caret.point({ tick: tickAt(lines, arranging.view, x, free) });
  const open = contents.song.tracks[arranging.rowAt(y)]?.clips.find(({ id }) => contents.open.includes(id));
  if (open) contents.toFront(open.id);
}

/** A press on a clip takes it, and its group, and leaves the caret; a drag moves what is chosen. */
function take({ on, found }: UnderSong, from: At): Press<ClipShape> {
  const { chosenClips } = on;
  const { clip } = found!.placed;
  const together = chosenClips.together(clip.id);
  const adds = from.shift || from.ctrl;
  const wasChosen = chosenClips.isChosen.has(clip.id);
  if (!wasChosen) chosenClips.choose([...(adds ? chosenClips.ids : []), ...together]);
  return {
    drag: () => new ClipDragging(on, found!, from),
    click: () => {
      if (wasChosen) chosenClips.choose(adds ? chosenClips.ids.filter((one) => !together.includes(one)) : together);
    },
  };
}

/** A press on empty ground chooses by a box, or with Alt by a range; without a drag it puts the caret there. */
function reach({ on }: UnderSong, from: At): Press<ClipShape> {
  const { chosenClips } = on;
  const adds = from.shift || from.ctrl;
  const kept = adds ? chosenClips.ids : [];
  return {
    drag: () => (from.alt ? new RangingClips(on, from, kept) : new BoxingClips(on, from, kept)),
    click: () => {
      if (!adds) chosenClips.choose([]);
      turnTo(on, from);
    },
  };
}

/** A press in the draw hand puts in a clip of the bar that was pressed, a drag one as long. */
function draw({ on }: UnderSong, from: At): Press<ClipShape> {
  const { arranging, lines } = on;
  const row = arranging.rowAt(from.y);
  if (row >= arranging.heights.length) {
    return { drag: null, click: () => on.refuse('There is no track here; track-new makes one.') };
  }
  const { tick, bar } = lines.barAt(Math.max(0, Math.round(arranging.view.tick(from.x))));
  return {
    drag: () => new DrawingClip(on, from, row),
    click: () => on.run(newClip([tick, lines.barStart(bar + 1)], row)),
  };
}
