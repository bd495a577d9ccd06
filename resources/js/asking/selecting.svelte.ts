import type { EditContext } from '../api';
import type { Lanes } from '../desk/lanes.svelte';
import type { Preview } from '../desk/preview.svelte';
import type { Contents } from '../song/contents.svelte';
import type { Sender } from '../song/sender.svelte';
import type { Asked } from '../song/unsent';
import type { Standpoint } from './standpoint.svelte';

/** how many selections one can go back by */
const MOST = 8;

/** The one way to select notes and points: what was pressed before still works on what was selected then. */
export class Selecting {
  /** counts selections made by hand */
  #epoch = 0;
  /** what was selected at the end of an epoch, while something of it waits */
  readonly #past = new Map<number, number[]>();
  /** the selections before this one, the last of them at the end */
  readonly #before: number[][] = [];

  /**
   * @param heard sounds notes by their places, where what is selected is heard
   * @param told says what is selected by hand
   */
  constructor(
    private readonly contents: Contents,
    private readonly sender: Pick<Sender, 'waiting' | 'inLine'>,
    private readonly preview: Pick<Preview, 'selects'>,
    private readonly lanes: Pick<Lanes, 'follow'>,
    private readonly standpoint: Pick<Standpoint, 'now' | 'of'>,
    private readonly heard: (places: number[]) => void,
    private readonly told: () => void,
  ) {}

  get epoch(): number {
    return this.#epoch;
  }

  /** What was selected in an epoch. */
  of(epoch: number): number[] {
    return this.#past.get(epoch) ?? this.contents.selection();
  }

  /** What was selected in an epoch that is over; null where it is not. */
  ofPast(epoch: number): number[] | null {
    return this.#past.get(epoch) ?? null;
  }

  /** Nothing waits any more that works on what was selected before. */
  forgetPast(): void {
    this.#past.clear();
  }

  /** Selects exactly these notes and points, and sounds the notes where wanted. */
  select(ids: number[], sound = false): void {
    if (this.sender.waiting > 0) this.#past.set(this.#epoch, this.contents.selection());
    this.#epoch++;
    this.#select(ids);
    if (sound) this.sound(ids);
  }

  /** Sounds notes, where edits are heard. */
  sound(ids: number[]): void {
    this.heard(ids.map((id) => this.contents.notes.placeOf(id)));
  }

  /** Selects what was selected before; tells whether something was. */
  back(): boolean {
    const before = this.#before.pop();
    if (before) {
      this.select(before);
      this.#before.pop();
    }
    return before !== undefined;
  }

  /**
   * Selects what comes of what is selected once the edits pressed before are done: what was pressed before works on what
   * was selected before, and what is pressed after it on what it finds, unless something else was selected by hand.
   *
   * @param asked what of it is to be done again where the page is left before
   */
  inOrder(
    find: (selection: number[], context: EditContext) => number[] | Promise<number[]>,
    asked: Asked,
    done: () => void = () => undefined,
  ): void {
    const stood = this.standpoint.now;
    const epoch = this.#epoch;
    this.sender.inLine(async () => {
      const ids = await find(this.of(epoch), this.standpoint.of(stood));
      if (epoch !== this.#epoch) {
        this.#past.set(epoch, ids);
        return;
      }
      this.#select(ids);
      done();
    }, asked);
  }

  #select(ids: number[]): void {
    const before = this.contents.selection();
    if (before.length > 0) {
      this.#before.splice(0, this.#before.length - MOST + 1);
      this.#before.push(before);
    }
    this.preview.selects(ids);
    this.contents.select(ids);
    this.lanes.follow(ids);
    this.told();
  }
}
