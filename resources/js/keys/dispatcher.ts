import type { Binding } from '../api/types';
import { chordOf } from './chord';

/** From key chord to command: runs what the keymap binds, and leaves fields and everything unbound alone. */
export class Dispatcher {
  readonly #bindings: Map<string, Binding>;

  constructor(
    bindings: Binding[],
    private readonly run: (line: string) => void,
  ) {
    this.#bindings = new Map(bindings.map((binding) => [binding.key, binding]));
  }

  handle(event: KeyboardEvent): void {
    const chord = chordOf(event);
    const binding = this.#bindings.get(chord);
    if (!binding || event.defaultPrevented || !this.#isFree(event, chord)) {
      return;
    }
    event.preventDefault();
    this.run(binding.run);
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
