import { expect, test } from 'vitest';
import type { Clip, Track } from '../../resources/js/api';
import { paintSong } from '../../resources/js/arrange/paint-song';
import type { SongScene } from '../../resources/js/arrange/song-scene';
import { pixel } from '../../resources/js/look/pixels';
import type { Colours } from '../../resources/js/look/theme';
import { NoteTable } from '../../resources/js/music/notes';
import { GridLines } from '../../resources/js/music/time';
import { gridTable, track } from './studio';

const [WIDTH, HEIGHT, ROW] = [300, 100, 30];
const BAR = 1920;
const COLOURS = Object.fromEntries(
  [
    'color-base-100',
    'row-black',
    'row-line',
    'octave-line',
    'row-white',
    'selection',
    'selection-tint',
    'note-text',
    'ink',
    'edge',
    'tint',
  ].map((name, k) => [name, `#${(0x101010 + 0x0b1722 * k).toString(16).padStart(6, '0')}`]),
) as unknown as Colours;

interface Changes {
  chosen?: number[];
  muted?: number;
  pitch?: number;
  pixelsPerTick?: number;
}

/** Six rows of two clips each, the second of which repeats; a note on each beat. Rows are too low for names. */
function songFromAfar(at: Changes = {}) {
  const sheet = { width: WIDTH, height: HEIGHT, data: new Uint8ClampedArray(4 * WIDTH * HEIGHT) };
  const pen = {
    canvas: { width: WIDTH, height: HEIGHT },
    getTransform: () => ({ a: 1 }),
    createImageData: () => sheet,
    putImageData: () => undefined,
  } as unknown as CanvasRenderingContext2D;
  const view = { left: 0, top: 0, width: WIDTH, height: HEIGHT, pixelsPerTick: 0.04 };
  const heights = Array.from({ length: 6 }, () => ROW);
  const tops = [0, ...heights.map((_, row) => (row + 1) * ROW)];
  const arranging = {
    view,
    heights,
    tops,
    isInSight: (row: number) => tops[row] - view.top < HEIGHT && tops[row + 1] - view.top > 0,
  };
  const lines = new GridLines(gridTable('1/16'));
  const open = NoteTable.none;
  let scene: SongScene;
  const put = ({ chosen = [], muted = 0, pitch = 60, pixelsPerTick = view.pixelsPerTick }: Changes) => {
    view.pixelsPerTick = pixelsPerTick;
    const clip = (id: number, start: number, length: number, loop = 0): Clip => ({
      ...track.clips[0],
      id,
      start,
      length,
      loop,
      muted: id === muted,
    });
    const tracks: Track[] = heights.map((_, row) => ({
      ...track,
      id: row + 1,
      muted: row === 3,
      clips: [clip(2 * row + 1, 0, BAR), clip(2 * row + 2, 2 * BAR, 2 * BAR, BAR)],
    }));
    const beats = Array.from({ length: 16 }, (_, k) => k).filter((k) => k < 4 || k >= 8);
    const notes = NoteTable.of({
      id: beats.map((k) => k + 1),
      start: beats.map((k) => k * 480),
      length: beats.map(() => 400),
      pitch: beats.map((k) => (k % 3 === 0 ? pitch : 60 + (k % 5))),
      velocity: beats.map((k) => 30 + 5 * k),
    });
    scene = {
      arranging,
      lines,
      tracks,
      all: tracks.flatMap((one, row) => one.clips.map((own) => ({ clip: own, track: one, row }))),
      isChosen: new Set(chosen),
      front: 0,
      opened: new Set([5]),
      heard: () => notes,
      sounding: notes,
      open,
      openClips: [],
      trackOf: () => undefined,
      colours: COLOURS,
      ofTrack: () => COLOURS,
    } as unknown as SongScene;
  };
  put(at);
  return {
    place: view,
    sheet,
    change: put,
    /** along in pixels, and down */
    scroll: (along: number, down: number) => {
      view.left += along / view.pixelsPerTick;
      view.top += down;
    },
    paint: () => paintSong(pen, scene),
    /** what lies in the first row in a span of time */
    between: (from: number, to: number) =>
      Array.from({ length: ROW - 6 }, (_, y) => {
        const all = new Uint32Array(sheet.data.buffer);
        const line = (y + 3) * WIDTH;
        return Array.from(all.subarray(line + from * view.pixelsPerTick, line + to * view.pixelsPerTick));
      }).flat(),
  };
}
type Song = ReturnType<typeof songFromAfar>;
const pixelsOf = ({ sheet }: Song) => Buffer.from(sheet.data).toString('base64');

test.each<[what: string, steps: [along: number, down: number][]]>([
  [
    'to the right and back',
    [
      [37, 0],
      [200, 0],
      [-90, 0],
    ],
  ],
  [
    'down and up again',
    [
      [0, 25],
      [0, 60],
      [0, -40],
    ],
  ],
  [
    'both ways at once',
    [
      [13, 7],
      [-5, 31],
      [64, -18],
      [-72, -20],
    ],
  ],
  [
    'farther than what was seen',
    [
      [900, 0],
      [0, 500],
      [-900, -500],
    ],
  ],
])('a song that was scrolled %s looks as if it had been opened there', (_, steps) => {
  const scrolled = songFromAfar();
  scrolled.paint();
  for (const [along, down] of steps) {
    scrolled.scroll(along, down);
    scrolled.paint();
    const opened = songFromAfar();
    Object.assign(opened.place, scrolled.place);
    opened.paint();
    expect(pixelsOf(scrolled) === pixelsOf(opened), `by ${along} and ${down}`).toBe(true);
  }
});

test('what was in sight is moved when it scrolls, and not painted again', () => {
  const song = songFromAfar();
  song.paint();
  const all = new Uint32Array(song.sheet.data.buffer);
  const here = 50 * WIDTH + 150;
  all[here] = 0x12345678;
  song.scroll(10, -5);
  song.paint();
  expect(all[here - 10 + 5 * WIDTH]).toBe(0x12345678);
});

test.each([
  ['a clip is chosen', { chosen: [1] }],
  ['a clip is muted', { muted: 1 }],
  ['its notes are others', { pitch: 72 }],
  ['it is zoomed', { pixelsPerTick: 0.1 }],
])('it is painted anew where %s', (_, change) => {
  const song = songFromAfar();
  song.paint();
  const before = pixelsOf(song);
  song.change(change);
  song.paint();
  expect(pixelsOf(song)).not.toBe(before);
  const anew = songFromAfar(change);
  anew.paint();
  expect(pixelsOf(song) === pixelsOf(anew)).toBe(true);
});

test('notes have the ink of their track, of what is chosen, and a paler one in later rounds', () => {
  const song = songFromAfar({ chosen: [1] });
  song.paint();
  const colour = (name: keyof Colours) => pixel(COLOURS[name]);
  // Without the outlines of clips.
  const inside = (from: number, to: number) => song.between(from + 100, to - 100);
  expect(inside(0, BAR)).toContain(colour('selection'));
  expect(inside(0, BAR)).not.toContain(colour('ink'));
  expect(inside(2 * BAR, 3 * BAR)).toContain(colour('ink'));
  expect(inside(3 * BAR, 4 * BAR)).not.toContain(colour('ink'));
});
