/** No sample is louder than this, so that nothing clips, also after it was brought to whole numbers. */
const CEILING = 0.98;
/** how long it takes to be let up again, in seconds */
const LETS_UP = 0.12;

/** Holds back what is too loud at once, and lets up slowly. It looks at no sample ahead, so it adds no delay. */
export class Limiter {
  #gain = 1;
  readonly #up: number;

  constructor(rate: number) {
    this.#up = 1 - Math.exp(-1 / (LETS_UP * rate));
  }

  apply(left: Float32Array, right: Float32Array, count: number): void {
    let gain = this.#gain;
    for (let i = 0; i < count; i++) {
      const peak = Math.max(Math.abs(left[i]), Math.abs(right[i]));
      gain += (1 - gain) * this.#up;
      if (peak * gain > CEILING) gain = CEILING / peak;
      left[i] *= gain;
      right[i] *= gain;
    }
    this.#gain = gain;
  }
}
