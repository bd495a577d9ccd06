import { api, Refused, type OpenedSong, type Said, type SongAnswer, type Standing } from '../api';
import type { Answers } from '../asking/answers.svelte';
import type { Standpoint } from '../asking/standpoint.svelte';
import type { ChosenClips } from '../desk/chosen-clips.svelte';
import type { Lanes } from '../desk/lanes.svelte';
import { countsOf, type Compared, type Preview } from '../desk/preview.svelte';
import type { NoteTable } from '../music/notes';
import type { Arranging } from '../sight/arranging.svelte';
import type { Contents, Open } from '../song/contents.svelte';
import type { Sender } from '../song/sender.svelte';

/** What is read to look at something. */
export interface LookedFrom {
  contents: Contents;
  preview: Preview;
  lanes: Lanes;
  chosenClips: ChosenClips;
  arranging: Pick<Arranging, 'hasKeys'>;
  sender: Pick<Sender, 'idle'>;
  standpoint: Pick<Standpoint, 'context'>;
  answers: Pick<Answers, 'takeAll'>;
}

/** Asks for what is looked at before it is trusted: what lines would do, and the song as it was at a step of its history. */
export class Looking {
  constructor(private readonly on: LookedFrom) {}

  /**
   * Shows what lines would do to what is selected now.
   *
   * @param ofSong whether they change tracks, clips or the conductor: then it is said, and the notes are shown as they are
   * @param instead the step in whose place they would be put, or the last one there is
   */
  atLines(lines: string[], ofSong = false, instead: number | 'last' | null = null): void {
    const { contents, preview, lanes, arranging } = this.on;
    if (arranging.hasKeys) {
      this.#atLinesOnClips(lines);
      return;
    }
    preview.ask(async () => {
      const answer = await this.#wouldDo(lanes.named(lines, false), instead);
      const before = answer.before && !ofSong ? contents.after(answer.before) : contents;
      const after = ofSong ? contents : contents.after(answer);
      return { ...compared(before, after, answer.message), isInPlace: answer.before !== undefined };
    });
  }

  /** What something said means where one stands, and what it would do. */
  async said(text: string): Promise<Said> {
    const { contents, lanes, sender, standpoint } = this.on;
    await sender.idle();
    const chosen = this.#onClips();
    const standing = chosen ? standingOn(chosen, contents.front) : contents.standing;
    const context = { ...standpoint.context, ...(chosen && { onClips: true }) };
    const said = await this.#asked(() =>
      api.say(contents.song.id, standing, text, chosen ? 'all' : contents.selection(), context),
    );
    return { ...said, lines: lanes.named(said.lines, false) };
  }

  /** Shows what something said would do; where that is about tracks, clips or the conductor it is only told. */
  atAnswer(answer: SongAnswer, ofSong: boolean): void {
    const { contents, preview } = this.on;
    const isTold = ofSong || this.#onClips() !== null;
    preview.ask(() => Promise.resolve(compared(contents, isTold ? contents : contents.after(answer), answer.message)));
  }

  /** The ids of the chosen clips, where these are what is worked on. */
  #onClips(): number[] | null {
    const { arranging, chosenClips } = this.on;
    const open = arranging.hasKeys ? chosenClips.placed.map(({ clip }) => clip.id) : [];
    return open.length > 0 ? open : null;
  }

  /** The notes as lines would leave them, without showing them. */
  async wouldBe(lines: string[]): Promise<NoteTable> {
    return this.on.contents.after(await this.#wouldDo(lines)).notes;
  }

  /** Says what lines would do to the chosen clips, and shows the notes as they are. */
  #atLinesOnClips(lines: string[]): void {
    const { contents, preview, chosenClips, sender, standpoint } = this.on;
    const open = chosenClips.placed.map(({ clip }) => clip.id);
    if (open.length === 0) {
      preview.clear();
      return;
    }
    const standing = standingOn(open, contents.front);
    preview.ask(async () => {
      await sender.idle();
      const context = { ...standpoint.context, onClips: true };
      const answer = await api.preview(contents.song.id, standing, lines, 'all', context);
      return compared(contents, contents, answer.message);
    });
  }

  /** Shows the song as it was at a step, compared with how it is, or with how it was at another step. */
  atStep(step: number | null, comparedWith?: number | null): void {
    const { contents, preview, sender } = this.on;
    preview.lookAt(step);
    preview.ask(async () => {
      await sender.idle();
      const at = (which: number | null) =>
        this.#asked(() => api.previewStep(contents.song.id, contents.standing, which));
      const before = comparedWith === undefined ? contents : contents.after(await at(comparedWith));
      const answer = await at(step);
      return compared(before, contents.after(answer), answer.message);
    });
  }

  async #wouldDo(lines: string[], instead: number | 'last' | null = null): Promise<SongAnswer> {
    const { contents, sender, standpoint } = this.on;
    await sender.idle();
    const step = instead === 'last' ? contents.history.at : instead;
    return this.#asked(() =>
      api.preview(contents.song.id, contents.standing, lines, contents.selection(), standpoint.context, step),
    );
  }

  /** Asks for a preview; where another window changed an open clip first, that is shown. */
  async #asked<T>(ask: () => Promise<T>): Promise<T> {
    try {
      return await ask();
    } catch (error) {
      if (error instanceof Refused && error.body.song) this.on.answers.takeAll(error.body.song as OpenedSong);
      throw error;
    }
  }
}

/** Where one stands that works on some clips. */
function standingOn(open: number[], front: number): Standing {
  return { open, front: open.includes(front) ? front : open[0], revisions: {} };
}

function compared(before: Open, after: Open, message: string): Compared {
  const ofNotes = countsOf(before.notes, after.notes);
  const ofPoints = countsOf(before.points, after.points);
  return {
    before: before.notes,
    after: after.notes,
    points: { before: before.points, after: after.points },
    message,
    counts: {
      changed: ofNotes.changed + ofPoints.changed,
      added: ofNotes.added + ofPoints.added,
      removed: ofNotes.removed + ofPoints.removed,
    },
  };
}
