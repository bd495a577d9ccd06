import { describe, expect, test } from 'vitest';
import type { Declaration, Parameter } from '../../resources/js/api';
import { Route } from '../../resources/js/acting/route';
import { Applies } from '../../resources/js/commands/applies';
import { arrangingCommands } from '../../resources/js/commands/arranging';
import type { Tools } from '../../resources/js/commands/command';
import { wrongIn } from '../../resources/js/commands/parameters';
import { commands } from '../../resources/js/commands/table';
import { settings } from '../../resources/js/settings/settings.svelte';
import { catalog, workbench, type TestNote } from './studio';

const phrase: TestNote[] = [
  [0, 240, 60, 80],
  [480, 240, 64, 100],
];

test('what is declared is written, and what is written is declared', () => {
  const declared = catalog.view.filter(({ onServer }) => !onServer).map(({ name }) => name);
  expect(Object.keys(commands).toSorted()).toEqual(declared.toSorted());
  expect(declared).toEqual(expect.arrayContaining(Object.keys(arrangingCommands)));
});

test('no edit and no command have one name', () => {
  const edits = new Set(catalog.edits.map(({ name }) => name));
  expect(catalog.view.map(({ name }) => name).filter((name) => edits.has(name))).toEqual([]);
});

/** Values that a parameter takes, and some it does not. */
function examples({ kind, options, min, max, signed }: Parameter): [right: string[], wrong: string[]] {
  if (kind === 'choice') return [options!, ['', 'nothing-of-these']];
  if (kind === 'whole-number')
    return [
      [`${min}`, `${max}`],
      [`${min! - 1}`, `${max! + 1}`, '1.5', '', 'fast'],
    ];
  if (kind === 'amount')
    return [['grid', '1/16', '10ms', '2bar'].flatMap((one) => (signed ? [one, `-${one}`] : one)), ['soon', '']];
  return [['whatever it is'], []];
}

describe.each(catalog.view.filter(({ parameters }) => parameters.length > 0).map((one) => [one.name, one] as const))(
  '%s',
  (_, { parameters }: Declaration) => {
    test.each(parameters.map((one) => [one.name, one] as const))('takes for %s what it declares', (name, parameter) => {
      const [right, wrong] = examples(parameter);
      for (const value of right) expect(wrongIn(parameters, { [name]: value }), value).toBe('');
      for (const value of wrong) expect(wrongIn(parameters, { [name]: value }), value).toContain(parameter.allowed);
    });
  },
);

/** A desk with what commands reach beside it, and the lines that were sent. */
function studio(notes: TestNote[] = phrase) {
  const on = workbench(notes);
  const sent: { lines: readonly string[]; to: 'notes' | 'clips'; done?: (answer: unknown) => void }[] = [];
  const tools = {
    ...on,
    catalog,
    applies: new Applies([...catalog.edits, ...catalog.view], on),
    recipes: { record: () => undefined },
    why: { pressed: () => undefined },
    player: { playing: false, tick: 0, sound: () => undefined },
    asking: {
      lastLines: [],
      run: (lines: readonly string[], running: object) => sent.push({ lines, to: 'notes', ...running }),
      runOnClips: (lines: readonly string[]) => sent.push({ lines, to: 'clips' }),
    },
  } as unknown as Tools;
  return { ...on, sent, route: new Route(tools) };
}

test('an edit goes to the notes, in the song to the clips, and what is about a track to the one in front', () => {
  const on = studio();
  on.route.run(['velocity add=1']);
  on.views.show('song');
  on.chosenClips.choose([7]);
  on.route.run(['velocity add=1']);
  on.route.run(['track mute=on']);
  expect(on.sent.map(({ lines, to }) => `${lines.join()} → ${to}`)).toEqual([
    'velocity add=1 → notes',
    'velocity add=1 → clips',
    'track mute=on → notes',
  ]);
});

test('lines in a row go as one where an edit is among them, and a recipe is the server’s', () => {
  const on = studio();
  on.route.run(['select what=all', 'quantize']);
  on.route.run(['recipe name=Tighten']);
  expect(on.sent.map(({ lines }) => lines)).toEqual([['select what=all', 'quantize'], ['recipe name=Tighten']]);
});

test('where nothing is selected a nudge or a transposition moves the caret, or the end of the range', () => {
  const on = studio();
  on.route.run(['nudge by=1/4']);
  expect([on.sent, on.caret.tick]).toEqual([[], 480]);
  expect(on.route.movesInstead(['nudge by=-step'])).toBe('caret earlier');
  expect(on.route.movesInstead(['nudge by=step2 edge=end'])).toBe('range end later');
  on.route.run(['transpose octaves=-1']);
  expect([on.sent, on.caret.pitch]).toEqual([[], 48]);
  expect(on.route.movesInstead(['transpose semitones=1'])).toBe('caret up');
  on.selecting.select([1]);
  expect(on.route.movesInstead(['nudge by=step'])).toBe('');
  on.route.run(['nudge by=1/4']);
  expect(on.sent).toHaveLength(1);
});

test('a command that acts while its key is down is ended by what it gives', () => {
  const on = studio();
  const end = on.route.run(['free-snap']);
  expect(on.hands.free).toBe(true);
  end!();
  expect(on.hands.free).toBe(false);
});

test('a value that is wrong is said with what would work, and nothing is done', () => {
  const on = studio();
  on.route.run(['hand to=wave']);
  expect([on.hands.hand, on.status.message]).toEqual([
    'point',
    { text: 'hand: to takes point, draw, erase, not “wave”.', kind: 'refused' },
  ]);
  on.route.run(['hand what=draw']);
  expect(on.status.message.text).toBe('hand: there is no parameter “what”; it takes to.');
});

test('a line that comes back from the server and nothing here does is a fault that is said, not asked again', () => {
  const on = studio();
  on.route.run(['recipe name=Tighten']);
  on.sent[0].done!({ screen: ['no-such-command', 'quantize'] });
  expect([on.sent.length, on.status.message.text]).toEqual([
    1,
    '“quantize” came back from the server, and nothing here does it.',
  ]);
  on.sent[0].done!({ screen: ['hand to=draw'] });
  expect(on.hands.hand).toBe('draw');
});

const DONE: [line: string, told: (on: ReturnType<typeof studio>) => unknown, is: unknown][] = [
  ['hand to=erase', (on) => on.hands.hand, 'erase'],
  ['draw-shape to=next', (on) => on.hands.shape, catalog.chords[0].name],
  ['grid value=1/8', (on) => on.grid.name, '1/8'],
  ['grid-step to=finer', (on) => on.grid.name, '1/32'],
  ['grid-kind to=triplet', (on) => on.grid.name, '1/16t'],
  ['swing by=20', (on) => on.grid.swing, 20],
  ['nudge-amount value=10ms', () => settings.nudge, '10ms'],
  ['nudge-amount to=grid', () => settings.nudge, 'grid'],
  ['new-velocity preset=2', (on) => on.newNotes.like.velocity, 64],
  ['new-length value=1/4', (on) => on.newNotes.like.length, '1/4'],
  ['caret by=bar', (on) => on.caret.tick, 1920],
  ['caret to=next', (on) => on.caret.at, { tick: 480, pitch: 64 }],
  ['caret pitch=12', (on) => on.caret.pitch, 72],
  ['range to=bar', (on) => on.range.span, [0, 1920]],
  ['range by=2bar', (on) => on.range.span, [0, 3840]],
  ['select what=all', (on) => on.contents.selection(), [1, 2]],
  ['select what=invert', (on) => on.contents.selection(), [1, 2]],
  ['step to=next', (on) => on.contents.selection(), [1]],
  ['rows what=used', () => settings.rows, 'used'],
  ['lane name=cc1', (on) => on.lanes.current, 'cc1'],
  ['lane-stroke to=line', (on) => on.hands.stroke, 'line'],
  ['table', (on) => on.views.shown, 'table'],
  ['song', (on) => on.views.shown, 'song'],
  ['theme', () => settings.theme, 'dusk'],
];

test.each(DONE)('%s does what it says', async (line, told, is) => {
  const on = studio();
  on.route.run([line]);
  await on.sender.idle();
  expect(on.status.message.kind, on.status.message.text).not.toBe('refused');
  expect(told(on)).toEqual(is);
});

const APPLIES: [line: string, given: string, whyNot: RegExp | null][] = [
  ['quantize', 'nothing', /^Select notes first/],
  ['quantize', 'a note', null],
  ['quantize', 'a point', null],
  ['transpose semitones=1', 'a point', /^Select notes first/],
  ['velocity add=5', 'nothing', /^Select notes first/],
  ['velocity add=5 lane=cc11', 'a note', /^Select points/],
  ['velocity add=5 lane=cc11', 'a point', null],
  ['velocity add=5 lane=cc11', 'a range', null],
  ['cut', 'a range', /^Select notes first/],
  ['cut range=on', 'a range', null],
  ['cut range=on', 'nothing', /^Drag a range/],
  ['thin', 'a note', /^Select points/],
  ['thin', 'a point', null],
  ['insert', 'nothing', null],
  ['fill-level at=range-start', 'nothing', /^Drag a range/],
  ['fill every=1/8', 'nothing', /^Drag a range/],
  ['fill every=1/8', 'a range', null],
  ['open range=0..480', 'nothing', null],
  ['time-open', 'the song', /^Drag a range/],
  ['tempo to=90', 'nothing', null],
  ['track mute=on', 'nothing', null],
  ['clip-split', 'nothing', null],
  ['note-curves', 'nothing', /^Select notes first/],
  ['keep-selection', 'a note', null],
  ['quantize', 'the song', /^Choose clips first/],
  ['clip-split', 'the song', /^Choose clips first/],
  ['clip-new', 'the song', null],
  ['quantize', 'a clip of the song', null],
];

test.each(APPLIES)('%s, given %s', (line, given, whyNot) => {
  const on = workbench(phrase, [[0, 40]]);
  const applies = new Applies([...catalog.edits, ...catalog.view], on);
  if (given === 'a note') on.selecting.select([1]);
  if (given === 'a point') on.contents.select([101]);
  if (given === 'a range') on.range.set([0, 960]);
  if (given.includes('song')) on.views.show('song');
  if (given.startsWith('a clip')) on.chosenClips.choose([7]);
  if (whyNot) expect(applies.whyNot([line])).toMatch(whyNot);
  else expect(applies.whyNot([line])).toBe('');
});
