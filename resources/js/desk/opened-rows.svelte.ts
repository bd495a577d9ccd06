import type { LaneName } from '../music/lanes';
import { settings } from '../settings/settings.svelte';
import type { Desk } from './desk.svelte';
import { Pane } from './pane.svelte';
import { Viewport } from './viewport.svelte';

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
  readonly pane: Pane;
  /** whether its notes were brought into sight yet */
  #isFitted = false;

  constructor(
    private readonly desk: Desk,
    /** the id of the track */
    readonly track: number,
  ) {
    this.pane = new Pane(desk, new Viewport(desk.arranging.view), track);
  }

  /** Its lanes and how high they are, in CSS pixels: those under the roll, as many as there is room for, the one keys reach among them. */
  get lanes(): { name: LaneName; height: number }[] {
    if (this.what === 'dynamics') return [{ name: this.desk.lanes.current, height: this.height - EDGE }];
    const room = settings.lane ? Math.floor((this.height - EDGE - FOR_NOTES) / LANE_HEIGHT) : 0;
    const first = settings.lanes.slice(0, Math.max(0, room));
    const { current } = this.desk.lanes;
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

  constructor(private readonly desk: Desk) {}

  /** The one that has the keys; null where the clips have them. */
  get focused(): OpenedRow | null {
    const isThere = this.desk.song.tracks.some(({ id }) => id === this.#focus);
    return this.desk.arranging.inSight && isThere ? (this.of(this.#focus) ?? null) : null;
  }

  of(track: number | null): OpenedRow | undefined {
    return this.all.find((row) => row.track === track);
  }

  /** Turns a row to what it shall show, or to the next: clips, notes, dynamics. Gives what it shows then. */
  turn(track: number, to: Shown | 'next'): Shown {
    const row = this.of(track);
    const now = row?.what ?? 'clips';
    const wanted = to !== 'next' ? to : now === 'clips' ? 'notes' : now === 'notes' ? 'dynamics' : 'clips';
    if (wanted === 'clips') {
      this.all = this.all.filter((other) => other !== row);
      this.#focus = null;
      return wanted;
    }
    const opened = row ?? new OpenedRow(this.desk, track);
    opened.what = wanted;
    if (!row) this.all = [...this.all, opened];
    void this.openClips();
    this.focus(track);
    return wanted;
  }

  /** Gives the keys to the row of a track, at a tick, or to the clips. */
  focus(track: number | null, tick = this.desk.caret.tick): void {
    this.#focus = track;
    const row = this.of(track);
    if (!row) return;
    const { clips } = row.pane.track;
    const here =
      clips.find(({ start, length }) => tick >= start && tick < start + length) ??
      clips.find(({ id }) => id === this.desk.front) ??
      clips[0];
    if (here) this.desk.opening.toFront(here.id);
  }

  /** Opens what lies in opened rows beside what is open: only that can be worked on. */
  async openClips(): Promise<void> {
    const { open, song } = this.desk;
    const wanted = song.tracks.filter(({ id }) => this.of(id)).flatMap(({ clips }) => clips.map(({ id }) => id));
    const missing = wanted.filter((id) => !open.includes(id));
    if (missing.length === 0) return;
    const track = this.#focus;
    await this.desk.opening.clips([...open, ...missing], this.desk.front);
    this.focus(track);
  }
}
