import type { Technique, Track } from '../api';
import { CURVES, CURVE_NAMES } from '../music/curves';
import { laneOf } from '../music/lanes';
import { CONTROLLER } from '../music/midi';
import type { Group } from '../synth/orders';
import { AS_THE_TRACK, bytesOf, KIND, type Control, type CurveTurn } from './controls';
import { named } from '../synth/pack-key';
import { soundsOf } from './instruments';
import type { Output, OutputQueue } from './output-queue';
import type { Score } from './score';
import type { Sounder } from './sounder';

/** A note as it is given: its pitch as it sounds, moments in seconds of the clock of the sound. */
export interface GivenNote {
  pitch: number;
  velocity: number;
  at: number;
  /** Infinity for a key that is held */
  until: number;
  /** what its curves say */
  turns?: readonly CurveTurn[];
  /** how it is played */
  technique?: Technique | undefined;
}

/** What a track sounds with. A note that was given has a number, by which it is let go. */
export interface Part {
  play(group: Group, note: number, given: GivenNote): void;
  /** Lets a note go at a moment, whatever was said of it before. */
  until(note: number, at: number): void;
  tell(group: Group, control: Control, at: number): void;
  /** Brings back to rest, behind all that was told. */
  rest(control: Control): void;
  /** Brings what the track says of itself up to date: instrument, loudness, place. */
  follow(track: Track, isHeard: boolean): void;
}

const PROGRAM = 0xc0;
/** How long before its note a key that switches goes down, in ms, and how hard it is pressed. */
const [KEY_MS, KEY_VELOCITY] = [20, 64];
/** How many channels a zone of MPE has beside its manager's. */
const MEMBERS = 15;
/** The volume at which a track is as loud as its instrument, in %. */
const USUAL_VOLUME = 80;
const [BANK_HIGH, BANK_LOW] = [0, 32];

/** An instrument of a bank, or a voice of ours. */
class Instrument implements Part {
  #track: Track | null = null;
  #set = '';
  #plays = '';
  /** the program that a point says, and the bank that was chosen for the next one */
  #program: { bank: number; program: number } | null = null;
  readonly #bank = [0, 0];

  constructor(
    private readonly sounder: Sounder,
    private readonly part: number,
  ) {}

  play(group: Group, note: number, { pitch, velocity, at, until, turns, technique }: GivenNote): void {
    const own = technique?.program ?? null;
    if (own !== null) this.#say(group, { bank: 0, program: own }, at);
    this.sounder.tell({
      do: 'play',
      group,
      note,
      part: this.part,
      pitch,
      velocity,
      at,
      until,
      ...(turns && turns.length > 0
        ? { turns: turns.map(({ of, value, at: when }) => ({ of, value: CURVES[of].cents(value), at: when })) }
        : {}),
    });
    // What comes after it is played as the track says.
    if (own !== null) this.#say(group, this.#program, at);
  }

  until(note: number, at: number): void {
    this.sounder.tell({ do: 'until', note, at });
  }

  tell(group: Group, { kind, number, value }: Control, at: number): void {
    if (kind === KIND.program) {
      this.#program = value === AS_THE_TRACK ? null : { bank: (this.#bank[0] << 7) | this.#bank[1], program: value };
      this.#say(group, this.#program, at);
      return;
    }
    if (kind === KIND.controller && number === BANK_HIGH) this.#bank[0] = value;
    else if (kind === KIND.controller && number === BANK_LOW) this.#bank[1] = value;
    else this.sounder.tell({ do: 'tell', group, part: this.part, at, kind, number, value });
  }

  rest(control: Control): void {
    this.tell('hand', control, this.sounder.now);
  }

  follow(track: Track, isHeard: boolean): void {
    this.#track = track;
    const { pack, instead } = soundsOf(track);
    if (this.#plays !== `${pack} ${instead}`) {
      this.#plays = `${pack} ${instead}`;
      this.#say('hand', this.#program, 0);
    }
    const set = `${isHeard} ${track.volume} ${track.pan} ${track.reverb} ${track.chorus}`;
    if (set === this.#set) return;
    this.#set = set;
    this.sounder.tell({
      do: 'part',
      part: this.part,
      gain: isHeard ? (track.volume / USUAL_VOLUME) ** 1.5 : 0,
      pan: track.pan / 100,
      reverb: Math.round((track.reverb * 127) / 100),
      chorus: Math.round((track.chorus * 127) / 100),
    });
  }

  #say(group: Group, program: { bank: number; program: number } | null, at: number): void {
    if (!this.#track) return;
    const sounds = soundsOf(this.#track, program);
    this.sounder.need(sounds.instead);
    this.sounder.need(sounds.pack);
    this.sounder.tell({ do: 'instrument', group, part: this.part, at, ...sounds });
  }
}

/** A MIDI output, on the channel of a track. Notes with curves are each on a channel of a zone, as MPE has it. */
class ToOutput implements Part {
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

/** What the tracks of a song sound with: instruments, or the MIDI outputs they go to. */
export class Parts {
  readonly #instruments = new Map<number, Instrument>();
  readonly #outputs = new Map<string, ToOutput>();
  #note = 0;

  constructor(
    private readonly score: Score,
    private readonly sounder: Sounder,
  ) {}

  /** A number that no other note has. */
  newNote(): number {
    return ++this.#note;
  }

  isAudible(track: Track): boolean {
    return !track.muted && (track.solo || !this.score.song.tracks.some(({ solo }) => solo));
  }

  /** What a track sounds with, as it is now. */
  of(track: Track, isHeard = this.isAudible(track)): Part {
    const output = this.score.outputs.of(track.id);
    const part = output ? this.#outputOf(track, output) : this.#instrumentOf(track);
    part.follow(track, isHeard);
    return part;
  }

  /** Begins anew at outputs. */
  forgetSwitches(): void {
    this.#outputs.forEach((part) => part.forgetSwitches());
  }

  #outputOf(track: Track, output: Output): ToOutput {
    const queue = this.score.outputs.queueOf(output);
    const key = `${track.id} ${output.id}`;
    const part = this.#outputs.get(key) ?? new ToOutput(this.sounder, queue);
    this.#outputs.set(key, part);
    return part;
  }

  #instrumentOf({ id }: Track): Instrument {
    const part = this.#instruments.get(id) ?? new Instrument(this.sounder, id);
    this.#instruments.set(id, part);
    return part;
  }
}

/** The pitch a written one sounds at, by the semitones a track is transposed. */
export const soundingPitch = (pitch: number, transposition: number) =>
  Math.min(127, Math.max(0, pitch + transposition));

/** A track as it sounds where it is heard alone. */
export const loud = (track: Track): Track => ({ ...track, muted: false, solo: true });
