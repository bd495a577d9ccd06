import { FONT, widthIn, type Colours } from '../look/theme';
import type { GridLines } from '../music/time';
import { NUMBERS_HEIGHT } from '../gestures/on-ruler';
import type { Viewport } from '../sight/viewport.svelte';

/** in CSS pixels */
export const RULER_HEIGHT = 36;
const ROOM_FOR_NUMBER = 34;
const ROOM_FOR_BEAT = 30;
const HANDLE = 4;
const LETTERS = `600 11px ${FONT}`;

/** What a ruler shows. */
export interface RulerScene {
  view: Viewport;
  lines: GridLines;
  /** the range, or else what the loop goes over */
  loop: readonly [number, number] | null;
  /** whether it is played over and over */
  isLooped: boolean;
  /** whether it is all of what is open, for nothing less is set */
  isWhole: boolean;
  playhead: number;
  colours: Colours;
  /** where the open clips lie, in the colours of their tracks; the one in front is marked */
  windows: readonly { start: number; length: number; inFront: boolean; ink: string; tint: string }[];
}

export function paintRuler(pen: CanvasRenderingContext2D, scene: RulerScene): void {
  const { view, loop, colours, windows } = scene;
  pen.fillStyle = colours['color-base-200'];
  pen.fillRect(0, 0, view.width, RULER_HEIGHT);
  for (const { start, length, inFront, ink, tint } of windows) {
    pen.fillStyle = inFront ? ink : tint;
    pen.fillRect(Math.round(view.x(start)), 0, length * view.pixelsPerTick - 1, inFront ? 4 : 2);
  }
  if (loop) paintLoop(pen, scene, loop);
  pen.font = LETTERS;
  pen.textBaseline = 'middle';
  pen.fillStyle = colours['row-line'];
  pen.fillRect(0, NUMBERS_HEIGHT, view.width, 1);
  paintNumbers(pen, scene);
  pen.fillStyle = colours.playhead;
  const x = Math.round(view.x(scene.playhead));
  pen.beginPath();
  pen.moveTo(x - 6, 0);
  pen.lineTo(x + 6, 0);
  pen.lineTo(x, 10);
  pen.fill();
}

/** Numbers of bars, and of beats where there is room; the bar one is in is told at the left edge. */
function paintNumbers(pen: CanvasRenderingContext2D, { view, lines, colours }: RulerScene): void {
  const middle = NUMBERS_HEIGHT / 2 + 1;
  let last = -Infinity;
  let meter = '';
  const write = (text: string, x: number, colour: string) => {
    pen.fillStyle = colour;
    pen.fillText(text, x + 4, middle);
    last = x + 8 + widthIn(pen, LETTERS, text);
  };
  for (const { tick, bar, stretch } of lines.bars(Math.max(0, view.left), view.right)) {
    const [x, next] = [view.x(tick), view.x(lines.barStart(bar + 1))];
    const name = `${stretch.numerator}/${stretch.denominator}`;
    const changes = name !== meter && tick === stretch.tick;
    if (
      x < 0 ? next > ROOM_FOR_NUMBER : x >= last && (next - x >= ROOM_FOR_NUMBER || x - last >= ROOM_FOR_NUMBER / 2)
    ) {
      pen.fillStyle = colours['line-bar'];
      if (x >= 0) pen.fillRect(Math.round(x), NUMBERS_HEIGHT - 9, 1, 9);
      write(`${bar + 1}${changes ? `  ${name}` : ''}`, Math.max(0, x), colours['color-base-content']);
      meter = name;
    }
    const { beats } = stretch;
    if ((beats[1] ?? 0) * view.pixelsPerTick < ROOM_FOR_BEAT) continue;
    for (const [k, beat] of beats.entries()) {
      const at = view.x(tick + beat);
      if (k > 0 && at >= last && at < next) write(`${bar + 1}.${k + 1}`, at, colours['whisker']);
    }
  }
}

/** The band of the loop, with its name and handles at its ends; faint where it is the whole, or not played so. */
function paintLoop(
  pen: CanvasRenderingContext2D,
  { view, lines, colours, isLooped, isWhole }: RulerScene,
  [from, to]: readonly [number, number],
): void {
  const [left, right] = [Math.round(view.x(from)), Math.round(view.x(to))];
  const top = NUMBERS_HEIGHT + 1;
  const height = RULER_HEIGHT - top;
  pen.fillStyle = colours.range;
  pen.globalAlpha = isLooped && !isWhole ? 0.3 : 0.12;
  pen.fillRect(left, top, right - left, height);
  pen.globalAlpha = 1;
  for (const edge of isWhole ? [] : [left, right - HANDLE]) pen.fillRect(edge, top, HANDLE, height);
  const [first, last] = [from, to].map((tick) => shortPosition(lines.position(tick)));
  const what = `${isLooped ? 'Loop' : 'Range'} ${first}–${last}`;
  const x = Math.max(left, 0) + HANDLE + 4;
  pen.font = LETTERS;
  pen.textBaseline = 'middle';
  pen.fillStyle = colours['color-base-content'];
  const words = [isWhole ? `${what}, the whole clip · drag here for less` : what, what];
  const fits = words.find((text) => widthIn(pen, LETTERS, text) <= Math.min(right, view.width) - x - HANDLE);
  if (fits) pen.fillText(fits, x, top + height / 2 + 0.5);
}

/** A position without what is nothing of it: 3.1.0 is bar 3. */
const shortPosition = (position: string) => position.replace(/\.0$/, '').replace(/\.1$/, '');
