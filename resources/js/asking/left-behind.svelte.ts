import type { Caret } from '../desk/caret.svelte';
import type { ChosenClips } from '../desk/chosen-clips.svelte';
import type { Contents } from '../song/contents.svelte';
import type { Sender } from '../song/sender.svelte';
import { keepUnsent, type Unsent } from '../song/unsent';
import type { Asking } from './asking.svelte';
import type { Opening } from './opening.svelte';
import type { Selecting } from './selecting.svelte';

/** What is written down in the tab where the page or the song is left before it was answered, and taken up again. */
export class LeftBehind {
  /** whether what is under way is written down: then it is with every answer */
  #isWritten = false;

  constructor(
    private readonly contents: Contents,
    private readonly caret: Caret,
    private readonly chosenClips: ChosenClips,
    private readonly sender: Sender,
    private readonly selecting: Selecting,
    private readonly asking: Asking,
    private readonly opening: Opening,
  ) {}

  /** What is under way goes on; it is written down, so that it is known when the song is opened again. */
  leave(): void {
    this.#isWritten = true;
    this.#keep();
  }

  /** What waits is another by now. */
  changes(): void {
    if (this.#isWritten) this.#keep();
  }

  /**
   * Sends what was written down before.
   *
   * @param run does a command of the view
   * @param over told of each request once it is over, whether it was done
   */
  takeUp(
    { selection, caret, jobs }: Unsent,
    run: (line: string) => void,
    over: (request: string, isDone: boolean) => void,
  ): void {
    const { selecting, asking } = this;
    this.#isWritten = true;
    this.caret.put(caret);
    selecting.select(jobs[0].selection ?? selection);
    for (const { asked, request, selection: chosen } of jobs) {
      if (chosen) selecting.select(chosen);
      switch (asked.what) {
        case 'open':
          void this.opening.clips(asked.clips, asked.front);
          break;
        case 'tracks':
          asking.sendToTracks(asked, request);
          break;
        case 'clips':
          this.chosenClips.choose(asked.clips);
          asking.sendToClips(asked, request);
          break;
        case 'caret':
          this.caret.move(asked.to);
          break;
        case 'view':
          run(asked.line);
          break;
        default:
          asking.send(asked, { over: (isDone) => over(request, isDone) }, request);
      }
    }
    if (jobs.some(({ selection: chosen }) => chosen)) selecting.select(selection);
  }

  #keep(): void {
    keepUnsent(this.contents.song.id, {
      open: this.contents.open,
      front: this.contents.front,
      selection: this.contents.selection(),
      caret: this.caret.at,
      jobs: this.sender.unsent(),
    });
  }
}
