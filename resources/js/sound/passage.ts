import type { Clock } from '../music/time';

/** A stretch of the song that is played without a break. */
export interface Piece {
  from: number;
  to: number;
  /** whether it begins where a loop does, right after its end */
  isRound: boolean;
  /** the moment of the clock of the sound at which notes of it end at the latest: the seam of the loop */
  ends: number;
  at: (tick: number) => number;
}

/**
 * Where the song is at a moment of the clock of the sound, from the moment it was begun, moved, or came under another tempo
 * or loop. Times are seconds, places ticks.
 */
export class Passage {
  readonly #start: number;
  readonly #loop: { from: number; to: number; ticks: readonly [number, number] } | null;

  /** @param loop what is gone round in, from its end on; null where the song goes on */
  constructor(
    readonly at: number,
    readonly tick: number,
    readonly clock: Clock,
    readonly loop: readonly [number, number] | null,
  ) {
    this.#start = clock.seconds(tick);
    this.#loop =
      loop && tick < loop[1] && loop[0] < loop[1]
        ? { from: clock.seconds(loop[0]), to: clock.seconds(loop[1]), ticks: loop }
        : null;
  }

  tickAt(at: number): number {
    const { seconds } = this.#where(at);
    return this.clock.tick(seconds);
  }

  /** What is played between two moments. */
  *pieces(from: number, to: number): Generator<Piece> {
    let at = Math.max(from, this.at);
    while (at < to) {
      const { seconds, origin } = this.#where(at);
      const loop = this.#loop;
      const ends = loop ? loop.to + origin : Infinity;
      const until = Math.min(to, ends);
      const isWhole = until === ends;
      // What lies on the seam begins the next round.
      const tick = this.#isSeam(at) ? loop!.ticks[0] : this.clock.tick(seconds);
      yield {
        from: tick,
        to: isWhole ? loop!.ticks[1] : this.clock.tick(until - origin),
        isRound: this.#isSeam(at),
        ends,
        at: (one) => this.clock.seconds(one) + origin,
      };
      at = until;
    }
  }

  /** The moment the notes that sound then end at the latest. */
  seamAfter(at: number): number {
    return this.#loop ? this.#loop.to + this.#where(at).origin : Infinity;
  }

  #isSeam(at: number): boolean {
    if (!this.#loop) return false;
    const { from, to } = this.#loop;
    const past = at - this.at + this.#start - to;
    return past > -EPSILON && Math.abs(past / (to - from) - Math.round(past / (to - from))) * (to - from) < EPSILON;
  }

  /** The seconds of the song at a moment, and the moment that answers to its second 0. */
  #where(at: number): { seconds: number; origin: number } {
    const origin = this.at - this.#start;
    const seconds = at - origin;
    if (!this.#loop || seconds < this.#loop.to - EPSILON) return { seconds, origin };
    const { from, to } = this.#loop;
    const rounds = Math.floor((seconds - from + EPSILON) / (to - from));
    const ahead = origin + rounds * (to - from);
    return { seconds: Math.max(from, at - ahead), origin: ahead };
  }
}

/** Moments nearer than this, in seconds, are one: less than a sample. */
const EPSILON = 1e-7;
