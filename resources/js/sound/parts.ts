import type { Track } from '../api';
import { NOTE_OFF } from '../music/midi';
import type { Channel, Mixer } from './mixer';
import type { Score } from './score';

/** What is played by hand sounds so soon after it was pressed, in seconds: the audio clock takes no moment that is past. */
const AT_ONCE = 0.002;

/** What the tracks of a song sound with: their built-in voices, or the MIDI outputs they go to. */
export class Parts {
  readonly #channels = new Map<number, Channel>();
  /** what lets the keys go that are pressed, by pitch */
  readonly #pressed = new Map<number, () => void>();

  /** @param mixer what voices sound through; there is one by the time something shall sound */
  constructor(
    private readonly score: Score,
    private readonly mixer: () => Mixer,
  ) {}

  isAudible(track: Track): boolean {
    return !track.muted && (track.solo || !this.score.song.tracks.some(({ solo }) => solo));
  }

  /**
   * Sounds a note.
   *
   * @param transposition semitones it is heard higher than it is written
   * @param at seconds of the audio clock
   */
  play(
    track: Track,
    [pitch, transposition]: readonly [number, number],
    velocity: number,
    at: number,
    seconds: number,
  ): void {
    const { outputs } = this.score;
    const output = outputs.of(track.id);
    const sounding = heard(pitch, transposition);
    if (output) {
      outputs.note(output, track.channel, sounding, velocity, this.mixer().pageAt(at), 1000 * seconds);
    } else {
      this.#channel(track).voice.play(sounding, velocity, at, seconds);
    }
  }

  /** Makes ready to be played by hand. */
  prepare(track: Track): void {
    if (!this.score.outputs.of(track.id)) this.#channel(track).voice.prepare(this.mixer().now);
  }

  /** Sounds a key until it is let go. */
  press(track: Track, pitch: number, velocity: number): void {
    this.letGo(pitch);
    const sounding = heard(pitch, track.transposition);
    const output = this.score.outputs.of(track.id);
    if (output) {
      this.score.outputs.press(output, track.channel, sounding, velocity, performance.now());
      this.#pressed.set(pitch, () => output.send([NOTE_OFF | track.channel, sounding, 0], performance.now()));
    } else {
      const { voice } = this.#channel(track);
      voice.press(sounding, velocity, this.mixer().heard + AT_ONCE);
      this.#pressed.set(pitch, () => voice.letGo(sounding, this.mixer().heard + AT_ONCE));
    }
  }

  letGo(pitch: number): void {
    this.#pressed.get(pitch)?.();
    this.#pressed.delete(pitch);
  }

  /** Ends what the built-in voices sound. */
  silence(): void {
    this.#channels.forEach(({ voice }) => voice.silence());
  }

  giveBack(): void {
    this.#channels.forEach((channel) => this.mixer().giveBack(channel));
  }

  #channel(track: Track): Channel {
    const mixer = this.mixer();
    let channel = this.#channels.get(track.id);
    if (channel?.name !== track.voice) {
      if (channel) mixer.giveBack(channel);
      channel = mixer.take(track.voice);
      this.#channels.set(track.id, channel);
    }
    channel.gain.gain.rampTo(this.isAudible(track) ? (track.volume / 80) ** 1.5 : 0, 0.02);
    channel.pan.pan.rampTo(track.pan / 100, 0.02);
    return channel;
  }
}

const heard = (pitch: number, transposition: number) => Math.min(127, Math.max(0, pitch + transposition));
