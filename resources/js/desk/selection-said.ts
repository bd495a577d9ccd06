import { lengthSaid } from '../music/amounts';
import { counted } from '../music/counted';
import type { GridLines } from '../music/time';
import type { Contents } from '../song/contents.svelte';
import { pitchesSaid, pointsSaid } from './facts';
import type { Lanes } from './lanes.svelte';

/** What is selected, as the status line says it: one note with all one asks of it, several by how many they are. */
export function selectionSaid(
  contents: Pick<Contents, 'notes' | 'points' | 'song' | 'trackOf'>,
  lines: GridLines,
  lanes: Lanes,
): string {
  const { notes, points, song } = contents;
  const said = points.selectedCount > 0 ? [`${pointsSaid(points, lanes)} selected`] : [];
  if (notes.selectedCount === 1) {
    const [i] = notes.selectedPlaces();
    const { start, length, velocity } = notes.columns;
    const what = pitchesSaid(notes, [i], contents);
    const how = `${lengthSaid(length[i], song.ppq)} long, velocity ${velocity[i]}`;
    said.unshift(`1 of ${counted(notes.count, 'note')} selected: ${what} at ${lines.position(start[i])}, ${how}`);
  } else if (notes.selectedCount > 0) {
    said.unshift(`${notes.selectedCount} of ${counted(notes.count, 'note')} selected`);
  }
  return said.join(', ') || 'Nothing is selected';
}
