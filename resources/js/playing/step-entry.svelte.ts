import type { Asking } from '../asking/asking.svelte';
import type { Selecting } from '../asking/selecting.svelte';
import type { Caret } from '../desk/caret.svelte';
import type { Grid } from '../desk/grid.svelte';
import type { NewNotes } from '../desk/new-notes.svelte';
import type { Status } from '../desk/status.svelte';
import { isPress, isRelease, type Message } from '../music/midi';
import { pitchName } from '../music/pitch';
import type { Contents } from '../song/contents.svelte';

/** What step entry reads and asks. */
export interface StepsOn {
  contents: Pick<Contents, 'notes'>;
  caret: Caret;
  grid: Pick<Grid, 'lines'>;
  newNotes: Pick<NewNotes, 'like'>;
  asking: Pick<Asking, 'run'>;
  selecting: Pick<Selecting, 'select'>;
  status: Status;
}

/** Writing step by step: each key or chord that is played goes to the caret, which then steps on. */
export class StepEntry {
  on = $state(false);
  /** what is pressed of a chord that is written when all of it is let go */
  #chord = new Map<number, number>();

  constructor(private readonly writes: StepsOn) {}

  /** Keys that are down together are one chord, which is written when the last of them is let go. */
  take(message: Message, isAllUp: boolean): void {
    if (isPress(message)) this.#chord.set(message[1], message[2]);
    if (!isRelease(message) || !isAllUp || this.#chord.size === 0) return;
    const { asking, selecting } = this.writes;
    const lines = [...this.#chord]
      .sort(([a], [b]) => a - b)
      .map(([pitch, velocity]) => `insert at=caret pitch=${pitchName(pitch)} velocity=${velocity}`);
    const ids: number[] = [];
    this.#chord = new Map();
    asking.run(lines, {
      stepsOn: true,
      done: (answer) => {
        ids.push(...(answer.notes?.flatMap(({ added }) => (added ? added.id : [])) ?? []));
        if (ids.length > 1) selecting.select(ids);
      },
    });
  }

  /** A rest: the caret goes on by the length of new notes. */
  rest(): void {
    this.writes.caret.moveOn((tick) => this.#after(tick));
  }

  /** The notes written last sound on for another step. */
  tie(): void {
    const { asking, caret } = this.writes;
    const to = this.#after(caret.tick);
    asking.run([`nudge by=${to - caret.tick}tk edge=end`]);
    caret.move({ tick: to });
  }

  /** Takes out the notes written last, and goes back to where they were. */
  back(): void {
    const { asking, caret, contents, grid } = this.writes;
    const { columns, selected } = contents.notes;
    const first = selected.indexOf(1);
    if (first < 0) {
      caret.move({ tick: grid.lines.before(caret.tick) });
      return;
    }
    const tick = columns.start[first];
    asking.run(['delete']);
    caret.move({ tick });
  }

  /** Writes the notes written last half as long again. */
  dot(): void {
    const { asking, caret, contents, status } = this.writes;
    const { columns, selected } = contents.notes;
    const first = selected.indexOf(1);
    if (first < 0) {
      status.say('There is no note to dot; play one first.', 'refused');
      return;
    }
    const more = Math.max(1, Math.round(columns.length[first] / 2));
    const to = columns.start[first] + columns.length[first] + more;
    asking.run([`nudge by=${more}tk edge=end`]);
    caret.move({ tick: to });
  }

  #after(tick: number): number {
    const { grid, newNotes } = this.writes;
    const ticks = /^(\d+)tk$/.exec(newNotes.like.length);
    return ticks ? tick + Number(ticks[1]) : grid.lines.around(tick).after;
  }
}
