import { Unreachable } from '../api';

/**
 * Runs jobs one after the other, so that twenty quick keys arrive in order and none is lost.
 *
 * A job that could not reach the server stays at the head: the queue stops, says so, and goes on with the same job
 * when it is told to.
 */
export class OrderedQueue {
  #jobs: (() => Promise<void>)[] = [];
  #running = false;
  #idle: (() => void)[] = [];

  constructor(private readonly onStateChange: (state: { waiting: number; stopped: string | null }) => void) {}

  get waiting(): number {
    return this.#jobs.length;
  }

  add(job: () => Promise<void>): void {
    this.#jobs.push(job);
    this.#report(null);
    void this.run();
  }

  /** Resolves once nothing waits any more. */
  idle(): Promise<void> {
    return this.waiting === 0 ? Promise.resolve() : new Promise((done) => this.#idle.push(done));
  }

  /** Goes on after a stop. */
  async run(): Promise<void> {
    if (this.#running) {
      return;
    }
    this.#running = true;
    while (this.#jobs.length > 0) {
      try {
        await this.#jobs[0]();
      } catch (error) {
        if (error instanceof Unreachable) {
          this.#running = false;
          this.#report(error.message);
          return;
        }
        console.error(error);
      }
      this.#jobs.shift();
      this.#report(null);
    }
    this.#running = false;
  }

  /** Drops what has not been sent yet. */
  clear(): void {
    this.#jobs.length = this.#running ? Math.min(1, this.#jobs.length) : 0;
    this.#report(null);
  }

  #report(stopped: string | null): void {
    this.onStateChange({ waiting: this.#jobs.length, stopped });
    if (this.#jobs.length === 0) {
      this.#idle.splice(0).forEach((done) => done());
    }
  }
}
