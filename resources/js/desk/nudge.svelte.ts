import { lengthAt } from '../music/amounts';
import { setting, settings } from '../settings/settings.svelte';
import type { Caret } from './caret.svelte';
import type { Grid } from './grid.svelte';

/** Amounts the keys may nudge by; how long each is depends on where it is used. */
export const NUDGES = [
  '1tk',
  '1ms',
  '100smp',
  '5ms',
  '10ms',
  '1/128',
  '1fr',
  '1/64',
  '1/32',
  '1/16t',
  '1/16',
  '1/8',
  '1/4',
  '1/2',
  '1bar',
  '2bar',
  '4bar',
];

/** what says that the keys nudge by a step of the grid, whatever it is */
export const AS_THE_GRID = 'grid';

/** What runs by the meter, each the next length of the one before. */
const LENGTHS = ['1/128', '1/64', '1/32', '1/16', '1/8', '1/4', '1/2', '1bar', '2bar', '4bar', '8bar', '16bar'];

/** What is counted in a unit goes on by these, and ten, a hundred times of them. */
const SERIES = [1, 2, 5, 10];

/** How far the keys nudge, apart from the grid: the amounts `step` and `step2`. */
export class Nudge {
  constructor(
    private readonly grid: Pick<Grid, 'name' | 'measure'>,
    private readonly caret: Pick<Caret, 'tick'>,
  ) {}

  /** The amount that is set, and the next length after it. */
  get amounts(): [step: string, larger: string] {
    return [settings.nudge, this.#nextLength(settings.nudge)];
  }

  /** The amounts to choose from, the shortest first, with the one that is set. */
  get choices(): string[] {
    const { nudge } = settings;
    const own = nudge === AS_THE_GRID || NUDGES.includes(nudge) ? NUDGES : [nudge, ...NUDGES];
    return own.toSorted((a, b) => this.#length(a) - this.#length(b));
  }

  /** What is said of the amount that is set: with the grid, how long that is. */
  get said(): string {
    const [step, larger] = this.amounts;
    return `${step === AS_THE_GRID ? `a step of the grid, ${this.grid.name}` : step}; the larger amount is ${larger}`;
  }

  /** Sets another amount. */
  by(amount: string): void {
    setting.nudgeBy(amount);
  }

  /** Sets the next amount there is that is longer, or shorter, here. */
  step(to: 'larger' | 'smaller'): void {
    const now = this.#length(settings.nudge);
    const { choices } = this;
    const next =
      to === 'larger'
        ? choices.find((amount) => this.#length(amount) > now)
        : choices.findLast((amount) => this.#length(amount) < now);
    if (next) this.by(next);
  }

  /** Takes the grid as it is now for the amount; again, it follows the grid. */
  takeGrid(): void {
    const { name } = this.grid;
    this.by(settings.nudge !== AS_THE_GRID ? AS_THE_GRID : name === 'bar' ? '1bar' : name);
  }

  #nextLength(amount: string): string {
    const [, number, unit] = /^(\d+(?:\.\d+)?)(ms|s|smp|fr|tk)$/.exec(amount) ?? [];
    if (unit) return `${nextInSeries(Number(number))}${unit}`;
    const now = this.#length(amount);
    return LENGTHS.find((longer) => this.#length(longer) > now) ?? LENGTHS[LENGTHS.length - 1];
  }

  /** How long an amount is at the caret, in ticks. */
  #length(amount: string): number {
    return lengthAt(this.grid.measure, this.caret.tick, amount);
  }
}

function nextInSeries(number: number): number {
  const ten = 10 ** Math.floor(Math.log10(Math.max(number, Number.MIN_VALUE)));
  return SERIES.map((one) => one * ten).find((next) => next > number * 1.001) ?? 20 * ten;
}
