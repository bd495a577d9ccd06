import type { Hands } from '../desk/hands.svelte';
import type { Selecting } from '../asking/selecting.svelte';
import type { Status } from '../desk/status.svelte';
import { counted } from '../music/counted';
import { within, type At, type Gesture } from '../pointer/gesture';
import { Button, type Grasp } from '../pointer/grasp';
import type { Caret } from '../desk/caret.svelte';
import { setting } from '../settings/settings.svelte';
import type { Pane } from '../sight/pane.svelte';
import { rowCalled } from '../song/row-names';
import type { Contents } from '../song/contents.svelte';

/** What a press on the pitch keys reads and asks. */
export interface OnKeys {
  pane: Pane;
  /** how wide the keys are, in CSS pixels */
  width: number;
  hands: Pick<Hands, 'hand'>;
  contents: Pick<Contents, 'notes'>;
  caret: Pick<Caret, 'move'>;
  selecting: Pick<Selecting, 'select'>;
  status: Status;
  sound: (pitch: number, velocity: number) => void;
}

/** A press sounds the pitch and selects every note of its row; a drag plays the keys it passes, with Shift it selects the rows between. */
class PlayingKeys implements Gesture<null> {
  readonly shape = null;
  readonly keepsView = true;
  readonly #first: number;
  #last: number;

  constructor(
    private readonly on: OnKeys,
    from: At,
  ) {
    this.#first = this.#last = on.pane.view.pitch(from.y);
    this.#sound(from);
    on.caret.move({ pitch: this.#first });
    if (on.hands.hand !== 'draw' && !from.alt) this.#select(from);
  }

  move(at: At): void {
    const pitch = this.on.pane.view.pitch(at.y);
    if (pitch === this.#last) return;
    this.#last = pitch;
    this.#sound(at);
    if (at.shift) this.#select(at);
  }

  drop(): null {
    return null;
  }

  /** From soft at the left edge to loud at the right one: 1 to 127. */
  #velocity({ x }: At): number {
    return within(1, Math.round((x / this.on.width) * 127), 127);
  }

  #sound(at: At): void {
    const { pane, sound, status } = this.on;
    const velocity = this.#velocity(at);
    sound(this.#last, velocity);
    if (at.alt) setting.writeAs({ velocity });
    const said = `${rowCalled(pane.track, this.#last)}, velocity ${velocity}`;
    status.say(at.alt ? `${said}: new notes are as loud` : said, 'hint');
  }

  #select(at: At): void {
    const { contents, pane, selecting, status } = this.on;
    const { view, notes, track } = pane;
    const [first, last] = [this.#first, this.#last].map((one) => view.rowOf(one)).toSorted((a, b) => a - b);
    const { id, pitch } = notes.columns;
    const ids = Array.from(id).filter((_, i) => {
      const row = view.rowOf(pitch[i]);
      return row >= first && row <= last;
    });
    selecting.select(at.shift || at.ctrl ? [...contents.notes.selection(), ...ids] : ids);
    const called = (row: number) => rowCalled(track, view.pitchOf(row));
    const name = first === last ? called(first) : `${called(last)} to ${called(first)}`;
    status.say(`${counted(ids.length, 'note')} of ${name} selected, velocity ${this.#velocity(at)} heard`, 'hint');
  }
}

/** What a press on the pitch keys would do. */
export function graspOnKeys(on: OnKeys, button: Button): Grasp<null> | null {
  if (button !== Button.left) return null;
  return {
    cursor: 'pointer',
    word: 'press: sound it, soft at the left, loud at the right, and select its notes · drag: play · Shift: several pitches · Alt: new notes as loud · right: what can be done with the row · wheel: zoom',
    press: (from) => new PlayingKeys(on, from),
  };
}
