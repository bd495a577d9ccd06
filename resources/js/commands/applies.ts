import type { Declaration, Need } from '../api';
import type { Lanes } from '../desk/lanes.svelte';
import { isOfNotes, VELOCITY } from '../music/lanes';
import { parseLine, type Line } from '../music/line';
import { TECHNIQUES } from '../music/techniques';
import type { Panes } from '../sight/panes.svelte';
import type { ChosenClips } from '../desk/chosen-clips.svelte';
import type { Contents } from '../song/contents.svelte';
import type { Range } from '../desk/range.svelte';

/** What there is to work on. */
export interface Present {
  panes: Pick<Panes, 'reached'>;
  contents: Pick<Contents, 'notes' | 'points'>;
  chosenClips: Pick<ChosenClips, 'placed'>;
  range: Pick<Range, 'span'>;
  lanes: Pick<Lanes, 'current'>;
}

/** Lines that select what those behind them work on. */
const SELECTS = /^(choose|select|on) /;

/** Words for a place that only a range has. */
const ENDS_OF_RANGE = /^range-(start|end)$/;

const WHY: Record<Need, string> = {
  notes: 'Select notes first: a press takes one, a box or Shift several, Ctrl+A all.',
  points: 'Select points of a lane first, or drag a range on the ruler.',
  clips: 'Choose clips first: a press takes one, a box or Shift several, Ctrl+A all.',
  range: 'Drag a range on the ruler first.',
  track: 'Make a track first.',
};

/**
 * Whether lines apply now: the one answer that what runs them, the strip, the menus and the palette go by. It is made of
 * what each edit and each command declares that it needs.
 */
export class Applies {
  readonly #declared: ReadonlyMap<string, Declaration>;
  /** lines as they were read: a strip asks for all its keys after every selection */
  readonly #read = new Map<string, Line>();

  constructor(
    declared: readonly Declaration[],
    private readonly on: Present,
  ) {
    this.#declared = new Map(declared.map((one) => [one.name, one]));
  }

  /** What has to be done first, in a sentence; '' where all of the lines apply. */
  whyNot(texts: readonly string[]): string {
    for (const text of texts) {
      // What follows works on what is selected then.
      if (SELECTS.test(text)) return '';
      const lacking = this.#lacking(this.#line(text));
      if (lacking) return WHY[lacking];
    }
    return '';
  }

  /** Whether some of the lines need something that is selected or chosen. */
  needsSelection(texts: readonly string[]): boolean {
    return texts.some((text) => this.#needsOf(this.#line(text)).some((need) => need !== 'track' && need !== 'range'));
  }

  #line(text: string): Line {
    const known = this.#read.get(text) ?? parseLine(text);
    this.#read.set(text, known);
    return known;
  }

  #needsOf({ name }: Line): readonly Need[] {
    return this.#declared.get(name)?.needs ?? [];
  }

  #lacking(line: Line): Need | null {
    const needs = this.#needsOf(line);
    const { panes, contents, chosenClips, range } = this.on;
    if (!range.span && Object.values(line.values).some((value) => ENDS_OF_RANGE.test(value))) return 'range';
    if (needs.length === 0 || needs.includes('track')) return null;
    if (needs.length === 1 && needs[0] === 'range') {
      return range.span || line.values.range?.includes('..') ? null : 'range';
    }
    // In the song all else means the chosen clips.
    if (panes.reached === 'song') return chosenClips.placed.length > 0 ? null : 'clips';
    // In the roll there always is a clip in front.
    if (needs.includes('clips')) return null;
    const { notes, points } = contents;
    const lane = this.#laneOf(line);
    if (this.#declared.get(line.name)?.subject === 'levels' && !isOfNotes(lane)) {
      return points.selectedCount > 0 || range.span ? null : 'points';
    }
    const takesRange = line.values.range !== undefined && line.values.range !== 'off';
    const isThere: Record<Need, boolean> = {
      notes: notes.selectedCount > 0,
      points: points.selectedCount > 0 && this.#declared.get(line.name)?.subject !== 'levels',
      range: range.span !== null && takesRange,
      clips: true,
      track: true,
    };
    if (needs.some((need) => isThere[need])) return null;
    return takesRange && needs.includes('range') ? 'range' : 'notes';
  }

  /** The lane a line is done to: the one it names, or the one that keys reach, or else the one the edit is for. */
  #laneOf({ name, values }: Line): string {
    const { current } = this.on.lanes;
    const usual = this.#declared.get(name)?.parameters.find((one) => one.name === 'lane')?.default;
    return values.lane ?? (current === VELOCITY || current === TECHNIQUES ? (usual ?? VELOCITY) : current);
  }
}
