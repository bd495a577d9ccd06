import type { Order } from '../synth/orders';

/** What sounds: it takes orders, and has a clock. In the page it is an audio worklet, in tests the engine alone. */
export interface Sounder {
  /** seconds of its clock: what is told for then sounds then, and not before */
  readonly now: number;
  /** seconds of its clock that are heard at this moment */
  readonly heard: number;
  tell(order: Order): void;
  /** Fetches an instrument, by the key of its pack; what is there already is not fetched again. */
  need(pack: string): void;
  /** When a moment of its clock is heard, in ms of the page's clock. */
  pageAt(seconds: number): number;
}
