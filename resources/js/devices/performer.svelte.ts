import { NOTE_OFF, NOTE_ON, type Message } from '../music/midi';
import type { Input } from './inputs.svelte';

/** A note of a phrase: when it is struck and let go, in ms from its start, its pitch and how loud it is. */
export type PhraseNote = readonly [on: number, off: number, pitch: number, velocity: number];

/** How far a hand is off at most, in ms, and how much louder or softer. */
const LOOSE = { ms: 18, velocity: 9 };

/** Somebody who plays a phrase on a keyboard of their own, as a hand does: a little early or late, the same for the same seed. */
export class Performer implements Input {
  readonly id = 'performer';
  readonly name = 'The performer';
  /** whether the hands are on the keys */
  playing = $state(false);
  #tell: ((message: Message, at: number) => void) | null = null;
  #stop = () => {};

  listen(tell: (message: Message, at: number) => void): () => void {
    this.#tell = tell;
    return () => {
      this.stop();
      this.#tell = null;
    };
  }

  /**
   * Plays a phrase. Each message has the moment it should have, however late the page gets to telling it.
   *
   * @param at when the phrase begins, in ms of the page's clock
   */
  play(phrase: readonly PhraseNote[], at: number, seed: number): void {
    this.stop();
    const loose = random(seed);
    const messages = phrase
      .flatMap(([on, off, pitch, velocity]): [number, Message][] => {
        const late = (loose() + loose() - 1) * LOOSE.ms;
        const loud = Math.round(velocity + (loose() + loose() - 1) * LOOSE.velocity);
        return [
          [at + on + late, [NOTE_ON, pitch, Math.min(127, Math.max(1, loud))]],
          [at + Math.max(on + 10, off) + late, [NOTE_OFF, pitch, 0]],
        ];
      })
      .sort(([a], [b]) => a - b);
    let next = 0;
    this.playing = true;
    const timer = setInterval(() => {
      for (; next < messages.length && messages[next][0] <= performance.now(); next++) {
        this.#tell?.(messages[next][1], messages[next][0]);
      }
      if (next === messages.length) this.stop();
    }, 4);
    this.#stop = () => {
      clearInterval(timer);
      const down = new Set<number>();
      for (const [, [status, pitch]] of messages.slice(0, next)) {
        if (status === NOTE_ON) down.add(pitch);
        else down.delete(pitch);
      }
      next = messages.length;
      down.forEach((pitch) => this.#tell?.([NOTE_OFF, pitch, 0], performance.now()));
    };
  }

  /** Takes the hands off the keys. */
  stop(): void {
    this.#stop();
    this.#stop = () => {};
    this.playing = false;
  }
}

/** Numbers from 0 to 1, the same for the same seed (a linear congruential generator with the constants of Numerical Recipes). */
function random(seed: number): () => number {
  let state = seed >>> 0;
  return () => {
    state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
    return state / 0x1_0000_0000;
  };
}
