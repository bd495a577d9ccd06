import { boxOf, NOTHING, within, type At, type Dropped, type Gesture, type Ground, type Shape } from './gesture';
import { FULL, stems, type Scale } from './stems';

/** A drag on a head: that note, or the whole selection with relations kept. */
export class Lifting implements Gesture {
  shape: Shape = NOTHING;
  #by = 0;

  constructor(
    private readonly ground: Ground,
    private readonly scale: Scale,
    private readonly places: number[],
    private readonly grabbed: number,
    private readonly from: At,
  ) {}

  move(at: At): void {
    const { velocity } = this.ground.notes.columns;
    this.#by = within(-126, this.scale.velocity(at.y) - this.scale.velocity(this.from.y), 126);
    const level = (i: number) => within(1, velocity[i] + this.#by, FULL);
    const text = `${velocity[this.grabbed]} → ${level(this.grabbed)}`;
    this.shape = { levels: new Map(this.places.map((i) => [i, level(i)])), tag: { x: at.x, y: at.y, text } };
  }

  drop(): Dropped | null {
    const { id } = this.ground.notes.columns;
    return this.#by === 0
      ? null
      : { lines: [`velocity add=${this.#by}`], on: this.places.map((i) => id[i]), key: 'velocity add=1' };
  }
}

/** A drag over empty ground of the lane: selects the heads its box touches. */
export class BoxingHeads implements Gesture {
  shape: Shape = NOTHING;
  readonly #first: number[];

  constructor(
    private readonly ground: Ground,
    private readonly scale: Scale,
    private readonly from: At,
    private readonly kept: number[],
  ) {
    this.#first = ground.desk.notes.selection();
  }

  move(at: At): void {
    const { desk, notes, view } = this.ground;
    const { velocity, id } = notes.columns;
    const box = boxOf(this.from, at);
    this.shape = { box };
    const inside = stems(notes, view).filter(({ place, x }) => {
      const y = this.scale.y(velocity[place]);
      return x >= box.x && x <= box.x + box.width && y >= box.y && y <= box.y + box.height;
    });
    desk.select([...new Set([...this.kept, ...inside.map(({ place }) => id[place])])]);
  }

  drop(): null {
    return null;
  }

  cancel(): void {
    this.ground.desk.select(this.#first);
  }
}
