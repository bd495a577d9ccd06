import { channelOf, isPress, isRelease, NOTE_OFF, said, type Message } from '../music/midi';
import { settings } from '../settings/settings.svelte';

/** Something that is played on: tells every message with its moment on the page's clock, in ms. */
export interface Input {
  readonly id: string;
  readonly name: string;
  /** What is given ends it. */
  listen(tell: (message: Message, at: number) => void): () => void;
}

/** Told what is played, and on which keyboard, by its id; what is given ends it. */
export type Listener = (message: Message, at: number, keyboard: string) => void;

/**
 * All keyboards there are, real or drawn, and what comes from those that are chosen. A key that its keyboard can let go
 * of no more, for it is gone, is let go of here.
 */
export class Inputs {
  all = $state.raw<readonly Input[]>([]);
  /** what came last, for a small light */
  last = $state.raw<{ from: string; said: string; isPress: boolean; at: number } | null>(null);
  /** why there is no MIDI keyboard, and what would work; empty where there may be */
  problem = $state('');
  readonly #ends = new Map<string, () => void>();
  readonly #held = new Map<string, Set<number>>();
  readonly #listeners = new Set<Listener>();

  /**
   * @param vanished told the name of a keyboard that went while keys were down, and how many
   * @param left told the id of each that goes: its pedal comes up with it
   */
  constructor(
    private readonly vanished: (name: string, keys: number) => void = () => undefined,
    private readonly left: (keyboard: string) => void = () => undefined,
  ) {}

  add(input: Input): void {
    this.remove(input.id);
    this.all = [...this.all, input];
    this.#held.set(input.id, new Set());
    this.#ends.set(
      input.id,
      input.listen((message, at) => this.#come(input, message, at)),
    );
  }

  remove(id: string): void {
    const input = this.all.find((one) => one.id === id);
    if (!input) return;
    const held = this.#held.get(id) ?? new Set();
    for (const key of held) this.#tell([NOTE_OFF | (key >> 7), key & 127, 0], performance.now(), id);
    this.#ends.get(id)?.();
    this.#ends.delete(id);
    this.#held.delete(id);
    this.all = this.all.filter((one) => one !== input);
    this.left(id);
    if (held.size > 0) this.vanished(input.name, held.size);
  }

  listen(listener: Listener): () => void {
    this.#listeners.add(listener);
    return () => this.#listeners.delete(listener);
  }

  /** Ends all, with every key let go. */
  leave(): void {
    for (const { id } of this.all) this.remove(id);
  }

  #come(input: Input, message: Message, at: number): void {
    const held = this.#held.get(input.id);
    const key = ((message[0] & 15) << 7) | message[1];
    const isChosen = [input.id, ''].includes(settings.input) && [channelOf(message), 0].includes(settings.inputChannel);
    // A key that is down comes up, also where another keyboard was chosen meanwhile.
    if (!isChosen && !(isRelease(message) && held?.has(key))) return;
    if (isPress(message)) held?.add(key);
    if (isRelease(message)) held?.delete(key);
    this.last = { from: input.name, said: said(message), isPress: isPress(message), at };
    this.#tell(message, at, input.id);
  }

  #tell(...told: Parameters<Listener>): void {
    this.#listeners.forEach((listener) => listener(...told));
  }
}
