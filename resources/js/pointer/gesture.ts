/** Where the pointer is over something, in CSS pixels, and which modifiers are down. */
export interface At {
  x: number;
  y: number;
  shift: boolean;
  ctrl: boolean;
  alt: boolean;
  /** keeps off the grid: with Alt, or for as long as a key for that is held */
  free: boolean;
}

/** A note as it would lie. */
export interface Ghost {
  start: number;
  length: number;
  pitch: number;
  velocity: number;
}

export interface Box {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** What is drawn of a gesture over notes or points while it goes on. */
export interface Shape {
  ghosts?: readonly Ghost[];
  box?: Box;
  /** a free line, in CSS pixels */
  path?: readonly (readonly [x: number, y: number])[];
  /** places of notes, or of points, that would go */
  gone?: readonly number[];
  /** values that notes or points of a lane would have, by their places */
  levels?: ReadonlyMap<number, number>;
  /** how many ticks later points with such a value would lie */
  later?: number;
  /** a word beside the pointer */
  tag?: { x: number; y: number; text: string } | undefined;
  /** the tick of the line that caught it */
  line?: number;
}

/** What comes of a gesture when it is let go. */
export interface Dropped {
  /** the edit lines; none where it changed nothing */
  lines: string[];
  /** the notes they work on in place of the selection */
  on?: number[] | undefined;
  /** whether the result is heard */
  sound?: boolean;
  /** the line that a key would have run, for the coach */
  key?: string;
}

/** Something the pointer does from press to release. Nothing is changed before it is dropped. */
export interface Gesture<S = Shape> {
  /** what is drawn of it */
  readonly shape: S;
  /** told where what is drawn changed by itself, such as by an answer of the core */
  redrawn?: () => void;
  /** whether the view stays where it is, also where it is dragged over its edge */
  readonly keepsView?: boolean;
  /** what is said of it at the foot of the screen while it goes on */
  readonly word?: string;
  move(at: At): void;
  /** A turn of the wheel while it goes on, up or down by one. */
  turn?(by: 1 | -1): void;
  /** The view went along by so many CSS pixels: what it passed last lies elsewhere now. */
  scrolled?(x: number, y: number): void;
  /** It is let go: what comes of it. */
  drop(): Dropped | null;
  /** Leaves it as if it had never begun. */
  cancel?(): void;
}

export const NOTHING: Shape = {};

/** A number within its limits. */
export const within = (least: number, value: number, most: number): number => Math.min(most, Math.max(least, value));

/** The box between two places. */
export function boxOf(a: Pick<At, 'x' | 'y'>, b: Pick<At, 'x' | 'y'>): Box {
  return { x: Math.min(a.x, b.x), y: Math.min(a.y, b.y), width: Math.abs(a.x - b.x), height: Math.abs(a.y - b.y) };
}

/** A drag that shows nothing but what it does at once, and leaves no line behind: the view, a selection, a sound. */
export class Following implements Gesture<null> {
  readonly shape = null;
  readonly keepsView = true;

  constructor(
    readonly move: (at: At) => void,
    private readonly end: () => void = () => undefined,
    readonly cancel: () => void = () => undefined,
  ) {}

  drop(): null {
    this.end();
    return null;
  }
}
