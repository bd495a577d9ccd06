import { api, type EditContext, type NextPress } from '../api';
import type { Preview } from '../desk/preview.svelte';
import type { Table } from '../music/table';
import { settings } from '../settings/settings.svelte';
import type { Panes } from '../sight/panes.svelte';
import type { Contents } from '../song/contents.svelte';
import type { SongState } from '../song/state';
import type { Sender } from '../song/sender.svelte';
import { foreseen } from './foreseen.svelte';
import type { Habits } from './habits';
import type { Standpoint } from './standpoint.svelte';

/** What is read to look ahead. */
export interface AheadOf {
  contents: Contents;
  preview: Preview;
  panes: Pick<Panes, 'reached'>;
  sender: Pick<Sender, 'waiting'>;
  standpoint: Pick<Standpoint, 'still'>;
  habits: Habits;
}

/** How a press will leave what lies in the open clips, and the rest of the song where that is told. */
export type Foreseen = Pick<SongState, 'notes' | 'points'> & Partial<SongState>;

/** A step back or forward, beside lines. */
export const UNDO = 'undo';
export const REDO = 'redo';

/** So many presses are looked at where few notes are selected, else so many, and less where there are thousands. */
const MOST_OF_FEW = 24;
const FEW = 500;
const MOST_PRESSES = 12;
const MOST_NOTES = 30_000;
/** What is told by where the pointer or the playhead is cannot be known before it is pressed. */
const MOVES_BY_ITSELF = /\b(pointer|playhead)\b/;

/** What answers hang on: where another one of these stands, they are not true any more. */
export interface Basis {
  notes: unknown;
  points: unknown;
  song: unknown;
  at: number | null;
  context: string;
}

/**
 * Asks what the likeliest next presses would do while nothing is pressed, so that one of them is on the screen before it is
 * asked for. What is shown so is provisional: the press itself is sent as ever, and what its answer says stands.
 */
export class Ahead {
  /** what it hangs on what is known, and what it was asked on last */
  #basis: Basis | null = null;
  #asked: Basis | null = null;
  #askedIn = '';
  /** how the song would be after each press that is known */
  #known: ReadonlyMap<string, () => Foreseen> = new Map();
  #last = '';
  /** what was shown last, while its answer is on its way */
  #shown: { press: string } | null = null;

  /**
   * @param usual what may be pressed where habits tell nothing: lines, those that are used most first
   * @param whyNot what has to be done before lines apply; '' where they do
   * @param isSteady whether lines do the same whenever they are run: those that draw a value do not
   * @param begun what a hand is in the middle of, such as a modifier that is down; '' where in nothing
   */
  constructor(
    private readonly on: AheadOf,
    private readonly usual: () => readonly (readonly string[])[],
    private readonly whyNot: (lines: readonly string[]) => string,
    private readonly isSteady: (lines: readonly string[]) => boolean,
    readonly begun: () => string = () => '',
  ) {}

  /** What it hangs on whether it is time to look, to be followed; null where there is nothing to look for. */
  get occasion(): readonly unknown[] | null {
    const { panes, preview, sender } = this.on;
    if (!settings.ahead || panes.reached === 'song' || sender.waiting > 0 || preview.shown) return null;
    return [...Object.values(this.#now()), this.begun()];
  }

  /** Asks for what is likeliest now. */
  async look(): Promise<void> {
    const { contents, standpoint } = this.on;
    const basis = this.#now();
    const begun = this.begun();
    if (isSameBasis(this.#asked, basis) && this.#askedIn === begun) return;
    [this.#asked, this.#askedIn] = [basis, begun];
    const presses = begun ? this.#endings() : this.#likeliest();
    if (presses.length === 0) return;
    // A run of one key goes on: what it would do once more is known too.
    const again = begun || presses[0] === UNDO || presses[0] === REDO ? [] : [twice(presses[0])];
    const asked = [...presses, ...again];
    try {
      const { answers } = await api.ahead(
        contents.song.id,
        contents.standing,
        asked.map(asPress),
        contents.selection(),
        standpoint.still as EditContext,
      );
      this.#learn(
        basis,
        asked.flatMap((press, k) => {
          const answer = answers[k];
          return answer ? [[press, () => contents.after(answer)] as const] : [];
        }),
      );
    } catch {
      // It was only a guess: what is pressed is asked for as ever.
    }
  }

  /** What holds now, for what is asked elsewhere and kept here once it is answered. */
  get basis(): Basis {
    return this.#now();
  }

  /** Told how lines would leave the song as it was when that was asked: they may be pressed next. */
  keep(lines: readonly string[], basis: Basis, after: Foreseen): void {
    const press = lines.join('\n');
    if (!MOVES_BY_ITSELF.test(press) && this.isSteady(lines)) this.#learn(basis, [[press, () => after]]);
  }

  /** Takes what was found out, beside what is known of the same; nothing where another selection or song came meanwhile. */
  #learn(basis: Basis, found: [press: string, after: () => Foreseen][]): void {
    if (!isSameBasis(basis, this.#now())) return;
    const known = this.#isStill(basis) ? this.#known : [];
    this.#basis = basis;
    this.#known = new Map([...known, ...found]);
  }

  /**
   * Told that something is pressed, before it is sent. Shows what it will do where that is known, and gives what ends that.
   *
   * @param isPlain whether it is done to what is selected, with nothing of its own
   */
  press(lines: readonly string[], isPlain: boolean): ((isDone: boolean) => void) | null {
    const press = lines.join('\n');
    // What a drag or a take was is no habit: it is never the same again.
    if (isPlain) this.on.habits.note(this.#last, press);
    this.#last = press;
    if (!isPlain || !settings.ahead) return null;
    const after = this.#after(press);
    if (after) foreseen.found++;
    else if (press === UNDO || press === REDO || (this.isSteady(lines) && this.whyNot(lines) === '')) foreseen.missed++;
    return after ? this.#show(press, after()) : null;
  }

  #after(press: string): (() => Foreseen) | undefined {
    const { preview, sender } = this.on;
    if (preview.step !== undefined || !this.#isStill(this.#now())) return undefined;
    if (sender.waiting === 0) return this.#known.get(press);
    return sender.waiting === 1 && this.#shown?.press === press ? this.#known.get(twice(press)) : undefined;
  }

  #show(press: string, after: Foreseen): (isDone: boolean) => void {
    const { contents, preview } = this.on;
    const mine = { press };
    this.#shown = mine;
    preview.provisional = after;
    return (isDone) => {
      if (isDone && !isSame(after.notes, contents.notes)) foreseen.wrong++;
      if (this.#shown !== mine) return;
      this.#shown = null;
      preview.provisional = null;
    };
  }

  /** What may end what a hand is in the middle of, as far as it is not known. */
  #endings(): string[] {
    const known = this.#isStill(this.#now()) ? this.#known : null;
    const presses = this.usual().map((lines) => lines.join('\n'));
    return presses.filter((press) => !known?.has(press) && this.#isToKnow(press)).slice(0, this.#most);
  }

  /** So many presses are looked at. */
  get #most(): number {
    const { contents } = this.on;
    const count = contents.notes.selectedCount + contents.points.selectedCount;
    return count <= FEW ? MOST_OF_FEW : Math.max(2, Math.min(MOST_PRESSES, Math.floor(MOST_NOTES / count)));
  }

  /** The likeliest presses: what this hand did before in this place, the same again, a step back, and what is usual. */
  #likeliest(): string[] {
    const { habits } = this.on;
    const most = this.#most;
    const known = habits.after(this.#last).filter((press) => this.#isToKnow(press));
    const usual = this.usual()
      .map((lines) => lines.join('\n'))
      .filter((press) => this.#isToKnow(press));
    const guesses = [
      ...known.slice(0, most / 3),
      ...(this.#last === UNDO ? [UNDO, REDO] : this.#last ? [this.#last, UNDO] : []),
      // In turns: a hand is known by what it did, and does what it never did here.
      ...Array.from({ length: most }, (_, k) => [usual[k], known[Math.ceil(most / 3) + k]]).flat(),
    ].filter((press) => press !== undefined);
    return [...new Set(guesses)].filter((press) => this.#isToKnow(press)).slice(0, most);
  }

  #isToKnow(press: string): boolean {
    if (press === UNDO) return this.on.contents.history.undo !== null;
    if (press === REDO) return this.on.contents.history.redo !== null;
    const lines = press.split('\n');
    return !MOVES_BY_ITSELF.test(press) && this.isSteady(lines) && this.whyNot(lines) === '';
  }

  #now(): Basis {
    const { contents, standpoint } = this.on;
    const { notes, points, song, history } = contents;
    return { notes, points, song, at: history.at, context: JSON.stringify(standpoint.still) };
  }

  #isStill(now: Basis): boolean {
    return isSameBasis(this.#basis, now);
  }
}

const isSameBasis = (then: Basis | null, now: Basis): boolean =>
  then !== null && (Object.keys(now) as (keyof Basis)[]).every((part) => then[part] === now[part]);

const twice = (press: string) => `${press}\n\n${press}`;

function asPress(press: string): NextPress {
  if (press === UNDO || press === REDO) return press;
  const [first, then] = press.split('\n\n');
  return { lines: first.split('\n'), ...(then !== undefined && { then: then.split('\n') }) };
}

/** Whether two tables hold the same. */
function isSame<Name extends string>(a: Table<Name>, b: Table<Name>): boolean {
  if (a.count !== b.count) return false;
  const [one, other] = [a.columns, b.columns];
  return (Object.keys(one) as (keyof typeof one)[]).every((name) => {
    for (let i = 0; i < a.count; i++) if (one[name][i] !== other[name][i]) return false;
    return true;
  });
}
