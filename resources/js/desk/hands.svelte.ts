import { IN_KEY, type NamedChord } from '../music/chords';
import type { Stroke } from '../music/lanes';
import type { NoteTable } from '../music/notes';

/** What a press on the roll does: selects and moves, puts notes in, or takes them out. */
export const HANDS = ['point', 'draw', 'erase'] as const;
export type Hand = (typeof HANDS)[number];

/** What one note is called where a chord could be chosen to draw. */
export const ONE_NOTE = 'note';

/** Velocities that notes would have, by their places in a table; `of` is the pane they are seen in. */
export interface Levelled {
  of: unknown;
  notes: NoteTable;
  levels: ReadonlyMap<number, number>;
}

/** With what one works on the roll: the hand, what a held key makes of it for the moment, and what it draws. */
export class Hands {
  hand = $state<Hand>('point');
  /** what a held key makes of the pointer for the moment: velocities, or a box to zoom to */
  moment = $state<'level' | 'lens' | null>(null);
  /** what the draw hand puts in: one note, or a chord by its name */
  shape = $state(ONE_NOTE);
  /** how it draws in lanes: as the hand goes, a line, a curve, one height, or a wave with the period of the grid */
  stroke = $state<Stroke>('free');
  /** what becomes of velocities while they are dragged, in the roll or in the lane: it is drawn in both */
  levelled = $state.raw<{ by: 'roll' | 'lane'; now: Levelled } | null>(null);
  /** what a press would do where the pointer is; empty where it is not over the roll */
  word = $state('');
  /** where the pointer is over the roll: a tick and a pitch; null where it is not */
  at: { tick: number; pitch: number } | null = null;
  /** the row of the song that the pointer is over, from 0; null where it is not over the song */
  row: number | null = null;
  /** whether drags and presses go free of the grid for the moment */
  free = $state(false);
  /** counts presses of the pointer, by which a held key knows whether it was used */
  presses = 0;

  constructor(readonly chords: NamedChord[]) {}

  /** What the other one of roll and lane makes of the velocities of a pane; null where nothing. */
  levelledBy(by: 'roll' | 'lane', pane: unknown): Levelled | null {
    return this.levelled?.by === by && this.levelled.now.of === pane ? this.levelled.now : null;
  }

  /** All that the draw hand can put in; chords of the key only where there is one. */
  shapes(hasKey: boolean): string[] {
    return [ONE_NOTE, ...this.chords.map(({ name }) => name), ...(hasKey ? Object.keys(IN_KEY) : [])];
  }

  /** What it puts in: one note where a chord of the key is chosen and there is none. */
  drawn(hasKey: boolean): string {
    return this.shapes(hasKey).includes(this.shape) ? this.shape : ONE_NOTE;
  }

  /** Takes the next of them, or the previous one. */
  stepShape(by: 1 | -1, hasKey: boolean): void {
    const shapes = this.shapes(hasKey);
    this.shape = shapes[(shapes.indexOf(this.drawn(hasKey)) + by + shapes.length) % shapes.length];
  }

  /**
   * Takes a hand: what is given ends it. Where the pointer was pressed meanwhile it was for the moment, and the hand
   * before comes back; else it stays, or where it was the hand already the point hand comes back.
   */
  take(hand: Hand): () => void {
    const { hand: before, presses } = this;
    this.hand = hand;
    return () => {
      if (this.presses !== presses) {
        this.hand = before;
      } else if (before === hand) {
        this.hand = 'point';
      }
    };
  }

  /** Makes something else of the pointer until it is ended; `tapped` is told where it was not used. */
  hold(moment: 'level' | 'lens', tapped: () => void): () => void {
    const { presses } = this;
    this.moment = moment;
    return () => {
      this.moment = null;
      if (this.presses === presses) {
        tapped();
      }
    };
  }
}
