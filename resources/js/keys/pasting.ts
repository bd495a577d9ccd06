import type { Phrase } from '../api';
import { phraseIn } from '../asking/clipboard';

/** A browser that does not tell of the paste by then will not. */
const WAIT_MS = 120;

/**
 * Pasting by key. A browser hands out the system's clipboard, without asking, only with the paste event that follows
 * its own keys: so those are left to it, and the line runs with what the event brings.
 */
export class Pasting {
  #line: string | null = null;
  #timer: ReturnType<typeof setTimeout> | undefined;

  constructor(private readonly run: (line: string, clipboard?: Phrase) => void) {}

  /** Whether a key is left to the browser for now. */
  begin(chord: string, line: string): boolean {
    if (!/^Ctrl\+(Shift\+)?V$/.test(chord) || !/^(clip-)?paste\b/.test(line)) {
      return false;
    }
    this.#line = line;
    this.#timer = setTimeout(() => this.#end(), WAIT_MS);
    return true;
  }

  /** Takes what the browser pastes, unless a field does; notes also without a key, from the browser's menu. */
  take(event: ClipboardEvent): void {
    if (event.target instanceof HTMLElement && event.target.closest('input, textarea')) {
      return;
    }
    const phrase = phraseIn(event.clipboardData?.getData('text/plain') ?? '');
    if (this.#line !== null || phrase) {
      event.preventDefault();
      this.#line ??= 'paste';
      this.#end(phrase);
    }
  }

  #end(phrase?: Phrase): void {
    clearTimeout(this.#timer);
    const line = this.#line;
    this.#line = null;
    if (line !== null) {
      this.run(line, phrase);
    }
  }
}
