import { within, type At, type Dropped, type Gesture, type Shape, NOTHING } from '../pointer/gesture';
import type { Ground } from './ground';

const PER_PIXEL = 0.7;
/** A note is heard anew each time it got so much louder or softer. */
const HEARD_EVERY = 8;

/** Up and down over a note or the selection: louder and softer, relations kept. */
export class Levelling implements Gesture {
  shape: Shape = NOTHING;
  #by = 0;
  #heard = 0;

  /**
   * @param places the notes it changes
   * @param grabbed the one whose number is shown
   */
  constructor(
    private readonly ground: Ground,
    private readonly places: number[],
    private readonly grabbed: number,
    private readonly from: At,
  ) {
    this.move(from);
  }

  move(at: At): void {
    const { velocity } = this.ground.notes.columns;
    this.#by = within(-126, Math.round((this.from.y - at.y) * PER_PIXEL), 126);
    const level = (i: number) => within(1, velocity[i] + this.#by, 127);
    if (Math.abs(this.#by - this.#heard) >= HEARD_EVERY) {
      this.#heard = this.#by;
      this.ground.hear([[this.ground.notes.columns.pitch[this.grabbed], level(this.grabbed)]]);
    }
    this.shape = {
      levels: new Map(this.places.map((i) => [i, level(i)])),
      tag: {
        x: at.x,
        y: at.y,
        text: `velocity ${velocity[this.grabbed]} → ${level(this.grabbed)}${this.places.length > 1 ? ` · ${this.places.length} notes` : ''}`,
      },
    };
  }

  drop(): Dropped | null {
    const { id } = this.ground.notes.columns;
    return this.#by === 0
      ? null
      : { lines: [`velocity add=${this.#by}`], on: this.places.map((i) => id[i]), key: 'velocity add=1' };
  }
}
