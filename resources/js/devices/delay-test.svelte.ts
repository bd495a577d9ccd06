import { isPress } from '../music/midi';
import type { Player } from '../sound/player.svelte';
import type { Inputs } from './inputs.svelte';

const CLICKS = 10;
const EVERY_MS = 600;
/** the first ones are for finding the beat */
const LEFT_OUT = 2;
const FEWEST = 5;
/** who taps less evenly than this, in ms, is not measured */
const UNEVEN_MS = 40;

/** How late taps come after clicks, in ms, and within what half of them lie; null with fewer than five. */
export interface Delay {
  ms: number;
  within: number;
  taps: number;
}

/** The delay of taps, both in ms of one clock: each belongs to the click it lies nearest to, the middle one counts. */
export function delayOf(clicks: readonly number[], taps: readonly number[]): Delay | null {
  const wanted = clicks.slice(LEFT_OUT);
  const apart = taps
    .map((tap) =>
      clicks.reduce((nearest, click) => (Math.abs(tap - click) < Math.abs(tap - nearest) ? click : nearest)),
    )
    .flatMap((click, k) => (wanted.includes(click) ? taps[k] - click : []))
    .sort((a, b) => a - b);
  if (apart.length < FEWEST) return null;
  const at = (share: number) => apart[Math.round(share * (apart.length - 1))];
  return { ms: Math.round(at(0.5)), within: Math.round((at(0.75) - at(0.25)) / 2), taps: apart.length };
}

/** Plays clicks and asks for taps on the keyboard that is played on: what lies between is the way of the sound out and of the key in. */
export class DelayTest {
  /** the click that was heard last, from 1; null while there is no test */
  click = $state<number | null>(null);
  readonly clicks = CLICKS;
  #end: () => void = () => {};

  constructor(
    private readonly player: Player,
    private readonly inputs: Inputs,
  ) {}

  /** @param done told the delay, or why there is none */
  async start(done: (delay: Delay | string) => void): Promise<void> {
    this.stop();
    this.click = 0;
    let isLeft = false;
    this.#end = () => (isLeft = true);
    const clicks = await this.player.clicks(CLICKS, EVERY_MS);
    if (isLeft) {
      this.player.stop();
      return;
    }
    const taps: number[] = [];
    const noTaps = this.inputs.listen((message, at) => isPress(message) && taps.push(at));
    const until = (at: number) => at - performance.now();
    const timers = clicks.map((at, k) => setTimeout(() => (this.click = k + 1), until(at)));
    timers.push(
      setTimeout(
        () => {
          this.stop();
          done(judged(delayOf(clicks, taps)));
        },
        until(clicks.at(-1)! + EVERY_MS),
      ),
    );
    this.#end = () => {
      timers.forEach(clearTimeout);
      noTaps();
      this.player.stop();
    };
  }

  stop(): void {
    this.#end();
    this.#end = () => {};
    this.click = null;
  }
}

function judged(delay: Delay | null): Delay | string {
  if (!delay) return 'Too few taps to measure; tap a key of your keyboard with every click.';
  if (delay.within > UNEVEN_MS)
    return `The taps lie up to ${delay.within} ms apart from each other, too uneven to measure; tap with every click.`;
  return delay;
}
