import { api, type Marked } from '../api';
import type { Letter, Preview } from '../desk/preview.svelte';
import type { Status } from '../desk/status.svelte';
import type { Contents } from '../song/contents.svelte';
import type { Sender } from '../song/sender.svelte';

/** Points of the history that have a letter, to be compared by ear. */
export class Marks {
  constructor(
    private readonly contents: Pick<Contents, 'song' | 'history' | 'marks'>,
    private readonly sender: Pick<Sender, 'inLine'>,
    private readonly preview: Pick<Preview, 'step'>,
    private readonly status: Status,
  ) {}

  /** All of them, also those that another window set before what was taken in last. */
  get all(): Marked {
    return this.contents.marks;
  }

  /** The letters of a step of the history, or of the song as it came in. */
  of(step: number | null): string[] {
    return Object.keys(this.all).filter((letter) => this.all[letter] === step);
  }

  /**
   * Gives a letter to the step that is looked at, or where the song stands once the keys before are done, and before those
   * behind: it means what was heard when it was pressed. Where the step has that letter, takes it away.
   */
  toggle(letter: Letter): void {
    const { contents, preview, sender, status } = this;
    const looked = preview.step;
    sender.inLine(async () => {
      const { id } = contents.song;
      const step = looked === undefined ? contents.history.at : looked;
      const isThere = letter in this.all && this.all[letter] === step;
      const moved = letter in this.all ? `${letter} is here now` : `${letter} is this point of the history`;
      contents.marks = (await (isThere ? api.unmark(id, letter) : api.mark(id, letter, step))).marks;
      status.say(isThere ? `${letter} is no point any more` : moved);
    });
  }
}
