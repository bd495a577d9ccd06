import { Unanswered } from '../api';

export interface Queued {
  run: () => Promise<void>;
  /** told where it was left out */
  skipped?: () => void;
}

export interface QueueState {
  waiting: number;
  /** why it stopped, while it is stopped */
  stopped: Unanswered | null;
}

/**
 * Runs jobs one after the other, so that twenty quick keys arrive in order and none is lost.
 *
 * A job that got no answer is asked once more by itself, for its answer may only have been cut off. One that still gets
 * none, or was told that the server failed, stays at the head: the queue stops, says so, and goes on with the same job when
 * it is told to, or when another one is added.
 */
export class OrderedQueue<Job extends Queued> {
  #jobs: Job[] = [];
  #running = false;
  #idle: (() => void)[] = [];

  constructor(private readonly onStateChange: (state: QueueState) => void) {}

  /** What was not done yet, the next one first. */
  get jobs(): readonly Job[] {
    return this.#jobs;
  }

  add(job: Job): void {
    this.#jobs.push(job);
    this.#report(null);
    void this.run();
  }

  /** Resolves once nothing waits any more. */
  idle(): Promise<void> {
    return this.#jobs.length === 0 ? Promise.resolve() : new Promise((done) => this.#idle.push(done));
  }

  /** Goes on after a stop. */
  async run(): Promise<void> {
    if (this.#running) {
      return;
    }
    this.#running = true;
    while (this.#jobs.length > 0) {
      try {
        await this.#twice(this.#jobs[0]);
      } catch (error) {
        if (error instanceof Unanswered) {
          this.#running = false;
          this.#report(error);
          return;
        }
        console.error(error);
      }
      this.#jobs.shift();
      this.#report(null);
    }
    this.#running = false;
  }

  /** Leaves out the job at the head, after a stop, and goes on with the next one. */
  skip(): void {
    if (!this.#running) {
      const left = this.#jobs.shift();
      this.#report(null);
      left?.skipped?.();
      void this.run();
    }
  }

  async #twice(job: Job): Promise<void> {
    try {
      await job.run();
    } catch (error) {
      if (!(error instanceof Unanswered) || error.isFault) {
        throw error;
      }
      await job.run();
    }
  }

  #report(stopped: Unanswered | null): void {
    this.onStateChange({ waiting: this.#jobs.length, stopped });
    if (this.#jobs.length === 0) {
      this.#idle.splice(0).forEach((done) => done());
    }
  }
}
