import { settings } from '../settings/settings.svelte';
import type { Score } from './score';
import { whySilent } from './silence';

/** For so long nothing is heard before it is asked why, in ms. */
const SILENT_MS = 1200;

/** Finds out why nothing is heard while the song plays, and tells it once for each start. */
export class SilenceWatch {
  #since = 0;
  /** where the clock of the sound was when it was looked at last */
  #heard = -1;
  #isTold = false;

  constructor(
    private readonly score: Score,
    private readonly tell: (why: string) => void,
  ) {}

  begin(): void {
    this.#since = performance.now();
    this.#isTold = false;
  }

  /** @param heard seconds of the clock of the sound */
  look(level: number, tick: number, heard: number): void {
    const now = performance.now();
    if (level > 0) this.#since = now;
    if (now - this.#since < SILENT_MS) return;
    this.#since = now;
    const why = whySilent(this.score, tick, { volume: settings.volume, isRunning: heard !== this.#heard });
    this.#heard = heard;
    if (why === null || this.#isTold) return;
    this.#isTold = true;
    this.tell(why);
  }
}
