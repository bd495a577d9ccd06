import { DelayTest } from '../devices/delay-test.svelte';
import { DrawnKeyboard } from '../devices/drawn';
import { Inputs } from '../devices/inputs.svelte';
import { JustPlayed } from '../devices/just-played';
import { KeptTake } from '../devices/kept-take';
import { Letters } from '../devices/letters.svelte';
import { Performer, type PhraseNote } from '../devices/performer.svelte';
import { ofRound, Recorder, takeLines } from '../devices/recorder.svelte';
import { letInMidi } from '../devices/web-midi';
import { CONTROLLER, isPress, isRelease, NOTE_OFF, NOTE_ON, SUSTAIN, type Message } from '../music/midi';
import { pitchName } from '../music/pitch';
import { settings } from '../settings/settings.svelte';
import type { Player } from '../sound/player.svelte';
import type { Desk } from './desk.svelte';

/** What a delay may be set to, in ms. */
export const [LEAST_DELAY, MOST_DELAY] = [-100, 500];

/** Playing in: the keyboards, what comes from them, and what becomes of it: heard, recorded, written step by step. */
export class Playing {
  readonly inputs = new Inputs((name, keys) =>
    this.desk.say(
      `${name} is gone; ${keys === 1 ? 'the key that was down was' : `the ${keys} keys that were down were`} let go`,
      'refused',
    ),
  );
  readonly letters = new Letters();
  readonly drawn = new DrawnKeyboard();
  readonly performer = new Performer();
  readonly recorder: Recorder;
  readonly delayTest: DelayTest;
  /** whether each key or chord is written at the caret, which then steps on */
  stepping = $state(false);
  /** takes that are not in the song, the oldest first */
  #takes = $state.raw<KeptTake[]>([]);
  /** requests that take something in and wait for their answer */
  #asked = $state.raw<ReadonlySet<string>>(new Set());
  /** a take that was being played when its page went, or was refused, and that nothing is asked for; null where there is none */
  left = $derived(this.#takes.find(({ requests }) => !requests.some((request) => this.#asked.has(request))) ?? null);
  /** pitches that are down, by their velocity */
  down = $state.raw<ReadonlyMap<number, number>>(new Map());
  #noMidi = () => {};
  readonly #just = new JustPlayed();
  /** what is pressed of a chord that is written when all of it is let go */
  #chord = new Map<number, number>();

  constructor(
    private readonly desk: Desk,
    private readonly player: Player,
  ) {
    this.recorder = new Recorder({
      song: desk.song.id,
      player,
      score: desk,
      inputs: this.inputs,
      store: (lines, take, request, over) => desk.run(lines, { played: take, request, over }),
      refused: (take) => (this.#takes = [...this.#takes, take]),
      say: (text, kind) => desk.say(text, kind),
      ended: () => this.performer.stop(),
    });
    this.delayTest = new DelayTest(player, this.inputs);
    desk.recorded = () => this.recorder.fresh;
    KeptTake.find(desk.song.id, (take) => (this.#takes = [...this.#takes, take]));
    for (const input of [this.letters, this.drawn, this.performer]) this.inputs.add(input);
    this.inputs.listen((message, at) => this.#come(message, at));
  }

  /** Asks for the MIDI keyboards; once they were allowed, a song that is opened asks by itself. */
  async lookForMidi(): Promise<void> {
    this.#noMidi();
    this.#noMidi = await letInMidi(this.inputs, this.desk.outputs);
    if (this.inputs.problem) this.desk.say(this.inputs.problem, 'refused');
    else await this.player.prepare();
  }

  /** The letters are piano keys, or shortcuts again. */
  toggleLetters(): void {
    this.letters.toggle();
    if (this.letters.on) void this.player.prepare();
  }

  /** Takes in the last phrase that was played, recorded or not; said again, one phrase more. */
  takeJustPlayed(): void {
    const { desk } = this;
    const { bar } = desk.gridLines.barAt(desk.caret.tick);
    const twoBars = desk.gridLines.barStart(bar + 2) - desk.gridLines.barStart(bar);
    const isAgain = this.#just.reach > 0;
    const take = this.#just.phrase(desk.clock.milliseconds(desk.caret.tick, twoBars), desk.caret.tick);
    if (!take) {
      desk.say('Nothing was played in the last ten minutes.', 'refused');
      return;
    }
    const [first, ...then] = takeLines(false);
    // Where nothing told a tempo, the one it was played in is found out.
    const lines = [this.#just.ran ? first : `${first} tempo=guess`, ...then];
    // Pressed again, the longer phrase takes the place of the shorter one.
    if (isAgain && desk.lastLines.join() === lines.join()) desk.undo();
    desk.run(lines, { played: take });
  }

  /** Takes in what was being played when the page went, or was refused before. */
  async takeLeft(): Promise<void> {
    const { left: take, desk } = this;
    if (!take) return;
    if (!(await take.claim())) {
      this.#drop(take);
      desk.say('Another window takes this in, or left it out', 'hint');
      return;
    }
    const { lines, loop } = take.head;
    const played = take.at();
    for (const round of this.#missing(take)) {
      const request = take.requestOf(round);
      this.#asked = new Set(this.#asked).add(request);
      desk.run(loop ? ofRound(lines, round) : lines, {
        played,
        request,
        over: (isDone) => this.settled(request, isDone),
      });
    }
  }

  /** Requests that waited when the page went, and are sent now: what they take in is not offered as well. */
  areAsked(requests: string[]): void {
    this.#asked = new Set([...this.#asked, ...requests]);
  }

  /** A request that may take something in was answered. */
  settled(request: string, isDone: boolean): void {
    const take = this.#takes.find(({ requests }) => requests.includes(request));
    const round = take?.roundOf(request) ?? null;
    if (take && round !== null && isDone) take.stored(round);
    if (take && this.#missing(take).length === 0) {
      take.forget();
      this.#drop(take);
    }
    this.#asked = new Set([...this.#asked].filter((one) => one !== request));
  }

  forgetLeft(): void {
    const { left: take } = this;
    if (!take) return;
    void take.claim().then((isOurs) => isOurs && take.forget());
    this.#drop(take);
    this.desk.say('The take that was not stored is left out', 'hint');
  }

  #drop(take: KeptTake): void {
    this.#takes = this.#takes.filter((one) => one !== take);
  }

  /** The rounds, from 1, that are not in the song; what was played without a loop is one. */
  #missing(take: KeptTake): number[] {
    const { loop, origin } = take.head;
    const { until } = take.at();
    const { clock } = this.desk;
    const first = loop ? clock.milliseconds(origin, loop[1] - origin) : Infinity;
    const last =
      until < first ? 1 : 2 + Math.floor((until - first) / clock.milliseconds(loop![0], loop![1] - loop![0]));
    return Array.from({ length: last }, (_, k) => k + 1).filter((round) => !take.isDone(round));
  }

  /** Lets the performer play the notes of the track in front, or the selected ones, as a hand would; or stop. */
  perform(seed: number): void {
    const { desk, player } = this;
    if (this.performer.playing) {
      this.performer.stop();
      desk.say('The performer stopped', 'hint');
      return;
    }
    const { columns, selected, selectedCount } = desk.notes;
    const places = Array.from(columns.id.keys()).filter((i) => selectedCount === 0 || selected[i]);
    if (places.length === 0) {
      desk.say('There are no notes the performer could play.', 'refused');
      return;
    }
    const begin = player.playing || this.recorder.state !== 'idle' ? this.recorder.origin : columns.start[places[0]];
    const ms = (tick: number) => desk.clock.milliseconds(begin, tick - begin);
    const phrase = places
      .map((i): PhraseNote => [
        ms(columns.start[i]),
        ms(columns.start[i] + columns.length[i]),
        columns.pitch[i],
        columns.velocity[i],
      ])
      .filter(([on]) => on >= 0);
    this.performer.play(phrase, this.recorder.state === 'idle' ? performance.now() : this.recorder.begins, seed);
  }

  /** A key of the drawn keyboard. */
  press(pitch: number, velocity: number, at: number): void {
    this.drawn.say([NOTE_ON, pitch, velocity], at);
  }

  letGo(pitch: number, at: number): void {
    this.drawn.say([NOTE_OFF, pitch, 0], at);
  }

  /** The sustain pedal of the drawn keyboard. */
  pedal(down: boolean, at: number): void {
    this.drawn.say([CONTROLLER, SUSTAIN, down ? 127 : 0], at);
  }

  /** A rest: the caret goes on by the length of new notes. */
  rest(): void {
    this.desk.moveCaret({ tick: this.#after(this.desk.caret.tick) });
  }

  /** The notes written last sound on for another step. */
  tie(): void {
    const { desk } = this;
    const from = desk.caret.tick;
    const to = this.#after(from);
    desk.run([`nudge by=${to - from}tk edge=end`]);
    desk.moveCaret({ tick: to });
  }

  /** Takes out the notes written last, and goes back to where they were. */
  back(): void {
    const { desk } = this;
    const { columns, selected } = desk.notes;
    const first = selected.indexOf(1);
    if (first < 0) {
      desk.moveCaret({ tick: desk.gridLines.before(desk.caret.tick) });
      return;
    }
    const tick = columns.start[first];
    desk.run(['delete']);
    desk.moveCaret({ tick });
  }

  /** Writes the notes written last half as long again. */
  dot(): void {
    const { desk } = this;
    const { columns, selected } = desk.notes;
    const first = selected.indexOf(1);
    if (first < 0) {
      desk.say('There is no note to dot; play one first.', 'refused');
      return;
    }
    const more = Math.max(1, Math.round(columns.length[first] / 2));
    const to = columns.start[first] + columns.length[first] + more;
    desk.run([`nudge by=${more}tk edge=end`]);
    desk.moveCaret({ tick: to });
  }

  /** Finds out how late what is played comes in, and sets it. */
  testDelay(): void {
    const { desk, delayTest } = this;
    if (delayTest.click !== null) {
      delayTest.stop();
      desk.say('The delay was not measured', 'hint');
      return;
    }
    this.recorder.stop();
    settings.playingIn = true;
    desk.say(`Tap any key of your keyboard with each of the ${delayTest.clicks} clicks`, 'hint');
    void delayTest.start((found) => {
      if (typeof found === 'string') {
        desk.say(found, 'refused');
        return;
      }
      settings.inputDelay = Math.min(MOST_DELAY, Math.max(LEAST_DELAY, found.ms));
      desk.say(`What you play comes late by ${found.ms} ms, give or take ${found.within}; takes are put right by that`);
    });
  }

  leave(): void {
    this.delayTest.stop();
    this.recorder.stop();
    this.performer.stop();
    this.#noMidi();
    this.inputs.leave();
  }

  #come(message: Message, at: number): void {
    const pitch = message[1];
    if (isPress(message)) {
      // Who taps to clicks is not to be misled by what sounds late.
      if (this.delayTest.click === null) void this.player.press(pitch, message[2]);
      this.down = new Map(this.down).set(pitch, message[2]);
      if (this.recorder.state !== 'idle') this.#show();
    } else if (isRelease(message)) {
      this.player.letGo(pitch);
      const down = new Map(this.down);
      down.delete(pitch);
      this.down = down;
    } else if (this.delayTest.click === null) {
      void this.player.say(message);
    }
    this.#just.add(message, at, this.player.playing ? this.player.tickAt(at) : null);
    if (this.stepping && this.recorder.state === 'idle' && this.delayTest.click === null) this.#step(message);
  }

  /** Keys that are down together are one chord, which is written when the last of them is let go. */
  #step(message: Message): void {
    if (isPress(message)) this.#chord.set(message[1], message[2]);
    if (!isRelease(message) || this.down.size > 0 || this.#chord.size === 0) return;
    const { desk } = this;
    const at = desk.caret.tick;
    const lines = [...this.#chord]
      .sort(([a], [b]) => a - b)
      .map(([pitch, velocity]) => `insert at=${at} pitch=${pitchName(pitch)} velocity=${velocity}`);
    const ids: number[] = [];
    this.#chord = new Map();
    desk.run(lines, {
      stepsOn: true,
      done: (answer) => {
        ids.push(...(answer.notes?.flatMap(({ added }) => (added ? added.id : [])) ?? []));
        if (ids.length > 1) desk.select(ids);
      },
    });
  }

  /** What is recorded is in sight. */
  #show(): void {
    const pitches = [...this.recorder.fresh.columns.pitch, ...this.down.keys()];
    this.desk.view.showPitches(Math.min(...pitches), Math.max(...pitches));
  }

  #after(tick: number): number {
    const { gridLines, newNote } = this.desk;
    const ticks = /^(\d+)tk$/.exec(newNote.length);
    return ticks ? tick + Number(ticks[1]) : gridLines.around(tick).after;
  }
}
