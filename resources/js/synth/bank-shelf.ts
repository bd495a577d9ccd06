import { Bank } from './bank';
import { lightPack } from './light-bank';
import { sizeOf, type Pack } from './pack';
import { named, SHIPPED } from './pack-key';

/** How much of a bank is kept decoded, in bytes. */
const MOST_DECODED = 128 * 1024 * 1024;

/**
 * Where instruments are had by their keys: banks are fetched once and read, the light voices are made. Where a bank of
 * one's own cannot be had, the same program of the bank that ships stands in.
 */
export class BankShelf {
  readonly #banks = new Map<string, Promise<Bank>>();
  /** how much of each was decoded, in bytes */
  readonly #decoded = new Map<string, number>();

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
      return this.#unpacked(wanted.bank, (await this.#bank(wanted.bank)).pack(wanted.preset, key));
    } catch (error) {
      this.missing(wanted.bank, error instanceof Error ? error.message : String(error));
      if (wanted.bank === SHIPPED) throw error;
      return this.#unpacked(SHIPPED, (await this.#bank(SHIPPED)).pack(wanted.preset, key));
    }
  }

  /** A bank keeps what was decoded of it; where that is much it is read anew for the next one. */
  #unpacked(bank: string, pack: Pack): Pack {
    const size = (this.#decoded.get(bank) ?? 0) + sizeOf(pack);
    this.#decoded.set(bank, size < MOST_DECODED ? size : 0);
    if (size >= MOST_DECODED) this.#banks.delete(bank);
    return pack;
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
