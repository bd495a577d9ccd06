import { Bank, type Preset } from './bank';
import { lightPacks } from './light-bank';
import { handedOver, type Pack } from './pack';

/** What is asked of the reader of banks. */
export type BankAsked = { ask: 'light' } | { ask: 'pack'; key: string; bank: string; url: string; preset: Preset };

/** What it tells: an instrument, how much of a bank is there, in bytes, or what went wrong. */
export type BankTold =
  | { tell: 'pack'; pack: Pack }
  | { tell: 'progress'; bank: string; loaded: number; total: number }
  | { tell: 'failed'; bank: string; key: string; why: string };

/** Reads banks and unpacks their instruments, where neither painting nor sound waits for it. */
const banks = new Map<string, Promise<Bank>>();
const tell = (told: BankTold, over: Transferable[] = []) => self.postMessage(told, { transfer: over });
const give = (pack: Pack) => tell({ tell: 'pack', pack }, handedOver(pack));

self.onmessage = ({ data }: MessageEvent<BankAsked>) => {
  if (data.ask === 'light') lightPacks().forEach(give);
  else void unpack(data);
};

async function unpack({ key, bank, url, preset }: BankAsked & { ask: 'pack' }): Promise<void> {
  const reading = banks.get(bank) ?? fetched(bank, url).then((bytes) => Bank.read(bytes));
  banks.set(bank, reading);
  try {
    give((await reading).pack(preset, key));
  } catch (error) {
    // What failed may come the next time.
    banks.delete(bank);
    tell({ tell: 'failed', bank, key, why: error instanceof Error ? error.message : String(error) });
  }
}

async function fetched(bank: string, url: string): Promise<ArrayBuffer> {
  const answer = await fetch(url);
  if (!answer.ok || !answer.body) throw new Error(`The bank could not be fetched (${answer.status}).`);
  const total = Number(answer.headers.get('content-length') ?? 0);
  const parts: Uint8Array[] = [];
  let loaded = 0;
  const reader = answer.body.getReader();
  for (;;) {
    const { done, value } = await reader.read();
    if (done) break;
    parts.push(value);
    loaded += value.length;
    tell({ tell: 'progress', bank, loaded, total });
  }
  const bytes = new Uint8Array(loaded);
  let at = 0;
  for (const part of parts) {
    bytes.set(part, at);
    at += part.length;
  }
  return bytes.buffer;
}
