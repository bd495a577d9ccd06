import { FONT, type Colours } from '../look/theme';
import type { TempoShape } from '../gestures/on-tempos';
import type { Viewport } from '../sight/viewport.svelte';

/** How high the row of tempos is, and what is kept free above the fastest and below the slowest, in CSS pixels. */
export const ROW_HEIGHT = 46;
export const ROW_ROOM = 9;
/** the least span of tempos that is drawn, in BPM */
const LEAST_SPAN = 20;
/** tempos nearer than this to the one before have no mark of their own, in CSS pixels */
const NEAREST = 10;

interface Tempo {
  tick: number;
  bpm: number;
}

/** What the row of tempos shows. */
export interface TempoScene {
  view: Viewport;
  tempos: readonly Tempo[];
  span: readonly [low: number, high: number];
  /** the tempo that holds at a tick, in BPM */
  at: (tick: number) => number;
  /** what a drag would do; null where there is none */
  drag: TempoShape | null;
  colours: Colours;
}

/** The slowest and the fastest tempo there is room for, in BPM. */
export function spanOfTempos(tempos: readonly { bpm: number }[]): [low: number, high: number] {
  const all = tempos.length > 0 ? tempos.map(({ bpm }) => bpm) : [120];
  const [low, high] = [Math.min(...all), Math.max(...all)];
  const more = Math.max(0, LEAST_SPAN - (high - low)) / 2;
  return [Math.max(0, low - more), high + more];
}

export function paintTempos(pen: CanvasRenderingContext2D, scene: TempoScene): void {
  const { view, tempos, span, at, drag, colours } = scene;
  const y = (bpm: number) => ROW_ROOM + ((span[1] - bpm) / (span[1] - span[0])) * (ROW_HEIGHT - 2 * ROW_ROOM);
  pen.fillStyle = colours['color-base-200'];
  pen.fillRect(0, 0, view.width, ROW_HEIGHT);
  pen.strokeStyle = colours['color-base-content'];
  pen.lineWidth = 1.5;
  pen.beginPath();
  pen.moveTo(0, y(at(view.left)));
  for (const { tick, bpm } of tempos) {
    const x = view.x(tick);
    if (x < 0 || x > view.width) continue;
    pen.lineTo(x, y(at(tick - 1)));
    pen.lineTo(x, y(bpm));
  }
  pen.lineTo(view.width, y(at(view.right)));
  pen.stroke();
  pen.fillStyle = colours['color-base-content'];
  let last = -Infinity;
  for (const { tick, bpm } of tempos) {
    const x = view.x(tick);
    if (x - last < NEAREST) continue;
    pen.fillRect(x - 2, y(bpm) - 2, 5, 5);
    last = x;
  }
  if (!drag) return;
  const until = drag.ramp ? drag.to : (tempos.find(({ tick }) => tick > drag.tick)?.tick ?? view.right);
  pen.strokeStyle = pen.fillStyle = colours.selection;
  pen.lineWidth = 2;
  pen.beginPath();
  pen.moveTo(view.x(drag.tick), y(drag.ramp ? at(drag.tick) : drag.bpm));
  pen.lineTo(view.x(until), y(drag.bpm));
  pen.stroke();
  pen.font = `600 11px ${FONT}`;
  pen.textBaseline = 'middle';
  const [left, middle] = [Math.min(view.width - 60, drag.x + 12), Math.max(8, Math.min(ROW_HEIGHT - 8, drag.y))];
  pen.fillText(`${drag.bpm} BPM`, left, middle);
}
