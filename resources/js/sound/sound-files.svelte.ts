import { api } from '../api';
import { centsOf } from '../music/pitch';
import { PointTable } from '../music/points';
import { settings } from '../settings/settings.svelte';
import type { Sender } from '../song/sender.svelte';
import type { Contents } from '../song/contents.svelte';
import type { WaveForm } from '../synth/wave-file';
import { bankUrls } from './live.svelte';
import { allSounds } from './instruments';
import { RATES, scoreOf, type RenderAs, type Rendered } from './rendering';
import { askedIn, whySilent } from './silence';
import RenderWorker from './render-worker?worker';
import type { RenderAsked, RenderTold } from './render-worker';

/** What is made into sound. */
export interface SoundAsked {
  /** the whole song, or a span of ticks */
  span: readonly [number, number] | null;
  rounds: number;
  /** ids of the tracks; null for all as they sound now */
  tracks: readonly number[] | null;
  /** a file for each of them */
  apart: boolean;
  rate: (typeof RATES)[number];
  form: WaveForm;
}

/** How far it is: the share that is made, 0–1, and the seconds that are left; null while that is not known. */
export interface Progress {
  share: number;
  left: number | null;
}

/** Less than this, in shares, tells nothing of how long the rest takes. */
const TELLING = 0.02;

const plain = (name: string) => name.replace(/[^\p{L}\p{N} _-]+/gu, '').trim() || 'song';

/** Sound files of the song: made in a worker, by what plays it, while one works on. */
export class SoundFiles {
  /** whether what can be set for them is shown */
  open = $state(false);
  progress = $state.raw<Progress | null>(null);
  #worker: Worker | null = null;
  #over = () => {};

  /** @param say tells what came of it */
  constructor(
    private readonly contents: Contents,
    private readonly sender: Pick<Sender, 'idle'>,
    private readonly lanes: { of(lane: string): { rest: number }; readonly muted: ReadonlySet<string> },
    private readonly say: (text: string, kind: 'done' | 'refused') => void,
  ) {}

  /** Makes them, and keyboards each over as it is there. */
  async make(asked: SoundAsked, hand: (name: string, file: Blob) => void): Promise<void> {
    this.cancel();
    this.progress = { share: 0, left: null };
    await this.sender.idle();
    const { song } = this.contents;
    const sounding = (await api.sound(song.id, [])).tracks;
    if (this.progress === null) return;
    const names = this.#named(asked);
    const what: Rendered = {
      song,
      sounding,
      rests: Object.fromEntries(lanesOf(sounding).map((lane) => [lane, this.lanes.of(lane).rest])),
      silent: [...this.lanes.muted],
    };
    const silent: string[] = [];
    const told: RenderAsked = {
      what,
      files: names.map(({ name, tracks }): RenderAsked['files'][number] => ({
        name,
        as: renderAs(asked, tracks),
      })),
      urls: bankUrls(song.tracks.flatMap((track) => allSounds(track, []).map(({ pack }) => pack))),
    };
    const began = performance.now();
    this.#worker = new RenderWorker();
    await new Promise<void>((over) => {
      this.#over = over;
      this.#worker!.onmessage = ({ data }: MessageEvent<RenderTold>) => {
        if (data.tell === 'progress') {
          const { share } = data;
          const spent = (performance.now() - began) / 1000;
          this.progress = { share, left: share < TELLING ? null : Math.ceil((spent * (1 - share)) / share) };
        } else if (data.tell === 'file') {
          hand(data.name, data.file);
          if (data.isSilent) silent.push(data.name);
        } else {
          this.#end();
          if (data.tell === 'failed') this.say(`No sound was made: ${data.why}`, 'refused');
          else if (silent.length > 0) this.say(`${silent.join(', ')}: ${whyNot(what, asked)}`, 'refused');
          else
            this.say(names.length === 1 ? `${names[0].name} is made` : `${names.length} sound files are made`, 'done');
        }
      };
      this.#worker!.onerror = () => {
        this.#end();
        this.say('No sound was made: the browser ended it. Try a shorter span, or 16 bits.', 'refused');
      };
      this.#worker!.postMessage(told);
    });
  }

  /** Ends what is being made; of it nothing is left. */
  cancel(): void {
    if (this.progress === null) return;
    this.#end();
  }

  #end(): void {
    this.#worker?.terminate();
    this.#worker = null;
    this.progress = null;
    this.#over();
  }

  #named({ tracks, apart }: SoundAsked): { name: string; tracks: readonly number[] | null }[] {
    const { song } = this.contents;
    const name = plain(song.name);
    if (!apart) return [{ name: `${name}.wav`, tracks }];
    return song.tracks
      .map((track, place) => ({ track, place }))
      .filter(({ track }) => tracks === null || tracks.includes(track.id))
      .map(({ track, place }) => ({ name: `${name} ${place + 1} ${plain(track.name)}.wav`, tracks: [track.id] }));
  }
}

const renderAs = ({ span, rounds, rate, form }: SoundAsked, tracks: readonly number[] | null): RenderAs => ({
  range: span ?? undefined,
  rounds,
  tracks: tracks ?? undefined,
  rate,
  form,
  tuning: centsOf(settings.tuning),
});

/** Why nothing sounds in a file. */
function whyNot(what: Rendered, { span, tracks }: SoundAsked): string {
  const score = scoreOf(what, undefined);
  const asked = askedIn(score, span ?? [0, score.end], tracks);
  const around = { volume: 100, isRunning: true, loop: null, isPlaying: true, hears: true };
  return whySilent(score, asked, around)[0]?.text ?? 'Nothing sounds: no note lies there, or all that do are muted.';
}

/** The lanes in which something is said. */
function lanesOf(sounding: Awaited<ReturnType<typeof api.sound>>['tracks']): string[] {
  return [...new Set(sounding.flatMap(({ points }) => [...PointTable.of(points).lanes.keys()]))];
}
