import { CONTROLLER, NOTE_OFF, NOTE_ON } from '../music/midi';

/** Something that sounds what it is sent: MIDI bytes at a moment of the page's clock, in ms. */
export interface Output {
  readonly id: string;
  readonly name: string;
  send(bytes: number[], at: number): void;
  /** Forgets what is still to come. */
  clear?(): void;
}

/** What outputs keep the tempo by: so many clocks to a quarter, as the MIDI 1.0 specification has it. */
export const CLOCKS_A_QUARTER = 24;
/** So far ahead something is given to the output, in ms: what was given most of them do not give back. */
const AHEAD_MS = 208;
/** A start is sent so long before the clock it belongs to, in ms, as the MIDI 1.0 specification asks for. */
const BEFORE_CLOCK_MS = 1;
const ALL_NOTES_OFF = 123;

interface Waiting {
  at: number;
  /** what comes first at one moment: ends, then what is told, then beginnings */
  rank: 0 | 1 | 2;
  turn: number;
  bytes: number[];
  /** the note it begins or ends */
  note?: number;
  /** whether it goes away with the song that is stopped or changed */
  isOfSong: boolean;
}

/** What waits to be sent to one output, and what sounds on it: each note is let go by its number, whatever else has its pitch. */
export class OutputQueue {
  #waiting: Waiting[] = [];
  #turn = 0;
  /** the notes that hold each pitch of each channel */
  readonly #holding = new Map<number, Set<number>>();
  readonly #keys = new Map<number, number>();
  /** keys that are held: the song may stop */
  readonly #byHand = new Set<number>();
  #last = 0;
  /** the moment at which the song began */
  #begins = 0;
  readonly channels = new Set<number>();

  constructor(private readonly output: Output) {}

  get wasUsed(): boolean {
    return this.channels.size > 0;
  }

  /** A note; it sounds at once where its moment is past. @param until Infinity for a key that is held */
  play(note: number, [channel, pitch, velocity]: readonly [number, number, number], at: number, until: number): void {
    this.channels.add(channel);
    this.#keys.set(note, (channel << 7) | pitch);
    const isOfSong = until !== Infinity;
    this.#add({ at, rank: 2, turn: this.#turn++, bytes: [NOTE_ON | channel, pitch, velocity], note, isOfSong });
    if (isOfSong) this.until(note, until);
    else this.#byHand.add(note);
  }

  /** Lets a note go at a moment, whatever was said of it before. */
  until(note: number, at: number): void {
    const key = this.#keys.get(note);
    if (key === undefined) return;
    const begins = this.#waiting.find((one) => one.note === note && one.rank === 2);
    this.#waiting = this.#waiting.filter((one) => !(one.note === note && (one.rank === 0 || at <= (begins?.at ?? -1))));
    if (begins && at <= begins.at) {
      this.#keys.delete(note);
      return;
    }
    this.#add({
      at,
      rank: 0,
      turn: this.#turn++,
      bytes: [NOTE_OFF | (key >> 7), key & 127, 0],
      note,
      isOfSong: !this.#byHand.has(note),
    });
  }

  /** The song begins: this is told first, and nothing of the song before it, however the two clocks are read meanwhile. */
  begin(all: readonly number[][], at: number): void {
    for (const bytes of all) this.output.send(bytes, at);
    this.#begins = at + BEFORE_CLOCK_MS;
    this.#last = Math.max(this.#last, at);
  }

  /** Tells something now, or else behind all that was given already. */
  tellLast(bytes: number[], now: number): void {
    this.#last = Math.max(now, this.#last);
    this.output.send(bytes, this.#last);
  }

  tell(bytes: number[], at: number, isOfSong = true): void {
    if (bytes[0] < 0xf0) this.channels.add(bytes[0] & 15);
    this.#add({ at, rank: 1, turn: this.#turn++, bytes, isOfSong });
  }

  /** Sends what is due soon. */
  flush(now: number): void {
    const due = this.#waiting.filter(({ at }) => at < now + AHEAD_MS);
    if (due.length === 0) return;
    this.#waiting = this.#waiting.filter(({ at }) => at >= now + AHEAD_MS);
    due.sort((one, other) => one.at - other.at || one.rank - other.rank || one.turn - other.turn);
    for (const one of due) this.#send(one);
  }

  /** Forgets what of the song was to begin or to be told from a moment on; what sounds then ends as it was said. */
  forget(from: number): void {
    const dropped = new Set(
      this.#waiting
        .filter((one) => one.isOfSong && one.rank === 2 && one.at >= from && one.note !== undefined)
        .map(({ note }) => note),
    );
    this.#waiting = this.#waiting.filter(
      (one) => !one.isOfSong || (one.note === undefined ? one.at < from || one.rank === 0 : !dropped.has(one.note)),
    );
    for (const note of dropped) this.#keys.delete(note!);
  }

  /** Ends what sounds of the song, and forgets what was to come. */
  end(now: number): void {
    this.#waiting = this.#waiting.filter(({ isOfSong }) => !isOfSong);
    this.output.clear?.();
    // Who cannot take back what was given gets the ends behind it.
    const at = this.output.clear ? now : Math.max(now, this.#last);
    const held = new Set<number>();
    for (const [key, notes] of this.#holding) {
      for (const note of notes) {
        if (this.#byHand.has(note)) continue;
        notes.delete(note);
        this.#keys.delete(note);
      }
      if (notes.size > 0) {
        held.add(key >> 7);
        continue;
      }
      this.output.send([NOTE_OFF | (key >> 7), key & 127, 0], at);
      this.#holding.delete(key);
    }
    for (const channel of this.channels) {
      if (!held.has(channel)) this.output.send([CONTROLLER | channel, ALL_NOTES_OFF, 0], at);
    }
    this.#last = at;
  }

  #add(one: Waiting): void {
    this.#waiting.push(one.isOfSong ? { ...one, at: Math.max(one.at, this.#begins) } : one);
  }

  #send({ at, rank, bytes, note }: Waiting): void {
    this.#last = Math.max(this.#last, at);
    if (note === undefined) {
      this.output.send(bytes, at);
      return;
    }
    const key = ((bytes[0] & 15) << 7) | bytes[1];
    const holding = this.#holding.get(key) ?? new Set();
    if (rank === 2) {
      // A pitch that sounds is struck anew.
      if (holding.size > 0) this.output.send([NOTE_OFF | (key >> 7), key & 127, 0], at);
      this.#holding.set(key, holding.add(note));
      this.output.send(bytes, at);
      return;
    }
    this.#keys.delete(note);
    this.#byHand.delete(note);
    if (!holding.delete(note) || holding.size > 0) return;
    this.#holding.delete(key);
    this.output.send(bytes, at);
  }
}
