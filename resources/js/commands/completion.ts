import type { Catalog, Declaration, Parameter } from '../api';
import { GRIDS } from '../music/grids';
import { METERS, ROOTS } from '../music/limits';

/** A line as it is being typed: what it names, which parameter the cursor is in, and how that could go on. */
export interface Typing {
  declaration: Declaration;
  parameter: Parameter | null;
  /** what could stand next, and what the line would be then */
  choices: { text: string; help: string; line: string }[];
}

const AMOUNTS = ['grid', '1/4', '1/8', '1/16', '1/32', '1bar', '1beat', '5ms', '10ms', '20ms', '240tk'];
const MOST = 24;

/**
 * Values worth offering for a parameter, from its declaration.
 *
 * @param tracks the names of the song's tracks
 */
export function valuesOf(parameter: Parameter, tracks: readonly string[] = []): string[] {
  const { kind, options = [], words = [], default: usual, min, max } = parameter;
  const known: Record<string, string[]> = {
    grid: ['grid', ...GRIDS],
    amount: [...words, ...AMOUNTS],
    ratio: ['1/2', '2/3', '3/4', '3/2', '2'],
    range: ['range'],
    velocities: ['112,80,96,80', '110,70', '80,110', '100,60,60'],
    pitch: [...words, 'C3', 'C4', 'C5'],
    meter: METERS,
    track: [...words, ...tracks],
    lane: ['velocity', 'release', 'cc1', 'cc7', 'cc10', 'cc11', 'cc64', 'bend', 'pressure', 'program'],
    chord: ROOTS.flatMap((root) => [root, `${root}m`, `${root}7`, `${root}m7`, `${root}maj7`]),
    key: [...words, ...ROOTS.map((root) => `${root} major`), ...ROOTS.map((root) => `${root} minor`)],
  };
  const numbers = min !== undefined && max !== undefined && max - min <= MOST ? span(min, max) : [];
  const values = [...(usual ? [usual] : []), ...(known[kind] ?? [...options, ...words, ...numbers])];
  return [...new Set(values)];
}

const span = (min: number, max: number) => Array.from({ length: max - min + 1 }, (_, k) => String(min + k));

/** Words of a line: a parameter with its value, in quotes where it has blanks, or anything else. */
const WORDS = /[a-z][a-z-]*=(?:"[^"]*"?|[^\s"]*)|\S+/g;

/** Whether what follows a name reads as a line: parameters with values, and at most the beginning of one more. */
function readsAsLine({ parameters }: Declaration, rest: string): boolean {
  const words = rest.match(WORDS) ?? [];
  const last = /\s$/.test(rest) || words.length === 0 ? '' : words.pop()!;
  const begins = !last.includes('=') && parameters.some(({ name }) => name.startsWith(last));
  return words.every((word) => /^[a-z][a-z-]*=/.test(word)) && (last === '' || /^[a-z][a-z-]*=/.test(last) || begins);
}

/** What a typed line is about; null where it does not read as one: a name, then `name=value` and nothing else. */
export function typingOf(catalog: Catalog, text: string, tracks: readonly string[] = []): Typing | null {
  const [, name, rest] = /^\s*([a-z][a-z-]*)\s(.*)$/.exec(text) ?? [];
  const declaration = [...catalog.edits, ...catalog.view].find((known) => known.name === name);
  if (!declaration || !readsAsLine(declaration, rest)) {
    return null;
  }
  const [, done, word] = /^((?:[^\s"]|"[^"]*"|\s)*\s)?(\S*)$/.exec(rest) ?? [];
  const head = `${name} ${done ?? ''}`;
  const [, key, value] = /^([a-z-]+)=(.*)$/.exec(word ?? '') ?? [];
  const parameter = declaration.parameters.find((known) => known.name === key);
  if (parameter) {
    const choices = valuesOf(parameter, tracks)
      .filter((offer) => offer.startsWith(value) && offer !== value)
      .map((offer) => ({ text: offer, help: '', line: `${head}${key}=${/\s/.test(offer) ? `"${offer}"` : offer} ` }));
    return { declaration, parameter, choices };
  }
  const said = new Set([...(done ?? '').matchAll(/([a-z-]+)=/g)].map(([, known]) => known));
  const taken = (declaration.oneOf ?? []).some((known) => said.has(known));
  const choices = declaration.parameters
    .filter((known) => !said.has(known.name) && known.name.startsWith(word ?? ''))
    .filter((known) => !(taken && declaration.oneOf?.includes(known.name)))
    .map((known) => ({ text: `${known.name}=`, help: aboutOf(known), line: `${head}${known.name}=` }));
  return { declaration, parameter: null, choices };
}

/** “0 to 100 %, else 100. How much of the way to go.” */
export function aboutOf({ allowed, default: usual, absent, help }: Parameter): string {
  const otherwise = usual ?? absent ?? '';
  return `${allowed}${otherwise === '' ? '' : `; ${otherwise} if left out`}. ${help}`;
}
