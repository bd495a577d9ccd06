import { execFileSync } from 'node:child_process';
import { setMaxListeners } from 'node:events';
import { vi } from 'vitest';
import type { Catalog, GridTable, NoteColumns, OpenedSong, PointColumns, Track } from '../../resources/js/api';
import { Selecting } from '../../resources/js/asking/selecting.svelte';
import { Standpoint } from '../../resources/js/asking/standpoint.svelte';
import { Caret } from '../../resources/js/desk/caret.svelte';
import { ChosenClips } from '../../resources/js/desk/chosen-clips.svelte';
import { Grid } from '../../resources/js/desk/grid.svelte';
import { Hands } from '../../resources/js/desk/hands.svelte';
import { Lanes } from '../../resources/js/desk/lanes.svelte';
import { NewNotes } from '../../resources/js/desk/new-notes.svelte';
import { Nudge } from '../../resources/js/desk/nudge.svelte';
import { Preview } from '../../resources/js/desk/preview.svelte';
import { Range } from '../../resources/js/desk/range.svelte';
import { Seen } from '../../resources/js/desk/seen.svelte';
import { selectionSaid } from '../../resources/js/desk/selection-said';
import { Status } from '../../resources/js/desk/status.svelte';
import type { Dropped } from '../../resources/js/pointer/gesture';
import { Arranging } from '../../resources/js/sight/arranging.svelte';
import { OpenedRows } from '../../resources/js/sight/opened-rows.svelte';
import { Pane } from '../../resources/js/sight/pane.svelte';
import { Panes } from '../../resources/js/sight/panes.svelte';
import { Viewport } from '../../resources/js/sight/viewport.svelte';
import { Views } from '../../resources/js/sight/views.svelte';
import { Contents } from '../../resources/js/song/contents.svelte';
import { Sender } from '../../resources/js/song/sender.svelte';
import { Sounding } from '../../resources/js/song/sounding.svelte';

/** A note: start and length in ticks of 480 a quarter, pitch, velocity. */
export type TestNote = [start: number, length: number, pitch: number, velocity?: number];
/** A point of a controller: tick and value. */
export type TestPoint = [tick: number, value: number];

/** What the core answers. */
export function core<T>(asked: Record<string, unknown>): T {
  return JSON.parse(execFileSync('php', ['tests/modules/core.php'], { input: JSON.stringify(asked) }).toString()) as T;
}

/** What is declared of edits, commands, lanes and chords, as a page gets it. */
export const catalog = core<Catalog>({ ask: 'catalog' });

const grids = new Map<string, GridTable>();
/** The lines of a grid in 4/4. */
export function gridTable(grid: string): GridTable {
  const known = grids.get(grid) ?? core<GridTable>({ ask: 'grid', grid });
  grids.set(grid, known);
  return known;
}

const [TRACK, CLIP] = [3, 7];
export const track: Track = {
  id: TRACK,
  name: 'Kalimba',
  colour: 1,
  voice: 'plucked',
  instrument: null,
  reverb: 0,
  chorus: 0,
  channel: 0,
  volume: 80,
  pan: 0,
  muted: false,
  solo: false,
  transposition: 0,
  rows: [],
  techniques: [],
  clips: [
    { id: CLIP, start: 0, length: 7680, offset: 0, loop: 0, name: '', muted: false, colour: 0, group: 0, revision: 1 },
  ],
};

function opened(notes: TestNote[], points: TestPoint[], of: Partial<Track>): OpenedSong {
  const column = (k: number, usual = 0) => notes.map((note) => note[k] ?? usual);
  const own = { ...track, ...of };
  return {
    song: {
      id: 1,
      name: 'Harbour Steps',
      revision: 1,
      ppq: 480,
      key: null,
      keys: [],
      scale: null,
      chords: [],
      tempo: 120,
      tempos: [{ tick: 0, seconds: 0, secondsPerTick: 0.5 / 480 }],
      meters: [{ tick: 0, numerator: 4, denominator: 4 }],
      events: [],
      tracks: [own],
    },
    open: {
      clips: [CLIP],
      front: CLIP,
      revisions: { [CLIP]: 1 },
      notes: {
        id: notes.map((_, k) => k + 1),
        start: column(0),
        length: column(1),
        pitch: column(2),
        velocity: column(3, 96),
        clip: notes.map(() => CLIP),
      },
      points: {
        id: points.map((_, k) => 101 + k),
        start: points.map(([tick]) => tick),
        kind: points.map(() => 0xb),
        number: points.map(() => 11),
        value: points.map(([, value]) => value),
        clip: points.map(() => CLIP),
      },
    },
    history: {
      at: null,
      before: null,
      undo: null,
      did: null,
      lines: [],
      grid: null,
      redo: null,
      does: null,
      next: [],
      nextGrid: null,
    },
    grid: gridTable('1/16'),
    selections: {},
    marks: {},
  };
}

/** A desk with a song on it and the roll before it, without a page: a pixel is four ticks, a row ten pixels. */
export function workbench(notes: TestNote[] = [], points: TestPoint[] = [], of: Partial<Track> = {}) {
  const contents = new Contents(opened(notes, points, of));
  const status = new Status();
  const sender = new Sender(
    (now) => contents.takeAll(now),
    (message) => status.say(message, 'refused'),
    (waiting) => {
      if (waiting === 0) selecting.forgetPast();
    },
  );
  const caret = new Caret(sender);
  const grid = new Grid(contents, sender, status, catalog.rates, gridTable('1/16'), async (name) => gridTable(name));
  const range = new Range(sender, grid, status);
  const preview = new Preview();
  const sounding = new Sounding();
  const seen = new Seen(contents, sounding, preview);
  const hands = new Hands(catalog.chords);
  const lanes = new Lanes(contents, catalog);
  const chosenClips = new ChosenClips(contents);
  const newNotes = new NewNotes(contents);
  const views = new Views();
  const ofSong = new Viewport(() => contents.end);
  const openedRows = new OpenedRows(contents, seen, lanes, caret, views, ofSong);
  const arranging = new Arranging(contents, openedRows, chosenClips, views, ofSong);
  const view = new Viewport(() => contents.end);
  Object.assign(view, { width: 1000, height: 500, pixelsPerTick: 0.25, rowHeight: 10, left: 0, top: 40 });
  const pane = new Pane(contents, seen, view);
  const panes = new Panes(pane, openedRows, views);
  const nudge = new Nudge(grid, caret);
  const standpoint = new Standpoint(grid, caret, range, newNotes, nudge, hands, panes, () => 0);
  const heard: number[][] = [];
  const selecting = new Selecting(
    contents,
    sender,
    preview,
    lanes,
    standpoint,
    (places) => heard.push(places),
    () => status.say(selectionSaid(contents, grid.lines, lanes), 'hint'),
  );
  return {
    contents,
    status,
    sender,
    caret,
    grid,
    range,
    preview,
    sounding,
    seen,
    hands,
    lanes,
    chosenClips,
    newNotes,
    nudge,
    views,
    openedRows,
    arranging,
    panes,
    pane,
    view,
    standpoint,
    selecting,
    heard,
  };
}
export type Workbench = ReturnType<typeof workbench>;

/** Notes and points after what was dropped was done by the core. */
export function afterwards(on: Workbench, { lines, on: ids }: Dropped) {
  const { contents, caret, range, newNotes, grid, lanes } = on;
  const rows = (columns: Record<string, ArrayLike<number>>) =>
    Array.from(columns.id, (_, i) => Object.fromEntries(Object.entries(columns).map(([name, all]) => [name, all[i]])));
  const answer = core<{ notes: NoteColumns; points: PointColumns; selection: number[]; said: string[] }>({
    ask: 'run',
    grid: grid.name,
    notes: rows(contents.notes.columns),
    points: rows(contents.points.columns),
    selection: ids ?? contents.selection(),
    lines: lanes.named(lines, false),
    caret: [caret.tick, caret.pitch],
    range: range.span,
    new: newNotes.like,
  });
  /** One column in the order of the ids. */
  const column = (name: keyof NoteColumns) =>
    answer.notes.id
      .map((id, i) => [id, answer.notes[name][i]])
      .sort(([a], [b]) => a - b)
      .map(([, value]) => value);
  const at = answer.points;
  const pointsAt = at.id.map((_, i): TestPoint => [at.start[i], at.value[i]]).sort(([a], [b]) => a - b);
  return { ...answer, column, points: pointsAt };
}

/** Something a pointer can be moved over: its upper left corner is that of the page. */
export class Canvas extends EventTarget {
  getBoundingClientRect = () => ({ left: 0, top: 0, width: 1000, height: 500 });
  setPointerCapture = () => undefined;
}

/** Keys of the page, which a canvas is alone on. */
export const page = new EventTarget();
setMaxListeners(0, page);
vi.stubGlobal('addEventListener', page.addEventListener.bind(page));

export interface Held {
  shift?: boolean;
  ctrl?: boolean;
  alt?: boolean;
}

/** What is held, as it is said: “shift ctrl”. */
export const heldOf = (said = ''): Held => Object.fromEntries(said.split(' ').map((key) => [key, true]));

/** Places as they are said, a tick and a pitch or a value each: “100:60 → 350:62”. */
export const placesOf = (said: string): [number, number][] =>
  said.split(' → ').map((place) => place.split(':').map(Number) as [number, number]);

/** Numbers as they are said: “0 480 720”. */
export const numbers = (said: string): number[] => said.split(' ').map(Number);

/** An event of the pointer, with what a browser says of it. */
export function pointerEvent(type: string, x: number, y: number, { shift, ctrl, alt }: Held = {}, button = 0): Event {
  return Object.assign(new Event(type, { cancelable: true }), {
    clientX: x,
    clientY: y,
    shiftKey: shift ?? false,
    ctrlKey: ctrl ?? false,
    metaKey: false,
    altKey: alt ?? false,
    button,
    buttons: type === 'pointerup' ? 0 : 1,
    pointerId: 1,
    pointerType: 'mouse',
  });
}
