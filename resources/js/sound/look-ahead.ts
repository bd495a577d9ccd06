import type { Track } from '../api';
import { firstFrom, type NoteTable } from '../music/notes';
import { playedBy, playedLength, playedVelocity } from '../music/techniques';
import type { Controls } from './controls';
import { Passage, type Piece } from './passage';
import { CLICK } from './instruments';
import { CLOCKS_A_QUARTER } from './output-queue';
import type { GivenNote, Part } from './part';
import { loud, soundingPitch, type Parts } from './parts';
import type { Score } from './score';
import type { Sounder } from './sounder';

/** Clips that are heard alone, with their tracks, and the span they lie in. */
export interface Alone {
  clips: ReadonlySet<number>;
  tracks: ReadonlySet<number>;
  span: [number, number];
  /** of what is open, which notes; all of these clips, and what else lies on the tracks, where it is left out */
  plays?: (id: number) => boolean;
}

/** The part the metronome clicks on; no track has its number. */
const METRONOME = -2;
/** The keys of its two clicks, and how hard they are struck. */
const [BEAT_KEY, BAR_KEY, CLICK_VELOCITY] = [86, 93, 100];
const CLICK_SECONDS = 0.05;

/** A note that was given, for as long as it sounds. */
interface Given extends GivenNote {
  note: number;
  part: Part;
}

/** A note as it lies in the song, in ticks. */
interface Lying {
  id: number;
  track: Track;
  start: number;
  /** where it is let go: behind its length by the technique, or where the pedal comes up */
  end: number;
  pitch: number;
  velocity: number;
  length: number;
  technique: GivenNote['technique'];
}

/**
 * Gives the song to what sounds, a little ahead of its clock. What was given is known, so that an edit, a mute or a stop takes
 * back what has not begun, ends what is no more, and leaves alone what sounds on as it was.
 */
export class LookAhead {
  /** up to which moment all was given */
  given = 0;
  readonly #sounding = new Map<string, Given>();
  #isClickThere = false;

  constructor(
    private readonly score: Score,
    private readonly sounder: Sounder,
    private readonly parts: Parts,
    private readonly controls: Controls,
  ) {}

  /** Begins at a moment: what is held there sounds from there, and what controllers hold is told. */
  begin(passage: Passage, alone: Alone | null): void {
    this.given = passage.at;
    this.#sounding.clear();
    this.controls.chase(passage.tick - TINY, passage.at);
    this.#soundHeld(passage, passage.at, alone, passage.tick);
  }

  /** Takes back all from a moment on, and makes what sounds then what the song says now. */
  revise(passage: Passage, from: number, alone: Alone | null): void {
    this.sounder.tell({ do: 'forget', group: 'song', from });
    this.score.outputs.forget(this.sounder.pageAt(from));
    this.controls.forget(from);
    for (const [key, given] of this.#sounding) if (given.at >= from) this.#sounding.delete(key);
    const tick = passage.tickAt(from);
    this.controls.chase(tick - TINY, from);
    this.given = Math.max(from, passage.at);
    this.#soundHeld(passage, from, alone, tick);
  }

  /** Gives all up to a moment. */
  giveUpTo(until: number, passage: Passage, alone: Alone | null): void {
    for (const piece of passage.pieces(this.given, until)) {
      if (piece.isRound && piece.at(piece.from) > passage.at) {
        this.controls.chase(piece.from - TINY, piece.at(piece.from));
        for (const lying of this.#lying(heldAt(piece.from), alone)) this.#giveRest(lying, piece, piece.at(piece.from));
      }
      this.#givePiece(piece, alone);
    }
    this.given = Math.max(this.given, until);
  }

  /** Forgets what ended. */
  tidy(): void {
    const { now } = this.sounder;
    for (const [key, { until }] of this.#sounding) if (until < now - 1) this.#sounding.delete(key);
  }

  end(): void {
    this.#sounding.clear();
  }

  /** Clicks at a moment of the clock of the sound. */
  click(at: number, isBar: boolean): void {
    if (!this.#isClickThere) {
      this.#isClickThere = true;
      this.sounder.need(CLICK);
      this.sounder.tell({ do: 'instrument', group: 'hand', part: METRONOME, at: 0, pack: CLICK, instead: CLICK });
    }
    this.sounder.tell({
      do: 'play',
      group: 'song',
      note: this.parts.newNote(),
      part: METRONOME,
      pitch: isBar ? BAR_KEY : BEAT_KEY,
      velocity: CLICK_VELOCITY,
      at,
      until: at + CLICK_SECONDS,
    });
  }

  #givePiece(piece: Piece, alone: Alone | null): void {
    const { from, to, at } = piece;
    for (const track of this.score.song.tracks) {
      this.controls.give(track, from - TINY, to - TINY, at);
    }
    for (const lying of this.#lying(starting(from, to), alone)) this.#give(lying, piece, at(lying.start));
    if (this.score.clicks) {
      for (const { tick, isBar } of this.score.gridLines.beats(from - TINY, to - TINY)) this.click(at(tick), isBar);
    }
    if (this.score.sendsClock) {
      const step = this.score.song.ppq / CLOCKS_A_QUARTER;
      for (let k = Math.ceil((from - TINY) / step); k * step < to - TINY; k++) {
        this.score.outputs.clock(this.sounder.pageAt(at(k * step)));
      }
    }
  }

  #give(lying: Lying, { at: atOf, ends }: Pick<Piece, 'at' | 'ends'>, at: number): void {
    const { id, track, start, length, pitch, velocity, technique } = lying;
    const until = Math.min(ends, atOf(lying.end));
    if (until <= at) return;
    const turns = this.controls.within(track, id, start, start + length, atOf);
    const part = this.parts.of(track, true);
    const given = { note: this.parts.newNote(), part, pitch, velocity, technique, at, until, turns };
    part.play('song', given.note, given);
    this.#sounding.set(keyOf(lying), given);
  }

  /** What is held sounds from a moment on. Who comes into the sound of a drum hears no stroke. */
  #giveRest(lying: Lying, piece: Pick<Piece, 'at' | 'ends'>, at: number): void {
    if (lying.track.voice !== 'drums') this.#give(lying, piece, at);
  }

  /** Makes what sounds at a moment what the song says: what is no more ends, what is missing sounds from there. */
  #soundHeld(passage: Passage, from: number, alone: Alone | null, tick: number): void {
    const ends = passage.seamAfter(from);
    const offset = from - passage.clock.seconds(tick);
    const atOf = (one: number) => passage.clock.seconds(one) + offset;
    const held = new Map<string, Lying>();
    for (const lying of this.#lying(heldAt(tick), alone)) held.set(keyOf(lying), lying);
    for (const [key, given] of this.#sounding) {
      const lying = held.get(key);
      const isSame =
        lying?.pitch === given.pitch &&
        lying.technique?.number === given.technique?.number &&
        this.parts.of(lying.track, true) === given.part;
      if (isSame) {
        const until = Math.min(ends, atOf(lying.end));
        if (Math.abs(until - given.until) > TINY) {
          given.part.until(given.note, until);
          given.until = until;
        }
        held.delete(key);
      } else if (given.until > from) {
        given.part.until(given.note, from);
        this.#sounding.delete(key);
      }
    }
    for (const lying of held.values()) this.#giveRest(lying, { at: atOf, ends }, from);
  }

  /** The notes of all that is heard that lie as they are asked for. */
  *#lying(asked: Asked, alone: Alone | null): Generator<Lying> {
    const { song, visible, sounding, tracks, fresh, track: inFront } = this.score;
    for (const track of song.tracks) {
      if (alone ? !alone.plays && alone.tracks.has(track.id) : this.parts.isAudible(track)) {
        const heard = alone ? loud(track) : track;
        yield* this.#of(sounding.of(track.id), asked, () => heard, 0);
      }
    }
    const muted = new Set(song.tracks.flatMap(({ clips }) => clips.filter((clip) => clip.muted).map(({ id }) => id)));
    yield* this.#of(visible, asked, (clip, id) => {
      const track = tracks.get(clip);
      if (alone) {
        return track && alone.clips.has(clip) && (alone.plays?.(id) ?? true) ? loud(track) : undefined;
      }
      return track && this.parts.isAudible(track) && !muted.has(clip) ? track : undefined;
    });
    if (!alone && this.parts.isAudible(inFront)) yield* this.#of(fresh, asked, () => inFront);
  }

  /** @param written 0 where the notes are as they sound; else the transposition of their track is still to come */
  *#of(
    table: NoteTable,
    { from, before, endsAfter }: Asked,
    trackOf: (clip: number, id: number) => Track | undefined,
    written = 1,
  ): Generator<Lying> {
    const { columns, count } = table;
    const { id, start, length, pitch, velocity, muted, clip, technique } = columns;
    const releases = new Map<number, (tick: number) => number>();
    const releasedOf = (track: Track) => {
      const known = releases.get(track.id) ?? this.controls.released(track);
      releases.set(track.id, known);
      return known;
    };
    for (let i = firstFrom(start, Math.ceil(from - TINY)); i < count && start[i] < before - TINY; i++) {
      const track = muted[i] ? undefined : trackOf(clip[i], id[i]);
      if (!track) continue;
      const how = playedBy(track, technique[i]);
      const end = releasedOf(track)(start[i] + playedLength(how, length[i]));
      if (end <= endsAfter) continue;
      yield {
        id: id[i],
        track,
        start: start[i],
        end,
        length: length[i],
        pitch: soundingPitch(pitch[i], written * track.transposition),
        velocity: playedVelocity(how, velocity[i]),
        technique: how,
      };
    }
  }
}

/** Which notes are asked for, by ticks: from where on and before where they begin, and after what they end. */
interface Asked {
  from: number;
  before: number;
  endsAfter: number;
}

const starting = (from: number, to: number): Asked => ({ from, before: to, endsAfter: -1 });
/** Those that are held at a tick; a pedal may hold what lies anywhere before. */
const heldAt = (tick: number): Asked => ({ from: 0, before: tick, endsAfter: tick });

/** Ticks and seconds nearer than this are one. */
const TINY = 1e-6;
const keyOf = ({ track, id }: Pick<Lying, 'track' | 'id'>) => `${track.id}.${id}`;
