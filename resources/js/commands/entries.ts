import type { Binding, Catalog, Declaration, Recipe } from '../api';
import { formatLine } from '../music/line';
import tradeWords from '../../keys/trade-words.json';

/** Something the palette offers: a line, what it is called, and by which words it is found. */
export interface Entry {
  line: string;
  title: string;
  group: string;
  help: string;
  /** the keys it lies on */
  keys: string[];
  /** whether more must be typed before it can be run */
  open: boolean;
  /** lower case: the title, the names that stand for it, and the sentence about it */
  words: { title: string; names: string[]; help: string; trade: string[] };
}

/** Words of the trade, by the line that is meant by them. */
const TRADE: Record<string, string[]> = tradeWords;

/** Everything that can be run: what lies on a key, what has a name of its own, and every edit and command by itself. */
export function entriesOf(catalog: Catalog, bindings: Binding[], recipes: Recipe[]): Entry[] {
  const entries = new Map<string, Entry>();
  const declarations = [...catalog.edits, ...catalog.view];
  const byName = new Map(declarations.map((declaration) => [declaration.name, declaration]));
  const add = (declaration: Declaration, line: string, title: string, key?: string, open = false) => {
    const known = entries.get(line);
    if (known) {
      if (key) known.keys.push(key);
      known.words.names.push(title.toLowerCase());
      return;
    }
    const { name, help, synonyms, group } = declaration;
    // The words of an edit belong to its plain line first, to the others by their own title and the name.
    const names = [name, ...(title === declaration.title ? [] : [declaration.title.toLowerCase()]), ...synonyms];
    entries.set(line, {
      line,
      title,
      group,
      help,
      keys: key ? [key] : [],
      open,
      words: {
        title: title.toLowerCase(),
        names: names.map((word) => word.toLowerCase()),
        help: help.toLowerCase(),
        trade: TRADE[line] ?? [],
      },
    });
  };
  for (const { key, run, title } of bindings) {
    const declaration = byName.get(run[0].split(' ', 1)[0]);
    if (declaration && run.length === 1) add(declaration, run[0], title, key);
  }
  const recipeCommand = byName.get('recipe');
  for (const { name, help, choice, folder } of recipeCommand ? recipes : []) {
    const line = formatLine({ name: 'recipe', values: { name } });
    const keys = entries.get(line)?.keys ?? [];
    const words = {
      title: name.toLowerCase(),
      names: ['recipe', choice ? 'rule' : 'chain', folder.toLowerCase()],
      help: help.toLowerCase(),
      trade: [],
    };
    entries.set(line, { line, title: name, group: choice ? 'Rules' : 'Recipes', help, keys, open: false, words });
  }
  for (const declaration of declarations) {
    for (const [line, title] of Object.entries(declaration.uses)) {
      add(declaration, line, title);
    }
    // An edit can be run plain; a command that takes a value of one's own is typed on.
    const takesValue = declaration.parameters.some(({ kind }) => kind !== 'choice');
    if (catalog.edits.includes(declaration) || declaration.parameters.length === 0) {
      add(declaration, declaration.name, declaration.title);
    } else if (takesValue) {
      add(declaration, `${declaration.name} `, `${declaration.title} …`, undefined, true);
    }
  }
  return [...entries.values()];
}

/** The entries that a few words mean, the likeliest first; every word must be found somewhere. */
export function find(entries: Entry[], text: string, recent: readonly string[] = []): Entry[] {
  const words = text.toLowerCase().split(/\s+/).filter(Boolean);
  const age = new Map(recent.map((line, k) => [line, k]));
  const rank = (entry: Entry) => age.get(entry.line) ?? Infinity;
  if (words.length === 0) {
    return [...entries].sort((a, b) => (rank(a) === rank(b) ? 0 : rank(a) - rank(b)));
  }
  const phrase = words.join(' ');
  return entries
    .map((entry, order) => ({ entry, order, score: scoreOf(entry, words, phrase) }))
    .filter(({ score }) => score > 0)
    .sort((a, b) => b.score - a.score || order(rank(a.entry), rank(b.entry)) || a.order - b.order)
    .map(({ entry }) => entry);
}

const order = (a: number, b: number) => (a === b ? 0 : a - b);

/** What a word of the trade says is meant before all but what is called just so. */
const OF_THE_TRADE = 240;

/** How well an entry answers to the words: its title counts most, then its names, then the sentence about it. */
function scoreOf({ words: { title, names, help, trade }, line }: Entry, words: string[], phrase: string): number {
  if (trade.includes(phrase)) return OF_THE_TRADE;
  let score = 0;
  for (const word of words) {
    const best = Math.max(
      begins(title, word) ? (title.startsWith(word) ? 60 : 45) : 0,
      line.startsWith(word) ? 50 : 0,
      ...names.map((name) => (begins(name, word) ? (name === word ? 48 : 30) : 0)),
      ...trade.map((name) => (begins(name, word) ? 30 : 0)),
      begins(help, word) ? 10 : 0,
      title.includes(word) ? 8 : 0,
      help.includes(word) ? 4 : 0,
      line.includes(word) ? 4 : 0,
    );
    if (best === 0) return 0;
    score += best;
  }
  const inTitle = words.every((word) => begins(title, word)) ? (45 * words.length) / title.split(' ').length : 0;
  const inWhole = title === phrase ? 100 : Math.max(inTitle, title.startsWith(phrase) ? 45 : 0);
  const whole = inWhole + (names.includes(phrase) ? 75 : 0);
  // A plain line is likelier meant than one of its many shades.
  return score / words.length + whole + (line.includes(' ') ? 0 : 20);
}

/** Whether one of a text's words begins with a word. */
function begins(text: string, word: string): boolean {
  return text.startsWith(word) || text.includes(` ${word}`) || text.includes(`-${word}`);
}
