import type { Attachment } from 'svelte/attachments';

/** A number that is turned with the wheel and dragged up and down. */
export interface Turned {
  value: number;
  min: number;
  max: number;
  /** one step of the wheel, and of a drag of a few pixels */
  step: number;
  /** what a double press returns to; null where there is nothing usual */
  usual: number | null;
  set: (value: number) => void;
}

/** How many CSS pixels a drag takes for one step. */
const PIXELS = 4;
/** Shift makes a step large, Alt a tenth of it, but never less than the finest there is. */
const LARGE = 10;
/** A press that moves less is no drag, in CSS pixels. */
const LEAST = 4;

/** A turn of the wheel that goes on from somewhere else, such as a list that scrolls, changes nothing; in ms. */
const GOES_ON = 300;
const lastTurn: { on: EventTarget | null; at: number } = { on: null, at: -Infinity };
addEventListener(
  'wheel',
  ({ target, timeStamp }) => {
    if (timeStamp - lastTurn.at > GOES_ON) lastTurn.on = target;
    lastTurn.at = timeStamp;
  },
  { capture: true, passive: true },
);

export function stepOf(event: { shiftKey: boolean; altKey: boolean }, { step, min, max }: Turned): number {
  const finest = Number.isInteger(min) && Number.isInteger(max) && Number.isInteger(step) ? 1 : step / LARGE;
  return event.shiftKey ? step * LARGE : event.altKey ? Math.max(finest, step / LARGE) : step;
}

/** A number held in its range, without what adding tenths leaves behind. */
export const held = ({ min, max }: Turned, value: number) =>
  Math.min(max, Math.max(min, Math.round(value * 1000) / 1000));

/**
 * Makes a field or a slider turn with the wheel, drag with the pointer (a slider only finely, with Alt, for it has a
 * drag of its own) and return to what is usual by a double press. A page that scrolls stays where it is.
 */
export function turning(of: () => Turned): Attachment<HTMLElement> {
  return (element) => {
    const isSlider = element instanceof HTMLInputElement && element.type === 'range';
    /** what it was turned to last: the next notch goes on from there, though it may not have been taken yet */
    let turnedTo: { value: number; at: number } | null = null;
    const wheel = (event: WheelEvent) => {
      if (event.ctrlKey || event.metaKey || lastTurn.on !== element) return;
      event.preventDefault();
      event.stopPropagation();
      const turned = of();
      // With Shift some browsers turn the wheel sideways.
      const down = event.deltaY || event.deltaX;
      if (down === 0) return;
      const from = turnedTo && event.timeStamp - turnedTo.at < GOES_ON ? turnedTo.value : turned.value;
      turnedTo = { value: held(turned, from + (down < 0 ? 1 : -1) * stepOf(event, turned)), at: event.timeStamp };
      turned.set(turnedTo.value);
    };
    const press = (event: PointerEvent) => {
      if (event.button !== 0 || (isSlider && !event.altKey)) return;
      if (isSlider) event.preventDefault();
      const from = of();
      let isDrag = isSlider;
      const along = (now: PointerEvent) => (isSlider ? now.clientX - event.clientX : event.clientY - now.clientY);
      const move = (now: PointerEvent) => {
        isDrag ||= Math.abs(along(now)) >= LEAST;
        if (!isDrag) return;
        now.preventDefault();
        getSelection()?.removeAllRanges();
        from.set(held(from, from.value + Math.trunc(along(now) / PIXELS) * stepOf(now, from)));
      };
      const end = () => {
        removeEventListener('pointermove', move);
        removeEventListener('pointerup', end);
        removeEventListener('pointercancel', end);
      };
      addEventListener('pointermove', move);
      addEventListener('pointerup', end);
      addEventListener('pointercancel', end);
    };
    const twice = () => {
      const turned = of();
      if (turned.usual !== null) turned.set(turned.usual);
    };
    element.addEventListener('wheel', wheel, { passive: false });
    element.addEventListener('pointerdown', press);
    element.addEventListener('dblclick', twice);
    return () => {
      element.removeEventListener('wheel', wheel);
      element.removeEventListener('pointerdown', press);
      element.removeEventListener('dblclick', twice);
    };
  };
}
