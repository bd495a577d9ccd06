import { InterpolationTypes, SpessaLog, SpessaSynthProcessor } from 'spessasynth_core';
import type { Channel } from './channel';
import { ChannelPool } from './channel-pool';
import { GAIN, Master } from './master';
import type { Group, Order, Report, Sounds, Turn } from './orders';
import { SynthPart, type Curved } from './synth-part';
import { Pending, type Due } from './pending';
import { Rack } from './rack';

/** How many samples are made at once; that is what an audio worklet is asked for. */
export const BLOCK = 128;
/** How many voices sound at once; most instruments take one or two for a note. */
const MOST_VOICES = 200;
/** As many of them where nobody waits for it. */
const MOST_APART = 1000;
/** Where it is made as it plays, what happens lies on every so many samples: each moment costs all voices a little. */
const LIVE_STEP = 32;
/** After so many seconds without a voice, reverb has died away, and nothing is computed. */
const RINGS = 5;
/** How often what sounds nothing any more is given back, in blocks. */
const TIDIES_EVERY = 64;
const [ENDS, TOLD, BEGINS] = [0, 1, 2];

type Happening = Due & { group: Group | null; does: () => void; note?: number };

/** A note that sounds. */
interface Held {
  group: Group;
  part: SynthPart;
  channel: Channel;
  pitch: number;
  curved: Curved | null;
  /** the frame at which it is let go */
  until: number;
}

/**
 * Makes sound of notes and of what is told of them, to the sample: in the page as it plays, and apart from it for a file.
 * It knows no song and no page, and takes nothing from the clock of the machine.
 */
export class Engine {
  readonly #synth: SpessaSynthProcessor;
  readonly #master: Master;
  readonly #rack: Rack;
  readonly #pending = new Pending<Happening>();
  readonly #parts = new Map<number, SynthPart>();
  readonly #sounding = new Map<number, Held>();
  /** the frames at which notes end that were let go before they began */
  readonly #early = new Map<number, number>();
  readonly #pool: ChannelPool;
  readonly #effects = [new Float32Array(BLOCK), new Float32Array(BLOCK)];
  #frame = 0;
  #turn = 0;
  /** frames since something sounded */
  #silent = Infinity;
  #stolen = 0;
  #begun = 0;
  #late = 0;
  #began = 0;

  /** settled when it may be asked for sound */
  readonly ready: Promise<void>;

  /**
   * @param rate samples a second
   * @param made as it plays, notes begin within a third of a ms of when they should, and what is between samples is drawn
   *   by lines, so that all of a large song can be made in time; apart from it all is exact
   */
  constructor(
    readonly rate: number,
    private readonly made: 'live' | 'apart',
  ) {
    SpessaLog.warnEnabled = false;
    this.#synth = new SpessaSynthProcessor(rate, { eventsEnabled: false, maxBufferSize: BLOCK });
    this.#synth.setSystemParameter('voiceCap', made === 'live' ? MOST_VOICES : MOST_APART);
    this.#synth.setSystemParameter('interpolationType', InterpolationTypes[made === 'live' ? 'linear' : 'hermite']);
    // The channel of drums finds none, and plays none.
    this.#synth.onMissingPreset = () => undefined;
    this.#master = new Master(rate);
    this.#rack = new Rack(this.#synth, (change) => this.#exchange(change));
    this.ready = this.#synth.processorInitialized;
    this.#pool = new ChannelPool(this.#synth, BLOCK, () => this.#rack.offerAgain());
  }

  get time(): number {
    return this.#frame / this.rate;
  }

  /** Goes on from a moment of a clock that runs already. */
  set time(seconds: number) {
    this.#frame = Math.round(seconds * this.rate);
  }

  /** whether anything sounds, rings or is to come */
  get isBusy(): boolean {
    return this.#silent < RINGS * this.rate || this.#pending.size > 0;
  }

  /** how many channels the synthesizer has, those that nobody uses among them */
  get channels(): number {
    return this.#pool.outputs.length;
  }

  get hasVoices(): boolean {
    return this.#synth.voiceCount > 0;
  }

  tell(order: Order): void {
    switch (order.do) {
      case 'play':
        this.#at(order.at, BEGINS, order.group, () => this.#begin(order), order.note);
        break;
      case 'until':
        this.#until(order.note, this.#frameOf(order.at));
        break;
      case 'tell':
        this.#at(order.at, TOLD, order.group, () => this.#part(order.part).tell(order.kind, order.number, order.value));
        break;
      case 'instrument':
        this.#at(order.at, TOLD, order.group, () => this.#want(this.#part(order.part), order));
        break;
      case 'part':
        this.#part(order.part).set(order);
        break;
      case 'forget': {
        const from = this.#frameOf(order.from);
        this.#pending.without(({ group, frame }) => group === order.group && frame >= from);
        break;
      }
      case 'end':
        this.#pending.without(({ group }) => group === order.group);
        for (const [note, { group }] of this.#sounding) if (group === order.group) this.#end(note);
        break;
      case 'hush':
        this.#pending.without(() => true);
        this.#sounding.clear();
        this.#early.clear();
        for (const { channels } of this.#parts.values()) {
          for (const channel of channels) {
            channel.reset();
            this.#pool.giveBack(channel);
          }
        }
        this.#parts.clear();
        break;
      case 'pack':
        this.#rack.takeIn(order.pack);
        break;
      case 'drop':
        this.#rack.drop(order.pack);
        break;
      case 'tuning':
        this.#synth.setSystemParameter('fineTune', order.cents);
        break;
      case 'volume':
        this.#master.volume = order.volume;
        break;
    }
  }

  /** Makes the next samples, at most a block of them. */
  render(left: Float32Array, right: Float32Array, count = left.length): void {
    left.fill(0, 0, count);
    right.fill(0, 0, count);
    const begin = this.#frame;
    while (this.#frame < begin + count) {
      while (this.#pending.next <= this.#frame) this.#pending.take()!.does();
      const to = Math.min(begin + count, this.#pending.next);
      this.#synthesize(left, right, this.#frame - begin, to - this.#frame);
      this.#frame = to;
    }
    this.#master.apply(left, right, count);
    if (Math.floor(begin / BLOCK) % TIDIES_EVERY === 0) for (const part of this.#parts.values()) part.tidy();
  }

  report(): Report {
    const peaks: [number, number][] = [];
    for (const part of this.#parts.values()) {
      if (part.peak > 0) peaks.push([part.number, part.peak * GAIN]);
      part.peak = 0;
    }
    const late = this.#late;
    this.#late = 0;
    return {
      time: this.time,
      ...this.#master.report(),
      peaks,
      voices: this.#silent === 0 ? this.#synth.voiceCount : 0,
      begun: this.#begun,
      late,
      stolen: this.#stolen,
    };
  }

  #frameOf(at: number): number {
    const step = this.made === 'live' ? LIVE_STEP : 1;
    return Math.max(this.#frame, Math.round((at * this.rate) / step) * step);
  }

  #at(at: number, rank: number, group: Group | null, does: () => void, note?: number): void {
    const due: Happening = { frame: this.#frameOf(at), rank, turn: this.#turn++, group, does };
    if (note !== undefined) due.note = note;
    this.#pending.add(due);
  }

  #begin({ group, note, part: number, pitch, velocity, at, until, turns, sounds }: Order & { do: 'play' }): void {
    const end = this.#early.get(note) ?? (until === Infinity ? Infinity : this.#frameOf(until));
    this.#early.delete(note);
    if (end <= this.#frame) return;
    const part = this.#part(number);
    const curved = sounds || (turns && turns.length > 0) ? part.alone() : null;
    const own = sounds && this.#rack.numberOf(sounds);
    if (own !== undefined) curved!.channel.play(own);
    const channel = curved?.channel ?? part.free(pitch);
    if (this.#synth.voiceCount + this.#began >= this.#synth.systemParameters.voiceCap) this.#stolen++;
    this.#began++;
    this.#begun++;
    // A hand that plays asks for now.
    if (group === 'song') this.#late = Math.max(this.#late, this.time - at);
    for (const turn of turns ?? []) {
      if (this.#frameOf(turn.at) <= this.#frame) part.turn(curved!, turn);
      else this.#at(turn.at, TOLD, group, () => this.#turnTo(note, turn));
    }
    channel.strike(pitch, velocity);
    this.#sounding.set(note, { group, part, channel, pitch, curved, until: end });
    if (end !== Infinity) this.#at(end / this.rate, ENDS, null, () => this.#endAt(note));
    this.#silent = 0;
  }

  #turnTo(note: number, turn: Turn): void {
    const sounding = this.#sounding.get(note);
    if (sounding?.curved) sounding.part.turn(sounding.curved, turn);
  }

  #until(note: number, frame: number): void {
    const sounding = this.#sounding.get(note);
    if (!sounding) {
      // One that has not begun is not to begin, or ends then: a key may be let go before it was heard.
      const begins = this.#pending.find((due) => due.note === note);
      if (begins && begins.frame >= frame) this.#pending.without((due) => due === begins);
      else if (begins) this.#early.set(note, frame);
      return;
    }
    sounding.until = frame;
    if (frame <= this.#frame) this.#end(note);
    else this.#at(frame / this.rate, ENDS, null, () => this.#endAt(note));
  }

  #endAt(note: number): void {
    if ((this.#sounding.get(note)?.until ?? Infinity) <= this.#frame) this.#end(note);
  }

  #end(note: number): void {
    const sounding = this.#sounding.get(note);
    if (!sounding) return;
    this.#sounding.delete(note);
    sounding.channel.letGo(sounding.pitch);
  }

  #want(part: SynthPart, wants: Sounds): void {
    part.wants = wants;
    const number = this.#rack.numberOf(wants);
    if (number !== undefined) part.play(number);
  }

  #exchange(change: () => void): void {
    SynthPart.through(this.#parts.values(), change);
    for (const part of this.#parts.values()) this.#want(part, part.wants);
  }

  #part(number: number): SynthPart {
    let part = this.#parts.get(number);
    if (!part) {
      part = new SynthPart(
        number,
        BLOCK,
        (one) => this.#pool.take([one.left, one.right]),
        (channel) => this.#pool.giveBack(channel),
      );
      this.#parts.set(number, part);
    }
    return part;
  }

  /** Makes samples of all parts into the sum; where nothing sounds nothing is computed. */
  #synthesize(left: Float32Array, right: Float32Array, from: number, count: number): void {
    if (this.#silent >= RINGS * this.rate) return;
    const [effectLeft, effectRight] = this.#effects;
    effectLeft.fill(0, from, from + count);
    effectRight.fill(0, from, from + count);
    for (const part of this.#parts.values()) {
      part.left.fill(0, from, from + count);
      part.right.fill(0, from, from + count);
      part.glide(count);
    }
    this.#synth.processSplit(this.#pool.outputs, effectLeft, effectRight, from, count);
    this.#began = 0;
    this.#silent = this.#synth.voiceCount > 0 ? 0 : this.#silent + count;
    for (let i = from; i < from + count; i++) {
      left[i] += effectLeft[i];
      right[i] += effectRight[i];
    }
    for (const part of this.#parts.values()) {
      if (part.channels.every(({ sounds }) => !sounds)) continue;
      const { left: own, right: other } = part;
      let { peak } = part;
      for (let i = from; i < from + count; i++) {
        left[i] += own[i];
        right[i] += other[i];
        peak = Math.max(peak, Math.abs(own[i]), Math.abs(other[i]));
      }
      part.peak = peak;
    }
  }
}
