import type { Declaration, Parameter } from '../api';
import { formatLine, parseLine, type Line } from '../music/line';
import type { Asking, Last } from '../asking/asking.svelte';
import type { Grid } from '../desk/grid.svelte';
import type { Lanes } from '../desk/lanes.svelte';
import type { Preview } from '../desk/preview.svelte';
import type { Contents } from '../song/contents.svelte';
import type { Sender } from '../song/sender.svelte';
import type { Looking } from './looking.svelte';
import { drawnSeed, NEW_SEED, numberIn } from './numbers';
import { isOfNotes, RELEASE, VELOCITY } from '../music/lanes';
import { setting, settings } from '../settings/settings.svelte';

/** what a line says where it goes by the grid that is set */
const CURRENT_GRID = 'grid';

/** Lanes that are offered before anything lies in them. */
const USED_MOST = ['cc11', 'cc1', 'bend', 'cc64', 'cc7', 'cc10', 'pressure'];

/**
 * The edit being tuned on the bench: its parameters as they would be written, what they would do on the roll, and the end
 * of it: done, or left as it was.
 */
export class Tuning {
  edit = $state.raw<Declaration | null>(null);
  /** what is written for each parameter; nothing where it is left out */
  values = $state<Record<string, string>>({});
  /** of the parameters of which one is taken, the one that is */
  taken = $state('');
  /** the parameter whose control takes the focus; '' for the first one */
  wanted = $state('');
  /** counts up when it is opened anew, so that the control that is wanted can take the focus */
  opened = $state(0);
  /** the lines before and behind it, where it was done among others */
  #around = $state.raw<readonly [before: readonly string[], behind: readonly string[]]>([[], []]);
  /** the step in whose place it is put; null where it is one of its own */
  #instead = $state.raw<Last['step']>(null);

  /** The edit line as it stands: only what differs from the defaults is written. */
  line = $derived.by(() => {
    const { edit } = this;
    if (!edit) {
      return '';
    }
    const said = edit.parameters.filter((parameter) => this.#isSaid(edit, parameter));
    return formatLine({
      name: edit.name,
      values: Object.fromEntries(said.map(({ name }) => [name, this.values[name]])),
    });
  });

  /** All that is run: the line, and those it stands among. */
  lines = $derived.by(() => [...this.#around[0], this.line, ...this.#around[1]]);

  /** Whether it changes tracks, clips or the conductor rather than notes. */
  isOfSong = $derived(['track', 'clip', 'conductor'].includes(this.edit?.subject ?? ''));

  constructor(
    private readonly contents: Pick<Contents, 'song'>,
    private readonly lanes: Lanes,
    private readonly preview: Preview,
    private readonly looking: Pick<Looking, 'atLines'>,
    private readonly asking: Pick<Asking, 'run' | 'last'>,
    private readonly sender: Pick<Sender, 'idle'>,
    private readonly grid: Pick<Grid, 'name' | 'swing'>,
  ) {}

  /** Takes an edit to tuning, with the parameters said, else with those it was last given here. */
  open(edit: Declaration, line?: Line): void {
    const isSaid = line && Object.keys(line.values).length > 0;
    this.#begin(edit, isSaid ? line.values : (settings.parameters[edit.name] ?? {}));
  }

  /**
   * Takes what was done last to tuning, just as it was done, to be put in its place; tells whether it is among some edits.
   */
  openLast(edits: readonly Declaration[]): boolean {
    const { lines, step, grid } = this.asking.last;
    const named = lines.map((line) => edits.find(({ name }) => name === parseLine(line).name));
    const at = named.findLastIndex((edit) => edit !== undefined);
    const edit = named[at];
    if (!edit) return false;
    this.#begin(edit, this.#asDone(edit, parseLine(lines[at]).values, grid));
    this.#around = [lines.slice(0, at), lines.slice(at + 1)];
    this.#instead = step;
    if (step === 'last') void this.#followUp(edits);
    return true;
  }

  /** Once what was under way is done, it is known which step it is, and what it came to. */
  async #followUp(edits: readonly Declaration[]): Promise<void> {
    const { line, opened } = this;
    await this.sender.idle();
    if (this.opened !== opened || !this.edit) return;
    if (this.line === line) this.openLast(edits);
    else this.#instead = this.asking.last.step;
  }

  /** The values of a line; the grid it was done on stands in it, where that is another by now. */
  #asDone(edit: Declaration, values: Record<string, string>, grid: Last['grid']): Record<string, string> {
    if (!grid || (grid[0] === this.grid.name && grid[1] === this.grid.swing)) return values;
    const { parameters } = edit;
    const named = parameters.find(({ kind, default: usual }) => kind === 'grid' && usual === CURRENT_GRID)?.name;
    if (!named || (values[named] ?? CURRENT_GRID) !== CURRENT_GRID) return values;
    const swings = grid[1] !== this.grid.swing && !values.swing && parameters.some(({ name }) => name === 'swing');
    return { ...values, [named]: grid[0], ...(swings && { swing: String(grid[1]) }) };
  }

  #begin(edit: Declaration, said: Record<string, string>): void {
    this.#around = [[], []];
    this.#instead = null;
    this.wanted =
      edit.wanted || Object.keys(said).find((name) => said[name]) || (edit.bare?.[0] ?? '').replace(/^[+%]/, '');
    const oneOf = edit.oneOf ?? [];
    this.values = Object.fromEntries(
      edit.parameters.map((parameter) => [parameter.name, said[parameter.name] ?? this.#begins(parameter)]),
    );
    this.taken = oneOf.find((name) => said[name]) ?? oneOf.find((name) => this.values[name]) ?? oneOf[0] ?? '';
    if (this.taken && !this.values[this.taken]) {
      this.values[this.taken] = plain(edit.parameters.find(({ name }) => name === this.taken)!);
    }
    this.preview.stop();
    this.edit = edit;
    this.opened++;
  }

  /** A parameter as it is set here: values have the bounds of the lane that is said, and lanes are to choose from. */
  settled(parameter: Parameter): Parameter {
    const { lanes } = this;
    if (parameter.kind === 'lane') {
      const names = [
        ...new Set([VELOCITY, RELEASE, ...settings.lanes.map(({ name }) => name), ...lanes.held, ...USED_MOST]),
      ];
      const offered = this.edit?.parameters.some(({ kind, default: usual }) => kind === 'lane' && usual === VELOCITY)
        ? names
        : names.filter((name) => !isOfNotes(name));
      const titles = Object.fromEntries(offered.map((name) => [name, lanes.of(name).title]));
      return { ...parameter, kind: 'choice', options: offered, titles };
    }
    return numberIn(parameter, lanes, this.values.lane || VELOCITY);
  }

  /** Another one of the parameters of which one is taken. */
  take(name: string): void {
    this.taken = name;
    this.values[name] ||= plain(this.edit!.parameters.find((parameter) => parameter.name === name)!);
  }

  /** Turns its first number, as the wheel does over the roll; tells whether it has one. */
  turn(by: 1 | -1): boolean {
    const { edit } = this;
    const number = edit?.parameters
      .map((parameter) => this.settled(parameter))
      .find(({ kind, name }) => kind === 'whole-number' && !this.#isLeft(edit, name));
    if (!number) return false;
    const now = Number(this.values[number.name] || number.default || number.min);
    this.values[number.name] = String(Math.min(number.max ?? now, Math.max(number.min ?? now, now + by)));
    return true;
  }

  show(): void {
    this.looking.atLines([...this.lines], this.#instead);
  }

  commit(): void {
    const { edit, lines, preview } = this;
    if (!edit) {
      return;
    }
    const kept = this.#kept(edit);
    const instead = this.#instead ?? undefined;
    this.edit = null;
    preview.flipped = false;
    this.asking.run(lines, {
      instead,
      // What was seen stays in sight until the clip is that; what is refused is not remembered.
      done: () => {
        preview.clear();
        setting.parametersOf(edit.name, kept);
      },
      over: (isDone) => !isDone && preview.clear(),
    });
  }

  leave(): void {
    this.edit = null;
    this.preview.clear();
  }

  /** What a parameter stands at first. */
  #begins({ kind, default: usual }: Parameter): string {
    const { tempo, meters, key } = this.contents.song;
    const now: Record<string, string> = {
      tempo: String(tempo),
      meter: `${meters[0].numerator}/${meters[0].denominator}`,
      key: key ?? 'C major',
    };
    const { current } = this.lanes;
    if (kind === 'lane' && (!isOfNotes(current) || usual === VELOCITY)) {
      return current;
    }
    if (usual === NEW_SEED) {
      return drawnSeed();
    }
    return now[kind] ?? usual ?? '';
  }

  #isSaid(edit: Declaration, parameter: Parameter): boolean {
    const value = this.values[parameter.name];
    if (edit.oneOf?.includes(parameter.name)) {
      return parameter.name === this.taken && value !== '';
    }
    return value !== '' && value !== (parameter.default ?? '');
  }

  /** What is remembered for the next time: of the parameters of which one is taken that one, and no seed. */
  #kept(edit: Declaration): Record<string, string> {
    const kept = edit.parameters.filter(({ name, default: usual }) => usual !== NEW_SEED && !this.#isLeft(edit, name));
    return Object.fromEntries(kept.map(({ name }) => [name, this.values[name]]));
  }

  #isLeft(edit: Declaration, name: string): boolean {
    return (edit.oneOf?.includes(name) ?? false) && name !== this.taken;
  }
}

/** A value to begin with where a parameter has no default. */
function plain({ kind, min = 0, max = 0, options }: Parameter): string {
  if (kind === 'whole-number' || kind === 'level') {
    return String(min <= 1 && max >= 1 ? 1 : max >= 100 ? 100 : min);
  }
  return kind === 'amount' || kind === 'grid' ? 'grid' : (options?.[0] ?? '');
}
