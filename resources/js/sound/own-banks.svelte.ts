import { api, type OwnBank } from '../api';

/** The banks of one's own that are kept beside the songs: they are the program's, whatever song is open. */
class OwnBanks {
  all = $state.raw<readonly OwnBank[]>([]);
  /** the one that is being sent, and how much of it was, 0–1 */
  sending = $state.raw<{ name: string; share: number } | null>(null);
  #isThere = false;

  /** Fetches the list, where it was not fetched yet. */
  async load(): Promise<void> {
    if (this.#isThere) return;
    this.#isThere = true;
    try {
      this.all = await api.banks();
    } catch (error) {
      this.#isThere = false;
      throw error;
    }
  }

  /** Takes a file in; gives the name tracks call it by. */
  async add(file: File): Promise<string> {
    this.sending = { name: file.name, share: 0 };
    try {
      const { name, banks } = await api.addBank(file, (share) => (this.sending = { name: file.name, share }));
      this.all = banks;
      return name;
    } finally {
      this.sending = null;
    }
  }

  async remove(name: string): Promise<void> {
    this.all = await api.removeBank(name);
  }
}
export const ownBanks = new OwnBanks();

/** Whether a file is one of the formats that banks have, by its name. */
export const isBank = ({ name }: File) => /\.(sf2|sf3|dls)$/i.test(name);
