import type { Catalog } from '../api/types';
import type { Player } from '../sound/player.svelte';
import type { EditAtHand } from '../state/hand.svelte';
import type { Session } from '../state/session.svelte';

/** What the commands of the view can reach. */
export interface Stage {
  session: Session;
  player: Player;
  hand: EditAtHand;
  catalog: Catalog;
  toggleTable(): void;
  openPalette(): void;
  openHistory(): void;
  leave(): void;
}

export type Values = Record<string, string>;

export type Command = (stage: Stage, values: Values) => void;
