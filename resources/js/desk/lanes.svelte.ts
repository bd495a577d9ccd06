import type { Catalog, Lane } from '../api';
import { isOfNotes, VELOCITY, type LaneName } from '../music/lanes';
import { parseLine } from '../music/line';
import { pitchName } from '../music/pitch';
import { TECHNIQUES } from '../music/techniques';
import { LANE, setting, settings } from '../settings/settings.svelte';
import type { Contents } from '../song/contents.svelte';

/** The lanes under the roll: which are shown, which of them the next key reaches, and which are not heard. */
export class Lanes {
  /** the one that keys reach which name none */
  current = $state<LaneName>(VELOCITY);
  /** lanes whose points are not heard for the moment */
  muted = $state.raw<ReadonlySet<LaneName>>(new Set());
  readonly #known: ReadonlyMap<LaneName, Lane>;
  /** edits that say which lane they are done to */
  readonly #edits: ReadonlySet<string>;

  constructor(
    private readonly contents: Pick<Contents, 'notes' | 'points'>,
    { lanes, edits }: Pick<Catalog, 'lanes' | 'edits'>,
  ) {
    this.#known = new Map(lanes.map((lane) => [lane.name, lane]));
    this.#edits = new Set(
      edits.filter((edit) => edit.parameters.some(({ name }) => name === 'lane')).map(({ name }) => name),
    );
  }

  /** All that can be shown; of keys those that have pressure. */
  get all(): Lane[] {
    const keys = [...this.contents.points.lanes.keys()].filter((name) => !this.#known.has(name));
    return [...this.#known.values(), ...keys.map((name) => this.of(name))];
  }

  has(name: LaneName): boolean {
    return this.#known.has(name) || name === TECHNIQUES || /^key\d{1,3}$/.test(name);
  }

  of(name: LaneName): Lane {
    if (name === TECHNIQUES) return { name, title: 'Technique', least: 0, most: 0, rest: 0 };
    const key = Number(name.slice(3));
    return this.#known.get(name) ?? { name, title: `Key pressure ${pitchName(key)}`, least: 0, most: 127, rest: 0 };
  }

  /** Those that hold something, in the order they are listed in. */
  get held(): LaneName[] {
    const { notes, points } = this.contents;
    const ofNotes = [
      ...(notes.count > 0 ? [VELOCITY] : []),
      ...(notes.columns.technique.some((number) => number > 0) ? [TECHNIQUES] : []),
    ];
    return [...ofNotes, ...this.all.map(({ name }) => name).filter((name) => points.lanes.has(name))];
  }

  /** What is said where another lane is the one keys reach. */
  get said(): string {
    const { title } = this.of(this.current);
    return this.current === TECHNIQUES
      ? `${title}: a drag lets the notes of that time be played so`
      : `${title}: keys of dynamics reach this lane`;
  }

  /** Shows a lane and makes it the one keys reach. */
  show(name: LaneName): void {
    setting.turn('lane', true);
    if (!settings.lanes.some((lane) => lane.name === name)) {
      setting.lanes([...settings.lanes, { name, height: LANE.usual }]);
    }
    this.current = name;
  }

  hide(name: LaneName): void {
    setting.lanes(settings.lanes.filter((lane) => lane.name !== name));
    if (this.current === name) this.current = settings.lanes.at(-1)?.name ?? VELOCITY;
  }

  /** Moves a lane up or down among those that are shown. */
  move(name: LaneName, by: 1 | -1): void {
    const at = settings.lanes.findIndex((lane) => lane.name === name);
    const to = at + by;
    if (at < 0 || to < 0 || to >= settings.lanes.length) return;
    const lanes = [...settings.lanes];
    [lanes[at], lanes[to]] = [lanes[to], lanes[at]];
    setting.lanes(lanes);
  }

  mute(name: LaneName): boolean {
    const muted = new Set(this.muted);
    if (!muted.delete(name)) muted.add(name);
    this.muted = muted;
    return muted.has(name);
  }

  resize(name: LaneName, height: number): void {
    setting.lanes(
      settings.lanes.map((lane) =>
        lane.name === name ? { ...lane, height: Math.min(LANE.most, Math.max(LANE.least, Math.round(height))) } : lane,
      ),
    );
  }

  /** What is selected says which lane keys reach: that of a point, or the velocities where notes are. */
  follow(ids: readonly number[]): void {
    if (ids.length === 0) return;
    const { points, notes } = this.contents;
    if (notes.placeOf(ids[0]) >= 0) {
      if (!isOfNotes(this.current)) this.current = VELOCITY;
      return;
    }
    const place = points.placeOf(ids[0]);
    for (const [name, places] of place < 0 ? [] : points.lanes) {
      if (places.includes(place)) this.current = name;
    }
  }

  /**
   * Lines that name no lane, done to the one that keys reach.
   *
   * @param pastesPoints whether what would be pasted are points alone
   * @param lane the one that keys reached when they were pressed
   */
  named(lines: readonly string[], pastesPoints: boolean, lane = this.current): string[] {
    if (lane === VELOCITY || lane === TECHNIQUES) return [...lines];
    return lines.map((line) => {
      const { name, values } = parseLine(line);
      const takesLane = this.#edits.has(name) && (name !== 'paste' || pastesPoints) && values.lane === undefined;
      return takesLane ? `${line} lane=${lane}` : line;
    });
  }
}
