import type { Track } from '../api';
import type { Mixer } from './mixer';
import type { Parts } from './parts';

/** How far ahead notes are given to the audio clock, and how often that is looked after. */
const AHEAD_SECONDS = 0.12;
const EVERY_MS = 25;
/** the id of the track that a phrase is sounded on; no song gives it */
const AUDITION = -1;

/** A note of a phrase that is sounded, in seconds. */
export interface Auditioned {
  start: number;
  length: number;
  pitch: number;
  velocity: number;
}

/** A phrase that is sounded once, beside the song. */
export class Audition {
  sounds = $state(false);
  #timer: ReturnType<typeof setInterval> | undefined;

  /**
   * @param rings told for as long as it sounds
   * @param over told when it has sounded
   */
  constructor(
    private readonly parts: Parts,
    private readonly mixer: () => Mixer,
    private readonly rings: () => void,
    private readonly over: () => void,
  ) {}

  /** @param as with what it sounds */
  begin(notes: readonly Auditioned[], as: Track): void {
    const track = { ...as, id: AUDITION };
    const begins = this.mixer().now + 0.05;
    const end = Math.max(...notes.map(({ start, length }) => start + length));
    let next = 0;
    this.sounds = true;
    this.#timer = setInterval(() => {
      const now = this.mixer().now - begins;
      for (; next < notes.length && notes[next].start < now + AHEAD_SECONDS; next++) {
        const { start, length, pitch, velocity } = notes[next];
        this.parts.play(track, [pitch, 0], velocity, Math.max(this.mixer().now, begins + start), length);
      }
      this.rings();
      if (now > end) this.over();
    }, EVERY_MS);
  }

  end(): void {
    clearInterval(this.#timer);
    this.sounds = false;
  }
}
