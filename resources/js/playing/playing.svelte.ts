import { DelayTest } from '../devices/delay-test.svelte';
import { DrawnKeyboard } from '../devices/drawn';
import { Inputs } from '../devices/inputs.svelte';
import { JustPlayed } from '../devices/just-played';
import { Letters } from '../devices/letters.svelte';
import { Performer, type PhraseNote } from '../devices/performer.svelte';
import { Recorder } from '../devices/recorder.svelte';
import { takeLines } from '../devices/take-lines';
import { letInMidi } from '../devices/web-midi';
import { CONTROLLER, isPress, isRelease, NOTE_OFF, NOTE_ON, SUSTAIN, type Message } from '../music/midi';
import { setting } from '../settings/settings.svelte';
import type { Asking } from '../asking/asking.svelte';
import type { Panes } from '../sight/panes.svelte';
import { padsOf } from '../song/row-names';
import type { Contents } from '../song/contents.svelte';
import type { Outputs } from '../sound/outputs.svelte';
import type { Player } from '../sound/player.svelte';
import type { Score } from '../sound/score';
import { LeftTakes } from './left-takes.svelte';
import { StepEntry, type StepsOn } from './step-entry.svelte';

/** What a delay may be set to, in ms. */
export const [LEAST_DELAY, MOST_DELAY] = [-100, 500];

/** What playing in reads and asks. */
export interface PlayedOn extends StepsOn {
  contents: Contents;
  asking: Asking;
  panes: Pick<Panes, 'view'>;
  player: Player;
  outputs: Outputs;
  score: Score;
}

/** Playing in: the keyboards, what comes from them, and what becomes of it: heard, recorded, written step by step. */
export class Playing {
  readonly inputs = new Inputs(
    (name, keys) =>
      this.on.status.say(
        `${name} is gone; ${keys === 1 ? 'the key that was down was' : `the ${keys} keys that were down were`} let go`,
        'refused',
      ),
    (keyboard) => this.on.player.leave(keyboard),
  );
  readonly letters: Letters;
  readonly drawn = new DrawnKeyboard();
  readonly performer = new Performer();
  readonly recorder: Recorder;
  readonly delayTest: DelayTest;
  readonly steps: StepEntry;
  readonly leftTakes: LeftTakes;
  /** pitches that are down, by their velocity */
  down = $state.raw<ReadonlyMap<number, number>>(new Map());
  #noMidi = () => {};
  readonly #just = new JustPlayed();

  constructor(private readonly on: PlayedOn) {
    const { asking, contents, player, status } = on;
    this.steps = new StepEntry(on);
    this.leftTakes = new LeftTakes(contents, asking, status);
    this.recorder = new Recorder({
      song: contents.song.id,
      player,
      score: on.score,
      inputs: this.inputs,
      store: (lines, take, request, over) => asking.run(lines, { played: take, request, over }),
      refused: (take) => this.leftTakes.add(take),
      say: (text, kind) => status.say(text, kind),
      ended: () => this.performer.stop(),
    });
    this.letters = new Letters(() => padsOf(contents.track));
    this.delayTest = new DelayTest(player, this.inputs);
    for (const input of [this.letters, this.drawn, this.performer]) this.inputs.add(input);
    this.inputs.listen((message, at, keyboard) => this.#come(message, at, keyboard));
  }

  /** Asks for the MIDI keyboards; once they were allowed, a song that is opened asks by itself. */
  async lookForMidi(): Promise<void> {
    this.#noMidi();
    this.#noMidi = await letInMidi(this.inputs, this.on.outputs);
    if (this.inputs.problem) this.on.status.say(this.inputs.problem, 'refused');
    else await this.on.player.prepare();
  }

  /** The letters are piano keys, or shortcuts again. */
  toggleLetters(): void {
    this.letters.toggle();
    if (this.letters.on) void this.on.player.prepare();
  }

  /** Takes in the last phrase that was played, recorded or not; said again, one phrase more. */
  takeJustPlayed(): void {
    const { asking, caret, contents, grid, status } = this.on;
    const { bar } = grid.lines.barAt(caret.tick);
    const twoBars = grid.lines.barStart(bar + 2) - grid.lines.barStart(bar);
    const isAgain = this.#just.reach > 0;
    const take = this.#just.phrase(contents.clock.milliseconds(caret.tick, twoBars), caret.tick);
    if (!take) {
      status.say('Nothing was played in the last ten minutes.', 'refused');
      return;
    }
    const [first, ...then] = takeLines(false);
    // Where nothing told a tempo, the one it was played in is found out.
    const lines = [this.#just.ran ? first : `${first} tempo=guess`, ...then];
    // Pressed again, the longer phrase takes the place of the shorter one.
    if (isAgain && asking.lastLines.join() === lines.join()) asking.undo();
    asking.run(lines, { played: take });
  }

  /** Lets the performer play the notes of the track in front, or the selected ones, as a hand would; or stop. */
  perform(seed: number): void {
    const { contents, player, status } = this.on;
    if (this.performer.playing) {
      this.performer.stop();
      status.say('The performer stopped', 'hint');
      return;
    }
    const { columns, selected, selectedCount } = contents.notes;
    const places = Array.from(columns.id.keys()).filter((i) => selectedCount === 0 || selected[i]);
    if (places.length === 0) {
      status.say('There are no notes the performer could play.', 'refused');
      return;
    }
    const begin = player.playing || this.recorder.state !== 'idle' ? this.recorder.origin : columns.start[places[0]];
    const ms = (tick: number) => contents.clock.milliseconds(begin, tick - begin);
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

  /** Finds out how late what is played comes in, and sets it. */
  testDelay(): void {
    const { delayTest } = this;
    const { status } = this.on;
    if (delayTest.click !== null) {
      delayTest.stop();
      status.say('The delay was not measured', 'hint');
      return;
    }
    this.recorder.stop();
    setting.turn('playingIn', true);
    status.say(`Tap any key of your keyboard with each of the ${delayTest.clicks} clicks`, 'hint');
    void delayTest.start((found) => {
      if (typeof found === 'string') {
        status.say(found, 'refused');
        return;
      }
      setting.takes({ inputDelay: Math.min(MOST_DELAY, Math.max(LEAST_DELAY, found.ms)) });
      status.say(
        `What you play comes late by ${found.ms} ms, give or take ${found.within}; takes are put right by that`,
      );
    });
  }

  leave(): void {
    this.delayTest.stop();
    this.recorder.stop();
    this.performer.stop();
    this.#noMidi();
    this.inputs.leave();
  }

  #come(message: Message, at: number, keyboard: string): void {
    const pitch = message[1];
    if (isPress(message)) {
      // Who taps to clicks is not to be misled by what sounds late.
      if (this.delayTest.click === null) void this.on.player.press(keyboard, pitch, message[2]);
      this.down = new Map(this.down).set(pitch, message[2]);
      if (this.recorder.state !== 'idle') this.#show();
    } else if (isRelease(message)) {
      this.on.player.letGo(keyboard, pitch);
      const down = new Map(this.down);
      down.delete(pitch);
      this.down = down;
    } else if (this.delayTest.click === null) {
      void this.on.player.say(keyboard, message);
    }
    this.#just.add(message, at, this.on.player.playing ? this.on.player.tickAt(at) : null);
    if (this.steps.on && this.recorder.state === 'idle' && this.delayTest.click === null)
      this.steps.take(message, this.down.size === 0);
  }

  /** What is recorded is in sight. */
  #show(): void {
    const pitches = [...this.recorder.fresh.columns.pitch, ...this.down.keys()];
    this.on.panes.view.showPitches(Math.min(...pitches), Math.max(...pitches));
  }
}
