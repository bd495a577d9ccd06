import type { Clip, Track } from '../api';
import { counted } from '../music/counted';
import type { Contents } from '../song/contents.svelte';

/** A clip with its track and the row of it, from the top down. */
export interface Placed {
  clip: Clip;
  track: Track;
  row: number;
}

/** A place in the song: a tick, and the row of a track, from the top down. */
export interface Place {
  tick: number;
  row: number;
}

/** What is said where no clip lies there. */
export const NOTHING_UNDER = 'There is no clip under the pointer.';

/** The clips of the song, and which of them the next key reaches where the song is seen. */
export class ChosenClips {
  #ids = $state.raw<readonly number[]>([]);
  #epoch = 0;

  constructor(private readonly contents: Contents) {}

  /** All clips, by their rows and in order of time. */
  readonly all: readonly Placed[] = $derived.by(() =>
    this.contents.song.tracks.flatMap((track, row) => track.clips.map((clip) => ({ clip, track, row }))),
  );
  readonly isChosen: ReadonlySet<number> = $derived(new Set(this.#ids));
  /** those that are chosen and still there */
  readonly placed: readonly Placed[] = $derived(this.all.filter(({ clip }) => this.isChosen.has(clip.id)));

  get ids(): readonly number[] {
    return this.#ids;
  }

  /** Counts what was chosen by hand: what was pressed before works on what was chosen then. */
  get epoch(): number {
    return this.#epoch;
  }

  /** “2 of 3 clips chosen”. */
  get said(): string {
    return `${this.placed.length} of ${counted(this.all.length, 'clip')} chosen`;
  }

  /** Chooses clips by hand. */
  choose(ids: readonly number[]): void {
    this.#epoch++;
    this.take(ids);
  }

  /** Chooses what an edit left. */
  take(ids: readonly number[]): void {
    this.#ids = [...new Set(ids)];
    const [only] = this.placed;
    if (this.#ids.length === 1 && only) this.contents.toFront(only.clip.id);
  }

  /** How each clip lies, to tell later what became of it. */
  get placing(): ReadonlyMap<number, string> {
    return new Map(
      this.all.map(({ clip, track }) => [clip.id, [track.id, clip.start, clip.length, clip.offset, clip.loop].join()]),
    );
  }

  /** Chooses what came or lies differently since it lay so, as an edit that is taken back leaves it; else all stays chosen. */
  takeChanged(since: ReadonlyMap<number, string>): void {
    const changed = [...this.placing].filter(([id, placing]) => since.get(id) !== placing);
    if (changed.length > 0) this.take(changed.map(([id]) => id));
  }

  /** A clip with those that are grouped with it. */
  together(id: number): number[] {
    const group = this.all.find(({ clip }) => clip.id === id)?.clip.group ?? 0;
    return group === 0 ? [id] : this.all.filter(({ clip }) => clip.group === group).map(({ clip }) => clip.id);
  }

  /** The ids of the clip that lies at a place, the topmost one, with those that are grouped with it; none where none does. */
  under({ tick, row }: Place): number[] {
    const found = this.all.findLast(
      (one) => one.row === row && tick >= one.clip.start && tick < one.clip.start + one.clip.length,
    );
    return found ? this.together(found.clip.id) : [];
  }

  /** Where they lie, in ticks, or all clips where none is chosen; null in a song without clips. */
  span(): [from: number, to: number] | null {
    const some = this.placed.length > 0 ? this.placed : this.all;
    if (some.length === 0) return null;
    return [
      Math.min(...some.map(({ clip }) => clip.start)),
      Math.max(...some.map(({ clip }) => clip.start + clip.length)),
    ];
  }

  /** The clip beside them, on their track or the next one; the first one where none is chosen. */
  neighbour(to: 'next' | 'previous' | 'higher' | 'lower'): Placed | undefined {
    const { all } = this;
    const here = to === 'next' || to === 'lower' ? this.placed.at(-1) : this.placed[0];
    if (!here) return all[0];
    const at = all.indexOf(here);
    if (to === 'next') return all[at + 1];
    if (to === 'previous') return all[at - 1];
    const rows = to === 'lower' ? all.filter(({ row }) => row > here.row) : all.filter(({ row }) => row < here.row);
    const row = to === 'lower' ? rows[0]?.row : rows.at(-1)?.row;
    const apart = ({ clip }: Placed) => Math.abs(clip.start - here.clip.start);
    return rows
      .filter((other) => other.row === row)
      .reduce<Placed | undefined>((best, other) => (best && apart(best) <= apart(other) ? best : other), undefined);
  }
}
