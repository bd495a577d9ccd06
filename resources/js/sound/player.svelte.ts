import type { Track } from '../api';
import type { Message } from '../music/midi';
import { settings } from '../settings/settings.svelte';
import { countInAt } from './count-in';
import { Passage } from './passage';
import { Passages } from './passages';
import type { Auditioned } from './hearing';
import type { Alone } from './look-ahead';
import { Meters } from './meters.svelte';
import { CLOCKS_A_QUARTER } from './output-queue';
import type { Outputs } from './outputs.svelte';
import type { Score } from './score';
import { SilenceWatch } from './silence-watch';
import { SoundKit, type Loudspeaker } from './sound-kit';

/**
 * How far ahead the song is given: a page that stands still for less loses nothing, and what is changed meanwhile is taken
 * back. And how often that is looked after.
 */
const AHEAD_SECONDS = 0.7;
const EVERY_MS = 25;
/** From this soon on what was given can still be taken back: it takes about so long to get there. */
const LEAD_SECONDS = 0.008;
/** So long before the seam of a loop it is asked for what the next round is. */
const SEAM_SECONDS = 0.06;
/** A song begins so soon, so that its first notes are all there in time. */
const BEGINS_SECONDS = 0.012;
/** For so long after something was told frames are asked for, whatever is reported yet. */
const RINGS_MS = 500;
/** A song that is opened is seen and edited first; then its instruments are fetched. */
const [IDLE_AFTER_MS, IDLE_AT_LATEST_MS] = [1500, 4000];
/** A song ends so many quarters behind its last note or clip. */
const QUARTERS_BEHIND = 4;

/**
 * Plays the song as it stands on the screen, a little ahead of the clock of the sound; what is edited while it plays is heard
 * at once. Starts, stops, loops and the playhead are one passage, and are read together.
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
  /** whether it is played once, whatever loops */
  isOnce = false;
  /** when it began to play, in seconds of the clock of the sound: after the count-in */
  began = 0;
  #kit: SoundKit | null = null;
  readonly #passages = new Passages();
  readonly #silence: SilenceWatch;
  #ringsUntil = 0;
  #timer: ReturnType<typeof setInterval> | undefined;
  #phraseEnds: ReturnType<typeof setTimeout> | undefined;
  /** counts starts and stops, so that a start that had to wait knows whether it is still wanted */
  #wanted = 0;
  #disposed = false;
  #isPhrase = $state(false);
  /** clips that are heard alone for the moment, with their tracks, and the span they lie in */
  #alone: Alone | null = null;
  /** what is done at the seam of each round, and the seam it was done at last */
  #turn: (() => void) | null = null;
  #turnedAt = 0;
  /** what was played from last: where it is another, what was given is looked through */
  #seen: readonly unknown[] = [];

  /**
   * @param open gives what is sounded through; it is large, and comes when the page is idle or when something shall sound
   * @param crowded told once where more notes were wanted at a time than can sound
   * @param silent told why nothing is heard where a note lies, once for each start
   */
  constructor(
    private readonly score: Score & { outputs: Outputs },
    private readonly open: () => Promise<Loudspeaker>,
    private readonly crowded: () => void = () => undefined,
    silent: (why: string) => void = () => undefined,
  ) {
    this.#silence = new SilenceWatch(score, silent);
  }

  /** Fetches what makes sound, and the instruments of the song, when the page was there for a while and has nothing else to do. */
  prepareWhenIdle(): void {
    const prepare = () => void this.#prepared().catch(() => undefined);
    setTimeout(() => {
      if (this.#disposed) return;
      if ('requestIdleCallback' in globalThis) requestIdleCallback(prepare, { timeout: IDLE_AT_LATEST_MS });
      else prepare();
    }, IDLE_AFTER_MS);
  }

  /** Whether the clock of the sound goes, as far as is known. */
  get isSounding(): boolean {
    return this.#silence.isRunning;
  }

  /** loudness of what sounds now, 0–1: the root of the mean power, so that soft notes show */
  get level(): number {
    return this.meters.level;
  }

  get loop(): [number, number] | null {
    if (this.#alone) return this.#alone.span;
    return settings.loop && !this.isOnce ? (this.score.range ?? [0, this.score.end]) : null;
  }

  /** Plays some clips, or some notes, alone, round and round, whatever is muted. Gives what ends it, with the playhead where it was. */
  startAlone(alone: Alone): () => void {
    const [before, wasPlaying] = [this.tick, this.playing];
    this.stop();
    this.#alone = alone;
    void this.start(alone.span[0]);
    return () => {
      this.stop();
      this.#alone = null;
      this.tick = before;
      if (wasPlaying) void this.start(before);
    };
  }

  /** Has something done at the seam of each round of a loop, so early that the next round is played by it. Gives what ends that. */
  eachRound(turn: () => void): () => void {
    this.#turn = turn;
    return () => {
      if (this.#turn === turn) this.#turn = null;
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
    const kit = await this.#ready();
    if (!kit || wanted !== this.#wanted) return;
    this.#end();
    const { loop } = this;
    const { clock, end, outputs, song } = this.score;
    const tick = loop && (from < loop[0] || from >= loop[1]) ? loop[0] : from >= end && !this.isEndless ? 0 : from;
    this.tick = tick;
    const { seconds, clicks } = countInAt(this.score, tick, countIn);
    const begins = kit.speaker.now + BEGINS_SECONDS;
    this.began = begins + seconds;
    for (const { at, isBar } of clicks) kit.ahead.click(begins + at, isBar);
    kit.parts.forgetSwitches();
    this.#passages.begin(new Passage(this.began, tick, clock, loop));
    this.#seen = this.sources;
    kit.follow(this.#alone);
    outputs.start(kit.speaker.pageAt(this.began), (CLOCKS_A_QUARTER * tick) / song.ppq);
    kit.ahead.begin(this.#passages.now, this.#alone);
    this.playing = true;
    this.active = true;
    this.#silence.begin();
    this.#timer = setInterval(() => this.#advance(kit), EVERY_MS);
    this.#advance(kit);
  }

  stop(): void {
    this.#wanted++;
    this.#end();
    this.playing = false;
  }

  /**
   * Takes in what was changed in the song while it plays. Called when it may have been.
   *
   * @param at the moment of the clock of the sound from which on it is played so; as soon as it can where it is left out
   */
  revise(at = 0): void {
    const kit = this.#kit;
    if (!kit) return;
    if (!this.playing) {
      kit.follow(this.#alone);
      return;
    }
    const { sources } = this;
    if (sources.every((one, k) => one === this.#seen[k])) return;
    this.#seen = sources;
    const from = Math.max(kit.speaker.now + LEAD_SECONDS, this.began, at);
    kit.follow(this.#alone);
    this.#passages.turn(from, this.score.clock, this.loop);
    kit.ahead.revise(this.#passages.now, from, this.#alone);
    this.#advance(kit);
  }

  /**
   * Sounds a phrase with a voice of its own, once, beside whatever plays; one that sounds already ends.
   *
   * @param notes when each begins and how long it lasts, in seconds from now
   */
  async audition(notes: readonly Auditioned[], as: Pick<Track, 'voice' | 'instrument'>): Promise<void> {
    this.endAudition();
    const kit = notes.length > 0 ? await this.#ready() : null;
    if (!kit) return;
    const seconds = kit.hearing.phrase(notes, as);
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
    if (this.#isPhrase) this.#kit?.hearing.endPhrase();
    this.#isPhrase = false;
  }

  /** Puts the playhead at a tick; while it plays it goes on from there. */
  async seek(tick: number): Promise<void> {
    this.tick = Math.max(0, tick);
    if (this.playing) await this.start(this.tick);
  }

  /** Puts the playhead at a tick where it stands; what plays goes on. */
  standAt(tick: number): void {
    if (!this.playing) void this.seek(tick);
  }

  /** Sounds notes once, as they are selected, drawn or changed; while the song plays it is heard there. */
  async hear(places: readonly number[]): Promise<void> {
    const kit = settings.hear && !this.playing && places.length > 0 ? await this.#ready() : null;
    if (!kit) return;
    this.#rings();
    kit.hearing.touch(places);
  }

  /** Sounds pitches with a velocity for so many seconds, on the open track. */
  async sound(notes: [pitch: number, velocity: number, seconds: number][]): Promise<void> {
    const kit = await this.#ready();
    if (!kit) return;
    this.#rings();
    for (const [pitch, velocity, seconds] of notes) {
      kit.hearing.sound(this.score.track, pitch, velocity, seconds);
    }
  }

  /** Makes ready to be played by hand, so that no key has to wait for its instrument. */
  async prepare(): Promise<void> {
    (await this.#ready())?.follow(this.#alone);
  }

  /** Sounds a key of a keyboard until it is let go, on the track in front. */
  async press(keyboard: string, pitch: number, velocity: number): Promise<void> {
    const kit = this.#kit ?? (await this.#ready());
    this.#rings();
    kit?.keyboards.press(keyboard, pitch, velocity);
  }

  /** Sounds what a keyboard says beside its keys: pedals, wheels and pressure. */
  async say(keyboard: string, message: Message): Promise<void> {
    const kit = this.#kit ?? (await this.#ready());
    kit?.keyboards.say(keyboard, message);
  }

  letGo(keyboard: string, pitch: number): void {
    this.#rings();
    this.#kit?.keyboards.letGo(keyboard, pitch);
  }

  /** A keyboard is gone: all that it held is let go. */
  leave(keyboard: string): void {
    this.#kit?.keyboards.leave(keyboard);
  }

  /** Finds out how the clock of the sound stands to the page's, which takes a moment. */
  async settleClocks(): Promise<void> {
    await (await this.#ready())?.speaker.settleClocks();
  }

  /**
   * The seconds of the clock of the sound that something was played to, by the moment of the page's clock in ms at which it
   * came: the sound took its time on the way out, and the key on the way in.
   */
  playedAt(milliseconds: number): number {
    return (this.#kit?.speaker.at(milliseconds) ?? 0) - settings.inputDelay / 1000;
  }

  /** Clicks so many times, so far apart in ms; tells when each is heard, in ms of the page's clock. */
  async clicks(count: number, apart: number): Promise<number[]> {
    this.stop();
    const kit = await this.#ready();
    if (!kit) return [];
    await kit.speaker.settleClocks();
    const first = kit.speaker.now + apart / 1000;
    const all = Array.from({ length: count }, (_, k) => first + (k * apart) / 1000);
    this.#rings(count * apart);
    all.forEach((at) => kit.ahead.click(at, false));
    return all.map((at) => kit.speaker.pageAt(at));
  }

  /** Where the song was for who played at a moment of the page's clock, in ticks, not rounded. */
  tickAt(milliseconds: number): number {
    const at = this.playedAt(milliseconds);
    return this.#passages.at(at).tickAt(at);
  }

  /** Moves the playhead to where the sound is. Called once a frame. */
  frame(): void {
    this.meters.frame();
    if (!this.playing || !this.#kit) {
      this.active = this.meters.sounds || performance.now() < this.#ringsUntil;
      return;
    }
    this.#rings();
    const { heard } = this.#kit.speaker;
    const now = heard - settings.outputDelay / 1000;
    this.tick = Math.max(0, this.#passages.at(now).tickAt(now));
    this.#silence.look(this.meters.level, this.tick, heard, this.loop);
  }

  /** Ends it for good; what is still being fetched for it sounds no more. */
  dispose(): void {
    this.#disposed = true;
    this.stop();
    this.endAudition();
    this.#kit?.keyboards.leaveAll();
    this.#kit?.speaker.tell({ do: 'hush' });
    this.score.outputs.hush();
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
      sounding,
      lanes.muted.size,
      loop?.[0],
      loop?.[1],
      this.score.clicks,
      this.score.sendsClock,
      settings.outputs,
      this.score.outputs.all,
      settings.volume,
      settings.tuning,
    ];
  }

  /** Ends what sounds of the song, and what was to come. */
  #end(): void {
    clearInterval(this.#timer);
    if (!this.#kit) return;
    this.#kit.speaker.tell({ do: 'end', group: 'song' });
    this.#kit.ahead.end();
    if (!this.#passages.areNone) {
      this.score.outputs.stop();
      this.#kit.rest();
      this.score.outputs.end();
    }
    this.#passages.end();
  }

  #rings(milliseconds = 0): void {
    this.#ringsUntil = Math.max(this.#ringsUntil, performance.now() + milliseconds + RINGS_MS);
    this.active = true;
  }

  /** Gets what makes sound, and the instruments of the song; null where the song was left meanwhile. */
  async #prepared(): Promise<SoundKit | null> {
    if (!this.#kit) {
      const speaker = await this.open();
      if (this.#disposed) return null;
      if (!this.#kit) {
        this.#kit = new SoundKit(this.score, speaker);
        this.meters.follow(speaker, this.crowded);
        this.#kit.follow(this.#alone);
      }
    }
    return this.#kit;
  }

  /** Gets ready to sound; null where it may no more. */
  async #ready(): Promise<SoundKit | null> {
    const kit = await this.#prepared();
    await kit?.speaker.begin();
    return this.#disposed ? null : kit;
  }

  #turnAtSeam({ speaker }: SoundKit): void {
    const seam = this.#turn ? this.#passages.now.seamAfter(speaker.now) : Infinity;
    if (seam - speaker.now > SEAM_SECONDS || seam - this.#turnedAt < SEAM_SECONDS) return;
    this.#turnedAt = seam;
    this.#turn!();
    this.revise(seam);
  }

  #advance(kit: SoundKit): void {
    this.revise();
    this.#turnAtSeam(kit);
    const { ahead, speaker } = kit;
    speaker.compareClocks();
    const { now } = speaker;
    const passage = this.#passages.now;
    // Who stood still longer than was given has missed what is past, and hears what is held now.
    if (ahead.given < now) ahead.revise(passage, now + LEAD_SECONDS, this.#alone);
    ahead.giveUpTo(now + AHEAD_SECONDS, passage, this.#alone);
    ahead.tidy();
    this.score.outputs.flush(performance.now());
    const { end, song } = this.score;
    if (!this.isEndless && !this.loop && passage.tickAt(now) > end + song.ppq * QUARTERS_BEHIND) {
      this.stop();
      this.tick = 0;
    }
  }
}
