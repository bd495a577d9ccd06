import { MAX_PITCH } from '../music/limits';

const MIN_ROW = 4;
const MAX_ROW = 40;
/** How high rows become that fill the height: higher ones let notes stand in them like posts. */
const FILLED_ROW = 28;
/** the least height of a row in which names are read, and how much of the width of a quarter it may be */
const LEAST_READ = 14;
const OF_QUARTER = 0.28;
/** CSS pixels */
const LEAST_SIZE = 40;
/** a line of a wheel that turns by lines, in CSS pixels */
const LINE = 16;
/** kept free before the start of the song, so that what begins there can be got hold of; in CSS pixels */
const LEAD = 12;
/** how much of the width is left behind a playhead that is followed */
const BEHIND = 0.08;
/** how often one can go back */
const MOST_PLACES = 20;

/** What part of the clip the roll shows: ticks to the right, pitches upward. Sizes are CSS pixels. */
export class Viewport {
  #left = $state(0);
  #pixelsPerTick = $state(0.08);
  /** the row at the top edge, counted from the top one, not rounded */
  top = $state(40);
  /** the pitches that have a row, from the top down; null where all have */
  rows = $state.raw<readonly number[] | null>(null);
  /** for each pitch its row, or the one it would lie in */
  readonly #rowOf = $derived(this.rows && rowsByPitch(this.rows));
  /** how high a row was when all pitches had one; null while they have */
  #rowOfAll: number | null = null;
  /** what was shown before, to come back to */
  readonly #places: { left: number; pixelsPerTick: number; top: number; rowHeight: number }[] = [];
  rowHeight = $state(14);
  #width = $state(800);
  #height = $state(500);
  /** where the wheel is turned, which then stays where it is */
  pointer: { x: number; y: number } | null = null;
  /** how many rows there are where they are no pitches; null where they are */
  rowCount = $state<number | null>(null);

  /**
   * @param end how many ticks can be scrolled to
   * @param time another view whose time it goes along with
   */
  constructor(
    private readonly end: () => number,
    private readonly time: Viewport | null = null,
  ) {}

  #element: HTMLElement | null = null;

  /** It is drawn on an element from now on; gives what ends that. */
  readonly attach = (element: HTMLElement): (() => void) => {
    this.#element = element;
    return () => {
      if (this.#element === element) this.#element = null;
    };
  };

  /** Where a tick and a pitch lie on the page, or the edge nearest to them, in CSS pixels. */
  onPage(tick: number, pitch: number): { x: number; y: number } {
    return this.cornered({ x: this.x(tick), y: this.y(pitch) });
  }

  /** Where a place of the view lies on the page, or the edge nearest to it, in CSS pixels. */
  cornered({ x, y }: { x: number; y: number }): { x: number; y: number } {
    const { left, top } = this.#element?.getBoundingClientRect() ?? { left: 0, top: 0 };
    const inside = (value: number, most: number) => Math.min(most, Math.max(0, value));
    return { x: left + inside(x, this.width), y: top + inside(y, this.height) };
  }

  /** The tick at the left edge, not rounded; a little before 0 at the start of the song. */
  get left(): number {
    return this.time?.left ?? this.#left;
  }

  set left(left: number) {
    if (this.time) this.time.left = left;
    else this.#left = left;
  }

  get pixelsPerTick(): number {
    return this.time?.pixelsPerTick ?? this.#pixelsPerTick;
  }

  set pixelsPerTick(scale: number) {
    if (this.time) this.time.pixelsPerTick = scale;
    else this.#pixelsPerTick = scale;
  }

  /** All that says where something lies on it: another one whenever that is elsewhere. */
  readonly place = $derived({
    left: this.left,
    top: this.top,
    pixelsPerTick: this.pixelsPerTick,
    rowHeight: this.rowHeight,
    width: this.width,
    height: this.height,
    rows: this.rows,
  });

  /** Ticks that can be scrolled to. */
  get length(): number {
    return this.end();
  }

  /** Never less than a little, also where there is no room at all: a place is computed from it. */
  get width(): number {
    return this.#width;
  }

  set width(width: number) {
    this.#width = Math.max(LEAST_SIZE, width);
  }

  get height(): number {
    return this.#height;
  }

  set height(height: number) {
    this.#height = Math.max(LEAST_SIZE, height);
  }

  x(tick: number): number {
    return (tick - this.left) * this.pixelsPerTick;
  }

  tick(x: number): number {
    return this.left + x / this.pixelsPerTick;
  }

  y(pitch: number): number {
    return (this.rowOf(pitch) - this.top) * this.rowHeight;
  }

  /** The pitch of the row at a height; the nearest one that has a row above and below them all. */
  pitch(y: number): number {
    return this.pitchOf(Math.floor(y / this.rowHeight + this.top));
  }

  /** The number of a pitch's row, from the top down. */
  rowOf(pitch: number): number {
    return this.#rowOf ? this.#rowOf[Math.min(MAX_PITCH, Math.max(0, pitch))] : MAX_PITCH - pitch;
  }

  /** The first and the last row, from the top, of the pitches from one to another. */
  span(low: number, high: number): [first: number, last: number] {
    const rows = (this.rows ?? []).flatMap((pitch, row) => (pitch >= low && pitch <= high ? row : []));
    return rows.length > 0 ? [Math.min(...rows), Math.max(...rows)] : [this.rowOf(high), this.rowOf(low)];
  }

  pitchOf(row: number): number {
    return this.rows ? this.rows[Math.min(this.rows.length - 1, Math.max(0, row))] : MAX_PITCH - row;
  }

  /** How many rows there are. */
  get allRows(): number {
    return this.rowCount ?? this.rows?.length ?? MAX_PITCH + 1;
  }

  /** The pitches whose rows are in sight, from the top. */
  get inSight(): number[] {
    const first = Math.max(0, Math.floor(this.top));
    const last = Math.min(this.allRows - 1, Math.floor(this.top + this.rowsInSight));
    return Array.from({ length: Math.max(0, last - first + 1) }, (_, k) => this.pitchOf(first + k));
  }

  /** Gives only some pitches a row, from the top down, or all; what is in the middle stays there. */
  showRows(rows: readonly number[] | null): void {
    const middle = this.pitch(this.height / 2);
    this.#rowOfAll ??= this.rowHeight;
    this.rows = rows;
    // Few rows fill the height; all of them are as high again as before.
    const fills = rows && rows.length * this.#rowOfAll < this.height;
    this.rowHeight = fills ? Math.min(FILLED_ROW, this.height / rows.length) : this.#rowOfAll;
    if (!rows) this.#rowOfAll = null;
    this.scrollTo(this.left, this.rowOf(middle) + 0.5 - this.rowsInSight / 2);
  }

  get right(): number {
    return this.tick(this.width);
  }

  get rowsInSight(): number {
    return this.height / this.rowHeight;
  }

  scrollTo(left: number, top = this.top): void {
    const most = Math.max(0, this.length * 1.05 - this.width / this.pixelsPerTick / 2);
    this.left = Math.min(Math.max(-LEAD / this.pixelsPerTick, left), most);
    this.top = Math.min(Math.max(0, top), Math.max(0, this.allRows - this.rowsInSight));
  }

  scrollBy(x: number, y: number): void {
    this.scrollTo(this.left + x / this.pixelsPerTick, this.top + y / this.rowHeight);
  }

  /** Scrolls by a turn of the wheel; across with Shift, or where it is about time alone. */
  scrollByWheel(event: WheelEvent, along: 'time' | 'both' = 'both'): void {
    const step = event.deltaMode === WheelEvent.DOM_DELTA_LINE ? LINE : 1;
    const [across, down] = [event.deltaX * step, event.deltaY * step];
    const isAcross = event.shiftKey || along === 'time';
    this.scrollBy(isAcross ? across + down : across, isAcross ? 0 : down);
  }

  /** Turns the page where a tick is out of sight. */
  follow(tick: number): void {
    if (tick > this.right || tick < this.left) {
      this.scrollTo(tick - (this.width * BEHIND) / this.pixelsPerTick);
    }
  }

  /** Zooms time so that what is at x stays there. */
  zoomTime(factor: number, x = this.pointer?.x ?? this.width / 2): void {
    const tick = this.tick(x);
    this.pixelsPerTick = Math.min(4, Math.max(this.width / (this.length * 4), this.pixelsPerTick * factor));
    this.scrollTo(tick - x / this.pixelsPerTick);
  }

  /** Zooms pitches so that what is at y stays there. */
  zoomPitch(factor: number, y = this.pointer?.y ?? this.height / 2): void {
    const row = this.top + y / this.rowHeight;
    this.rowHeight = Math.min(MAX_ROW, Math.max(MIN_ROW, this.rowHeight * factor));
    this.scrollTo(this.left, row - y / this.rowHeight);
  }

  /**
   * Shows a span of time and pitches with a little room around.
   *
   * @param quarter how long a quarter is, in ticks: no row is so high then that one stands in it like a post
   */
  fit(from: number, to: number, low: number, high: number, quarter = Infinity): void {
    this.#places.splice(0, this.#places.length - MOST_PLACES);
    this.#places.push({ left: this.left, pixelsPerTick: this.pixelsPerTick, top: this.top, rowHeight: this.rowHeight });
    const ticks = Math.max(1, to - from);
    this.pixelsPerTick = Math.min(4, this.width / (ticks * 1.04));
    const [first, last] = this.span(low, high);
    const rows = Math.max(14, last - first + 5);
    const tallest = Math.max(LEAST_READ, quarter * this.pixelsPerTick * OF_QUARTER);
    this.rowHeight = Math.min(24, tallest, Math.max(MIN_ROW, this.height / rows));
    this.scrollTo(from - ticks * 0.02, (first + last + 1) / 2 - this.rowsInSight / 2);
  }

  /** Fills itself with a part of what it shows: a box in CSS pixels. */
  fitBox({ x, y, width, height }: { x: number; y: number; width: number; height: number }): void {
    const from = this.tick(x);
    const [first, last] = [this.rowOf(this.pitch(y)), this.rowOf(this.pitch(y + height))];
    const ticks = Math.max(1, width / this.pixelsPerTick);
    this.fit(from, from + ticks, this.pitchOf(last), this.pitchOf(first));
    this.rowHeight = Math.min(MAX_ROW, Math.max(MIN_ROW, this.height / (last - first + 1)));
    this.scrollTo(from, first);
  }

  /** Goes back to what was shown before something was fitted; tells whether there was something. */
  back(): boolean {
    const before = this.#places.pop();
    if (before) {
      Object.assign(this, before);
    }
    return before !== undefined;
  }

  /** Scrolls so that a span of pitches is in sight, with smaller rows where it needs them; leaves time alone. */
  showPitches(low: number, high: number): void {
    const [first, last] = this.span(low, high);
    if (first >= this.top && last < this.top + this.rowsInSight) {
      return;
    }
    this.rowHeight = Math.min(this.rowHeight, Math.max(MIN_ROW, this.height / (last - first + 5)));
    this.scrollTo(this.left, (first + last + 1) / 2 - this.rowsInSight / 2);
  }

  /** Scrolls as little as needed to show a place; where no pitch is said, a moment. */
  reveal(tick: number, pitch?: number): void {
    // Kept free beside it, but where there is hardly room for it.
    const room = Math.min(40, this.width / 4) / this.pixelsPerTick;
    const left =
      tick < this.left + room
        ? tick - room
        : tick > this.right - room
          ? tick - this.width / this.pixelsPerTick + 2 * room
          : this.left;
    const row = pitch === undefined ? this.top + 2 : this.rowOf(pitch);
    const top =
      row < this.top + 1 ? row - 2 : row > this.top + this.rowsInSight - 2 ? row - this.rowsInSight + 3 : this.top;
    this.scrollTo(left, top);
  }
}

/** The row of each pitch; one that has none is where the next higher one with a row is, or else the highest. */
function rowsByPitch(rows: readonly number[]): Int16Array {
  const of = new Int16Array(MAX_PITCH + 1).fill(-1);
  rows.forEach((pitch, row) => (of[pitch] = row));
  let above = of[Math.max(...rows)];
  for (let pitch = MAX_PITCH; pitch >= 0; pitch--) {
    if (of[pitch] < 0) of[pitch] = above;
    above = of[pitch];
  }
  return of;
}
