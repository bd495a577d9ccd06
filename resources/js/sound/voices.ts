import * as Tone from 'tone';
import type { VoiceName } from '../api';

/** Something that can sound a note: pitch 0–127, velocity 1–127, times in seconds of the audio clock. */
export interface Voice {
  play(pitch: number, velocity: number, at: number, seconds: number): void;
  /** Sounds a note until it is let go: one that is being played. */
  press(pitch: number, velocity: number, at: number): void;
  letGo(pitch: number, at: number): void;
  /** Makes ready, without a sound, what a few keys at once take: it takes longer than a key may. */
  prepare(at: number): void;
  /** Bends all that sounds and will sound, by cents. */
  bend(cents: number): void;
  /** How much it vibrates, 0–1. */
  vibrate(depth: number): void;
  silence(): void;
}

const MOST_NOTES = 48;
const [VIBRATO_HZ, VIBRATO_DEPTH] = [5.5, 0.35];
const AT_ONCE = [48, 52, 55, 60, 64, 67];

const frequency = (pitch: number) => 440 * 2 ** ((pitch - 69) / 12);

type Poly =
  | Tone.PolySynth<Tone.Synth>
  | Tone.PolySynth<Tone.FMSynth>
  | Tone.PolySynth<Tone.AMSynth>
  | Tone.PolySynth<Tone.MembraneSynth>;

function tuned(synth: Poly, output: Tone.InputNode, longest = Infinity): Voice {
  synth.maxPolyphony = MOST_NOTES;
  synth.connect(output);
  let vibrato: Tone.Vibrato | undefined;
  return {
    bend: (cents) => synth.set({ detune: cents }),
    vibrate: (depth) => {
      if (depth > 0 && !vibrato) {
        // Made when it is first wanted: every track would pay for it otherwise.
        vibrato = new Tone.Vibrato({ frequency: VIBRATO_HZ, depth: 0 });
        synth.disconnect();
        synth.chain(vibrato, output);
      }
      vibrato?.depth.rampTo(depth * VIBRATO_DEPTH, 0.03);
    },
    play: (pitch, velocity, at, seconds) =>
      synth.triggerAttackRelease(
        frequency(pitch),
        Math.min(longest, Math.max(0.02, seconds)),
        at,
        (velocity / 127) ** 1.6,
      ),
    press: (pitch, velocity, at) => synth.triggerAttack(frequency(pitch), at, (velocity / 127) ** 1.6),
    letGo: (pitch, at) => synth.triggerRelease(frequency(pitch), at),
    prepare: (at) => synth.triggerAttackRelease(AT_ONCE.map(frequency), 0.02, at, 0),
    silence: () => synth.releaseAll(),
  };
}

/** Dulled above a frequency in Hz. */
function dulled(frequencyInHz: number, output: Tone.InputNode): Tone.Filter {
  const filter = new Tone.Filter(frequencyInHz, 'lowpass');
  filter.connect(output);
  return filter;
}

/** What sounds pitches, each by what makes it. */
const TUNED = {
  plucked: (output: Tone.InputNode) =>
    tuned(
      new Tone.PolySynth(Tone.FMSynth, {
        harmonicity: 4.01,
        modulationIndex: 2.4,
        envelope: { attack: 0.002, decay: 0.9, sustain: 0.02, release: 0.35 },
        modulationEnvelope: { attack: 0.001, decay: 0.12, sustain: 0, release: 0.1 },
        volume: -8,
      }),
      output,
    ),
  bass: (output: Tone.InputNode) =>
    tuned(
      new Tone.PolySynth(Tone.FMSynth, {
        harmonicity: 1,
        modulationIndex: 3,
        oscillator: { type: 'triangle' },
        envelope: { attack: 0.008, decay: 0.7, sustain: 0.35, release: 0.12 },
        modulationEnvelope: { attack: 0.002, decay: 0.18, sustain: 0.05, release: 0.1 },
        volume: -5,
      }),
      output,
    ),
  sustained: (output: Tone.InputNode) =>
    tuned(
      new Tone.PolySynth(Tone.AMSynth, {
        harmonicity: 2,
        oscillator: { type: 'fatsawtooth', count: 2, spread: 12 },
        envelope: { attack: 0.06, decay: 0.3, sustain: 0.75, release: 0.3 },
        volume: -14,
      }),
      output,
    ),
  struck: (output: Tone.InputNode) =>
    tuned(
      new Tone.PolySynth(Tone.FMSynth, {
        harmonicity: 2,
        modulationIndex: 1.6,
        envelope: { attack: 0.002, decay: 1.6, sustain: 0.04, release: 0.4 },
        modulationEnvelope: { attack: 0.001, decay: 0.25, sustain: 0.1, release: 0.2 },
        volume: -8,
      }),
      output,
    ),
  mallet: (output: Tone.InputNode) =>
    tuned(
      new Tone.PolySynth(Tone.FMSynth, {
        harmonicity: 3.98,
        modulationIndex: 1.1,
        oscillator: { type: 'sine' },
        envelope: { attack: 0.001, decay: 1.1, sustain: 0, release: 0.6 },
        modulationEnvelope: { attack: 0.001, decay: 0.07, sustain: 0, release: 0.05 },
        volume: -7,
      }),
      output,
    ),
  organ: (output: Tone.InputNode) =>
    tuned(
      new Tone.PolySynth(Tone.Synth, {
        oscillator: { type: 'custom', partials: [1, 0.7, 0.5, 0.3, 0, 0.25, 0, 0.2] },
        envelope: { attack: 0.008, decay: 0.01, sustain: 1, release: 0.06 },
        volume: -17,
      }),
      output,
    ),
  reed: (output: Tone.InputNode) =>
    tuned(
      new Tone.PolySynth(Tone.Synth, {
        oscillator: { type: 'pulse', width: 0.35 },
        envelope: { attack: 0.04, decay: 0.1, sustain: 0.85, release: 0.12 },
        volume: -16,
      }),
      dulled(2800, output),
    ),
  bowed: (output: Tone.InputNode) =>
    tuned(
      new Tone.PolySynth(Tone.Synth, {
        oscillator: { type: 'fatsawtooth', count: 3, spread: 18 },
        envelope: { attack: 0.14, decay: 0.2, sustain: 0.9, release: 0.35 },
        volume: -17,
      }),
      dulled(3200, output),
    ),
  blown: (output: Tone.InputNode) =>
    tuned(
      new Tone.PolySynth(Tone.AMSynth, {
        harmonicity: 1,
        oscillator: { type: 'triangle' },
        envelope: { attack: 0.06, decay: 0.1, sustain: 0.9, release: 0.15 },
        volume: -10,
      }),
      output,
    ),
  pad: (output: Tone.InputNode) =>
    tuned(
      new Tone.PolySynth(Tone.Synth, {
        oscillator: { type: 'fattriangle', count: 3, spread: 24 },
        envelope: { attack: 0.5, decay: 0.4, sustain: 0.85, release: 1.2 },
        volume: -15,
      }),
      dulled(2400, output),
    ),
  lead: (output: Tone.InputNode) =>
    tuned(
      new Tone.PolySynth(Tone.Synth, {
        oscillator: { type: 'fatsquare', count: 2, spread: 9 },
        envelope: { attack: 0.006, decay: 0.2, sustain: 0.7, release: 0.15 },
        volume: -17,
      }),
      dulled(4200, output),
    ),
  'synth-bass': (output: Tone.InputNode) =>
    tuned(
      new Tone.PolySynth(Tone.Synth, {
        oscillator: { type: 'fatsawtooth', count: 2, spread: 6 },
        envelope: { attack: 0.004, decay: 0.25, sustain: 0.5, release: 0.1 },
        volume: -9,
      }),
      dulled(700, output),
    ),
  /** Skins that have a pitch, such as congas and timpani. */
  percussion: (output: Tone.InputNode) =>
    tuned(
      new Tone.PolySynth(Tone.MembraneSynth, {
        octaves: 1.2,
        pitchDecay: 0.03,
        envelope: { attack: 0.001, decay: 0.45, sustain: 0, release: 0.2 },
        volume: -7,
      }),
      output,
    ),
};

/** Drums by the pitch of the note, as General MIDI lays them out. */
function drums(output: Tone.InputNode): Voice {
  const low = new Tone.MembraneSynth({
    octaves: 5,
    pitchDecay: 0.04,
    envelope: { attack: 0.001, decay: 0.4, sustain: 0, release: 0.1 },
  });
  const skin = new Tone.PolySynth(Tone.MembraneSynth, { octaves: 2, pitchDecay: 0.02, volume: -8 });
  const snare = new Tone.NoiseSynth({
    noise: { type: 'pink' },
    envelope: { attack: 0.001, decay: 0.16, sustain: 0 },
    volume: -7,
  });
  const metalFilter = new Tone.Filter(7500, 'highpass');
  const metal = new Tone.NoiseSynth({
    noise: { type: 'white' },
    envelope: { attack: 0.001, decay: 0.06, sustain: 0 },
    volume: -12,
  });
  low.connect(output);
  skin.connect(output);
  snare.connect(output);
  metal.connect(metalFilter);
  metalFilter.connect(output);
  const lastAt = new Map<object, number>();
  // One-voice drums refuse two strokes at one instant.
  const after = (drum: object, at: number) => {
    const time = Math.max(at, (lastAt.get(drum) ?? 0) + 0.001);
    lastAt.set(drum, time);
    return time;
  };
  const strike = (pitch: number, velocity: number, at: number) => {
    const loud = (velocity / 127) ** 1.4;
    if (pitch === 35 || pitch === 36) {
      low.triggerAttackRelease(52, 0.2, after(low, at), loud);
    } else if (pitch >= 37 && pitch <= 40) {
      snare.triggerAttackRelease(0.12, after(snare, at), loud);
      skin.triggerAttackRelease(180, 0.08, at, loud * 0.5);
    } else if ([42, 44, 46, 49, 51, 53, 54, 57, 59, 69, 70, 82].includes(pitch)) {
      metal.triggerAttackRelease([46, 49, 51, 57].includes(pitch) ? 0.3 : 0.05, after(metal, at), loud);
    } else {
      skin.triggerAttackRelease(frequency(pitch), 0.2, at, loud);
    }
  };
  return {
    // Drums have a pitch of their own.
    bend: () => undefined,
    vibrate: () => undefined,
    play: strike,
    press: strike,
    letGo: () => undefined,
    prepare: () => undefined,
    silence: () => skin.releaseAll(),
  };
}

const MAKERS: Record<VoiceName, (output: Tone.InputNode) => Voice> = { ...TUNED, drums };

export function makeVoice(name: VoiceName, output: Tone.InputNode): Voice {
  return MAKERS[name](output);
}
