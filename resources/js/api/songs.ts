import { make, read, request } from './client';
import type {
  EditContext,
  GridTable,
  KeptSelections,
  Marked,
  NextPress,
  OpenedSong,
  Said,
  SongAnswer,
  Standing,
} from './answers';
import type { Advice, Exported, Glance, NewSong, SongLists, StepTree, TrackSound } from './song';

/** Requests about songs. */
export const songs = {
  songs: () => request<SongLists>('GET', 'songs'),
  newSong: (song: NewSong) => make<{ id: number }>('POST', 'songs', song),
  importSong: (name: string, midi: string, left: AbortSignal) =>
    make<{ id: number; problems: string[] }>('POST', 'songs', { name, midi }, left),
  /** All that is needed to see a song with some clips open; the first track where none is named. */
  open: (id: number, clips: number[], front: number, grid: string, swing: number) =>
    read<OpenedSong>(`songs/${id}/open`, { clips, front, grid, swing }),
  /** All that is needed to hear it beside the clips that are open; of some tracks, or of all. */
  sound: (id: number, clips: number[], tracks?: number[]) =>
    read<{ tracks: TrackSound[] }>(`songs/${id}/sound`, { clips, ...(tracks && { tracks }) }),
  /** Renames a song that is called `was`. */
  renameSong: (id: number, name: string, was: string) =>
    request<{ name: string }>('PATCH', `songs/${id}`, { name, was }),
  /** What a list shows of a song in a state. */
  glance: (id: number, state: string) => request<Glance>('GET', `songs/${id}/glance?state=${state}`),
  /** The song that ships, as it came. */
  demoSong: () => make<{ id: number }>('POST', 'songs', { demo: true }),
  deleteSong: (id: number) => request<undefined>('DELETE', `songs/${id}`),
  restoreSong: (id: number) => request<undefined>('POST', `songs/${id}/restore`),
  /** The song as a MIDI file, the names of chords in words for other programs where wanted; or those names as MusicXML. */
  exportAddress: (id: number, { as = 'midi', chords = 'names', curves = 'mpe' }: Exported = {}) =>
    `/api/songs/${id}/export?as=${as}&chords=${chords}&curves=${curves}`,
  rowNamesAddress: (id: number, track: number) => `/api/songs/${id}/tracks/${track}/row-names`,
  techniquesAddress: (id: number, track: number) => `/api/songs/${id}/tracks/${track}/techniques`,
  /** The line that gives a track the techniques of a file. */
  readTechniques: (text: string) => request<{ line: string }>('POST', 'techniques', { text }),
  /** The line that gives a track the names of a file. */
  readRowNames: (text: string) => request<{ line: string }>('POST', 'row-names', { text }),
  grid: (song: number, grid: string, swing: number) =>
    request<GridTable>('GET', `songs/${song}/grid?grid=${encodeURIComponent(grid)}&swing=${swing}`),
  /** @param instead the step in whose place the lines are put, where the song still stands there */
  edit: (
    song: number,
    standing: Standing,
    lines: string[],
    selection: number[] | 'all',
    context: EditContext,
    instead: number | null = null,
  ) => request<SongAnswer>('POST', `songs/${song}/edits`, { ...standing, lines, selection, context, instead }),
  /** What the lines would do; everything stays as it is. */
  preview: (
    song: number,
    standing: Standing,
    lines: string[],
    selection: number[] | 'all',
    context: EditContext,
    instead: number | null = null,
  ) =>
    request<SongAnswer>('POST', `songs/${song}/edits`, {
      ...standing,
      lines,
      selection,
      context,
      instead,
      dry: true,
      heard: true,
    }),
  /**
   * Why the selected notes are as they are.
   *
   * @param tried the lines that were run last, which may have come to nothing
   */
  why: (song: number, standing: Standing, selection: number[], context: EditContext, tried: readonly string[]) =>
    request<{ reasons: { cause: string; text: string; cure: string[] }[] }>('POST', `songs/${song}/why`, {
      ...standing,
      selection,
      context,
      tried,
    }),
  /** What something said means, and what it would do; everything stays as it is. */
  say: (song: number, standing: Standing, say: string, selection: number[] | 'all', context: EditContext) =>
    request<Said>('POST', `songs/${song}/say`, { ...standing, say, selection, context }),
  /** What each of these presses would do; null where that is not known. Everything stays as it is. */
  ahead: (song: number, standing: Standing, presses: NextPress[], selection: number[], context: EditContext) =>
    request<{ answers: (SongAnswer | null)[] }>('POST', `songs/${song}/ahead`, {
      ...standing,
      presses,
      selection,
      context,
    }),
  undo: (song: number, standing: Standing) => request<SongAnswer>('POST', `songs/${song}/undo`, standing),
  redo: (song: number, standing: Standing) => request<SongAnswer>('POST', `songs/${song}/redo`, standing),
  advice: (song: number, standing: Standing, selection: number[], context: EditContext) =>
    request<Advice>('POST', `songs/${song}/advice`, { ...standing, selection, context }),
  /** The keys the notes may be in, the likeliest first. */
  keys: (song: number, standing: Standing, selection: number[], context: EditContext) =>
    request<{ keys: { key: string; inside: number }[] }>('POST', `songs/${song}/keys`, {
      ...standing,
      selection,
      context,
    }),
  /** The ids of the notes that meet conditions. */
  choose: (song: number, standing: Standing, where: string, selection: number[], context: EditContext) =>
    request<{ selection: number[] }>('POST', `songs/${song}/choose`, { ...standing, where, selection, context }),
  /** The ids of the notes that `select what=…` selects. */
  select: (song: number, standing: Standing, what: string, selection: number[], context: EditContext) =>
    request<{ selection: number[] }>('POST', `songs/${song}/select`, { ...standing, what, selection, context }),
  /** The ids of the notes of a selection that is kept. */
  selection: (song: number, name: string) =>
    request<{ selection: number[] }>('GET', `songs/${song}/selections?name=${encodeURIComponent(name)}`),
  /** Keeps a selection under a name; an empty one takes the name away. */
  keepSelection: (song: number, name: string, selection: number[]) =>
    request<{ selections: KeptSelections }>('PUT', `songs/${song}/selections`, { name, selection }),
  history: (song: number) => request<StepTree>('GET', `songs/${song}/history`),
  goTo: (song: number, standing: Standing, step: number | null) =>
    request<SongAnswer>('POST', `songs/${song}/history`, { ...standing, step }),
  /** How the song was at a step, and in what it differs from how it is. */
  previewStep: (song: number, standing: Standing, step: number | null) =>
    request<SongAnswer>('POST', `songs/${song}/history`, { ...standing, step, dry: true, heard: true }),
  /** Gives a point of the history a letter; null is the song as it came in. */
  mark: (song: number, letter: string, step: number | null) =>
    request<{ marks: Marked }>('PUT', `songs/${song}/marks`, { letter, step }),
  unmark: (song: number, letter: string) =>
    request<{ marks: Marked }>('PUT', `songs/${song}/marks`, { letter, off: true }),
  nameStep: (song: number, step: number, name: string) =>
    request<StepTree>('PATCH', `songs/${song}/history/${step}`, { name }),
};
