import {
  BasicInstrument,
  BasicPreset,
  BasicSample,
  BasicSoundBank,
  Modulator,
  ModulatorSource,
  SampleTypes,
  type BasicZone,
} from 'spessasynth_core';

/** A zone as the SoundFont 2.04 specification has it: what it holds for, generators by number, modulators. */
export interface PackedZone {
  keys: readonly [number, number] | null;
  velocities: readonly [number, number] | null;
  generators: readonly (readonly [number, number])[];
  modulators: readonly PackedModulator[];
}

/** Sources as their 16-bit numbers of the specification. */
type PackedModulator = readonly [first: number, second: number, destination: number, amount: number, transform: number];

export interface PackedSample {
  name: string;
  /** samples a second */
  rate: number;
  /** the MIDI key it was played at, and what it is off, in cents */
  key: number;
  cents: number;
  loop: readonly [from: number, to: number];
  data: Float32Array<ArrayBuffer>;
}

/** One instrument of a bank, unpacked: it goes from the worker that reads banks to where sound is made, without a copy. */
export interface Pack {
  key: string;
  name: string;
  global: PackedZone;
  zones: readonly (PackedZone & { instrument: number })[];
  instruments: readonly { global: PackedZone; zones: readonly (PackedZone & { sample: number })[] }[];
  samples: readonly PackedSample[];
  /** modulators that take the place of the ones the specification gives; null for those */
  modulators: readonly PackedModulator[] | null;
}

const packedModulator = (one: Modulator): PackedModulator => [
  one.primarySource.toSourceEnum(),
  one.secondarySource.toSourceEnum(),
  one.destination,
  one.transformAmount,
  one.transformType,
];

const unpackedModulator = ([first, second, destination, amount, transform]: PackedModulator): Modulator =>
  new Modulator(
    ModulatorSource.fromSourceEnum(first),
    ModulatorSource.fromSourceEnum(second),
    destination as Modulator['destination'],
    amount,
    transform as Modulator['transformType'],
  );

const packedZone = (zone: BasicZone): PackedZone => ({
  keys: zone.hasKeyRange ? [zone.keyRange.min, zone.keyRange.max] : null,
  velocities: zone.hasVelRange ? [zone.velRange.min, zone.velRange.max] : null,
  generators: zone.generators.map(({ type, value }) => [type, value] as const),
  modulators: zone.modulators.map(packedModulator),
});

function unpackZone(into: BasicZone, { keys, velocities, generators, modulators }: PackedZone): void {
  if (keys) into.keyRange = { min: keys[0], max: keys[1] };
  if (velocities) into.velRange = { min: velocities[0], max: velocities[1] };
  for (const [type, value] of generators) into.setGenerator(type as Parameters<BasicZone['setGenerator']>[0], value);
  into.addModulators(...modulators.map(unpackedModulator));
}

/** Unpacks an instrument of a bank, which decodes its samples and so takes a while. */
export function packOf(preset: BasicPreset, key: string): Pack {
  const instruments = [...new Set(preset.zones.map(({ instrument }) => instrument))];
  const samples = [...new Set(instruments.flatMap(({ zones }) => zones.map(({ sample }) => sample)))];
  const bank = preset.parentSoundBank;
  return {
    key,
    name: preset.name,
    global: packedZone(preset.globalZone),
    zones: preset.zones.map((zone) => ({ ...packedZone(zone), instrument: instruments.indexOf(zone.instrument) })),
    instruments: instruments.map(({ globalZone, zones }) => ({
      global: packedZone(globalZone),
      zones: zones.map((zone) => ({ ...packedZone(zone), sample: samples.indexOf(zone.sample) })),
    })),
    samples: samples.map((sample) => ({
      name: sample.name,
      rate: sample.sampleRate,
      key: sample.originalKey,
      cents: sample.pitchCorrection,
      loop: [sample.loopStart, sample.loopEnd],
      // A copy, for what goes away must not be taken from the bank.
      data: Float32Array.from(sample.getAudioData()),
    })),
    modulators: bank.customDefaultModulators ? bank.defaultModulators.map(packedModulator) : null,
  };
}

/** A bank with one instrument, under a program and bank number of our own choice. */
export function bankOf(pack: Pack, number: number): BasicSoundBank {
  const bank = new BasicSoundBank();
  if (pack.modulators) {
    bank.customDefaultModulators = true;
    bank.defaultModulators = pack.modulators.map(unpackedModulator);
  }
  const samples = pack.samples.map(({ name, rate, key, cents, loop, data }) => {
    const sample = new BasicSample(name, rate, key, cents, SampleTypes.monoSample, loop[0], loop[1]);
    sample.setAudioData(data, rate);
    [sample.loopStart, sample.loopEnd] = loop;
    return sample;
  });
  const instruments = pack.instruments.map(({ global, zones }, k) => {
    const instrument = new BasicInstrument();
    instrument.name = `${pack.name} ${k}`;
    unpackZone(instrument.globalZone, global);
    for (const zone of zones) unpackZone(instrument.createZone(samples[zone.sample]), zone);
    return instrument;
  });
  const preset = new BasicPreset(bank);
  preset.name = pack.name;
  [preset.program, preset.bankMSB] = [number & 127, number >> 7];
  unpackZone(preset.globalZone, pack.global);
  for (const zone of pack.zones) unpackZone(preset.createZone(instruments[zone.instrument]), zone);
  bank.addSamples(...samples);
  bank.addInstruments(...instruments);
  bank.addPresets(preset);
  bank.flush();
  return bank;
}

/** How much memory its samples take, in bytes. */
export const sizeOf = (pack: Pack): number => pack.samples.reduce((sum, { data }) => sum + data.byteLength, 0);

/** What of a pack is handed over instead of copied. */
export const handedOver = (pack: Pack): ArrayBuffer[] => pack.samples.map(({ data }) => data.buffer);
