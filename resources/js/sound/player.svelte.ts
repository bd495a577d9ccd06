import type { Track } from '../api';
import type { Message } from '../music/midi';
import { settings } from '../settings/settings.svelte';
import { Controls } from './controls';
import { countInAt } from './count-in';
import { Course } from './course';
import { Hands, Hearing, type Auditioned } from './hearing';
import { allSounds } from './instruments';
import { LookAhead, type Alone } from './look-ahead';
import { Meters, type Reporting } from './meters.svelte';
import { Parts } from './parts';
import type { Outputs } from './outputs.svelte';
import type { Score } from './score';
import { whySilent } from './silence';
import type { Sounder } from './sounder';

/** What a player sounds through: there is one for the page. */
export interface Desk extends Sounder, Reporting {
  /** Has to be called once from a press of a key or the pointer; browsers stay silent until then. */
  begin(): Promise<void>;
  /** The moment of the page's clock, in ms, as seconds of the clock of the sound that are heard then. */
  at(milliseconds: number): number;
  /** Finds out how both clocks stand to each other, which takes a moment. */
  settleClocks(): Promise<void>;
  compareClocks(): void;
}

/**
 * How far ahead the song is given: a page that stands still for less loses nothing, and what is changed meanwhile is taken
 * back. And how often that is looked after.
 */
const AHEAD_SECONDS = 0.7;
const EVERY_MS = 25;
/** From this soon on what was given can still be taken back: it takes about so long to get there. */
const LEAD_SECONDS = 0.008;
/** A song begins so soon, so that its first notes are all there in time. */
const BEGINS_SECONDS = 0.012;
/** For so long after something was told frames are asked for, whatever is reported yet. */
const RINGS_MS = 500;
const IDLE_AT_LATEST_MS = 4000;
/** For so long nothing is heard before it is asked why, in ms. */
const SILENT_MS = 1200;
/** How long it is known where the song was, for what comes late from a keyboard, in seconds. */
const PAST_SECONDS = 3;
/** A song ends so many quarters behind its last note or clip. */
const QUARTERS_BEHIND = 4;

/**
 * Plays the song as it stands on the screen, a little ahead of the clock of the sound; what is edited while it plays is heard
 * at once. Starts, stops, loops and the playhead are one course, and are read together.
 */
export class Player {
  playing = $state(false);
  /** whether something sounds or may still ring, so that frames are needed */
  active = $state(false);
  /** where the playhead is, in ticks */
  tick = $state(0);
  readonly meters = new Meters();
  /** whether it plays on past the end of the song, as while something is recorded */
  isEndless = false;
  /** when it began to play, in seconds of the clock of the sound: after the count-in */
  began = 0;
  #desk: Desk | undefined;
  #parts: Parts | undefined;
  #controls: Controls | undefined;
  #ahead: LookAhead | undefined;
  #hearing: Hearing | undefined;
  #hands: Hands | undefined;
  /** the course it takes, and those it took shortly before */
  #courses: Course[] = [];
  #ringsUntil = 0;
  #timer: ReturnType<typeof setInterval> | undefined;
  #phraseEnds: ReturnType<typeof setTimeout> | undefined;
  /** counts starts and stops, so that a start that had to wait knows whether it is still wanted */
  #wanted = 0;
  #disposed = false;
  /** since when nothing was heard, in ms of the page's clock, and where the clock of the sound was then */
  #silentSince = 0;
  #heardLast = -1;
  #isSilenceTold = false;
  #isPhrase = $state(false);
  /** clips that are heard alone for the moment, with their tracks, and the span they lie in */
  #alone: Alone | null = null;
  /** what was played from last: where it is another, what was given is looked through */
  #seen: readonly unknown[] = [];

  /**
   * @param open gives what is sounded through; it is large, and comes when the page is idle or when something shall sound
   * @param crowded told once where more notes were wanted at a time than can sound
   * @param silent told why nothing is heard where a note lies, once for each start
   */
  constructor(
    private readonly score: Score & { outputs: Outputs },
    private readonly open: () => Promise<Desk>,
    private readonly crowded: () => void = () => undefined,
    private readonly silent: (why: string) => void = () => undefined,
  ) {}

  /** Fetches what makes sound, and the instruments of the song, when the page has nothing else to do. */
  prepareWhenIdle(): void {
    const prepare = () => void this.#prepare().catch(() => undefined);
    if ('requestIdleCallback' in globalThis) {
      requestIdleCallback(prepare, { timeout: IDLE_AT_LATEST_MS });
    } else {
      setTimeout(prepare, IDLE_AT_LATEST_MS);
    }
  }

  /** loudness of what sounds now, 0–1: the root of the mean power, so that soft notes show */
  get level(): number {
    return this.meters.level;
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
    this.#end();
    const { loop } = this;
    const { end, song } = this.score;
    const tick = loop && (from < loop[0] || from >= loop[1]) ? loop[0] : from >= end && !this.isEndless ? 0 : from;
    this.tick = tick;
    const { seconds, clicks } = countInAt(this.score, tick, countIn);
    const begins = this.#desk!.now + BEGINS_SECONDS;
    this.began = begins + seconds;
    for (const { at, isBar } of clicks) this.#ahead!.click(begins + at, isBar);
    this.#parts!.forgetSwitches();
    this.#courses = [new Course(this.began, tick, this.score.clock, loop)];
    this.#seen = this.sources;
    this.#follow();
    this.score.outputs.start(this.#desk!.pageAt(this.began), (24 * tick) / song.ppq);
    this.#ahead!.begin(this.#course, this.#alone);
    this.playing = true;
    this.active = true;
    this.#silentSince = performance.now();
    this.#isSilenceTold = false;
    this.#timer = setInterval(() => this.#advance(), EVERY_MS);
    this.#advance();
  }

  stop(): void {
    this.#wanted++;
    this.#end();
    this.playing = false;
  }

  /** Takes in what was changed in the song while it plays. Called when it may have been. */
  revise(): void {
    if (!this.#desk) return;
    if (!this.playing) {
      this.#follow();
      return;
    }
    const sources = this.sources;
    if (sources.every((one, k) => one === this.#seen[k])) return;
    this.#seen = sources;
    const from = Math.max(this.#desk.now + LEAD_SECONDS, this.began);
    this.#follow();
    this.#turnCourse(from);
    this.#ahead!.revise(this.#course, from, this.#alone);
    this.#advance();
  }

  /**
   * Sounds a phrase with a voice of its own, once, beside whatever plays; one that sounds already ends.
   *
   * @param notes when each begins and how long it lasts, in seconds from now
   */
  async audition(notes: readonly Auditioned[], as: Pick<Track, 'voice' | 'instrument'>): Promise<void> {
    this.endAudition();
    if (notes.length === 0 || !(await this.#ready())) return;
    const seconds = this.#hearing!.phrase(notes, as);
    this.#rings(1000 * seconds);
    this.#isPhrase = true;
    this.#phraseEnds = setTimeout(() => this.endAudition(), 1000 * seconds);
  }

  /** whether a phrase is sounded beside the song */
  get auditioning(): boolean {
    return this.#isPhrase;
  }

  endAudition(): void {
    clearTimeout(this.#phraseEnds);
    if (this.#isPhrase) this.#hearing!.endPhrase();
    this.#isPhrase = false;
  }

  /** Puts the playhead at a tick; while it plays it goes on from there. */
  async seek(tick: number): Promise<void> {
    this.tick = Math.max(0, tick);
    if (this.playing) await this.start(this.tick);
  }

  /** Sounds notes once, as they are selected, drawn or changed; while the song plays it is heard there. */
  async hear(places: readonly number[]): Promise<void> {
    if (!settings.hear || this.playing || places.length === 0 || !(await this.#ready())) return;
    this.#rings();
    this.#hearing!.touch(places);
  }

  /** Sounds pitches with a velocity for so many seconds, on the open track. */
  async sound(notes: [pitch: number, velocity: number, seconds: number][]): Promise<void> {
    if (!(await this.#ready())) return;
    this.#rings();
    for (const [pitch, velocity, seconds] of notes) {
      this.#hearing!.sound(this.score.track, pitch, velocity, seconds);
    }
  }

  /** Makes ready to be played by hand, so that no key has to wait for its instrument. */
  async prepare(): Promise<void> {
    if (await this.#ready()) this.#follow();
  }

  /** Sounds a key of a keyboard until it is let go, on the track in front. */
  async press(keyboard: string, pitch: number, velocity: number): Promise<void> {
    if (!this.#desk && !(await this.#ready())) return;
    this.#rings();
    this.#hands!.press(keyboard, pitch, velocity);
  }

  /** Sounds what a keyboard says beside its keys: pedals, wheels and pressure. */
  async say(keyboard: string, message: Message): Promise<void> {
    if (!this.#desk && !(await this.#ready())) return;
    this.#hands!.say(keyboard, message);
  }

  letGo(keyboard: string, pitch: number): void {
    this.#rings();
    this.#hands?.letGo(keyboard, pitch);
  }

  /** A keyboard is gone: all that it held is let go. */
  leave(keyboard: string): void {
    this.#hands?.leave(keyboard);
  }

  /** Finds out how the clock of the sound stands to the page's, which takes a moment. */
  async settleClocks(): Promise<void> {
    if (await this.#ready()) await this.#desk!.settleClocks();
  }

  /**
   * The seconds of the clock of the sound that something was played to, by the moment of the page's clock in ms at which it
   * came: the sound took its time on the way out, and the key on the way in.
   */
  playedAt(milliseconds: number): number {
    return (this.#desk?.at(milliseconds) ?? 0) - settings.inputDelay / 1000;
  }

  /** Clicks so many times, so far apart in ms; tells when each is heard, in ms of the page's clock. */
  async clicks(count: number, apart: number): Promise<number[]> {
    this.stop();
    await this.settleClocks();
    const first = this.#desk!.now + apart / 1000;
    const all = Array.from({ length: count }, (_, k) => first + (k * apart) / 1000);
    this.#rings(count * apart);
    all.forEach((at) => this.#ahead!.click(at, false));
    return all.map((at) => this.#desk!.pageAt(at));
  }

  /** Where the song was for who played at a moment of the page's clock, in ticks, not rounded. */
  tickAt(milliseconds: number): number {
    return this.#courseAt(this.playedAt(milliseconds)).tickAt(this.playedAt(milliseconds));
  }

  /** Moves the playhead to where the sound is. Called once a frame. */
  frame(): void {
    this.meters.frame();
    if (!this.playing) {
      this.active = this.meters.sounds || performance.now() < this.#ringsUntil;
      return;
    }
    this.#rings();
    const now = this.#desk!.heard - settings.outputDelay / 1000;
    this.tick = Math.max(0, this.#courseAt(now).tickAt(now));
    this.#listen();
  }

  /** Ends it for good; what is still being fetched for it sounds no more. */
  dispose(): void {
    this.#disposed = true;
    this.stop();
    this.endAudition();
    this.#hands?.leaveAll();
    this.#desk?.tell({ do: 'hush' });
    this.score.outputs.hush();
  }

  /** Finds out why nothing is heard, where that lasts. */
  #listen(): void {
    const now = performance.now();
    if (this.meters.level > 0) this.#silentSince = now;
    if (now - this.#silentSince < SILENT_MS) return;
    this.#silentSince = now;
    const isRunning = this.#desk!.heard !== this.#heardLast;
    this.#heardLast = this.#desk!.heard;
    const why = whySilent(this.score, this.tick, { volume: settings.volume, isRunning });
    if (why !== null && !this.#isSilenceTold) {
      this.#isSilenceTold = true;
      this.silent(why);
    }
  }

  get #course(): Course {
    return this.#courses.at(-1)!;
  }

  #courseAt(at: number): Course {
    return this.#courses.findLast((course) => course.at <= at) ?? this.#courses[0];
  }

  /** All that decides what is played, where another one is another thing. */
  get sources(): readonly unknown[] {
    const { clock, song, visible, visiblePoints, sounding, lanes } = this.score;
    const { loop } = this;
    return [
      clock,
      song,
      visible,
      visiblePoints,
      sounding.all,
      lanes.muted.size,
      loop?.[0],
      loop?.[1],
      this.score.clicks,
      this.score.sendsClock,
      settings.outputs,
      settings.volume,
    ];
  }

  /** Goes on under another tempo or in another loop from where it is; a loop that lies behind is taken up at once. */
  #turnCourse(from: number): void {
    const { loop } = this;
    const { clock } = this.score;
    const course = this.#course;
    const isSame = course.clock === clock && course.loop?.[0] === loop?.[0] && course.loop?.[1] === loop?.[1];
    if (isSame) return;
    const at = Math.max(from, course.at);
    const tick = course.tickAt(at);
    this.#courses = [
      ...this.#courses.filter((one) => one === course || one.at > at - PAST_SECONDS),
      new Course(at, loop && tick >= loop[1] ? loop[0] : tick, clock, loop),
    ];
  }

  /** Brings instruments, loudness and place of all tracks up to date. */
  #follow(): void {
    for (const track of this.score.song.tracks) {
      const isHeard = this.#alone?.tracks.has(track.id) ?? this.#parts!.isAudible(track);
      this.#parts!.of(track, isHeard);
      for (const { pack, instead } of allSounds(track, this.#controls!.programs(track))) {
        this.#desk!.need(instead);
        this.#desk!.need(pack);
      }
    }
    this.#desk!.tell({ do: 'volume', volume: (settings.volume / 100) ** 1.5 });
  }

  /** Ends what sounds of the song, and what was to come. */
  #end(): void {
    clearInterval(this.#timer);
    if (!this.#desk) return;
    this.#desk.tell({ do: 'end', group: 'song' });
    this.#ahead!.end();
    if (this.#courses.length > 0) {
      this.score.outputs.stop();
      this.#controls!.rest((track, control) => this.#parts!.of(track).rest(control));
      this.score.outputs.end();
    }
    this.#courses = [];
  }

  #rings(milliseconds = 0): void {
    this.#ringsUntil = Math.max(this.#ringsUntil, performance.now() + milliseconds + RINGS_MS);
    this.active = true;
  }

  async #prepare(): Promise<void> {
    const desk = await this.open();
    if (this.#disposed) return;
    this.#take(desk);
    this.#follow();
  }

  /** Gets ready to sound; tells whether it still may. */
  async #ready(): Promise<boolean> {
    if (!this.#desk) {
      const desk = await this.open();
      if (this.#disposed) return false;
      this.#take(desk);
      this.#follow();
    }
    await this.#desk!.begin();
    return !this.#disposed;
  }

  #take(desk: Desk): void {
    if (this.#desk) return;
    this.#desk = desk;
    this.#parts = new Parts(this.score, desk);
    this.#controls = new Controls(this.score, (track, control, at) => this.#parts!.of(track).tell('song', control, at));
    this.#ahead = new LookAhead(this.score, desk, this.#parts, this.#controls);
    this.#hearing = new Hearing(this.score, desk, this.#parts);
    this.#hands = new Hands(this.score, desk, this.#parts);
    this.meters.follow(desk, this.crowded);
  }

  #advance(): void {
    this.revise();
    const desk = this.#desk!;
    desk.compareClocks();
    const { now } = desk;
    // Who stood still longer than was given has missed what is past, and hears what is held now.
    if (this.#ahead!.given < now) this.#ahead!.revise(this.#course, now + LEAD_SECONDS, this.#alone);
    this.#ahead!.giveUpTo(now + AHEAD_SECONDS, this.#course, this.#alone);
    this.#ahead!.tidy();
    this.score.outputs.flush(performance.now());
    const { end, song } = this.score;
    if (!this.isEndless && !this.loop && this.#course.tickAt(now) > end + song.ppq * QUARTERS_BEHIND) {
      this.stop();
      this.tick = 0;
    }
  }
}
