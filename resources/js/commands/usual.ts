import type { Catalog } from '../api';
import type { Shortcuts } from '../keys/shortcuts.svelte';
import { countedLines } from '../keys/counting';
import type { Pending } from '../keys/dispatcher';
import { chordModifiers, NO_MODIFIERS, sameModifiers, type Modifiers } from '../keys/keystroke';
import { parseLine } from '../music/line';
import { total, use } from './use.svelte';

/** What producers do most, for a hand of which nothing is known yet. */
const OFTEN = ['transpose', 'nudge', 'velocity', 'quantize', 'delete', 'repeat', 'legato', 'length', 'split', 'mute'];

/** What a hand is in the middle of. */
export interface Begun {
  /** modifiers that are down */
  held: Modifiers;
  /** the first of two keys in a row, and the count that is typed */
  pending: Pending;
}

/**
 * The edits that may be pressed, those that are used most first, then those on plain keys that are usual: those of the strip
 * that are one key, or where a hand is in the middle of something those that end it.
 */
export function usualEdits(
  catalog: Catalog,
  shortcuts: Shortcuts,
  { held, pending: { keys, digits } }: Begun,
): readonly (readonly string[])[] {
  const edits = new Map(catalog.edits.map((edit) => [edit.name, edit]));
  const uses = ([first]: readonly string[]) => (use.lines[first] ? total(use.lines[first]) : 0);
  const often = (line: string) => (OFTEN.indexOf(line.split(' ', 1)[0]) + OFTEN.length + 1) % (OFTEN.length + 1);
  const isHeld = !sameModifiers(held, NO_MODIFIERS);
  const ends = (key: string) =>
    keys ? key.startsWith(`${keys} `) : !key.includes(' ') && (!isHeld || sameModifiers(chordModifiers(key), held));
  const times = Number(digits ?? 0) || 1;
  return shortcuts.map.bindings
    .filter(({ key, strip }) => ends(key) && (strip !== '' || keys !== '' || isHeld))
    .filter(({ run }) => run.every((line) => edits.has(line.split(' ', 1)[0])))
    .map(({ key, run }) => ({ run, uses: uses(run), rank: (key.includes('+') ? 100 : 0) + often(run[0]) }))
    .sort((a, b) => b.uses - a.uses || a.rank - b.rank)
    .map(({ run }) => countedLines(run, times, edits));
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
