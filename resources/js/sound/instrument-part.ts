import type { Track } from '../api';
import { CURVES } from '../music/curves';
import type { Group, Sounds } from '../synth/orders';
import { AS_THE_TRACK, KIND, type Control } from './controls';
import { soundsOf } from './instruments';
import type { GivenNote, Part } from './part';
import type { Sounder } from './sounder';

/** The volume at which a track is as loud as its instrument, in %. */
const USUAL_VOLUME = 80;
const [BANK_HIGH, BANK_LOW] = [0, 32];

/** An instrument of a bank, or a voice of ours. */
export class InstrumentPart implements Part {
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
    const program = technique?.program ?? null;
    const own = program !== null && this.#track ? soundsOf(this.#track, { bank: 0, program }) : null;
    if (own) this.#need(own);
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
      ...(own ? { sounds: own } : {}),
    });
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
    this.#need(sounds);
    this.sounder.tell({ do: 'instrument', group, part: this.part, at, ...sounds });
  }

  #need({ pack, instead }: Sounds): void {
    this.sounder.need(instead);
    this.sounder.need(pack);
  }
}
