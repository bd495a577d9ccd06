import type { OpenedSong, SongAnswer } from '../api';
import type { Caret } from '../desk/caret.svelte';
import type { Grid } from '../desk/grid.svelte';
import type { Preview } from '../desk/preview.svelte';
import type { Range } from '../desk/range.svelte';
import type { Status } from '../desk/status.svelte';
import type { Panes } from '../sight/panes.svelte';
import type { Contents } from '../song/contents.svelte';
import type { Sounding } from '../song/sounding.svelte';
import type { Asked } from '../song/unsent';
import type { Clipboard } from './clipboard';
import type { Selecting } from './selecting.svelte';

/** How an answer is taken. */
export interface Taken {
  /** whether the result is heard */
  sound?: boolean | undefined;
  /** the ids of other notes than the selection it was done to, which then stays as it is */
  on?: readonly number[] | undefined;
  /** whether nothing was selected by hand since it was asked for */
  isNewest: boolean;
}

/** What the desk needs to take in what the server answers. */
export interface Answered {
  contents: Contents;
  grid: Grid;
  caret: Caret;
  range: Range;
  preview: Preview;
  panes: Panes;
  selecting: Selecting;
  status: Status;
  clipboard: Clipboard;
  sounding: Sounding;
}

/** Takes in what the server answers: what changed, where one stands then, and what is said of it. */
export class Answers {
  /** whether another window's changes were taken in before what is done next */
  #isAfterOthers = false;

  constructor(private readonly on: Answered) {}

  /** Takes what was done. */
  take(asked: Asked, answer: SongAnswer, { sound, on, isNewest }: Taken): void {
    const { contents, grid, range, panes, status, clipboard } = this.on;
    const { song, track } = contents;
    contents.take(answer);
    grid.follow(song);
    // A new part is seen where its voice is played: drums among the drums.
    if (contents.track.id !== track.id) panes.view.showPitches(...panes.current.pitches);
    if (answer.selection && isNewest && !on) contents.select(answer.selection);
    if (asked.what === 'go') {
      this.on.preview.clear();
      if (asked.select) contents.select(asked.select);
    }
    if (asked.what === 'edit' && asked.stepsOn) this.#stepOn(answer);
    else this.#showAdded(answer);
    if (answer.grid !== undefined) grid.set(answer.grid, answer.swing);
    if (answer.range) range.goAlong('context' in asked ? asked.context.range : null, answer.range);
    void this.listen(contents.soundingElsewhere(answer));
    status.say(answer.message + (this.#isAfterOthers ? ', after changes in another window' : ''));
    this.#isAfterOthers = false;
    const after = answer.selection ?? contents.selection();
    if (answer.clipboard) clipboard.keep(answer.clipboard);
    if (sound) this.on.selecting.sound(heard(answer, on ?? after));
  }

  /** Notes that came in where no row in sight is theirs are brought into sight. */
  #showAdded({ notes }: SongAnswer): void {
    const { view } = this.on.panes;
    const pitches = (notes ?? []).flatMap(({ added }) => added?.pitch ?? []);
    const isSeen = (pitch: number) => view.rowOf(pitch) >= view.top && view.rowOf(pitch) < view.top + view.rowsInSight;
    if (pitches.length > 0 && !pitches.some(isSeen)) view.showPitches(Math.min(...pitches), Math.max(...pitches));
  }

  /** The caret goes on to the end of what was put in or moved, on its pitch. */
  #stepOn(answer: SongAnswer): void {
    const { caret, contents, panes } = this.on;
    const { start, length } = contents.notes.columns;
    const added = (answer.notes ?? []).flatMap((change) =>
      change.added ? change.added.start.map((tick, k) => tick + change.added!.length[k]) : [],
    );
    const moved = contents.notes.selectedPlaces().map((i) => start[i] + length[i]);
    const tick = Math.max(...(added.length > 0 ? added : moved));
    if (!Number.isFinite(tick)) return;
    caret.put({ tick });
    panes.view.reveal(caret.tick, caret.pitch);
  }

  /** Takes a song as the server has it; keeps the selection of notes that are still there. */
  takeAll(opened: OpenedSong): void {
    const { contents, grid } = this.on;
    const { song } = contents;
    if (opened.grid) grid.take(opened.grid);
    contents.takeAll(opened);
    grid.follow(song);
  }

  /** Takes a song as another window left it. */
  takeOthers(opened: OpenedSong): void {
    this.takeAll(opened);
    this.#isAfterOthers = true;
  }

  /** Fetches what sounds beside the open notes, of some tracks or of all. */
  async listen(tracks?: number[]): Promise<void> {
    const { contents, sounding, status } = this.on;
    try {
      await sounding.load(contents.song.id, contents.open, tracks);
    } catch (error) {
      status.say(`The other tracks cannot be heard yet: ${(error as Error).message}`, 'refused');
    }
  }
}

/** What is sounded of an answer: what it was done to, or where that is nothing, what came with it. */
function heard({ notes }: SongAnswer, done: readonly number[]): number[] {
  return done.length > 0 ? [...done] : (notes ?? []).flatMap(({ added }) => added?.id ?? []);
}
