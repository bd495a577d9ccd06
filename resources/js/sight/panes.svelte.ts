import type { OpenedRows } from './opened-rows.svelte';
import type { Pane } from './pane.svelte';
import type { SongView, Views } from './views.svelte';
import type { Viewport } from './viewport.svelte';

/** Where notes are seen: the roll, and opened rows of the song; one of them has the keys. */
export class Panes {
  constructor(
    readonly roll: Pane,
    private readonly openedRows: OpenedRows,
    private readonly views: Views,
  ) {}

  /** Where notes are worked on now: the roll, or the opened row that has the keys. */
  get current(): Pane {
    return this.openedRows.focused?.pane ?? this.roll;
  }

  get view(): Viewport {
    return this.current.view;
  }

  /** What keys reach: notes, also those of an opened row of the song, or else what the view shows. */
  get reached(): SongView {
    return this.views.shown === 'song' && this.openedRows.focused ? 'roll' : this.views.shown;
  }
}
