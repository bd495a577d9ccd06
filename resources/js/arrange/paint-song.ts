import type { Placed } from '../desk/chosen-clips.svelte';
import type { ClipShape } from '../gestures/clip-dragging';
import { Pixels } from '../look/pixels';
import { FONT, widthIn, type Colours } from '../look/theme';
import type { Arranging } from '../sight/arranging.svelte';
import { paintClip, paintGround } from './paint-clips';
import { paintMiniatures } from './paint-miniatures';
import { boxOf, colourOf, meet, NAME_HEIGHT, onPlane, ROOM_FOR_NAME, type Box, type SongScene } from './song-scene';

/** All of the song in sight: its rows and clips and what lies in them, pixel by pixel, and names over that. */
export function paintSong(pen: CanvasRenderingContext2D, scene: SongScene): void {
  const { arranging, lines, tracks, all, isChosen, front, opened, sounding, open, openClips, colours, ofTrack } = scene;
  const { view, heights } = arranging;
  const sheet = Pixels.of(pen);
  const { ratio } = sheet;
  const placed = all
    .filter(({ row, track }) => arranging.isInSight(row) && !opened.has(track.id))
    .map((one) => ({ one, box: onPlane(arranging, ratio, one) }));
  const picture = [
    view.pixelsPerTick,
    heights,
    lines,
    tracks,
    all,
    isChosen,
    opened,
    sounding,
    open,
    openClips,
    colours,
    ofTrack,
  ];
  const [left, top] = [Math.round(view.left * view.pixelsPerTick * ratio), Math.round(view.top * ratio)];
  sheet.show(left, top, picture, () => {
    paintGround(sheet, scene);
    for (const { one, box } of placed)
      if (meet(box, sheet.part))
        paintClip(sheet, arranging, one, box, ofTrack(colourOf(one)), isChosen.has(one.clip.id));
    paintMiniatures(sheet, scene);
  });
  sheet.put();
  const window = { left, top, right: left + sheet.width, bottom: top + sheet.height };
  for (const { one, box } of placed)
    if (heights[one.row] >= ROOM_FOR_NAME && meet(box, window)) {
      const onCanvas = {
        left: (box.left - left) / ratio,
        top: (box.top - top) / ratio,
        right: (box.right - left) / ratio,
        bottom: (box.bottom - top) / ratio,
      };
      paintName(pen, onCanvas, one, ofTrack(colourOf(one)), isChosen.has(one.clip.id), one.clip.id === front);
    }
}

function paintName(
  pen: CanvasRenderingContext2D,
  box: Box,
  { clip, track }: Placed,
  colours: Colours,
  chosen: boolean,
  inFront: boolean,
): void {
  const x = Math.max(0, box.left) + 6;
  const room = box.right - x - 4;
  const foot = box.bottom - NAME_HEIGHT;
  if (inFront) {
    pen.fillStyle = colours.ink;
    pen.fillRect(box.left + 1, box.bottom - 4, box.right - box.left - 2, 3);
  }
  const name = clip.name || track.name;
  const state = [clip.muted ? 'muted' : '', clip.loop > 0 ? 'repeats' : ''].filter(Boolean);
  const font = `${inFront || chosen ? 700 : 500} 11px ${FONT}`;
  pen.font = font;
  pen.textBaseline = 'middle';
  pen.fillStyle = colours['note-text'];
  // Left out, and never cut.
  const shown = [[name, ...state].join(' · '), name].find((text) => widthIn(pen, font, text) <= room);
  if (shown) pen.fillText(shown, x, foot + NAME_HEIGHT / 2 - (inFront ? 2 : 0));
}

/** What lies over the clips. */
export interface SongOverScene {
  arranging: Arranging;
  range: readonly [number, number] | null;
  /** what is drawn of a gesture; null where none goes on */
  shape: ClipShape | null;
  /** null where an opened row has the keys; the row is -1 where no track is in front */
  caret: { tick: number; row: number } | null;
  playhead: number;
  colours: Colours;
  ofTrack: (colour: number) => Colours;
}

/** The range, clips where they would lie, the box, the caret and the playhead. */
export function paintSongOver(pen: CanvasRenderingContext2D, scene: SongOverScene): void {
  const { arranging, range, shape, caret, playhead, colours, ofTrack } = scene;
  const { view } = arranging;
  if (range) {
    pen.fillStyle = colours.range;
    pen.globalAlpha = 0.12;
    pen.fillRect(view.x(range[0]), 0, (range[1] - range[0]) * view.pixelsPerTick, view.height);
    pen.globalAlpha = 1;
  }
  pen.strokeStyle = colours.selection;
  pen.lineWidth = 2;
  for (const { placed, start, length, row } of shape?.dragged ?? []) {
    const { x, y, width, height } = boxOf(arranging, start, length, row);
    pen.fillStyle = ofTrack(colourOf(placed)).tint;
    pen.globalAlpha = 0.7;
    pen.fillRect(x, y, width, height);
    pen.globalAlpha = 1;
    pen.strokeRect(x, y, width, height);
  }
  if (shape?.box) {
    pen.lineWidth = 1;
    pen.setLineDash([4, 3]);
    pen.strokeRect(shape.box.x, shape.box.y, shape.box.width, shape.box.height);
    pen.setLineDash([]);
  }
  pen.fillStyle = colours['color-base-content'];
  if (caret && caret.row >= 0) {
    pen.fillRect(Math.round(view.x(caret.tick)), arranging.y(caret.row), 2, arranging.heights[caret.row]);
  }
  pen.fillStyle = colours.playhead;
  pen.fillRect(Math.round(view.x(playhead)), 0, 2, view.height);
}
