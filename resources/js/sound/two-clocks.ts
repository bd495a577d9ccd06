/** How far two clocks may run apart, as a share; quartzes differ by less than that. */
const DRIFT = 0.0002;

/**
 * How the audio clock stands to the page's, in seconds. The audio clock goes on in jumps of a block, so what is read of it
 * is late by up to one: it is right where it looks least late, and that is what is gone by.
 */
export class TwoClocks {
  #ahead = -Infinity;
  #seen = 0;

  /** Both were read at once. */
  see(page: number, audio: number): void {
    const ahead = audio - page;
    const before = this.#ahead - DRIFT * Math.max(0, page - this.#seen);
    // A clock that stood still, as after a pause, begins anew.
    this.#ahead = before - ahead > 0.2 ? ahead : Math.max(ahead, before);
    this.#seen = page;
  }

  /** The audio clock at a moment of the page's. */
  audio(page: number): number {
    return page + this.#ahead;
  }
}
