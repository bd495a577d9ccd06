import { api, Refused, type OpenedSong, type SongAnswer } from '../api';
import type { NoteTable } from '../music/notes';
import type { Open } from '../song/contents.svelte';
import type { Desk } from './desk.svelte';
import { countsOf, type Compared } from './preview.svelte';

/** What is looked at before it is trusted: what lines would do, and the song as it was at a step of its history. */
export class Looking {
  /** the step that is looked at, null for the song as it came in: an edit goes on from there */
  at = $state.raw<number | null | undefined>(undefined);
  /** what was selected while a step is looked at; null where nothing was */
  #chosen: number[] | null = null;

  constructor(private readonly desk: Desk) {}

  /**
   * Shows what lines would do to what is selected now.
   *
   * @param ofSong whether they change tracks, clips or the conductor: then it is said, and the notes are shown as they are
   */
  atLines(lines: string[], ofSong = false): void {
    const { desk } = this;
    if (desk.arranging.isShown) {
      this.#atLinesOnClips(lines);
      return;
    }
    desk.preview.ask(async () => {
      await desk.sender.idle();
      const answer = await this.#asked(() =>
        api.preview(desk.song.id, desk.standing, desk.lanes.named(lines, false), desk.selection(), desk.context),
      );
      return compared(desk.contents, ofSong ? desk.contents : desk.contents.after(answer), answer.message);
    });
  }

  /** The notes as lines would leave them, without showing them. */
  async wouldBe(lines: string[]): Promise<NoteTable> {
    const { desk } = this;
    await desk.sender.idle();
    return desk.contents.after(
      await this.#asked(() => api.preview(desk.song.id, desk.standing, lines, desk.selection(), desk.context)),
    ).notes;
  }

  /** Says what lines would do to the chosen clips, and shows the notes as they are. */
  #atLinesOnClips(lines: string[]): void {
    const { desk } = this;
    const open = desk.arranging.placed.map(({ clip }) => clip.id);
    if (open.length === 0) {
      desk.preview.clear();
      return;
    }
    const standing = { open, front: open.includes(desk.front) ? desk.front : open[0], revisions: {} };
    desk.preview.ask(async () => {
      await desk.sender.idle();
      const answer = await api.preview(desk.song.id, standing, lines, 'all', { ...desk.context, onClips: true });
      return compared(desk.contents, desk.contents, answer.message);
    });
  }

  /** Shows the song as it was at a step, compared with how it is, or with how it was at another step. */
  atStep(step: number | null, comparedWith?: number | null): void {
    const { desk } = this;
    this.at = step;
    this.#chosen = null;
    desk.preview.ask(async () => {
      await desk.sender.idle();
      const at = (which: number | null) => this.#asked(() => api.previewStep(desk.song.id, desk.standing, which));
      const before = comparedWith === undefined ? desk.contents : desk.contents.after(await at(comparedWith));
      const answer = await at(step);
      return compared(before, desk.contents.after(answer), answer.message);
    });
  }

  /** Notes were selected: while a step is looked at, they are those of the step. */
  selects(ids: number[]): void {
    if (this.at !== undefined) {
      this.#chosen = ids;
      this.desk.preview.select(ids);
    }
  }

  /** Ends looking; the song as it is now is shown again. */
  stop(): void {
    this.at = undefined;
    this.desk.preview.clear();
  }

  /** Ends looking, for the song goes there; gives what was selected there. */
  go(): number[] | null {
    const chosen = this.#chosen;
    this.at = undefined;
    this.#chosen = null;
    return chosen;
  }

  /** Asks for a preview; where another window changed an open clip first, that is shown. */
  async #asked(ask: () => Promise<SongAnswer>): Promise<SongAnswer> {
    try {
      return await ask();
    } catch (error) {
      if (error instanceof Refused && error.body.song) {
        this.desk.takeAll(error.body.song as OpenedSong);
      }
      throw error;
    }
  }
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
