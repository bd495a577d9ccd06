import type {
  Advice,
  Binding,
  Catalog,
  Choice,
  ClipChange,
  EditContext,
  GridTable,
  KeyDifference,
  Keymap,
  KeymapHead,
  Recipe,
  Song,
  SongLists,
  Steps,
  Track,
  WholeClip,
} from './types';

/** The server refused, and said why in words for the status line. */
export class Refused extends Error {
  constructor(
    message: string,
    readonly status: number,
    readonly body: { clip?: WholeClip } = {},
  ) {
    super(message);
  }
}

/** The server did not answer. What was asked can be asked again. */
export class Unreachable extends Error {
  constructor() {
    super('The program does not answer. Is ./start still running?');
  }
}

async function request<T>(method: string, path: string, body?: unknown): Promise<T> {
  const sends = method !== 'GET';
  let response: Response;
  try {
    response = await fetch(`/api/${path}`, {
      method,
      ...(sends && { headers: { 'Content-Type': 'application/json' }, body: JSON.stringify(body ?? {}) }),
    });
  } catch {
    throw new Unreachable();
  }
  if (response.status === 204) {
    return undefined as T;
  }
  const answer = await response.json().catch(() => ({}));
  if (!response.ok) {
    throw new Refused(
      answer.error?.message ?? 'The program could not do that; nothing was changed.',
      response.status,
      answer,
    );
  }
  return answer as T;
}

export type NewRecipe = Omit<Recipe, 'id'>;

export const api = {
  catalog: () => request<Catalog>('GET', 'catalog'),
  songs: () => request<SongLists>('GET', 'songs'),
  song: (id: number) => request<Song>('GET', `songs/${id}`),
  importSong: (name: string, midi: string) =>
    request<{ song: Song; problems: string[] }>('POST', 'songs', { name, midi }),
  changeSong: (id: number, changes: { name?: string; key?: string; tempo?: number }) =>
    request<Song>('PATCH', `songs/${id}`, changes),
  deleteSong: (id: number) => request<undefined>('DELETE', `songs/${id}`),
  restoreSong: (id: number) => request<Song>('POST', `songs/${id}/restore`),
  exportAddress: (id: number) => `/api/songs/${id}/export`,
  grid: (song: number, grid: string, swing: number) =>
    request<GridTable>('GET', `songs/${song}/grid?grid=${encodeURIComponent(grid)}&swing=${swing}`),
  changeTrack: (id: number, changes: Partial<Pick<Track, 'volume' | 'muted' | 'voice'>>) =>
    request<undefined>('PATCH', `tracks/${id}`, changes),
  clip: (id: number) => request<WholeClip>('GET', `clips/${id}`),
  edit: (clip: number, revision: number, lines: string[], selection: number[], context: EditContext) =>
    request<ClipChange>('POST', `clips/${clip}/edits`, { revision, lines, selection, context }),
  /** What the lines would do; everything stays as it is. */
  preview: (clip: number, revision: number, lines: string[], selection: number[], context: EditContext) =>
    request<ClipChange>('POST', `clips/${clip}/edits`, { revision, lines, selection, context, dry: true }),
  undo: (clip: number, revision: number) => request<ClipChange>('POST', `clips/${clip}/undo`, { revision }),
  redo: (clip: number, revision: number) => request<ClipChange>('POST', `clips/${clip}/redo`, { revision }),
  advice: (clip: number, selection: number[], context: EditContext) =>
    request<Advice>('POST', `clips/${clip}/advice`, { selection, context }),
  /** The ids of the notes that meet conditions. */
  choose: (clip: number, where: string, context: EditContext) =>
    request<{ selection: number[] }>('POST', `clips/${clip}/choose`, { where, context }),
  steps: (clip: number) => request<Steps>('GET', `clips/${clip}/history`),
  goTo: (clip: number, revision: number, step: number | null) =>
    request<ClipChange>('POST', `clips/${clip}/history`, { revision, step }),
  previewStep: (clip: number, revision: number, step: number | null) =>
    request<ClipChange>('POST', `clips/${clip}/history`, { revision, step, dry: true }),
  keymaps: () => request<{ inUse: string; maps: KeymapHead[] }>('GET', 'keymaps'),
  keymap: (id: string) => request<Keymap>('GET', `keymaps/${id}`),
  copyKeymap: (from: string, name: string) => request<Keymap>('POST', 'keymaps', { from, name }),
  changeKeymap: (id: string, changes: { name?: string; bindings?: Binding[] }) =>
    request<Keymap>('PATCH', `keymaps/${id}`, changes),
  deleteKeymap: (id: string) => request<undefined>('DELETE', `keymaps/${id}`),
  useKeymap: (id: string) => request<Keymap>('POST', `keymaps/${id}/use`),
  keymapAddress: (id: string) => `/api/keymaps/${id}/export`,
  importKeymap: (text: string) =>
    request<{ map: Keymap; problems: string[]; differences: KeyDifference[] }>('POST', 'keymaps/import', { text }),
  compareKeymaps: (id: string, other: string) =>
    request<{ differences: KeyDifference[] }>('GET', `keymaps/${id}/compare/${other}`),
  addRecipe: (recipe: NewRecipe) => request<{ id: number; recipes: Recipe[] }>('POST', 'recipes', recipe),
  changeRecipe: (id: number, recipe: NewRecipe) => request<{ recipes: Recipe[] }>('PATCH', `recipes/${id}`, recipe),
  deleteRecipe: (id: number) => request<{ recipes: Recipe[] }>('DELETE', `recipes/${id}`),
  orderRecipes: (ids: number[]) => request<{ recipes: Recipe[] }>('POST', 'recipes/order', { ids }),
  recipesAddress: '/api/recipes/export',
  importRecipes: (text: string) =>
    request<{ recipes: Recipe[]; problems: string[] }>('POST', 'recipes/import', { text }),
  /** The ids of the notes a rule would work on. */
  match: (clip: number, choice: Choice, selection: number[], context: EditContext) =>
    request<{ selection: number[] }>('POST', `clips/${clip}/match`, { choice, selection, context }),
  runOnSong: (song: number, lines: string[], tracks: number[], leavesDrums: boolean, context: EditContext) =>
    request<{ done: { track: number; clip: number; name: string; message: string }[] }>('POST', `songs/${song}/run`, {
      lines,
      tracks,
      leavesDrums,
      context,
    }),
  nameStep: (clip: number, step: number, name: string) =>
    request<Steps>('PATCH', `clips/${clip}/history/${step}`, { name }),
};
