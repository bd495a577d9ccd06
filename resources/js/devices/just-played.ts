import type { Message } from '../music/midi';
import { isPress } from '../music/midi';
import type { Played } from '../api';

/** What is kept of what was played, in ms. */
const KEEPS_MS = 600_000;
const MOST_EVENTS = 60_000;

interface Heard {
  at: number;
  message: Message;
  /** where the song was, in ticks; null while it did not play */
  tick: number | null;
}

/** The last ten minutes of playing, recorded or not. */
export class JustPlayed {
  #events: Heard[] = [];
  /** how many phrases back the last answer went, for a key that is pressed again */
  reach = 0;
  /** whether the song played at the beginning of the last answer */
  ran = false;

  add(message: Message, at: number, tick: number | null): void {
    this.reach = 0;
    this.#events.push({ at, message, tick });
    // A little more than is kept, so that not every message makes a new list.
    if (this.#events.length > 2 * MOST_EVENTS || this.#events[0].at < at - 1.1 * KEEPS_MS) {
      this.#events = this.#events.filter((one) => one.at >= at - KEEPS_MS).slice(-MOST_EVENTS);
    }
  }

  /**
   * The last phrase, back to the last pause; asked for again, one phrase more.
   *
   * @param pause in ms
   * @param here the tick it begins at where the song did not play
   */
  phrase(pause: number, here: number): Played | null {
    const events = this.#events;
    const begins = [
      0,
      ...events.flatMap(({ at, message }, k) => (k > 0 && isPress(message) && at - events[k - 1].at >= pause ? k : [])),
    ];
    this.reach = Math.min(begins.length, this.reach + 1);
    const from = events.findIndex(({ message }, k) => k >= begins[begins.length - this.reach] && isPress(message));
    if (from < 0) return null;
    this.ran = events[from].tick !== null;
    const [first] = events.slice(from, from + 1);
    return {
      origin: first.tick === null ? here : Math.max(0, Math.round(first.tick)),
      loop: null,
      until: events.at(-1)!.at - first.at,
      events: events.slice(from).map(({ at, message }) => [at - first.at, ...message]),
    };
  }
}
