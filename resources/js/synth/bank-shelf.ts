import { Bank } from './bank';
import { lightPack } from './light-bank';
import type { Pack } from './pack';
import { named, SHIPPED } from './pack-key';

/**
 * Where instruments are had by their keys: banks are fetched once and read, the light voices are made. Where a bank of
 * one's own cannot be had, the same program of the bank that ships stands in.
 */
export class BankShelf {
  readonly #banks = new Map<string, Promise<Bank>>();

  /**
   * @param bytes fetches a bank by its name
   * @param missing told which bank could not be had, and why
   */
  constructor(
    private readonly bytes: (bank: string) => Promise<ArrayBuffer>,
    private readonly missing: (bank: string, why: string) => void,
  ) {}

  /** @throws where also the bank that ships cannot be had */
  async pack(key: string): Promise<Pack> {
    const wanted = named(key);
    if ('light' in wanted) return lightPack(wanted.light);
    try {
      return (await this.#bank(wanted.bank)).pack(wanted.preset, key);
    } catch (error) {
      this.missing(wanted.bank, error instanceof Error ? error.message : String(error));
      if (wanted.bank === SHIPPED) throw error;
      return (await this.#bank(SHIPPED)).pack(wanted.preset, key);
    }
  }

  async #bank(name: string): Promise<Bank> {
    const reading = this.#banks.get(name) ?? this.bytes(name).then((bytes) => Bank.read(bytes));
    this.#banks.set(name, reading);
    try {
      return await reading;
    } catch (error) {
      // What failed may come the next time.
      this.#banks.delete(name);
      throw error;
    }
  }
}
