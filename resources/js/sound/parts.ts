import type { Track } from '../api';
import { InstrumentPart } from './instrument-part';
import { OutputPart } from './output-part';
import type { Output } from './output-queue';
import type { Part } from './part';
import type { Score } from './score';
import type { Sounder } from './sounder';

/** What the tracks of a song sound with: instruments, or the MIDI outputs they go to. */
export class Parts {
  readonly #instruments = new Map<number, InstrumentPart>();
  readonly #outputs = new Map<string, OutputPart>();
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

  #outputOf(track: Track, output: Output): OutputPart {
    const queue = this.score.outputs.queueOf(output);
    const key = `${track.id} ${output.id}`;
    const part = this.#outputs.get(key) ?? new OutputPart(this.sounder, queue);
    this.#outputs.set(key, part);
    return part;
  }

  #instrumentOf({ id }: Track): InstrumentPart {
    const part = this.#instruments.get(id) ?? new InstrumentPart(this.sounder, id);
    this.#instruments.set(id, part);
    return part;
  }
}

/** The pitch a written one sounds at, by the semitones a track is transposed. */
export const soundingPitch = (pitch: number, transposition: number) =>
  Math.min(127, Math.max(0, pitch + transposition));

/** A track as it sounds where it is heard alone. */
export const loud = (track: Track): Track => ({ ...track, muted: false, solo: true });
