import { Latest } from '../api/latest';
import type { NoteTable } from '../music/notes';
import { HANDLE } from './paint';
import type { Bodies } from '../sight/bodies';
import { inBox } from '../sight/hit';
import type { Viewport } from '../sight/viewport.svelte';
import {
  within,
  type At,
  type Box,
  type Dropped,
  type Gesture,
  type Ghost,
  type Shape,
  NOTHING,
} from '../pointer/gesture';
import type { Ground } from './ground';

export const HANDLES = ['right', 'top', 'foot'] as const;
export type Handle = (typeof HANDLES)[number];

/** How far the frame stands off from the notes, in CSS pixels. */
const MARGIN = 7;

/** The frame around several selected notes; null where there are fewer than two. */
export function frameOf(notes: NoteTable, view: Viewport): Box | null {
  if (notes.selectedCount < 2) {
    return null;
  }
  const { start, length, pitch } = notes.columns;
  let [from, to, first, last] = [Infinity, 0, Infinity, 0];
  for (let i = 0; i < notes.count; i++) {
    if (notes.selected[i]) {
      from = Math.min(from, start[i]);
      to = Math.max(to, start[i] + length[i]);
      first = Math.min(first, view.rowOf(pitch[i]));
      last = Math.max(last, view.rowOf(pitch[i]));
    }
  }
  // Its handles stay within reach wherever the selection goes on out of sight.
  const [x, right] = [view.x(from) - MARGIN, view.x(to) + MARGIN].map((edge) =>
    within(MARGIN, edge, view.width - MARGIN),
  );
  const [y, foot] = [(first - view.top) * view.rowHeight - MARGIN, (last + 1 - view.top) * view.rowHeight + MARGIN].map(
    (edge) => within(MARGIN, edge, view.height - MARGIN),
  );
  return { x, y, width: right - x, height: foot - y };
}

/** Where along its edge a handle may lie, the likeliest first. */
const ALONG = [1 / 2, 1 / 4, 3 / 4, 1 / 8, 7 / 8, 0, 1];

/**
 * Where the handles of a frame lie, by their middles: never over notes that are not in it. One for which there is no room is
 * left out.
 */
export function handlesOf(frame: Box, bodies: Bodies): ReadonlyMap<Handle, readonly [x: number, y: number]> {
  const { notes } = bodies;
  const under = ([x, y]: readonly [number, number]) =>
    inBox(bodies, { x: x - HANDLE, y: y - HANDLE, width: 2 * HANDLE, height: 2 * HANDLE });
  const isEmpty = (place: readonly [number, number]) => under(place).length === 0;
  const isFree = (place: readonly [number, number]) =>
    under(place).every((id) => notes.selected[notes.placeOf(id)] === 1);
  const found = HANDLES.map((handle) => {
    const places = placesOf(frame, handle);
    // At the right rather beside the ends of what is in it too, for these are taken hold of.
    return [handle, (handle === 'right' ? places.find(isEmpty) : undefined) ?? places.find(isFree)] as const;
  });
  return new Map(found.flatMap(([handle, place]) => (place ? [[handle, place]] : [])));
}

const placesOf = ({ x, y, width, height }: Box, handle: Handle): (readonly [x: number, y: number])[] =>
  ALONG.map((share) =>
    handle === 'right' ? [x + width, y + height * share] : [x + width * share, handle === 'top' ? y : y + height],
  );

export function handleUnder(frame: Box, bodies: Bodies, x: number, y: number): Handle | null {
  for (const [handle, [hx, hy]] of handlesOf(frame, bodies)) {
    if (Math.abs(hx - x) <= HANDLE && Math.abs(hy - y) <= HANDLE) return handle;
  }
  return null;
}

/** The right edge of the frame: stretches what is selected in time, its first start staying. */
export class Stretching implements Gesture {
  shape: Shape = NOTHING;
  #span: number;
  readonly #first: number;
  readonly #whole: number;
  readonly #places: number[];

  constructor(
    private readonly ground: Ground,
    private readonly from: At,
  ) {
    const { notes } = ground;
    const { start, length } = notes.columns;
    this.#places = notes.selectedPlaces();
    this.#first = Math.min(...this.#places.map((i) => start[i]));
    this.#whole = Math.max(...this.#places.map((i) => start[i] + length[i])) - this.#first;
    this.#span = this.#whole;
  }

  move(at: At): void {
    const { view, notes, lines } = this.ground;
    const { start, length, pitch, velocity } = notes.columns;
    const raw = this.#first + this.#whole + (at.x - this.from.x) / view.pixelsPerTick;
    const end = at.free ? Math.round(raw) : lines.nearest(raw);
    this.#span = within(Math.ceil(this.#whole / 16), end - this.#first, this.#whole * 16);
    const factor = this.#span / this.#whole;
    const place = (tick: number) => this.#first + Math.round((tick - this.#first) * factor);
    this.shape = {
      ghosts: this.#places.map((i) => ({
        start: place(start[i]),
        length: Math.max(1, place(start[i] + length[i]) - place(start[i])),
        pitch: pitch[i],
        velocity: velocity[i],
      })),
      tag: {
        x: at.x,
        y: at.y,
        text: `${Math.round(factor * 100)} % as long · to ${lines.position(this.#first + this.#span)}`,
      },
    };
  }

  drop(): Dropped | null {
    return this.#span === this.#whole
      ? null
      : { lines: [`stretch factor=${this.#span}/${this.#whole}`], key: 'stretch factor=2' };
  }
}

/** What the core says of a factor: where notes would lie, or why they cannot. */
interface Widened {
  rows: number;
  ghosts: Ghost[];
  why: string;
}

/** The top edge of the frame: intervals wider or narrower, the lowest note staying. Where notes would lie is asked of the core. */
export class Widening implements Gesture {
  shape: Shape = NOTHING;
  redrawn?: () => void;
  #rows = 0;
  #at: At;
  #answer: Widened | null = null;
  /** the rows that were asked for last */
  #asked = 0;
  readonly #span: number;
  readonly #ids: number[];
  readonly #latest = new Latest<NoteTable>(
    (after) => this.#show({ rows: this.#asked, ghosts: this.#lying(after), why: '' }),
    ({ message }) => this.#show({ rows: this.#asked, ghosts: [], why: message }),
  );

  constructor(
    private readonly ground: Ground,
    private readonly from: At,
  ) {
    const { notes, view } = ground;
    this.#at = from;
    this.#ids = notes.selection();
    const pitches = Array.from(notes.columns.pitch).filter((_, i) => notes.selected[i]);
    const [first, last] = view.span(Math.min(...pitches), Math.max(...pitches));
    this.#span = last - first;
  }

  move(at: At): void {
    const { view } = this.ground;
    const before = this.#rows;
    this.#at = at;
    this.#rows = within(
      -this.#span + Math.ceil(this.#span / 8),
      Math.round((this.from.y - at.y) / view.rowHeight),
      this.#span * 7,
    );
    if (this.#rows !== before && this.#rows !== 0 && this.#span > 0) this.#ask();
    this.#draw();
  }

  drop(): Dropped | null {
    this.#latest.drop();
    return this.#rows === 0 || this.#span === 0 ? null : { lines: [this.#line], sound: true, key: 'widen' };
  }

  cancel(): void {
    this.#latest.drop();
  }

  #ask(): void {
    this.#latest.ask(() => {
      this.#asked = this.#rows;
      return this.ground.looking.wouldBe([this.#line]);
    });
  }

  get #line(): string {
    return `widen factor=${this.#span + this.#rows}/${this.#span}`;
  }

  #lying(after: NoteTable): Ghost[] {
    const { start, length, pitch, velocity } = after.columns;
    return this.#ids
      .map((id) => after.placeOf(id))
      .filter((i) => i >= 0)
      .map((i) => ({ start: start[i], length: length[i], pitch: pitch[i], velocity: velocity[i] }));
  }

  #show(answer: Widened): void {
    this.#answer = answer;
    this.#draw();
    this.redrawn?.();
  }

  #draw(): void {
    const { view, notes } = this.ground;
    const frame = frameOf(notes, view)!;
    const higher = this.#rows * view.rowHeight;
    const answer = this.#rows !== 0 && this.#answer?.rows === this.#rows ? this.#answer : null;
    const factor =
      this.#span === 0 ? 'one row has no intervals' : `intervals × ${this.#span + this.#rows}/${this.#span}`;
    this.shape = {
      // Until it is known where notes would lie, how far they would reach.
      ...(answer && !answer.why
        ? { ghosts: answer.ghosts }
        : { box: { ...frame, y: frame.y - higher, height: frame.height + higher } }),
      tag: { x: this.#at.x, y: this.#at.y, text: answer?.why ? `${factor} · ${answer.why}` : factor },
    };
  }
}

/** The foot of the frame: velocities as a share of what they are. */
export class Scaling implements Gesture {
  shape: Shape = NOTHING;
  #share = 100;
  readonly #places: number[];

  constructor(
    private readonly ground: Ground,
    private readonly from: At,
  ) {
    const { notes } = ground;
    this.#places = notes.selectedPlaces();
  }

  move(at: At): void {
    const { velocity } = this.ground.notes.columns;
    this.#share = within(0, Math.round(100 + this.from.y - at.y), 400);
    this.shape = {
      levels: new Map(this.#places.map((i) => [i, within(1, Math.round((velocity[i] * this.#share) / 100), 127)])),
      tag: { x: at.x, y: at.y, text: `velocities at ${this.#share} %` },
    };
  }

  drop(): Dropped | null {
    return this.#share === 100 ? null : { lines: [`velocity scale=${this.#share}`], key: 'velocity scale=120' };
  }
}
