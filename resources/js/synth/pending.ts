/** Something that is to happen at a frame. */
export interface Due {
  frame: number;
  /** what comes first at one frame: ends before what is told, and that before beginnings */
  rank: number;
  /** what was given first comes first where all else is the same */
  turn: number;
}

/** What is to happen, in the order of time: a heap, for thousands may wait. */
export class Pending<T extends Due> {
  #heap: T[] = [];

  get next(): number {
    return this.#heap[0]?.frame ?? Infinity;
  }

  get size(): number {
    return this.#heap.length;
  }

  add(one: T): void {
    const heap = this.#heap;
    let at = heap.push(one) - 1;
    while (at > 0) {
      const above = (at - 1) >> 1;
      if (!before(one, heap[above])) break;
      heap[at] = heap[above];
      at = above;
    }
    heap[at] = one;
  }

  take(): T | undefined {
    const heap = this.#heap;
    const [first] = heap;
    const last = heap.pop();
    if (last !== undefined && heap.length > 0) this.#sink(last, 0);
    return first;
  }

  find(isOne: (one: T) => boolean): T | undefined {
    return this.#heap.find(isOne);
  }

  /** Forgets some of it. */
  without(isOne: (one: T) => boolean): void {
    this.#heap = this.#heap.filter((one) => !isOne(one));
    for (let at = (this.#heap.length >> 1) - 1; at >= 0; at--) this.#sink(this.#heap[at], at);
  }

  #sink(one: T, from: number): void {
    const heap = this.#heap;
    let at = from;
    for (;;) {
      let below = 2 * at + 1;
      if (below >= heap.length) break;
      if (below + 1 < heap.length && before(heap[below + 1], heap[below])) below++;
      if (!before(heap[below], one)) break;
      heap[at] = heap[below];
      at = below;
    }
    heap[at] = one;
  }
}

function before(one: Due, other: Due): boolean {
  if (one.frame !== other.frame) return one.frame < other.frame;
  return one.rank !== other.rank ? one.rank < other.rank : one.turn < other.turn;
}
