import type { Song, Track } from '../api';
import type { NoteTable } from '../music/notes';
import type { PointTable } from '../music/points';
import { Clock } from '../music/time';
import type { Contents } from '../song/contents.svelte';
import type { Sounding, Sounds } from '../song/sounding.svelte';
import type { Preview } from './preview.svelte';

/** What is to be seen and heard: the song as it is or, while a press is on its way, will be; or in its place what is looked at. */
export class Seen {
  /** ids of notes that are pointed out on the roll, such as those a rule matches */
  highlight = $state.raw<readonly number[]>([]);
  /** the track each clip lies on */
  tracks: ReadonlyMap<number, Track> = $derived.by(() =>
    this.song === this.contents.song
      ? this.contents.tracks
      : new Map(this.song.tracks.flatMap((track) => track.clips.map(({ id }) => [id, track] as const))),
  );
  clock = $derived.by(() => (this.song === this.contents.song ? this.contents.clock : new Clock(this.song.tempos)));
  /** the tracks as they are seen, in the rows they have now; one that is not there is empty */
  rows: readonly Track[] = $derived.by(() =>
    this.song === this.contents.song
      ? this.contents.song.tracks
      : this.contents.song.tracks.map(
          (track) => this.song.tracks.find(({ id }) => id === track.id) ?? { ...track, clips: [] },
        ),
  );

  constructor(
    private readonly contents: Pick<Contents, 'song' | 'notes' | 'points' | 'tracks' | 'clock'>,
    private readonly sounding: Pick<Sounding, 'now'>,
    private readonly preview: Pick<Preview, 'state' | 'provisional'>,
  ) {}

  get song(): Song {
    return (this.preview.state ?? this.preview.provisional)?.song ?? this.contents.song;
  }

  get notes(): NoteTable {
    return (this.preview.state ?? this.preview.provisional)?.notes ?? this.contents.notes;
  }

  get points(): PointTable {
    return (this.preview.state ?? this.preview.provisional)?.points ?? this.contents.points;
  }

  /** What sounds beside the open clips. */
  get sounds(): Sounds {
    return (this.preview.state ?? this.preview.provisional)?.sounds ?? this.sounding.now;
  }
}
