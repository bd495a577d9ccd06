import { setting, settings } from './settings.svelte';

/** What of a song's view is kept in this browser, and found again when the song is opened. */
export const OF_A_SONG = [
  'lane',
  'lanes',
  'rows',
  'songRows',
  'heads',
  'hatch',
  'backdrop',
  'songStrip',
  'conductorRows',
  'bench',
  'playingIn',
  'newLength',
  'newVelocity',
] as const;

/** Panels that a song which was never opened here has as they are; all else begins as it is usual. */
const PANELS: readonly string[] = ['bench', 'playingIn', 'songStrip'];

type OfASong = (typeof OF_A_SONG)[number];
type Kept = { hand?: string } & Partial<Pick<typeof settings, OfASong>>;

/** Which clips were open in this tab, and the one in front. */
export interface Stood {
  open: number[];
  front: number;
}

const keyOf = (song: number) => `jactonic.song.${song}`;

function read<T>(storage: Storage, key: string): T | null {
  try {
    return JSON.parse(storage.getItem(key) ?? 'null') as T | null;
  } catch {
    return null;
  }
}

/** Sets the view as this song was left, or for one that is new here as it is usual; gives the hand it was left with. */
export function enterSong(song: number): string | undefined {
  const { hand, ...kept } = read<Kept>(localStorage, keyOf(song)) ?? {};
  const names = OF_A_SONG.filter((name) => name in kept || !PANELS.includes(name));
  setting.view(names, kept);
  return hand;
}

/** What a song that was just made begins with. */
export function beginSong(song: number, view: Partial<Pick<typeof settings, OfASong>>): void {
  localStorage.setItem(keyOf(song), JSON.stringify(view));
}

/** Where this tab stood in a song, so that a reload finds the track in front. */
export const stoodIn = (song: number): Stood | null => read<Stood>(sessionStorage, keyOf(song));

/** Keeps the view of a song from now on. Called once, inside a component. */
export function keepSong(song: number, hand: () => string, stood: () => Stood): void {
  $effect(() => {
    const view = Object.fromEntries(OF_A_SONG.map((name) => [name, settings[name]]));
    localStorage.setItem(keyOf(song), JSON.stringify({ ...view, hand: hand() }));
  });
  $effect(() => sessionStorage.setItem(keyOf(song), JSON.stringify(stood())));
}
