import { flushSync } from 'svelte';
import { vi } from 'vitest';
import type { Song, Track } from '../../resources/js/api';
import { NoteTable } from '../../resources/js/music/notes';
import { PointTable } from '../../resources/js/music/points';
import { settings } from '../../resources/js/settings/settings.svelte';
import { Outputs } from '../../resources/js/sound/outputs.svelte';
import { Player } from '../../resources/js/sound/player.svelte';
import type { Loudspeaker } from '../../resources/js/sound/sound-kit';
import { ScoreOnScreen } from '../../resources/js/desk/score-on-screen';
import { BLOCK, Engine } from '../../resources/js/synth/engine';
import { lightPack, LIGHT_VOICES } from '../../resources/js/synth/light-bank';
import type { Order, Report } from '../../resources/js/synth/orders';
import { workbench, type TestNote, type TestPoint } from './studio';

export const RATE = 48_000;
const PAGE_MS = 5;

/** The engine as the page has it, with a clock that goes as far as it is listened to. */
class Listened implements Loudspeaker {
  report: Report | null = null;
  readonly left: Float32Array[] = [];
  /** all that was told, with its moment */
  readonly told: { at: number; order: Order }[] = [];
  /** instruments that were asked for */
  readonly needed = new Set<string>();
  #began = 0;

  constructor(readonly engine: Engine) {
    this.#began = performance.now();
  }

  get now(): number {
    return this.engine.time;
  }

  get heard(): number {
    return this.engine.time;
  }

  tell(order: Order): void {
    this.told.push({ at: this.now, order });
    this.engine.tell(order);
  }

  need(pack: string): void {
    this.needed.add(pack);
  }

  pageAt(seconds: number): number {
    return this.#began + 1000 * seconds;
  }

  at(milliseconds: number): number {
    return (milliseconds - this.#began) / 1000;
  }

  async begin(): Promise<void> {}
  async settleClocks(): Promise<void> {}
  compareClocks(): void {}

  /** Listens on for a while; the page goes on with it, unless it stands still. */
  listen(seconds: number, page: 'goes' | 'stands' = 'goes'): void {
    const until = this.now + seconds;
    let ms = performance.now();
    while (this.now < until) {
      const left = new Float32Array(BLOCK);
      this.engine.render(left, new Float32Array(BLOCK));
      this.left.push(left);
      const due = this.pageAt(this.now) - ms;
      if (page === 'goes' && due >= PAGE_MS) {
        vi.advanceTimersByTime(PAGE_MS);
        ms += PAGE_MS;
        flushSync();
      }
    }
    this.report = this.engine.report();
    if (page === 'stands') vi.advanceTimersByTime(this.pageAt(this.now) - ms);
  }
}

/** What was sent to an output, with its moment in seconds of the clock of the sound. */
export interface Sent {
  at: number;
  bytes: number[];
}

/** A song that is played and listened to: 120 quarters a minute, 480 ticks each, a track with an organ. */
export async function rehearsal(
  notes: TestNote[],
  points: TestPoint[] = [],
  of: Partial<Track> = {},
  lane = [0xb, 11],
) {
  vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout', 'setInterval', 'clearInterval', 'performance'] });
  Object.assign(settings, { loop: false, metronome: false, sendClock: false, hear: true, outputs: {}, volume: 100 });
  Object.assign(settings, { inputDelay: 0, outputDelay: 0 });
  const engine = new Engine(RATE, 'apart');
  await engine.ready;
  for (const voice of [...LIGHT_VOICES, 'click']) engine.tell({ do: 'pack', pack: lightPack(voice) });
  const desk = new Listened(engine);
  const on = workbench(notes, points, { voice: 'organ', ...of });
  const { contents, grid, seen, range, lanes } = on;
  const { id, start, value, clip } = contents.points.columns;
  const all = (of: number) => Array.from(id, () => of);
  const columns = { id, start, value, clip, kind: all(lane[0]), number: all(lane[1]) };
  contents.points = PointTable.of(columns as unknown as Parameters<typeof PointTable.of>[0]);
  const gone: string[] = [];
  const outputs = new Outputs(contents.song.id, (name) => gone.push(name));
  const score = new (class extends ScoreOnScreen {
    #tempos = contents.song.tempos;
    #clock = seen.clock;

    override get clock() {
      // Without a page what is derived is derived anew each time.
      if (seen.song.tempos !== this.#tempos) [this.#tempos, this.#clock] = [seen.song.tempos, seen.clock];
      return this.#clock;
    }
  })({ contents, seen, grid, range, lanes, outputs }, () => NoteTable.none);
  const crowded: string[] = [];
  const player = new Player(
    score,
    async () => desk,
    () => crowded.push('crowded'),
  );
  await player.prepare();
  desk.listen(0.05);

  const heard = () => {
    const samples = new Float32Array(desk.left.length * BLOCK);
    desk.left.forEach((block, k) => samples.set(block, k * BLOCK));
    return samples;
  };
  /** The root of the mean power between two moments. */
  const level = (from: number, to: number) => {
    const samples = heard().subarray(Math.round(from * RATE), Math.round(to * RATE));
    return Math.sqrt(samples.reduce((sum, value) => sum + value * value, 0) / samples.length);
  };
  return {
    ...on,
    desk,
    player,
    score,
    outputs,
    gone,
    crowded,
    level,
    /** The song comes back from the server, changed. */
    change(song: Partial<Song>) {
      contents.song = { ...contents.song, ...song };
      player.revise();
    },
    /** Lets it go on for so many seconds. */
    listen: (seconds: number, page: 'goes' | 'stands' = 'goes') => desk.listen(seconds, page),
    async start(from = 0) {
      await player.start(from);
      return player.began;
    },
    /** Moments at which it gets loud after it was silent. */
    onsets(from = 0, threshold = 0.002): number[] {
      const samples = heard();
      const found: number[] = [];
      let silent = RATE;
      for (let i = Math.round(from * RATE); i < samples.length; i++) {
        if (Math.abs(samples[i]) < threshold) {
          silent++;
          continue;
        }
        if (silent > 0.02 * RATE) found.push(i / RATE);
        silent = 0;
      }
      return found;
    },
    /** From when to when it sounds, by spans of 10 ms. */
    spans(from = 0, threshold = 0.003): [number, number][] {
      const found: [number, number][] = [];
      for (let at = from; at + 0.01 <= desk.now; at += 0.01) {
        if (level(at, at + 0.01) < threshold) continue;
        const last = found.at(-1);
        if (last && at - last[1] < 0.015) last[1] = at + 0.01;
        else found.push([at, at + 0.01]);
      }
      return found;
    },
    /** How much of the sound between two moments is of a pitch: the amplitude of its fundamental. */
    amount(pitch: number, from: number, to: number): number {
      const samples = heard().subarray(Math.round(from * RATE), Math.round(to * RATE));
      const turn = (2 * Math.PI * 440 * 2 ** ((pitch - 69) / 12)) / RATE;
      let [sine, cosine] = [0, 0];
      samples.forEach((value, k) => {
        sine += value * Math.sin(turn * k);
        cosine += value * Math.cos(turn * k);
      });
      return (2 * Math.hypot(sine, cosine)) / samples.length;
    },
    /** The pitch that sounds between two moments in Hz, by how often it crosses the middle upward. */
    hertz(from: number, to: number): number {
      const samples = heard().subarray(Math.round(from * RATE), Math.round(to * RATE));
      const crossings: number[] = [];
      for (let i = 1; i < samples.length; i++) {
        if (samples[i - 1] < 0 && samples[i] >= 0) {
          crossings.push(i - samples[i] / (samples[i] - samples[i - 1]));
        }
      }
      return ((crossings.length - 1) * RATE) / (crossings.at(-1)! - crossings[0]);
    },
    /** An output that writes down what it is sent. */
    plugIn(id: string, canClear = false) {
      const sent: Sent[] = [];
      outputs.add({
        id,
        name: `Output ${id}`,
        send: (bytes, at) => sent.push({ at: desk.at(at), bytes }),
        ...(canClear ? { clear: () => sent.splice(0, sent.length, ...sent.filter(({ at }) => at <= desk.now)) } : {}),
      });
      return sent;
    },
  };
}
