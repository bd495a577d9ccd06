import type { EditContext } from '../api';
import type { Caret } from '../desk/caret.svelte';
import type { Grid } from '../desk/grid.svelte';
import type { Hands } from '../desk/hands.svelte';
import type { NewNotes } from '../desk/new-notes.svelte';
import type { Nudge } from '../desk/nudge.svelte';
import type { Range } from '../desk/range.svelte';
import { settings } from '../settings/settings.svelte';
import type { Panes } from '../sight/panes.svelte';

/** Where one stood when something was pressed; `rangeOfThen`: but for the range, which is the one set by then. */
export interface Stood {
  context: EditContext;
  rangeOfThen?: boolean;
}

/** Where one stands, as every edit is told it. */
export class Standpoint {
  /** @param playhead where the playhead is, in ticks */
  constructor(
    private readonly grid: Pick<Grid, 'name' | 'swing'>,
    private readonly caret: Pick<Caret, 'tick' | 'pitch'>,
    private readonly range: Pick<Range, 'span' | 'isToCome' | 'byNow'>,
    private readonly newNotes: Pick<NewNotes, 'like'>,
    private readonly nudge: Pick<Nudge, 'amounts'>,
    private readonly hands: Pick<Hands, 'at' | 'free'>,
    private readonly panes: Pick<Panes, 'view'>,
    private readonly playhead: () => number,
  ) {}

  get context(): EditContext {
    const { hands } = this;
    return {
      ...this.still,
      playhead: Math.round(this.playhead()),
      pointer: hands.at && { ...hands.at, free: hands.free },
    };
  }

  /** The same without what moves by itself. */
  get still(): Omit<EditContext, 'playhead' | 'pointer'> {
    const { grid, caret, range } = this;
    return {
      grid: grid.name,
      swing: grid.swing,
      caret: [caret.tick, caret.pitch],
      range: range.span,
      new: this.newNotes.like,
      nudge: this.nudge.amounts,
      rows: this.panes.view.rows?.toReversed() ?? null,
      points: settings.pointsAlong,
    };
  }

  /** As it is written down with what is pressed now. */
  get now(): Stood {
    return { context: this.context, ...(this.range.isToCome && { rangeOfThen: true }) };
  }

  /** Where one stands by now: what was pressed before may have moved the caret, and the range. */
  of({ context, rangeOfThen }: Stood): EditContext {
    const { caret, range } = this;
    return {
      ...context,
      caret: [caret.tick, caret.pitch],
      range: rangeOfThen ? range.span : range.byNow(context.range),
    };
  }
}
