import {
  api,
  Refused,
  type EditContext,
  type History,
  type OpenedSong,
  type Phrase,
  type Played,
  type Song,
  type SongAnswer,
  type Standing,
  type Catalog,
  type Track,
} from '../api';
import type { Measure } from '../music/amounts';
import { NoteTable } from '../music/notes';
import { Clock, type GridLines } from '../music/time';
import type { PointTable } from '../music/points';
import { settings } from '../settings/settings.svelte';
import { Outputs } from '../sound/outputs.svelte';
import { Contents } from '../song/contents.svelte';
import type { Sender } from '../song/sender.svelte';
import { Sounding } from '../song/sounding.svelte';
import type { Asked } from '../song/unsent';
import { Arranging } from './arranging.svelte';
import { Asking } from './asking.svelte';
import { keepForSystem } from './clipboard';
import { Hands, nudgeAmounts } from './hands.svelte';
import { Lanes } from './lanes.svelte';
import { GridTables } from './grid-tables.svelte';
import { Looking } from './looking.svelte';
import { OpenedRows } from './opened-rows.svelte';
import { Opening } from './opening.svelte';
import { Pane } from './pane.svelte';
import { Preview } from './preview.svelte';
import { Selections } from './selections.svelte';
import { Viewport } from './viewport.svelte';

export type Message = { text: string; kind: 'done' | 'refused' | 'hint' };

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
  /** told once it is done */
  done?: (answer: SongAnswer) => void;
  /** what its request is called, where that was written down before */
  request?: string | undefined;
  /** told once it is over, whether it was done */
  over?: ((isDone: boolean) => unknown) | undefined;
}

export interface Caret {
  tick: number;
  pitch: number;
}

/**
 * What one works on: the open clips with their notes, what is selected, where the caret and the range are. Every change
 * goes to the server through the one sender.
 */
export class Desk {
  /** the song as the server has it */
  readonly contents: Contents;
  grid = $state('1/16');
  swing = $state(0);
  caret = $state.raw<Caret>({ tick: 0, pitch: 60 });
  range = $state.raw<[number, number] | null>(null);
  message = $state.raw<Message>({ text: '', kind: 'hint' });
  clock = $derived(new Clock(this.song.tempos));
  /** the track in front */
  track = $derived(this.tracks.get(this.front) ?? this.song.tracks[0]);
  /** the length in ticks and the velocity of the note used last */
  lastUsed = $state.raw<{ length: number; velocity: number } | null>(null);
  /** the lines run last, for `again` */
  lastLines = $state.raw<string[]>([]);
  /** ids of the tracks whose notes are drawn behind the open ones; null for all */
  backdropOf = $state.raw<readonly number[] | null>(null);
  /** clips that lie behind and are open to be touched for the moment */
  touched = $state.raw<readonly number[]>([]);
  /** whether drags and clicks go free of the grid for the moment */
  free = $state(false);
  /** the tick of the ruler at which tempo, meter, key and marker are being set; null where they are not */
  conducting = $state<number | null>(null);
  /** the id of the note whose curves are open; null where none is */
  openNote = $state<number | null>(null);
  /** the pitch whose row is being named, coloured or filled; null where none is */
  rowMenu = $state<number | null>(null);
  /** ids of notes that are pointed out on the roll, such as those a rule matches */
  highlight = $state.raw<number[]>([]);
  readonly grids: GridTables;
  readonly preview = new Preview();
  readonly hands: Hands;
  readonly outputs: Outputs;
  /** what is heard beside the open notes */
  readonly sounding = new Sounding();
  /** told after an edit or a selection which notes to sound */
  onHeard: (places: number[]) => void = () => undefined;
  /** told the lines of every edit, however it was asked for */
  onRun: (lines: string[]) => void = () => undefined;
  /** what was recorded and does not lie in the song yet */
  recorded: () => NoteTable = () => NoteTable.none;
  /** where the playhead is, in ticks */
  playhead: () => number = () => 0;
  /** those before the present one, and those with a name */
  readonly selections: Selections;
  readonly lanes: Lanes;
  /** what was cut or copied here last */
  copied: Phrase | null = null;
  readonly asking = new Asking(this);
  readonly opening = new Opening(this);
  readonly #rates: Catalog['rates'];
  #rangesInLine = 0;
  readonly looking = new Looking(this);
  readonly arranging = new Arranging(this);
  readonly rows = new OpenedRows(this);
  /** the roll with all that is open */
  readonly roll = new Pane(this, new Viewport());

  constructor(opened: OpenedSong, catalog: Pick<Catalog, 'chords' | 'lanes' | 'edits' | 'rates'>) {
    this.#rates = catalog.rates;
    this.hands = new Hands(catalog.chords);
    this.lanes = new Lanes(this, catalog);
    this.outputs = new Outputs(opened.song.id);
    this.contents = new Contents(opened);
    this.selections = new Selections(this, opened.selections);
    this.grids = new GridTables(() => this.song.id, opened.grid!);
    this.roll.view.length = this.contents.end;
  }

  /** Where notes are worked on now: the roll, or the opened row that has the keys. */
  get pane(): Pane {
    return this.rows.focused?.pane ?? this.roll;
  }

  get view(): Viewport {
    return this.pane.view;
  }

  get song(): Song {
    return this.contents.song;
  }

  get open(): number[] {
    return this.contents.open;
  }

  get front(): number {
    return this.contents.front;
  }

  get tracks(): ReadonlyMap<number, Track> {
    return this.contents.tracks;
  }

  get notes(): NoteTable {
    return this.contents.notes;
  }

  get points(): PointTable {
    return this.contents.points;
  }

  /** The points to be seen and heard: those of the open clips, or those of a preview. */
  get visiblePoints(): PointTable {
    return this.preview.points ?? this.points;
  }

  /** The ids of the selected notes and points. */
  selection(): number[] {
    return this.contents.selection();
  }

  get history(): History {
    return this.contents.history;
  }

  /** The lines of the current grid; those of the last one until they have come. */
  get gridLines(): GridLines {
    return this.grids.current(this.grid, this.swing);
  }

  /** The notes to be seen and heard: those of the open clips, or those of a preview. */
  get visible(): NoteTable {
    return this.preview.notes ?? this.notes;
  }

  get fresh(): NoteTable {
    return this.recorded();
  }

  /** Where the song ends, in ticks. */
  get end(): number {
    return this.roll.view.length;
  }

  get sender(): Sender {
    return this.asking.sender;
  }

  get waiting(): number {
    return this.sender.waiting;
  }

  get standing(): Standing {
    return this.contents.standing;
  }

  /** What new notes are like: as set, or as the note used last. */
  get newNote(): { length: string; velocity: number } {
    return settings.newAsLast && this.lastUsed
      ? { length: `${this.lastUsed.length}tk`, velocity: this.lastUsed.velocity }
      : { length: settings.newLength, velocity: settings.newVelocity };
  }

  /** What an amount of time is measured by here. */
  get measure(): Measure {
    return { ppq: this.song.ppq, clock: this.clock, lines: this.gridLines, rates: this.#rates };
  }

  get context(): EditContext {
    return {
      grid: this.grid,
      swing: this.swing,
      caret: [this.caret.tick, this.caret.pitch],
      range: this.range,
      playhead: Math.round(this.playhead()),
      new: this.newNote,
      nudge: nudgeAmounts(),
      pointer: this.hands.at && { ...this.hands.at, free: this.free },
      rows: this.view.rows?.toReversed() ?? null,
      points: settings.pointsAlong,
    };
  }

  get pitches(): [low: number, high: number] {
    return this.pane.pitches;
  }

  /** The track a note of the roll lies on. */
  trackAt(place: number): Track {
    return this.tracks.get(this.visible.columns.clip[place]) ?? this.track;
  }

  /**
   * Does something once the edits pressed before are done, such as moving the caret, which they may move too.
   *
   * @param asked what of it is to be done again where the page is left before
   */
  inOrder(job: () => void | Promise<void>, asked?: Asked): void {
    if (this.waiting > 0) {
      this.asking.inLine(async () => job(), asked);
      return;
    }
    let begun = job();
    if (begun) {
      this.asking.inLine(async () => {
        const now = begun ?? job();
        begun = undefined;
        await now;
      });
    }
  }

  /** Sets the range once the edits pressed before are done; those pressed after work with it. */
  rangeInOrder(set: () => void, asked: Asked): void {
    if (this.waiting === 0) {
      set();
      return;
    }
    this.#rangesInLine++;
    this.inOrder(() => {
      this.#rangesInLine--;
      set();
    }, asked);
  }

  /** Moves the caret once the edits pressed before are done; what is left out stays. */
  moveCaret(to: Partial<Caret>): void {
    this.inOrder(() => void (this.caret = { ...this.caret, ...to }), { what: 'caret', to });
  }

  /**
   * Sets grid and swing at once, so that the next key already works with them; what needs their lines waits until they
   * have come. A grid there is not is taken back.
   */
  setGrid(grid: string, swing = this.swing): void {
    const before = { grid: this.grid, swing: this.swing };
    this.grid = grid;
    this.swing = swing;
    this.say(`Grid ${grid}${swing ? `, swing ${swing}` : ''}`, 'hint');
    if (!this.grids.of(grid, swing)) {
      this.inOrder(async () => {
        try {
          await this.grids.load(grid, swing);
        } catch (error) {
          if (error instanceof Refused) {
            Object.assign(this, before);
          }
          throw error;
        }
      });
    }
  }

  /** Selects exactly these notes and points, and sounds the notes where wanted. */
  select(ids: number[], sound = false): void {
    this.asking.selects();
    this.#select(ids, sound);
  }

  /**
   * Selects what comes of what is selected once the edits pressed before are done; those pressed after work on it.
   *
   * @param asked what of it is to be done again where the page is left before
   */
  selectInOrder(
    find: (selection: number[], context: EditContext) => number[] | Promise<number[]>,
    asked: Asked,
    done: () => void = () => undefined,
  ): void {
    const here = { context: this.context, ...this.#rangeOfThen };
    this.asking.selectInLine(
      (selection) => find(selection, this.asking.contextOf(here)),
      (ids) => {
        this.#select(ids);
        done();
      },
      asked,
    );
  }

  #select(ids: number[], sound = false): void {
    const before = this.selection();
    if (before.length > 0) {
      this.selections.remember(before);
    }
    this.looking.selects(ids);
    this.contents.select(ids);
    this.lanes.follow(ids);
    if (ids.length === 1) {
      this.#use(ids[0]);
    }
    if (sound) {
      this.onHeard(ids.map((id) => this.notes.placeOf(id)));
    }
  }

  /** Sends edit lines to be run as one step on what is selected now, or after what is under way. */
  run(lines: string[], running: Running = {}): void {
    const { context } = this;
    if (this.looking.at !== undefined) {
      this.goTo(this.looking.at);
    }
    const { clipboard, played, stepsOn } = running;
    const pasted = clipboard ?? this.copied;
    const named = this.lanes.named(lines, pasted !== null && (pasted.notes.start?.length ?? 0) === 0);
    this.lastLines = named;
    this.onRun(named);
    this.asking.send(
      {
        what: 'edit',
        lines: named,
        ...this.#rangeOfThen,
        context: { ...context, ...(clipboard && { clipboard }), ...(played && { played }) },
        ...(stepsOn && { stepsOn }),
      },
      running,
      running.request,
    );
  }

  /** Takes the song to a step of its history. What was selected while it was looked at stays selected. */
  goTo(step: number | null): void {
    this.asking.send({ what: 'go', step, select: this.looking.go() });
  }

  undo(): void {
    this.looking.stop();
    this.asking.send({ what: 'undo' });
  }

  redo(): void {
    this.looking.stop();
    this.asking.send({ what: 'redo' });
  }

  /** Runs lines on all notes of several tracks, as one step: on all of them or, where one cannot, on none. */
  async runOnTracks(lines: string[], tracks: number[], leavesDrums: boolean): Promise<void> {
    const { context } = this;
    const chosen = this.song.tracks.filter(
      ({ id, voice }) => tracks.includes(id) && !(leavesDrums && voice === 'drums'),
    );
    const clips = chosen.flatMap((track) => track.clips.map(({ id }) => id));
    if (clips.length === 0) {
      this.say('No track is chosen, or only drums, which are left out.', 'refused');
      return;
    }
    this.onRun(lines);
    this.asking.sendToTracks({
      what: 'tracks',
      lines,
      context,
      ...this.#rangeOfThen,
      clips,
      names: chosen.map(({ name }) => name).join(', '),
    });
    await this.sender.idle();
  }

  /** Runs lines on clips, whether they are open or not, as one step. */
  runOnClips(lines: string[], clips: number[], clipboard?: Phrase): void {
    const { context } = this;
    this.lastLines = lines;
    this.onRun(lines);
    this.asking.sendToClips({
      what: 'clips',
      lines,
      context: { ...context, onClips: true, ...(clipboard && { clipboard }) },
      ...this.#rangeOfThen,
      clips,
    });
  }

  /** Whether a range that was set before is still to come. */
  get #rangeOfThen(): { rangeOfThen?: true } {
    return this.#rangesInLine > 0 ? { rangeOfThen: true } : {};
  }

  say(text: string, kind: Message['kind'] = 'done'): void {
    this.message = { text, kind };
  }

  async rename(name: string): Promise<void> {
    try {
      const answer = await api.renameSong(this.song.id, name, this.song.name);
      this.contents.rename(answer.name);
      this.say(`The song is called “${answer.name}”`);
    } catch (error) {
      if (error instanceof Refused && typeof error.body.name === 'string') {
        this.contents.rename(error.body.name);
      }
      this.say((error as Error).message, 'refused');
    }
  }

  /**
   * Takes what was done.
   *
   * @param isNewest whether nothing was selected by hand since it was asked for
   * @param isAfterOthers whether another window's changes were taken in before
   */
  applied(asked: Asked, answer: SongAnswer, { sound, on }: Running, isNewest: boolean, isAfterOthers: boolean): void {
    const before = this.song;
    const front = this.track.id;
    this.contents.take(answer);
    this.#follow(before);
    // A new part is seen where its voice is played: drums among the drums.
    if (this.track.id !== front) this.view.showPitches(...this.pitches);
    if (answer.selection && isNewest && !on) {
      this.contents.select(answer.selection);
    }
    if (asked.what === 'go') {
      this.preview.clear();
      if (asked.select) this.contents.select(asked.select);
    }
    const written = asked.what === 'edit' && asked.stepsOn ? answer.notes?.[0]?.added : null;
    if (written) {
      this.caret = { ...this.caret, tick: written.start[0] + written.length[0] };
      this.view.reveal(this.caret.tick, this.caret.pitch);
    }
    if (answer.grid !== undefined) {
      this.setGrid(answer.grid, answer.swing);
    }
    if (answer.range) {
      this.range = answer.range;
    }
    void this.opening.listen(this.contents.soundingElsewhere(answer));
    this.say(answer.message + (isAfterOthers ? ', after changes in another window' : ''));
    const after = answer.selection ?? this.selection();
    if (after.length > 0 && isNewest) {
      this.#use(after[after.length - 1]);
    }
    if (answer.clipboard) {
      this.copied = answer.clipboard;
      keepForSystem(answer.clipboard);
    }
    if (sound) {
      this.onHeard(after.map((id) => this.notes.placeOf(id)));
    }
  }

  /** Takes a song as the server has it; keeps the selection of notes that are still there. */
  takeAll(opened: OpenedSong): void {
    const before = this.song;
    if (opened.grid) {
      this.grids.take(opened.grid);
    }
    this.contents.takeAll(opened);
    this.#follow(before);
  }

  /** The view and the lines of the grid go with the song. */
  #follow(before: Song): void {
    this.roll.view.length = this.contents.end;
    if (JSON.stringify(before.meters) !== JSON.stringify(this.song.meters)) {
      this.grids.forget();
      this.inOrder(() => this.grids.load(this.grid, this.swing));
    }
  }

  #use(id: number): void {
    const place = this.notes.placeOf(id);
    if (place >= 0) {
      this.lastUsed = { length: this.notes.columns.length[place], velocity: this.notes.columns.velocity[place] };
    }
  }
}
