/** What acts while its key is held, but was asked for without a key that could be let go: it lasts until it is ended. */
export class Lasting {
  /** what ends it, by its lines */
  #ends = $state.raw<ReadonlyMap<string, () => void>>(new Map());

  get any(): boolean {
    return this.#ends.size > 0;
  }

  begin(said: string, end: () => void): void {
    this.#ends = new Map([...this.#ends, [said, end]]);
  }

  /** Ends it where it lasts; tells whether it did. */
  end(said: string): boolean {
    const end = this.#ends.get(said);
    this.#ends = new Map([...this.#ends].filter(([other]) => other !== said));
    end?.();
    return end !== undefined;
  }

  endAll(): void {
    [...this.#ends.keys()].forEach((said) => this.end(said));
  }
}
