import type { Caret } from '../desk/caret.svelte';
import type { Hands } from '../desk/hands.svelte';
import { setting } from '../settings/settings.svelte';
import type { Arranging } from '../sight/arranging.svelte';
import type { Panes } from '../sight/panes.svelte';
import type { Views } from '../sight/views.svelte';
import type { Contents } from '../song/contents.svelte';

/** Sides of the bench. */
export type Tab = 'notes' | 'history' | 'recipes' | 'tracks' | 'shelf';

/** Where what is opened stands, and where one goes from the song. */
export interface Around {
  caret: Pick<Caret, 'tick' | 'pitch'>;
  hands: Pick<Hands, 'at'>;
  arranging: Pick<Arranging, 'onPage'>;
  panes: Panes;
  views: Pick<Views, 'focus'>;
  contents: Pick<Contents, 'track'>;
  /** Opens the view of shortcuts. */
  openShortcuts: (page: 'keys' | 'use') => void;
  /** Goes to the song list, to begin a new song there where asked. */
  leave: (to?: 'new-song') => void;
}

/** What stands over the views of the song or beside them, and what leads away. */
export class Dialogs {
  palette = $state(false);
  /** where the menu at the pointer is open on the page, in CSS pixels; null where it is not */
  menu = $state.raw<{ x: number; y: number } | null>(null);
  /** whether the picture of all keys is shown */
  keysShown = $state(false);
  /** whether the bench lies over the notes, where there is no room beside them */
  benchOver = $state(false);
  /** whether the notes are on their way to paper */
  printed = $state(false);
  /** lines that are to get a key; null where none are */
  unbound = $state.raw<readonly string[] | null>(null);
  /** the side of the bench that is seen */
  tab = $state<Tab>('notes');
  /** counts how often the history was asked for */
  historyAsked = $state(0);
  /** what the key of the shelf asked for last */
  shelfAsked = $state.raw<{ to: 'find' | 'keep' }>({ to: 'find' });

  constructor(private readonly around: Around) {}

  /** Whether something has the keys that lies over the view. */
  get hasKeys(): boolean {
    return this.palette || this.menu !== null || this.unbound !== null;
  }

  openPalette(): void {
    this.palette = true;
  }

  closePalette(): void {
    this.palette = false;
    this.around.views.focus();
  }

  /** Opens what can be done at a place of the page, in CSS pixels; left out, where the pointer is on the roll, or the caret. */
  openMenu(x?: number, y?: number): void {
    const { caret, hands, arranging, panes, contents } = this.around;
    if (panes.reached === 'table') return;
    const { tick, pitch } = hands.at ?? caret;
    const here =
      panes.reached === 'song' ? arranging.onPage(caret.tick, contents.track.id) : panes.view.onPage(tick, pitch);
    this.menu = { x: x ?? here.x, y: y ?? here.y };
  }

  closeMenu(): void {
    this.menu = null;
    this.around.views.focus();
  }

  openBench(tab: Tab): void {
    setting.turn('bench', true);
    this.benchOver = true;
    this.tab = tab;
    if (tab === 'history') this.historyAsked++;
  }

  openShelf(to: 'find' | 'keep'): void {
    this.shelfAsked = { to };
    this.openBench('shelf');
  }

  /** Shows all keys of the moment until what it gives is called. */
  showKeys(): () => void {
    this.keysShown = true;
    return () => this.hideKeys();
  }

  /** Shows them until they are asked for again. */
  toggleKeys(): void {
    this.keysShown = !this.keysShown;
  }

  hideKeys(): void {
    this.keysShown = false;
  }

  /** Asks for a key that shall run some lines. */
  giveKey(lines: readonly string[]): void {
    this.unbound = lines;
  }

  closeGiveKey(): void {
    this.unbound = null;
  }

  openShortcuts(page: 'keys' | 'use'): void {
    this.around.openShortcuts(page);
  }

  leave(to?: 'new-song'): void {
    this.around.leave(to);
  }
}
