import type { Catalog } from '../api';
import type { Shortcuts } from '../keys/shortcuts.svelte';
import { total, use } from './use.svelte';

/** The edits that lie on one key of the strip, those that are used most first. */
export function usualEdits(catalog: Catalog, shortcuts: Shortcuts): readonly (readonly string[])[] {
  const edits = new Set(catalog.edits.map(({ name }) => name));
  const uses = ([first]: readonly string[]) => (use.lines[first] ? total(use.lines[first]) : 0);
  return shortcuts.map.bindings
    .filter(({ key, strip }) => strip !== '' && !key.includes(' '))
    .map(({ run }) => run)
    .filter((run) => run.every((line) => edits.has(line.split(' ', 1)[0])))
    .sort((a, b) => uses(b) - uses(a));
}
