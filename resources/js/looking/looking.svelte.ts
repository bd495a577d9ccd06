import { api, Refused, type OpenedSong, type Said, type Song, type SongAnswer, type Track } from '../api';
import type { Ahead } from '../asking/ahead.svelte';
import type { Answers } from '../asking/answers.svelte';
import type { Standpoint } from '../asking/standpoint.svelte';
import type { ChosenClips } from '../desk/chosen-clips.svelte';
import type { Lanes } from '../desk/lanes.svelte';
import { countsOf, type Compared, type Point, type Preview } from '../desk/preview.svelte';
import type { NoteTable } from '../music/notes';
import type { Arranging } from '../sight/arranging.svelte';
import type { Contents } from '../song/contents.svelte';
import type { Sender } from '../song/sender.svelte';
import type { Sounding } from '../song/sounding.svelte';
import type { SongState } from '../song/state';

/** What of a track is turned by sliders. */
export type TurnedValues = Partial<Pick<Track, 'volume' | 'pan' | 'reverb' | 'chorus'>>;

/** What is read to look at something. */
export interface LookedFrom {
  contents: Contents;
  sounding: Pick<Sounding, 'now'>;
  preview: Preview;
  lanes: Lanes;
  chosenClips: ChosenClips;
  arranging: Pick<Arranging, 'hasKeys'>;
  sender: Pick<Sender, 'idle'>;
  standpoint: Pick<Standpoint, 'context'>;
  answers: Pick<Answers, 'takeAll'>;
  ahead: Pick<Ahead, 'basis' | 'keep'>;
}

/** Asks for what is looked at before it is trusted: what lines would do, and the song as it was at a step of its history. */
export class Looking {
  constructor(private readonly on: LookedFrom) {}

  /** The song as it is. */
  get now(): SongState {
    const { song, notes, points } = this.on.contents;
    return { song, notes, points, sounds: this.on.sounding.now };
  }

  /**
   * Shows what lines would do to what is selected, or to the chosen clips.
   *
   * @param instead the step in whose place they would be put, or the last one there is
   */
  atLines(lines: string[], instead: number | 'last' | null = null): void {
    const { preview, lanes } = this.on;
    const chosen = this.#onClips();
    if (chosen?.length === 0) {
      preview.clear();
      return;
    }
    preview.ask(async () => {
      await this.on.sender.idle();
      const { basis } = this.on.ahead;
      const named = chosen ? lines : lanes.named(lines, false);
      const answer = await this.#wouldDo(named, instead, chosen);
      const before = answer.before ? this.#as(answer.before) : this.now;
      const after = this.#as(answer);
      if (!chosen && instead === null) this.on.ahead.keep(named, basis, after);
      return { ...compared(before, after, answer.message), isInPlace: answer.before !== undefined };
    });
  }

  /** What something said means where one stands, and what it would do. */
  async said(text: string): Promise<Said> {
    const { contents, lanes, sender, standpoint } = this.on;
    await sender.idle();
    const { basis } = this.on.ahead;
    const chosen = this.#onClips() ?? [];
    const standing = chosen.length > 0 ? contents.standingOn(chosen) : contents.standing;
    const context = { ...standpoint.context, ...(chosen.length > 0 && { onClips: true }) };
    const said = await this.#asked(() =>
      api.say(contents.song.id, standing, text, chosen.length > 0 ? 'all' : contents.selection(), context),
    );
    const lines = lanes.named(said.lines, false);
    if (said.preview && !this.#onClips()) this.on.ahead.keep(lines, basis, this.#as(said.preview));
    return { ...said, lines };
  }

  /** Shows what something said would do. */
  atAnswer(answer: SongAnswer): void {
    this.on.preview.ask(() => Promise.resolve(compared(this.now, this.#as(answer), answer.message)));
  }

  /** The ids of the chosen clips, where these are what is worked on; null where it is notes. */
  #onClips(): number[] | null {
    const { arranging, chosenClips } = this.on;
    return arranging.hasKeys ? chosenClips.placed.map(({ clip }) => clip.id) : null;
  }

  /** The notes as lines would leave them, without showing them. */
  async wouldBe(lines: string[]): Promise<NoteTable> {
    return this.#as(await this.#wouldDo(lines)).notes;
  }

  /** Shows the song as it was at a step, compared with how it is, or with how it was at another step. */
  atStep(step: number | null, comparedWith?: number | null): void {
    const { preview } = this.on;
    preview.lookAt(step);
    preview.ask(async () => {
      const before = comparedWith === undefined ? this.now : (await this.stateAt(comparedWith)).state;
      const { state, differs } = await this.stateAt(step);
      return compared(before, state, differs);
    });
  }

  /** Shows a point of the history in the place of the song as it is, at once where it is known how that was. */
  atPoint(point: Point, step: number | null, known: SongState | undefined): void {
    const { contents, preview } = this.on;
    preview.lookAt(step, point);
    const selected = contents.selection();
    const seen = known && {
      ...known,
      notes: known.notes.selecting(selected),
      points: known.points.selecting(selected),
    };
    if (seen) preview.show(compared(this.now, seen, ''));
    preview.ask(async () => {
      const { state, differs } = await this.stateAt(step);
      return compared(this.now, seen ?? state, differs);
    });
  }

  /** Shows a track with other values, as while a slider of it is dragged; what is looked at otherwise stays. */
  atTrack(track: number, values: TurnedValues): void {
    const { preview } = this.on;
    if (preview.step !== undefined) return;
    const { now } = this;
    const tracks = now.song.tracks.map((one) => (one.id === track ? { ...one, ...values } : one));
    preview.show(compared(now, { ...now, song: { ...now.song, tracks } }, ''));
  }

  /** How the song was at a step, and in what that differs from how it is. */
  async stateAt(step: number | null): Promise<{ state: SongState; differs: string }> {
    const { contents, sender } = this.on;
    await sender.idle();
    const answer = await this.#asked(() => api.previewStep(contents.song.id, contents.standing, step));
    return { state: this.#as(answer), differs: answer.message };
  }

  /** The song as an answer would leave it. */
  #as(answer: SongAnswer): SongState {
    const { now } = this;
    const song = answer.song ? this.on.contents.told(answer.song) : now.song;
    return {
      ...(this.#opensOthers(answer, song) ? now : this.on.contents.after(answer)),
      song,
      sounds: now.sounds.with(answer.sounding ?? []),
    };
  }

  /** Whether it would open other clips while those that are open stay: their notes are what is looked at. */
  #opensOthers({ open }: SongAnswer, song: Song): boolean {
    if (!open) return false;
    const there = new Set(song.tracks.flatMap(({ clips }) => clips.map(({ id }) => id)));
    return this.on.contents.open.some((clip) => there.has(clip) && !open.clips.includes(clip));
  }

  /** @param clips those worked on in place of the open ones */
  async #wouldDo(
    lines: string[],
    instead: number | 'last' | null = null,
    clips: number[] | null = null,
  ): Promise<SongAnswer> {
    const { contents, sender, standpoint } = this.on;
    await sender.idle();
    const step = instead === 'last' ? contents.history.at : instead;
    const standing = clips ? contents.standingOn(clips) : contents.standing;
    const context = { ...standpoint.context, ...(clips && { onClips: true }) };
    return this.#asked(() =>
      api.preview(contents.song.id, standing, lines, clips ? 'all' : contents.selection(), context, step),
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

function compared(before: SongState, after: SongState, message: string): Compared {
  const ofNotes = countsOf(before.notes, after.notes);
  const ofPoints = countsOf(before.points, after.points);
  return {
    before,
    after,
    message,
    counts: {
      changed: ofNotes.changed + ofPoints.changed,
      added: ofNotes.added + ofPoints.added,
      removed: ofNotes.removed + ofPoints.removed,
    },
  };
}
