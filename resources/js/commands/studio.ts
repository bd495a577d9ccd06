import type { Catalog } from '../api';
import type { Player } from '../sound/player.svelte';
import type { Tuning } from '../desk/tuning.svelte';
import type { Shortcuts } from '../keys/shortcuts.svelte';
import type { RecipeBook } from './recipes.svelte';
import type { Shelf } from './shelf.svelte';
import type { Desk } from '../desk/desk.svelte';
import type { Playing } from '../desk/playing.svelte';

/** Views of a song, of which one is in the middle of the workbench. */
export type SongView = 'roll' | 'song' | 'table';

/** Sides of the bench. */
export type Tab = 'notes' | 'history' | 'recipes' | 'tracks' | 'shelf';

/** What the commands of the view can reach. */
export interface Studio {
  desk: Desk;
  playing: Playing;
  player: Player;
  tuning: Tuning;
  catalog: Catalog;
  shortcuts: Shortcuts;
  recipes: RecipeBook;
  shelf: Shelf;
  /** what its key asked for on the bench last, anew each time */
  asked: { shelfAsked: 'find' | 'keep' };
  /** which view of the song is in the middle, and another one in its place */
  shown(): SongView;
  /** what keys reach: as the view, but notes where an opened row of the song has the keys */
  reached(): SongView;
  show(view: SongView): void;
  openPalette(): void;
  /** Opens what can be done at a place of the page, in CSS pixels; left out, at the pointer or the caret. */
  openMenu(x?: number, y?: number): void;
  openBench(tab: Tab): void;
  openShortcuts(page: 'keys' | 'use'): void;
  /** Asks for a key that shall run some lines. */
  giveKey(lines: string[]): void;
  /** Shows all keys of the moment until what it gives is called. */
  showKeys(): () => void;
  /** Begins to take digits for so many times. */
  count(): void;
  /** Goes to the song list, to begin a new song there where asked. */
  leave(to?: 'new-song'): void;
}

export type Values = Record<string, string>;

/** A command of the view; one that acts while its key is down gives the function that ends it. */
export type Command = (studio: Studio, values: Values) => unknown;
