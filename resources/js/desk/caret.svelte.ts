import type { Sender } from '../song/sender.svelte';

export interface Spot {
  tick: number;
  pitch: number;
}

/** Where entry by keys happens: a tick and a pitch. */
export class Caret {
  #at = $state.raw<Spot>({ tick: 0, pitch: 60 });

  /** @param pointed told the tick somebody pointed at */
  constructor(
    private readonly sender: Pick<Sender, 'inOrder'>,
    private readonly pointed: (tick: number) => void = () => undefined,
  ) {}

  get tick(): number {
    return this.#at.tick;
  }

  get pitch(): number {
    return this.#at.pitch;
  }

  get at(): Spot {
    return this.#at;
  }

  /** Moves it once the edits pressed before are done, which may move it too; what is left out stays. */
  move(to: Partial<Spot>): void {
    this.sender.inOrder(() => this.put(to), { what: 'caret', to });
  }

  /** Moves it to where somebody points on empty ground. */
  point(to: Partial<Spot> & { tick: number }): void {
    this.move(to);
    this.pointed(to.tick);
  }

  /** Moves it on from where it is by then, once the edits pressed before are done. */
  moveOn(after: (tick: number) => number): void {
    this.sender.inOrder(() => this.put({ tick: after(this.tick) }), { what: 'caret', to: { tick: after(this.tick) } });
  }

  /** Puts it where an answer says, in its turn. */
  put(to: Partial<Spot>): void {
    this.#at = { ...this.#at, ...to };
  }
}
