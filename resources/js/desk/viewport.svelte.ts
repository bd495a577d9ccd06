import { MAX_PITCH } from '../music/limits';

const MIN_ROW = 4;
const MAX_ROW = 40;
/** CSS pixels */
const LEAST_SIZE = 40;

/** What part of the clip the roll shows: ticks to the right, pitches upward. Sizes are CSS pixels. */
export class Viewport {
  /** the tick at the left edge, not rounded */
  left = $state(0);
  pixelsPerTick = $state(0.08);
  /** the pitch row at the top edge, counted from above pitch 127, not rounded */
  top = $state(40);
  rowHeight = $state(14);
  #width = $state(800);
  #height = $state(500);
  /** where the wheel is turned, which then stays where it is */
  pointer: { x: number; y: number } | null = null;
  /** ticks that can be scrolled to */
  length = $state(1);

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
    return (MAX_PITCH - pitch - this.top) * this.rowHeight;
  }

  pitch(y: number): number {
    return MAX_PITCH - Math.floor(y / this.rowHeight + this.top);
  }

  get right(): number {
    return this.tick(this.width);
  }

  get rows(): number {
    return this.height / this.rowHeight;
  }

  scrollTo(left: number, top = this.top): void {
    const most = Math.max(0, this.length * 1.05 - this.width / this.pixelsPerTick / 2);
    this.left = Math.min(Math.max(0, left), most);
    this.top = Math.min(Math.max(0, top), Math.max(0, MAX_PITCH + 1 - this.rows));
  }

  scrollBy(x: number, y: number): void {
    this.scrollTo(this.left + x / this.pixelsPerTick, this.top + y / this.rowHeight);
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

  /** Shows a span of time and pitches with a little room around. */
  fit(from: number, to: number, low: number, high: number): void {
    const ticks = Math.max(1, to - from);
    this.pixelsPerTick = Math.min(4, this.width / (ticks * 1.04));
    const rows = Math.max(14, high - low + 5);
    this.rowHeight = Math.min(24, Math.max(MIN_ROW, this.height / rows));
    const middle = MAX_PITCH + 0.5 - (low + high) / 2;
    this.scrollTo(from - ticks * 0.02, middle - this.rows / 2);
  }

  /** Scrolls so that a span of pitches is in sight, with smaller rows where it needs them; leaves time alone. */
  showPitches(low: number, high: number): void {
    const [first, last] = [MAX_PITCH - high, MAX_PITCH - low + 1];
    if (first >= this.top && last <= this.top + this.rows) {
      return;
    }
    this.rowHeight = Math.min(this.rowHeight, Math.max(MIN_ROW, this.height / (high - low + 5)));
    this.scrollTo(this.left, (first + last) / 2 - this.rows / 2);
  }

  /** Scrolls as little as needed to show a place. */
  reveal(tick: number, pitch: number): void {
    const room = 40 / this.pixelsPerTick;
    const left =
      tick < this.left + room
        ? tick - room
        : tick > this.right - room
          ? tick - this.width / this.pixelsPerTick + 2 * room
          : this.left;
    const row = MAX_PITCH - pitch;
    const top = row < this.top + 1 ? row - 2 : row > this.top + this.rows - 2 ? row - this.rows + 3 : this.top;
    this.scrollTo(left, top);
  }
}
