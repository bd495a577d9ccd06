import type { Phrase } from '../api';

/** What was cut or copied here last; the system's clipboard has it as text, for other windows and programs. */
export class Clipboard {
  #phrase: Phrase | null = null;

  get phrase(): Phrase | null {
    return this.#phrase;
  }

  keep(phrase: Phrase): void {
    this.#phrase = phrase;
    // Where that is not allowed, the server has it.
    navigator.clipboard?.writeText(JSON.stringify(phrase)).catch(() => undefined);
  }
}

/** The notes in a text from the system's clipboard; undefined where it holds something else. The core checks the rest. */
export function phraseIn(text: string): Phrase | undefined {
  try {
    const value = JSON.parse(text);
    return value?.jactonic === 'phrase' ? value : undefined;
  } catch {
    return undefined;
  }
}
