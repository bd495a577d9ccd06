import { InterpolationTypes, SpessaLog, SpessaSynthProcessor } from 'spessasynth_core';
import { Channel } from './channels';
import { Limiter } from './limiter';
import type { Group, Order, Report, Turn } from './orders';
import { bankOf } from './pack';
import { Part, type Curved } from './part';
import { Pending, type Due } from './pending';

/** How many samples are made at once; that is what an audio worklet is asked for. */
export const BLOCK = 128;
/** How many voices sound at once; most instruments take one or two for a note. */
const MOST_VOICES = 200;
/** As many of them where nobody waits for it. */
const MOST_APART = 1000;
/** Where it is made as it plays, what happens lies on every so many samples: each moment costs all voices a little. */
const LIVE_STEP = 32;
/** How many channels there are to begin with: one for each track of a large song, and some for its notes with curves. */
const CHANNELS = 128;
/** The channel of the General MIDI standard that plays drums alone; ours play any instrument, so it is left out. */
const DRUMS = 9;
/** After so many seconds without a voice, reverb has died away, and nothing is computed. */
const RINGS = 5;
/** How often what sounds nothing any more is given back, in blocks. */
const TIDIES_EVERY = 64;
/** How loud all of it is; a full chord lies well below where the limiter holds back. */
const GAIN = 3;
const [ENDS, TOLD, BEGINS] = [0, 1, 2];

type Happening = Due & { group: Group | null; does: () => void; note?: number };

/** A note that sounds. */
interface Sounding {
  group: Group;
  part: Part;
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
  readonly #limiter: Limiter;
  readonly #pending = new Pending<Happening>();
  readonly #parts = new Map<number, Part>();
  readonly #sounding = new Map<number, Sounding>();
  readonly #free: Channel[] = [];
  /** the buffers of each channel: those of its part, or of nobody */
  readonly #outputs: Float32Array[][] = [];
  /** the number of each instrument that is there */
  readonly #packs = new Map<string, number>();
  #number = 0;
  readonly #nobody = [new Float32Array(BLOCK), new Float32Array(BLOCK)];
  readonly #effects = [new Float32Array(BLOCK), new Float32Array(BLOCK)];
  #frame = 0;
  #turn = 0;
  #volume = { now: 1, to: 1 };
  /** frames since something sounded */
  #silent = Infinity;
  #stolen = 0;
  #begun = 0;
  #late = 0;
  #began = 0;
  #power = 0;
  #powered = 0;
  #peak = 0;

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
    this.#limiter = new Limiter(rate);
    this.ready = this.#synth.processorInitialized;
    this.#addChannels(CHANNELS);
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
    return this.#outputs.length;
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
        this.#at(order.at, TOLD, order.group, () => this.#want(this.#part(order.part), order.pack, order.instead));
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
        for (const { channels } of this.#parts.values()) {
          for (const channel of channels) {
            channel.reset();
            this.#giveBack(channel);
          }
        }
        this.#parts.clear();
        break;
      case 'pack':
        this.#takeIn(order);
        break;
      case 'drop':
        if (!this.#packs.delete(order.pack)) break;
        this.#synth.soundBankManager.deleteSoundBank(order.pack);
        this.#lookUp();
        break;
      case 'tuning':
        this.#synth.setSystemParameter('fineTune', order.cents);
        break;
      case 'volume':
        this.#volume.to = order.volume;
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
    this.#master(left, right, count);
    if (Math.floor(begin / BLOCK) % TIDIES_EVERY === 0) for (const part of this.#parts.values()) part.tidy();
  }

  report(): Report {
    const peaks: [number, number][] = [];
    for (const part of this.#parts.values()) {
      if (part.peak > 0) peaks.push([part.number, part.peak * GAIN]);
      part.peak = 0;
    }
    const report = {
      time: this.time,
      level: Math.min(1, Math.sqrt(this.#power / Math.max(1, this.#powered))),
      peaks,
      peak: this.#peak,
      voices: this.#silent === 0 ? this.#synth.voiceCount : 0,
      begun: this.#begun,
      late: this.#late,
      stolen: this.#stolen,
    };
    this.#power = this.#powered = this.#peak = this.#late = 0;
    return report;
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
    const end = until === Infinity ? Infinity : this.#frameOf(until);
    if (end <= this.#frame) return;
    const part = this.#part(number);
    const curved = sounds || (turns && turns.length > 0) ? part.alone() : null;
    const own = sounds && (this.#packs.get(sounds.pack) ?? this.#packs.get(sounds.instead));
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
    if (end !== Infinity) this.#at(until, ENDS, null, () => this.#endAt(note));
    this.#silent = 0;
  }

  #turnTo(note: number, turn: Turn): void {
    const sounding = this.#sounding.get(note);
    if (sounding?.curved) sounding.part.turn(sounding.curved, turn);
  }

  #until(note: number, frame: number): void {
    const sounding = this.#sounding.get(note);
    if (!sounding) {
      // One that has not begun is not to begin.
      this.#pending.without((due) => due.note === note && due.frame >= frame);
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

  #want(part: Part, pack: string, instead: string): void {
    part.wants = [pack, instead];
    const number = this.#packs.get(pack) ?? this.#packs.get(instead);
    if (number !== undefined) part.play(number);
  }

  #takeIn({ pack }: Order & { do: 'pack' }): void {
    const number = this.#packs.get(pack.key) ?? this.#number++;
    this.#packs.set(pack.key, number);
    this.#synth.soundBankManager.addSoundBank(bankOf(pack, number), pack.key);
    this.#lookUp();
  }

  /** The synthesizer looks up all instruments anew when one comes or goes. */
  #lookUp(): void {
    for (const part of this.#parts.values()) this.#want(part, part.wants[0], part.wants[1]);
  }

  #part(number: number): Part {
    let part = this.#parts.get(number);
    if (!part) {
      part = new Part(
        number,
        BLOCK,
        (one) => this.#take(one),
        (channel) => this.#giveBack(channel),
      );
      this.#parts.set(number, part);
    }
    return part;
  }

  #take(part: Part): Channel {
    const channel = this.#free.pop() ?? this.#more();
    this.#outputs[channel.number] = [part.left, part.right];
    return channel;
  }

  #giveBack(channel: Channel): void {
    this.#outputs[channel.number] = this.#nobody;
    this.#free.push(channel);
  }

  /** More channels: they find the instruments only when one comes in, so one does again. */
  #more(): Channel {
    this.#addChannels(this.#synth.midiChannels.length + CHANNELS / 4);
    const [again] = this.#synth.soundBankManager.soundBankList;
    if (again) this.#synth.soundBankManager.addSoundBank(again.soundBank, again.id);
    this.#lookUp();
    return this.#free.pop()!;
  }

  #addChannels(upTo: number): void {
    const { midiChannels } = this.#synth;
    while (midiChannels.length < upTo) this.#synth.createMIDIChannel();
    for (let number = midiChannels.length - 1; number >= this.#outputs.length; number--) {
      if (number !== DRUMS) this.#free.push(new Channel(this.#synth, number));
    }
    while (this.#outputs.length < midiChannels.length) this.#outputs.push(this.#nobody);
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
    this.#synth.processSplit(this.#outputs, effectLeft, effectRight, from, count);
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

  #master(left: Float32Array, right: Float32Array, count: number): void {
    const volume = this.#volume;
    const step = (volume.to - volume.now) / count;
    let peak = this.#peak;
    for (let i = 0; i < count; i++) {
      const gain = GAIN * (volume.now + step * (i + 1));
      left[i] *= gain;
      right[i] *= gain;
      peak = Math.max(peak, Math.abs(left[i]), Math.abs(right[i]));
    }
    volume.now = volume.to;
    this.#peak = peak;
    this.#limiter.apply(left, right, count);
    for (let i = 0; i < count; i++) this.#power += (left[i] * left[i] + right[i] * right[i]) / 2;
    this.#powered += count;
  }
}
