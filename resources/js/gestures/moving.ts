import { lengthSaid } from '../music/amounts';
import { rowCalled } from '../song/row-names';
import { within, type At, type Dropped, type Gesture, type Ghost, type Shape, NOTHING } from '../pointer/gesture';
import type { GridLines } from '../music/time';
import type { Ground } from './ground';
import { snapped } from '../pointer/snap';

/** A drag on a note's body: moves what is selected, or with Ctrl a copy of it. */
export class Moving implements Gesture {
  shape: Shape = NOTHING;
  #ticks = 0;
  #rows = 0;
  #copies = false;
  #locked: 'time' | 'pitch' | null = null;
  /** whether it went clearly further than a hand drifts, in time and in pitch */
  #isClear = { time: false, pitch: false };
  readonly #places: number[];
  readonly #earliest: number;

  constructor(
    private readonly ground: Ground,
    private readonly grabbed: number,
    private readonly from: At,
  ) {
    const { notes } = ground;
    this.#places = notes.selectedPlaces();
    this.#earliest = Math.min(...this.#places.map((i) => notes.columns.start[i]));
  }

  move(at: At): void {
    const { view, notes, hear } = this.ground;
    const { start, pitch, velocity } = notes.columns;
    const [across, down] = [at.x - this.from.x, at.y - this.from.y];
    this.#locked = at.shift ? (this.#locked ?? (Math.abs(across) >= Math.abs(down) ? 'time' : 'pitch')) : null;
    const edge = start[this.grabbed];
    const before = this.#rows;
    const [wide, tall] = [Math.abs(across), Math.abs(down)];
    this.#means(wide, tall);
    const caught =
      this.#locked === 'pitch' || !this.#isMeant('time', wide, tall)
        ? { tick: edge, by: 'where it was' as const }
        : snapped(this.ground.lines, edge, edge + across / view.pixelsPerTick, at.free);
    this.#ticks = Math.max(caught.tick - edge, -this.#earliest);
    this.#rows =
      this.#locked === 'time' || !this.#isMeant('pitch', tall, wide)
        ? 0
        : this.#fitting(view.rowOf(view.pitch(this.from.y)) - view.rowOf(view.pitch(at.y)));
    this.#copies = at.ctrl;
    if (this.#rows !== before) {
      hear([[this.#moved(pitch[this.grabbed]), velocity[this.grabbed]]]);
    }
    const ghosts = this.#places.map((i) => this.#ghost(i));
    this.shape = {
      ghosts,
      tag: { x: at.x, y: at.y, text: this.#said(edge, pitch[this.grabbed], caught.by) },
      ...(caught.by === 'on a line' && { line: edge + this.#ticks }),
    };
  }

  drop(): Dropped | null {
    const lines = [];
    if (this.#ticks !== 0) {
      lines.push(`nudge by=${this.#ticks}tk`);
    }
    if (this.#rows !== 0) {
      lines.push(this.ground.view.rows ? `transpose rows=${this.#rows}` : `transpose semitones=${this.#rows}`);
    }
    if (lines.length === 0) {
      return null;
    }
    const key = this.#copies ? 'duplicate' : this.#ticks !== 0 ? 'nudge by=step' : 'transpose semitones=1';
    return { lines: this.#copies ? ['duplicate', ...lines] : lines, key };
  }

  /**
   * A hand that goes one way drifts in the other: until that is clearly more than drift, it is none. What went clearly
   * further follows the pointer from then on.
   */
  #means(across: number, down: number): void {
    const drift = (other: number) => Math.min(MOST_DRIFT, LEAST_DRIFT + other * SHARE_OF_DRIFT);
    this.#isClear = {
      time: this.#isClear.time || across >= drift(down),
      pitch: this.#isClear.pitch || down >= Math.max(this.ground.view.rowHeight * MOST_OF_A_ROW, drift(across)),
    };
  }

  #isMeant(way: 'time' | 'pitch', far: number, other: number): boolean {
    return this.#isClear[way] || (far >= STILL && far > other);
  }

  /** What it would do in time and in pitch: “copy · 2.1.0, 1/4 later · E4, up 2 · on a line”. */
  #said(edge: number, pitch: number, by: string): string {
    const { lines, contents, pane, view } = this.ground;
    const far =
      this.#ticks === 0
        ? ''
        : `, ${lengthSaid(Math.abs(this.#ticks), contents.song.ppq)} ${this.#ticks > 0 ? 'later' : 'earlier'}`;
    const high = view.rows ? '' : `, ${this.#rows > 0 ? 'up' : 'down'} ${Math.abs(this.#rows)}`;
    return [
      ...(this.#copies ? ['copy'] : []),
      `${lines.position(edge + this.#ticks)}${far}`,
      ...(this.#rows === 0 ? [] : [`${rowCalled(pane.track, this.#moved(pitch))}${high}`]),
      ...(by ? [by] : []),
    ].join(' · ');
  }

  #ghost(i: number): Ghost {
    const { start, length, pitch, velocity } = this.ground.notes.columns;
    return { start: start[i] + this.#ticks, length: length[i], pitch: this.#moved(pitch[i]), velocity: velocity[i] };
  }

  #moved(pitch: number): number {
    const { view } = this.ground;
    return view.rows ? view.pitchOf(view.rowOf(pitch) - this.#rows) : pitch + this.#rows;
  }

  /** So many rows as all of them can go. */
  #fitting(rows: number): number {
    const { view, notes } = this.ground;
    const at = this.#places.map((i) => view.rowOf(notes.columns.pitch[i]));
    const [top, bottom] = [Math.min(...at), Math.max(...at)];
    return within(bottom - (view.allRows - 1), rows, top);
  }
}

/** A drag on a note's end or beginning: that edge of all that is selected alike, with Shift all to one tick, with Ctrl in proportion. */
export class MovingEdge implements Gesture {
  shape: Shape = NOTHING;
  #dropped: Dropped | null = null;
  readonly #places: number[];

  constructor(
    private readonly ground: Ground,
    private readonly grabbed: number,
    private readonly edge: 'start' | 'end',
    private readonly from: At,
  ) {
    const { notes } = ground;
    this.#places = notes.selectedPlaces();
  }

  move(at: At): void {
    const { contents, view, notes, lines } = this.ground;
    const { start, length, pitch, velocity } = notes.columns;
    const g = this.grabbed;
    const isEnd = this.edge === 'end';
    const before = start[g] + (isEnd ? length[g] : 0);
    const raw = before + (at.x - this.from.x) / view.pixelsPerTick;
    const caught = snapped(lines, before, raw, at.free);
    const [first, last] = [start[g], start[g] + length[g]];
    const tick = isEnd
      ? endLeft(lines, first, caught.tick, last, at.free)
      : Math.max(0, startLeft(lines, first, caught.tick, last, at.free));
    const ticks = tick - before;
    const share = Math.max(1, Math.round((100 * (tick - start[g])) / length[g]));
    const span = (i: number): [number, number] => {
      const end = start[i] + length[i];
      if (at.shift) return isEnd ? [start[i], tick > start[i] ? tick : end] : [tick < end ? tick : start[i], end];
      if (at.ctrl && isEnd) return [start[i], start[i] + Math.max(1, Math.round((length[i] * share) / 100))];
      return isEnd
        ? [start[i], endLeft(lines, start[i], end + ticks, end, false)]
        : [Math.max(0, startLeft(lines, start[i], start[i] + ticks, end, false)), end];
    };
    const text = at.shift
      ? `all to ${lines.position(tick)}`
      : at.ctrl && isEnd
        ? `${share} % as long`
        : `${lines.position(tick)} · ${lengthSaid(isEnd ? tick - start[g] : start[g] + length[g] - tick, contents.song.ppq)}${caught.by ? ` · ${caught.by}` : ''}`;
    this.shape = {
      ghosts: this.#places.map((i) => {
        const [from, to] = span(i);
        return { start: from, length: to - from, pitch: pitch[i], velocity: velocity[i] };
      }),
      tag: { x: at.x, y: at.y, text },
      ...(caught.by === 'on a line' && { line: tick }),
    };
    const line = at.shift
      ? `trim${isEnd ? '' : ' edge=start'} at=${tick}`
      : at.ctrl && isEnd
        ? `length scale=${Math.min(MOST_SHARE, share)}`
        : `nudge by=${ticks}tk edge=${this.edge}`;
    this.#dropped =
      ticks === 0 && !at.shift
        ? null
        : { lines: [line], key: at.shift ? 'trim' : isEnd ? 'nudge edge=end by=grid' : 'nudge by=grid' };
  }

  drop(): Dropped | null {
    return this.#dropped;
  }
}

/** A drag on the border of two notes of a pitch that touch. */
export class MovingBorder implements Gesture {
  shape: Shape = NOTHING;
  #ticks = 0;

  constructor(
    private readonly ground: Ground,
    private readonly before: number,
    private readonly after: number,
    private readonly from: At,
  ) {}

  move(at: At): void {
    const { view, notes, lines } = this.ground;
    const { start, length, pitch, velocity } = notes.columns;
    const [a, b] = [this.before, this.after];
    const end = start[b] + length[b];
    const caught = snapped(lines, start[b], start[b] + (at.x - this.from.x) / view.pixelsPerTick, at.free);
    const border =
      caught.tick > start[b]
        ? startLeft(lines, start[b], caught.tick, end, at.free)
        : endLeft(lines, start[a], caught.tick, start[b], at.free);
    this.#ticks = border - start[b];
    this.shape = {
      ghosts: [
        { start: start[a], length: border - start[a], pitch: pitch[a], velocity: velocity[a] },
        { start: border, length: end - border, pitch: pitch[b], velocity: velocity[b] },
      ],
      tag: {
        x: at.x,
        y: at.y,
        text: `border at ${lines.position(border)}${border === caught.tick ? '' : ' · no further, so that something is left · Alt: to the tick'}`,
      },
    };
  }

  drop(): Dropped | null {
    const { id } = this.ground.notes.columns;
    return this.#ticks === 0
      ? null
      : {
          lines: [`nudge edge=border by=${this.#ticks}tk`],
          on: [id[this.before], id[this.after]],
          key: 'nudge edge=end by=grid',
        };
  }
}

/** Where an end comes to lie: one that would leave nothing of a note stops on the first line inside, or stays; free of the grid on its first tick. */
function endLeft(lines: GridLines, start: number, end: number, before: number, free: boolean): number {
  if (end > start) return end;
  return free ? start + 1 : Math.min(before, lines.around(start).after);
}

/** Where a start comes to lie, likewise. */
function startLeft(lines: GridLines, before: number, start: number, end: number, free: boolean): number {
  if (start < end) return start;
  return free ? end - 1 : Math.max(before, lines.before(end));
}

/** Nearer than this to where it began, in CSS pixels, time stays. */
const STILL = 3;
/** How far a hand drifts beside where it goes: so many CSS pixels, and a share of the way, but no more than the most. */
const [LEAST_DRIFT, SHARE_OF_DRIFT, MOST_DRIFT] = [9, 1 / 8, 30];
/** So much of a row is no drift. */
const MOST_OF_A_ROW = 0.75;
const MOST_SHARE = 400;
