import { make, request } from './client';

/** Where on the screen a shortcut holds. */
export type Surface = 'everywhere' | 'roll' | 'song' | 'table' | 'songs';

/** One shortcut; what is left out is usual: everywhere, by the letter, done when pressed. */
export interface Binding {
  key: string;
  /** the lines it runs, as one step */
  run: string[];
  title: string;
  strip: string;
  where?: Surface;
  by?: 'letter' | 'place';
  held?: boolean;
}

export interface KeymapHead {
  id: string;
  name: string;
  logic: string;
  shipped: boolean;
  /** the shipped map it came from */
  base: string;
}

export interface Keymap extends KeymapHead {
  /** counts changes of it */
  revision: number;
  bindings: Binding[];
}

/** What two maps do differently, by title; null where one does nothing. */
export interface KeyDifference {
  key: string;
  where: Surface;
  here: string | null;
  there: string | null;
}

export const keymaps = {
  keymaps: () => request<{ inUse: string; maps: KeymapHead[] }>('GET', 'keymaps'),
  keymap: (id: string) => request<Keymap>('GET', `keymaps/${id}`),
  copyKeymap: (from: string, name: string) => make<Keymap>('POST', 'keymaps', { from, name }),
  changeKeymap: (id: string, changes: { name?: string; bindings?: Binding[]; revision: number }) =>
    make<Keymap>('PATCH', `keymaps/${id}`, changes),
  deleteKeymap: (id: string) => request<undefined>('DELETE', `keymaps/${id}`),
  useKeymap: (id: string) => request<Keymap>('POST', `keymaps/${id}/use`),
  keymapAddress: (id: string) => `/api/keymaps/${id}/export`,
  importKeymap: (text: string) =>
    make<{ map: Keymap; problems: string[]; differences: KeyDifference[] }>('POST', 'keymaps/import', { text }),
  compareKeymaps: (id: string, other: string) =>
    request<{ differences: KeyDifference[] }>('GET', `keymaps/${id}/compare/${other}`),
};
