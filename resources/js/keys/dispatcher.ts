import type { Binding, Surface } from '../api';
import { strokeOf, wheelChord, type Stroke } from './keystroke';

/** How a shortcut is carried out: its lines, so many times; what ends it, where it acts while its key is down. */
export type Run = (binding: Binding, times: number) => (() => void) | undefined;

/** What a person is in the middle of: the first of two keys in a row, or digits for so many times. */
export interface Pending {
  keys: string;
  digits: string | null;
}

const NOTHING: Pending = { keys: '', digits: null };
/** Between two keys in a row at most. */
const ROW_MS = 1500;
const MOST_TIMES = 99;
/** How far a wheel turns for one step, in CSS pixels. */
const NOTCH = 100;

/** From what is pressed to what runs: finds the binding of the map, and leaves fields and everything unbound alone. */
export class Dispatcher {
  readonly #bindings = new Map<string, Binding[]>();
  /** chords that may be the first of two in a row */
  readonly #beginnings = new Set<string>();
  readonly #held = new Map<string, () => void>();
  #pending = NOTHING;
  #pendingSince = 0;
  #wheel = { chord: '', turned: 0 };

  constructor(
    bindings: Binding[],
    private readonly run: Run,
    private readonly onPending: (pending: Pending) => void = () => undefined,
    /** whether a key is left to the browser, which tells of it otherwise */
    private readonly leaves: (chord: string, binding: Binding) => boolean = () => false,
  ) {
    for (const binding of bindings) {
      this.#bindings.set(binding.key, [...(this.#bindings.get(binding.key) ?? []), binding]);
      const [first, second] = binding.key.split(' ');
      if (second) {
        this.#beginnings.add(first);
      }
    }
  }

  /** Begins to take digits: the key after them is done so many times. */
  count(): void {
    this.#pend({ keys: '', digits: '' });
  }

  /** A key goes down. `nearer` holds what some keys do for the moment instead. */
  down(event: KeyboardEvent, where: Surface, nearer: Record<string, () => void> = {}): void {
    const stroke = strokeOf(event);
    if (stroke.letter === '' || event.defaultPrevented || !isFree(event, stroke.letter)) {
      return;
    }
    if (event.repeat && this.#held.has(event.code)) {
      event.preventDefault();
      return;
    }
    const pending =
      event.timeStamp - this.#pendingSince < ROW_MS || this.#pending.digits !== null ? this.#pending : NOTHING;
    if (pending.digits !== null && /^\d$/.test(stroke.place) && pending.digits.length < 2) {
      event.preventDefault();
      this.#pend({ ...pending, digits: pending.digits + stroke.place }, event.timeStamp);
      return;
    }
    if (pending !== NOTHING && stroke.letter === 'Escape') {
      event.preventDefault();
      this.#pend(NOTHING);
      return;
    }
    const act = pending === NOTHING ? nearer[stroke.letter] : undefined;
    const binding = act ? undefined : this.#find(pending.keys, stroke, where);
    if (!act && !binding) {
      const first = pending.keys === '' && [stroke.letter, stroke.place].find((chord) => this.#beginnings.has(chord));
      this.#pend(first ? { keys: first, digits: pending.digits } : NOTHING, event.timeStamp);
      if (first || stroke.letter === 'Escape') {
        // To a browser Escape means to stop loading: it would break off what is on its way to the server.
        event.preventDefault();
      }
      return;
    }
    this.#pend(NOTHING);
    if (binding && this.leaves(stroke.letter, binding)) {
      return;
    }
    event.preventDefault();
    if (act) {
      act();
      return;
    }
    const times = Math.min(MOST_TIMES, Math.max(1, Number(pending.digits ?? 1) || 1));
    const end = this.run(binding!, times);
    if (binding!.held && end) {
      this.#held.set(event.code, end);
    }
  }

  /** A key comes up: what acted while it was down ends. */
  up(event: KeyboardEvent): void {
    this.#held.get(event.code)?.();
    this.#held.delete(event.code);
  }

  /** The window lost the keys: nothing is down any more. */
  release(): void {
    this.#held.forEach((end) => end());
    this.#held.clear();
  }

  /** A turn of the wheel; tells whether it was a shortcut's. */
  wheel(event: WheelEvent, where: Surface): boolean {
    const chord = wheelChord(event);
    const binding = this.#nearest(this.#bindings.get(chord) ?? [], where);
    if (!binding || event.deltaY === 0) {
      return false;
    }
    const turned = Math.abs(event.deltaY) * (event.deltaMode === 1 ? NOTCH / 3 : 1);
    this.#wheel = { chord, turned: (this.#wheel.chord === chord ? this.#wheel.turned : 0) + turned };
    for (; this.#wheel.turned >= NOTCH; this.#wheel.turned -= NOTCH) {
      this.run(binding, 1);
    }
    return true;
  }

  /** The binding a stroke means; by place only those that say so. */
  #find(before: string, { letter, place }: Stroke, where: Surface): Binding | undefined {
    const written = (chord: string) => (before === '' ? chord : `${before} ${chord}`);
    const byLetter = (this.#bindings.get(written(letter)) ?? []).filter(({ by }) => by !== 'place');
    const byPlace = (this.#bindings.get(written(place)) ?? []).filter(({ by }) => by === 'place');
    return this.#nearest([...byLetter, ...byPlace], where);
  }

  #nearest(bindings: Binding[], where: Surface): Binding | undefined {
    return (
      bindings.find((binding) => binding.where === where) ??
      bindings.find((binding) => (binding.where ?? 'everywhere') === 'everywhere')
    );
  }

  /** @param at when it was pressed: a page that is busy may hear of it later */
  #pend(pending: Pending, at = performance.now()): void {
    const changed = pending !== this.#pending;
    this.#pending = pending;
    this.#pendingSince = at;
    if (changed) {
      this.onPending(pending);
    }
  }
}

/** Keys typed into a field are the field's; other controls keep the keys they work with, and leave the rest. */
function isFree(event: KeyboardEvent, chord: string): boolean {
  const target = event.target;
  if (typeof HTMLElement === 'undefined' || !(target instanceof HTMLElement)) {
    return true;
  }
  if (target instanceof HTMLInputElement && target.type === 'range') {
    return !/Arrow|Home|End|Page/.test(chord);
  }
  if (target instanceof HTMLInputElement && ['checkbox', 'radio'].includes(target.type)) {
    return chord !== 'Space' && !/^Arrow/.test(chord);
  }
  if (target.closest('input, textarea, select, [contenteditable]')) {
    return false;
  }
  return !(target.closest('button, a, summary') && (chord === 'Enter' || chord === 'Space'));
}
