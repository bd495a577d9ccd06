import type { Asking } from '../asking/asking.svelte';
import type { Status } from '../desk/status.svelte';
import { KeptTake } from '../devices/kept-take';
import { ofRound } from '../devices/take-lines';
import type { Contents } from '../song/contents.svelte';

/** Takes that are not in the song: those that were being played when their page went, and those that were refused. */
export class LeftTakes {
  /** the oldest first */
  #takes = $state.raw<readonly KeptTake[]>([]);
  /** requests that take something in and wait for their answer */
  #asked = $state.raw<ReadonlySet<string>>(new Set());
  /** the first that nothing is asked for; null where there is none */
  readonly first: KeptTake | null = $derived(
    this.#takes.find(({ requests }) => !requests.some((request) => this.#asked.has(request))) ?? null,
  );

  constructor(
    private readonly contents: Pick<Contents, 'song' | 'clock'>,
    private readonly asking: Pick<Asking, 'run'>,
    private readonly status: Status,
  ) {
    KeptTake.find(contents.song.id, (take) => this.add(take));
  }

  add(take: KeptTake): void {
    this.#takes = [...this.#takes, take];
  }

  /** Takes the first in. */
  async takeIn(): Promise<void> {
    const { first: take } = this;
    if (!take) return;
    if (!(await take.claim())) {
      this.#drop(take);
      this.status.say('Another window takes this in, or left it out', 'hint');
      return;
    }
    const { lines, loop } = take.head;
    const played = take.at();
    for (const round of this.#missing(take)) {
      const request = take.requestOf(round);
      this.#asked = new Set(this.#asked).add(request);
      this.asking.run(loop ? ofRound(lines, round) : lines, {
        played,
        request,
        over: (isDone) => this.settled(request, isDone),
      });
    }
  }

  /** Leaves the first out. */
  leaveOut(): void {
    const { first: take } = this;
    if (!take) return;
    void take.claim().then((isOurs) => isOurs && take.forget());
    this.#drop(take);
    this.status.say('The take that was not stored is left out', 'hint');
  }

  /** Requests that waited when the page went, and are sent now: what they take in is not offered as well. */
  areAsked(requests: string[]): void {
    this.#asked = new Set([...this.#asked, ...requests]);
  }

  /** A request that may take something in was answered. */
  settled(request: string, isDone: boolean): void {
    const take = this.#takes.find(({ requests }) => requests.includes(request));
    const round = take?.roundOf(request) ?? null;
    if (take && round !== null && isDone) take.stored(round);
    if (take && this.#missing(take).length === 0) {
      take.forget();
      this.#drop(take);
    }
    this.#asked = new Set([...this.#asked].filter((one) => one !== request));
  }

  #drop(take: KeptTake): void {
    this.#takes = this.#takes.filter((one) => one !== take);
  }

  /** The rounds, from 1, that are not in the song; what was played without a loop is one. */
  #missing(take: KeptTake): number[] {
    const { loop, origin } = take.head;
    const { until } = take.at();
    const { clock } = this.contents;
    const first = loop ? clock.milliseconds(origin, loop[1] - origin) : Infinity;
    const last =
      until < first ? 1 : 2 + Math.floor((until - first) / clock.milliseconds(loop![0], loop![1] - loop![0]));
    return Array.from({ length: last }, (_, k) => k + 1).filter((round) => !take.isDone(round));
  }
}
