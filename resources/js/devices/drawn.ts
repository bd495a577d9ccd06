import type { Message } from '../music/midi';
import type { Input } from './inputs.svelte';

/** The keyboard that is drawn on the screen: whoever draws it says what is pressed. */
export class DrawnKeyboard implements Input {
  readonly id = 'drawn';
  readonly name = 'The drawn keyboard';
  #tell: ((message: Message, at: number) => void) | null = null;

  listen(tell: (message: Message, at: number) => void): () => void {
    this.#tell = tell;
    return () => (this.#tell = null);
  }

  say(message: Message, at: number): void {
    this.#tell?.(message, at);
  }
}
