import type { Track } from '../api';
import type { NoteTable } from '../music/notes';
import type { Score } from './score';

/** What may keep it silent beside the song. */
export interface Around {
  /** the volume of everything, in % */
  volume: number;
  /** whether the clock of the sound goes */
  isRunning: boolean;
}

/** Controllers that make a track silent at 0. */
const LOUDNESS = [
  ['cc7', 'volume'],
  ['cc11', 'expression'],
] as const;

const list = (tracks: readonly Track[]) => tracks.map(({ name }) => name).join(', ');

/** Whether a note of a table lies at a tick, muted or not. */
function liesAt({ columns, count }: NoteTable, tick: number, isOne: (place: number) => boolean): boolean {
  const { start, length } = columns;
  for (let i = 0; i < count && start[i] <= tick; i++) if (start[i] + length[i] > tick && isOne(i)) return true;
  return false;
}

/** Why nothing sounds at a tick, and what would cure it; null where no note lies there, or no cause is known. */
export function whySilent(score: Score, tick: number, { volume, isRunning }: Around): string | null {
  const { song, visible, sounding, tracks, outputs, lanes } = score;
  const { columns } = visible;
  const at = (track: Track, isOne: (place: number) => boolean) =>
    liesAt(sounding.of(track.id), tick, () => true) ||
    liesAt(visible, tick, (i) => tracks.get(columns.clip[i])?.id === track.id && isOne(i));
  const here = song.tracks.filter((track) => at(track, () => true));
  if (here.length === 0) return null;
  if (!isRunning) return 'The browser holds sound back until something is pressed in the page: press Space twice.';
  if (volume === 0) return 'Nothing sounds: the volume of everything is 0 %. Turn up “All” under Tracks.';
  const muted = here.filter((track) => track.muted);
  if (muted.length === here.length) return `Nothing sounds: ${list(muted)} is muted. Press “mute” of it under Tracks.`;
  const solo = song.tracks.filter((track) => track.solo);
  if (solo.length > 0 && here.every((track) => !track.solo || track.muted)) {
    return `Nothing sounds: ${list(solo)} is on solo, and has no note here. Press “solo” of it under Tracks.`;
  }
  const heard = here.filter((track) => !track.muted && (solo.length === 0 || track.solo));
  const away = heard.filter((track) => outputs.of(track.id) !== null);
  if (away.length === heard.length) {
    return `Nothing sounds here: ${list(away)} sounds on ${outputs.of(away[0].id)!.name}. Choose its instrument under Tracks.`;
  }
  const low = heard.filter((track) => track.volume === 0);
  if (low.length === heard.length) return `Nothing sounds: the volume of ${list(low)} is 0 %. Turn it up under Tracks.`;
  const open = new Set(song.tracks.flatMap(({ clips }) => clips.filter((clip) => clip.muted).map(({ id }) => id)));
  if (heard.every((track) => !at(track, (i) => !columns.muted[i] && !open.has(columns.clip[i])))) {
    return 'Nothing sounds: the notes here are muted. Select them and press the key of mute.';
  }
  for (const [lane, word] of LOUDNESS) {
    const isAtNothing = heard.every((track) =>
      [sounding.pointsOf(track.id), score.visiblePoints].some((points) => {
        const places = points.lanes.get(lane) ?? [];
        const last = places.findLast((i) => points.columns.start[i] <= tick);
        return last !== undefined && points.columns.value[last] === 0;
      }),
    );
    if (isAtNothing && !lanes.muted.has(lane)) {
      return `Nothing sounds: the lane of ${word} (${lane}) is at 0 here. Draw it higher, or silence the lane.`;
    }
  }
  return null;
}
