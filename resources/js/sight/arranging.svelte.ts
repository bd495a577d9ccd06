import type { ChosenClips, Placed } from '../desk/chosen-clips.svelte';
import { settings } from '../settings/settings.svelte';
import type { Contents } from '../song/contents.svelte';
import type { OpenedRows } from './opened-rows.svelte';
import type { Viewport } from './viewport.svelte';
import type { Views } from './views.svelte';

/** How high rows of the song are, in CSS pixels. */
export const ROW_HEIGHTS = { small: 28, middle: 60, tall: 92 } as const;
const ROOM_BEHIND = 1.12;
/** How much higher than that rows become where there is room, and what is kept free below them, in CSS pixels. */
const STRETCH = 1.8;
const FOR_MORE = 8;
export type RowHeight = keyof typeof ROW_HEIGHTS;

/** The song seen from afar: where its rows and clips lie on the screen. */
export class Arranging {
  /** whether the view was fitted to the song yet */
  #wasShown = false;

  constructor(
    private readonly contents: Pick<Contents, 'song' | 'end'>,
    private readonly openedRows: OpenedRows,
    private readonly chosenClips: ChosenClips,
    private readonly views: Pick<Views, 'shown'>,
    readonly view: Viewport,
  ) {}

  /** Whether keys and lines reach the chosen clips: where the song is seen and no opened row has the keys. */
  get hasKeys(): boolean {
    return this.views.shown === 'song' && this.openedRows.focused === null;
  }

  /** Shows all of the song where it was not shown yet, once there is room. */
  follow(): void {
    const { view } = this;
    // Rows are of many heights, so that it scrolls by pixels.
    view.rowHeight = 1;
    view.rowCount = this.tops.at(-1)!;
    if (!this.#wasShown && view.width > 100) {
      this.#wasShown = true;
      view.top = 0;
      this.showAll();
    }
  }

  /** how high each row is, in CSS pixels: an opened one as it was drawn */
  readonly heights: readonly number[] = $derived.by(() => {
    const opened = this.contents.song.tracks.map(({ id }) => this.openedRows.of(id)?.height);
    const closed = opened.filter((height) => height === undefined).length;
    const room = this.view.height - FOR_MORE - opened.reduce<number>((sum, height = 0) => sum + height, 0);
    const least = ROW_HEIGHTS[settings.songRows];
    // Few tracks fill the room there is, as far as it helps to read them.
    const fitting = Math.floor(Math.min(least * STRETCH, Math.max(least, room / closed)));
    return opened.map((height) => height ?? (settings.songRows === 'small' ? least : fitting));
  });
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
    this.showSpan(0, this.contents.end * ROOM_BEHIND);
  }

  showSpan(from: number, to: number): void {
    const { view } = this;
    const ticks = Math.max(1, to - from);
    view.pixelsPerTick = Math.min(4, view.width / (ticks * 1.03));
    view.scrollTo(from);
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
    const row = this.contents.song.tracks.findIndex(({ id }) => id === track);
    this.view.rowCount = this.tops.at(-1)!;
    const bottom = this.tops[row + 1] - this.view.height;
    this.view.scrollTo(this.view.left, Math.min(this.tops[row], Math.max(this.view.top, bottom)));
  }

  /** Where the first of the chosen clips lies on the page, or a tick of a track where none is chosen, in CSS pixels. */
  onPage(tick: number, track: number): { x: number; y: number } {
    const [first] = this.chosenClips.placed;
    const row = first?.row ?? this.contents.song.tracks.findIndex(({ id }) => id === track);
    return this.view.cornered({ x: this.view.x(first?.clip.start ?? tick), y: this.y(row) });
  }
}
