/**
 * Asks for one thing at a time, such as a preview: while a question is on its way, a newer one takes the place of the
 * one that waits, so none queues up and the last one is always answered.
 */
export class Latest<T> {
  #next: (() => Promise<T>) | null = null;
  #busy = false;
  #round = 0;

  constructor(
    private readonly onAnswer: (answer: T) => void,
    private readonly onFailure: (error: Error) => void,
  ) {}

  ask(question: () => Promise<T>): void {
    this.#next = question;
    void this.#run();
  }

  /** Forgets what was asked; an answer on its way is not told. */
  drop(): void {
    this.#next = null;
    this.#round++;
  }

  async #run(): Promise<void> {
    if (this.#busy) {
      return;
    }
    this.#busy = true;
    while (this.#next) {
      const question = this.#next;
      const round = this.#round;
      this.#next = null;
      try {
        const answer = await question();
        if (round === this.#round) {
          this.onAnswer(answer);
        }
      } catch (error) {
        if (round === this.#round) {
          this.onFailure(error as Error);
        }
      }
    }
    this.#busy = false;
  }
}
