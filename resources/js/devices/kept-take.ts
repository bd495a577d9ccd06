import type { Played } from '../api';
import type { Message } from '../music/midi';

/** What is known of a take beside its events. */
export interface TakeHead {
  origin: number;
  loop: [number, number] | null;
  /** the lines that take it in, without the round */
  lines: string[];
  /** rounds that are in the song already */
  done: number;
}

/** So many events are written in one piece, so that writing one more never takes longer. */
const PIECE = 64;
const keyOf = (song: number) => `jactonic.take.${song}`;

/**
 * A take written down in the browser event by event, as it is played: what is there after the page was killed is offered
 * again.
 */
export class KeptTake {
  #events: [number, ...Message][] = [];
  #until = 0;

  constructor(
    private readonly song: number,
    private head: TakeHead,
  ) {
    forgetTake(song);
    this.#write('head', head);
  }

  add(ms: number, message: Message): void {
    this.#events.push([ms, ...message]);
    const piece = Math.floor((this.#events.length - 1) / PIECE);
    this.#write(String(piece), this.#events.slice(piece * PIECE));
  }

  /** A round is in the song. */
  stored(round: number): void {
    this.head = { ...this.head, done: Math.max(this.head.done, round) };
    this.#write('head', this.head);
  }

  /** All of it, as it is at a moment. */
  at(ms: number): Played {
    this.#until = Math.max(this.#until, ms);
    return { origin: this.head.origin, loop: this.head.loop, until: this.#until, events: [...this.#events] };
  }

  #write(part: string, value: unknown): void {
    try {
      localStorage.setItem(`${keyOf(this.song)}.${part}`, JSON.stringify(value));
    } catch {
      // A browser that is full records all the same.
    }
  }
}

/** A take that was being played when the page went; null where there is none. */
export function keptTake(song: number): { head: TakeHead; take: Played } | null {
  const read = (part: string) => localStorage.getItem(`${keyOf(song)}.${part}`);
  const head = read('head');
  const events: [number, ...Message][] = [];
  for (let piece = 0; ; piece++) {
    const text = read(String(piece));
    if (text === null) break;
    events.push(...(JSON.parse(text) as [number, ...Message][]));
  }
  if (head === null || events.length === 0) return null;
  const known = JSON.parse(head) as TakeHead;
  return { head: known, take: { origin: known.origin, loop: known.loop, until: events.at(-1)![0], events } };
}

export function forgetTake(song: number): void {
  const mine = Array.from({ length: localStorage.length }, (_, k) => localStorage.key(k)!);
  mine.filter((key) => key.startsWith(`${keyOf(song)}.`)).forEach((key) => localStorage.removeItem(key));
}
