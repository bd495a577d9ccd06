import type { Track } from '../api';
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
