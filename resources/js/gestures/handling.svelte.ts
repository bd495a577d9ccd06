import type { Desk } from '../desk/desk.svelte';
import type { Pane } from '../desk/pane.svelte';
import type { NoteTable } from '../music/notes';
import type { Levelled } from '../desk/hands.svelte';
import type { At, Gesture, Shape } from './gesture';

/** Moved further than this, in CSS pixels, a press becomes a drag. */
const STARTS_DRAG_AT = 3;

/** What the pointer is in the middle of over one canvas: a press that may become a drag, a gesture, or what was dropped and does not lie there yet. */
export class Handling {
  #shape = $state.raw<Shape | null>(null);
  /** the notes as they were when it began, whose places the shape tells; they may change before it is over */
  notes: NoteTable;
  #gesture: Gesture | null = null;
  #pressed: { from: At; begin: () => Gesture; click: () => void } | null = null;
  #at: At | null = null;
  /** where the press was; it goes along where the view is scrolled under it */
  #origin: At | null = null;
  #scrolls = false;

  /**
   * @param onmouse told the line a key would have run
   * @param onlevels told the velocities that notes would have, by their places in a table; null where they stay
   */
  constructor(
    private readonly desk: Desk,
    private readonly pane: Pane,
    private readonly onmouse: (line: string) => void,
    private readonly onlevels: (levels: Levelled | null) => void,
  ) {
    this.notes = pane.notes;
  }

  /** what is drawn of it; null where nothing goes on */
  get shape(): Shape | null {
    return this.#shape;
  }

  set shape(shape: Shape | null) {
    const { levels } = shape ?? {};
    if (levels || this.#shape?.levels) this.onlevels(levels ? { pane: this.pane, notes: this.notes, levels } : null);
    this.#shape = shape;
  }

  get goesOn(): boolean {
    return this.#gesture !== null || this.#pressed !== null;
  }

  /** Begins a gesture at once. */
  begin(gesture: Gesture, from: At): void {
    this.#gesture = gesture;
    gesture.redrawn = () => {
      if (this.#gesture === gesture) this.shape = gesture.shape;
    };
    this.notes = this.pane.notes;
    this.#origin = this.#at = from;
    this.shape = gesture.shape;
  }

  /** Waits whether a press becomes a drag or is let go where it was. */
  wait(from: At, begin: () => Gesture, click: () => void): void {
    this.#pressed = { from, begin, click };
  }

  /** The pointer moved; tells whether that was part of something. A second button leaves it. */
  move(at: At, buttons: number): boolean {
    if (!this.goesOn) {
      return false;
    }
    if ((buttons & (buttons - 1)) !== 0) {
      this.cancel();
      return true;
    }
    const { from, begin } = this.#pressed ?? { from: at, begin: null };
    if (begin && !this.#gesture && Math.hypot(at.x - from.x, at.y - from.y) >= STARTS_DRAG_AT) {
      this.begin(begin(), from);
    }
    this.#at = at;
    this.#moveTo(at);
    return true;
  }

  /** A turn of the wheel, up or down by one; tells whether it was for the gesture. */
  turn(by: 1 | -1): boolean {
    if (!this.#gesture?.turn) {
      return false;
    }
    this.#gesture.turn(by);
    this.shape = this.#gesture.shape;
    return true;
  }

  /** A drag over an edge of the view takes the view along, for as long as it lies there: in time alone, or in pitches too. */
  scrollOn(along: 'time' | 'both' = 'both'): void {
    const { view } = this.pane;
    const [gesture, at] = [this.#gesture, this.#at];
    if (this.#scrolls || !gesture || !at || gesture.keepsView) {
      return;
    }
    const past = (value: number, most: number) => (value < 0 ? value : Math.max(0, value - most));
    const [across, down] = [past(at.x, view.width), along === 'both' ? past(at.y, view.height) : 0];
    if (across === 0 && down === 0) {
      return;
    }
    this.#scrolls = true;
    requestAnimationFrame(() => {
      this.#scrolls = false;
      if (this.#gesture !== gesture || !this.#at) {
        return;
      }
      const [left, top] = [view.left, view.top];
      view.scrollBy(
        Math.sign(across) * Math.min(24, Math.abs(across) / 2),
        Math.sign(down) * Math.min(12, Math.abs(down) / 4),
      );
      const [x, y] = [(left - view.left) * view.pixelsPerTick, (top - view.top) * view.rowHeight];
      Object.assign(this.#origin!, { x: this.#origin!.x + x, y: this.#origin!.y + y });
      gesture.scrolled?.(x, y);
      this.#moveTo(this.#at);
      if (x !== 0 || y !== 0) {
        this.scrollOn(along);
      }
    });
  }

  /** It is let go. What was dropped is drawn where it will lie until it lies there. */
  release(): void {
    const [gesture, click] = [this.#gesture, this.#pressed?.click];
    this.#gesture = this.#pressed = null;
    if (!gesture) {
      click?.();
      return;
    }
    const dropped = gesture.drop();
    if (!dropped) {
      this.shape = null;
      return;
    }
    this.onmouse(dropped.key ?? dropped.lines[0]);
    // It stays as it is drawn, word and all: to paint it anew would cost the frame in which the answer comes.
    const shown = (this.shape = gesture.shape);
    this.desk.run(dropped.lines, {
      on: dropped.on,
      sound: dropped.sound ?? false,
      over: () => this.shape === shown && (this.shape = null),
    });
  }

  /** Leaves it as if it had never begun. */
  cancel(): void {
    this.#gesture?.cancel?.();
    this.#gesture = this.#pressed = null;
    this.shape = null;
  }

  /** Escape leaves what goes on, before it means anything else. */
  escape(event: KeyboardEvent): void {
    if (event.key === 'Escape' && this.goesOn) {
      event.preventDefault();
      event.stopPropagation();
      this.cancel();
      this.desk.say('Left; nothing was changed', 'hint');
    }
  }

  #moveTo(at: At): void {
    if (this.#gesture) {
      this.#gesture.move(at);
      this.shape = this.#gesture.shape;
    }
  }
}

/** Where the pointer is over a canvas. */
export function atOf(event: MouseEvent, canvas: HTMLCanvasElement, free = false): At {
  const box = canvas.getBoundingClientRect();
  return {
    x: event.clientX - box.left,
    y: event.clientY - box.top,
    shift: event.shiftKey,
    ctrl: event.ctrlKey || event.metaKey,
    free: event.altKey || free,
  };
}
