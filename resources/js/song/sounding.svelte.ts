import { api, type TrackSound } from '../api';
import { NoteTable } from '../music/notes';
import { PointTable } from '../music/points';

/** What sounds beside the open clips: the notes and points of each track in song time, as the core makes them. */
export class Sounds {
  static readonly none = new Sounds(new Map(), new Map());

  private constructor(
    readonly notes: ReadonlyMap<number, NoteTable>,
    readonly points: ReadonlyMap<number, PointTable>,
  ) {}

  of(track: number): NoteTable {
    return this.notes.get(track) ?? NoteTable.none;
  }

  pointsOf(track: number): PointTable {
    return this.points.get(track) ?? PointTable.none;
  }

  /** The same with what sounds of some tracks; the same itself where there are none. */
  with(tracks: readonly TrackSound[]): Sounds {
    if (tracks.length === 0) return this;
    return new Sounds(
      new Map([...this.notes, ...tracks.map(({ track, notes }) => [track, NoteTable.of(notes)] as const)]),
      new Map([...this.points, ...tracks.map(({ track, points }) => [track, PointTable.of(points)] as const)]),
    );
  }
}

/** What sounds beside the open clips now, kept up to date. */
export class Sounding {
  now = $state.raw(Sounds.none);
  /** how much of it is on its way */
  loading = $state(0);
  #coming: Promise<unknown> = Promise.resolve();

  /** Fetches what sounds of some tracks, or of all of them anew. */
  async load(song: number, open: number[], tracks?: number[]): Promise<void> {
    if (tracks?.length === 0) {
      return;
    }
    this.loading++;
    const coming = api.sound(song, open, tracks);
    this.#coming = Promise.allSettled([this.#coming, coming]);
    try {
      const answer = await coming;
      this.now = (tracks ? this.now : Sounds.none).with(answer.tracks);
    } finally {
      this.loading--;
    }
  }

  /** Waits for what is on its way, so that what is told of it is true. */
  async settled(): Promise<void> {
    while (this.loading > 0) await this.#coming;
  }
}
