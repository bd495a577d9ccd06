import { named } from '../music/counted';
import { api, Refused, type History, type Phrase, type Played, type SongAnswer, type Standing } from '../api';
import { NOTHING_UNDER, type ChosenClips, type Place } from '../desk/chosen-clips.svelte';
import type { Lanes } from '../desk/lanes.svelte';
import type { Preview } from '../desk/preview.svelte';
import type { Status } from '../desk/status.svelte';
import type { LaneName } from '../music/lanes';
import type { Contents } from '../song/contents.svelte';
import type { Job, Sender } from '../song/sender.svelte';
import type { Asked } from '../song/unsent';
import { REDO, UNDO, type Ahead } from './ahead.svelte';
import type { Answers } from './answers.svelte';
import type { Clipboard } from './clipboard';
import type { Selecting } from './selecting.svelte';
import type { Standpoint } from './standpoint.svelte';

export type OfSong = Extract<Asked, { what: 'edit' | 'undo' | 'redo' | 'go' }>;
export type OfTracks = Extract<Asked, { what: 'tracks' }>;
export type OfClips = Extract<Asked, { what: 'clips' }>;

/** How lines are run. */
export interface Running {
  /** whether the result should be heard */
  sound?: boolean;
  /** the ids of the notes to work on in place of the selection, which then stays as it is */
  on?: number[] | undefined;
  /** what was played, for a line that takes it in */
  played?: Played | undefined;
  /** what to paste, where the system's clipboard brought it */
  clipboard?: Phrase | undefined;
  /** whether the caret goes on to the end of the note that is written */
  stepsOn?: boolean;
  /** the step in whose place it is put, or the last one there is once it is its turn */
  instead?: number | 'last' | undefined;
  /** told once it is done */
  done?: (answer: SongAnswer) => void;
  /** what its request is called, where that was written down before */
  request?: string | undefined;
  /** ends what was shown of it before it was answered */
  shown?: (isDone: boolean) => void;
  /** told once it is over, whether it was done */
  over?: ((isDone: boolean) => unknown) | undefined;
}

/** What was done last. */
export interface Last {
  lines: readonly string[];
  /** the step it is, in whose place others can be put; null where it was taken back */
  step: number | 'last' | null;
  /** the grid and swing it was done on, where they are known */
  grid: History['grid'];
}

/** What is read to ask of the server. */
export interface AskedOf {
  contents: Contents;
  chosenClips: ChosenClips;
  lanes: Lanes;
  preview: Preview;
  status: Status;
  sender: Sender;
  selecting: Selecting;
  standpoint: Standpoint;
  clipboard: Clipboard;
  answers: Answers;
  ahead: Pick<Ahead, 'press'>;
}

/**
 * The one door to the server for what is done to a song, in the order in which it was pressed: each for the notes that
 * were selected then.
 */
export class Asking {
  #lastLines = $state.raw<readonly string[]>([]);
  #isTakenBack = false;

  /**
   * @param isHeard whether what an edit with a name makes is heard once it is done
   * @param whyNot what has to be done before lines apply; '' where they do
   * @param told the lines of every edit, however it was asked for
   */
  constructor(
    private readonly on: AskedOf,
    private readonly isHeard: (edit: string) => boolean,
    private readonly whyNot: (lines: readonly string[]) => string,
    private readonly told: (lines: readonly string[]) => void,
  ) {}

  /** the lines run last, for `again` */
  get lastLines(): readonly string[] {
    return this.#lastLines;
  }

  /** The lines that were run last, done or not; none where something was taken back since. */
  get tried(): readonly string[] {
    return this.#isTakenBack ? [] : this.#lastLines;
  }

  /** What was done last, or taken back last, as it stands in the history; what is under way as it was asked for. */
  get last(): Last {
    const { history } = this.on.contents;
    if (this.#isTakenBack && history.next.length > 0)
      return { lines: history.next, step: null, grid: history.nextGrid };
    if (this.on.sender.waiting > 0) return { lines: this.#lastLines, step: 'last', grid: null };
    return { lines: history.lines, step: history.at, grid: history.grid };
  }

  /** Sends edit lines to be run as one step on what is selected now, or after what is under way. */
  run(lines: readonly string[], running: Running = {}): void {
    const { preview, lanes, standpoint } = this.on;
    if (preview.step !== undefined) this.goTo(preview.step);
    const { clipboard, played, stepsOn, instead, on } = running;
    const named = lanes.named(lines, this.#pastesPoints(clipboard));
    const shown = this.on.ahead.press(named, !on && !clipboard && !played && instead === undefined);
    this.#say(named);
    const { context, ...stood } = standpoint.now;
    this.send(
      {
        what: 'edit',
        lines: named,
        ...stood,
        context: { ...context, ...(clipboard && { clipboard }), ...(played && { played }) },
        ...(stepsOn && { stepsOn }),
        ...(instead !== undefined && { instead }),
      },
      { ...running, ...(shown && { shown }) },
      running.request,
    );
  }

  /** Takes the song to a step of its history. What was selected while it was looked at stays selected. */
  goTo(step: number | null): void {
    this.#isTakenBack = false;
    this.send({ what: 'go', step, select: this.on.preview.goFromStep() });
  }

  undo(): void {
    this.#isTakenBack = true;
    this.on.preview.stop();
    this.#walk(UNDO);
  }

  redo(): void {
    this.#isTakenBack = false;
    this.on.preview.stop();
    this.#walk(REDO);
  }

  #walk(what: typeof UNDO | typeof REDO): void {
    const shown = this.on.ahead.press([what], true);
    this.send({ what }, shown ? { shown } : {});
  }

  /** Runs lines on all notes of several tracks, as one step: on all of them or, where one cannot, on none. */
  async runOnTracks(lines: string[], tracks: number[], leavesDrums: boolean): Promise<void> {
    const { contents, standpoint, status, sender } = this.on;
    const chosen = contents.song.tracks.filter(
      ({ id, voice }) => tracks.includes(id) && !(leavesDrums && voice === 'drums'),
    );
    const clips = chosen.flatMap((track) => track.clips.map(({ id }) => id));
    if (clips.length === 0) {
      status.say('No track is chosen, or only drums, which are left out.', 'refused');
      return;
    }
    this.told(lines);
    const names = named(chosen);
    this.sendToTracks({ what: 'tracks', lines, ...standpoint.now, clips, names });
    await sender.idle();
  }

  /**
   * Runs lines on the chosen clips, open or not, as one step; what needs none, where the open ones lie.
   *
   * @param under where the clip lies that is meant in their place
   */
  runOnClips(
    lines: readonly string[],
    { clipboard, under }: { clipboard?: Phrase | undefined; under?: Place } = {},
  ): void {
    this.#say(lines);
    const { context, ...stood } = this.on.standpoint.now;
    this.sendToClips({
      what: 'clips',
      lines: [...lines],
      ...stood,
      context: { ...context, onClips: true, ...(clipboard && { clipboard }) },
      clips: this.on.chosenClips.placed.map(({ clip }) => clip.id),
      ...(under && { under }),
    });
  }

  async rename(name: string): Promise<void> {
    const { contents, status } = this.on;
    try {
      const answer = await api.renameSong(contents.song.id, name, contents.song.name);
      contents.rename(answer.name);
      status.say(`The song is called “${answer.name}”`);
    } catch (error) {
      if (error instanceof Refused && typeof error.body.name === 'string') contents.rename(error.body.name);
      status.say((error as Error).message, 'refused');
    }
  }

  /** @param request the name of a request that was written down before */
  send(asked: OfSong, running: Running = {}, request?: string): void {
    const { contents, selecting, answers, lanes, chosenClips } = this.on;
    const { epoch } = selecting;
    const lane = lanes.current;
    let pressed: number[] | null = running.on ?? null;
    this.on.sender.add({
      run: async (name) => {
        const there = (pressed ?? selecting.of(epoch)).filter((id) => contents.has(id));
        if (pressed?.length && there.length === 0) {
          throw new Refused('Its notes were taken out in another window, so this was not done.', 409);
        }
        pressed ??= there;
        const lay = chosenClips.placing;
        const chosenBy = chosenClips.epoch;
        const standing = { ...contents.standing, request: name };
        const answer = await this.#ask(asked, lane, there, standing).catch((error: unknown) => {
          // What is not done is not seen either.
          running.shown?.(false);
          throw error;
        });
        const isNewest = epoch === selecting.epoch;
        const { on } = running;
        answers.take(asked, answer, { sound: running.sound ?? this.#isHeard(asked), on, isNewest });
        if (asked.what !== 'edit' && chosenBy === chosenClips.epoch) chosenClips.takeChanged(lay);
        running.shown?.(true);
        running.done?.(answer);
      },
      over: running.over,
      asks: () => ({ asked, selection: pressed ?? selecting.ofPast(epoch) }),
      request,
    });
  }

  /** What is taken back or done again is heard too. */
  #isHeard(asked: OfSong): boolean {
    return asked.what !== 'edit' || asked.lines.some((line) => this.isHeard(line.split(' ')[0]));
  }

  /** Runs lines on all notes of some clips, open or not. */
  sendToTracks(asked: OfTracks, request?: string): void {
    const { lines, clips, names } = asked;
    const { contents, standpoint } = this.on;
    this.#sendBeside(asked, request, async (name) => {
      const standing = { ...contents.standingOn(clips), request: name };
      const answer = await api.edit(contents.song.id, standing, lines, 'all', standpoint.of(asked));
      this.#take(asked, { ...answer, message: `${names}: ${answer.message}` });
    });
  }

  /**
   * Runs lines on the clips that were chosen in the song when they were pressed, or on those that an edit before them left;
   * where none is chosen, on the open ones. What comes of it is chosen then.
   */
  sendToClips(asked: OfClips, request?: string): void {
    const { contents, chosenClips, standpoint } = this.on;
    const { epoch } = chosenClips;
    this.#sendBeside(asked, request, async (name) => {
      // As they lie by now: the one that was there may be gone, or cut in two.
      const under = asked.under && chosenClips.under(asked.under);
      if (under?.length === 0) throw new Refused(NOTHING_UNDER, 422);
      if (under) chosenClips.take(under);
      const isNewest = under !== undefined || epoch === chosenClips.epoch;
      const chosen = isNewest
        ? chosenClips.placed.map(({ clip }) => clip.id)
        : asked.clips.filter((clip) => contents.tracks.has(clip));
      const whyNot = isNewest && chosen.length === 0 ? this.whyNot(asked.lines) : '';
      if (whyNot) throw new Refused(whyNot, 422);
      const wanted = chosen.length > 0 ? chosen : asked.clips.length > 0 ? [] : [...contents.open];
      if (wanted.length === 0) throw new Refused('The clips are not there any more, so this was not done.', 409);
      const known = new Set(contents.tracks.keys());
      const standing = { ...contents.standingOn(wanted), request: name };
      const answer = await api.edit(contents.song.id, standing, asked.lines, 'all', standpoint.of(asked));
      this.#take(asked, answer);
      // What was chosen by hand while the answer was on its way stays chosen.
      if (epoch === chosenClips.epoch) {
        chosenClips.take((answer.chosen ?? chosen).filter((clip) => chosen.includes(clip) || !known.has(clip)));
      }
    });
  }

  /** What is done to other clips than the open ones: the answer tells what became of those that are open. */
  #sendBeside(asked: OfTracks | OfClips, request: string | undefined, run: Job['run']): void {
    this.on.sender.add({ run, asks: () => ({ asked, selection: null }), request });
  }

  #take(asked: OfTracks | OfClips, answer: SongAnswer): void {
    this.on.answers.take(asked, answer, { isNewest: false });
  }

  #say(lines: readonly string[]): void {
    this.#lastLines = lines;
    this.#isTakenBack = false;
    this.told(lines);
  }

  /** Whether what would be pasted are points alone, which then go into the lane that keys reach. */
  #pastesPoints(brought?: Phrase): boolean {
    const phrase = brought ?? this.on.clipboard.phrase;
    return phrase !== null && (phrase.notes.start?.length ?? 0) === 0;
  }

  /** @param lane the one that keys reached when it was pressed */
  #ask(asked: OfSong, lane: LaneName, selection: number[], standing: Standing): Promise<SongAnswer> {
    const { contents, lanes, standpoint } = this.on;
    switch (asked.what) {
      case 'edit': {
        // What is pasted may have been copied by an edit that was still on its way.
        const lines = lanes.named(asked.lines, this.#pastesPoints(asked.context.clipboard), lane);
        const instead = asked.instead === 'last' ? contents.history.at : asked.instead;
        return api.edit(contents.song.id, standing, lines, selection, standpoint.of(asked), instead);
      }
      case 'go':
        return api.goTo(contents.song.id, { ...standing, before: contents.before }, asked.step);
      default:
        return api[asked.what](contents.song.id, { ...standing, before: contents.before });
    }
  }
}
