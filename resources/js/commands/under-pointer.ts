import type { Hands } from '../desk/hands.svelte';
import { hit } from '../sight/hit';
import type { Panes } from '../sight/panes.svelte';
import type { Contents } from '../song/contents.svelte';

/** What is read to find what lies under the pointer. */
export interface UnderPointer {
  contents: Pick<Contents, 'notes'>;
  hands: Pick<Hands, 'at'>;
  panes: Pick<Panes, 'current' | 'view'>;
}

/** The ids of the notes under the pointer, with their group; empty where none lie there. */
export function underPointer({ contents: { notes }, hands: { at }, panes }: UnderPointer): number[] {
  const { view } = panes;
  const found = at && hit(panes.current.bodies, view.x(at.tick), view.y(at.pitch) + view.rowHeight / 2);
  return found ? notes.groupOf(notes.columns.id[found.place]) : [];
}
