import type { Hands } from '../desk/hands.svelte';
import type { Status } from '../desk/status.svelte';
import type { Viewport } from '../sight/viewport.svelte';
import type { Fingers } from './fingers';
import type { At, Dropped, Gesture, Shape } from './gesture';
import { Button, type Grasp } from './grasp';

/** Moved further than this, in CSS pixels, a press becomes a drag. */
const STARTS_DRAG_AT = 3;

/** What the pointer works on: a canvas, or a row of things. */
export interface Surface<S> {
  /** what a press of a button would do at a place; null where it does nothing */
  grasp(at: At, button: Button): Grasp<S> | null;
  /** Does what a gesture left, and tells when that is over. */
  drop(dropped: Dropped, over: () => void): void;
  /** the view that goes along where a drag passes its edge: in time alone, or in pitches too */
  scrolls?: { view: () => Viewport; along: 'time' | 'both' };
  /** what takes touches first */
  fingers?: Fingers;
  /** told that a gesture begins */
  begins?: () => void;
  /** told what is drawn */
  shows?: (shape: S | null) => void;
  /** told where the pointer is, and null where it left */
  passes?: (at: At | null) => void;
}

/**
 * The one handling of a pointer over a surface, from press to release: a press that may become a drag, a gesture, or what
 * was dropped and does not lie there yet. Escape, a second button and a touch that is taken away leave it.
 */
export class Pointer<S extends object | null = Shape> {
  /** what the cursor is where the pointer is */
  cursor = $state('default');
  #shape = $state.raw<S | null>(null);
  #gesture: Gesture<S> | null = null;
  #waiting: { from: At; drag: (() => Gesture<S>) | null; click: () => void } | null = null;
  #at: At | null = null;
  /** where the press was; it goes along where the view is scrolled under it */
  #origin: At | null = null;
  #scrolls = false;
  #element: HTMLElement | null = null;

  constructor(
    private readonly hands: Pick<Hands, 'free' | 'presses' | 'word'>,
    private readonly status: Pick<Status, 'say'>,
    private readonly surface: Surface<S>,
  ) {}

  /** what is drawn of a gesture, and of what was dropped until it lies there; null where nothing goes on */
  get shape(): S | null {
    return this.#shape;
  }

  get goesOn(): boolean {
    return this.#gesture !== null || this.#waiting !== null;
  }

  /** Listens to an element; gives what ends that. */
  readonly attach = (element: HTMLElement): (() => void) => {
    this.#element = element;
    const listening = new AbortController();
    const { signal } = listening;
    element.addEventListener('pointerdown', (event) => this.#down(event), { signal });
    element.addEventListener('pointermove', (event) => this.#move(event), { signal });
    element.addEventListener('pointerup', (event) => this.#up(event), { signal });
    element.addEventListener('pointercancel', (event) => this.#lost(event), { signal });
    element.addEventListener('pointerleave', () => this.#leave(), { signal });
    addEventListener('keydown', (event) => this.#escape(event), { signal, capture: true });
    return () => listening.abort();
  };

  /** Where the pointer is over the element. */
  at(event: MouseEvent): At {
    const box = this.#element!.getBoundingClientRect();
    return {
      x: event.clientX - box.left,
      y: event.clientY - box.top,
      shift: event.shiftKey,
      ctrl: event.ctrlKey || event.metaKey,
      alt: event.altKey,
      free: event.altKey || this.hands.free,
    };
  }

  /** A turn of the wheel, up or down by one; tells whether it was for the gesture. */
  turn(by: 1 | -1): boolean {
    if (!this.#gesture?.turn) return false;
    this.#gesture.turn(by);
    this.#show(this.#gesture.shape);
    return true;
  }

  /** Shows anew what a press would do where the pointer is: something else may lie there by now. */
  look(): void {
    if (this.#at && !this.goesOn) this.#look(this.#at);
  }

  /** Leaves what goes on as if it had never begun. */
  cancel(): void {
    this.#gesture?.cancel?.();
    this.#gesture = this.#waiting = null;
    this.#show(null);
  }

  #down(event: PointerEvent): void {
    if (this.surface.fingers?.down(event)) {
      this.cancel();
      return;
    }
    const from = this.at(event);
    const grasp = this.surface.grasp(from, event.button);
    if (!grasp) return;
    this.#element!.setPointerCapture(event.pointerId);
    this.hands.presses++;
    this.#at = from;
    const press = grasp.press(from);
    if ('click' in press) this.#waiting = { from, ...press };
    else this.#begin(press, from);
  }

  #move(event: PointerEvent): void {
    if (this.surface.fingers?.move(event)) return;
    const at = (this.#at = this.at(event));
    this.surface.passes?.(at);
    if (!this.goesOn) {
      this.#look(at);
      return;
    }
    // A second button leaves it.
    if ((event.buttons & (event.buttons - 1)) !== 0) {
      this.cancel();
      return;
    }
    const { from, drag } = this.#waiting ?? { from: at, drag: null };
    if (drag && !this.#gesture && Math.hypot(at.x - from.x, at.y - from.y) >= STARTS_DRAG_AT) this.#begin(drag(), from);
    this.#moveTo(at);
    this.#scrollOn();
  }

  #up(event: PointerEvent): void {
    if (!this.surface.fingers?.up(event)) this.#release();
  }

  #lost(event: PointerEvent): void {
    this.surface.fingers?.up(event);
    this.cancel();
  }

  #leave(): void {
    if (this.goesOn) return;
    this.#at = null;
    this.hands.word = '';
    this.surface.passes?.(null);
  }

  /** Escape leaves what goes on, before it means anything else. */
  #escape(event: KeyboardEvent): void {
    if (event.key !== 'Escape' || !this.goesOn) return;
    event.preventDefault();
    event.stopPropagation();
    this.cancel();
    this.status.say('Left; nothing was changed', 'hint');
  }

  #look(at: At): void {
    const { cursor, word } = this.surface.grasp(at, Button.left) ?? { cursor: 'default', word: '' };
    this.cursor = cursor;
    this.hands.word = word;
  }

  #begin(gesture: Gesture<S>, from: At): void {
    this.#gesture = gesture;
    gesture.redrawn = () => {
      if (this.#gesture === gesture) this.#show(gesture.shape);
    };
    this.surface.begins?.();
    this.#origin = from;
    this.#show(gesture.shape);
  }

  #moveTo(at: At): void {
    const gesture = this.#gesture;
    if (!gesture) return;
    gesture.move(at);
    if (gesture.word !== undefined) this.hands.word = gesture.word;
    this.#show(gesture.shape);
  }

  /** It is let go. What was dropped is drawn where it will lie until it lies there. */
  #release(): void {
    const [gesture, waiting] = [this.#gesture, this.#waiting];
    this.#gesture = this.#waiting = null;
    if (!gesture) {
      waiting?.click();
      return;
    }
    const dropped = gesture.drop();
    if (!dropped) {
      this.#show(null);
      return;
    }
    // It stays as it is drawn, word and all: to paint it anew would cost the frame in which the answer comes.
    const shown = gesture.shape;
    this.#show(shown);
    this.surface.drop(dropped, () => this.#shape === shown && this.#show(null));
  }

  /** A drag over an edge of the view takes the view along, for as long as it lies there. */
  #scrollOn(): void {
    const { scrolls } = this.surface;
    const [gesture, at] = [this.#gesture, this.#at];
    if (!scrolls || this.#scrolls || !gesture || !at || gesture.keepsView) return;
    const view = scrolls.view();
    const past = (value: number, most: number) => (value < 0 ? value : Math.max(0, value - most));
    const [across, down] = [past(at.x, view.width), scrolls.along === 'both' ? past(at.y, view.height) : 0];
    if (across === 0 && down === 0) return;
    this.#scrolls = true;
    requestAnimationFrame(() => {
      this.#scrolls = false;
      if (this.#gesture !== gesture || !this.#at) return;
      const [left, top] = [view.left, view.top];
      view.scrollBy(
        Math.sign(across) * Math.min(24, Math.abs(across) / 2),
        Math.sign(down) * Math.min(12, Math.abs(down) / 4),
      );
      const [x, y] = [(left - view.left) * view.pixelsPerTick, (top - view.top) * view.rowHeight];
      Object.assign(this.#origin!, { x: this.#origin!.x + x, y: this.#origin!.y + y });
      gesture.scrolled?.(x, y);
      this.#moveTo(this.#at);
      if (x !== 0 || y !== 0) this.#scrollOn();
    });
  }

  #show(shape: S | null): void {
    if (shape === null && this.#shape === null) return;
    this.#shape = shape;
    this.surface.shows?.(shape);
  }
}
