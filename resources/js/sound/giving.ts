import type { Track } from '../api';
import { firstFrom, type NoteTable } from '../music/notes';
import { playedBy, playedLength, playedVelocity } from '../music/techniques';
import { settings } from '../settings/settings.svelte';
import type { Controls } from './controls';
import type { Mixer } from './mixer';
import { CLOCKS_A_QUARTER } from './outputs.svelte';
import type { Parts } from './parts';
import type { Score } from './score';

const LATE_SECONDS = 0.1;

/** Clips that are heard alone, with their tracks, and the span they lie in. */
export interface Alone {
  clips: ReadonlySet<number>;
  tracks: ReadonlySet<number>;
  span: [number, number];
}

/** A track as it sounds where it is heard alone. */
export const loud = (track: Track): Track => ({ ...track, muted: false, solo: true });

/** Gives what lies in a stretch of the song to the clock of the sound: notes, points, clicks, and clocks for outputs. */
export class Giving {
  constructor(
    private readonly score: Score,
    private readonly parts: Parts,
    private readonly controls: Controls,
    private readonly mixer: () => Mixer,
  ) {}

  /** Gives all notes that start in a span of song seconds to the audio clock. */
  give(from: number, to: number, origin: number, alone: Alone | null): void {
    const { clock, song, visible, sounding, tracks } = this.score;
    const [fromTick, toTick] = [clock.tick(from) - 1e-6, clock.tick(to) - 1e-6];
    for (const track of song.tracks) {
      this.controls.give(track, fromTick, toTick, (tick) => Math.max(this.mixer().now, clock.seconds(tick) + origin));
    }
    for (const track of song.tracks) {
      if (alone ? alone.tracks.has(track.id) : this.parts.isAudible(track)) {
        const heard = alone ? loud(track) : track;
        this.#giveNotes(sounding.of(track.id), fromTick, toTick, origin, () => heard, 0);
      }
    }
    const muted = new Set(song.tracks.flatMap(({ clips }) => clips.filter((clip) => clip.muted).map(({ id }) => id)));
    const inFront = this.score.track;
    this.#giveNotes(this.score.fresh, fromTick, toTick, origin, () =>
      !alone && this.parts.isAudible(inFront) ? inFront : undefined,
    );
    this.#giveNotes(visible, fromTick, toTick, origin, (clip) => {
      const track = tracks.get(clip);
      if (alone) return track && alone.clips.has(clip) ? loud(track) : undefined;
      return track && this.parts.isAudible(track) && !muted.has(clip) ? track : undefined;
    });
    if (settings.metronome) {
      this.#giveClicks(fromTick, toTick, origin);
    }
    if (settings.sendClock) {
      this.#giveClocks(fromTick, toTick, origin);
    }
  }

  /** @param written 0 where the notes are as they sound; else the transposition of their track is still to come */
  #giveNotes(
    { columns, count }: NoteTable,
    fromTick: number,
    toTick: number,
    origin: number,
    trackOf: (clip: number) => Track | undefined,
    written = 1,
  ): void {
    const { clock } = this.score;
    const { id, start, length, pitch, velocity, muted, clip, technique } = columns;
    for (let i = firstFrom(start, Math.ceil(fromTick)); i < count && start[i] < toTick; i++) {
      const track = muted[i] ? undefined : trackOf(clip[i]);
      const seconds = clock.seconds(start[i]);
      if (track && this.#isInTime(seconds + origin)) {
        const how = playedBy(track, technique[i]);
        const at = Math.max(this.mixer().now, seconds + origin);
        const ends = clock.seconds(this.controls.released(track, start[i] + playedLength(how, length[i])));
        if (how) this.parts.switchTo(track, how, at);
        const as = how?.channel == null ? track : { ...track, channel: how.channel };
        const key = [pitch[i], written * track.transposition] as const;
        const curve = this.controls.within(track, id[i], start[i], start[i] + length[i], (tick) =>
          Math.max(this.mixer().now, clock.seconds(tick) + origin),
        );
        if (curve.length > 0)
          this.parts.playCurved(as, key, playedVelocity(how, velocity[i]), at, ends - seconds, curve);
        else this.parts.play(as, key, playedVelocity(how, velocity[i]), at, ends - seconds);
      }
    }
  }

  #giveClicks(fromTick: number, toTick: number, origin: number): void {
    const { clock, gridLines } = this.score;
    for (const { tick, isBar } of gridLines.beats(fromTick, toTick)) {
      const at = clock.seconds(tick) + origin;
      if (this.#isInTime(at)) {
        this.click(at, isBar);
      }
    }
  }

  /** What outputs keep the tempo by: so many clocks to a quarter, as the MIDI 1.0 specification has it. */
  #giveClocks(fromTick: number, toTick: number, origin: number): void {
    const { clock, song, outputs } = this.score;
    const step = song.ppq / CLOCKS_A_QUARTER;
    for (let k = Math.ceil(fromTick / step); k * step < toTick; k++) {
      outputs.clock(this.mixer().pageAt(clock.seconds(k * step) + origin));
    }
  }

  /** Clicks at a moment of the audio clock. */
  click(at: number, isBar: boolean): void {
    this.mixer().click.triggerAttackRelease(isBar ? 1760 : 1175, 0.02, Math.max(this.mixer().now, at));
  }

  /** Whether something can still sound when it should: what a page that stood still has missed stays silent. */
  #isInTime(at: number): boolean {
    return at > this.mixer().now - LATE_SECONDS;
  }
}
