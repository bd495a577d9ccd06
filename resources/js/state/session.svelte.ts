import { api, Refused } from '../api/client';
import { OrderedQueue } from '../api/queue';
import type { ClipChange, EditContext, GridTable, History, Phrase, Song, Track, WholeClip } from '../api/types';
import { NoteStore } from '../roll/notes';
import { Clock, type Lines } from '../roll/time';
import { Viewport } from '../roll/viewport.svelte';
import { keepForSystem } from './clipboard';
import { GridTables } from './grid-tables.svelte';
import { countsOf, Preview, type Compared } from './preview.svelte';
import { settings } from './settings.svelte';

export type Message = { text: string; kind: 'done' | 'refused' | 'hint' };

/** How lines are run. */
export interface Running {
  /** whether the result should be heard */
  sound?: boolean;
  /** what to paste, where the system's clipboard brought it */
  clipboard?: Phrase | undefined;
  /** told once it is done */
  done?: (change: ClipChange) => void;
}

export interface Caret {
  tick: number;
  pitch: number;
}

const NO_HISTORY: History = { undo: null, redo: null };

/**
 * The open song and clip: its notes, what is selected, where the caret and the range are, and the one queue through
 * which every change goes to the server.
 */
export class Session {
  song = $state.raw<Song>()!;
  trackId = $state(0);
  clipId = $state(0);
  grid = $state('1/16');
  swing = $state(0);
  caret = $state.raw<Caret>({ tick: 0, pitch: 60 });
  range = $state.raw<[number, number] | null>(null);
  history = $state.raw<History>(NO_HISTORY);
  message = $state.raw<Message>({ text: '', kind: 'hint' });
  waiting = $state(0);
  /** why sending stopped, while it is stopped */
  stopped = $state.raw<string | null>(null);
  /** counts up whenever notes or selection changed; read it to follow them */
  version = $state(0);
  loading = $state(true);
  clock = $derived(new Clock(this.song.tempos));
  track = $derived(this.song.tracks.find((track) => track.id === this.trackId)!);
  /** the length in ticks and the velocity of the note used last */
  lastUsed = $state.raw<{ length: number; velocity: number } | null>(null);
  /** the lines run last, for `again` */
  lastLines = $state.raw<string[]>([]);
  /** whether drags and clicks go free of the grid for the moment */
  free = $state(false);
  /** ids of notes that are pointed out on the roll, such as those a rule matches */
  highlight = $state.raw<number[]>([]);
  readonly grids: GridTables;
  readonly preview = new Preview();
  readonly notes = new NoteStore();
  readonly view = new Viewport();
  /** the notes of the other tracks, to be heard along */
  readonly others = new Map<number, NoteStore>();
  /** told after an edit or a selection which notes to sound */
  onHeard: (places: number[]) => void = () => undefined;
  /** told the lines of every edit, however it was asked for */
  onRun: (lines: string[]) => void = () => undefined;
  /** where the playhead is, in ticks */
  playhead: () => number = () => 0;
  /** the step of the history that is looked at, null for the clip as it came in: an edit goes on from there */
  lookedAt = $state.raw<number | null | undefined>(undefined);

  #revision = 0;
  #epoch = 0;
  #pastSelections = new Map<number, number[]>();
  readonly #queue = new OrderedQueue(({ waiting, stopped }) => {
    this.waiting = waiting;
    this.stopped = stopped;
    if (waiting === 0) {
      this.#pastSelections.clear();
    }
  });

  constructor(song: Song, table: GridTable) {
    this.song = song;
    this.grids = new GridTables(() => this.song.id, table);
  }

  /** The lines of the current grid; those of the last one until they have come. */
  get lines(): Lines {
    return this.grids.current(this.grid, this.swing);
  }

  /** The notes to be seen and heard: the clip's, or those of a preview. */
  get visible(): NoteStore {
    return this.preview.notes ?? this.notes;
  }

  /** What new notes are like: as set, or as the note used last. */
  get newNote(): { length: string; velocity: number } {
    return settings.newAsLast && this.lastUsed
      ? { length: `${this.lastUsed.length}tk`, velocity: this.lastUsed.velocity }
      : { length: settings.newLength, velocity: settings.newVelocity };
  }

  get context(): EditContext {
    return {
      grid: this.grid,
      swing: this.swing,
      caret: [this.caret.tick, this.caret.pitch],
      range: this.range,
      playhead: Math.round(this.playhead()),
      new: this.newNote,
    };
  }

  /** Does something once the edits pressed before are done, such as moving the caret, which they may move too. */
  inOrder(job: () => void | Promise<void>): void {
    if (this.waiting === 0) {
      const begun = job();
      if (!begun) {
        return;
      }
      this.#queue.add(() => this.#told(begun));
    } else {
      this.#queue.add(() => this.#told(job()));
    }
  }

  /** Opens a track once the edits pressed before are done: each belongs to the clip it was pressed in. */
  async openTrack(track: Track): Promise<void> {
    const first = this.clipId === 0;
    await new Promise<void>((done, fail) =>
      this.#queue.add(async () => {
        try {
          await this.#show(track);
          done();
        } catch (error) {
          this.loading = false;
          if (first) {
            fail(error);
          } else if (error instanceof Refused) {
            this.say(error.message, 'refused');
            done();
          } else {
            throw error;
          }
        }
      }),
    );
    void this.#loadOthers();
  }

  async #show(track: Track): Promise<void> {
    const clip = track.clips[0];
    this.loading = true;
    this.stopLooking();
    if (this.clipId) {
      const store = new NoteStore();
      store.columns = this.notes.columns;
      store.count = this.notes.count;
      this.others.set(this.trackId, store);
    }
    this.take(await api.clip(clip.id));
    this.trackId = track.id;
    this.others.delete(track.id);
    const pitches = this.notes.pitchSpan();
    if (pitches) {
      this.view.showPitches(...pitches);
    }
    this.loading = false;
  }

  /** The notes of the other tracks come after the ones that are seen. */
  async #loadOthers(): Promise<void> {
    const missing = this.song.tracks.filter(({ id, clips }) => id !== this.trackId && !this.others.has(id) && clips[0]);
    try {
      await Promise.all(
        missing.map(async (track) => {
          const store = new NoteStore();
          store.load((await api.clip(track.clips[0].id)).notes);
          this.others.set(track.id, store);
        }),
      );
    } catch (error) {
      this.say(`The other tracks cannot be heard yet: ${(error as Error).message}`, 'refused');
    }
  }

  /** Shows a clip as the server has it; keeps the selection of notes that are still there. */
  take(clip: WholeClip): void {
    const selection = clip.id === this.clipId ? this.notes.selection() : [];
    this.notes.load(clip.notes);
    this.notes.select(selection);
    this.clipId = clip.id;
    this.#revision = clip.revision;
    this.history = clip.history;
    this.view.length = Math.max(1, clip.length);
    this.version++;
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
          Object.assign(this, before);
          throw error;
        }
      });
    }
  }

  /** Selects exactly these notes, and sounds them where wanted. */
  select(ids: number[], sound = false): void {
    if (this.waiting > 0) {
      this.#pastSelections.set(this.#epoch, this.notes.selection());
    }
    this.#epoch++;
    this.notes.select(ids);
    this.version++;
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
    if (this.lookedAt !== undefined) {
      this.goTo(this.lookedAt);
    }
    this.lastLines = lines;
    this.onRun(lines);
    this.#send((selection) => {
      const caret: [number, number] = [this.caret.tick, this.caret.pitch];
      return api.edit(this.clipId, this.#revision, lines, selection, { ...context, caret, ...clip(running) });
    }, running);
  }

  /** Shows what lines would do to what is selected now. */
  previewEdit(lines: string[]): void {
    this.preview.ask(async () => {
      await this.#queue.idle();
      const change = await this.#looked(() =>
        api.preview(this.clipId, this.#revision, lines, this.notes.selection(), this.context),
      );
      return this.#compared(this.notes, change);
    });
  }

  /** Shows the clip as it was at a step, compared with how it is, or with how it was at another step. */
  lookAt(step: number | null, comparedWith?: number | null): void {
    this.lookedAt = step;
    this.preview.ask(async () => {
      await this.#queue.idle();
      const at = (which: number | null) => this.#looked(() => api.previewStep(this.clipId, this.#revision, which));
      const before = comparedWith === undefined ? this.notes : this.notes.after(await at(comparedWith));
      return this.#compared(before, await at(step));
    });
  }

  /** Ends looking: the clip as it is now is shown again. */
  stopLooking(): void {
    this.lookedAt = undefined;
    this.preview.clear();
  }

  /** Takes the clip to a step of its history. */
  goTo(step: number | null): void {
    this.lookedAt = undefined;
    this.#send(() => api.goTo(this.clipId, this.#revision, step), { done: () => this.preview.clear() });
  }

  undo(): void {
    this.stopLooking();
    this.#send(() => api.undo(this.clipId, this.#revision), {});
  }

  redo(): void {
    this.stopLooking();
    this.#send(() => api.redo(this.clipId, this.#revision), {});
  }

  /** Runs lines on all notes of several tracks: on all of them or, where one cannot, on none. */
  async runOnTracks(lines: string[], tracks: number[], leavesDrums: boolean): Promise<void> {
    const { context } = this;
    this.#queue.add(() =>
      this.#told(
        (async () => {
          const { done } = await api.runOnSong(this.song.id, lines, tracks, leavesDrums, context);
          for (const { track, clip: id } of done) {
            const whole = await api.clip(id);
            if (track === this.trackId) {
              this.take(whole);
            } else {
              this.others.get(track)?.load(whole.notes);
            }
          }
          this.say(done.map(({ name, message }) => `${name}: ${message}`).join(' · '));
        })(),
      ),
    );
    await this.#queue.idle();
  }

  /** Sends again what could not be sent. */
  resume(): void {
    void this.#queue.run();
  }

  say(text: string, kind: Message['kind'] = 'done'): void {
    this.message = { text, kind };
  }

  /** Renames, or sets key or tempo. */
  async change(changes: { name?: string; key?: string; tempo?: number }): Promise<void> {
    try {
      this.song = await api.changeSong(this.song.id, changes);
      this.say('Song changed');
    } catch (error) {
      this.say((error as Error).message, 'refused');
    }
  }

  async changeTrack(track: Track, changes: Partial<Pick<Track, 'volume' | 'muted' | 'voice'>>): Promise<void> {
    const tracks = this.song.tracks.map((other) => (other.id === track.id ? { ...other, ...changes } : other));
    this.song = { ...this.song, tracks };
    await api.changeTrack(track.id, changes).catch((error: Error) => this.say(error.message, 'refused'));
  }

  #send(ask: (selection: number[]) => Promise<ClipChange>, running: Running): void {
    const epoch = this.#epoch;
    this.#queue.add(async () => {
      try {
        const change = await ask(this.#pastSelections.get(epoch) ?? this.notes.selection());
        this.#applied(change, epoch, running);
        running.done?.(change);
      } catch (error) {
        if (!(error instanceof Refused)) {
          throw error;
        }
        this.say(error.message, 'refused');
        if (error.body.clip) {
          this.take(error.body.clip);
          this.#queue.clear();
        }
      }
    });
  }

  /** A refusal is said in the status line; only a server that does not answer holds up what comes after. */
  async #told(job: void | Promise<void>): Promise<void> {
    try {
      await job;
    } catch (error) {
      if (!(error instanceof Refused)) {
        throw error;
      }
      this.say(error.message, 'refused');
    }
  }

  #applied(change: ClipChange, epoch: number, { sound }: Running): void {
    this.notes.apply(change);
    this.#revision = change.revision;
    this.history = change.history;
    this.view.length = Math.max(1, change.length);
    if (change.selection && epoch === this.#epoch) {
      this.notes.select(change.selection);
    }
    this.version++;
    if (change.grid !== undefined) {
      this.setGrid(change.grid, change.swing);
    }
    this.say(change.message);
    const after = change.selection ?? this.notes.selection();
    if (after.length > 0) {
      this.#use(after[after.length - 1]);
    }
    if (change.clipboard) {
      keepForSystem(change.clipboard);
    }
    if (sound) {
      this.onHeard(after.map((id) => this.notes.placeOf(id)));
    }
  }

  #use(id: number): void {
    const place = this.notes.placeOf(id);
    if (place >= 0) {
      this.lastUsed = { length: this.notes.columns.length[place], velocity: this.notes.columns.velocity[place] };
    }
  }

  #compared(before: NoteStore, change: ClipChange): Compared {
    const after = this.notes.after(change);
    return { before, after, message: change.message, counts: countsOf(before, after) };
  }

  /** Asks for a preview; where another window changed the clip first, that is shown. */
  async #looked(ask: () => Promise<ClipChange>): Promise<ClipChange> {
    try {
      return await ask();
    } catch (error) {
      if (error instanceof Refused && error.body.clip) {
        this.take(error.body.clip);
      }
      throw error;
    }
  }
}

const clip = ({ clipboard }: Running) => (clipboard ? { clipboard } : {});
