import { api, Refused } from '../api/client';
import { OrderedQueue } from '../api/queue';
import type { ClipChange, EditContext, GridTable, History, Song, Track, WholeClip } from '../api/types';
import { NoteStore } from '../roll/notes';
import { Clock, Lines } from '../roll/time';
import { Viewport } from '../roll/viewport.svelte';

export type Message = { text: string; kind: 'done' | 'refused' | 'hint' };

/** What a listener is told of: notes that should be heard because of what was just done. */
export type Heard = { place: number }[];

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
  caret = $state.raw({ tick: 0, pitch: 60 });
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
  readonly notes = new NoteStore();
  readonly view = new Viewport();
  /** the notes of the other tracks, to be heard along */
  readonly others = new Map<number, NoteStore>();
  /** told after an edit or a selection which notes to sound */
  onHeard: (places: number[]) => void = () => undefined;

  #revision = 0;
  #epoch = 0;
  #pastSelections = new Map<number, number[]>();
  #tables = $state.raw<Record<string, Lines>>({});
  #lastLines: Lines;
  readonly #queue = new OrderedQueue(({ waiting, stopped }) => {
    this.waiting = waiting;
    this.stopped = stopped;
    if (waiting === 0) {
      this.#pastSelections.clear();
    }
  });

  constructor(song: Song, table: GridTable) {
    this.song = song;
    this.#lastLines = new Lines(table);
    this.#tables = { [tableKey(table.grid, table.swing)]: this.#lastLines };
  }

  /** The lines of the current grid; those of the last one until they have come. */
  get lines(): Lines {
    const lines = this.#tables[tableKey(this.grid, this.swing)];
    if (lines) {
      this.#lastLines = lines;
    }
    return this.#lastLines;
  }

  get context(): EditContext {
    return {
      grid: this.grid,
      swing: this.swing,
      caret: [this.caret.tick, this.caret.pitch],
      range: this.range,
    };
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
          if (first) {
            fail(error);
          } else if (error instanceof Refused) {
            this.say(error.message, 'refused');
            this.loading = false;
            done();
          } else {
            throw error;
          }
        }
      }),
    );
    await this.loadOthers();
  }

  async #show(track: Track): Promise<void> {
    const clip = track.clips[0];
    this.loading = true;
    if (this.clipId) {
      const store = new NoteStore();
      store.columns = this.notes.columns;
      store.count = this.notes.count;
      this.others.set(this.trackId, store);
    }
    this.take(await api.clip(clip.id));
    this.trackId = track.id;
    this.others.delete(track.id);
    this.loading = false;
  }

  async loadOthers(): Promise<void> {
    for (const track of this.song.tracks) {
      if (track.id !== this.trackId && !this.others.has(track.id) && track.clips[0]) {
        const store = new NoteStore();
        store.load((await api.clip(track.clips[0].id)).notes);
        this.others.set(track.id, store);
      }
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

  async setGrid(grid: string, swing = this.swing): Promise<void> {
    this.grid = grid;
    this.swing = swing;
    this.say(`Grid ${grid}${swing ? `, swing ${swing}` : ''}`, 'hint');
    const key = tableKey(grid, swing);
    if (!this.#tables[key]) {
      try {
        const table = await api.grid(this.song.id, grid, swing);
        this.#tables = { ...this.#tables, [key]: new Lines(table) };
      } catch (error) {
        this.say((error as Error).message, 'refused');
      }
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
    if (sound) {
      this.onHeard(ids.map((id) => this.notes.placeOf(id)));
    }
  }

  /** Sends edit lines to be run as one step on what is selected now, or after what is under way. */
  run(lines: string[], sound = false): void {
    const context = this.context;
    this.#send((selection) => api.edit(this.clipId, this.#revision, lines, selection, context), sound);
  }

  undo(): void {
    this.#send(() => api.undo(this.clipId, this.#revision), false);
  }

  redo(): void {
    this.#send(() => api.redo(this.clipId, this.#revision), false);
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

  #send(ask: (selection: number[]) => Promise<ClipChange>, sound: boolean): void {
    const epoch = this.#epoch;
    this.#queue.add(async () => {
      try {
        this.#applied(await ask(this.#pastSelections.get(epoch) ?? this.notes.selection()), epoch, sound);
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

  #applied(change: ClipChange, epoch: number, sound: boolean): void {
    this.notes.apply(change);
    this.#revision = change.revision;
    this.history = change.history;
    this.view.length = Math.max(1, change.length);
    if (change.selection && epoch === this.#epoch) {
      this.notes.select(change.selection);
    }
    this.version++;
    this.say(change.message);
    if (sound) {
      this.onHeard((change.selection ?? this.notes.selection()).map((id) => this.notes.placeOf(id)));
    }
  }
}

function tableKey(grid: string, swing: number): string {
  return `${grid} ${swing}`;
}
