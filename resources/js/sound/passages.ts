import type { Clock } from '../music/time';
import { Passage } from './passage';

/** How long it is known where the song was, for what comes late from a keyboard, in seconds. */
const PAST_SECONDS = 3;

/** The passage a song takes, and those it took shortly before: each from a moment on. */
export class Passages {
  #all: Passage[] = [];

  /** The one it takes; there is none while it stands. */
  get now(): Passage {
    return this.#all.at(-1)!;
  }

  get areNone(): boolean {
    return this.#all.length === 0;
  }

  begin(passage: Passage): void {
    this.#all = [passage];
  }

  end(): void {
    this.#all = [];
  }

  /** The one it took at a moment of the clock of the sound. */
  at(moment: number): Passage {
    return this.#all.findLast((passage) => passage.at <= moment) ?? this.#all[0];
  }

  /** Goes on under another tempo or in another loop from where it is; a loop that lies behind is taken up at once. */
  turn(from: number, clock: Clock, loop: readonly [number, number] | null): void {
    const { now } = this;
    if (now.clock === clock && now.loop?.[0] === loop?.[0] && now.loop?.[1] === loop?.[1]) return;
    const at = Math.max(from, now.at);
    const tick = now.tickAt(at);
    this.#all = [
      ...this.#all.filter((one) => one === now || one.at > at - PAST_SECONDS),
      new Passage(at, loop && tick >= loop[1] ? loop[0] : tick, clock, loop),
    ];
  }
}
