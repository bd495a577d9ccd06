import { named } from '../music/counted';
import type { Track } from '../api';
import type { NoteTable } from '../music/notes';
import type { Score } from './score';

/** What may keep it silent beside the song. */
export interface Around {
  /** the volume of everything, in % */
  volume: number;
  /** whether the clock of the sound goes; it does where it is not known */
  isRunning: boolean;
  /** what is gone round in, in ticks; null where nothing is */
  loop: readonly [number, number] | null;
  isPlaying: boolean;
  /** whether edits are heard while nothing plays */
  hears: boolean;
}

/** What should sound: notes of the open clips by their places, and all the tracks that have notes there. */
export interface Asked {
  places: readonly number[];
  tracks: readonly Track[];
  /** where they lie, in ticks */
  span: readonly [number, number];
}

/** Why nothing is heard, and the lines that cure it. */
export interface Silent {
  cause: string;
  text: string;
  cure: readonly string[];
  /** a clip that has to be in front for them */
  front?: number;
}

type Found = Omit<Silent, 'cause'> | null;

/** Controllers that make a track silent at 0. */
const LOUDNESS = { cc7: 'volume', cc11: 'expression' } as const;
/** A velocity nobody hears beside anything else. */
const HARDLY_HEARD = 8;

const are = (tracks: readonly Track[]) => (tracks.length === 1 ? 'is' : 'are');

/** Whether a note of a table lies at a tick, muted or not. */
function liesAt({ columns, count }: NoteTable, tick: number): boolean {
  const { start, length } = columns;
  for (let i = 0; i < count && start[i] <= tick; i++) if (start[i] + length[i] > tick) return true;
  return false;
}

/** Lines about tracks by their numbers from the top. */
const onEach = ({ song }: Score, tracks: readonly Track[], line: (number: number) => string) =>
  tracks.map(({ id }) => line(song.tracks.findIndex((track) => track.id === id) + 1));

/** Those of the tracks that mute and solo let be heard. */
function heardOf({ song }: Score, { tracks }: Asked): readonly Track[] {
  const isSolo = song.tracks.some(({ solo }) => solo);
  return tracks.filter(({ muted, solo }) => !muted && (!isSolo || solo));
}

/** Whether what is asked about of the open clips is all there is on the tracks. */
const isAllOpen = ({ sounding }: Score, { tracks, span }: Asked) =>
  tracks.every(({ id }) => !liesAt(sounding.of(id), span[0]));

/** Where the lane of a controller is at nothing for all tracks that are heard. */
function laneAtNothing(lane: keyof typeof LOUDNESS, score: Score, asked: Asked): Found {
  const heard = heardOf(score, asked);
  const isAtNothing = heard.every((track) =>
    [score.sounding.pointsOf(track.id), score.visiblePoints].some((points) => {
      const last = (points.lanes.get(lane) ?? []).findLast((i) => points.columns.start[i] <= asked.span[0]);
      return last !== undefined && points.columns.value[last] === 0;
    }),
  );
  return heard.length > 0 && isAtNothing && !score.lanes.muted.has(lane)
    ? {
        text: `the lane of ${LOUDNESS[lane]} (${lane}) is at 0 here.`,
        cure: [`lane name=${lane}`, 'lane to=mute'],
      }
    : null;
}

/** Every cause that is known, in the order in which they are looked for: by its name, how it is found. */
export const CAUSES: Readonly<Record<string, (score: Score, asked: Asked, around: Around) => Found>> = {
  'held-back': (_, __, { isRunning }) =>
    isRunning ? null : { text: 'the browser holds sound back until something is pressed in the page.', cure: ['play'] },
  'all-volume': (_, __, { volume }) =>
    volume > 0 ? null : { text: 'the volume of everything is 0 %.', cure: ['loudness to=80'] },
  'track-muted': (score, { tracks }) => {
    const muted = tracks.filter((track) => track.muted);
    return muted.length < tracks.length
      ? null
      : { text: `${named(muted)} ${are(muted)} muted.`, cure: onEach(score, muted, (n) => `track of=${n} mute=off`) };
  },
  'solo-elsewhere': (score, asked) => {
    const solo = score.song.tracks.filter((track) => track.solo);
    return solo.length === 0 || heardOf(score, asked).length > 0
      ? null
      : {
          text: `${named(solo)} ${are(solo)} on solo, and has no note here.`,
          cure: onEach(score, solo, (n) => `track of=${n} solo=off`),
        };
  },
  output: (score, asked) => {
    const heard = heardOf(score, asked);
    const away = heard.filter((track) => score.outputs.of(track.id) !== null);
    return away.length === 0 || away.length < heard.length
      ? null
      : {
          text: `${named(away)} sounds on ${score.outputs.of(away[0].id)!.name}.`,
          cure: onEach(score, away, (n) => `output of=${n}`),
        };
  },
  'track-volume': (score, asked) => {
    const heard = heardOf(score, asked);
    const low = heard.filter((track) => track.volume === 0);
    return low.length === 0 || low.length < heard.length
      ? null
      : { text: `the volume of ${named(low)} is 0 %.`, cure: onEach(score, low, (n) => `track of=${n} volume=80`) };
  },
  'clip-muted': (score, asked) => {
    const { clip } = score.visible.columns;
    const muted = new Map(score.song.tracks.flatMap(({ clips }) => clips.map((one) => [one.id, one.muted])));
    const isAll = asked.places.length > 0 && asked.places.every((i) => muted.get(clip[i]));
    return isAll && isAllOpen(score, asked)
      ? { text: 'the clip is muted.', cure: ['clip mute=off'], front: clip[asked.places[0]] }
      : null;
  },
  'note-muted': (score, asked) => {
    const { muted } = score.visible.columns;
    const isAll = asked.places.length > 0 && asked.places.every((i) => muted[i]);
    return isAll && isAllOpen(score, asked) ? { text: 'the notes here are muted.', cure: ['mute state=off'] } : null;
  },
  'volume-lane': (score, asked) => laneAtNothing('cc7', score, asked),
  'expression-lane': (score, asked) => laneAtNothing('cc11', score, asked),
  'hardly-heard': (score, asked) => {
    const { velocity } = score.visible.columns;
    const most = Math.max(...asked.places.map((i) => velocity[i]));
    return asked.places.length > 0 && most <= HARDLY_HEARD && isAllOpen(score, asked)
      ? { text: `they are hardly struck: velocity ${most} of 127.`, cure: ['velocity set=80'] }
      : null;
  },
  'beyond-loop': (_, { span }, { loop }) =>
    loop && (span[1] <= loop[0] || span[0] >= loop[1])
      ? { text: 'the loop goes round elsewhere.', cure: ['loop state=off'] }
      : null,
  'edits-silent': (_, __, { isPlaying, hears }) =>
    isPlaying || hears ? null : { text: 'edits are silent while nothing plays.', cure: ['hear'] },
};

/** All that lies at a tick. */
export function askedAt(score: Score, tick: number): Asked {
  const { song, sounding, tracks, visible } = score;
  const { start, length, clip } = visible.columns;
  const places: number[] = [];
  for (let i = 0; i < visible.count && start[i] <= tick; i++) if (start[i] + length[i] > tick) places.push(i);
  const open = new Set(places.map((i) => tracks.get(clip[i])?.id));
  return {
    places,
    tracks: song.tracks.filter(({ id }) => open.has(id) || liesAt(sounding.of(id), tick)),
    span: [tick, tick + 1],
  };
}

/** Some of the open notes. */
export function askedOf({ tracks, visible }: Score, places: readonly number[]): Asked {
  const { start, length, clip } = visible.columns;
  const own = new Set(places.map((i) => tracks.get(clip[i])).filter((track) => track !== undefined));
  return {
    places,
    tracks: [...own],
    span: [
      places.reduce((least, i) => Math.min(least, start[i]), Infinity),
      places.reduce((most, i) => Math.max(most, start[i] + length[i]), 0),
    ],
  };
}

/** What lies in a span of ticks, on some tracks or on all. */
export function askedIn(score: Score, [from, to]: readonly [number, number], tracks: readonly number[] | null): Asked {
  const lies = ({ columns, count }: NoteTable) => {
    for (let i = 0; i < count && columns.start[i] < to; i++)
      if (columns.start[i] + columns.length[i] > from) return true;
    return false;
  };
  return {
    places: [],
    tracks: score.song.tracks.filter(
      ({ id }) => (tracks === null || tracks.includes(id)) && lies(score.sounding.of(id)),
    ),
    span: [from, to],
  };
}

/** Why nothing of what is asked about sounds, all that is known; empty where nothing is asked about. */
export function whySilent(score: Score, asked: Asked, around: Around): Silent[] {
  if (asked.tracks.length === 0) return [];
  return Object.entries(CAUSES).flatMap(([cause, find]) => {
    const found = find(score, asked, around);
    return found ? [{ cause, ...found, text: `Nothing sounds: ${found.text}` }] : [];
  });
}
