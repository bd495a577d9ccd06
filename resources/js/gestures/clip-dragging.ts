import type { Placed } from '../desk/chosen-clips.svelte';
import type { At, Box, Dropped, Gesture } from '../pointer/gesture';
import { nearestLine, snapped } from '../pointer/snap';
import type { ClipHit } from '../sight/clip-hit';
import type { ClipGround } from './clip-ground';

/** A drag catches the edge of another clip that is so near, in CSS pixels. */
const CATCHES = 6;

/** Where clips would lie as they are dragged. */
export interface Dragged {
  placed: Placed;
  start: number;
  length: number;
  row: number;
}

/** What is drawn of a gesture over clips. */
export interface ClipShape {
  /** where clips would lie that are dragged */
  dragged?: readonly Dragged[];
  /** what is boxed, ranged or drawn, in CSS pixels */
  box?: Box;
}

/** A drag of chosen clips, or of one edge of them: where they would land, and the line that puts them there. */
export class ClipDragging implements Gesture<ClipShape> {
  shape: ClipShape = {};
  readonly keepsView = true;
  #ticks = 0;
  #rows = 0;
  #copies = false;

  constructor(
    private readonly on: ClipGround,
    private readonly hit: ClipHit,
    private readonly from: At,
  ) {}

  move({ x, y, free, ctrl }: At): void {
    const { arranging, chosenClips } = this.on;
    const { placed } = chosenClips;
    const { part } = this.hit;
    const { start, length } = this.hit.placed.clip;
    const edge = part === 'end' ? start + length : start;
    this.#copies = ctrl;
    this.#ticks = this.#caught(edge, edge + (x - this.from.x) / arranging.view.pixelsPerTick, free) - edge;
    // None goes before the start of the song, none gets shorter than a tick.
    const shortest = Math.min(...placed.map(({ clip }) => clip.length));
    if (part === 'end') {
      this.#ticks = Math.max(this.#ticks, 1 - shortest);
    } else {
      this.#ticks = Math.max(this.#ticks, -Math.min(...placed.map(({ clip }) => clip.start)));
      if (part === 'start') this.#ticks = Math.min(this.#ticks, shortest - 1);
    }
    const rows = arranging.rowAt(y) - arranging.rowAt(this.from.y);
    const inSong = placed.every(({ row }) => row + rows >= 0 && row + rows < arranging.heights.length);
    if (part === 'body' && inSong) this.#rows = rows;
    this.shape = { dragged: this.#shown() };
  }

  /** What is said while it goes on. */
  get word(): string {
    const { part } = this.hit;
    const [first] = this.#shown();
    const at = this.on.lines.position(part === 'end' ? first.start + first.length : first.start);
    const row = this.#rows === 0 ? '' : ` on ${this.on.contents.song.tracks[first.row].name}`;
    return part === 'body'
      ? `${this.#copies ? 'A copy' : 'Moves'} to ${at}${row}`
      : `${part === 'end' ? 'Ends' : 'Starts'} at ${at}`;
  }

  drop(): Dropped | null {
    if (this.#ticks === 0 && this.#rows === 0) return null;
    const { part } = this.hit;
    if (part !== 'body') return { lines: [`clip-trim edge=${part} by=${this.#ticks}tk`] };
    const rows = this.#rows === 0 ? [] : [`rows=${this.#rows}`];
    return {
      lines: [['clip-move', `by=${this.#ticks}tk`, ...rows, ...(this.#copies ? ['copy=on'] : [])].join(' ')],
    };
  }

  #shown(): Dragged[] {
    const [ticks, rows, { part }] = [this.#ticks, this.#rows, this.hit];
    return this.on.chosenClips.placed.map((placed) => {
      const { start, length } = placed.clip;
      if (part === 'end') return { placed, start, length: length + ticks, row: placed.row };
      if (part === 'start') return { placed, start: start + ticks, length: length - ticks, row: placed.row };
      return { placed, start: start + ticks, length, row: placed.row + rows };
    });
  }

  /** The place the edge lands: at the edge of another clip where one is near, else as on the roll. */
  #caught(edge: number, to: number, free: boolean): number {
    const { arranging, chosenClips, lines } = this.on;
    const { view } = arranging;
    const nearest = (at: number) => nearestLine(lines, view, at);
    const { tick } = snapped({ nearest }, edge, Math.max(0, to), free);
    if (free) return tick;
    const reach = CATCHES / view.pixelsPerTick;
    const edges = chosenClips.all
      .filter(({ clip }) => !chosenClips.isChosen.has(clip.id))
      .flatMap(({ clip }) => [clip.start, clip.start + clip.length]);
    const near = edges.filter((one) => Math.abs(one - to) < reach && Math.abs(one - to) < Math.abs(tick - to));
    return near.length === 0 ? tick : near.reduce((a, b) => (Math.abs(b - to) < Math.abs(a - to) ? b : a));
  }
}
