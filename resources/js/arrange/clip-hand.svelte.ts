import type { Placed } from '../desk/arranging.svelte';
import type { Desk } from '../desk/desk.svelte';
import { nearestLine } from '../gestures/snap';
import { ClipDrag, type Dragged, type Held } from './clip-drag';
import { clipAt } from './clip-hit';

const DRAGS_FROM = 4;

/** Where the pointer is over the song, in CSS pixels, and which modifiers are down. */
export interface Place {
  x: number;
  y: number;
  /** Shift or Ctrl: beside what is chosen */
  adds: boolean;
  copies: boolean;
  alt: boolean;
}

const WORDS = {
  draw: 'drag: a new clip as long · a press: one of a bar · Alt: free of the grid',
  erase: 'a press or a stroke takes clips out',
  ground: 'drag: choose clips · Alt: a range over these tracks · two presses: a new clip',
  body: 'drag: move · Ctrl: a copy · Alt: free of the grid · two presses: open',
  edge: 'drag: change this end; what sounds stays where it is',
};

/** What the pointer does to clips from press to release: chooses, moves, trims, draws, rubs out. Nothing is changed before it is let go. */
export class ClipHand {
  cursor = $state('default');
  /** where clips would lie that are dragged */
  dragged = $state.raw<Dragged[]>([]);
  /** what is boxed, ranged or drawn, in CSS pixels */
  box = $state.raw<DOMRect | null>(null);
  #drag: ClipDrag | null = null;
  #pressed: (Place & { found: ReturnType<typeof clipAt>; wasChosen: boolean }) | null = null;
  /** the span of a clip that is drawn, and ids of clips that are rubbed out */
  #drawn: [number, number] | null = null;
  #rubbed: number[] = [];
  #held: Held = { free: false, copies: false };
  #kept: readonly number[] = [];

  constructor(
    private readonly desk: Desk,
    private readonly run: (line: string) => void,
  ) {}

  get goesOn(): boolean {
    return this.#pressed !== null;
  }

  /** A line near a place across, or free of the grid the tick itself. */
  tickAt(x: number, free: boolean): number {
    const { view } = this.desk.arranging;
    const tick = Math.max(0, Math.round(view.tick(x)));
    return free || this.desk.free ? tick : nearestLine(this.desk.gridLines, view, tick);
  }

  press(from: Place): void {
    const { arranging, hands } = this.desk;
    const found = clipAt(arranging, from.x, from.y);
    if (hands.hand !== 'point') {
      this.#pressed = { ...from, found, wasChosen: false };
      if (hands.hand === 'erase') this.#rub(from);
      return;
    }
    const wasChosen = found !== null && arranging.isChosen.has(found.placed.clip.id);
    this.#pressed = { ...from, found, wasChosen };
    this.#kept = from.adds ? arranging.chosen : [];
    if (found && !wasChosen) arranging.choose([...this.#kept, ...arranging.together(found.placed.clip.id)]);
    if (found) this.desk.moveCaret({ tick: found.placed.clip.start });
  }

  move(now: Place): void {
    const { desk } = this;
    const { arranging, hands } = desk;
    const pressed = this.#pressed;
    this.#held = { free: now.alt || desk.free, copies: now.copies };
    if (!pressed) {
      this.#point(now);
    } else if (hands.hand === 'erase') {
      this.#rub(now);
    } else if (!this.#drag && !this.box && Math.hypot(now.x - pressed.x, now.y - pressed.y) < DRAGS_FROM) {
      return;
    } else if (hands.hand === 'draw') {
      const row = arranging.rowAt(pressed.y);
      this.#drawn = this.#span(pressed.x, now.x, now.alt);
      this.box = this.#boxOf(this.#drawn, row, row);
    } else if (pressed.found) {
      this.#drag ??= new ClipDrag(desk, arranging, pressed.found.placed, pressed.found.part, pressed);
      this.#drag.move(now.x, now.y, this.#held);
      this.dragged = this.#drag.shown;
      hands.word = this.#drag.said(this.#held);
    } else if (now.alt) {
      desk.range = this.#span(pressed.x, now.x, false);
      const rows = [pressed.y, now.y].map((y) => arranging.rowAt(y)).toSorted((a, b) => a - b);
      this.box = this.#boxOf(desk.range, rows[0], rows[1]);
      this.#chooseIn(desk.range, rows[0], rows[1]);
    } else {
      const { x, y } = pressed;
      const box = new DOMRect(Math.min(x, now.x), Math.min(y, now.y), Math.abs(now.x - x), Math.abs(now.y - y));
      const { view } = arranging;
      this.box = box;
      this.#chooseIn(
        [view.tick(box.left), view.tick(box.right)],
        arranging.rowAt(box.top),
        arranging.rowAt(box.bottom),
      );
    }
  }

  release(): void {
    if (!this.#pressed) return;
    const { found, wasChosen, adds, x, y } = this.#pressed;
    const { desk } = this;
    const { arranging, hands } = desk;
    const line = this.#drag?.line(this.#held);
    if (hands.hand === 'erase') {
      if (this.#rubbed.length > 0) this.run('clip-delete');
    } else if (hands.hand === 'draw') {
      this.#draw(x, y);
    } else if (line) {
      this.run(line);
    } else if (!this.#drag && !this.box && found && wasChosen) {
      const together = arranging.together(found.placed.clip.id);
      arranging.choose(adds ? arranging.chosen.filter((one) => !together.includes(one)) : together);
    } else if (!this.#drag && !this.box && !found) {
      if (!adds) arranging.choose([]);
      this.turnTo(x, y, this.#held.free);
    }
    this.cancel();
  }

  /** Leaves it as if it had never begun. */
  cancel(): void {
    this.#pressed = this.#drag = this.#drawn = this.box = null;
    this.dragged = [];
    this.#rubbed = [];
    this.desk.hands.word = '';
  }

  /** Puts the caret at a place, and the track there in front where it is open. */
  turnTo(x: number, y: number, free: boolean): void {
    const { desk } = this;
    desk.moveCaret({ tick: this.tickAt(x, free) });
    const open = desk.song.tracks[desk.arranging.rowAt(y)]?.clips.find(({ id }) => desk.open.includes(id));
    if (open) desk.opening.toFront(open.id);
  }

  /** Shows what a press would do. */
  #point({ x, y }: Place): void {
    const { arranging, hands } = this.desk;
    if (hands.hand !== 'point') {
      this.cursor = hands.hand === 'draw' ? 'cell' : 'crosshair';
      hands.word = WORDS[hands.hand];
      return;
    }
    const part = clipAt(arranging, x, y)?.part;
    this.cursor = !part ? 'default' : part === 'body' ? 'grab' : 'ew-resize';
    hands.word = WORDS[!part ? 'ground' : part === 'body' ? 'body' : 'edge'];
  }

  /** From line to line around two places across, a line apart at least. */
  #span(a: number, b: number, free: boolean): [number, number] {
    const [from, to] = [this.tickAt(Math.min(a, b), free), this.tickAt(Math.max(a, b), free)];
    return [from, Math.max(to, this.desk.gridLines.around(from).after)];
  }

  #boxOf([from, to]: readonly [number, number], first: number, last: number): DOMRect {
    const { arranging } = this.desk;
    const rows = arranging.heights.length;
    const [x, y] = [arranging.view.x(from), arranging.y(Math.min(first, rows - 1))];
    return new DOMRect(x, y, arranging.view.x(to) - x, arranging.y(Math.min(last + 1, rows)) - y);
  }

  /** Chooses what lies in a span of time on some rows, beside what was chosen where it adds. */
  #chooseIn([from, to]: readonly [number, number], first: number, last: number): void {
    const { arranging } = this.desk;
    const isIn = ({ clip, row }: Placed) =>
      row >= first && row <= last && clip.start < to && clip.start + clip.length > from;
    arranging.choose([...this.#kept, ...arranging.all.filter(isIn).map(({ clip }) => clip.id)]);
  }

  /** Marks what the eraser passes; it goes once it is let go. */
  #rub({ x, y }: Place): void {
    const { arranging } = this.desk;
    const found = clipAt(arranging, x, y)?.placed.clip.id;
    if (found !== undefined) this.#rubbed = [...new Set([...this.#rubbed, found])];
    arranging.choose(this.#rubbed);
  }

  /** Puts in a clip as long as was dragged, or of the bar that was pressed. */
  #draw(x: number, y: number): void {
    const { desk } = this;
    const row = desk.arranging.rowAt(y);
    if (row >= desk.song.tracks.length) {
      desk.say('There is no track here; track-new makes one.', 'refused');
      return;
    }
    const bar = desk.gridLines.barAt(Math.max(0, Math.round(desk.arranging.view.tick(x))));
    const [from, to] = this.#drawn ?? [bar.tick, desk.gridLines.barStart(bar.bar + 1)];
    this.run(`clip-new at=${from} length=${to - from}tk of=${row + 1}`);
  }
}
