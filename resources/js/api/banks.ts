import { ask, request, Unanswered } from './client';

/** A bank of instruments of one's own. */
export interface OwnBank {
  name: string;
  /** bytes */
  size: number;
  checksum: string;
  presets: { name: string; title: string; number: number; program: number; isKit: boolean }[];
}

/** How large a piece of a bank is, in bytes: the door takes no larger one. */
const PIECE = 8 * 1024 * 1024;

/** Sends a piece; one whose answer was lost is sent once more, and known by where it lies. */
async function piece(token: string, at: number, bytes: Blob): Promise<void> {
  const send = () => ask<{ there: number }>('PUT', `banks/begun/${token}?at=${at}`, bytes);
  try {
    await send();
  } catch (error) {
    if (!(error instanceof Unanswered) || error.isFault) throw error;
    await send();
  }
}

export const banks = {
  banks: async () => (await request<{ banks: OwnBank[] }>('GET', 'banks')).banks,

  /** Where the file of a bank is fetched. */
  bankAddress: (name: string) => `/api/banks/${encodeURIComponent(name)}/file`,

  /** @param tell told how much of it was sent, 0–1 */
  async addBank(file: File, tell: (share: number) => void): Promise<{ name: string; banks: OwnBank[] }> {
    const { token } = await request<{ token: string }>('POST', 'banks', { size: file.size });
    for (let at = 0; at < file.size; at += PIECE) {
      tell(at / file.size);
      await piece(token, at, file.slice(at, at + PIECE));
    }
    tell(1);
    return request('POST', `banks/begun/${token}`, { name: file.name });
  },

  removeBank: async (name: string) =>
    (await request<{ banks: OwnBank[] }>('DELETE', `banks/${encodeURIComponent(name)}`)).banks,
};
