import type { Technique, Track } from '../api';
import { CONTROLLER, kindOf, NOTE_OFF, type Message } from '../music/midi';
import { laneOf } from '../music/lanes';
import { CURVES, CURVE_NAMES } from '../music/curves';
import { bytesOf, type Control, type Turn } from './controls';
import type { Channel, Mixer } from './mixer';
import type { Output } from './outputs.svelte';
import type { Score } from './score';

/** What is played by hand sounds so soon after it was pressed, in seconds: the audio clock takes no moment that is past. */
const AT_ONCE = 0.002;

/** How far the bend wheel goes, in cents: two semitones, as the General MIDI standard has it; and how soon a value is reached, in seconds. */
const [BEND_CENTS, REACHED] = [200, 0.008];
const MIDDLE = 64;
/** How long before its note a key that switches goes down, in ms, and how hard it is pressed. */
const [KEY_MS, KEY_VELOCITY] = [20, 64];
const PROGRAM = 0xc0;
/** How many channels a zone of MPE has beside its manager's, and how long a voice that was taken for one note rings, in ms. */
const [MEMBERS, RINGS_MS] = [15, 2500];
const [MODULATION, VOLUME, PAN, EXPRESSION, SUSTAIN] = [1, 7, 10, 11, 64];

/** What the controllers of a built-in voice hold. */
interface Held {
  volume: number;
  expression: number;
  pan: number;
  modulation: number;
  pressure: number;
}

const atRest = (): Held => ({ volume: 100, expression: 127, pan: MIDDLE, modulation: 0, pressure: 0 });

/** What the tracks of a song sound with: their built-in voices, or the MIDI outputs they go to. */
export class Parts {
  readonly #channels = new Map<number, Channel>();
  /** what lets the keys go that are pressed, by pitch */
  readonly #pressed = new Map<number, () => void>();
  readonly #held = new Map<number, Held>();
  /** channels that were taken for one note with curves */
  readonly #alone = new Set<Channel>();
  /** when the notes on the member channels of each output end, in seconds of the audio clock */
  readonly #members = new Map<string, number[]>();
  /** the technique that the output of each track was switched to last */
  readonly #techniques = new Map<number, string>();
  /** what waits for its moment of the audio clock, for the page cannot give it to the clock ahead */
  readonly #later = new Set<ReturnType<typeof setTimeout>>();
  /** whether the pedal of a keyboard is down, and what is let go when it comes up */
  #pedal = false;
  #sustained: (() => void)[] = [];

  /** @param mixer what voices sound through; there is one by the time something shall sound */
  constructor(
    private readonly score: Score,
    private readonly mixer: () => Mixer,
  ) {}

  isAudible(track: Track): boolean {
    return !track.muted && (track.solo || !this.score.song.tracks.some(({ solo }) => solo));
  }

  /**
   * Sounds a note.
   *
   * @param transposition semitones it is heard higher than it is written
   * @param at seconds of the audio clock
   */
  play(
    track: Track,
    [pitch, transposition]: readonly [number, number],
    velocity: number,
    at: number,
    seconds: number,
  ): void {
    const { outputs } = this.score;
    const output = outputs.of(track.id);
    const sounding = heard(pitch, transposition);
    if (output) {
      outputs.note(output, track.channel, sounding, velocity, this.mixer().pageAt(at), 1000 * seconds);
    } else {
      this.#channel(track).voice.play(sounding, velocity, at, seconds);
    }
  }

  /**
   * Sounds a note with curves of its own: on a voice apart, or on an output on a channel of its own, as MPE has it.
   *
   * @param turns what its curves say, and when
   */
  playCurved(
    track: Track,
    [pitch, transposition]: readonly [number, number],
    velocity: number,
    at: number,
    seconds: number,
    turns: readonly Turn[],
  ): void {
    const { outputs } = this.score;
    const output = outputs.of(track.id);
    const sounding = heard(pitch, transposition);
    if (output) {
      const member = this.#member(output, at, at + seconds);
      const begins = CURVE_NAMES.map(
        (of): Turn => turns.find((one) => one.of === of && one.at <= at) ?? { of, value: CURVES[of].rest, at },
      );
      for (const { of, value, at: when } of [...begins, ...turns.filter((one) => one.at > at)]) {
        const { kind, number } = CURVES[of];
        output.send(
          bytesOf({ lane: laneOf(kind, number), kind, number, value }, member),
          this.mixer().pageAt(Math.max(at, when)),
        );
      }
      outputs.note(output, member, sounding, velocity, this.mixer().pageAt(at), 1000 * seconds);
      return;
    }
    const own = this.mixer().take(track.voice);
    const like = this.#channel(track);
    own.gain.gain.value = like.gain.gain.value;
    own.pan.pan.value = like.pan.pan.value;
    for (const { of, value, at: when } of turns) {
      if (of === 'pitch') this.#at(when, () => own.voice.bend(CURVES.pitch.cents(value)));
      else if (of === 'loudness') own.level.gain.setTargetAtTime((value / 127) ** 1.5, when, REACHED);
      else this.#at(when, () => own.tone(value));
    }
    own.voice.play(sounding, velocity, at, seconds);
    this.#alone.add(own);
    setTimeout(
      () => {
        this.#alone.delete(own);
        this.mixer().giveBack(own);
      },
      1000 * (at - this.mixer().heard + seconds) + RINGS_MS,
    );
  }

  /** The channel of a zone that was let go longest ago, from the moment a note begins on it. */
  #member(output: Output, from: number, to: number): number {
    const ends = this.#members.get(output.id) ?? Array.from({ length: MEMBERS }, () => 0);
    if (!this.#members.has(output.id)) {
      const zone = [
        [101, 0],
        [100, 6],
        [6, MEMBERS],
      ];
      for (const [number, value] of zone) output.send([CONTROLLER, number, value], this.mixer().pageAt(from));
    }
    const at = ends.indexOf(Math.min(...ends));
    ends[at] = Math.max(ends[at], to);
    this.#members.set(output.id, ends);
    return at + 1;
  }

  /** Lets the output of a track play by a technique, where it does not already. Built-in voices have no keys to switch. */
  switchTo(track: Track, technique: Technique, at: number): void {
    const output = this.score.outputs.of(track.id);
    const { name, key, program, controller } = technique;
    if (!output || (key ?? program ?? controller) === null || this.#techniques.get(track.id) === name) return;
    this.#techniques.set(track.id, name);
    const [channel, moment] = [technique.channel ?? track.channel, this.mixer().pageAt(at)];
    if (key !== null) this.score.outputs.note(output, channel, key, KEY_VELOCITY, moment - KEY_MS, KEY_MS);
    if (program !== null) output.send([PROGRAM | channel, program], moment);
    if (controller) output.send([CONTROLLER | channel, ...controller], moment);
  }

  /** Makes ready to be played by hand. */
  prepare(track: Track): void {
    if (!this.score.outputs.of(track.id)) this.#channel(track).voice.prepare(this.mixer().now);
  }

  /** Sounds a key until it is let go. */
  press(track: Track, pitch: number, velocity: number): void {
    this.letGo(pitch);
    const sounding = heard(pitch, track.transposition);
    const output = this.score.outputs.of(track.id);
    if (output) {
      this.score.outputs.press(output, track.channel, sounding, velocity, performance.now());
      this.#pressed.set(pitch, () => output.send([NOTE_OFF | track.channel, sounding, 0], performance.now()));
    } else {
      const { voice } = this.#channel(track);
      voice.press(sounding, velocity, this.mixer().heard + AT_ONCE);
      this.#pressed.set(pitch, () => voice.letGo(sounding, this.mixer().heard + AT_ONCE));
    }
  }

  letGo(pitch: number): void {
    const letGo = this.#pressed.get(pitch);
    this.#pressed.delete(pitch);
    if (letGo && this.#pedal) this.#sustained.push(letGo);
    else letGo?.();
  }

  /** What a keyboard says beside its keys: it sounds at once. */
  say(track: Track, message: Message): void {
    const output = this.score.outputs.of(track.id);
    if (output) {
      output.send([kindOf(message) | track.channel, ...message.slice(1)], performance.now());
      return;
    }
    const [, first, second] = message;
    if (kindOf(message) === CONTROLLER && first === SUSTAIN) {
      this.#pedal = second >= MIDDLE;
      if (!this.#pedal) this.#sustained.splice(0).forEach((letGo) => letGo());
      return;
    }
    const kind = kindOf(message) >> 4;
    const value = kind === 0xe ? ((second << 7) | first) - 8192 : kind === 0xd ? first : second;
    this.control(track, { lane: laneOf(kind, first), kind, number: first, value }, this.mixer().now);
  }

  /** Tells a track a value, at seconds of the audio clock. The pedal of the song is in the length of the notes already. */
  control(track: Track, control: Control, at: number): void {
    const output = this.score.outputs.of(track.id);
    if (output) {
      output.send(bytesOf(control, track.channel), this.mixer().pageAt(at));
      return;
    }
    const { kind, number, value } = control;
    const channel = this.#channel(track);
    const held = this.#held.get(track.id) ?? atRest();
    this.#held.set(track.id, held);
    if (kind === 0xe) {
      this.#at(at, () => channel.voice.bend((value / 8192) * BEND_CENTS));
    } else if (kind === 0xd || kind === 0xa || (kind === 0xb && number === MODULATION)) {
      held[number === MODULATION && kind === 0xb ? 'modulation' : 'pressure'] = value;
      const depth = Math.max(held.modulation, held.pressure) / 127;
      this.#at(at, () => channel.voice.vibrate(depth));
    } else if (kind === 0xb && (number === VOLUME || number === EXPRESSION)) {
      held[number === VOLUME ? 'volume' : 'expression'] = value;
      const loud = ((held.volume / 100) * (held.expression / 127)) ** 1.5;
      channel.level.gain.setTargetAtTime(loud, at, REACHED);
    } else if (kind === 0xb && number === PAN) {
      held.pan = value;
      this.#at(at, () => channel.pan.pan.rampTo(placeOf(track, held), 0.02));
    }
  }

  /** Forgets what was to come. */
  forget(): void {
    this.#members.clear();
    this.#techniques.clear();
    this.#later.forEach(clearTimeout);
    this.#later.clear();
  }

  #at(at: number, does: () => void): void {
    const wait = (at - this.mixer().heard) * 1000;
    if (wait < 1) {
      does();
      return;
    }
    const timer = setTimeout(() => {
      this.#later.delete(timer);
      does();
    }, wait);
    this.#later.add(timer);
  }

  /** Ends what the built-in voices sound. */
  silence(): void {
    this.#channels.forEach(({ voice }) => voice.silence());
    this.#alone.forEach(({ voice }) => voice.silence());
  }

  giveBack(): void {
    this.#channels.forEach((channel) => this.mixer().giveBack(channel));
  }

  #channel(track: Track): Channel {
    const mixer = this.mixer();
    let channel = this.#channels.get(track.id);
    if (channel?.name !== track.voice) {
      if (channel) mixer.giveBack(channel);
      channel = mixer.take(track.voice);
      this.#channels.set(track.id, channel);
    }
    channel.gain.gain.rampTo(this.isAudible(track) ? (track.volume / 80) ** 1.5 : 0, 0.02);
    channel.pan.pan.rampTo(placeOf(track, this.#held.get(track.id)), 0.02);
    return channel;
  }
}

/** Where a track stands, −1 left to 1 right: its own place, and how far the song moves it from there. */
const placeOf = ({ pan }: Track, held: Held | undefined) =>
  Math.min(1, Math.max(-1, pan / 100 + ((held?.pan ?? MIDDLE) - MIDDLE) / MIDDLE));

const heard = (pitch: number, transposition: number) => Math.min(127, Math.max(0, pitch + transposition));
