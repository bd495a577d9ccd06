import {
  BasicInstrument,
  BasicPreset,
  BasicSample,
  BasicSoundBank,
  GeneratorTypes,
  SampleTypes,
} from 'spessasynth_core';

const RATE = 48_000;

/** A bank of a sine that sounds on (program 0) and a click of some samples (program 1), as a file of SF2. */
export function testBank(): ArrayBuffer {
  const bank = new BasicSoundBank();
  const add = (name: string, program: number, data: Float32Array, loop: [number, number] | null) => {
    const sample = new BasicSample(name, RATE, 69, 0, SampleTypes.monoSample, 0, data.length);
    sample.setAudioData(data, RATE);
    [sample.loopStart, sample.loopEnd] = loop ?? [0, data.length];
    const instrument = new BasicInstrument();
    instrument.name = name;
    instrument.createZone(sample).setGenerator(GeneratorTypes.sampleModes, loop ? 1 : 0);
    const preset = new BasicPreset(bank);
    [preset.name, preset.program] = [name, program];
    preset.createZone(instrument);
    bank.addSamples(sample);
    bank.addInstruments(instrument);
    bank.addPresets(preset);
  };
  // 440 Hz goes round in 1,200 samples just eleven times.
  const sine = Float32Array.from({ length: 9600 }, (_, i) => Math.sin((2 * Math.PI * 440 * i) / RATE));
  add('Sine', 0, sine, [2400, 7200]);
  add(
    'Click',
    1,
    Float32Array.from({ length: 480 }, (_, i) => (i < 24 ? 0.9 : 0)),
    null,
  );
  bank.flush();
  return bank.writeSF2();
}
