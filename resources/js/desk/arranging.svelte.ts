import type { Clip, Phrase, Track } from '../api';
import { counted } from '../music/counted';
import { settings } from '../settings/settings.svelte';
import type { Desk } from './desk.svelte';
import { Viewport } from './viewport.svelte';

/** How high rows of the song are, in CSS pixels. */
export const ROW_HEIGHTS = { small: 27, middle: 54, tall: 88 } as const;
const ROOM_BEHIND = 1.12;
export type RowHeight = keyof typeof ROW_HEIGHTS;

/** A clip with its track and the row of it, from the top down. */
export interface Placed {
  clip: Clip;
  track: Track;
  row: number;
}

/** The song seen from afar: what part of it is in sight, and which clips are chosen. */
export class Arranging {
  readonly view = new Viewport();
  /** ids of the clips the next key reaches */
  chosen = $state.raw<readonly number[]>([]);
  /** whether the song is what is seen */
  inSight = $state(false);
  /** whether the view was fitted to the song yet */
  #wasShown = false;

  constructor(private readonly desk: Desk) {}

  /** All clips, by their rows and in order of time. */
  readonly all: readonly Placed[] = $derived.by(() =>
    this.desk.song.tracks.flatMap((track, row) => track.clips.map((clip) => ({ clip, track, row }))),
  );
  readonly isChosen: ReadonlySet<number> = $derived(new Set(this.chosen));

  /** Whether keys and lines reach the chosen clips: where the song is seen and no opened row has the keys. */
  get isShown(): boolean {
    return this.inSight && this.desk.rows.focused === null;
  }

  /** “2 of 3 clips chosen”. */
  get chosenOf(): string {
    return `${this.placed.length} of ${counted(this.all.length, 'clip')} chosen`;
  }

  /** Those that are chosen and still there. */
  get placed(): Placed[] {
    return this.all.filter(({ clip }) => this.isChosen.has(clip.id));
  }

  /** Follows the song and what is set, and shows all of it where it was not shown yet. */
  follow(): void {
    const { view, desk } = this;
    // Rows are of many heights, so that it scrolls by pixels.
    view.rowHeight = 1;
    view.rowCount = this.tops.at(-1)!;
    view.length = desk.end;
    if (!this.#wasShown && view.width > 100) {
      this.#wasShown = true;
      this.showAll();
    }
  }

  /** how high each row is, in CSS pixels: an opened one as it was drawn */
  readonly heights: readonly number[] = $derived.by(() =>
    this.desk.song.tracks.map(({ id }) => this.desk.rows.of(id)?.height ?? ROW_HEIGHTS[settings.songRows]),
  );
  /** how far below the first row each begins, and at last where they end, in CSS pixels */
  readonly tops: readonly number[] = $derived(
    this.heights.reduce((tops, height) => [...tops, tops[tops.length - 1] + height], [0]),
  );

  /** Where a row begins on the screen. */
  y(row: number): number {
    return this.tops[row] - this.view.top;
  }

  /** The row at a height of the screen; as many as there are below them all. */
  rowAt(y: number): number {
    const down = y + this.view.top;
    const below = this.tops.findIndex((top) => top > down);
    return below < 0 ? this.heights.length : Math.max(0, below - 1);
  }

  isInSight(row: number): boolean {
    return this.y(row) < this.view.height && this.y(row) + this.heights[row] > 0;
  }

  /** Fits the whole song, with room behind it to go on in. */
  showAll(): void {
    this.showSpan(0, this.desk.end * ROOM_BEHIND);
  }

  showSpan(from: number, to: number): void {
    const { view } = this;
    const ticks = Math.max(1, to - from);
    view.pixelsPerTick = Math.min(4, view.width / (ticks * 1.03));
    view.scrollTo(from);
  }

  /** counts what was chosen by hand: what was pressed before works on what was chosen then */
  epoch = 0;

  choose(ids: readonly number[]): void {
    this.epoch++;
    this.take(ids);
  }

  /** A clip with those that are grouped with it. */
  together(id: number): number[] {
    const group = this.all.find(({ clip }) => clip.id === id)?.clip.group ?? 0;
    return group === 0 ? [id] : this.all.filter(({ clip }) => clip.group === group).map(({ clip }) => clip.id);
  }

  /** Chooses what an edit left. */
  take(ids: readonly number[]): void {
    this.chosen = [...new Set(ids)];
    const [only] = this.placed;
    if (this.chosen.length === 1 && only) this.desk.opening.toFront(only.clip.id);
  }

  /** Where the chosen clips lie, or all of them where none is chosen; null in a song without clips. */
  span(): [from: number, to: number] | null {
    const some = this.placed.length > 0 ? this.placed : this.all;
    if (some.length === 0) return null;
    return [
      Math.min(...some.map(({ clip }) => clip.start)),
      Math.max(...some.map(({ clip }) => clip.start + clip.length)),
    ];
  }

  /** The clip beside those that are chosen, on their track or the next one; the first one where none is. */
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

  /** Scrolls so that a clip is in sight. */
  reveal({ clip, row }: Placed): void {
    const { view } = this;
    const left = clip.start < view.left || clip.start > view.right ? clip.start - 20 / view.pixelsPerTick : view.left;
    const bottom = this.tops[row + 1] - view.height;
    view.scrollTo(left, this.tops[row] < view.top ? this.tops[row] : Math.max(view.top, bottom));
  }

  /** Scrolls so that the whole row of a track is in sight, or as much of it as there is room for. */
  revealRow(track: number): void {
    const row = this.desk.song.tracks.findIndex(({ id }) => id === track);
    this.view.rowCount = this.tops.at(-1)!;
    const bottom = this.tops[row + 1] - this.view.height;
    this.view.scrollTo(this.view.left, Math.min(this.tops[row], Math.max(this.view.top, bottom)));
  }

  /** Runs lines on the chosen clips; what needs none, where the open ones lie. */
  run(lines: string[], clipboard?: Phrase): void {
    this.desk.runOnClips(
      lines,
      this.placed.map(({ clip }) => clip.id),
      clipboard,
    );
  }
}
