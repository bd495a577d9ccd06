import type { Technique, Track } from '../api';
import { CURVES, CURVE_NAMES } from '../music/curves';
import { laneOf } from '../music/lanes';
import { CONTROLLER } from '../music/midi';
import type { Group } from '../synth/orders';
import { named } from '../synth/pack-key';
import { AS_THE_TRACK, bytesOf, KIND, type Control, type CurveTurn } from './controls';
import { soundsOf } from './instruments';
import type { OutputQueue } from './output-queue';
import type { GivenNote, Part } from './part';
import type { Sounder } from './sounder';

const PROGRAM = 0xc0;
/** How long before its note a key that switches goes down, in ms, and how hard it is pressed. */
const [KEY_MS, KEY_VELOCITY] = [20, 64];
/** How many channels a zone of MPE has beside its manager's. */
const MEMBERS = 15;
const [BANK_HIGH, BANK_LOW] = [0, 32];

/** A MIDI output, on the channel of a track. Notes with curves are each on a channel of a zone, as MPE has it. */
export class OutputPart implements Part {
  #channel = 0;
  /** when the notes on the member channels end, in seconds */
  #members: number[] | null = null;
  #technique = '';
  #program = '';

  constructor(
    private readonly sounder: Sounder,
    private readonly queue: OutputQueue,
  ) {}

  play(group: Group, note: number, { pitch, velocity, at, until, turns, technique }: GivenNote): void {
    const moment = this.#moment(at);
    if (technique) this.#switchTo(technique, moment);
    let channel = technique?.channel ?? this.#channel;
    if (turns && turns.length > 0) {
      channel = this.#member(until, moment);
      const begins = CURVE_NAMES.map(
        (of): CurveTurn => turns.findLast((one) => one.of === of && one.at <= at) ?? { of, value: CURVES[of].rest, at },
      );
      for (const { of, value, at: when } of [...begins, ...turns.filter((one) => one.at > at)]) {
        const { kind, number } = CURVES[of];
        this.queue.tell(
          bytesOf({ lane: laneOf(kind, number), kind, number, value }, channel),
          this.#moment(Math.max(at, when)),
        );
      }
    }
    this.queue.play(note, [channel, pitch, velocity], moment, this.#moment(until));
    if (group === 'hand') this.queue.flush(performance.now());
  }

  until(note: number, at: number): void {
    this.queue.until(note, this.#moment(at));
    this.queue.flush(performance.now());
  }

  tell(group: Group, control: Control, at: number): void {
    if (control.value === AS_THE_TRACK && control.kind === KIND.program) return;
    this.queue.tell(bytesOf(control, this.#channel), this.#moment(at), group === 'song');
    if (group === 'hand') this.queue.flush(performance.now());
  }

  rest(control: Control): void {
    if (control.value !== AS_THE_TRACK) this.queue.tellLast(bytesOf(control, this.#channel), performance.now());
  }

  follow(track: Track): void {
    this.#channel = track.channel;
    const { pack } = soundsOf(track);
    const program = `${track.channel} ${pack}`;
    if (!track.instrument?.isChosen || this.#program === program) return;
    this.#program = program;
    const wanted = named(pack);
    if (!('bank' in wanted)) return;
    const { number, program: of } = wanted.preset;
    const now = performance.now();
    this.queue.tell([CONTROLLER | track.channel, BANK_HIGH, number >> 7], now, false);
    this.queue.tell([CONTROLLER | track.channel, BANK_LOW, number & 127], now, false);
    this.queue.tell([PROGRAM | track.channel, of], now, false);
  }

  /** Begins anew: what was switched before holds no more. */
  forgetSwitches(): void {
    this.#members = null;
    this.#technique = '';
  }

  #moment(at: number): number {
    return at === Infinity ? Infinity : this.sounder.pageAt(Math.max(at, this.sounder.now));
  }

  /** Lets what sounds play by a technique, where it does not already. */
  #switchTo({ name, key, program, controller, channel: own }: Technique, moment: number): void {
    if ((key ?? program ?? controller) === null || this.#technique === name) return;
    this.#technique = name;
    const channel = own ?? this.#channel;
    if (key !== null) {
      this.queue.play(-1 - key - 128 * channel, [channel, key, KEY_VELOCITY], moment - KEY_MS, moment);
    }
    if (program !== null) this.queue.tell([PROGRAM | channel, program], moment);
    if (controller) this.queue.tell([CONTROLLER | channel, ...controller], moment);
  }

  /** The channel of a zone that was let go longest ago, from the moment a note begins on it. */
  #member(until: number, moment: number): number {
    if (!this.#members) {
      for (const [number, value] of [
        [101, 0],
        [100, 6],
        [6, MEMBERS],
      ]) {
        this.queue.tell([CONTROLLER, number, value], moment);
      }
    }
    this.#members ??= Array.from({ length: MEMBERS }, () => 0);
    const member = this.#members.indexOf(Math.min(...this.#members));
    this.#members[member] = Math.max(this.#members[member], until);
    return member + 1;
  }
}
