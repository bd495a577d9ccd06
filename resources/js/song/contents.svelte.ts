import type { History, Marked, OpenClips, OpenedSong, Song, SongAnswer, Standing, Track } from '../api';
import { NoteTable } from '../music/notes';
import { PointTable } from '../music/points';
import { Clock } from '../music/time';
import { same } from './same';

/** What lies in the open clips. */
export interface Open {
  notes: NoteTable;
  points: PointTable;
}

/** So many places are known that this window stood at. */
const MOST_VISITED = 8;

/** A song as the server has it: its tracks, clips and conductor, the notes and points of the open clips, and what could be undone. */
export class Contents {
  song = $state.raw<Song>()!;
  /** the ids of the open clips, and of the one in front: new notes go there */
  open = $state.raw<number[]>([]);
  front = $state(0);
  notes = $state.raw(NoteTable.none);
  points = $state.raw(PointTable.none);
  history = $state.raw<History>({
    at: null,
    before: null,
    undo: null,
    did: null,
    lines: [],
    grid: null,
    redo: null,
    does: null,
    next: [],
    nextGrid: null,
  });
  /** the track each clip of the song lies on */
  tracks = $derived(new Map(this.song.tracks.flatMap((track) => track.clips.map(({ id }) => [id, track] as const))));
  /** the track in front */
  track: Track = $derived(this.tracks.get(this.front) ?? this.song.tracks[0]);
  clock = $derived(new Clock(this.song.tempos));
  /** where its last clip ends, in ticks */
  end = $derived(
    Math.max(1, ...this.song.tracks.flatMap(({ clips }) => clips.map(({ start, length }) => start + length))),
  );
  /** points of the history that have a letter */
  marks = $state.raw<Marked>({});
  /** counts how often all of it was taken anew */
  takings = $state(0);
  /** of every clip, as it was seen here last */
  #revisions: Record<string, number> = {};
  #revision = 0;
  /** where this window stood before, the last one first */
  #visited: { open: number[]; front: number }[] = [];

  constructor(opened: OpenedSong) {
    this.takeAll(opened);
  }

  /** Where this window stands, as every request says it. */
  get standing(): Standing {
    return {
      open: this.open,
      front: this.front,
      revisions: this.#revisionsOf(this.open),
      song: this.#revision,
    };
  }

  /** Where it stands for what is done to some clips, open or not. */
  standingOn(clips: number[]): Standing {
    return {
      open: clips,
      front: clips.includes(this.front) ? this.front : clips[0],
      revisions: this.#revisionsOf([...this.open, ...clips]),
      song: this.#revision,
      seen: { open: this.open, front: this.front },
    };
  }

  /** Where it stood before on another track that is still there. */
  get before(): Standing['before'] {
    return this.#visited.find(({ front }) => (this.tracks.get(front)?.id ?? this.track.id) !== this.track.id);
  }

  /** Takes everything; notes that are still there stay selected. */
  takeAll({ song, open, history, marks }: OpenedSong): void {
    this.takings++;
    this.#takeSong(song);
    this.#takeOpen(open);
    this.history = history;
    this.marks = marks;
  }

  /** Takes what an edit, an undo or a redo changed; whatever it leaves out is as it was. */
  take({ revision, song, open, notes, points, revisions, lengths, history }: SongAnswer): void {
    if (song) {
      this.#takeSong(song);
    } else {
      this.#takeLengths(lengths);
    }
    this.#revision = revision;
    this.#revisions = { ...this.#revisions, ...revisions };
    if (open) {
      this.#takeOpen(open);
    } else if (notes) {
      this.notes = this.notes.after(notes);
      if (points?.length) this.points = this.points.after(points);
    }
    this.history = history;
  }

  rename(name: string): void {
    this.song = { ...this.song, name };
  }

  /** The notes and points of the open clips as an answer would leave them, selected as it says. */
  after({ notes, points, open, selection }: SongAnswer): Open {
    const ids = selection ?? this.selection();
    return {
      notes: (notes ? this.notes.after(notes) : NoteTable.of(open?.notes ?? null)).selecting(ids),
      points: (notes ? this.points.after(points ?? []) : PointTable.of(open?.points ?? null)).selecting(ids),
    };
  }

  /** The ids of the selected notes and points. */
  selection(): number[] {
    return [...this.notes.selection(), ...this.points.selection()];
  }

  /** Selects exactly these notes and points. */
  select(ids: readonly number[]): void {
    this.notes = this.notes.selecting(ids);
    this.points = this.points.selecting(ids);
  }

  /** The track a clip lies on; the one in front where there is no such clip. */
  trackOf(clip: number): Track {
    return this.tracks.get(clip) ?? this.track;
  }

  /** Puts an open clip in front: new notes go there. */
  toFront(clip: number): void {
    if (!this.open.includes(clip)) return;
    this.#leave(clip);
    this.front = clip;
  }

  has(id: number): boolean {
    return this.notes.placeOf(id) >= 0 || this.points.placeOf(id) >= 0;
  }

  /** Tracks whose sound beside the open notes an answer made another one: those that changed, and open ones that loop. */
  soundingElsewhere({ open, song, elsewhere, revisions, chosen }: SongAnswer): number[] {
    if ((open || song) && !chosen) {
      return this.song.tracks.map(({ id }) => id);
    }
    const looping = this.song.tracks.filter((track) =>
      track.clips.some(({ id, loop }) => loop > 0 && revisions[id] !== undefined),
    );
    return [...new Set([...elsewhere, ...looping.map(({ id }) => id)])];
  }

  /** The song that an answer tells of. Tracks that stayed as they were are the same objects, so that nothing looks at them again. */
  told(song: NonNullable<SongAnswer['song']>): Song {
    const before = new Map((this.song as Song | undefined)?.tracks.map((track) => [track.id, track]));
    const tracks = song.tracks.map((track) => {
      const was = before.get(typeof track === 'number' ? track : track.id);
      if (typeof track === 'number') return was!;
      return was && same(was, track) ? was : track;
    });
    return { ...song, tracks };
  }

  #takeSong(told: NonNullable<SongAnswer['song']>): void {
    const song = this.told(told);
    const isTold = new Set(told.tracks.map((track) => (typeof track === 'number' ? 0 : track.id)));
    // Clips of a track that is not told may have been changed since it was.
    const revisionOf = (track: Track, { id, revision }: Track['clips'][number]) =>
      isTold.has(track.id) ? revision : (this.#revisions[id] ?? revision);
    this.#revisions = Object.fromEntries(
      song.tracks.flatMap((track) => track.clips.map((clip) => [clip.id, revisionOf(track, clip)] as const)),
    );
    this.#revision = song.revision;
    this.song = song;
  }

  /** Another clip comes to the front. */
  #leave(front: number): void {
    if (this.front === front || this.open.length === 0) return;
    const here = { open: this.open, front: this.front };
    this.#visited = [here, ...this.#visited.filter((one) => one.front !== here.front)].slice(0, MOST_VISITED);
  }

  #revisionsOf(clips: number[]): Record<string, number> {
    return Object.fromEntries(
      clips.flatMap((clip) => (clip in this.#revisions ? [[clip, this.#revisions[clip]]] : [])),
    );
  }

  #takeOpen(open: OpenClips): void {
    const ids = this.selection();
    this.#leave(open.front);
    this.notes = NoteTable.of(open.notes).selecting(ids);
    this.points = PointTable.of(open.points).selecting(ids);
    this.open = open.clips;
    this.front = open.front;
    this.#revisions = { ...this.#revisions, ...open.revisions };
  }

  /** Clips that grew, so that what was put outside of them lies in them. */
  #takeLengths(lengths: Record<string, number>): void {
    const changed = ({ id, length }: { id: number; length: number }) => (lengths[id] ?? length) !== length;
    if (this.song.tracks.some(({ clips }) => clips.some(changed))) {
      const tracks = this.song.tracks.map((track) => ({
        ...track,
        clips: track.clips.map((clip) => (changed(clip) ? { ...clip, length: lengths[clip.id] } : clip)),
      }));
      this.song = { ...this.song, tracks };
    }
  }
}
