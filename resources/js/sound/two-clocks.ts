/** For how long the audio clock is looked at, in seconds, and in how many parts. */
const WINDOW = 2;
const PARTS = 4;

/**
 * How the audio clock stands to the page's, in seconds. The audio clock goes on in jumps of a block, so what is read of it
 * is late by up to one: it is right where it looks least late. Only the last moments are gone by, for the clocks drift
 * apart, and sound that was not made in time puts it back.
 */
export class TwoClocks {
  #parts: { from: number; ahead: number }[] = [];

  /** Both were read at once. */
  see(page: number, audio: number): void {
    const ahead = audio - page;
    const last = this.#parts.at(-1);
    if (last && page - last.from < WINDOW / PARTS) {
      last.ahead = Math.max(last.ahead, ahead);
      return;
    }
    this.#parts = [...this.#parts.filter(({ from }) => page - from < WINDOW), { from: page, ahead }];
  }

  /** Forgets what was seen, as of a clock that did not go yet. */
  forget(): void {
    this.#parts = [];
  }

  /** The audio clock at a moment of the page's. */
  audio(page: number): number {
    return page + this.#ahead;
  }

  /** The page's clock at a moment of the audio clock. */
  page(audio: number): number {
    return audio - this.#ahead;
  }

  get #ahead(): number {
    return this.#parts.reduce((most, { ahead }) => Math.max(most, ahead), -Infinity);
  }
}
