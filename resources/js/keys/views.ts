import type { Binding, Surface } from '../api';

export type ViewName = Exclude<Surface, 'everywhere'> | 'shortcuts';

export interface View {
  name: ViewName;
  title: string;
  /** said of what holds in it */
  there: string;
  /** the command that shows it */
  command: string;
}

/** All views there are. What a view needs beside its line here: docs/architecture.md, “Where do I add …”. */
export const VIEWS: readonly View[] = [
  { name: 'songs', title: 'Song list', there: 'in the song list', command: 'songs' },
  { name: 'roll', title: 'Roll', there: 'in the roll', command: 'roll' },
  { name: 'song', title: 'Song', there: 'in the song', command: 'song' },
  { name: 'table', title: 'Note table', there: 'in the note table', command: 'table' },
  { name: 'shortcuts', title: 'Shortcuts', there: 'in the shortcuts', command: 'shortcuts' },
];

/** Where a shortcut can hold: everywhere, or in a view whose keys are those of the map. */
export const SURFACES: readonly { name: Surface; title: string; there: string }[] = [
  { name: 'everywhere', title: 'Everywhere', there: 'everywhere' },
  ...VIEWS.flatMap(({ name, ...said }) => (name === 'shortcuts' ? [] : [{ name, ...said }])),
];

/** The shortcuts that hold in a view: one of its own takes the place of the one that holds everywhere. */
export function holdingIn(bindings: readonly Binding[], view: Surface): Binding[] {
  const own = new Set(bindings.filter(({ where }) => where === view).map(({ key }) => key));
  return bindings.filter(
    ({ key, where = 'everywhere' }) => where === view || (where === 'everywhere' && !own.has(key)),
  );
}
