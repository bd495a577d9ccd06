import type { Binding } from '../api/types';
import { chordOf } from './chord';

/** From key chord to command: runs what the keymap binds, and leaves fields and everything unbound alone. */
export class Dispatcher {
  readonly #bindings: Map<string, Binding>;

  constructor(
    bindings: Binding[],
    private readonly run: (line: string) => void,
    /** whether a key is left to the browser, which tells of it otherwise */
    private readonly leaves: (chord: string, line: string) => boolean = () => false,
  ) {
    this.#bindings = new Map(bindings.map((binding) => [binding.key, binding]));
  }

  /** Runs what a key is bound to; `nearer` holds what some keys do for the moment instead. */
  handle(event: KeyboardEvent, nearer: Record<string, () => void> = {}): void {
    const chord = chordOf(event);
    const binding = this.#bindings.get(chord);
    const now = nearer[chord] ?? (binding && (() => this.run(binding.run)));
    if (!now || event.defaultPrevented || !this.#isFree(event, chord)) {
      return;
    }
    if (binding && !nearer[chord] && this.leaves(chord, binding.run)) {
      return;
    }
    event.preventDefault();
    now();
  }

  /** Keys typed into a field are the field's; other controls keep the keys they work with, and leave the rest. */
  #isFree(event: KeyboardEvent, chord: string): boolean {
    const target = event.target;
    if (!(target instanceof HTMLElement)) {
      return true;
    }
    if (target instanceof HTMLInputElement && target.type === 'range') {
      return !/Arrow|Home|End|Page/.test(chord);
    }
    if (target instanceof HTMLInputElement && target.type === 'checkbox') {
      return chord !== 'Space';
    }
    if (target.closest('input, textarea, select, [contenteditable]')) {
      return false;
    }
    return !(target.closest('button, a, summary') && (chord === 'Enter' || chord === 'Space'));
  }
}
