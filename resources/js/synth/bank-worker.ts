import { BankShelf } from './bank-shelf';
import { fetched } from './fetching';
import { handedOver, type Pack } from './pack';
import { named } from './pack-key';

/** What is asked of the reader of banks: an instrument, and where its bank is fetched. */
export interface BankAsked {
  key: string;
  url: string;
}

/** What it tells: an instrument, how much of a bank is there, in bytes, or what went wrong. */
export type BankTold =
  | { tell: 'pack'; pack: Pack }
  | { tell: 'progress'; bank: string; loaded: number; total: number }
  | { tell: 'failed'; bank: string; key: string; why: string };

/** Reads banks and unpacks their instruments, where neither painting nor sound waits for it. */
const urls = new Map<string, string>();
const tell = (told: BankTold, over: Transferable[] = []) => self.postMessage(told, { transfer: over });
const shelf = new BankShelf((bank) =>
  fetched(urls.get(bank)!, (loaded, total) => tell({ tell: 'progress', bank, loaded, total })),
);

self.onmessage = async ({ data: { key, url } }: MessageEvent<BankAsked>) => {
  const wanted = named(key);
  const bank = 'bank' in wanted ? wanted.bank : '';
  urls.set(bank, url);
  try {
    const pack = await shelf.pack(key);
    tell({ tell: 'pack', pack }, handedOver(pack));
  } catch (error) {
    tell({ tell: 'failed', bank, key, why: error instanceof Error ? error.message : String(error) });
  }
};
