import * as Tone from 'tone';
import type { VoiceName } from '../api';
import { settings } from '../settings/settings.svelte';
import { TwoClocks } from './two-clocks';
import { makeVoice, type Voice } from './voices';

/** How long both clocks are looked at before something is recorded; one that does not go by then never will. */
const [SETTLES_MS, GOES_WITHIN_MS] = [150, 2000];

/** From which frequency on timbre makes a sound darker or brighter, and how much at most. */
const [SHELF_HZ, SHELF_DB] = [1500, 20];

/** One voice with its loudness and its place. */
export interface Channel {
  name: VoiceName;
  voice: Voice;
  /** what volume and expression of the song make of it, before the track's own loudness */
  level: Tone.Gain;
  gain: Tone.Gain;
  pan: Tone.Panner;
  /** How bright it is, 0–127 around 64; made when it is first wanted. */
  tone(value: number): void;
}

/**
 * What every song sounds through. There is one for the page: the browser never lets go of a source that was started, so
 * voices are given back and used again instead of made anew for each song.
 */
export class Mixer {
  /** Of several voices, for one refuses a click before another that was given out already, as those of a test that was left. */
  readonly click = new Tone.PolySynth(Tone.Synth, {
    oscillator: { type: 'square' },
    envelope: { attack: 0.001, decay: 0.03, sustain: 0, release: 0.01 },
    volume: -14,
  });
  readonly #master = new Tone.Gain(0.8).toDestination();
  readonly #meter = new Tone.Meter({ normalRange: true, smoothing: 0.7 });
  readonly #free: Channel[] = [];
  readonly #clocks = new TwoClocks();

  constructor() {
    this.#master.connect(this.#meter);
    this.click.connect(this.#master);
  }

  /** Seconds of the audio clock: what is given now sounds then at the earliest. */
  get now(): number {
    return Tone.now();
  }

  /** Seconds of the audio clock that are heard at this moment. */
  get heard(): number {
    return Tone.immediate();
  }

  /** Looks at both clocks, which is done often, so that it is known how they stand to each other. */
  compareClocks(): void {
    this.#clocks.see(performance.now() / 1000, this.heard);
  }

  /** Looks at them anew until they are known to less than a ms. */
  async settleClocks(): Promise<void> {
    const soon = () => new Promise((done) => setTimeout(done, 1));
    // Just after the first sound was allowed the audio clock does not go yet.
    const stood = this.heard;
    let begin = performance.now();
    while (this.heard === stood && performance.now() - begin < GOES_WITHIN_MS) await soon();
    this.#clocks.forget();
    begin = performance.now();
    while (performance.now() - begin < SETTLES_MS) {
      this.compareClocks();
      await soon();
    }
  }

  /** The moment of the page's clock, in ms, as seconds of the audio clock that are heard then. */
  at(milliseconds: number): number {
    this.compareClocks();
    return this.#clocks.audio(milliseconds / 1000) - this.#onItsWay;
  }

  /** When a moment of the audio clock is heard, in ms of the page's clock. */
  pageAt(seconds: number): number {
    this.compareClocks();
    return 1000 * this.#clocks.page(seconds + this.#onItsWay);
  }

  /** How long sound is under way until it is heard, in seconds. */
  get #onItsWay(): number {
    const { baseLatency = 0 } = Tone.getContext().rawContext as AudioContext;
    return baseLatency + settings.outputDelay / 1000;
  }

  /** The root of the mean power of what sounds, 0–1, so that soft notes show. */
  get level(): number {
    return Math.min(1, Math.sqrt(Math.max(0, this.#meter.getValue() as number)));
  }

  /** Has to be called once from a press of a key or the pointer; browsers stay silent until then. */
  async begin(): Promise<void> {
    await Tone.start();
  }

  /** @param percent 0–100 */
  setVolume(percent: number): void {
    this.#master.gain.rampTo((percent / 100) ** 1.5, 0.02);
  }

  take(name: VoiceName): Channel {
    const at = this.#free.findIndex((channel) => channel.name === name);
    if (at >= 0) {
      return this.#free.splice(at, 1)[0];
    }
    const pan = new Tone.Panner(0).connect(this.#master);
    const gain = new Tone.Gain(1).connect(pan);
    const level = new Tone.Gain(1).connect(gain);
    let shelf: Tone.Filter | undefined;
    const tone = (value: number) => {
      if (value === 64 && !shelf) return;
      if (!shelf) {
        shelf = new Tone.Filter({ type: 'highshelf', frequency: SHELF_HZ, gain: 0 }).connect(gain);
        level.disconnect();
        level.connect(shelf);
      }
      shelf.gain.rampTo(((value - 64) / 64) * SHELF_DB, 0.02);
    };
    return { name, voice: makeVoice(name, level), level, gain, pan, tone };
  }

  giveBack(channel: Channel): void {
    channel.voice.silence();
    channel.voice.bend(0);
    channel.voice.vibrate(0);
    channel.tone(64);
    channel.level.gain.cancelScheduledValues(0);
    channel.level.gain.value = 1;
    this.#free.push(channel);
  }
}
