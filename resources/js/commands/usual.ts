import type { Catalog } from '../api';
import type { Shortcuts } from '../keys/shortcuts.svelte';
import { parseLine } from '../music/line';
import { total, use } from './use.svelte';

/** What producers do most, for a hand of which nothing is known yet. */
const OFTEN = ['transpose', 'nudge', 'velocity', 'quantize', 'delete', 'repeat', 'legato', 'length', 'split', 'mute'];

/** The edits that lie on one key of the strip: those that are used most first, then those on plain keys that are usual. */
export function usualEdits(catalog: Catalog, shortcuts: Shortcuts): readonly (readonly string[])[] {
  const edits = new Set(catalog.edits.map(({ name }) => name));
  const uses = ([first]: readonly string[]) => (use.lines[first] ? total(use.lines[first]) : 0);
  const often = (line: string) => (OFTEN.indexOf(line.split(' ', 1)[0]) + OFTEN.length + 1) % (OFTEN.length + 1);
  return shortcuts.map.bindings
    .filter(({ key, strip }) => strip !== '' && !key.includes(' '))
    .filter(({ run }) => run.every((line) => edits.has(line.split(' ', 1)[0])))
    .map(({ key, run }) => ({ run, uses: uses(run), rank: (key.includes('+') ? 100 : 0) + often(run[0]) }))
    .sort((a, b) => b.uses - a.uses || a.rank - b.rank)
    .map(({ run }) => run);
}

/** Tells of lines whether all of them are edits that do the same whenever they are run. */
export function steadyEdits(catalog: Catalog): (lines: readonly string[]) => boolean {
  const draws = new Map(
    catalog.edits.map(({ name, parameters }) => [name, parameters.some((one) => one.name === 'seed')]),
  );
  return (lines) =>
    lines.every((text) => {
      const { name, values } = parseLine(text);
      return draws.get(name) === false || (draws.has(name) && values.seed !== undefined);
    });
}
