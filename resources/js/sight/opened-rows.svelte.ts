import type { Caret } from '../desk/caret.svelte';
import type { Lanes } from '../desk/lanes.svelte';
import type { Seen } from '../desk/seen.svelte';
import type { LaneName } from '../music/lanes';
import { settings } from '../settings/settings.svelte';
import type { Contents } from '../song/contents.svelte';
import { Pane } from './pane.svelte';
import { Viewport } from './viewport.svelte';
import type { Views } from './views.svelte';

/** How high an opened row is, in CSS pixels. */
export const OPENED = { least: 90, usual: 230, most: 700 };
/** How high its lower edge is, which is dragged; each of its lanes, and what is kept free for the notes above them. */
export const EDGE = 5;
const [LANE_HEIGHT, FOR_NOTES] = [44, 100];

/** What of a track its row shows. */
export type Shown = 'clips' | 'notes' | 'dynamics';

/** A row of the song that is opened in place: a small roll of one track, along the time of the song. */
export class OpenedRow {
  height = $state(OPENED.usual);
  what = $state<Exclude<Shown, 'clips'>>('notes');
  /** whether its notes were brought into sight yet */
  #isFitted = false;

  constructor(
    /** the id of the track */
    readonly track: number,
    readonly pane: Pane,
    private readonly keysReach: Pick<Lanes, 'current'>,
  ) {}

  /** Its lanes and how high they are, in CSS pixels: those under the roll, as many as there is room for, the one keys reach among them. */
  get lanes(): { name: LaneName; height: number }[] {
    if (this.what === 'dynamics') return [{ name: this.keysReach.current, height: this.height - EDGE }];
    const room = settings.lane ? Math.floor((this.height - EDGE - FOR_NOTES) / LANE_HEIGHT) : 0;
    const first = settings.lanes.slice(0, Math.max(0, room));
    const { current } = this.keysReach;
    const isLeftOut =
      !first.some(({ name }) => name === current) && settings.lanes.some(({ name }) => name === current);
    const shown = isLeftOut ? [...first.slice(0, -1), ...(room > 0 ? [{ name: current }] : [])] : first;
    return shown.map(({ name }) => ({ name, height: LANE_HEIGHT }));
  }

  /** Brings its pitches into sight, once it has a height. */
  fit(): void {
    const { pane } = this;
    if (this.#isFitted || pane.notes.count === 0) return;
    this.#isFitted = true;
    const [low, high] = pane.pitches;
    const [first, last] = pane.view.span(low, high);
    pane.view.rowHeight = Math.min(14, Math.max(4, pane.view.height / (last - first + 3)));
    pane.view.scrollTo(pane.view.left, (first + last + 1) / 2 - pane.view.rowsInSight / 2);
  }

  resize(height: number): void {
    this.height = Math.min(OPENED.most, Math.max(OPENED.least, Math.round(height)));
  }
}

/** The opened rows of the song, and which of them has the keys: then these reach notes, else clips. */
export class OpenedRows {
  all = $state.raw<readonly OpenedRow[]>([]);
  #focus = $state.raw<number | null>(null);

  /** @param time the view of the song, whose time they go along with */
  constructor(
    private readonly contents: Contents,
    private readonly seen: Seen,
    private readonly lanes: Pick<Lanes, 'current'>,
    private readonly caret: Pick<Caret, 'tick'>,
    private readonly views: Pick<Views, 'shown'>,
    private readonly time: Viewport,
  ) {}

  /** The one that has the keys; null where the clips have them. */
  get focused(): OpenedRow | null {
    const isThere = this.contents.song.tracks.some(({ id }) => id === this.#focus);
    return this.views.shown === 'song' && isThere ? (this.of(this.#focus) ?? null) : null;
  }

  of(track: number | null): OpenedRow | undefined {
    return this.all.find((row) => row.track === track);
  }

  /** Turns a row to what it shall show, or from clips to notes and back from anything. Gives what it shows then. */
  turn(track: number, to: Shown | 'next'): Shown {
    const row = this.of(track);
    const now = row?.what ?? 'clips';
    const wanted = to !== 'next' ? to : now === 'clips' ? 'notes' : 'clips';
    if (wanted === 'clips') {
      this.all = this.all.filter((other) => other !== row);
      this.#focus = null;
      return wanted;
    }
    const opened = row ?? new OpenedRow(track, this.#paneOf(track), this.lanes);
    opened.what = wanted;
    if (!row) this.all = [...this.all, opened];
    this.focus(track);
    return wanted;
  }

  /** Gives the keys to the row of a track, at a tick, or to the clips. */
  focus(track: number | null, tick = this.caret.tick): void {
    this.#focus = track;
    const row = this.of(track);
    if (!row) return;
    const { clips } = row.pane.track;
    const here =
      clips.find(({ start, length }) => tick >= start && tick < start + length) ??
      clips.find(({ id }) => id === this.contents.front) ??
      clips[0];
    if (here) this.contents.toFront(here.id);
  }

  /** Gives the keys anew to the row that has them, so that the clip at the caret comes to the front. */
  refocus(): void {
    this.focus(this.#focus);
  }

  /** Clips of opened rows that are not open yet: only what is open can be worked on. */
  get missing(): number[] {
    const { song, open } = this.contents;
    return song.tracks
      .filter(({ id }) => this.of(id))
      .flatMap(({ clips }) => clips.map(({ id }) => id))
      .filter((id) => !open.includes(id));
  }

  #paneOf(track: number): Pane {
    return new Pane(this.contents, this.seen, new Viewport(() => this.contents.end, this.time), track);
  }
}
