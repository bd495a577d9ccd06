import { Bank } from './bank';
import { lightPack } from './light-bank';
import type { Pack } from './pack';
import { named } from './pack-key';

/** Where instruments are had by their keys: banks are fetched once and read, the light voices are made. */
export class BankShelf {
  readonly #banks = new Map<string, Promise<Bank>>();

  /** @param bytes fetches a bank by its name */
  constructor(private readonly bytes: (bank: string) => Promise<ArrayBuffer>) {}

  /** @throws where its bank cannot be had, or is broken */
  async pack(key: string): Promise<Pack> {
    const wanted = named(key);
    if ('light' in wanted) return lightPack(wanted.light);
    return (await this.#bank(wanted.bank)).pack(wanted.preset, key);
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
