import { Limiter } from './limiter';

/** How loud all of it is; a full chord lies well below where the limiter holds back. */
export const GAIN = 3;

/** The sum of all parts: how loud it is, held back where it is too much, and what it came to. */
export class Master {
  readonly #limiter: Limiter;
  #volume = { now: 1, to: 1 };
  #power = 0;
  #count = 0;
  #peak = 0;

  constructor(rate: number) {
    this.#limiter = new Limiter(rate);
  }

  /** 0–1; it glides there within a block, so that it does not click */
  set volume(volume: number) {
    this.#volume.to = volume;
  }

  apply(left: Float32Array, right: Float32Array, count: number): void {
    const volume = this.#volume;
    const step = (volume.to - volume.now) / count;
    let peak = this.#peak;
    for (let i = 0; i < count; i++) {
      const gain = GAIN * (volume.now + step * (i + 1));
      left[i] *= gain;
      right[i] *= gain;
      peak = Math.max(peak, Math.abs(left[i]), Math.abs(right[i]));
    }
    volume.now = volume.to;
    this.#peak = peak;
    this.#limiter.apply(left, right, count);
    for (let i = 0; i < count; i++) this.#power += (left[i] * left[i] + right[i] * right[i]) / 2;
    this.#count += count;
  }

  /** The root of the mean power, and the highest value before the limiter, since it was last asked for. */
  report(): { level: number; peak: number } {
    const level = Math.min(1, Math.sqrt(this.#power / Math.max(1, this.#count)));
    const peak = this.#peak;
    this.#power = this.#count = this.#peak = 0;
    return { level, peak };
  }
}
