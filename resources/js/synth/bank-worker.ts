import { BankShelf } from './bank-shelf';
import { fetched } from './fetching';
import { handedOver, type Pack } from './pack';

/** What is asked of the reader of banks: an instrument, and where banks are fetched, by their names. */
export interface BankAsked {
  key: string;
  urls: Readonly<Record<string, string>>;
}

/** What it tells: an instrument, how much of a bank is there, in bytes, that a bank is missing, or that nothing comes. */
export type BankTold =
  | { tell: 'pack'; pack: Pack }
  | { tell: 'progress'; bank: string; loaded: number; total: number }
  | { tell: 'missing'; bank: string; why: string }
  | { tell: 'failed'; key: string };

/** Reads banks and unpacks their instruments, where neither painting nor sound waits for it. */
let urls: BankAsked['urls'] = {};
const tell = (told: BankTold, over: Transferable[] = []) => self.postMessage(told, { transfer: over });
const shelf = new BankShelf(
  (bank) => fetched(urls[bank], (loaded, total) => tell({ tell: 'progress', bank, loaded, total })),
  (bank, why) => tell({ tell: 'missing', bank, why }),
);

self.onmessage = async ({ data }: MessageEvent<BankAsked>) => {
  urls = { ...urls, ...data.urls };
  try {
    const pack = await shelf.pack(data.key);
    tell({ tell: 'pack', pack }, handedOver(pack));
  } catch {
    tell({ tell: 'failed', key: data.key });
  }
};
