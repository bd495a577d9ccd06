import { untrack } from 'svelte';
import { followPlayer } from '../commands/following.svelte';
import { openStudio, type OpenStudio, type Program } from '../open-studio';

/** What a song sounds like, without going into it: one at a time. */
export class HearingSongs {
  /** the song that is heard, or on its way; null where none is */
  song = $state<number | null>(null);
  #open = $state.raw<OpenStudio | null>(null);
  #asked = 0;
  #unfollow: () => void = () => undefined;

  constructor(private readonly program: Program) {}

  /** how much of it was played, 0–1 */
  get share(): number {
    if (!this.#open) return 0;
    const { player, contents } = this.#open.studio;
    return player.tick / Math.max(1, contents.end);
  }

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
    const { player } = open.studio;
    const endsFollowing = $effect.root(() => followPlayer(open.studio));
    this.#unfollow = endsFollowing;
    player.isOnce = true;
    await player.start(0);
    if (asked !== this.#asked) return;
    const endsWatching = $effect.root(() => {
      // It ends by itself behind its last bar.
      $effect(() => {
        if (!player.playing) untrack(() => this.stop());
      });
    });
    this.#unfollow = () => {
      endsFollowing();
      endsWatching();
    };
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
