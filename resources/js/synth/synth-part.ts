import { Channel } from './channel';
import type { PartLevel, Sounds, Turn } from './orders';

const [CONTROLLER, BEND] = [0xb, 0xe];
const [EXPRESSION, BRIGHTNESS] = [11, 74];
/** Parameters are said in several messages, whose order matters: a channel that comes later is told them all. */
const OF_PARAMETERS = [98, 99, 100, 101, 6, 38, 96, 97];
const MOST_PARAMETERS = 64;
const WHEEL = 8192;
/** How far a bend reaches where nothing is said, in semitones: as the General MIDI standard has it. */
const USUAL_BEND = 2;

/** What a note with curves says now. */
export interface Curved {
  channel: Channel;
  cents: number;
  loudness: number;
}

/**
 * What a track sounds with: one channel of the synthesizer, and others like it for notes on a pitch that sounds already and
 * for notes with curves of their own, so that each is let go and bent alone.
 */
export class SynthPart {
  readonly left: Float32Array;
  readonly right: Float32Array;
  /** the highest value since it was last asked for */
  peak = 0;
  level: PartLevel = { gain: 1, pan: 0, reverb: 0, chorus: 0 };
  /** the instrument it wants, and the one that stands in for it */
  wants: Sounds = { pack: '', instead: '' };
  readonly channels: Channel[] = [];
  readonly #curved = new Set<Curved>();
  /** what was told last, so that a channel that comes later is told it too */
  readonly #told = new Map<string, [kind: number, number: number, value: number]>();
  readonly #parameters: [number, number][] = [];
  #bendRange = USUAL_BEND;
  #instrument = -1;

  /**
   * @param take gives a channel that sounds nothing
   * @param giveBack takes it again
   */
  constructor(
    readonly number: number,
    block: number,
    private readonly take: (part: SynthPart) => Channel,
    private readonly giveBack: (channel: Channel) => void,
  ) {
    this.left = new Float32Array(block);
    this.right = new Float32Array(block);
    this.channels.push(this.#another());
  }

  /** A channel on which a pitch does not sound. */
  free(pitch: number): Channel {
    const isCurved = new Set([...this.#curved].map(({ channel }) => channel));
    const free = this.channels.find((channel) => !isCurved.has(channel) && !channel.down.has(pitch));
    if (free) return free;
    const channel = this.#another();
    this.channels.push(channel);
    return channel;
  }

  /** A channel for one note alone. */
  alone(): Curved {
    const curved = { channel: this.#another(), cents: 0, loudness: 127 };
    this.channels.push(curved.channel);
    this.#curved.add(curved);
    return curved;
  }

  turn(curved: Curved, { of, value }: Turn): void {
    if (of === 'pitch') {
      curved.cents = value;
      curved.channel.bend(this.#bend + value);
    } else if (of === 'loudness') {
      curved.loudness = value;
      this.#express(curved);
    } else {
      curved.channel.tell(CONTROLLER, BRIGHTNESS, value);
    }
  }

  tell(kind: number, number: number, value: number): void {
    this.#told.set(`${kind}.${number}`, [kind, number, value]);
    if (kind === CONTROLLER && OF_PARAMETERS.includes(number) && this.#parameter(number, value)) return;
    const curves = new Map([...this.#curved].map((one) => [one.channel, one] as const));
    for (const channel of this.channels) {
      const curved = curves.get(channel);
      if (kind === BEND) channel.bend(this.#bend + (curved?.cents ?? 0));
      else if (curved && kind === CONTROLLER && number === EXPRESSION) this.#express(curved);
      else channel.tell(kind, number, value);
    }
  }

  /** Sends, place and loudness from now on. */
  set(level: PartLevel): void {
    this.level = level;
    for (const channel of this.channels) channel.level(level, channel.sounds);
  }

  /** @param number the one the instrument was given; what sounds goes on with the one it had */
  play(number: number): void {
    this.#instrument = number;
    for (const channel of this.channels) channel.play(number);
  }

  /** Does what brings all channels to rest, and tells them anew what was told; what sounds and what the pedal holds goes on. */
  static through(parts: Iterable<SynthPart>, change: () => void): void {
    const channels = [...parts].flatMap((part) => part.channels.map((channel) => [part, channel] as const));
    for (const [, channel] of channels) channel.lockPedal(true);
    change();
    for (const [part, channel] of channels) {
      channel.rest();
      part.#tellAll(channel);
      channel.lockPedal(false);
    }
  }

  glide(samples: number): void {
    for (const channel of this.channels) channel.glide(samples);
  }

  /** Gives back what nothing sounds on, but for its first channel. */
  tidy(): void {
    for (let k = this.channels.length - 1; k > 0; k--) {
      const channel = this.channels[k];
      if (channel.sounds) continue;
      this.channels.splice(k, 1);
      for (const curved of this.#curved) if (curved.channel === channel) this.#curved.delete(curved);
      this.giveBack(channel);
    }
  }

  #another(): Channel {
    const channel = this.take(this);
    channel.reset();
    this.#tellAll(channel);
    return channel;
  }

  #tellAll(channel: Channel): void {
    if (this.#instrument >= 0) channel.play(this.#instrument);
    for (const [number, value] of this.#parameters) channel.tell(CONTROLLER, number, value);
    for (const [kind, number, value] of this.#told.values()) {
      if (kind !== BEND && (kind !== CONTROLLER || !OF_PARAMETERS.includes(number))) channel.tell(kind, number, value);
    }
    const curved = [...this.#curved].find((one) => one.channel === channel);
    if (curved) this.#express(curved);
    channel.bend(this.#bend + (curved?.cents ?? 0));
    channel.level(this.level, channel.sounds);
  }

  /** Keeps what parameters were set, in their order. Tells whether it was how far the wheel goes, which is kept here. */
  #parameter(number: number, value: number): boolean {
    const [high, low] = [101, 100].map((one) => this.#told.get(`${CONTROLLER}.${one}`)?.[2]);
    const isRange = high === 0 && low === 0 && (number === 6 || number === 38);
    if (isRange && number === 6) {
      this.#bendRange = value;
      this.tell(BEND, 0, this.#told.get(`${BEND}.0`)?.[2] ?? 0);
    }
    if (!isRange) this.#parameters.push([number, value]);
    if (this.#parameters.length > MOST_PARAMETERS) this.#parameters.splice(0, MOST_PARAMETERS / 2);
    return isRange;
  }

  /** The bend of all, in cents. */
  get #bend(): number {
    return ((this.#told.get(`${BEND}.0`)?.[2] ?? 0) / WHEEL) * 100 * this.#bendRange;
  }

  #express({ channel, loudness }: Curved): void {
    const all = this.#told.get(`${CONTROLLER}.${EXPRESSION}`)?.[2] ?? 127;
    channel.tell(CONTROLLER, EXPRESSION, Math.round((loudness * all) / 127));
  }
}
