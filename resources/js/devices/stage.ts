import type { Played } from '../api';
import type { Player } from '../sound/player.svelte';
import type { Score } from '../sound/score';
import type { Inputs } from './inputs.svelte';
import type { KeptTake } from './kept-take';

/** What a recorder needs of the song. */
export interface Stage {
  song: number;
  player: Player;
  score: Score;
  inputs: Inputs;
  /** Takes what was played into the song, under the name of a request; told whether it is there, or was refused. */
  store(lines: string[], take: Played, request: string, over: (isDone: boolean) => void): void;
  /** Told of a take of which something was refused: it stays until it is taken in or left out by hand. */
  refused(take: KeptTake): void;
  say(text: string, kind: 'done' | 'hint' | 'refused'): void;
  /** Told when it is over. */
  ended(): void;
}
