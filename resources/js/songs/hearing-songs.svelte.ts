import { followPlayer } from '../commands/following.svelte';
import { openStudio, type OpenStudio, type Program } from '../open-studio';

/** What a song sounds like, without going into it: one at a time. */
export class HearingSongs {
  /** the song that is heard, or on its way; null where none is */
  song = $state<number | null>(null);
  #open: OpenStudio | null = null;
  #asked = 0;
  #unfollow: () => void = () => undefined;

  constructor(private readonly program: Program) {}

  async press(song: number): Promise<void> {
    const wasHeard = this.song === song;
    this.stop();
    if (wasHeard) return;
    const asked = ++this.#asked;
    this.song = song;
    const open = await openStudio(song, this.program).catch(() => null);
    if (!open) {
      if (asked === this.#asked) this.song = null;
      return;
    }
    if (asked !== this.#asked) {
      open.close();
      return;
    }
    this.#open = open;
    this.#unfollow = $effect.root(() => followPlayer(open.studio));
    await open.studio.player.toggle();
  }

  stop(): void {
    this.#asked++;
    this.song = null;
    if (!this.#open) return;
    this.#unfollow();
    this.#open.studio.player.stop();
    this.#open.close();
    this.#open = null;
  }
}
