import type { Surface } from '../api';

/** Where on the screen a shortcut can hold, with what the place is called. */
export const SURFACES: readonly { name: Surface; title: string; there: string }[] = [
  { name: 'everywhere', title: 'Everywhere', there: 'everywhere' },
  { name: 'roll', title: 'Roll', there: 'in the roll' },
  { name: 'table', title: 'Note table', there: 'in the note table' },
  { name: 'songs', title: 'Song list', there: 'in the song list' },
];
