import { FONT, type Colours } from '../look/theme';
import type { GridLines } from '../music/time';
import type { Viewport } from '../sight/viewport.svelte';

/** in CSS pixels */
export const RULER_HEIGHT = 22;
const ROOM_FOR_NUMBER = 34;

/** What a ruler shows. */
export interface RulerScene {
  view: Viewport;
  lines: GridLines;
  loop: readonly [number, number] | null;
  playhead: number;
  colours: Colours;
  /** where the open clips lie, in the colours of their tracks; the one in front is marked */
  windows: readonly { start: number; length: number; inFront: boolean; ink: string; tint: string }[];
}

export function paintRuler(pen: CanvasRenderingContext2D, scene: RulerScene): void {
  const { view, lines, loop, colours, windows } = scene;
  pen.fillStyle = colours['color-base-200'];
  pen.fillRect(0, 0, view.width, RULER_HEIGHT);
  for (const { start, length, inFront, ink, tint } of windows) {
    pen.fillStyle = inFront ? ink : tint;
    pen.fillRect(Math.round(view.x(start)), 0, length * view.pixelsPerTick - 1, inFront ? 4 : 2);
  }
  if (loop) {
    pen.fillStyle = colours.range;
    pen.fillRect(view.x(loop[0]), RULER_HEIGHT - 4, (loop[1] - loop[0]) * view.pixelsPerTick, 4);
  }
  pen.font = `600 11px ${FONT}`;
  pen.textBaseline = 'middle';
  let last = -Infinity;
  let meter = '';
  for (const { tick, bar, stretch } of lines.bars(Math.max(0, view.left), view.right)) {
    const x = view.x(tick);
    const name = `${stretch.numerator}/${stretch.denominator}`;
    const changes = name !== meter && tick === stretch.tick;
    if (x - last < ROOM_FOR_NUMBER) continue;
    pen.fillStyle = colours['line-bar'];
    pen.fillRect(Math.round(x), RULER_HEIGHT - 9, 1, 9);
    pen.fillStyle = colours['color-base-content'];
    pen.fillText(`${bar + 1}${changes ? `  ${name}` : ''}`, x + 4, RULER_HEIGHT / 2 - 1);
    last = changes ? x + 24 : x;
    meter = name;
  }
  pen.fillStyle = colours.playhead;
  const x = Math.round(view.x(scene.playhead));
  pen.beginPath();
  pen.moveTo(x - 6, 0);
  pen.lineTo(x + 6, 0);
  pen.lineTo(x, 10);
  pen.fill();
}
