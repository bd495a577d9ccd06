/** What a hand does after what: counted, and kept by the browser. */
const KEY = 'jactonic.habits';

/** So many presses are known, those that are pressed most, and for each so many that follow it. */
const MOST = 120;
const MOST_NEXT = 12;
/** What was counted so often is halved, so that a hand may change. */
const FULL = 64;

type Counts = Record<string, number>;

const ranked = (counts: Counts = {}): [press: string, count: number][] =>
  Object.entries(counts).sort(([, a], [, b]) => b - a);

/** What a press may be followed by, learned from what this hand pressed before. */
export class Habits {
  #next: Record<string, Counts>;

  /** @param storage where they are kept */
  constructor(private readonly storage: Pick<Storage, 'getItem' | 'setItem'>) {
    try {
      this.#next = JSON.parse(storage.getItem(KEY) ?? '{}') ?? {};
    } catch {
      this.#next = {};
    }
  }

  /** Counts a press that followed another; '' where none went before. */
  note(before: string, press: string): void {
    let counts = { ...this.#next[before], [press]: (this.#next[before]?.[press] ?? 0) + 1 };
    if (counts[press] > FULL)
      counts = Object.fromEntries(Object.entries(counts).map(([one, count]) => [one, Math.ceil(count / 2)]));
    const kept = { ...this.#next, [before]: Object.fromEntries(ranked(counts).slice(0, MOST_NEXT)) };
    const weight = (of: Counts) => Object.values(of).reduce((sum, count) => sum + count, 0);
    this.#next = Object.fromEntries(
      Object.entries(kept)
        .sort(([, a], [, b]) => weight(b) - weight(a))
        .slice(0, MOST),
    );
    try {
      this.storage.setItem(KEY, JSON.stringify(this.#next));
    } catch {
      // Where there is no room for habits, they last as long as the page.
    }
  }

  /** What may follow a press, the likeliest first: what followed it before, then what was pressed most at all. */
  after(before: string): string[] {
    const all: Counts = {};
    for (const counts of Object.values(this.#next))
      for (const [press, count] of Object.entries(counts)) all[press] = (all[press] ?? 0) + count;
    return [...new Set([...ranked(this.#next[before]), ...ranked(all)].map(([press]) => press))];
  }
}
