import type { Clock } from '../music/time';

/** Where moments of a recording lie in the song: in a loop its first round begins at the origin, the others at its start. */
export class Rounds {
  /**
   * @param clock tells the clock of the song as it is by then
   * @param origin the tick it began at
   * @param loop from and to in ticks; null where it does not loop
   */
  constructor(
    private readonly clock: () => Pick<Clock, 'seconds' | 'tick'>,
    private readonly origin: number,
    private readonly loop: readonly [number, number] | null,
  ) {}

  /** The round, from 1, a moment lies in; in ms since the song passed the origin, as everywhere here. */
  at(ms: number): number {
    if (!this.loop) return 1;
    const [first, length] = this.#lengths(this.loop);
    return ms < first ? 1 : 2 + Math.floor((ms - first) / length);
  }

  /** The tick of a moment; in a round that is over its end. */
  tickOf(ms: number, round = this.at(ms)): number {
    const { clock, loop } = this;
    if (!loop || round === 1) {
      const tick = clock().tick(clock().seconds(this.origin) + Math.max(0, ms) / 1000);
      return Math.round(loop ? Math.min(loop[1], tick) : tick);
    }
    const [first, length] = this.#lengths(loop);
    const tick = clock().tick(clock().seconds(loop[0]) + (ms - first - (round - 2) * length) / 1000);
    return Math.round(Math.min(loop[1], tick));
  }

  /** How long the first round lasts, and every other one, in ms. */
  #lengths([from, to]: readonly [number, number]): [first: number, length: number] {
    const clock = this.clock();
    const end = clock.seconds(to);
    return [1000 * (end - clock.seconds(this.origin)), 1000 * (end - clock.seconds(from))];
  }
}
