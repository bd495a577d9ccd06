import type { Declaration, Parameter } from '../api';
import type { Asking } from '../asking/asking.svelte';
import type { Grid } from '../desk/grid.svelte';
import type { Preview } from '../desk/preview.svelte';
import type { Status } from '../desk/status.svelte';
import { formatLine, parseLine, type Line } from '../music/line';
import type { Arranging } from '../sight/arranging.svelte';
import type { Contents } from '../song/contents.svelte';
import type { Looking } from './looking.svelte';
import { seedsOf } from './numbers';
import type { Shaping } from './shaping.svelte';

/** How far the pointer goes up for one, in CSS pixels. */
const PIXELS = 2;

/** A number that is turned while a key is down. */
export interface Turned {
  edit: Declaration;
  parameter: Parameter;
  line: Line;
  /** where it was when the key went down, and where it is */
  from: number;
  value: number;
}

/** A number of an edit that is turned by ear under a held key: seen and heard meanwhile, done as one step when it is let go. */
export class Dial {
  now = $state.raw<Turned | null>(null);
  /** where the pointer was when it began, and the value it stands for there */
  #origin: { y: number; value: number } | null = null;

  constructor(
    private readonly contents: Pick<Contents, 'history'>,
    private readonly grid: Pick<Grid, 'swing'>,
    private readonly arranging: Pick<Arranging, 'hasKeys'>,
    private readonly preview: Preview,
    private readonly looking: Pick<Looking, 'atLines'>,
    private readonly shaping: Pick<Shaping, 'begin' | 'end'>,
    private readonly asking: Pick<Asking, 'run' | 'runOnClips'>,
    private readonly status: Status,
  ) {}

  /** The line as it stands. */
  get line(): string {
    const { now } = this;
    return now
      ? formatLine({ ...now.line, values: { ...now.line.values, [now.parameter.name]: String(now.value) } })
      : '';
  }

  /** Begins to turn a number of an edit; gives what the key does that comes up. */
  begin(edit: Declaration, parameter: Parameter, line: Line): () => void {
    this.leave();
    const last = this.#last(edit);
    const from = this.#begins(parameter, { ...last, ...line.values }, last !== null);
    // The other dials of the edit stay where they were turned to.
    const kept = edit.oneOf?.length ? {} : last;
    const values = { ...seedsOf(edit), ...kept, ...line.values };
    this.now = { edit, parameter, line: { ...line, values }, from, value: from };
    this.#origin = null;
    this.preview.stop();
    this.shaping.begin();
    this.status.say(
      `${edit.title}: pointer up and down, wheel, or ↑ and ↓; letting go keeps it, Escape leaves it`,
      'hint',
    );
    return () => this.#letGo();
  }

  /** Turns it by so much. */
  turn(by: number): void {
    if (this.now) this.#to(this.now.value + by);
    this.#origin = null;
  }

  /** The pointer is at a height of the page, in CSS pixels. */
  pointAt(y: number): void {
    if (!this.now) return;
    this.#origin ??= { y, value: this.now.value };
    this.#to(this.#origin.value + Math.round((this.#origin.y - y) / PIXELS));
  }

  /** Leaves all as it was. */
  leave(): void {
    if (!this.now) return;
    this.#over();
    this.preview.clear();
  }

  #to(value: number): void {
    const { now } = this;
    if (!now) return;
    const held = Math.min(now.parameter.max ?? value, Math.max(now.parameter.min ?? value, value));
    if (held === now.value) return;
    this.now = { ...now, value: held };
    this.looking.atLines([this.line]);
  }

  #letGo(): void {
    const { now, line, preview } = this;
    if (!now) return;
    this.#over();
    if (now.value === now.from) {
      preview.clear();
      return;
    }
    if (this.arranging.hasKeys) {
      preview.clear();
      this.asking.runOnClips([line]);
    } else {
      // What was heard stays in sight until the song is that; it is not sounded once more.
      this.asking.run([line], { sound: false, over: () => preview.clear() });
    }
  }

  #over(): void {
    this.now = null;
    this.shaping.end();
  }

  /** What the last step says of this edit; null where that is another. */
  #last({ name }: Declaration): Record<string, string> | null {
    return this.contents.history.lines.map(parseLine).findLast((one) => one.name === name)?.values ?? null;
  }

  /** Where it stands now: as the last step has it, else where it changes nothing. */
  #begins(
    { name, min = 0, max = 0, default: usual }: Parameter,
    said: Record<string, string>,
    isDone: boolean,
  ): number {
    const value = said[name] ?? (isDone ? usual : null) ?? '';
    if (value !== '' && !isNaN(Number(value))) return Number(value);
    return Math.min(max, Math.max(min, name === 'swing' ? this.grid.swing : 0));
  }
}
