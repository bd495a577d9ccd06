import { BLOCK, Engine } from './engine';
import type { Order } from './orders';

/** How often it tells what sounds, in blocks: some forty times a second. */
const TELLS_EVERY = 8;
/** How often it tells how long blocks took, in blocks. */
const MEASURED = 512;

/** What an audio worklet is made of (Web Audio API). */
declare const sampleRate: number;
declare const currentTime: number;
declare class AudioWorkletProcessor {
  readonly port: MessagePort;
}
declare function registerProcessor(name: string, made: new () => AudioWorkletProcessor): void;

/** What comes as one message: orders, and when they were sent, in ms of the clock of the machine. */
export interface Told {
  orders: readonly Order[];
  sent: number;
}

/** What goes back beside the report: how much of the time was spent, and how long the longest wait for a block was, in ms. */
export interface Spent {
  load: number | null;
  waited: number;
}

/** The engine where the browser makes sound: orders come by messages, reports go back. */
class EngineProcessor extends AudioWorkletProcessor {
  readonly #engine = new Engine(sampleRate, 'live');
  #isReady = false;
  readonly #early: Order[] = [];
  #blocks = 0;
  #wasBusy = false;
  #spent = 0;
  #sent: number | null = null;
  #waited = 0;

  constructor() {
    super();
    this.port.onmessage = ({ data: { orders, sent } }: MessageEvent<Told>) => {
      this.#sent ??= sent;
      for (const order of orders) {
        if (this.#isReady) this.#engine.tell(order);
        else this.#early.push(order);
      }
    };
    void this.#engine.ready.then(() => {
      this.#engine.time = currentTime;
      this.#isReady = true;
      this.#early.splice(0).forEach((order) => this.#engine.tell(order));
    });
  }

  process(_: unknown, [[left, right]]: Float32Array[][]): boolean {
    if (!this.#isReady) return true;
    this.#engine.time = currentTime;
    const began = Date.now();
    if (this.#sent !== null) this.#waited = Math.max(this.#waited, began - this.#sent);
    this.#sent = null;
    for (let from = 0; from < left.length; from += BLOCK) {
      this.#engine.render(left.subarray(from, from + BLOCK), right.subarray(from, from + BLOCK));
    }
    this.#spent += Date.now() - began;
    this.#blocks++;
    if (this.#blocks % TELLS_EVERY === 0) this.#tell();
    return true;
  }

  #tell(): void {
    const { isBusy } = this.#engine;
    if (!isBusy && !this.#wasBusy) return;
    this.#wasBusy = isBusy;
    const load = this.#blocks % MEASURED < TELLS_EVERY ? this.#load() : null;
    const spent: Spent = { load, waited: this.#waited };
    this.#waited = 0;
    this.port.postMessage({ ...this.#engine.report(), ...spent });
  }

  /** The share of the time that was spent, since it was last asked for. */
  #load(): number {
    const load = (this.#spent * sampleRate) / (1000 * MEASURED * BLOCK);
    this.#spent = 0;
    return load;
  }
}

registerProcessor('jactonic-sounding', EngineProcessor);
