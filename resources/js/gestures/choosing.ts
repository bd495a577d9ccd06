import { inBox } from '../sight/hit';
import { boxOf, NOTHING, type At, type Dropped, type Gesture, type Shape } from '../pointer/gesture';
import type { Ground } from './ground';

/** A drag over empty ground: selects what its box touches, beside what was selected where it adds. */
export class Boxing implements Gesture {
  shape: Shape = NOTHING;
  readonly #first: number[];

  constructor(
    private readonly ground: Ground,
    private readonly from: At,
    private readonly kept: number[],
  ) {
    this.#first = ground.contents.selection();
  }

  move(at: At): void {
    const { selecting, pane } = this.ground;
    const box = boxOf(this.from, at);
    this.shape = { box };
    selecting.select([...new Set([...this.kept, ...inBox(pane.bodies, box)])]);
  }

  drop(): null {
    return null;
  }

  cancel(): void {
    this.ground.selecting.select(this.#first);
  }
}

/** A free line around notes: selects those whose middle it goes round. */
export class Lasso implements Gesture {
  readonly keepsView = true;
  shape: Shape = NOTHING;
  readonly #path: [number, number][];
  readonly #first: number[];

  constructor(
    private readonly ground: Ground,
    from: At,
    private readonly kept: number[],
  ) {
    this.#path = [[from.x, from.y]];
    this.#first = ground.contents.selection();
  }

  move(at: At): void {
    const { selecting, notes, view } = this.ground;
    this.#path.push([at.x, at.y]);
    this.shape = { path: [...this.#path] };
    const { start, length, pitch, id } = notes.columns;
    const inside = Array.from(id).filter((_, i) =>
      surrounds(this.#path, view.x(start[i] + length[i] / 2), view.y(pitch[i]) + view.rowHeight / 2),
    );
    selecting.select([...new Set([...this.kept, ...inside])]);
  }

  drop(): null {
    return null;
  }

  cancel(): void {
    this.ground.selecting.select(this.#first);
  }
}

/** Whether a closed line goes round a point: it crosses a ray from it an odd number of times. */
export function surrounds(path: readonly (readonly [number, number])[], x: number, y: number): boolean {
  let inside = false;
  for (let i = 0, j = path.length - 1; i < path.length; j = i++) {
    const [[ax, ay], [bx, by]] = [path[i], path[j]];
    if (ay > y !== by > y && x < ((bx - ax) * (y - ay)) / (by - ay) + ax) {
      inside = !inside;
    }
  }
  return inside;
}

/** A box that fills the roll when it is let go. */
export class Lens implements Gesture {
  shape: Shape = NOTHING;

  constructor(
    private readonly ground: Ground,
    private readonly from: At,
  ) {}

  move(at: At): void {
    this.shape = { box: boxOf(this.from, at) };
  }

  drop(): null {
    const { box } = this.shape;
    if (box && box.width > LEAST && box.height > LEAST) {
      this.ground.view.fitBox(box);
    }
    return null;
  }
}

/** A drag that takes the view along: over a lane in time alone. */
export class Panning implements Gesture {
  readonly keepsView = true;
  readonly shape = NOTHING;
  #at: At;

  constructor(
    private readonly ground: Ground,
    from: At,
    private readonly along: 'time' | 'both' = 'both',
  ) {
    this.#at = from;
  }

  move(at: At): void {
    this.ground.view.scrollBy(this.#at.x - at.x, this.along === 'time' ? 0 : this.#at.y - at.y);
    this.#at = at;
  }

  drop(): Dropped | null {
    return null;
  }
}

/** A box smaller than this is none, in CSS pixels. */
const LEAST = 6;
