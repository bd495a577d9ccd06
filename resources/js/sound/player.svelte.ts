import * as Tone from 'tone';
import type { Track } from '../api/types';
import type { NoteStore } from '../roll/notes';
import type { Session } from '../state/session.svelte';
import { settings } from '../state/settings.svelte';
import { makeVoice, type Voice } from './voices';

/** How far ahead notes are given to the audio clock, and how often that is looked after. */
const AHEAD_SECONDS = 0.12;
const EVERY_MS = 25;
const LONGEST_HEARD_SECONDS = 0.6;
const MOST_HEARD = 12;
const RINGS_MS = 3000;

interface Channel {
  voice: Voice;
  name: string;
  gain: Tone.Gain;
}

/**
 * Plays the song as it stands on the screen: a little ahead of the audio clock it reads the notes anew, so an edit
 * made while it plays is heard at once.
 */
export class Player {
  playing = $state(false);
  /** whether something sounds or may still ring, so that frames are needed */
  active = $state(false);
  /** where the playhead is, in ticks */
  tick = $state(0);
  /** loudness of what sounds now, 0–1: the root of the mean power, so that soft notes show */
  level = $state(0);
  readonly #session: Session;
  #master: Tone.Gain | undefined;
  #meter: Tone.Meter | undefined;
  #click: Tone.Synth | undefined;
  #channels = new Map<number, Channel>();
  #ringsUntil = 0;
  #timer: ReturnType<typeof setInterval> | undefined;
  /** song seconds up to which notes were given to the clock, and the audio time that answers to song second 0 */
  #given = 0;
  #origin = 0;
  /** origins that are still to come: the playhead changes over when the sound does */
  #turns: { at: number; origin: number }[] = [];

  constructor(session: Session) {
    this.#session = session;
  }

  get loop(): [number, number] | null {
    return settings.loop ? (this.#session.range ?? [0, this.#session.view.length]) : null;
  }

  async toggle(from?: number): Promise<void> {
    if (this.playing) {
      this.stop();
    } else {
      await this.start(from ?? this.tick);
    }
  }

  async start(from: number): Promise<void> {
    await this.#ready();
    const loop = this.loop;
    const end = Math.max(
      this.#session.view.length,
      ...this.#session.song.tracks.flatMap((track) => track.clips.map((clip) => clip.length)),
    );
    const tick = loop && (from < loop[0] || from >= loop[1]) ? loop[0] : from >= end ? 0 : from;
    this.tick = tick;
    this.#given = this.#session.clock.seconds(tick);
    this.#origin = Tone.now() + 0.05 - this.#given;
    this.#turns = [];
    this.playing = true;
    this.active = true;
    this.#timer = setInterval(() => this.#advance(), EVERY_MS);
    this.#advance();
  }

  stop(): void {
    clearInterval(this.#timer);
    this.playing = false;
    this.#channels.forEach((channel) => channel.voice.silence());
  }

  /** Puts the playhead at a tick; while it plays it goes on from there. */
  async seek(tick: number): Promise<void> {
    this.tick = Math.max(0, tick);
    if (this.playing) {
      this.stop();
      await this.start(this.tick);
    }
  }

  /** Sounds notes once, as they are selected, drawn or moved. */
  async hear(places: number[]): Promise<void> {
    if (!settings.hear || this.playing) {
      return;
    }
    const { columns } = this.#session.notes;
    const first = places.filter((place) => place >= 0 && !columns.muted[place]).slice(0, MOST_HEARD);
    const start = columns.start[first[0]];
    await this.sound(
      first
        .filter((place) => columns.start[place] - start < this.#session.song.ppq / 4)
        .map((place) => [
          columns.pitch[place],
          columns.velocity[place],
          this.#session.clock.milliseconds(columns.start[place], columns.length[place]) / 1000,
        ]),
    );
  }

  /** Sounds pitches with a velocity for so many seconds, on the voice of the open track. */
  async sound(notes: [pitch: number, velocity: number, seconds: number][]): Promise<void> {
    await this.#ready();
    const voice = this.#channel(this.#session.track).voice;
    this.#ringsUntil = performance.now() + RINGS_MS;
    this.active = true;
    for (const [pitch, velocity, seconds] of notes) {
      voice.play(pitch, velocity, Tone.now() + 0.01, Math.min(LONGEST_HEARD_SECONDS, seconds));
    }
  }

  /** Moves the playhead to where the sound is. Called once a frame. */
  frame(): void {
    this.level = this.#meter ? Math.min(1, Math.sqrt(Math.max(0, this.#meter.getValue() as number))) : 0;
    if (!this.playing) {
      this.active = this.level > 0 || performance.now() < this.#ringsUntil;
      return;
    }
    this.#ringsUntil = performance.now() + RINGS_MS;
    const now = Tone.immediate();
    while (this.#turns.length > 0 && this.#turns[0].at <= now) {
      this.#origin = this.#turns.shift()!.origin;
    }
    this.tick = Math.max(0, this.#session.clock.tick(now - this.#origin));
  }

  dispose(): void {
    this.stop();
    this.#channels.forEach(({ voice, gain }) => {
      voice.dispose();
      gain.dispose();
    });
    [this.#master, this.#meter, this.#click].forEach((node) => node?.dispose());
  }

  async #ready(): Promise<void> {
    await Tone.start();
    if (!this.#master) {
      this.#master = new Tone.Gain(0.8).toDestination();
      this.#meter = new Tone.Meter({ normalRange: true, smoothing: 0.7 });
      this.#master.connect(this.#meter);
      this.#click = new Tone.Synth({
        oscillator: { type: 'square' },
        envelope: { attack: 0.001, decay: 0.03, sustain: 0, release: 0.01 },
        volume: -14,
      });
      this.#click.connect(this.#master);
    }
    this.#master.gain.rampTo((settings.volume / 100) ** 1.5, 0.02);
  }

  #channel(track: Track): Channel {
    let channel = this.#channels.get(track.id);
    if (channel?.name !== track.voice) {
      channel?.voice.dispose();
      const gain = channel?.gain ?? new Tone.Gain(1).connect(this.#master!);
      channel = { voice: makeVoice(track.voice, gain), name: track.voice, gain };
      this.#channels.set(track.id, channel);
    }
    channel.gain.gain.rampTo(track.muted ? 0 : (track.volume / 80) ** 1.5, 0.02);
    return channel;
  }

  #advance(): void {
    this.#master?.gain.rampTo((settings.volume / 100) ** 1.5, 0.02);
    const until = () => Tone.now() + AHEAD_SECONDS;
    let origin = this.#turns.at(-1)?.origin ?? this.#origin;
    for (let turns = 0; turns < 64 && this.#given + origin < until(); turns++) {
      const { clock } = this.#session;
      const loop = this.loop;
      const loopEnd = loop ? clock.seconds(loop[1]) : Infinity;
      const inLoop = loop !== null && this.#given < loopEnd;
      const to = Math.min(until() - origin, inLoop ? loopEnd : Infinity);
      this.#give(this.#given, to, origin);
      this.#given = to;
      if (inLoop && to >= loopEnd) {
        const at = loopEnd + origin;
        origin = at - clock.seconds(loop[0]);
        this.#given = clock.seconds(loop[0]);
        this.#turns.push({ at, origin });
      }
    }
    const { view } = this.#session;
    if (!this.loop && this.#session.clock.tick(this.#given) > view.length + this.#session.song.ppq * 4) {
      this.stop();
      this.tick = 0;
    }
  }

  /** Gives all notes that start in a span of song seconds to the audio clock. */
  #give(from: number, to: number, origin: number): void {
    const { clock, song, visible, others, trackId, lines } = this.#session;
    const [fromTick, toTick] = [clock.tick(from), clock.tick(to)];
    for (const track of song.tracks) {
      const store: NoteStore | undefined = track.id === trackId ? visible : others.get(track.id);
      if (!store || track.muted) {
        continue;
      }
      const { voice } = this.#channel(track);
      const { start, length, pitch, velocity, muted } = store.columns;
      for (
        let i = firstFrom(start, store.count, Math.ceil(fromTick - 1e-6));
        i < store.count && start[i] < toTick - 1e-6;
        i++
      ) {
        if (!muted[i]) {
          const seconds = clock.seconds(start[i]);
          voice.play(
            pitch[i],
            velocity[i],
            Math.max(Tone.now(), seconds + origin),
            clock.seconds(start[i] + length[i]) - seconds,
          );
        }
      }
    }
    if (settings.metronome) {
      for (const bar of lines.bars(fromTick, toTick)) {
        const beat = (4 * song.ppq) / bar.stretch.denominator;
        for (let k = 0; k < bar.stretch.numerator; k++) {
          const tick = bar.tick + k * beat;
          if (tick >= fromTick - 1e-6 && tick < toTick - 1e-6) {
            this.#click!.triggerAttackRelease(
              k === 0 ? 1760 : 1175,
              0.02,
              Math.max(Tone.now(), clock.seconds(tick) + origin),
            );
          }
        }
      }
    }
  }
}

function firstFrom(start: Int32Array, count: number, tick: number): number {
  let low = 0;
  let high = count;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (start[middle] < tick) {
      low = middle + 1;
    } else {
      high = middle;
    }
  }
  return low;
}
