import type { PackedSample } from './pack';

const RATE = 32_000;

/** A drum: the keys it lies on, what it sounds like at a moment (in seconds), and how long. */
interface Drum {
  keys: readonly [number, number];
  seconds: number;
  sounds: (at: number, noise: Noise) => number;
  /** whether it is cut by the next of its kind, as an open hat by a closed one */
  chokes?: boolean;
}

/** White noise, the same every time, and what of it lies above or below a frequency. */
interface Noise {
  white: number;
  high: number;
  low: number;
}

const { exp, sin, PI } = Math;
const dies = (at: number, seconds: number) => exp((-4.6 * at) / seconds);
/** a sine that falls from one frequency to another */
const falling = (at: number, from: number, to: number, within: number) =>
  sin(2 * PI * (to * at + (from - to) * within * (1 - exp(-at / within))));
const tone = (at: number, hertz: number) => sin(2 * PI * hertz * at);
/** six tones that fit none of each other, as of a struck plate */
const plate = (at: number, by: number) =>
  [205, 304, 369, 522, 540, 800].reduce((sum, hertz) => sum + Math.sign(tone(at, hertz * by)), 0) / 6;

const kick = (at: number) => 0.95 * falling(at, 170, 48, 0.035) * dies(at, 0.45);
const tom = (hertz: number) => (at: number) => 0.8 * falling(at, hertz * 1.7, hertz, 0.05) * dies(at, 0.5);
const hat = (seconds: number) => (at: number, noise: Noise) =>
  (0.7 * noise.high + 0.25 * plate(at, 9)) * dies(at, seconds);

const DRUMS: readonly Drum[] = [
  { keys: [0, 36], seconds: 0.5, sounds: kick },
  { keys: [37, 37], seconds: 0.1, sounds: (at, { high }) => (0.5 * high + 0.6 * tone(at, 1700)) * dies(at, 0.06) },
  {
    keys: [38, 38],
    seconds: 0.35,
    sounds: (at, { white }) =>
      0.45 * falling(at, 240, 180, 0.02) * dies(at, 0.15) + 0.5 * white * dies(at, 0.24) * (1 - exp(-at / 0.0008)),
  },
  {
    keys: [39, 39],
    seconds: 0.3,
    // Several hands, one right after the other.
    sounds: (at, { high, white }) =>
      (0.5 * high + 0.3 * white) * (at < 0.033 ? dies(at % 0.011, 0.014) : dies(at - 0.033, 0.18)),
  },
  {
    keys: [40, 40],
    seconds: 0.35,
    sounds: (at, { white }) => 0.4 * tone(at, 220) * dies(at, 0.1) + 0.6 * white * dies(at, 0.17),
  },
  { keys: [41, 41], seconds: 0.6, sounds: tom(82) },
  { keys: [42, 42], seconds: 0.12, sounds: hat(0.09), chokes: true },
  { keys: [43, 43], seconds: 0.6, sounds: tom(98) },
  { keys: [44, 44], seconds: 0.1, sounds: hat(0.06), chokes: true },
  { keys: [45, 45], seconds: 0.6, sounds: tom(117) },
  { keys: [46, 46], seconds: 0.7, sounds: hat(0.6), chokes: true },
  { keys: [47, 47], seconds: 0.6, sounds: tom(139) },
  { keys: [48, 48], seconds: 0.6, sounds: tom(165) },
  {
    keys: [49, 49],
    seconds: 2,
    sounds: (at, { high, white }) => (0.6 * high + 0.25 * white + 0.15 * plate(at, 5)) * dies(at, 1.8),
  },
  { keys: [50, 50], seconds: 0.6, sounds: tom(196) },
  {
    keys: [51, 51],
    seconds: 1.4,
    sounds: (at, { high }) => 0.3 * high * dies(at, 0.5) + (0.3 * plate(at, 7) + 0.2 * tone(at, 3150)) * dies(at, 1.2),
  },
  { keys: [52, 52], seconds: 1.4, sounds: (at, { high }) => (0.5 * high + 0.4 * plate(at, 4)) * dies(at, 1.3) },
  { keys: [53, 53], seconds: 1.2, sounds: (at) => (0.5 * tone(at, 2480) + 0.3 * tone(at, 3720)) * dies(at, 1) },
  { keys: [54, 54], seconds: 0.3, sounds: (at, { high }) => (0.6 * high + 0.25 * plate(at, 11)) * dies(at, 0.2) },
  { keys: [55, 55], seconds: 1, sounds: (at, { high, white }) => (0.6 * high + 0.3 * white) * dies(at, 0.8) },
  { keys: [56, 56], seconds: 0.4, sounds: (at) => 0.4 * (Math.sign(tone(at, 540)) + tone(at, 810)) * dies(at, 0.3) },
  { keys: [57, 57], seconds: 1.8, sounds: (at, { high, white }) => (0.5 * high + 0.4 * white) * dies(at, 1.5) },
  { keys: [58, 59], seconds: 1.4, sounds: (at, { high }) => (0.3 * high + 0.3 * plate(at, 6)) * dies(at, 1.1) },
  { keys: [60, 60], seconds: 0.3, sounds: (at) => 0.7 * falling(at, 480, 400, 0.01) * dies(at, 0.22) },
  { keys: [61, 61], seconds: 0.4, sounds: (at) => 0.7 * falling(at, 330, 280, 0.01) * dies(at, 0.3) },
  { keys: [62, 62], seconds: 0.15, sounds: (at) => 0.7 * falling(at, 420, 370, 0.01) * dies(at, 0.1) },
  { keys: [63, 63], seconds: 0.4, sounds: (at) => 0.7 * falling(at, 370, 330, 0.01) * dies(at, 0.3) },
  { keys: [64, 64], seconds: 0.5, sounds: (at) => 0.7 * falling(at, 250, 210, 0.01) * dies(at, 0.4) },
  { keys: [65, 68], seconds: 0.5, sounds: (at) => 0.5 * (tone(at, 660) + 0.5 * tone(at, 1430)) * dies(at, 0.35) },
  { keys: [69, 70], seconds: 0.15, sounds: (at, { high }) => 0.8 * high * dies(at, 0.09) * (1 - exp(-at / 0.006)) },
  { keys: [71, 74], seconds: 0.3, sounds: (at, { high }) => 0.5 * high * dies(at, 0.2) },
  { keys: [75, 79], seconds: 0.15, sounds: (at) => 0.7 * tone(at, 2500) * dies(at, 0.08) },
  { keys: [80, 81], seconds: 1.2, sounds: (at) => 0.4 * (tone(at, 4200) + 0.6 * tone(at, 6300)) * dies(at, 1) },
  { keys: [82, 82], seconds: 0.15, sounds: (at, { high }) => 0.8 * high * dies(at, 0.1) * (1 - exp(-at / 0.008)) },
  { keys: [83, 127], seconds: 0.4, sounds: (at, { high }) => (0.3 * high + 0.4 * plate(at, 10)) * dies(at, 0.3) },
];

/** Numbers from −1 to 1, the same every time (a linear congruential generator with the constants of Numerical Recipes). */
function* whiteNoise(): Generator<number, never> {
  let state = 20_261_129;
  for (;;) {
    state = (Math.imul(state, 1_664_525) + 1_013_904_223) >>> 0;
    yield state / 0x8000_0000 - 1;
  }
}

function played({ seconds, sounds }: Drum): Float32Array<ArrayBuffer> {
  const random = whiteNoise();
  const data = new Float32Array(Math.round(seconds * RATE));
  let [low, before] = [0, 0];
  for (let i = 0; i < data.length; i++) {
    const white = random.next().value;
    low += 0.15 * (white - low);
    const high = white - low;
    // Twice above, so that little is left below.
    data[i] = sounds(i / RATE, { white, low, high: (high - before) * 0.7 });
    before = high;
  }
  return data;
}

export function struckSamples(): { keys: readonly [number, number]; chokes: boolean; sample: PackedSample }[] {
  return DRUMS.map((drum) => ({
    keys: drum.keys,
    chokes: drum.chokes ?? false,
    sample: {
      name: `drum ${drum.keys[0]}`,
      rate: RATE,
      key: 60,
      cents: 0,
      loop: [0, 0],
      data: played(drum),
    },
  }));
}
