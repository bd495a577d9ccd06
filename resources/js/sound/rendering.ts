import type { Song, TrackSound } from '../api';
import { NoteTable } from '../music/notes';
import { PointTable } from '../music/points';
import { Clock } from '../music/time';
import { Sounds } from '../song/sounding.svelte';
import { BLOCK, Engine } from '../synth/engine';
import type { BankShelf } from '../synth/bank-shelf';
import type { Order } from '../synth/orders';
import { WaveFile, type WaveForm } from '../synth/wave-file';
import { Controls } from './controls';
import { Passage } from './passage';
import { allSounds } from './instruments';
import { LookAhead } from './look-ahead';
import { Parts } from './parts';
import type { Score } from './score';
import type { Sounder } from './sounder';

/** What is made into sound: the song as the server tells it, whole. */
export interface Rendered {
  song: Song;
  sounding: readonly TrackSound[];
  /** what each lane holds where nothing is said */
  rests: Readonly<Record<string, number>>;
  /** lanes that are not heard */
  silent: readonly string[];
}

export interface RenderAs {
  /** in ticks; the whole song where it is left out */
  range?: readonly [number, number] | undefined;
  /** how many times the range, or the song, is gone round */
  rounds: number;
  /** ids of the tracks that are heard; all that are not muted where it is left out */
  tracks?: readonly number[] | undefined;
  /** samples a second */
  rate: number;
  form: WaveForm;
  /** how far A4 lies from 440 Hz, in cents; 0 where it is left out */
  tuning?: number | undefined;
}

/** The rates one may have, in samples a second. */
export const RATES = [44_100, 48_000, 88_200, 96_000] as const;

const AHEAD_SECONDS = 0.5;
/** How long a tail may ring at most, in seconds, and from where on it is none, in shares of the most. */
const [LONGEST_TAIL, INAUDIBLE] = [12, 0.00003];
/** It tells how far it is after so many blocks, and lets others do something. */
const BREATH = 256;

const NO_OUTPUTS: Score['outputs'] = {
  of: () => null,
  queueOf: () => {
    throw new Error('A rendering has no outputs.');
  },
  clock: () => undefined,
  forget: () => undefined,
};

/** The engine alone: its clock goes as far as it is rendered. */
class Apart implements Sounder {
  readonly needed = new Set<string>();

  constructor(private readonly engine: Engine) {}

  get now(): number {
    return this.engine.time;
  }

  get heard(): number {
    return this.engine.time;
  }

  tell(order: Order): void {
    this.engine.tell(order);
  }

  need(pack: string): void {
    this.needed.add(pack);
  }

  pageAt(seconds: number): number {
    return 1000 * seconds;
  }
}

/** The last tick of a song. */
const endOf = ({ tracks }: Song) =>
  Math.max(1, ...tracks.flatMap(({ clips }) => clips.map(({ start, length }) => start + length)));

/** The song as it is rendered. */
export function scoreOf({ song, sounding, rests, silent }: Rendered, tracks: RenderAs['tracks']): Score {
  const heard = tracks && {
    ...song,
    tracks: song.tracks.map((track) => ({ ...track, muted: !tracks.includes(track.id), solo: false })),
  };
  return {
    song: heard ?? song,
    clock: new Clock(song.tempos),
    get gridLines(): never {
      throw new Error('A rendering has no grid.');
    },
    visible: NoteTable.none,
    visiblePoints: PointTable.none,
    fresh: NoteTable.none,
    lanes: { of: (lane) => ({ rest: rests[lane] ?? 0 }), muted: new Set(silent) },
    range: null,
    end: endOf(song),
    track: song.tracks[0],
    tracks: new Map(),
    outputs: NO_OUTPUTS,
    clicks: false,
    sendsClock: false,
    sounding: Sounds.none.with(sounding),
  };
}

/**
 * Makes a file of what is heard, with its tail: the same instruments, controllers, techniques and tempos as it plays, by the
 * same classes.
 *
 * @param tell told how much of it is there, 0–1; what it gives says whether it goes on
 * @returns null where it was ended before
 */
export async function render(
  what: Rendered,
  as: RenderAs,
  shelf: BankShelf,
  tell: (share: number) => boolean | Promise<boolean>,
): Promise<WaveFile | null> {
  const score = scoreOf(what, as.tracks);
  const engine = new Engine(as.rate, 'apart');
  await engine.ready;
  const sounder = new Apart(engine);
  const parts = new Parts(score, sounder);
  const controls = new Controls(score, (track, control, at) => parts.of(track).tell('song', control, at));
  const ahead = new LookAhead(score, sounder, parts, controls);
  for (const track of score.song.tracks.filter((one) => parts.isAudible(one))) {
    for (const { pack } of allSounds(track, controls.programs(track))) sounder.need(pack);
  }
  engine.tell({ do: 'tuning', cents: as.tuning ?? 0 });
  for (const key of sounder.needed) engine.tell({ do: 'pack', pack: await shelf.pack(key) });
  for (const track of score.song.tracks) parts.of(track);

  const [from, to] = as.range ?? [0, score.end];
  const { clock } = score;
  const seconds = (clock.seconds(to) - clock.seconds(from)) * as.rounds;
  const passage = new Passage(0, from, clock, [from, to]);
  const file = new WaveFile(as.rate, as.form);
  const end = Math.round(seconds * as.rate);
  const [left, right] = [new Float32Array(BLOCK), new Float32Array(BLOCK)];
  ahead.begin(passage, null);
  let silent = 0;
  for (let block = 0; ; block++) {
    ahead.giveUpTo(Math.min(seconds, engine.time + AHEAD_SECONDS), passage, null);
    ahead.tidy();
    engine.render(left, right);
    file.add(left, right, BLOCK);
    const isOver = file.length >= end;
    silent = left.some((value) => Math.abs(value) > INAUDIBLE) || engine.hasVoices ? 0 : silent + BLOCK;
    if (isOver && (silent > as.rate / 20 || file.length - end > LONGEST_TAIL * as.rate)) break;
    if (block % BREATH === 0 && !(await tell(Math.min(1, file.length / Math.max(1, end))))) return null;
  }
  return file;
}
