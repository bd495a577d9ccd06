import { laneOf } from '../music/lanes';
import { CONTROLLER, kindOf, SUSTAIN, type Message } from '../music/midi';
import { soundingPitch, type Parts } from './parts';
import type { Score } from './score';
import type { Sounder } from './sounder';

/** From this value on a pedal is down, as the MIDI 1.0 specification has it. */
const MIDDLE = 64;

/** What one keyboard holds: its keys, and what its pedal keeps when they come up. */
interface Hand {
  pressed: Map<number, () => void>;
  isPedalDown: boolean;
  kept: (() => void)[];
}

/** What is played by hand: each keyboard lets go of its own keys alone, and all of it when it goes. */
export class Keyboards {
  readonly #keyboards = new Map<string, Hand>();

  constructor(
    private readonly score: Score,
    private readonly sounder: Sounder,
    private readonly parts: Parts,
  ) {}

  /** Sounds a key until it is let go, on the track in front. */
  press(keyboard: string, pitch: number, velocity: number): void {
    this.letGo(keyboard, pitch);
    const { track } = this.score;
    const part = this.parts.of(track, true);
    const note = this.parts.newNote();
    part.play('hand', note, {
      pitch: soundingPitch(pitch, track.transposition),
      velocity,
      at: this.sounder.now,
      until: Infinity,
    });
    this.#hand(keyboard).pressed.set(pitch, () => part.until(note, this.sounder.now));
  }

  letGo(keyboard: string, pitch: number): void {
    const hand = this.#hand(keyboard);
    const letGo = hand.pressed.get(pitch);
    hand.pressed.delete(pitch);
    if (letGo && hand.isPedalDown) hand.kept.push(letGo);
    else letGo?.();
  }

  /** What a keyboard says beside its keys: it sounds at once. */
  say(keyboard: string, message: Message): void {
    const [, first, second] = message;
    if (kindOf(message) === CONTROLLER && first === SUSTAIN) {
      const hand = this.#hand(keyboard);
      hand.isPedalDown = second >= MIDDLE;
      if (!hand.isPedalDown) hand.kept.splice(0).forEach((letGo) => letGo());
    }
    const { track } = this.score;
    const kind = kindOf(message) >> 4;
    const value = kind === 0xe ? ((second << 7) | first) - 8192 : kind === 0xd || kind === 0xc ? first : second;
    if (kindOf(message) === CONTROLLER && first === SUSTAIN && !this.score.outputs.of(track.id)) return;
    this.parts
      .of(track, true)
      .tell('hand', { lane: laneOf(kind, first), kind, number: first, value }, this.sounder.now);
  }

  /** A keyboard goes: its keys and its pedal come up. */
  leave(keyboard: string): void {
    const hand = this.#hand(keyboard);
    hand.isPedalDown = false;
    [...hand.pressed.values(), ...hand.kept].forEach((letGo) => letGo());
    this.#keyboards.delete(keyboard);
  }

  leaveAll(): void {
    for (const keyboard of [...this.#keyboards.keys()]) this.leave(keyboard);
  }

  #hand(keyboard: string): Hand {
    const hand = this.#keyboards.get(keyboard) ?? { pressed: new Map(), isPedalDown: false, kept: [] };
    this.#keyboards.set(keyboard, hand);
    return hand;
  }
}
