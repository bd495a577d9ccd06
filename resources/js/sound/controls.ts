import type { Track } from '../api';
import type { CurveName } from '../music/curves';
import { BEND, CONTROLLER, KEY_PRESSURE, PRESSURE } from '../music/midi';
import { laneOf, type LaneName } from '../music/lanes';
import type { PointTable } from '../music/points';
import { firstFrom } from '../music/table';
import type { Score } from './score';

/** The kinds of points, by the status of their message. */
export const KIND = { keyPressure: 0xa, controller: 0xb, program: 0xc, pressure: 0xd, bend: 0xe };
const PROGRAM = 0xc0;
const [PEDAL, DOWN] = ['cc64', 64];
/** The value of a program where none holds: the instrument of the track. */
export const AS_THE_TRACK = -1;

/** A value that a track is told. */
export interface Control {
  lane: LaneName;
  kind: number;
  number: number;
  value: number;
}

/** A value of a curve within a note, at seconds of the clock of the sound. */
export interface CurveTurn {
  of: CurveName;
  value: number;
  at: number;
}

/** The bytes of a control on a channel. */
export function bytesOf({ kind, number, value }: Control, channel: number): number[] {
  switch (kind) {
    case KIND.bend:
      return [BEND | channel, (value + 8192) & 127, (value + 8192) >> 7];
    case KIND.keyPressure:
      return [KEY_PRESSURE | channel, number, value];
    case KIND.controller:
      return [CONTROLLER | channel, number, value];
    default:
      return [(kind === KIND.program ? PROGRAM : PRESSURE) | channel, value];
  }
}

/** What was told, and for when. */
interface Told extends Control {
  at: number;
}

/**
 * What controllers, bend, pressure and programs hold where a song plays: what was told each track, so that a start in the
 * middle, a turn of a loop, an undo or a stop leaves no value hanging.
 */
export class Controls {
  /** what was told, by track and lane, in order of time; of what is past the last alone counts */
  readonly #told = new Map<number, Map<LaneName, Told[]>>();

  /** @param tell tells a track a value at a moment of the clock of the sound */
  constructor(
    private readonly score: Score,
    private readonly tell: (track: Track, control: Control, at: number) => void,
  ) {}

  /** Tells all tracks what holds at a tick, and what is at rest there; what they know already is not said again. */
  chase(tick: number, at: number, tracks: readonly Track[] = this.score.song.tracks): void {
    for (const track of tracks) {
      const wanted = this.#held(track, tick);
      for (const [lane, told] of this.#told.get(track.id) ?? []) {
        const last = told.at(-1);
        if (last && !wanted.has(lane)) wanted.set(lane, this.#rested(last));
      }
      for (const [lane, control] of wanted) {
        if (this.#known(track, lane) !== control.value) this.#say(track, control, at);
      }
    }
  }

  /** Brings everything back to rest, where something was told. */
  rest(rest: (track: Track, control: Control) => void): void {
    for (const track of this.score.song.tracks) {
      for (const told of this.#told.get(track.id)?.values() ?? []) {
        const last = told.at(-1);
        if (!last) continue;
        const rested = this.#rested(last);
        if (rested.value !== last.value) rest(track, rested);
      }
    }
    this.#told.clear();
  }

  /** What was to be told from a moment on is not. */
  forget(from: number): void {
    for (const lanes of this.#told.values()) {
      for (const [lane, told] of lanes) {
        lanes.set(
          lane,
          told.filter(({ at }) => at < from),
        );
      }
    }
  }

  /** Tells what points say from one tick to another. */
  give(track: Track, fromTick: number, toTick: number, atOf: (tick: number) => number): void {
    for (const { points, mine } of this.#tables(track)) {
      const { start, kind, number, value, note } = points.columns;
      for (let i = firstFrom(start, Math.ceil(fromTick)); i < points.count && start[i] < toTick; i++) {
        const lane = laneOf(kind[i], number[i]);
        if (note[i] !== 0 || !mine(i) || this.score.lanes.muted.has(lane)) continue;
        this.#say(track, { lane, kind: kind[i], number: number[i], value: value[i] }, atOf(start[i]));
      }
    }
  }

  /** What the curves within a note say while it sounds; the same note sounds in several rounds of a loop. */
  within(track: Track, note: number, from: number, to: number, atOf: (tick: number) => number): CurveTurn[] {
    const turns: CurveTurn[] = [];
    for (const { points } of this.#tables(track)) {
      const curves = points.curves.get(note);
      if (!curves) continue;
      const { start, value } = points.columns;
      for (const [of, places] of Object.entries(curves) as [CurveName, number[]][]) {
        for (const i of places) {
          if (start[i] >= from && start[i] < to) turns.push({ of, value: value[i], at: atOf(start[i]) });
        }
      }
    }
    return turns;
  }

  /** Where a note that ends at a tick is let go: where the pedal comes up, if it is down then. */
  released(track: Track): (tick: number) => number {
    const pedal = this.score.lanes.muted.has(PEDAL)
      ? []
      : this.#tables(track).flatMap(({ points, mine }) =>
          (points.lanes.get(PEDAL) ?? [])
            .filter(mine)
            .map((i) => [points.columns.start[i], points.columns.value[i]] as const),
        );
    if (pedal.length === 0) return (tick) => tick;
    pedal.sort(([a], [b]) => a - b);
    return (tick) => {
      const held = pedal.findLast(([at]) => at <= tick);
      if (!held || held[1] < DOWN) return tick;
      return pedal.find(([at, value]) => at > tick && value < DOWN)?.[0] ?? Math.max(tick, this.score.end);
    };
  }

  /** All programs that a track is told, each with the bank that is chosen then. */
  programs(track: Track): { bank: number; program: number }[] {
    return this.#tables(track).flatMap(({ points, mine }) => {
      const { start, value } = points.columns;
      const bankAt = (lane: LaneName, tick: number) =>
        value[(points.lanes.get(lane) ?? []).findLast((i) => start[i] <= tick && mine(i)) ?? -1] ?? 0;
      return (points.lanes.get('program') ?? [])
        .filter(mine)
        .map((i) => ({ bank: (bankAt('cc0', start[i]) << 7) | bankAt('cc32', start[i]), program: value[i] }));
    });
  }

  #known(track: Track, lane: LaneName): number | undefined {
    return this.#told.get(track.id)?.get(lane)?.at(-1)?.value;
  }

  #say(track: Track, control: Control, at: number): void {
    const lanes = this.#told.get(track.id) ?? new Map<LaneName, Told[]>();
    this.#told.set(track.id, lanes);
    const told = lanes.get(control.lane) ?? [];
    lanes.set(control.lane, told);
    // What lies well behind counts no more, but for the last of it.
    while (told.length > 1 && told[1].at < at - PAST_SECONDS) told.shift();
    told.push({ ...control, at });
    this.tell(track, control, at);
  }

  #rested(control: Control): Control {
    const value = control.kind === KIND.program ? AS_THE_TRACK : this.score.lanes.of(control.lane).rest;
    return { lane: control.lane, kind: control.kind, number: control.number, value };
  }

  /** What holds at a tick, by lane. */
  #held(track: Track, tick: number): Map<LaneName, Control> {
    const held = new Map<LaneName, Control & { start: number }>();
    for (const { points, mine } of this.#tables(track)) {
      const { start, kind, number, value } = points.columns;
      for (const [lane, places] of points.lanes) {
        if (this.score.lanes.muted.has(lane)) continue;
        const i = places.findLast((place) => start[place] <= tick && mine(place));
        if (i === undefined || (held.get(lane)?.start ?? -1) > start[i]) continue;
        held.set(lane, { lane, kind: kind[i], number: number[i], value: value[i], start: start[i] });
      }
    }
    return new Map([...held].sort(([one], [other]) => Number(isProgram(one)) - Number(isProgram(other))));
  }

  /** Where the points of a track stand: what is heard beside the open clips, and what lies in its open clips that sound. */
  #tables(track: Track): { points: PointTable; mine: (place: number) => boolean }[] {
    const { sounding, visiblePoints } = this.score;
    const clips = new Set(track.clips.filter(({ muted }) => !muted).map(({ id }) => id));
    const { clip } = visiblePoints.columns;
    return [
      { points: sounding.pointsOf(track.id), mine: () => true },
      { points: visiblePoints, mine: (place) => clips.has(clip[place]) },
    ];
  }
}

/** How much further back than it is given ahead something told is kept, in seconds. */
const PAST_SECONDS = 2;
/** A program is told after the bank it is chosen from. */
const isProgram = (lane: LaneName) => lane === 'program';
