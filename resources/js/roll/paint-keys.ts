import type { Track } from '../api';
import { FONT, type Colours } from '../look/theme';
import { isBlackKey, pitchName } from '../music/pitch';
import { rowOf } from '../song/row-names';
import type { Viewport } from '../sight/viewport.svelte';

/** How wide the pitch keys are, and the colour of a row on them, in CSS pixels. */
export const KEYS_WIDTH = 52;
const STRIPE = 4;
const KEY = 12;
/** Rows at least so high have each a name, and a named one its pitch below. */
const NAME_EVERY_ROW_AT = 13;
const TWO_LINES_AT = 28;

/** What the pitch keys show. */
export interface KeysScene {
  view: Viewport;
  track: Track;
  colours: Colours;
  /** the ink of a colour of the theme */
  inkOf: (colour: number) => string;
}

export function paintKeys(pen: CanvasRenderingContext2D, { view, track, colours, inkOf }: KeysScene): void {
  pen.font = `500 11px ${FONT}`;
  pen.textBaseline = 'middle';
  const drums = track.voice === 'drums';
  for (const pitch of view.inSight) {
    const y = Math.round(view.y(pitch));
    const height = Math.round(view.y(pitch) + view.rowHeight) - y;
    const black = isBlackKey(pitch);
    pen.fillStyle = drums && black ? colours['row-black'] : colours['row-white'];
    pen.fillRect(0, y, KEYS_WIDTH, height);
    if (black && !drums) {
      pen.fillStyle = colours['key-black'];
      pen.fillRect(KEYS_WIDTH - KEY, y + 1, KEY, height - 2);
    }
    pen.fillStyle = pitch % 12 === 0 ? colours['octave-line'] : colours['row-line'];
    pen.fillRect(0, y + height - 1, KEYS_WIDTH, 1);
    const row = rowOf(track, pitch);
    if (row && row.colour > 0) {
      pen.fillStyle = inkOf(row.colour);
      pen.fillRect(KEYS_WIDTH - STRIPE, y, STRIPE, height - 1);
    }
    if (pitch % 12 === 0 || view.rowHeight >= NAME_EVERY_ROW_AT) {
      paintName(pen, row?.name ?? '', pitch, y, height, !drums && pitch % 12 === 0, colours);
    }
  }
}

/** The name of a row, or else its pitch; a row that is named still says its pitch where there is room. */
function paintName(
  pen: CanvasRenderingContext2D,
  name: string,
  pitch: number,
  y: number,
  height: number,
  isStrong: boolean,
  colours: Colours,
): void {
  const hasTwo = name !== '' && height >= TWO_LINES_AT;
  pen.fillStyle = colours['color-base-content'];
  pen.globalAlpha = name || isStrong ? 1 : 0.75;
  const room = KEYS_WIDTH - STRIPE - 4;
  pen.fillText(name || pitchName(pitch), name ? 3 : 8, y + height / 2 - (hasTwo ? 6 : 0), room);
  if (hasTwo) {
    pen.globalAlpha = 0.75;
    pen.fillText(pitchName(pitch), 3, y + height / 2 + 7, KEYS_WIDTH - 5);
  }
  pen.globalAlpha = 1;
}
