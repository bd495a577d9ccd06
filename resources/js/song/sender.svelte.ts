import { Refused, requestName, type OpenedSong, type Unanswered } from '../api';
import { OrderedQueue } from './queue';
import type { Asked, UnsentJob } from './unsent';

/** A job for the server that may meet another window's change. */
export interface Job {
  /** asks the server and takes its answer; run again on the new state after a conflict, and under the same name after none */
  run: (request: string) => Promise<void>;
  /** told once it is over, whether it was done; false where it was refused or left out */
  over?: ((isDone: boolean) => unknown) | undefined;
  /** what it asks, to be written down; left out where it changes nothing */
  asks?: () => Omit<UnsentJob, 'request'>;
  /** the name of its request, where it was written down before */
  request?: string | undefined;
}

type Waiting = { run: () => Promise<void>; skipped: () => void; unsent: () => UnsentJob | null };

/** How often a job is run again where other windows keep changing what it works on. */
const MOST_TRIES = 4;

/**
 * The one ordered sender: what is pressed goes to the server one after the other. Where another window changed an open
 * clip first, its state is taken and what waits is run again on it.
 */
export class Sender {
  waiting = $state(0);
  /** why sending stopped, while it is stopped */
  stopped = $state.raw<Unanswered | null>(null);
  readonly #queue: OrderedQueue<Waiting>;

  /**
   * @param onConflict takes the song as another window left it
   * @param onRefused told why something was refused
   * @param onChange told how much waits
   */
  constructor(
    private readonly onConflict: (now: OpenedSong) => void,
    private readonly onRefused: (message: string) => void,
    onChange: (waiting: number) => void,
  ) {
    this.#queue = new OrderedQueue(({ waiting, stopped }) => {
      this.waiting = waiting;
      this.stopped = stopped;
      onChange(waiting);
    });
  }

  add(job: Job): void {
    const request = job.request ?? requestName();
    this.#queue.add({
      run: () => this.#try(job, request),
      skipped: () => void job.over?.(false),
      unsent: () => (job.asks ? { ...job.asks(), request } : null),
    });
  }

  /**
   * Waits for its turn.
   *
   * @param asked what of it is to be done again where the page is left before; left out where nothing is
   */
  inLine(run: () => Promise<void>, asked?: Asked): void {
    this.add({ run, ...(asked && { asks: () => ({ asked, selection: null }) }) });
  }

  /**
   * Does something once the edits pressed before are done, such as moving the caret, which they may move too: at once,
   * where nothing waits.
   */
  inOrder(job: () => void | Promise<void>, asked?: Asked): void {
    if (this.waiting > 0) {
      this.inLine(async () => job(), asked);
      return;
    }
    let begun = job();
    if (begun) {
      this.inLine(async () => {
        const now = begun ?? job();
        begun = undefined;
        await now;
      });
    }
  }

  /** What was not answered yet, in its order, as it can be written down. */
  unsent(): UnsentJob[] {
    return this.#queue.jobs.map((job) => job.unsent()).filter((job) => job !== null);
  }

  /** Resolves once nothing waits any more. */
  idle(): Promise<void> {
    return this.#queue.idle();
  }

  /** Sends again what could not be sent. */
  resume(): void {
    void this.#queue.run();
  }

  /** Leaves out what the server failed at, and goes on behind it. */
  skip(): void {
    this.#queue.skip();
  }

  async #try(job: Job, request: string): Promise<void> {
    for (let tries = 1; ; tries++) {
      try {
        await job.run(request);
      } catch (error) {
        if (!(error instanceof Refused)) {
          // A server that does not answer holds up what comes after.
          throw error;
        }
        if (error.body.song) {
          this.onConflict(error.body.song as OpenedSong);
          if (tries < MOST_TRIES) {
            continue;
          }
        }
        this.onRefused(error.message);
        job.over?.(false);
        return;
      }
      job.over?.(true);
      return;
    }
  }
}
