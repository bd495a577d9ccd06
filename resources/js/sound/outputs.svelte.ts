import { CONTROLLER } from '../music/midi';
import { setting, settings } from '../settings/settings.svelte';
import { OutputQueue, type Output } from './output-queue';

const [CLOCK, START, CONTINUE, STOP, POSITION] = [0xf8, 0xfa, 0xfb, 0xfc, 0xf2];
/** What a song position counts: six clocks, a sixteenth, as the MIDI 1.0 specification has it. */
const CLOCKS_A_PLACE = 6;
const MOST_PLACES = 0x3fff;
const SOUND_OFF = 120;

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
  all = $state.raw<readonly Output[]>([this.list]);
  readonly #queues = new Map<string, OutputQueue>();

  /** @param vanished told the name of an output that went while tracks sounded on it */
  constructor(
    private readonly song: number,
    private readonly vanished: (name: string) => void = () => undefined,
  ) {}

  add(output: Output): void {
    this.all = [...this.all.filter(({ id }) => id !== output.id), output];
    this.#queues.delete(output.id);
  }

  remove(id: string): void {
    const gone = this.all.find((one) => one.id === id);
    this.#queues.get(id)?.end(performance.now());
    this.#queues.delete(id);
    this.all = this.all.filter((one) => one.id !== id);
    const isWanted = Object.entries(settings.outputs).some(
      ([key, output]) => key.startsWith(`${this.song}.`) && output === id,
    );
    if (gone && isWanted) this.vanished(gone.name);
  }

  /** Where a track sounds, by the id of an output; empty for its own instrument. */
  chosen(track: number): string {
    return settings.outputs[`${this.song}.${track}`] ?? '';
  }

  choose(track: number, output: string): void {
    setting.output(this.song, track, output);
  }

  /** The output a track sounds on; null for its own instrument, also where its output is not plugged in. */
  of(track: number): Output | null {
    const id = this.chosen(track);
    return id === '' ? null : (this.all.find((one) => one.id === id) ?? null);
  }

  /** What waits to be sent to an output. */
  queueOf(output: Output): OutputQueue {
    const queue = this.#queues.get(output.id) ?? new OutputQueue(output);
    this.#queues.set(output.id, queue);
    return queue;
  }

  /** Sends what is due soon. */
  flush(now: number): void {
    this.#queues.forEach((queue) => queue.flush(now));
  }

  /** What of the song was to come from a moment on is not sent. */
  forget(from: number): void {
    this.#queues.forEach((queue) => queue.forget(from));
  }

  /** Ends every note of the song, and what was to come. */
  end(): void {
    const now = performance.now();
    this.#queues.forEach((queue) => queue.end(now));
  }

  /** Tells who keeps the tempo where the song begins. @param place clocks from its start */
  start(at: number, place: number): void {
    if (!settings.sendClock) return;
    const places = Math.min(MOST_PLACES, Math.ceil(place / CLOCKS_A_PLACE));
    const told = places > 0 ? [[POSITION, places & 127, places >> 7], [CONTINUE]] : [[START]];
    for (const output of this.all) this.queueOf(output).begin(told, at);
  }

  stop(): void {
    if (!settings.sendClock) return;
    for (const output of this.all) this.queueOf(output).tellLast([STOP], performance.now());
  }

  clock(at: number): void {
    this.#real([CLOCK], at);
  }

  /** Nothing rings any more, also what a keyboard holds. */
  hush(): void {
    for (const output of this.all) {
      const queue = this.#queues.get(output.id);
      if (!queue?.wasUsed) continue;
      queue.end(performance.now());
      for (const channel of queue.channels) output.send([CONTROLLER | channel, SOUND_OFF, 0], performance.now());
    }
  }

  /** What tells the tempo goes to all of them, where it is wanted. */
  #real(bytes: number[], at: number): void {
    if (!settings.sendClock) return;
    for (const output of this.all) this.queueOf(output).tell(bytes, at);
  }
}
