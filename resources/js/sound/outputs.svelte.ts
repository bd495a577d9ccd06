import { CONTROLLER, NOTE_OFF, NOTE_ON } from '../music/midi';
import { setting, settings } from '../settings/settings.svelte';

/** Something that sounds what it is sent: MIDI bytes at a moment of the page's clock, in ms. */
export interface Output {
  readonly id: string;
  readonly name: string;
  send(bytes: number[], at: number): void;
  /** Forgets what is still to come. */
  clear?(): void;
}

const ALL_NOTES_OFF = 123;
const [CLOCK, START, STOP] = [0xf8, 0xfa, 0xfc];
export const CLOCKS_A_QUARTER = 24;

/** An output that sounds nothing and lists what it got, to look at. */
export class ListingOutput implements Output {
  readonly id = 'list';
  readonly name = 'A list of what is sent';
  /** the last of it, without the clock */
  got = $state.raw<readonly string[]>([]);
  clocks = $state(0);
  static readonly MOST = 200;

  send(bytes: number[]): void {
    if (bytes[0] === CLOCK) {
      this.clocks++;
      return;
    }
    this.got = [
      ...this.got.slice(1 - ListingOutput.MOST),
      bytes.map((byte) => byte.toString(16).padStart(2, '0')).join(' '),
    ];
  }
}

/** All MIDI outputs there are, and which track sounds on which: that is this machine's, and kept in the browser. */
export class Outputs {
  readonly list = new ListingOutput();
  /** the channels on which something may sound */
  readonly #sounding = new Map<Output, Set<number>>();
  all = $state.raw<readonly Output[]>([this.list]);

  constructor(private readonly song: number) {}

  add(output: Output): void {
    this.all = [...this.all.filter(({ id }) => id !== output.id), output];
  }

  remove(id: string): void {
    this.all = this.all.filter((one) => one.id !== id);
  }

  /** Where a track sounds, by the id of an output; empty for its built-in voice. */
  chosen(track: number): string {
    return settings.outputs[`${this.song}.${track}`] ?? '';
  }

  choose(track: number, output: string): void {
    setting.output(this.song, track, output);
  }

  /** The output a track sounds on; null for its built-in voice, also where its output is not plugged in. */
  of(track: number): Output | null {
    const id = this.chosen(track);
    return id === '' ? null : (this.all.find((one) => one.id === id) ?? null);
  }

  /** A key that goes down. */
  press(output: Output, channel: number, pitch: number, velocity: number, at: number): void {
    this.#sounding.set(output, (this.#sounding.get(output) ?? new Set()).add(channel));
    output.send([NOTE_ON | channel, pitch, velocity], at);
  }

  /** A note, on and off. */
  note(output: Output, channel: number, pitch: number, velocity: number, at: number, ms: number): void {
    this.press(output, channel, pitch, velocity, at);
    output.send([NOTE_OFF | channel, pitch, 0], at + ms);
  }

  /** Ends every note that was sent. */
  silence(): void {
    for (const [output, channels] of this.#sounding) {
      output.clear?.();
      for (const channel of channels) output.send([CONTROLLER | channel, ALL_NOTES_OFF, 0], performance.now());
    }
    this.#sounding.clear();
  }

  start(at: number): void {
    this.#real([START], at);
  }

  stop(): void {
    this.#real([STOP], performance.now());
  }

  clock(at: number): void {
    this.#real([CLOCK], at);
  }

  /** What tells the tempo goes to all of them, where it is wanted. */
  #real(bytes: number[], at: number): void {
    if (settings.sendClock) for (const output of this.all) output.send(bytes, at);
  }
}
