import type { Catalog, Declaration, Said } from '../api';
import { Latest } from '../api/latest';
import type { Applies } from '../commands/applies';
import { typingOf, type Typing } from '../commands/completion';
import { find, type Entry } from '../commands/entries';
import type { Offered } from '../commands/offered.svelte';
import type { Preview } from '../desk/preview.svelte';
import type { Looking } from '../looking/looking.svelte';
import { drawnSeed, NEW_SEED } from '../looking/numbers';
import { parseLine } from '../music/line';
import { settings } from '../settings/settings.svelte';
import type { Contents } from '../song/contents.svelte';

/** A line of the list: what something said means, an entry that was found, or how a typed line could go on. */
export interface Row {
  kind: 'said' | 'found' | 'choice';
  title: string;
  help: string;
  lines: string[];
  keys: string[];
  group: string;
  /** whether more must be typed before it can be run */
  open: boolean;
  /** the parameter whose value is asked for first */
  asks: string;
}

/** What is read to find something. */
export interface FoundIn {
  catalog: Catalog;
  contents: Pick<Contents, 'song' | 'notes'>;
  offered: Pick<Offered, 'entries'>;
  applies: Pick<Applies, 'whyNot'>;
  looking: Pick<Looking, 'atLines' | 'atAnswer' | 'said'>;
  preview: Pick<Preview, 'clear'>;
}

const OF_SONG = ['track', 'clip', 'conductor'];

/**
 * What is typed in the palette, what is found by it, and what is seen of that before it is done. A text is a line where
 * it reads as one, else it is searched, and asked for as something said.
 */
export class Finding {
  text = $state('');
  chosen = $state(0);
  /** how many are listed */
  most = $state(20);
  #said = $state.raw<(Said & { text: string }) | null>(null);
  #waits: (() => void) | null = null;
  /** seeds that were drawn for what is seen, by the line they belong to */
  readonly #seeds = new Map<string, string>();
  readonly #latest = new Latest<Said & { text: string }>(
    (said) => this.#heard(said),
    () => this.#heard({ text: this.text, lines: [], left: [], problem: '', preview: null }),
  );

  constructor(private readonly on: FoundIn) {}

  readonly typing: Typing | null = $derived.by(() =>
    typingOf(
      this.on.catalog,
      this.text,
      this.on.contents.song.tracks.map(({ name }) => name),
    ),
  );

  readonly #found = $derived.by(() => find(this.on.offered.entries, this.text, settings.recent).slice(0, this.most));

  /** What was said, as far as it was understood by now; null where it is a line, or nothing was. */
  readonly said = $derived.by(() => (this.typing === null && this.#said?.text === this.text ? this.#said : null));

  /** Whether every word of it was understood, and it can be done. */
  readonly isUnderstood = $derived.by(
    () => this.said !== null && this.said.lines.length > 0 && this.said.left.length === 0 && !this.said.problem,
  );

  /** What is listed: under a line what its words find still stands; what was said comes before all but its own name. */
  readonly rows: Row[] = $derived.by(() => {
    const { typing, said } = this;
    const found = this.#found.map((entry) => this.#row(entry));
    if (typing) return [...typing.choices.map(choice), ...found];
    if (!said || !this.isUnderstood) return found;
    const line = said.lines.join('; ');
    const entry = this.on.offered.entries.find((one) => !one.open && one.line === line);
    const same = entry && this.#row(entry);
    const first: Row = same
      ? { ...same, lines: said.lines, asks: '' }
      : { ...EMPTY, kind: 'said', title: said.text.trim(), help: line, lines: said.lines, group: 'Said' };
    const others = found.filter((row) => row.lines[0] !== same?.lines[0]);
    return this.#isNamed(this.#found[0]) && others[0] ? [others[0], first, ...others.slice(1)] : [first, ...others];
  });

  /** Whether what is typed is an edit that can be looked at. */
  readonly isEdit = $derived.by(() => this.typing !== null && this.on.catalog.edits.includes(this.typing.declaration));

  /** Whether Enter was pressed before it was known what was said means. */
  get isWaiting(): boolean {
    return this.#waits !== null;
  }

  /** Enter is taken back before it was known what was said means. */
  leave(): void {
    this.#waits = null;
  }

  typed(value: string): void {
    this.text = value;
    this.#waits = null;
    // In a line nothing is chosen until one goes down to it, so that Enter runs what stands there; the beginning of a
    // parameter is no line yet.
    this.chosen = this.typing && /(^\s*\S+|=\S*|")\s*$/.test(value) ? -1 : 0;
    if (this.typing === null && value.trim().length > 1) this.#ask(value);
  }

  /** Shows on the roll what Enter would do: a line that is typed, what was said, or the first that was found. */
  show(): void {
    const { looking, preview } = this.on;
    if (this.isEdit && this.chosen < 0) {
      if (/=$/.test(this.text.trim())) preview.clear();
      else looking.atLines([this.text.trim()]);
      return;
    }
    // What was said is on its way.
    if (!this.typing && !this.said && this.text.trim().length > 1) return;
    const row = this.rows[this.chosen];
    if (row && this.said?.preview && row.lines === this.said.lines) {
      looking.atAnswer(this.said.preview);
      return;
    }
    const [line = ''] = row?.lines ?? [];
    const edit = this.#edit(line);
    const isSeen = row?.kind === 'found' && !row.open && !row.asks && edit && !OF_SONG.includes(edit.subject ?? '');
    if (isSeen && !this.on.applies.whyNot(row.lines)) looking.atLines(this.settled(row.lines));
    else preview.clear();
  }

  /** Does something now, or once it is known what was said means. */
  whenHeard(then: () => void): void {
    if (this.typing || this.said || this.#isNamed(this.#found[0]) || this.chosen > 0 || this.text.trim().length < 2)
      then();
    else this.#waits = then;
  }

  /** Lines as they are seen and then done: what takes another value each time has one that was drawn once. */
  settled(lines: readonly string[]): string[] {
    return lines.map((line) => {
      const { name, values } = parseLine(line);
      const seed = this.#edit(name)?.parameters.find(({ default: usual }) => usual === NEW_SEED)?.name;
      if (!seed || values[seed]) return line;
      const drawn = this.#seeds.get(line) ?? drawnSeed();
      this.#seeds.set(line, drawn);
      return `${line} ${seed}=${drawn}`;
    });
  }

  /** What is written for a parameter whose value is asked for: what holds now. */
  present(name: string, parameter: string): string {
    const { tempo, meters, key } = this.on.contents.song;
    const kind = this.#edit(name)?.parameters.find((one) => one.name === parameter)?.kind ?? '';
    const now: Record<string, string> = {
      tempo: String(tempo),
      meter: `${meters[0].numerator}/${meters[0].denominator}`,
      key: key ?? 'C major',
      level: this.#loudness(),
    };
    return now[kind] ?? '';
  }

  /** The mean velocity of what is selected. */
  #loudness(): string {
    const { columns, selected: isSelected, count } = this.on.contents.notes;
    let [sum, selected] = [0, 0];
    for (let i = 0; i < count; i++) {
      if (isSelected[i]) {
        sum += columns.velocity[i];
        selected++;
      }
    }
    return selected > 0 ? String(Math.round(sum / selected)) : '96';
  }

  #ask(text: string): void {
    this.#latest.ask(async () => ({ ...(await this.on.looking.said(text)), text }));
  }

  #heard(said: Said & { text: string }): void {
    this.#said = said;
    if (said.text !== this.text) return;
    const waits = this.#waits;
    this.#waits = null;
    waits?.();
  }

  /** Whether an entry is called just as is typed. */
  #isNamed(entry: Entry | undefined): boolean {
    const phrase = this.text.trim().toLowerCase();
    return entry !== undefined && (entry.words.title === phrase || entry.words.trade.includes(phrase));
  }

  #edit(line: string): Declaration | undefined {
    const [name] = line.split(' ', 1);
    return this.on.catalog.edits.find((edit) => edit.name === name);
  }

  #row({ line, title, help, keys, group, open }: Entry): Row {
    const asks = this.#edit(line)?.name === line ? (this.#edit(line)?.asks ?? '') : '';
    return { kind: 'found', title, help: line === title ? '' : line || help, lines: [line], keys, group, open, asks };
  }
}

const EMPTY: Row = { kind: 'choice', title: '', help: '', lines: [], keys: [], group: '', open: false, asks: '' };

function choice({ text, help, line }: Typing['choices'][number]): Row {
  return { ...EMPTY, title: text, help, lines: [line], open: true };
}
