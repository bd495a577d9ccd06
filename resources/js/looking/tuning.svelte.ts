import type { Declaration, Parameter } from '../api';
import { formatLine, type Line } from '../music/line';
import type { Asking } from '../asking/asking.svelte';
import type { Lanes } from '../desk/lanes.svelte';
import type { Preview } from '../desk/preview.svelte';
import type { Contents } from '../song/contents.svelte';
import type { Looking } from './looking.svelte';
import { isOfNotes, RELEASE, VELOCITY } from '../music/lanes';
import { setting, settings } from '../settings/settings.svelte';

/** what a line says to get other random values each time, and how many there are to draw from */
const NEW_SEED = 'new';
const SEEDS = 1_000_000;

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
  /** counts up when it is opened anew, so that its first control can take the focus */
  opened = $state(0);

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

  /** Whether it changes tracks, clips or the conductor rather than notes. */
  isOfSong = $derived(['track', 'clip', 'conductor'].includes(this.edit?.subject ?? ''));

  constructor(
    private readonly contents: Pick<Contents, 'song'>,
    private readonly lanes: Lanes,
    private readonly preview: Preview,
    private readonly looking: Pick<Looking, 'atLines'>,
    private readonly asking: Pick<Asking, 'run'>,
  ) {}

  /** Takes an edit to tuning, with the parameters said, else with those it was last given here. */
  open(edit: Declaration, line?: Line): void {
    const said = line && Object.keys(line.values).length > 0 ? line.values : (settings.parameters[edit.name] ?? {});
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
    if (parameter.kind !== 'level') return parameter;
    const { least, most } = lanes.of(this.values.lane || VELOCITY);
    const span = most - least;
    const [min, max] = parameter.difference ? [-span, span] : [least, most];
    return { ...parameter, kind: 'whole-number', min, max, allowed: `${min} to ${max}` };
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
    this.looking.atLines([this.line], this.isOfSong);
  }

  commit(): void {
    const { edit, line } = this;
    if (!edit) {
      return;
    }
    setting.parametersOf(edit.name, this.#kept(edit));
    const { preview } = this;
    this.edit = null;
    preview.flipped = false;
    // What was seen stays in sight until the clip is that.
    this.asking.run([line], { done: () => preview.clear() });
  }

  leave(): void {
    this.edit = null;
    this.preview.clear();
  }

  /** What a parameter stands at first. A new seed is drawn here, so that what is seen is what will be done. */
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
      return String(Math.floor(Math.random() * SEEDS));
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
