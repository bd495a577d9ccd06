import type { Placed } from '../desk/chosen-clips.svelte';
import { mixed, pixel, type Pixels } from '../look/pixels';
import type { Colours } from '../look/theme';
import type { Arranging } from '../sight/arranging.svelte';
import type { Box, SongScene } from './song-scene';

/** Beats, and lines of bars, that are nearer to each other than this, in CSS pixels, are not drawn. */
const [NEAREST_BEATS, NEAREST_BARS] = [6, 3];
/** How wide the shade behind a fold is, and how high its corner, in CSS pixels. */
const FOLD = 9;
const CORNER = 6;
/** How much of its ink the shade has, in 256ths. */
const SHADE = 179;
/** The frame of what is muted is broken: so long it is, and so long it is not, in CSS pixels. */
const DASH = [4, 3] as const;

/** Rows of tracks with bar lines and beats, on ground that nothing shows through. */
export function paintGround(sheet: Pixels, { arranging, lines, colours }: SongScene): void {
  const { view, heights, tops } = arranging;
  const { ratio, part } = sheet;
  const [row, rowLine, barLine] = [colours['row-black'], colours['row-line'], colours['octave-line']].map(pixel);
  const thin = Math.max(1, Math.round(ratio));
  const end = Math.round(tops[heights.length] * ratio);
  sheet.fill(part.left, part.top, part.right, part.bottom, pixel(colours['color-base-100']));
  sheet.fill(part.left, 0, part.right, end, row);
  for (const top of tops.slice(1)) {
    const y = Math.round(top * ratio);
    if (y > part.top && y - thin < part.bottom) sheet.fill(part.left, y - thin, part.right, y, rowLine);
  }
  const scale = view.pixelsPerTick * ratio;
  const drawLine = (tick: number, colour: number) => {
    const x = Math.round(tick * scale);
    sheet.fill(x, 0, x + thin, end, colour);
  };
  // The same lines wherever the song is looked at from.
  for (const { tick, bar, stretch } of lines.bars(Math.max(0, (part.left - thin) / scale), part.right / scale)) {
    const length = lines.barStart(bar + 1) - tick;
    const every = 2 ** Math.max(0, Math.ceil(Math.log2(NEAREST_BARS / (length * view.pixelsPerTick))));
    if ((bar - stretch.bar) % every === 0) drawLine(tick, barLine);
    if (stretch.beats.length > 1 && stretch.beats[1] * view.pixelsPerTick >= NEAREST_BEATS) {
      for (const beat of stretch.beats.slice(1)) if (beat < length) drawLine(tick + beat, rowLine);
    }
  }
}

/** A sheet of paper in an outline of its track's colour; where it repeats it is folded. */
export function paintClip(
  sheet: Pixels,
  { view }: Arranging,
  { clip }: Placed,
  { left, top, right, bottom }: Box,
  colours: Colours,
  chosen: boolean,
): void {
  const { ratio, part } = sheet;
  const corner = Math.max(1, Math.round(ratio));
  const thick = chosen ? 2 * corner : corner;
  // What is muted is an empty frame on the ground.
  if (!clip.muted) {
    const paper = pixel(chosen ? colours['selection-tint'] : colours['row-white']);
    sheet.fill(left + corner, top, right - corner, bottom, paper);
    sheet.fill(left, top + corner, left + corner, bottom - corner, paper);
    sheet.fill(right - corner, top + corner, right, bottom - corner, paper);
  }
  const edge = pixel(chosen ? colours.selection : colours.edge);
  const [on, gap] = clip.muted ? DASH.map((length) => Math.round(length * ratio)) : [right - left + bottom - top, 1];
  for (let x = left + corner; x < right - corner; x += on + gap) {
    const end = Math.min(x + on, right - corner);
    sheet.fill(x, top, end, top + thick, edge);
    sheet.fill(x, bottom - thick, end, bottom, edge);
  }
  for (let y = top + corner; y < bottom - corner; y += on + gap) {
    const end = Math.min(y + on, bottom - corner);
    sheet.fill(left, y, left + thick, end, edge);
    sheet.fill(right - thick, y, right, end, edge);
  }
  if (clip.loop > 0 && clip.loop * view.pixelsPerTick >= FOLD * 2) {
    const scale = view.pixelsPerTick * ratio;
    // The first whose shade may be seen.
    const before = Math.max(0, Math.floor((part.left / scale - clip.start) / clip.loop) - 1);
    for (let at = clip.start + (before + 1) * clip.loop; at < clip.start + clip.length; at += clip.loop) {
      const x = Math.round(at * scale);
      if (x > part.right + CORNER * ratio) break;
      paintFold(sheet, x, [top + corner, bottom - corner], colours);
    }
  }
}

/** Where a round but the first begins: a crease, a shade behind it, and a corner that is turned down. */
function paintFold(sheet: Pixels, x: number, [top, bottom]: readonly [number, number], colours: Colours): void {
  const { ratio } = sheet;
  const [deep, high] = [Math.round(FOLD * ratio), Math.round(CORNER * ratio)];
  const [dark, paper, edge] = [colours['octave-line'], colours['row-white'], colours.edge].map(pixel);
  for (let k = 0; k < deep; k++) {
    const shade = mixed(paper, dark, Math.round((256 * k) / deep));
    sheet.wash(x + k, top, x + k + 1, bottom, shade, SHADE);
  }
  sheet.fill(x, top, x + Math.max(1, Math.round(ratio)), bottom, edge);
  for (let k = 0; k < high; k++) sheet.fill(x - high + k, top + k, x, top + k + 1, edge);
}
