import { make, request } from './client';
import type { Phrase } from './answers';
import type { VoiceName } from './song';

/** A phrase that is kept for later, as a list shows it. */
export interface KeptPhrase {
  id: number;
  /** counts changes of it */
  revision: number;
  name: string;
  tags: string[];
  /** BPM it was kept at */
  tempo: number;
  /** the key it was kept in; empty where there was none */
  key: string;
  voice: VoiceName;
  /** how long it lasts, in quarter notes */
  quarters: number;
  /** how many notes it has */
  notes: number;
}

/** What is to be kept: what was copied, and what it was like. */
export interface NewPhrase {
  name: string;
  tags: string[];
  tempo: number;
  key: string;
  voice: VoiceName;
  phrase: Phrase;
}

export const shelf = {
  shelf: () => request<{ phrases: KeptPhrase[] }>('GET', 'shelf'),
  keepPhrase: (phrase: NewPhrase) => make<{ id: number; phrases: KeptPhrase[] }>('POST', 'shelf', phrase),
  renamePhrase: ({ id, revision }: KeptPhrase, name: string, tags: string[]) =>
    request<{ phrases: KeptPhrase[] }>('PATCH', `shelf/${id}`, { name, tags, revision }),
  deletePhrase: (id: number) => request<{ phrases: KeptPhrase[] }>('DELETE', `shelf/${id}`),
  /** Its notes, in a key where one is named. */
  phrase: (id: number, key: string) =>
    request<{ phrase: Phrase }>('GET', `shelf/${id}${key ? `?key=${encodeURIComponent(key)}` : ''}`),
  phraseAddress: (id: number) => `/api/shelf/${id}/export`,
  importPhrases: (files: { name: string; midi: string }[]) =>
    make<{ phrases: KeptPhrase[]; problems: string[] }>('POST', 'shelf/import', { files }),
};
