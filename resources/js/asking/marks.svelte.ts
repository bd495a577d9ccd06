import { api, type Marked } from '../api';
import type { Letter, Preview } from '../desk/preview.svelte';
import type { Status } from '../desk/status.svelte';
import type { Contents } from '../song/contents.svelte';
import type { Sender } from '../song/sender.svelte';

/** Points of the history that have a letter, to be compared by ear. */
export class Marks {
  all = $state.raw<Marked>({});

  constructor(
    private readonly contents: Pick<Contents, 'song' | 'history'>,
    private readonly sender: Pick<Sender, 'idle'>,
    private readonly preview: Pick<Preview, 'step'>,
    private readonly status: Status,
    all: Marked,
  ) {
    this.all = all;
  }

  /** The letters of a step of the history, or of the song as it came in. */
  of(step: number | null): string[] {
    return Object.keys(this.all).filter((letter) => this.all[letter] === step);
  }

  /** Gives a letter to the step that is looked at, or where the song stands; where it has that letter, takes it away. */
  async toggle(letter: Letter): Promise<void> {
    const { contents, preview, sender, status } = this;
    await sender.idle();
    const step = preview.step === undefined ? contents.history.at : preview.step;
    const isThere = letter in this.all && this.all[letter] === step;
    const moved = letter in this.all ? `${letter} is here now` : `${letter} is this point of the history`;
    try {
      const { id } = contents.song;
      this.all = (await (isThere ? api.unmark(id, letter) : api.mark(id, letter, step))).marks;
      status.say(isThere ? `${letter} is no point any more` : moved);
    } catch (error) {
      status.say((error as Error).message, 'refused');
    }
  }
}
