import type { Arranging, Placed } from '../desk/arranging.svelte';
import type { Desk } from '../desk/desk.svelte';
import { nearestLine, snapped } from '../gestures/snap';
import type { ClipPart } from './clip-hit';

/** A drag catches the edge of another clip that is so near, in CSS pixels. */
const CATCHES = 6;

/** Where clips would lie as they are dragged. */
export interface Dragged {
  placed: Placed;
  start: number;
  length: number;
  row: number;
}

/** How a drag is held: free of the grid, leaving copies where they were. */
export interface Held {
  free: boolean;
  copies: boolean;
}

/** A drag of chosen clips, or of one edge of them: where they would land, and the line that puts them there. */
export class ClipDrag {
  #ticks = 0;
  #rows = 0;

  constructor(
    private readonly desk: Desk,
    private readonly arranging: Arranging,
    private readonly taken: Placed,
    private readonly part: ClipPart,
    private readonly from: { x: number; y: number },
  ) {}

  move(x: number, y: number, { free }: Held): void {
    const { view, placed } = this.arranging;
    const { start, length } = this.taken.clip;
    const ticks = (x - this.from.x) / view.pixelsPerTick;
    const edge = this.part === 'end' ? start + length : start;
    this.#ticks = this.#caught(edge, edge + ticks, free) - edge;
    // None goes before the start of the song, none gets shorter than a tick.
    if (this.part === 'end') {
      this.#ticks = Math.max(this.#ticks, 1 - Math.min(...placed.map(({ clip }) => clip.length)));
    } else {
      this.#ticks = Math.max(this.#ticks, -Math.min(...placed.map(({ clip }) => clip.start)));
      if (this.part === 'start')
        this.#ticks = Math.min(this.#ticks, Math.min(...placed.map(({ clip }) => clip.length)) - 1);
    }
    const rows = this.arranging.rowAt(y) - this.arranging.rowAt(this.from.y);
    const tracks = this.desk.song.tracks.length;
    const inSong = (by: number) => placed.every(({ row }) => row + by >= 0 && row + by < tracks);
    if (this.part === 'body' && inSong(rows)) this.#rows = rows;
  }

  get shown(): Dragged[] {
    const [ticks, rows, part] = [this.#ticks, this.#rows, this.part];
    return this.arranging.placed.map((placed) => {
      const { start, length } = placed.clip;
      if (part === 'end') return { placed, start, length: length + ticks, row: placed.row };
      if (part === 'start') return { placed, start: start + ticks, length: length - ticks, row: placed.row };
      return { placed, start: start + ticks, length, row: placed.row + rows };
    });
  }

  /** What is said while it goes on. */
  said({ copies }: Held): string {
    const [first] = this.shown;
    const at = this.desk.gridLines.position(this.part === 'end' ? first.start + first.length : first.start);
    const row = this.#rows === 0 ? '' : ` on ${this.desk.song.tracks[first.row].name}`;
    return this.part === 'body'
      ? `${copies ? 'A copy' : 'Moves'} to ${at}${row}`
      : `${this.part === 'end' ? 'Ends' : 'Starts'} at ${at}`;
  }

  /** The line that does it; null where nothing moved. */
  line({ copies }: Held): string | null {
    if (this.#ticks === 0 && this.#rows === 0) return null;
    if (this.part !== 'body') return `clip-trim edge=${this.part} by=${this.#ticks}tk`;
    return [
      'clip-move',
      `by=${this.#ticks}tk`,
      ...(this.#rows === 0 ? [] : [`rows=${this.#rows}`]),
      ...(copies ? ['copy=on'] : []),
    ].join(' ');
  }

  /** The place the edge lands: at the edge of another clip where one is near, else as on the roll. */
  #caught(edge: number, to: number, free: boolean): number {
    const { view } = this.arranging;
    const nearest = (at: number) => nearestLine(this.desk.gridLines, view, at);
    const { tick } = snapped({ nearest }, edge, Math.max(0, to), free);
    if (free) return tick;
    const reach = CATCHES / view.pixelsPerTick;
    const edges = this.arranging.all
      .filter(({ clip }) => !this.arranging.isChosen.has(clip.id))
      .flatMap(({ clip }) => [clip.start, clip.start + clip.length]);
    const near = edges.filter((one) => Math.abs(one - to) < reach && Math.abs(one - to) < Math.abs(tick - to));
    return near.length === 0 ? tick : near.reduce((a, b) => (Math.abs(b - to) < Math.abs(a - to) ? b : a));
  }
}
