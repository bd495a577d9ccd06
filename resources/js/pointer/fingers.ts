/** How long a finger lies still before it asks for the menu. */
const LONG_PRESS_MS = 550;
const STILL = 8;

/** Touches on the roll: two fingers scroll and pinch, one that lies still for long asks for the menu. One that moves is a pointer like any other. */
export class Fingers {
  readonly #down = new Map<number, { x: number; y: number }>();
  #long: ReturnType<typeof setTimeout> | undefined;

  constructor(
    private readonly scroll: (x: number, y: number) => void,
    private readonly zoom: (factor: number, x: number) => void,
    private readonly menu: (x: number, y: number) => void,
  ) {}

  /** Tells whether it is the second finger, from which on both scroll and pinch. */
  down({ pointerType, pointerId, clientX: x, clientY: y }: PointerEvent): boolean {
    if (pointerType !== 'touch') return false;
    this.#down.set(pointerId, { x, y });
    clearTimeout(this.#long);
    if (this.#down.size === 1) this.#long = setTimeout(() => this.menu(x, y), LONG_PRESS_MS);
    return this.#down.size > 1;
  }

  /** Tells whether it belongs to two fingers. */
  move({ pointerType, pointerId, clientX: x, clientY: y }: PointerEvent): boolean {
    const before = this.#down.get(pointerId);
    if (pointerType !== 'touch' || !before) return false;
    if (Math.hypot(x - before.x, y - before.y) > STILL) clearTimeout(this.#long);
    if (this.#down.size < 2) return false;
    const other = [...this.#down].find(([id]) => id !== pointerId)![1];
    const [apart, nowApart] = [Math.abs(before.x - other.x), Math.abs(x - other.x)];
    this.scroll((before.x - x) / 2, (before.y - y) / 2);
    if (apart > STILL && nowApart > STILL) this.zoom(nowApart / apart, (x + other.x) / 2);
    this.#down.set(pointerId, { x, y });
    return true;
  }

  /** Tells whether it belonged to two fingers. */
  up({ pointerId }: PointerEvent): boolean {
    const two = this.#down.size > 1;
    this.#down.delete(pointerId);
    clearTimeout(this.#long);
    return two;
  }
}
