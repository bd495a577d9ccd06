import { createContext } from 'svelte';
import type { Tools } from '../commands/command';
import type { Acting } from './acting.svelte';
import type { KeyHandling } from './key-handling.svelte';

/** All there is while a song is open: what commands work on, and what runs them. */
export interface Studio extends Tools {
  acting: Acting;
  keyHandling: KeyHandling;
}

/** What a component takes out what it reads from; the linter sees to it that it takes parts. */
export const [getStudio, setStudio] = createContext<Studio>();
