import { api, Refused, type EditContext, type SongAnswer, type Standing } from '../api';
import { Sender, type Job } from '../song/sender.svelte';
import { keepUnsent, type Asked, type Unsent } from '../song/unsent';
import type { Desk, Running } from './desk.svelte';

type OfSong = Extract<Asked, { what: 'edit' | 'undo' | 'redo' | 'go' }>;
type OfTracks = Extract<Asked, { what: 'tracks' }>;
type OfClips = Extract<Asked, { what: 'clips' }>;

/**
 * What is asked of the server about a song, in the order in which it was pressed: each for the notes that were selected
 * then, and written down in the tab where the page or the song is left before it was answered.
 */
export class Asking {
  /** counts selections made by hand */
  #epoch = 0;
  #pastSelections = new Map<number, number[]>();
  /** whether another window's changes were taken in before what is done next */
  #conflicted = false;
  /** whether what is under way is written down in this tab: then it is with every answer */
  #isWritten = false;
  readonly sender = new Sender(
    (now) => {
      this.desk.takeAll(now);
      this.#conflicted = true;
    },
    (waiting) => {
      if (waiting === 0) {
        this.#pastSelections.clear();
      }
      if (this.#isWritten) {
        this.#keep();
      }
    },
  );

  constructor(private readonly desk: Desk) {}

  /** Told before notes are selected by hand: what was pressed before still works on those that were selected then. */
  selects(): void {
    if (this.sender.waiting > 0) {
      this.#pastSelections.set(this.#epoch, this.desk.selection());
    }
    this.#epoch++;
  }

  /**
   * Selects in line what comes of the selection of then: what was pressed before works on what was selected before, and
   * what is pressed after it on what it finds, unless something else was selected by hand meanwhile.
   */
  selectInLine(
    find: (selection: number[]) => number[] | Promise<number[]>,
    found: (ids: number[]) => void,
    asked: Asked,
  ): void {
    const { desk } = this;
    const epoch = this.#epoch;
    this.inLine(async () => {
      const ids = await find(this.#pastSelections.get(epoch) ?? desk.selection());
      if (epoch === this.#epoch) found(ids);
      else this.#pastSelections.set(epoch, ids);
    }, asked);
  }

  /** @param request the name of a request that was written down before */
  send(asked: OfSong, running: Running = {}, request?: string): void {
    const { desk } = this;
    const epoch = this.#epoch;
    const wanted = () => this.#pastSelections.get(epoch) ?? desk.selection();
    let pressed: number[] | null = running.on ?? null;
    this.sender.add({
      run: async (name) => {
        const there = (pressed ?? wanted()).filter((id) => desk.contents.has(id));
        if (pressed?.length && there.length === 0) {
          throw new Refused('Its notes were taken out in another window, so this was not done.', 409);
        }
        pressed ??= there;
        const answer = await this.#ask(asked, there, { ...desk.standing, request: name });
        desk.applied(asked, answer, running, epoch === this.#epoch, this.#conflicted);
        this.#conflicted = false;
        running.done?.(answer);
      },
      refused: (message) => desk.say(message, 'refused'),
      over: running.over,
      asks: () => ({ asked, selection: pressed ?? this.#pastSelections.get(epoch) ?? null }),
      request,
    });
  }

  /** Runs lines on all notes of some clips, open or not. */
  sendToTracks(asked: OfTracks, request?: string): void {
    const { lines, clips, names } = asked;
    this.#sendBeside(asked, request, async (name) => {
      const { desk } = this;
      const answer = await api.edit(
        desk.song.id,
        { ...desk.contents.standingOn(clips), request: name },
        lines,
        'all',
        this.contextOf(asked),
      );
      this.#take(asked, { ...answer, message: `${names}: ${answer.message}` });
    });
  }

  /**
   * Runs lines on the clips that were chosen in the song when they were pressed, or on those that an edit before them left;
   * where none is chosen, on the open ones. What comes of it is chosen then.
   */
  sendToClips(asked: OfClips, request?: string): void {
    const { desk } = this;
    const { arranging } = desk;
    const { epoch } = arranging;
    this.#sendBeside(asked, request, async (name) => {
      const isNewest = epoch === arranging.epoch;
      const chosen = isNewest
        ? arranging.placed.map(({ clip }) => clip.id)
        : asked.clips.filter((clip) => desk.tracks.has(clip));
      const wanted = chosen.length > 0 ? chosen : asked.clips.length > 0 ? [] : [...desk.open];
      if (wanted.length === 0) throw new Refused('The clips are not there any more, so this was not done.', 409);
      const known = new Set(desk.tracks.keys());
      const standing = { ...desk.contents.standingOn(wanted), request: name };
      const answer = await api.edit(desk.song.id, standing, asked.lines, 'all', this.contextOf(asked));
      this.#take(asked, answer);
      // What was chosen by hand while the answer was on its way stays chosen.
      if (epoch === arranging.epoch) {
        arranging.take((answer.chosen ?? chosen).filter((clip) => chosen.includes(clip) || !known.has(clip)));
      }
    });
  }

  /** What is done to other clips than the open ones: the answer tells what became of those that are open. */
  #sendBeside(asked: OfTracks | OfClips, request: string | undefined, run: Job['run']): void {
    this.sender.add({
      run,
      refused: (message) => this.desk.say(message, 'refused'),
      asks: () => ({ asked, selection: null }),
      request,
    });
  }

  #take(asked: OfTracks | OfClips, answer: SongAnswer): void {
    this.desk.applied(asked, answer, {}, false, this.#conflicted);
    this.#conflicted = false;
  }

  /**
   * Waits for its turn; a refusal is said in the status line.
   *
   * @param asked what of it is to be done again where the page is left before; left out where nothing is
   */
  inLine(run: () => Promise<void>, asked?: Asked): void {
    const asks: Job['asks'] = asked && (() => ({ asked, selection: null }));
    this.sender.add({ run, refused: (message) => this.desk.say(message, 'refused'), ...(asks && { asks }) });
  }

  /** What is under way goes on; it is written down, so that it is known when the song is opened again. */
  leave(): void {
    this.#isWritten = true;
    this.#keep();
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
    const { desk } = this;
    this.#isWritten = true;
    desk.caret = caret;
    desk.select(jobs[0].selection ?? selection);
    for (const { asked, request, selection: chosen } of jobs) {
      if (chosen) {
        desk.select(chosen);
      }
      switch (asked.what) {
        case 'open':
          void desk.opening.clips(asked.clips, asked.front);
          break;
        case 'tracks':
          this.sendToTracks(asked, request);
          break;
        case 'clips':
          desk.arranging.choose(asked.clips);
          this.sendToClips(asked, request);
          break;
        case 'caret':
          desk.moveCaret(asked.to);
          break;
        case 'view':
          run(asked.line);
          break;
        default:
          this.send(asked, { over: (isDone) => over(request, isDone) }, request);
      }
    }
    if (jobs.some(({ selection: chosen }) => chosen)) {
      desk.select(selection);
    }
  }

  /** Where one stands by now: what was pressed before may have moved the caret, and the range. */
  contextOf({ context, rangeOfThen }: { context: EditContext; rangeOfThen?: boolean }): EditContext {
    const { caret, range } = this.desk;
    return { ...context, caret: [caret.tick, caret.pitch], ...(rangeOfThen && { range }) };
  }

  #keep(): void {
    const { desk } = this;
    keepUnsent(desk.song.id, {
      open: desk.open,
      front: desk.front,
      selection: desk.selection(),
      caret: desk.caret,
      jobs: this.sender.unsent(),
    });
  }

  #ask(asked: OfSong, selection: number[], standing: Standing): Promise<SongAnswer> {
    const { song } = this.desk;
    switch (asked.what) {
      case 'edit':
        return api.edit(song.id, standing, asked.lines, selection, this.contextOf(asked));
      case 'go':
        return api.goTo(song.id, standing, asked.step);
      default:
        return api[asked.what](song.id, standing);
    }
  }
}
