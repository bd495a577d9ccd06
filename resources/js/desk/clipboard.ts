import type { Phrase } from '../api';

/** Gives what was copied to the system's clipboard as text, for other programs; where that is not allowed, the server has it. */
export function keepForSystem(phrase: Phrase): void {
  navigator.clipboard?.writeText(JSON.stringify(phrase)).catch(() => undefined);
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
