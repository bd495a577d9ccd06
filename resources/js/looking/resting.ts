import type { Preview } from '../desk/preview.svelte';
import type { Player } from '../sound/player.svelte';
import type { Looking } from './looking.svelte';

/** A pointer that stands so long, in ms, rests; one that passes is on its way. */
const RESTS_AFTER = 250;

/** What is read to show what a key would do. */
export interface RestedOn {
  preview: Pick<Preview, 'shown' | 'step' | 'clear'>;
  looking: Pick<Looking, 'atLines'>;
  player: Pick<Player, 'playing'>;
}

/**
 * Shows what a key would do while the pointer rests on it. Whatever else is looked at stays; and while the song plays nothing
 * is shown, for what is seen is heard.
 */
export class Resting {
  #timer: ReturnType<typeof setTimeout> | undefined;
  #isShown = false;

  constructor(private readonly on: RestedOn) {}

  /** The pointer came to a key that runs these edits. */
  over(lines: readonly string[]): void {
    this.leave();
    this.#timer = setTimeout(() => {
      const { preview, looking, player } = this.on;
      if (preview.shown || preview.step !== undefined || player.playing) return;
      this.#isShown = true;
      looking.atLines([...lines]);
    }, RESTS_AFTER);
  }

  /** It went, or something was pressed. */
  leave(): void {
    clearTimeout(this.#timer);
    if (this.#isShown) this.on.preview.clear();
    this.#isShown = false;
  }
}
