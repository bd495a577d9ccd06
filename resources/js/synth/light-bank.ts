import { GeneratorTypes } from 'spessasynth_core';
import type { VoiceName } from '../api';
import { struckSamples } from './light-drums';
import type { Pack, PackedSample, PackedZone } from './pack';

/** The samples of one wave; the rate is chosen so that they are exactly one. */
const WAVE = 512;
/** Keys at which waves are made: for higher ones with fewer overtones, so that none lies above what can be heard. */
const KEYS = [36, 54, 72, 90, 108] as const;
const HIGHEST_HZ = 12_000;
/** what a zone holds where nothing is said */
const ZONE: PackedZone = { keys: null, velocities: null, generators: [], modulators: [] };

/** A voice: how strong its overtones are, and how it begins and ends. Times are seconds. */
interface Recipe {
  /** the strength of the overtone with a number, from 1 */
  partials: (k: number) => number;
  attack: number;
  decay: number;
  /** what is left after the decay, 0–1 */
  sustain: number;
  release: number;
  /** up to which frequency it is bright, in Hz, and by how many cents more as it is struck */
  bright?: number;
  struck?: number;
  /** how much louder than it would be, in dB, so that all are as loud as each other */
  louder?: number;
}

const saw = (k: number) => 1 / k;
const square = (k: number) => (k % 2 === 1 ? 1 / k : 0);
const triangle = (k: number) => (k % 2 === 1 ? 1 / (k * k) : 0);
const drawbars = [1, 0.7, 0.5, 0.3, 0, 0.25, 0, 0.2];

const RECIPES: Record<Exclude<VoiceName, 'drums'>, Recipe> = {
  plucked: {
    partials: (k) => [1, 0.25, 0.1, 0.35, 0.04][k - 1] ?? 0,
    attack: 0.002,
    decay: 1.6,
    sustain: 0,
    release: 0.35,
    bright: 2500,
    struck: 2400,
    louder: 6,
  },
  struck: {
    partials: (k) => 1 / k ** 1.4,
    attack: 0.002,
    decay: 3,
    sustain: 0,
    release: 0.3,
    bright: 1800,
    struck: 3000,
    louder: 6,
  },
  mallet: {
    partials: (k) => ({ 1: 1, 4: 0.3, 10: 0.06 })[k] ?? 0,
    attack: 0.001,
    decay: 1.4,
    sustain: 0,
    release: 0.6,
    louder: 6,
  },
  organ: { partials: (k) => drawbars[k - 1] ?? 0, attack: 0.008, decay: 0.01, sustain: 1, release: 0.06, louder: -2 },
  reed: { partials: (k) => 1 / k ** 0.9, attack: 0.04, decay: 0.1, sustain: 0.9, release: 0.12, bright: 2800 },
  bowed: { partials: saw, attack: 0.12, decay: 0.2, sustain: 0.9, release: 0.3, bright: 3200 },
  blown: { partials: triangle, attack: 0.05, decay: 0.1, sustain: 0.9, release: 0.15, louder: -1 },
  sustained: { partials: (k) => 1 / k ** 1.2, attack: 0.06, decay: 0.3, sustain: 0.8, release: 0.3, bright: 3000 },
  pad: { partials: (k) => 1 / k ** 1.6, attack: 0.4, decay: 0.4, sustain: 0.9, release: 1.2, bright: 2400, louder: 1 },
  lead: { partials: square, attack: 0.006, decay: 0.2, sustain: 0.8, release: 0.12, bright: 4200, louder: -2 },
  bass: {
    partials: (k) => 1 / k ** 1.5,
    attack: 0.006,
    decay: 1.2,
    sustain: 0.3,
    release: 0.12,
    bright: 900,
    struck: 1800,
    louder: 4,
  },
  'synth-bass': {
    partials: saw,
    attack: 0.004,
    decay: 0.5,
    sustain: 0.5,
    release: 0.1,
    bright: 700,
    struck: 1600,
    louder: 2,
  },
  percussion: {
    partials: (k) => ({ 1: 1, 2: 0.3, 3: 0.12 })[k] ?? 0,
    attack: 0.001,
    decay: 0.6,
    sustain: 0,
    release: 0.2,
    louder: 8,
  },
};

/** The units of the SoundFont 2.04 specification: timecents of seconds, absolute cents of Hz, centibels of a share. */
const timecents = (seconds: number) => Math.round(1200 * Math.log2(seconds));
const absoluteCents = (hertz: number) => Math.round(1200 * Math.log2(hertz / 8.176));
const centibels = (share: number) => (share <= 0 ? 1000 : Math.round(-200 * Math.log10(share)));

const {
  attackVolEnv,
  decayVolEnv,
  sustainVolEnv,
  releaseVolEnv,
  initialFilterFc,
  modEnvToFilterFc,
  decayModEnv,
  sustainModEnv,
  initialAttenuation,
  sampleModes,
  scaleTuning,
  exclusiveClass,
} = GeneratorTypes;

const frequency = (key: number) => 440 * 2 ** ((key - 69) / 12);

function wave(name: string, key: number, { partials }: Recipe): PackedSample {
  const hertz = frequency(key);
  const most = Math.min(WAVE / 4, Math.floor(HIGHEST_HZ / hertz));
  const one = new Float32Array(WAVE);
  for (let k = 1; k <= most; k++) {
    const strength = partials(k);
    if (strength === 0) continue;
    for (let i = 0; i < WAVE; i++) one[i] += strength * Math.sin((2 * Math.PI * k * i) / WAVE);
  }
  const power = Math.sqrt(one.reduce((sum, value) => sum + value * value, 0) / WAVE);
  // As loud as each other, and with room for their peaks.
  const data = Float32Array.from({ length: 4 * WAVE }, (_, i) => (one[i % WAVE] * 0.3) / power);
  return { name, rate: WAVE * hertz, key, cents: 0, loop: [WAVE, 3 * WAVE], data };
}

function tuned(voice: Exclude<VoiceName, 'drums'>): Pack {
  const recipe = RECIPES[voice];
  const { attack, decay, sustain, release, bright, struck, louder = 0 } = recipe;
  const generators: [number, number][] = [
    [sampleModes, 1],
    [attackVolEnv, timecents(attack)],
    // It falls by 100 dB in that time if it goes on, and the ear has it gone at 40.
    [decayVolEnv, timecents(decay * 2.5)],
    [sustainVolEnv, centibels(sustain)],
    [releaseVolEnv, timecents(release * 2.5)],
    // The synthesizer takes four tenths of it, as the first chips did.
    [initialAttenuation, Math.round(Math.max(0, 60 - 10 * louder) / 0.4)],
  ];
  if (bright) generators.push([initialFilterFc, absoluteCents(bright)]);
  if (struck) {
    generators.push([modEnvToFilterFc, struck], [decayModEnv, timecents(decay)], [sustainModEnv, 1000]);
  }
  const samples = KEYS.map((key) => wave(`${voice} ${key}`, key, recipe));
  const zones = KEYS.map((key, sample) => ({
    ...ZONE,
    keys: [sample === 0 ? 0 : key - 9, KEYS[sample + 1] ? KEYS[sample + 1] - 10 : 127] as const,
    sample,
  }));
  return {
    key: `light:${voice}`,
    name: voice,
    global: ZONE,
    zones: [{ ...ZONE, instrument: 0 }],
    instruments: [{ global: { ...ZONE, generators }, zones }],
    samples,
    modulators: null,
  };
}

/** Drums, each by its own recipe, on the keys of the General MIDI percussion map. */
function drums(): Pack {
  const struck = struckSamples();
  return {
    key: 'light:drums',
    name: 'drums',
    global: ZONE,
    zones: [{ ...ZONE, instrument: 0 }],
    instruments: [
      {
        global: {
          ...ZONE,
          generators: [
            [scaleTuning, 0],
            // Who lets go of a drum does not end it.
            [releaseVolEnv, timecents(20)],
          ],
        },
        zones: struck.map(({ keys, chokes }, sample) => ({
          ...ZONE,
          keys,
          generators: chokes ? [[exclusiveClass, 1] as const] : [],
          sample,
        })),
      },
    ],
    samples: struck.map(({ sample }) => sample),
    modulators: null,
  };
}

/** The click of the metronome; on a bar line it is struck an octave and a fifth higher. */
function click(): Pack {
  const rate = 44_100;
  const data = new Float32Array(rate * 0.04).map(
    (_, i) => 0.7 * Math.sin((2 * Math.PI * frequency(86) * i) / rate) * Math.exp(-i / (0.006 * rate)),
  );
  return {
    key: 'light:click',
    name: 'click',
    global: ZONE,
    zones: [{ ...ZONE, instrument: 0 }],
    instruments: [
      { global: { ...ZONE, generators: [[releaseVolEnv, timecents(5)]] }, zones: [{ ...ZONE, sample: 0 }] },
    ],
    samples: [{ name: 'click', rate, key: 86, cents: 0, loop: [0, 0], data }],
    modulators: null,
  };
}

/** A voice of ours: it is made of sums of sines and noise in a moment, and sounds until a bank is there, or for good. */
export function lightPack(name: string): Pack {
  if (name === 'drums') return drums();
  if (name in RECIPES) return tuned(name as keyof typeof RECIPES);
  return click();
}

export const LIGHT_VOICES = [...Object.keys(RECIPES), 'drums'] as VoiceName[];
