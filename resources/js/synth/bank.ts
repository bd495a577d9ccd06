import { BasicSoundBank, SoundBankLoader, type BasicPreset } from 'spessasynth_core';
import { packOf, type Pack } from './pack';

/** Which instrument of a bank: a program of 0–127, its bank number of 0–16,383, or a drum kit. */
export interface Preset {
  number: number;
  program: number;
  isKit: boolean;
}

/** A bank of instruments in one of the open formats: SF2, SF3 or DLS. */
export class Bank {
  private constructor(private readonly bank: BasicSoundBank) {}

  /** @throws where it is none, or broken */
  static async read(bytes: ArrayBuffer): Promise<Bank> {
    await BasicSoundBank.isSF3DecoderReady;
    return new Bank(SoundBankLoader.fromArrayBuffer(bytes));
  }

  get presets(): (Preset & { name: string })[] {
    return this.bank.presets.map((preset) => ({
      name: preset.name,
      number: (preset.bankMSB << 7) | preset.bankLSB,
      program: preset.program,
      isKit: preset.isDrum,
    }));
  }

  /** An instrument, or the one that is nearest to it: of its program, else the first kit, else the first. */
  pack(wanted: Preset, key: string): Pack {
    const { presets } = this.bank;
    const numberOf = (one: BasicPreset) => (one.bankMSB << 7) | one.bankLSB;
    const alike = presets.filter((one) => one.isDrum === wanted.isKit);
    const programs = alike.filter(({ program }) => program === wanted.program);
    const found =
      programs.find((one) => one.isDrum || numberOf(one) === wanted.number) ??
      programs.toSorted((one, other) => numberOf(one) - numberOf(other))[0] ??
      (wanted.isKit ? alike[0] : undefined) ??
      presets[0];
    return packOf(found, key);
  }
}
