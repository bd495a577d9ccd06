import type { Binding, Catalog } from '../api';
import { keyOfChord } from '../keys/keystroke';
import { total, type Used } from './use.svelte';
import { find, type Entry } from './entries';

export type Sort = 'group' | 'key' | 'name' | 'use';

/** A line of the list of commands: something that can be run, and the shortcuts that run it. */
export interface Item {
  entry: Entry;
  bindings: Binding[];
}

/** Shortcuts that run several lines stand in the list by their title. */
export function chains(bindings: Binding[]): Entry[] {
  return bindings
    .filter(({ run }) => run.length > 1)
    .map(({ run, title, key }) => ({
      line: run.join('; '),
      title,
      group: 'Chains',
      help: run.join('; '),
      keys: [key],
      open: false,
      words: { title: title.toLowerCase(), names: ['chain'], help: run.join(' '), trade: [] },
    }));
}

/** What is listed: what a word finds, the likeliest first, or what a key does, or everything in an order. */
export function itemsOf(
  entries: Entry[],
  bindings: Binding[],
  asked: { text: string; pressed: string | null; sort: Sort; used: Record<string, Used> },
): Item[] {
  const byLines = new Map<string, Binding[]>();
  for (const binding of bindings) {
    const line = binding.run.join('; ');
    byLines.set(line, [...(byLines.get(line) ?? []), binding]);
  }
  const { text, pressed, sort, used } = asked;
  const items = (found: Entry[]) => found.map((entry) => ({ entry, bindings: byLines.get(entry.line.trim()) ?? [] }));
  if (pressed !== null) {
    return items(entries).filter((item) => item.bindings.some(({ key }) => key.split(' ').includes(pressed)));
  }
  return text ? items(find(entries, text)) : items(entries).sort(order(sort, used));
}

function order(by: Sort, used: Record<string, Used>): (a: Item, b: Item) => number {
  const key = ({ bindings: [binding] }: Item) =>
    binding ? `${keyOfChord(binding.key).padStart(12)}${binding.key}` : '~';
  const times = ({ entry }: Item) => (used[entry.line] ? total(used[entry.line]) : 0);
  const orders: Record<Sort, (a: Item, b: Item) => number> = {
    group: (a, b) => a.entry.group.localeCompare(b.entry.group),
    key: (a, b) => key(a).localeCompare(key(b)),
    name: (a, b) => a.entry.title.localeCompare(b.entry.title),
    use: (a, b) => times(b) - times(a),
  };
  return orders[by];
}

/** The group of what a shortcut runs. */
export function groupOf(catalog: Catalog, { run }: Binding): string {
  const name = run[0].split(' ', 1)[0];
  return run.length > 1
    ? 'Chains'
    : ([...catalog.edits, ...catalog.view].find((known) => known.name === name)?.group ?? '');
}
