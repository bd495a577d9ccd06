import { MIDIControllers, SpessaSynthProcessor, type MIDIController } from 'spessasynth_core';
import type { PartLevel } from './orders';

const { mainVolume, pan, expression, sustainPedal, reverbDepth, chorusDepth } = MIDIControllers;

/** What a controller holds where nothing was said: as the General MIDI standard has it, and no reverb or chorus of its own. */
const AT_REST: readonly (readonly [MIDIController, number])[] = [
  [mainVolume, 100],
  [pan, 64],
  [expression, 127],
  [sustainPedal, 0],
  [reverbDepth, 0],
  [chorusDepth, 0],
  // The sound controllers lie in the middle.
  ...[70, 71, 72, 73, 74, 75, 76, 77, 78, 79].map((number) => [number as MIDIController, 64] as const),
];
const RESET_ALL = 121;
/** The registered parameter of the bend range (MIDI 1.0), and how it is said. */
const [PARAMETER_HIGH, PARAMETER_LOW, ENTRY_HIGH, ENTRY_LOW] = [101, 100, 6, 38] as MIDIController[];
const [BANK_HIGH, BANK_LOW] = [0, 32] as MIDIController[];
/** How far the wheel of every channel goes, in semitones: as far as a curve within a note, and what of the whole it reaches. */
const [WHEEL_SEMITONES, WHEEL] = [49, 8192];
/**
 * The modulator of the SoundFont 2.04 specification that bends has 12,700 cents for 128 semitones: what falls short is put
 * right.
 */
const SHORT = 128 / 127;
/** How long a change of loudness or place takes, so that it does not click, in seconds. */
const GLIDES = 0.012;

const [KEY_PRESSURE, CONTROLLER, PRESSURE] = [0xa, 0xb, 0xd];

/** A channel of the synthesizer: what it sounds goes to the buffers of its part. */
export class Channel {
  /** pitches that were struck and not let go */
  readonly down = new Set<number>();
  #gain = { now: 1, to: 1, step: 0 };

  constructor(
    private readonly synth: SpessaSynthProcessor,
    readonly number: number,
  ) {}

  get sounds(): boolean {
    return this.down.size > 0 || this.synth.midiChannels[this.number].voiceCount > 0;
  }

  /** Makes it as new. */
  reset(): void {
    this.synth.midiChannels[this.number].stopAllNotes(true);
    this.down.clear();
    this.rest();
  }

  /** Brings all that was told back to rest; what sounds goes on. */
  rest(): void {
    this.synth.controllerChange(this.number, RESET_ALL as MIDIController, 0);
    for (const [controller, value] of AT_REST) this.synth.controllerChange(this.number, controller, value);
    this.synth.channelPressure(this.number, 0);
    this.#wheelRange();
    this.bend(0);
  }

  bend(cents: number): void {
    // The synthesizer leaves out what is less than a cent.
    const whole = cents + 0.5 * Math.sign(cents);
    const wheel = Math.round((SHORT * whole * WHEEL) / (100 * WHEEL_SEMITONES));
    this.synth.pitchWheel(this.number, WHEEL + Math.max(-WHEEL, Math.min(WHEEL - 1, wheel)));
  }

  #wheelRange(): void {
    for (const [controller, value] of [
      [PARAMETER_HIGH, 0],
      [PARAMETER_LOW, 0],
      [ENTRY_HIGH, WHEEL_SEMITONES],
      [ENTRY_LOW, 0],
      [PARAMETER_HIGH, 127],
      [PARAMETER_LOW, 127],
    ] as const) {
      this.synth.controllerChange(this.number, controller, value);
    }
  }

  /** Lets nothing move the pedal, or all again. */
  lockPedal(isLocked: boolean): void {
    this.synth.midiChannels[this.number].lockController(sustainPedal, isLocked);
  }

  /** @param number the one an instrument was given when it came in */
  play(number: number): void {
    this.synth.controllerChange(this.number, BANK_HIGH, number >> 7);
    this.synth.controllerChange(this.number, BANK_LOW, 0);
    this.synth.programChange(this.number, number & 127);
  }

  tell(kind: number, number: number, value: number): void {
    if (kind === PRESSURE) this.synth.channelPressure(this.number, value);
    else if (kind === KEY_PRESSURE) this.synth.polyPressure(this.number, number, value);
    else if (kind === CONTROLLER) this.synth.controllerChange(this.number, number as MIDIController, value);
  }

  /** Sends, place and loudness of its part. @param glides false where it begins so */
  level({ gain, pan, reverb, chorus }: PartLevel, glides: boolean): void {
    this.synth.midiChannels[this.number].setSystemParameter('pan', pan);
    this.synth.controllerChange(this.number, reverbDepth, reverb);
    this.synth.controllerChange(this.number, chorusDepth, chorus);
    this.#gain.to = gain;
    this.#gain.step = (gain - this.#gain.now) / (GLIDES * this.synth.sampleRate);
    if (!glides) {
      this.#gain.now = gain;
      this.#set(gain);
    }
  }

  /** Goes on with what glides, by so many samples. */
  glide(samples: number): void {
    const gain = this.#gain;
    if (gain.now === gain.to) return;
    const next = gain.now + gain.step * samples;
    gain.now = gain.step > 0 ? Math.min(gain.to, next) : Math.max(gain.to, next);
    this.#set(gain.now);
  }

  strike(pitch: number, velocity: number): void {
    this.down.add(pitch);
    this.synth.noteOn(this.number, pitch, velocity);
  }

  letGo(pitch: number): void {
    if (this.down.delete(pitch)) this.synth.noteOff(this.number, pitch);
  }

  #set(gain: number): void {
    this.synth.midiChannels[this.number].setSystemParameter('gain', gain);
  }
}
