import type { Track } from '../api';
import type { Message } from '../music/midi';
import { CONTROLLER, kindOf, SUSTAIN } from '../music/midi';
import { laneOf } from '../music/lanes';
import { loud, soundingPitch, type Parts } from './parts';
import type { Score } from './score';
import type { Sounder } from './sounder';

/** A note of a phrase that is sounded, in seconds. */
export interface Auditioned {
  start: number;
  length: number;
  pitch: number;
  velocity: number;
}

const MIDDLE = 64;
const LONGEST_HEARD_SECONDS = 0.6;
const MOST_HEARD = 12;
/** the id of the track that a phrase is sounded on; no song gives it */
const PHRASE = -1;
/** A phrase begins so soon, in seconds: its first note takes no longer on the way than the others. */
const SOON = 0.02;
const PHRASE_VOLUME = 80;

/** What sounds beside the song: notes that are touched, phrases that are tried. */
export class Hearing {
  constructor(
    private readonly score: Score,
    private readonly sounder: Sounder,
    private readonly parts: Parts,
  ) {}

  /** Sounds notes once, as they are selected, drawn or changed: those of the first moment. */
  touch(places: readonly number[]): void {
    const { columns } = this.score.visible;
    const first = places.filter((place) => place >= 0 && !columns.muted[place]);
    const start = Math.min(...first.map((place) => columns.start[place]));
    const near = first.filter((place) => columns.start[place] - start < this.score.song.ppq / 4);
    for (const place of near.slice(0, MOST_HEARD)) {
      const track = this.score.tracks.get(columns.clip[place]) ?? this.score.track;
      const seconds = this.score.clock.milliseconds(columns.start[place], columns.length[place]) / 1000;
      this.sound(track, columns.pitch[place], columns.velocity[place], seconds);
    }
  }

  /** Sounds one note at once. */
  sound(track: Track, pitch: number, velocity: number, seconds: number): void {
    const { now } = this.sounder;
    this.parts.of(track, true).play('hand', this.parts.newNote(), {
      pitch: soundingPitch(pitch, track.transposition),
      velocity,
      at: now,
      until: now + Math.min(LONGEST_HEARD_SECONDS, seconds),
    });
  }

  /** Sounds a phrase once, beside the song; one that sounds already ends. Gives how long it lasts, in seconds. */
  phrase(notes: readonly Auditioned[], as: Pick<Track, 'voice' | 'instrument'>): number {
    this.endPhrase();
    const track = loud({
      ...this.score.track,
      id: PHRASE,
      ...as,
      volume: PHRASE_VOLUME,
      pan: 0,
      transposition: 0,
    });
    const begins = this.sounder.now + SOON;
    for (const { start, length, pitch, velocity } of notes) {
      this.parts.of(track, true).play('phrase', this.parts.newNote(), {
        pitch,
        velocity,
        at: begins + start,
        until: begins + start + length,
      });
    }
    return SOON + Math.max(...notes.map(({ start, length }) => start + length));
  }

  endPhrase(): void {
    this.sounder.tell({ do: 'end', group: 'phrase' });
  }
}

/** What one keyboard holds: its keys, and what its pedal keeps when they come up. */
interface Hand {
  pressed: Map<number, () => void>;
  isPedalDown: boolean;
  kept: (() => void)[];
}

/** What is played by hand: each keyboard lets go of its own keys alone, and all of it when it goes. */
export class Hands {
  readonly #hands = new Map<string, Hand>();

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
    this.#hands.delete(keyboard);
  }

  leaveAll(): void {
    for (const keyboard of [...this.#hands.keys()]) this.leave(keyboard);
  }

  #hand(keyboard: string): Hand {
    const hand = this.#hands.get(keyboard) ?? { pressed: new Map(), isPedalDown: false, kept: [] };
    this.#hands.set(keyboard, hand);
    return hand;
  }
}
