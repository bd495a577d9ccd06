import { ONE_NOTE } from '../desk/hands.svelte';
import { MAX_PITCH } from '../music/limits';
import { pitchName } from '../music/pitch';
import { IN_KEY, semitonesOf } from '../music/chords';
import { within, type At, type Dropped, type Gesture, type Ground, type Shape, NOTHING } from './gesture';

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
  ) {
    const { view, lines } = ground;
    const tick = Math.max(0, Math.round(view.tick(from.x)));
    this.#start = from.free ? tick : lines.around(tick).before;
    this.#pitch = view.pitch(from.y);
    this.#show(from);
    this.#sound();
  }

  move(at: At): void {
    const { view, lines, desk } = this.ground;
    const before = this.#pitch;
    if (Math.abs(at.x - this.from.x) >= DRAGS_AT) {
      const tick = view.tick(at.x);
      const end = at.free ? Math.round(tick) : lines.nearest(tick);
      this.#end = Math.max(at.free ? this.#start + 1 : lines.around(this.#start).after, end);
    }
    if (at.ctrl) {
      this.#velocity = within(1, Math.round(desk.newNote.velocity + (this.from.y - at.y) * VELOCITY_PER_PIXEL), 127);
    } else if (this.#velocity === null) {
      this.#pitch = view.pitch(at.y);
    }
    this.#show(at);
    if (this.#pitch !== before) {
      this.#sound();
    }
  }

  turn(by: 1 | -1): void {
    this.ground.desk.hands.stepShape(by);
    this.#show(this.from);
    this.#sound();
  }

  drop(): Dropped {
    const { shape } = this.ground.desk.hands;
    const more = `${this.#end === null ? '' : ` length=${this.#end - this.#start}tk`}${this.#velocity === null ? '' : ` velocity=${this.#velocity}`}`;
    const where = `at=${this.#start} pitch=${this.#pitch}`;
    const inKey = IN_KEY[shape];
    if (inKey) return { lines: [`insert ${where}${more}`, `harmony shape=${inKey}`], sound: true, key: 'insert' };
    if (shape !== ONE_NOTE) return { lines: [`chord ${where} shape=${shape}${more}`], sound: true, key: 'chord' };
    return { lines: [`insert ${where}${more}`], sound: true, key: 'insert' };
  }

  get #pitches(): number[] {
    const { desk } = this.ground;
    return semitonesOf(desk.hands.chords, desk.hands.shape, this.#pitch, desk.song.scale)
      .map((semitones) => this.#pitch + semitones)
      .filter((pitch) => pitch <= MAX_PITCH);
  }

  #show(at: At): void {
    const { desk, lines } = this.ground;
    const { shape } = desk.hands;
    const end = this.#end ?? this.#lengthUnlessDragged();
    const velocity = this.#velocity ?? desk.newNote.velocity;
    this.shape = {
      ghosts: this.#pitches.map((pitch) => ({ start: this.#start, length: end - this.#start, pitch, velocity })),
      tag: {
        x: at.x,
        y: at.y,
        text: `${pitchName(this.#pitch)}${shape === ONE_NOTE ? '' : ` ${shape}`} · ${lines.position(this.#start)} · velocity ${velocity}`,
      },
    };
  }

  /** Where it ends as long as it is not dragged: what new notes are like, as far as it can be said here. */
  #lengthUnlessDragged(): number {
    const { length } = this.ground.desk.newNote;
    const ticks = /^(\d+)tk$/.exec(length);
    return ticks ? this.#start + Number(ticks[1]) : this.ground.lines.around(this.#start).after;
  }

  #sound(): void {
    const velocity = this.#velocity ?? this.ground.desk.newNote.velocity;
    this.ground.hear(this.#pitches.map((pitch) => [pitch, velocity]));
  }
}

/** A stroke along a row, or over drum rows: a hit on every line it passes, or where it begins on one, the hits it passes go. */
export class Stroking implements Gesture {
  shape: Shape = NOTHING;
  readonly #cells = new Map<string, { tick: number; end: number; pitch: number }>();
  readonly #gone = new Set<number>();
  readonly #erases: boolean;
  #at: At;

  /** @param row the pitch it keeps to; null where it follows the pointer over the rows */
  constructor(
    private readonly ground: Ground,
    from: At,
    private readonly row: number | null,
  ) {
    this.#at = { ...from };
    this.#erases = this.#hitAt(this.#cellAt(from)) >= 0;
    this.#pass(from);
  }

  move(at: At): void {
    const steps = Math.max(1, Math.ceil(Math.hypot(at.x - this.#at.x, at.y - this.#at.y) / STEP));
    for (let k = 1; k <= steps; k++) {
      const share = k / steps;
      this.#pass({ ...at, x: this.#at.x + (at.x - this.#at.x) * share, y: this.#at.y + (at.y - this.#at.y) * share });
    }
    this.#at = { ...at };
  }

  scrolled(x: number, y: number): void {
    this.#at = { ...this.#at, x: this.#at.x + x, y: this.#at.y + y };
  }

  drop(): Dropped | null {
    if (this.#erases) {
      const { id } = this.ground.notes.columns;
      return { lines: ['delete'], on: [...this.#gone].map((place) => id[place]), key: 'delete' };
    }
    // Cells beside each other in a row are one fill.
    const runs: { pitch: number; from: number; last: number; end: number }[] = [];
    for (const { tick, end, pitch } of [...this.#cells.values()].sort((a, b) => a.pitch - b.pitch || a.tick - b.tick)) {
      const run = runs.at(-1);
      if (run && run.pitch === pitch && run.end === tick) {
        Object.assign(run, { last: tick, end });
      } else {
        runs.push({ pitch, from: tick, last: tick, end });
      }
    }
    const lines = runs.map(({ pitch, from, last }) => `fill pitch=${pitch} range=${from}..${last + 1} clear=off`);
    return lines.length === 0 ? null : { lines, sound: false, key: 'fill' };
  }

  #cellAt(at: At): { tick: number; end: number; pitch: number } {
    const { view, lines } = this.ground;
    const { before, after } = lines.around(Math.max(0, Math.round(view.tick(at.x))));
    return { tick: before, end: after, pitch: this.row ?? view.pitch(at.y) };
  }

  /** The place of a hit of the track in front that starts in a cell; -1 where there is none. */
  #hitAt({ tick, end, pitch }: { tick: number; end: number; pitch: number }): number {
    const { notes, desk } = this.ground;
    const { start, pitch: pitches, clip } = notes.columns;
    for (let i = notes.firstPlaceFrom(tick); i < notes.count && start[i] < end; i++) {
      if (start[i] >= tick && pitches[i] === pitch && desk.tracks.get(clip[i])?.id === desk.track.id) {
        return i;
      }
    }
    return -1;
  }

  #pass(at: At): void {
    const cell = this.#cellAt(at);
    const hit = this.#hitAt(cell);
    const { velocity } = this.ground.desk.newNote;
    if (this.#erases && hit >= 0) {
      this.#gone.add(hit);
    }
    const key = `${cell.tick} ${cell.pitch}`;
    if (!this.#erases && hit < 0 && !this.#cells.has(key)) {
      this.#cells.set(key, cell);
      this.ground.hear([[cell.pitch, velocity]]);
    }
    this.shape = this.#erases
      ? { gone: [...this.#gone], tag: { x: at.x, y: at.y, text: `${this.#gone.size} out` } }
      : {
          ghosts: [...this.#cells.values()].map(({ tick, end, pitch }) => ({
            start: tick,
            length: end - tick,
            pitch,
            velocity,
          })),
          tag: { x: at.x, y: at.y, text: `${this.#cells.size} on ${this.ground.desk.grid}` },
        };
  }
}

/** A press or a stroke that takes out the notes it passes, as one step. */
export class Erasing implements Gesture {
  shape: Shape = NOTHING;
  readonly #gone = new Set<number>();
  #at: At;

  constructor(
    private readonly ground: Ground,
    from: At,
    private readonly under: (x: number, y: number) => number,
  ) {
    this.#at = { ...from };
    this.move(from);
  }

  move(at: At): void {
    const steps = Math.max(1, Math.ceil(Math.hypot(at.x - this.#at.x, at.y - this.#at.y) / STEP));
    for (let k = 1; k <= steps; k++) {
      const place = this.under(
        this.#at.x + ((at.x - this.#at.x) * k) / steps,
        this.#at.y + ((at.y - this.#at.y) * k) / steps,
      );
      if (place >= 0) this.#gone.add(place);
    }
    this.#at = { ...at };
    this.shape = { gone: [...this.#gone], tag: { x: at.x, y: at.y, text: `${this.#gone.size} out` } };
  }

  scrolled(x: number, y: number): void {
    this.#at = { ...this.#at, x: this.#at.x + x, y: this.#at.y + y };
  }

  drop(): Dropped | null {
    const { id } = this.ground.notes.columns;
    return this.#gone.size === 0
      ? null
      : { lines: ['delete'], on: [...this.#gone].map((place) => id[place]), key: 'delete' };
  }
}

/** How far a stroke goes between two looks at what lies under it, in CSS pixels. */
const STEP = 3;
