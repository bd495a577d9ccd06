import type { Preview } from '../desk/preview.svelte';
import type { Sender } from '../song/sender.svelte';
import type { Looking, TurnedValues } from './looking.svelte';

/** What is asked to let a slider be heard while it is dragged. */
export interface TurnedBy {
  looking: Pick<Looking, 'atTrack'>;
  preview: Pick<Preview, 'clear'>;
  sender: Pick<Sender, 'idle'>;
}

/**
 * Shows and sounds a track otherwise while a slider of it is dragged, until what comes of that is done; nothing is done where
 * it is let go as it was.
 */
export function turnTrack({ looking, preview, sender }: TurnedBy, track: number, values: TurnedValues): void {
  looking.atTrack(track, values);
  // What is dropped is sent once the pointer is up.
  const end = () => setTimeout(() => void sender.idle().then(() => preview.clear()));
  addEventListener('pointerup', end, { once: true });
}
