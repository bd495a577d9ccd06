import type { Track, VoiceName } from '../api';
import { firstFrom, type NoteTable } from '../music/notes';
import type { Message } from '../music/midi';
import { playedBy, playedLength, playedVelocity } from '../music/techniques';
import { settings } from '../settings/settings.svelte';
import { countInAt } from './count-in';
import { Controls } from './controls';
import type { Mixer } from './mixer';
import { CLOCKS_A_QUARTER } from './outputs.svelte';
import { Parts } from './parts';
import type { Score } from './score';

let mixer: Promise<Mixer> | undefined;

/** What everything sounds through; it is large, and comes when the page is idle or when something shall sound. */
function theMixer(): Promise<Mixer> {
  mixer ??= import('./mixer')
    .then(({ Mixer }) => new Mixer())
    .catch((error) => {
      mixer = undefined;
      throw error;
    });
  return mixer;
}

/** How far ahead notes are given to the audio clock, and how often that is looked after. */
const AHEAD_SECONDS = 0.12;
const EVERY_MS = 25;
const LATE_SECONDS = 0.1;
const LONGEST_HEARD_SECONDS = 0.6;
const MOST_HEARD = 12;
const RINGS_MS = 3000;
const IDLE_AT_LATEST_MS = 4000;
/** the id of the track that a phrase is sounded on; no song gives it */
const AUDITION = -1;

/** A track as it sounds where it is heard alone. */
const loud = (track: Track): Track => ({ ...track, muted: false, solo: true });

/** A note of a phrase that is sounded, in seconds. */
export interface Auditioned {
  start: number;
  length: number;
  pitch: number;
  velocity: number;
}

/**
 * Plays the song as it stands on the screen: a little ahead of the audio clock it reads the notes anew, so an edit
 * made while it plays is heard at once.
 */
export class Player {
  playing = $state(false);
  /** whether something sounds or may still ring, so that frames are needed */
  active = $state(false);
  /** where the playhead is, in ticks */
  tick = $state(0);
  /** loudness of what sounds now, 0–1: the root of the mean power, so that soft notes show */
  level = $state(0);
  /** whether it plays on past the end of the song, as while something is recorded */
  isEndless = false;
  /** when it began to play, in seconds of the audio clock: after the count-in */
  began = 0;
  #mixer: Mixer | undefined;
  /** what the tracks sound with */
  readonly #parts: Parts;
  /** what controllers hold of what was told */
  readonly #controls: Controls;
  /** the points that were played from last: others are told anew what holds */
  #points: unknown;
  #mutes = '';
  /** whether outputs were sent something that has to end */
  #sounded = false;
  #ringsUntil = 0;
  #timer: ReturnType<typeof setInterval> | undefined;
  /** counts starts and stops, so that a start that had to wait knows whether it is still wanted */
  #wanted = 0;
  #disposed = false;
  /** whether a phrase is sounded beside the song */
  auditioning = $state(false);
  #audition: ReturnType<typeof setInterval> | undefined;
  /** clips that are heard alone for the moment, with their tracks, and the span they lie in */
  #alone: { clips: ReadonlySet<number>; tracks: ReadonlySet<number>; span: [number, number] } | null = null;
  /** song seconds up to which notes were given to the clock, and the audio time that answers to song second 0 */
  #given = 0;
  #origin = 0;
  /** origins that are still to come: the playhead changes over when the sound does */
  #turns: { at: number; origin: number }[] = [];

  constructor(private readonly score: Score) {
    this.#parts = new Parts(score, () => this.#mixer!);
    this.#controls = new Controls(score, (track, control, at) => this.#parts.control(track, control, at));
  }

  /** Fetches the sound library when the page has nothing else to do. */
  prepareWhenIdle(): void {
    const prepare = () => void theMixer().catch(() => undefined);
    if ('requestIdleCallback' in window) {
      requestIdleCallback(prepare, { timeout: IDLE_AT_LATEST_MS });
    } else {
      setTimeout(prepare, IDLE_AT_LATEST_MS);
    }
  }

  get loop(): [number, number] | null {
    if (this.#alone) return this.#alone.span;
    return settings.loop ? (this.score.range ?? [0, this.score.end]) : null;
  }

  /** Plays some clips alone, round and round, whatever is muted. Gives what ends it, with the playhead where it was. */
  startAlone(clips: ReadonlySet<number>, tracks: ReadonlySet<number>, span: [number, number]): () => void {
    const [before, wasPlaying] = [this.tick, this.playing];
    this.stop();
    this.#alone = { clips, tracks, span };
    void this.start(span[0]);
    return () => {
      this.stop();
      this.#alone = null;
      this.tick = before;
      if (wasPlaying) void this.start(before);
    };
  }

  async toggle(from?: number): Promise<void> {
    if (this.playing) {
      this.stop();
    } else {
      await this.start(from ?? this.tick);
    }
  }

  /** @param countIn how many bars are clicked before it begins */
  async start(from: number, countIn = 0): Promise<void> {
    const wanted = ++this.#wanted;
    if (!(await this.#ready()) || wanted !== this.#wanted) {
      return;
    }
    clearInterval(this.#timer);
    const loop = this.loop;
    const { end } = this.score;
    const tick = loop && (from < loop[0] || from >= loop[1]) ? loop[0] : from >= end && !this.isEndless ? 0 : from;
    this.tick = tick;
    this.#given = this.score.clock.seconds(tick);
    const { seconds, clicks } = countInAt(this.score, tick, countIn);
    const begins = this.#mixer!.now + 0.05;
    this.#origin = begins + seconds - this.#given;
    this.began = begins + seconds;
    for (const { at, isBar } of clicks) this.#click(begins + at, isBar);
    this.#turns = [];
    this.#controls.chase(tick - 1e-6, this.#mixer!.now);
    this.#sounded = true;
    this.score.outputs.start(this.#mixer!.pageAt(this.began));
    this.playing = true;
    this.active = true;
    this.#timer = setInterval(() => this.#advance(), EVERY_MS);
    this.#advance();
  }

  stop(): void {
    this.#wanted++;
    clearInterval(this.#timer);
    this.playing = false;
    this.#parts.silence();
    this.#parts.forget();
    if (this.#sounded) {
      this.#controls.rest(this.#mixer!.now);
      this.score.outputs.stop();
      this.score.outputs.silence();
      this.#sounded = false;
    }
  }

  /**
   * Sounds a phrase with a voice of its own, once, beside whatever plays; one that sounds already ends.
   *
   * @param notes when each begins and how long it lasts, in seconds from now
   */
  async audition(notes: readonly Auditioned[], voice: VoiceName): Promise<void> {
    this.endAudition();
    if (notes.length === 0 || !(await this.#ready())) return;
    const track: Track = { ...loud(this.score.track), id: AUDITION, voice, volume: 80, pan: 0 };
    const begins = this.#mixer!.now + 0.05;
    const end = Math.max(...notes.map(({ start, length }) => start + length));
    let next = 0;
    this.auditioning = true;
    this.active = true;
    this.#audition = setInterval(() => {
      const now = this.#mixer!.now - begins;
      for (; next < notes.length && notes[next].start < now + AHEAD_SECONDS; next++) {
        const { start, length, pitch, velocity } = notes[next];
        this.#parts.play(track, [pitch, 0], velocity, Math.max(this.#mixer!.now, begins + start), length);
      }
      this.#ringsUntil = performance.now() + RINGS_MS;
      if (now > end) this.endAudition();
    }, EVERY_MS);
  }

  endAudition(): void {
    if (!this.auditioning) return;
    clearInterval(this.#audition);
    this.auditioning = false;
    if (!this.playing) this.#parts.silence();
  }

  /** Puts the playhead at a tick; while it plays it goes on from there. */
  async seek(tick: number): Promise<void> {
    this.tick = Math.max(0, tick);
    if (this.playing) {
      this.stop();
      await this.start(this.tick);
    }
  }

  /** Sounds notes once, as they are selected, drawn or moved. */
  async hear(places: number[]): Promise<void> {
    if (!settings.hear || this.playing) {
      return;
    }
    const { columns } = this.score.visible;
    const first = places.filter((place) => place >= 0 && !columns.muted[place]).slice(0, MOST_HEARD);
    const start = columns.start[first[0]];
    const near = first.filter((place) => columns.start[place] - start < this.score.song.ppq / 4);
    if (!(await this.#ready())) {
      return;
    }
    for (const place of near) {
      const track = this.score.tracks.get(columns.clip[place]) ?? this.score.track;
      const seconds = this.score.clock.milliseconds(columns.start[place], columns.length[place]) / 1000;
      this.#touch(track, columns.pitch[place], columns.velocity[place], seconds);
    }
  }

  /** Sounds pitches with a velocity for so many seconds, on the voice of the open track. */
  async sound(notes: [pitch: number, velocity: number, seconds: number][]): Promise<void> {
    if (!(await this.#ready())) {
      return;
    }
    for (const [pitch, velocity, seconds] of notes) {
      this.#touch(this.score.track, pitch, velocity, seconds);
    }
  }

  /** Makes ready to be played by hand, so that no key has to wait for its voice. */
  async prepare(): Promise<void> {
    if (await this.#ready()) this.#parts.prepare(this.score.track);
  }

  /** Sounds a key that is pressed until it is let go, on the voice of the track in front. */
  async press(pitch: number, velocity: number): Promise<void> {
    if (!this.#mixer && !(await this.#ready())) return;
    const { track } = this.score;
    this.#ringsUntil = performance.now() + RINGS_MS;
    this.active = true;
    this.#parts.press(track, pitch, velocity);
  }

  /** Sounds what a keyboard says beside its keys: pedals, wheels and pressure. */
  async say(message: Message): Promise<void> {
    if (!this.#mixer && !(await this.#ready())) return;
    this.#parts.say(this.score.track, message);
  }

  letGo(pitch: number): void {
    this.#ringsUntil = performance.now() + RINGS_MS;
    this.#parts.letGo(pitch);
  }

  /** Finds out how the clock of the sound stands to the page's, which takes a moment. */
  async settleClocks(): Promise<void> {
    if (await this.#ready()) await this.#mixer!.settleClocks();
  }

  /**
   * The seconds of the audio clock that something was played to, by the moment of the page's clock in ms at which it came:
   * the sound took its time on the way out, and the key on the way in.
   */
  playedAt(milliseconds: number): number {
    return (this.#mixer?.at(milliseconds) ?? 0) - settings.inputDelay / 1000;
  }

  /** Clicks so many times, so far apart in ms; tells when each is heard, in ms of the page's clock. */
  async clicks(count: number, apart: number): Promise<number[]> {
    this.stop();
    await this.settleClocks();
    const first = this.#mixer!.now + apart / 1000;
    const all = Array.from({ length: count }, (_, k) => first + (k * apart) / 1000);
    all.forEach((at) => this.#click(at, false));
    return all.map((at) => this.#mixer!.pageAt(at));
  }

  /** Where the song was for who played at a moment of the page's clock, in ticks, not rounded. */
  tickAt(milliseconds: number): number {
    const at = this.playedAt(milliseconds);
    const origin = this.#turns.findLast((turn) => turn.at <= at)?.origin ?? this.#origin;
    return this.score.clock.tick(at - origin);
  }

  /** Moves the playhead to where the sound is. Called once a frame. */
  frame(): void {
    this.level = this.#mixer?.level ?? 0;
    if (!this.playing) {
      this.active = this.level > 0 || performance.now() < this.#ringsUntil;
      return;
    }
    this.#ringsUntil = performance.now() + RINGS_MS;
    const now = this.#mixer!.heard - settings.outputDelay / 1000;
    while (this.#turns.length > 0 && this.#turns[0].at <= now) {
      this.#origin = this.#turns.shift()!.origin;
    }
    this.tick = Math.max(0, this.score.clock.tick(now - this.#origin));
  }

  /** Ends it for good; what is still being fetched for it sounds no more. */
  dispose(): void {
    this.#disposed = true;
    this.stop();
    this.#parts.giveBack();
  }

  /** Gets ready to sound; tells whether it still may. */
  async #ready(): Promise<boolean> {
    const found = await theMixer();
    await found.begin();
    if (this.#disposed) {
      return false;
    }
    this.#mixer = found;
    found.setVolume(settings.volume);
    return true;
  }

  /** Sounds one note at once. */
  #touch(track: Track, pitch: number, velocity: number, seconds: number): void {
    this.#ringsUntil = performance.now() + RINGS_MS;
    this.active = true;
    const soon = this.#mixer!.now + 0.01;
    this.#parts.play(track, [pitch, track.transposition], velocity, soon, Math.min(LONGEST_HEARD_SECONDS, seconds));
  }

  #advance(): void {
    this.#mixer!.compareClocks();
    this.#mixer!.setVolume(settings.volume);
    const until = () => this.#mixer!.now + AHEAD_SECONDS;
    let origin = this.#turns.at(-1)?.origin ?? this.#origin;
    this.#chaseEdits(origin);
    for (let turns = 0; turns < 64 && this.#given + origin < until(); turns++) {
      const { clock } = this.score;
      const loop = this.loop;
      const loopEnd = loop ? clock.seconds(loop[1]) : Infinity;
      const inLoop = loop !== null && this.#given < loopEnd;
      const to = Math.min(until() - origin, inLoop ? loopEnd : Infinity);
      this.#give(this.#given, to, origin);
      this.#given = to;
      if (inLoop && to >= loopEnd) {
        const at = loopEnd + origin;
        origin = at - clock.seconds(loop[0]);
        this.#given = clock.seconds(loop[0]);
        this.#turns.push({ at, origin });
        this.#controls.chase(loop[0] - 1e-6, at);
      }
    }
    if (
      !this.isEndless &&
      !this.loop &&
      this.score.clock.tick(this.#given) > this.score.end + this.score.song.ppq * 4
    ) {
      this.stop();
      this.tick = 0;
    }
  }

  /** Gives all notes that start in a span of song seconds to the audio clock. */
  #give(from: number, to: number, origin: number): void {
    const { clock, song, visible, sounding, tracks } = this.score;
    const [fromTick, toTick] = [clock.tick(from) - 1e-6, clock.tick(to) - 1e-6];
    const alone = this.#alone;
    for (const track of song.tracks) {
      this.#controls.give(track, fromTick, toTick, (tick) => Math.max(this.#mixer!.now, clock.seconds(tick) + origin));
    }
    for (const track of song.tracks) {
      if (alone ? alone.tracks.has(track.id) : this.#parts.isAudible(track)) {
        const heard = alone ? loud(track) : track;
        this.#giveNotes(sounding.of(track.id), fromTick, toTick, origin, () => heard, 0);
      }
    }
    const muted = new Set(song.tracks.flatMap(({ clips }) => clips.filter((clip) => clip.muted).map(({ id }) => id)));
    const inFront = this.score.track;
    this.#giveNotes(this.score.fresh, fromTick, toTick, origin, () =>
      !alone && this.#parts.isAudible(inFront) ? inFront : undefined,
    );
    this.#giveNotes(visible, fromTick, toTick, origin, (clip) => {
      const track = tracks.get(clip);
      if (alone) return track && alone.clips.has(clip) ? loud(track) : undefined;
      return track && this.#parts.isAudible(track) && !muted.has(clip) ? track : undefined;
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
        const at = Math.max(this.#mixer!.now, seconds + origin);
        const ends = clock.seconds(this.#controls.released(track, start[i] + playedLength(how, length[i])));
        if (how) this.#parts.switchTo(track, how, at);
        const as = how?.channel == null ? track : { ...track, channel: how.channel };
        const key = [pitch[i], written * track.transposition] as const;
        const curve = this.#controls.within(track, id[i], start[i], start[i] + length[i], (tick) =>
          Math.max(this.#mixer!.now, clock.seconds(tick) + origin),
        );
        if (curve.length > 0)
          this.#parts.playCurved(as, key, playedVelocity(how, velocity[i]), at, ends - seconds, curve);
        else this.#parts.play(as, key, playedVelocity(how, velocity[i]), at, ends - seconds);
      }
    }
  }

  /** Where points were changed while it plays, tells what holds now. */
  #chaseEdits(origin: number): void {
    const { visiblePoints, lanes, clock } = this.score;
    const now = `${lanes.muted.size}`;
    if (this.#points === visiblePoints && this.#mutes === now) return;
    const isFirst = this.#points === undefined;
    [this.#points, this.#mutes] = [visiblePoints, now];
    if (!isFirst)
      this.#controls.chase(clock.tick(this.#given) - 1e-6, Math.max(this.#mixer!.now, this.#given + origin));
  }

  #giveClicks(fromTick: number, toTick: number, origin: number): void {
    const { clock, gridLines } = this.score;
    for (const { tick, isBar } of gridLines.beats(fromTick, toTick)) {
      const at = clock.seconds(tick) + origin;
      if (this.#isInTime(at)) {
        this.#click(at, isBar);
      }
    }
  }

  /** What outputs keep the tempo by: so many clocks to a quarter, as the MIDI 1.0 specification has it. */
  #giveClocks(fromTick: number, toTick: number, origin: number): void {
    const { clock, song, outputs } = this.score;
    const step = song.ppq / CLOCKS_A_QUARTER;
    for (let k = Math.ceil(fromTick / step); k * step < toTick; k++) {
      outputs.clock(this.#mixer!.pageAt(clock.seconds(k * step) + origin));
    }
  }

  #click(at: number, isBar: boolean): void {
    this.#mixer!.click.triggerAttackRelease(isBar ? 1760 : 1175, 0.02, Math.max(this.#mixer!.now, at));
  }

  /** Whether something can still sound when it should: what a page that stood still has missed stays silent. */
  #isInTime(at: number): boolean {
    return at > this.#mixer!.now - LATE_SECONDS;
  }
}
