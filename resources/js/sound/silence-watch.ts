import { settings } from '../settings/settings.svelte';
import type { Score } from './score';
import { askedAt, whySilent } from './silence';

/** For so long nothing is heard before it is asked why, in ms. */
const SILENT_MS = 1200;

/** Finds out why nothing is heard while the song plays, and tells it once for each start. */
export class SilenceWatch {
  /** whether the clock of the sound goes, as far as was seen; it does where nothing plays */
  isRunning = true;
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
    this.isRunning = true;
  }

  /**
   * @param heard seconds of the clock of the sound
   * @param loop what is gone round in
   */
  look(level: number, tick: number, heard: number, loop: readonly [number, number] | null): void {
    const now = performance.now();
    if (level > 0) this.#since = now;
    if (now - this.#since < SILENT_MS) return;
    this.#since = now;
    const { volume } = settings;
    this.isRunning = heard !== this.#heard;
    this.#heard = heard;
    const around = { volume, isRunning: this.isRunning, loop, isPlaying: true, hears: true };
    const [why] = whySilent(this.score, askedAt(this.score, tick), around);
    if (!why || this.#isTold) return;
    this.#isTold = true;
    this.tell(why.text);
  }
}
