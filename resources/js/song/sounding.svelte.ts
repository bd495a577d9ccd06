import { api } from '../api';
import { NoteTable } from '../music/notes';
import { PointTable } from '../music/points';

/** What sounds beside the open clips: the notes and points of each track in song time, as the core makes them. */
export class Sounding {
  #tracks = $state.raw<ReadonlyMap<number, NoteTable>>(new Map());
  #points = $state.raw<ReadonlyMap<number, PointTable>>(new Map());

  of(track: number): NoteTable {
    return this.#tracks.get(track) ?? NoteTable.none;
  }

  pointsOf(track: number): PointTable {
    return this.#points.get(track) ?? PointTable.none;
  }

  /** All that is heard along, to be drawn behind the open notes. */
  get all(): ReadonlyMap<number, NoteTable> {
    return this.#tracks;
  }

  /** Fetches what sounds of some tracks, or of all of them anew. */
  async load(song: number, open: number[], tracks?: number[]): Promise<void> {
    if (tracks?.length === 0) {
      return;
    }
    const answer = await api.sound(song, open, tracks);
    const found = answer.tracks.map(({ track, notes }) => [track, NoteTable.of(notes)] as const);
    const points = answer.tracks.map((sound) => [sound.track, PointTable.of(sound.points)] as const);
    this.#tracks = new Map(tracks ? [...this.#tracks, ...found] : found);
    this.#points = new Map(tracks ? [...this.#points, ...points] : points);
  }
}
