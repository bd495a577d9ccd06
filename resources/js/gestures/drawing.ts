import { ONE_NOTE } from '../desk/hands.svelte';
import { lengthAt, lengthSaid } from '../music/amounts';
import { MAX_PITCH } from '../music/limits';
import { rowCalled } from '../song/row-names';
import { IN_KEY, semitonesOf } from '../music/chords';
import { within, type At, type Dropped, type Gesture, type Shape, NOTHING } from '../pointer/gesture';
import type { Ground } from './ground';

/** Dragged further than this, in CSS pixels, a note is as long as the drag. */
const DRAGS_AT = 5;
/** Velocity for each CSS pixel up or down. */
const VELOCITY_PER_PIXEL = 0.7;

/** A press in the draw hand: one note, or the chord that is chosen. Across it lengthens, up and down moves the pitch, with Ctrl the velocity; the wheel takes another chord. */
export class Drawing implements Gesture {
  shape: Shape = NOTHING;
  readonly #start: number;
  #end: number | null = null;
  #pitch: number;
  #velocity: number | null = null;

  constructor(
    private readonly ground: Ground,
    private readonly from: At,
    /** whether nothing but its length is drawn: of a hit, whose row stays */
    private readonly what: 'all' | 'long' = 'all',
  ) {
    const { view, lines } = ground;
    const tick = Math.max(0, Math.round(view.tick(from.x)));
    this.#start = from.free ? tick : lines.around(tick).before;
    this.#pitch = view.pitch(from.y);
    this.#show(from);
    this.#sound();
  }

  move(at: At): void {
    const { view, lines, newNotes } = this.ground;
    const before = this.#pitch;
    if (Math.abs(at.x - this.from.x) >= DRAGS_AT) {
      const tick = view.tick(at.x);
      const end = at.free ? Math.round(tick) : lines.nearest(tick);
      this.#end = Math.max(at.free ? this.#start + 1 : lines.around(this.#start).after, end);
    }
    if (at.ctrl && this.what === 'all') {
      this.#velocity = within(1, Math.round(newNotes.like.velocity + (this.from.y - at.y) * VELOCITY_PER_PIXEL), 127);
    } else if (this.#velocity === null && this.what === 'all') {
      this.#pitch = view.pitch(at.y);
    }
    this.#show(at);
    if (this.#pitch !== before) {
      this.#sound();
    }
  }

  turn(by: 1 | -1): void {
    const { hands, contents } = this.ground;
    hands.stepShape(by, contents.song.scale !== null);
    this.#show(this.from);
    this.#sound();
  }

  drop(): Dropped {
    const shape = this.#chord;
    const more = `${this.#end === null ? '' : ` length=${this.#end - this.#start}tk`}${this.#velocity === null ? '' : ` velocity=${this.#velocity}`}`;
    const where = `at=${this.#start} pitch=${this.#pitch}`;
    const inKey = IN_KEY[shape];
    if (inKey) return { lines: [`insert ${where}${more}`, `harmony shape=${inKey}`], sound: true, key: 'insert' };
    if (shape !== ONE_NOTE) return { lines: [`chord ${where} shape=${shape}${more}`], sound: true, key: 'chord' };
    return { lines: [`insert ${where}${more}`], sound: true, key: 'insert' };
  }

  get #chord(): string {
    const { hands, contents } = this.ground;
    if (this.what === 'long') return ONE_NOTE;
    return hands.drawn(contents.song.scale !== null);
  }

  get #pitches(): number[] {
    const { hands, contents } = this.ground;
    return semitonesOf(hands.chords, this.#chord, this.#pitch, contents.song.scale)
      .map((semitones) => this.#pitch + semitones)
      .filter((pitch) => pitch <= MAX_PITCH);
  }

  #show(at: At): void {
    const { contents, grid, newNotes, lines } = this.ground;
    const shape = this.#chord;
    const end = this.#end ?? this.#start + lengthAt(grid.measure, this.#start, newNotes.like.length);
    const velocity = this.#velocity ?? newNotes.like.velocity;
    this.shape = {
      ghosts: this.#pitches.map((pitch) => ({ start: this.#start, length: end - this.#start, pitch, velocity })),
      tag: {
        x: at.x,
        y: at.y,
        text: `${rowCalled(this.ground.pane.track, this.#pitch)}${shape === ONE_NOTE ? '' : ` ${shape}`} · ${lines.position(this.#start)} · ${lengthSaid(end - this.#start, contents.song.ppq)} · velocity ${velocity}`,
      },
    };
  }

  #sound(): void {
    const velocity = this.#velocity ?? this.ground.newNotes.like.velocity;
    this.ground.hear(this.#pitches.map((pitch) => [pitch, velocity]));
  }
}
