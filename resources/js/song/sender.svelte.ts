import { Refused, type OpenedSong } from '../api';
import { OrderedQueue } from './queue';

/** A job for the server that may meet another window's change. */
export interface Job {
  /** asks the server and takes its answer; run again on the new state after a conflict */
  run: () => Promise<void>;
  /** told why it was refused */
  refused: (message: string) => void;
  /** told once it is over, done or refused */
  over?: (() => unknown) | undefined;
}

/** How often a job is run again where other windows keep changing what it works on. */
const MOST_TRIES = 4;

/**
 * The one ordered sender: what is pressed goes to the server one after the other. Where another window changed an open
 * clip first, its state is taken and what waits is run again on it.
 */
export class Sender {
  waiting = $state(0);
  /** why sending stopped, while it is stopped */
  stopped = $state.raw<string | null>(null);
  readonly #queue: OrderedQueue;

  constructor(
    private readonly onConflict: (now: OpenedSong) => void,
    onIdle: () => void,
  ) {
    this.#queue = new OrderedQueue(({ waiting, stopped }) => {
      this.waiting = waiting;
      this.stopped = stopped;
      if (waiting === 0) {
        onIdle();
      }
    });
  }

  add(job: Job): void {
    this.#queue.add(() => this.#try(job));
  }

  /** Resolves once nothing waits any more. */
  idle(): Promise<void> {
    return this.#queue.idle();
  }

  /** Sends again what could not be sent. */
  resume(): void {
    void this.#queue.run();
  }

  async #try(job: Job): Promise<void> {
    for (let tries = 1; ; tries++) {
      try {
        await job.run();
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
        job.refused(error.message);
      }
      job.over?.();
      return;
    }
  }
}
