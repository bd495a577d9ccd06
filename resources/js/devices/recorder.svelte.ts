import { counted } from '../music/counted';
import { isPress, isRelease, type Message } from '../music/midi';
import { NoteTable } from '../music/notes';
import { settings } from '../settings/settings.svelte';
import { KeptTake } from './kept-take';
import { Rounds } from './rounds';
import { countInAt } from '../sound/count-in';
import type { Stage } from './stage';
import { ofRound, takeLines } from './take-lines';

/** A round goes into the song so long after its seam, in ms: until then it is not known what belongs to which. */
const SETTLES_MS = 220;
const LOOKS_EVERY_MS = 50;

/** A note as it is being recorded: where it would lie, in ticks; without an end while its key is down. */
interface Fresh {
  on: number;
  off: number | null;
  start: number;
  length: number;
  pitch: number;
  velocity: number;
  round: number;
}

/**
 * Records what is played while the song plays: from the range or the playhead, after a count-in, until it is stopped. In
 * a loop every round goes into the song by itself while the next one is played.
 */
export class Recorder {
  state = $state<'idle' | 'counting' | 'recording'>('idle');
  /** how many beats are counted in */
  #clicks = 0;
  /** beats that are still counted in */
  counting = $state(0);
  /** what was played and does not lie in the song yet, to be seen and heard */
  fresh = $state.raw<NoteTable>(NoteTable.none);
  /** the tick it begins at */
  origin = 0;
  #kept: KeptTake | null = null;
  #lines: string[] = [];
  #notes: Fresh[] = [];
  #end: () => void = () => {};
  #timer: ReturnType<typeof setInterval> | undefined;
  #loop: [number, number] | null = null;
  #inTime = new Rounds(() => this.stage.score.clock, 0, null);
  /** rounds that were given to the song */
  #given = 0;
  /** how many keys were pressed in each round */
  readonly #pressed = new Map<number, number>();
  /** whether it was ended before it began, or while it was counted in */
  #isLeft = false;
  /** of them those whose answer has not come */
  #waiting = 0;
  /** rounds in which something came */
  readonly #rounds = new Set<number>();
  /** counts recordings that began */
  #turn = 0;
  /** whether the song is under way */
  #began = false;
  #isShowing = false;
  #isCountedIn = false;
  /** whether a round was not taken in */
  #isRefused = false;

  constructor(private readonly stage: Stage) {}

  /** When the song passes the origin, in ms of the page's clock. */
  get begins(): number {
    const now = performance.now();
    return now - this.#since(now);
  }

  async toggle(): Promise<void> {
    if (this.state === 'idle') await this.start();
    else this.stop();
  }

  async start(): Promise<void> {
    const { player, score, inputs, song } = this.stage;
    if (this.state !== 'idle') return;
    player.stop();
    this.#loop = player.loop;
    // Who punches in hears what lies before the range.
    // A playhead stops between two ticks; what is recorded begins on one.
    const from = Math.round(settings.punch ? player.tick : (score.range?.[0] ?? player.tick));
    this.origin = this.#loop && (from < this.#loop[0] || from >= this.#loop[1]) ? this.#loop[0] : from;
    this.#inTime = new Rounds(() => score.clock, this.origin, this.#loop);
    // Without a range the loop is the whole song, and nobody means to lay rounds of that over each other.
    this.#lines = takeLines(settings.loop && score.range !== null, score.range !== null);
    this.#kept = KeptTake.begin(song, { origin: this.origin, loop: this.#loop, lines: this.#lines });
    this.#notes = [];
    this.#rounds.clear();
    this.#pressed.clear();
    this.#given = 0;
    this.#isRefused = false;
    this.fresh = NoteTable.none;
    this.state = 'counting';
    const turn = ++this.#turn;
    /** Whether it was ended while it still began; another one may have begun since. */
    const isLeft = () => this.state === 'idle' || turn !== this.#turn;
    // Until the song is under way it is not known where a moment lies in it.
    let before: [Message, number][] | null = [];
    this.#end = inputs.listen((message, at) => {
      if (before) before.push([message, at]);
      else this.#come(message, this.#moment(at));
    });
    await player.settleClocks();
    if (isLeft()) return;
    player.isEndless = true;
    this.#isCountedIn = settings.countIn > 0;
    this.#clicks = countInAt(this.stage.score, this.origin, settings.countIn).clicks.length;
    await player.start(this.origin, settings.countIn);
    if (isLeft()) {
      player.stop();
      return;
    }
    for (const [message, at] of before) this.#come(message, this.#moment(at));
    before = null;
    this.#began = true;
    this.#timer = setInterval(() => this.#look(), LOOKS_EVERY_MS);
    this.stage.say(`Recording${inputs.last ? '' : ': play on a keyboard, or turn the letters into one'}`, 'hint');
    this.#look();
  }

  /** Ends it: what was played since the last seam goes into the song. */
  stop(): void {
    if (this.state === 'idle') return;
    const now = this.#since(performance.now());
    const began = this.#began;
    this.#isLeft = !began || (this.state === 'counting' && this.#pressed.size === 0);
    clearInterval(this.#timer);
    this.#end();
    this.#began = false;
    this.state = 'idle';
    this.stage.player.isEndless = false;
    this.stage.player.stop();
    this.stage.ended();
    if (!began) {
      this.#over();
      return;
    }
    const round = this.#inTime.at(now);
    for (const note of this.#notes) note.off ??= now;
    for (let k = this.#given + 1; k <= round; k++) this.#give(k, now);
    if (this.#waiting === 0) this.#over();
  }

  #come(message: Message, ms: number): void {
    if (this.state === 'idle') return;
    this.#kept!.add(ms, message);
    this.#rounds.add(this.#inTime.at(ms));
    if (isPress(message)) {
      this.#letGo(message[1], ms);
      const round = this.#inTime.at(ms);
      this.#pressed.set(round, (this.#pressed.get(round) ?? 0) + 1);
      this.#notes.push({
        on: ms,
        off: null,
        start: this.#inTime.tickOf(ms),
        length: 1,
        pitch: message[1],
        velocity: message[2],
        round,
      });
    } else if (isRelease(message)) {
      this.#letGo(message[1], ms);
    }
    this.#show();
  }

  #letGo(pitch: number, ms: number): void {
    const note = this.#notes.find((one) => one.pitch === pitch && one.off === null);
    if (note) note.off = ms;
  }

  /** Looks at the clock: the count-in, a seam that was passed, an end that was reached. */
  #look(): void {
    const now = this.#since(performance.now());
    const { player } = this.stage;
    if (!player.playing) {
      this.stop();
      return;
    }
    if (now < 0) {
      // It is begun a moment before the first beat, which is no beat more.
      this.counting = Math.min(this.#clicks, Math.ceil(-now / this.#beatMs()));
    } else if (this.state === 'counting') {
      this.counting = 0;
      this.state = 'recording';
    }
    if (this.#loop) {
      while (this.#given + 1 < this.#inTime.at(now - SETTLES_MS)) this.#give(this.#given + 1, now);
    }
    const end = this.stage.score.range?.[1];
    if (settings.endsWithRange && !this.#loop && end !== undefined && this.#inTime.tickOf(now - SETTLES_MS) >= end) {
      this.stop();
      return;
    }
    this.#show();
  }

  /** Gives a round to the song; one in which nothing was played leaves nothing. */
  #give(round: number, now: number): void {
    this.#given = round;
    const kept = this.#kept!;
    // What was struck at the end of the round before may belong to this one.
    if (!this.#rounds.has(round) && !this.#rounds.has(round - 1)) return;
    const take = kept.at(now);
    this.#waiting++;
    const lines = this.#loop ? ofRound(this.#lines, round) : this.#lines;
    this.stage.store(lines, take, kept.requestOf(round), (isDone) => {
      this.#waiting--;
      if (isDone) kept.stored(round);
      else this.#isRefused = true;
      this.#notes = this.#notes.filter((note) => note.round !== round);
      this.#show();
      if (this.state === 'idle' && this.#waiting === 0) this.#over();
    });
  }

  /** Says what a loop of layers came to, or that there is nothing. */
  #tell(): void {
    const { say } = this.stage;
    const layers = this.#pressed.size;
    if (this.#isLeft) say('Left in the count-in: nothing was recorded', 'hint');
    else if (layers === 0) say('Nothing was recorded: no key was pressed', 'hint');
    // One round says more of itself, unless an empty one came after it.
    else if (layers > 1 || !this.#pressed.has(this.#given)) {
      const notes = [...this.#pressed.values()].reduce((sum, count) => sum + count, 0);
      say(`${counted(layers, 'layer')} recorded, ${counted(notes, 'note')}`, 'done');
    }
  }

  /** All of it is in the song, or was refused. */
  #over(): void {
    this.#notes = [];
    this.fresh = NoteTable.none;
    if (this.#isRefused) {
      this.stage.refused(this.#kept!);
      return;
    }
    this.#kept!.forget();
    this.#tell();
  }

  /** Makes what was played since a table, once a frame at most. */
  #show(): void {
    if (this.#isShowing) return;
    this.#isShowing = true;
    requestAnimationFrame(() => {
      this.#isShowing = false;
      this.#table(this.#since(performance.now()));
    });
  }

  /** Keys that are down reach to now. */
  #table(now: number): void {
    const notes = this.#notes.toSorted((a, b) => a.start - b.start || a.pitch - b.pitch);
    for (const note of notes) note.length = Math.max(1, this.#inTime.tickOf(note.off ?? now, note.round) - note.start);
    const column = (of: (note: Fresh) => number) => notes.map(of);
    this.fresh = NoteTable.of(
      notes.length === 0
        ? null
        : {
            id: notes.map((_, k) => k + 1),
            start: column(({ start }) => start),
            length: column(({ length }) => length),
            pitch: column(({ pitch }) => pitch),
            velocity: column(({ velocity }) => velocity),
          },
    );
  }

  /** When something came, in ms since the song passed the origin. Who was not counted in means the first beat before it. */
  #moment(at: number): number {
    return this.#isCountedIn ? this.#since(at) : Math.max(0, this.#since(at));
  }

  /** ms since the song passed the origin, at a moment of the page's clock. */
  #since(at: number): number {
    const { player } = this.stage;
    return 1000 * (player.playedAt(at) - player.began);
  }

  #beatMs(): number {
    const { gridLines, clock } = this.stage.score;
    const next = gridLines.beatAfter(this.origin);
    return 1000 * (clock.seconds(next) - clock.seconds(this.origin));
  }
}
