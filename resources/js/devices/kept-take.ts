import { requestName, type Played } from '../api';
import type { Message } from '../music/midi';

/** What is known of a take beside its events. */
export interface TakeHead {
  origin: number;
  loop: [number, number] | null;
  /** the lines that take it in, without the round */
  lines: string[];
}

interface Progress extends TakeHead {
  /** rounds that are in the song already */
  done: number[];
  /** what the requests are called that take rounds in, by round: written down before they are sent, so that none is done twice */
  requests: Record<number, string>;
}

/** So many events are written in one piece, so that writing one more never takes longer. */
const PIECE = 64;
const ALL = 'jactonic.take.';

/**
 * A take written down in the browser event by event, as it is played. It stays there until it lies in the song or is left
 * out by hand, and belongs to the window that records it or takes it in: the lock that a window holds ends with it.
 */
export class KeptTake {
  #until: number;
  #release: (() => void) | null = null;

  private constructor(
    /** where it is written, and what its lock is called */
    private readonly key: string,
    private progress: Progress,
    private readonly events: [number, ...Message][] = [],
  ) {
    this.#until = events.at(-1)?.[0] ?? 0;
  }

  static begin(song: number, head: TakeHead): KeptTake {
    const take = new KeptTake(`${ALL}${song}.${requestName()}`, { ...head, done: [], requests: {} });
    void take.claim();
    take.#write('head', take.progress);
    return take;
  }

  /**
   * Finds the takes of a song that no window has, such as one that was being played when its page went; those that another
   * window has, once it is gone.
   */
  static find(song: number, found: (take: KeptTake) => void): void {
    for (const key of keysOf(song)) {
      const free = navigator.locks?.request(key, { mode: 'shared' }, () => undefined) ?? Promise.resolve();
      void free.then(() => {
        const take = KeptTake.#read(key);
        if (take) found(take);
      });
    }
  }

  /** Makes it this window's. False where it is another one's, or is gone meanwhile. */
  claim(): Promise<boolean> {
    if (this.#release || !navigator.locks) return Promise.resolve(true);
    return new Promise((claimed) => {
      void navigator.locks.request(this.key, { ifAvailable: true }, (lock) => {
        const isThere = localStorage.getItem(`${this.key}.head`) !== null || this.events.length === 0;
        claimed(lock !== null && isThere);
        return lock && isThere ? new Promise<void>((release) => (this.#release = release)) : undefined;
      });
    });
  }

  get head(): TakeHead {
    return this.progress;
  }

  /** How many events it has. */
  get size(): number {
    return this.events.length;
  }

  /** What the requests are called that take it in. */
  get requests(): string[] {
    return Object.values(this.progress.requests);
  }

  /** All of it, as it is at a moment; as it was left where no moment is said. */
  at(ms = 0): Played {
    this.#until = Math.max(this.#until, ms);
    return { origin: this.head.origin, loop: this.head.loop, until: this.#until, events: [...this.events] };
  }

  add(ms: number, message: Message): void {
    this.events.push([ms, ...message]);
    this.#until = Math.max(this.#until, ms);
    const piece = Math.floor((this.events.length - 1) / PIECE);
    this.#write(String(piece), this.events.slice(piece * PIECE));
  }

  /** What the request that takes a round in is called, whenever it is sent. */
  requestOf(round: number): string {
    const request = this.progress.requests[round] ?? requestName();
    this.#note({ requests: { ...this.progress.requests, [round]: request } });
    return request;
  }

  /** The round a request takes in; null where it is none of this take. */
  roundOf(request: string): number | null {
    const found = Object.entries(this.progress.requests).find(([, one]) => one === request);
    return found ? Number(found[0]) : null;
  }

  isDone(round: number): boolean {
    return this.progress.done.includes(round);
  }

  /** A round is in the song. */
  stored(round: number): void {
    this.#note({ done: [...this.progress.done, round] });
  }

  /** All of it is in the song, or was left out by hand. */
  forget(): void {
    partsOf(this.key).forEach((part) => localStorage.removeItem(part));
    this.#release?.();
    this.#release = null;
  }

  #note(changes: Partial<Progress>): void {
    this.progress = { ...this.progress, ...changes };
    this.#write('head', this.progress);
  }

  #write(part: string, value: unknown): void {
    try {
      localStorage.setItem(`${this.key}.${part}`, JSON.stringify(value));
    } catch {
      // A browser that is full records all the same.
    }
  }

  /** Null where nothing was played, or it cannot be read. */
  static #read(key: string): KeptTake | null {
    try {
      const head = JSON.parse(localStorage.getItem(`${key}.head`) ?? '') as TakeHead & Partial<Progress>;
      const events: [number, ...Message][] = [];
      for (let piece = 0; ; piece++) {
        const text = localStorage.getItem(`${key}.${piece}`);
        if (text === null) break;
        events.push(...(JSON.parse(text) as [number, ...Message][]));
      }
      return events.length === 0 ? null : new KeptTake(key, { done: [], requests: {}, ...head }, events);
    } catch {
      return null;
    }
  }
}

const keysIn = () => Array.from({ length: localStorage.length }, (_, k) => localStorage.key(k)!);

const partsOf = (key: string) => keysIn().filter((part) => part.startsWith(`${key}.`));

/** Where the takes of a song are written. */
const keysOf = (song: number) =>
  keysIn()
    .filter((key) => key.startsWith(`${ALL}${song}.`) && key.endsWith('.head'))
    .map((key) => key.slice(0, -'.head'.length));
