import type { Track, VoiceName } from '../api';
import type { Message } from '../music/midi';
import { settings } from '../settings/settings.svelte';
import { Audition, type Auditioned } from './audition.svelte';
import { countInAt } from './count-in';
import { Controls } from './controls';
import { Giving, loud, type Alone } from './giving';
import type { Mixer } from './mixer';
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
const LONGEST_HEARD_SECONDS = 0.6;
const MOST_HEARD = 12;
const RINGS_MS = 3000;
const IDLE_AT_LATEST_MS = 4000;
/**
 * Longer than most: start, stop, loop, seek and the playhead are one clock, and are read together.
 *
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
  readonly #giving: Giving;
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
  readonly #audition: Audition;
  /** clips that are heard alone for the moment, with their tracks, and the span they lie in */
  #alone: Alone | null = null;
  /** song seconds up to which notes were given to the clock, and the audio time that answers to song second 0 */
  #given = 0;
  #origin = 0;
  /** origins that are still to come: the playhead changes over when the sound does */
  #turns: { at: number; origin: number }[] = [];

  constructor(private readonly score: Score) {
    this.#parts = new Parts(score, () => this.#mixer!);
    this.#controls = new Controls(score, (track, control, at) => this.#parts.control(track, control, at));
    this.#audition = new Audition(
      this.#parts,
      () => this.#mixer!,
      () => (this.#ringsUntil = performance.now() + RINGS_MS),
      () => this.endAudition(),
    );
    this.#giving = new Giving(score, this.#parts, this.#controls, () => this.#mixer!);
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
    for (const { at, isBar } of clicks) this.#giving.click(begins + at, isBar);
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
    this.active = true;
    this.#audition.begin(notes, { ...loud(this.score.track), voice, volume: 80, pan: 0 });
  }

  /** whether a phrase is sounded beside the song */
  get auditioning(): boolean {
    return this.#audition.sounds;
  }

  endAudition(): void {
    if (!this.auditioning) return;
    this.#audition.end();
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
    all.forEach((at) => this.#giving.click(at, false));
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
      this.#giving.give(this.#given, to, origin, this.#alone);
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
}
