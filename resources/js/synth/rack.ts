import type { SpessaSynthProcessor } from 'spessasynth_core';
import type { Sounds } from './orders';
import { bankOf, type Pack } from './pack';

/** The instruments that are there, each under a number that channels are told it by. */
export class Rack {
  readonly #numbers = new Map<string, number>();
  #next = 0;

  /**
   * @param around does what lets one come or go, and cares for the channels: the synthesizer brings them all to rest then
   *   and looks up their instruments anew
   */
  constructor(
    private readonly synth: SpessaSynthProcessor,
    private readonly around: (change: () => void) => void,
  ) {}

  /** The number of an instrument, or of the one that stands in for it; undefined where neither is there. */
  numberOf({ pack, instead }: Sounds): number | undefined {
    return this.#numbers.get(pack) ?? this.#numbers.get(instead);
  }

  takeIn(pack: Pack): void {
    const number = this.#numbers.get(pack.key) ?? this.#next++;
    this.#numbers.set(pack.key, number);
    this.around(() => this.synth.soundBankManager.addSoundBank(bankOf(pack, number), pack.key));
  }

  drop(key: string): void {
    if (!this.#numbers.delete(key)) return;
    this.around(() => this.synth.soundBankManager.deleteSoundBank(key));
  }

  /** Lets channels that came later find them: they do so only when one comes in, so one does again. */
  offerAgain(): void {
    const [again] = this.synth.soundBankManager.soundBankList;
    if (again) this.around(() => this.synth.soundBankManager.addSoundBank(again.soundBank, again.id));
  }
}
