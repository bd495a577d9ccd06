import type { Catalog } from '../api/types';
import type { Player } from '../sound/player.svelte';
import type { EditAtHand } from '../state/hand.svelte';
import type { Shortcuts } from '../state/keymap.svelte';
import type { RecipeShelf } from '../state/recipes.svelte';
import type { Session } from '../state/session.svelte';

/** Sides of the bench. */
export type Tab = 'notes' | 'history' | 'recipes' | 'tracks';

/** What the commands of the view can reach. */
export interface Stage {
  session: Session;
  player: Player;
  hand: EditAtHand;
  catalog: Catalog;
  shortcuts: Shortcuts;
  recipes: RecipeShelf;
  toggleTable(): void;
  openPalette(): void;
  openBench(tab: Tab): void;
  openShortcuts(page: 'keys' | 'use'): void;
  /** Shows all keys of the moment until what it gives is called. */
  showKeys(): () => void;
  /** Begins to take digits for so many times. */
  count(): void;
  leave(): void;
}

export type Values = Record<string, string>;

/** A command of the view; one that acts while its key is down gives the function that ends it. */
export type Command = (stage: Stage, values: Values) => unknown;
