import type { SpessaSynthProcessor } from 'spessasynth_core';
import { Channel } from './channel';

/** How many channels there are to begin with: one for each track of a large song, and some for its notes with curves. */
const FIRST = 128;
/** Of each sixteen, the channel of the General MIDI standard that plays drums alone; ours play any, so they are left out. */
const [PORT, DRUMS] = [16, 9];

/** Where the samples of a channel go: left and right. */
export type Buffers = Float32Array[];

/** The channels of the synthesizer: given to parts, taken back, and made where there are too few. */
export class ChannelPool {
  /** where each channel sounds, by its number */
  readonly outputs: Buffers[] = [];
  readonly #free: Channel[] = [];
  readonly #nobody: Buffers;

  /** @param came told that there are more: they find no instrument before one comes in */
  constructor(
    private readonly synth: SpessaSynthProcessor,
    block: number,
    private readonly came: () => void,
  ) {
    this.#nobody = [new Float32Array(block), new Float32Array(block)];
    this.#add(FIRST);
  }

  take(into: Buffers): Channel {
    if (this.#free.length === 0) {
      this.#add(this.outputs.length + FIRST / 4);
      this.came();
    }
    const channel = this.#free.pop()!;
    this.outputs[channel.number] = into;
    return channel;
  }

  giveBack(channel: Channel): void {
    this.outputs[channel.number] = this.#nobody;
    this.#free.push(channel);
  }

  #add(upTo: number): void {
    const { midiChannels } = this.synth;
    while (midiChannels.length < upTo) this.synth.createMIDIChannel();
    for (let number = midiChannels.length - 1; number >= this.outputs.length; number--) {
      if (number % PORT !== DRUMS) this.#free.push(new Channel(this.synth, number));
    }
    while (this.outputs.length < midiChannels.length) this.outputs.push(this.#nobody);
  }
}
