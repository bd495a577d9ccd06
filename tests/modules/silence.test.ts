import { expect, test } from 'vitest';
import type { Track } from '../../resources/js/api';
import { NoteTable } from '../../resources/js/music/notes';
import { PointTable } from '../../resources/js/music/points';
import type { Score } from '../../resources/js/sound/score';
import { askedAt, askedOf, CAUSES, whySilent, type Around } from '../../resources/js/sound/silence';
import { workbench, type TestNote, type TestPoint } from './studio';

/** What keeps a song with a bass and keys silent, made on purpose. */
interface Made {
  notes?: TestNote[];
  points?: TestPoint[];
  muted?: boolean;
  track?: Partial<Track>;
  other?: Partial<Track>;
  clipMuted?: boolean;
  output?: string;
  around?: Partial<Around>;
}

const NOTES: TestNote[] = [[0, 480, 60, 90]];

function score({ notes = NOTES, points = [], muted, track = {}, other = {}, clipMuted, output }: Made): Score {
  const on = workbench(notes, points, track);
  const own = on.contents.song.tracks[0];
  const clips = own.clips.map((clip) => ({ ...clip, muted: clipMuted ?? false }));
  const song = {
    ...on.contents.song,
    tracks: [
      { ...own, clips },
      { ...own, id: 9, name: 'Bells', clips: [], ...other },
    ],
  };
  const visible = muted
    ? NoteTable.of({ ...on.contents.notes.columns, muted: notes.map(() => 1) } as never)
    : on.contents.notes;
  return {
    song,
    visible,
    visiblePoints: on.contents.points,
    tracks: new Map(clips.map(({ id }) => [id, song.tracks[0]])),
    sounding: { of: () => NoteTable.none, pointsOf: () => PointTable.none },
    lanes: { of: () => ({ rest: 0 }), muted: new Set() },
    outputs: { of: () => (output ? { id: 'x', name: output, send: () => undefined } : null) },
  } as unknown as Score;
}

const AROUND: Around = { volume: 80, isRunning: true, loop: null, isPlaying: true, hears: true };

const MADE: Record<keyof typeof CAUSES, [made: Made, text: RegExp, cure: string]> = {
  'held-back': [{ around: { isRunning: false } }, /holds sound back/, 'play'],
  'all-volume': [{ around: { volume: 0 } }, /everything is 0 %/, 'loudness to=80'],
  'track-muted': [{ track: { muted: true } }, /^Nothing sounds: .* is muted\.$/, 'track of=1 mute=off'],
  'solo-elsewhere': [{ other: { solo: true } }, /Bells is on solo/, 'track of=2 solo=off'],
  output: [{ output: 'Rack' }, /sounds on Rack/, 'output of=1'],
  'track-volume': [{ track: { volume: 0 } }, /volume of .* is 0 %/, 'track of=1 volume=80'],
  'clip-muted': [{ clipMuted: true }, /the clip is muted/, 'clip mute=off'],
  'note-muted': [{ muted: true }, /notes here are muted/, 'mute state=off'],
  'expression-lane': [{ points: [[0, 0]] }, /lane of expression \(cc11\)/, 'lane name=cc11'],
  'hardly-heard': [{ notes: [[0, 480, 60, 3]] }, /velocity 3 of 127/, 'velocity set=80'],
  'beyond-loop': [{ around: { loop: [1920, 3840] } }, /loop goes round elsewhere/, 'loop state=off'],
  'edits-silent': [{ around: { isPlaying: false, hears: false } }, /edits are silent/, 'hear'],
  'volume-lane': [{}, /lane of volume \(cc7\)/, 'lane name=cc7'],
};

test('every cause is made on purpose', () => {
  expect(Object.keys(MADE).toSorted()).toEqual(Object.keys(CAUSES).toSorted());
});

test.each(Object.entries(MADE))('%s is named, alone and with what cures it', (cause, [made, text, cure]) => {
  const on = score(made);
  if (cause === 'volume-lane') {
    const point = { id: [7], start: [0], kind: [0xb], number: [7], value: [0], clip: [...on.tracks.keys()] };
    Object.assign(on, { visiblePoints: PointTable.of(point as never) });
  }
  const around = { ...AROUND, ...made.around };
  for (const asked of [askedOf(on, [0]), askedAt(on, 100)]) {
    const found = whySilent(on, asked, around);
    expect(found.map((one) => one.cause)).toEqual([cause]);
    expect(found[0].text).toMatch(text);
    expect(found[0].cure[0]).toBe(cure);
  }
});

test('what sounds has no cause, and where nothing lies nothing is asked', () => {
  const on = score({});
  expect(whySilent(on, askedOf(on, [0]), AROUND)).toEqual([]);
  expect(whySilent(score({ track: { muted: true } }), askedAt(on, 900), AROUND)).toEqual([]);
});

test('several causes are all told, in the order in which they keep it silent', () => {
  const on = score({ track: { muted: true, volume: 0 }, muted: true });
  const found = whySilent(on, askedOf(on, [0]), { ...AROUND, volume: 0 });
  expect(found.map(({ cause }) => cause)).toEqual(['all-volume', 'track-muted', 'note-muted']);
});
