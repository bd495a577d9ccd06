import type { Track } from '../api';
import type { Seen } from '../desk/seen.svelte';
import type { NoteTable } from '../music/notes';
import type { PointTable } from '../music/points';
import { settings } from '../settings/settings.svelte';
import type { Contents } from '../song/contents.svelte';
import { Bodies } from './bodies';
import type { Viewport } from './viewport.svelte';

/** A place where notes are seen and worked on: the roll with all open clips, or an opened row of the song with one track. */
export class Pane {
  constructor(
    private readonly contents: Contents,
    private readonly seen: Seen,
    readonly view: Viewport,
    /** the id of the track it shows; null where it shows all that is open */
    readonly of: number | null = null,
  ) {}

  /** its track, or the one in front */
  readonly track: Track = $derived.by(
    () => this.contents.song.tracks.find(({ id }) => id === this.of) ?? this.contents.track,
  );
  readonly #clips = $derived.by(() => (this.of === null ? null : new Set(this.track.clips.map(({ id }) => id))));
  readonly notes: NoteTable = $derived.by(() => this.#own(this.contents.notes));
  /** the notes, or those of a preview */
  readonly visible: NoteTable = $derived.by(() => this.#own(this.seen.notes));
  readonly points: PointTable = $derived.by(() => this.#own(this.contents.points));
  /** the points, or those of a preview */
  readonly visiblePoints: PointTable = $derived.by(() => this.#own(this.seen.points));
  /** how the notes lie */
  readonly bodies: Bodies = $derived.by(() => this.bodiesOf(this.notes));

  bodiesOf(notes: NoteTable): Bodies {
    const { tracks } = this.contents;
    return new Bodies(notes, this.view, (clip) => settings.heads && tracks.get(clip)?.voice === 'drums');
  }

  /** The lowest and the highest pitch one would see: of the notes, or where there are none, of what its voice plays most. */
  get pitches(): [low: number, high: number] {
    const usual: Partial<Record<Track['voice'], [number, number]>> = { drums: [35, 51], bass: [28, 45] };
    return this.notes.pitchSpan() ?? usual[this.track.voice] ?? [55, 67];
  }

  #own<T extends NoteTable | PointTable>(table: T): T {
    return this.#clips ? (table.inClips(this.#clips) as T) : table;
  }
}
