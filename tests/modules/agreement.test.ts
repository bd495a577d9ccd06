import { execFileSync } from 'node:child_process';
import { expect, test } from 'vitest';
import { NUDGES } from '../../resources/js/desk/nudge.svelte';
import { isAmount } from '../../resources/js/music/amounts';
import { IN_KEY, semitonesOf } from '../../resources/js/music/chords';
import { CURVES, curveOf } from '../../resources/js/music/curves';
import { GRIDS } from '../../resources/js/music/grids';
import { WAVES, laneOf } from '../../resources/js/music/lanes';
import { FASTEST, FULL_SWING, METERS, ROOTS, SLOWEST } from '../../resources/js/music/limits';
import { pitchName, readPitch } from '../../resources/js/music/pitch';
import { catalog } from './studio';

/** What the core gives, as JSON. */
const core = <T>(code: string): T =>
  JSON.parse(
    execFileSync('php', ['-r', `require 'vendor/autoload.php'; echo json_encode(${code});`], { encoding: 'utf8' }),
  ) as T;

const SHARES = Array.from({ length: 48 }, (_, k) => k / 48);

test('a wave that is sketched is the one that is drawn', () => {
  const heights = core<Record<string, number[]>>(
    `array_combine(\\Jactonic\\Core\\Edits\\Lanes\\WaveShape::names(), array_map(
      fn ($shape) => array_map(fn ($k) => $shape->height($k / 48), range(0, 47)),
      \\Jactonic\\Core\\Edits\\Lanes\\WaveShape::cases(),
    ))`,
  );

  expect(Object.keys(WAVES)).toEqual(Object.keys(heights));
  for (const [name, height] of Object.entries(WAVES)) {
    SHARES.forEach((share, k) => expect(height(share), `${name} at ${share}`).toBeCloseTo(heights[name][k], 12));
  }
});

test('points lie in the lanes the core says', () => {
  const lanes = core<Record<string, string>>(
    `array_merge(...array_map(fn ($kind) => array_combine(
      array_map(fn ($n) => $kind->value.' '.$n, [0, 11, 127]),
      array_map(fn ($n) => \\Jactonic\\Core\\Content\\Lane::ofPoints($kind, $n)->name, [0, 11, 127]),
    ), \\Jactonic\\Core\\Content\\PointKind::cases()))`,
  );

  for (const [point, name] of Object.entries(lanes)) {
    const [kind, number] = point.split(' ').map(Number);
    expect(laneOf(kind, number), point).toBe(name);
  }
});

test('curves within notes are of the kinds the core says', () => {
  const curves = core<Record<string, [number, number, number]>>(
    `array_combine(
      array_map(fn ($of) => $of->value, \\Jactonic\\Core\\Content\\CurveOf::cases()),
      array_map(fn ($of) => [$of->kind()[0]->value, $of->kind()[1], $of->value($of->rest())],
        \\Jactonic\\Core\\Content\\CurveOf::cases()),
    )`,
  );

  expect(Object.keys(CURVES).toSorted()).toEqual(Object.keys(curves).toSorted());
  for (const [name, [kind, number, rest]] of Object.entries(curves)) {
    expect(curveOf(kind, number)).toBe(name);
    expect(CURVES[name as keyof typeof CURVES].rest, name).toBe(rest);
  }
});

test('pitches have the names the core gives them, and are read back', () => {
  const names = core<string[]>(`array_map(\\Jactonic\\Core\\Pitch\\PitchName::of(...), range(0, 127))`);

  names.forEach((name, pitch) => {
    expect(pitchName(pitch)).toBe(name);
    expect(readPitch(name)).toBe(pitch);
  });
});

test('tempos and swing go as far as the core lets them', () => {
  const declared = (edit: string, name: string) =>
    catalog.edits.find((one) => one.name === edit)!.parameters.find((one) => one.name === name)!;

  expect(declared('tempo', 'to').allowed).toContain(`${SLOWEST} to ${FASTEST}`);
  expect(FULL_SWING).toBe(core<number>('\\Jactonic\\Core\\Time\\Grid::MAX_SWING'));
});

test('every grid, meter, root and amount that is offered is one the core reads', () => {
  const read = (kind: string, texts: readonly string[]) =>
    core<string[]>(
      `array_filter(${JSON.stringify(texts)}, function ($text) {
        try { ${kind}; return false; } catch (\\Jactonic\\Core\\Errors\\BadInput) { return true; }
      })`,
    );

  expect(Object.keys(catalog.grids)).toEqual(expect.arrayContaining(GRIDS));
  expect(read('\\Jactonic\\Core\\Time\\Amount::parse($text)', NUDGES)).toEqual([]);
  expect(read('\\Jactonic\\Core\\Pitch\\Scale::parse($text." major")', ROOTS)).toEqual([]);
  expect(read('\\Jactonic\\Core\\Time\\Meter::of(...array_map(intval(...), explode("/", $text)))', METERS)).toEqual([]);
});

test('an amount of time is one here where it is one in the core', () => {
  const texts = [
    '1/16',
    '3/16',
    '2/8t',
    '3grid',
    '1/8t',
    '1/4d',
    '240tk',
    '2bar',
    'beat',
    'grid',
    '10ms',
    '1.5s',
    '441smp',
    '2fr',
    'soon',
    '1/3x',
    '',
  ];
  const ours = texts.filter((text) => isAmount(text));
  const theirs = core<Record<string, string>>(
    `array_filter(${JSON.stringify(texts)}, function ($text) {
      try { \\Jactonic\\Core\\Time\\Amount::parse($text); return true; } catch (\\Jactonic\\Core\\Errors\\BadInput) { return false; }
    })`,
  );

  expect(ours).toEqual(Object.values(theirs));
});

test('chords of the key that are drawn are shapes of the harmony the core makes', () => {
  const shape = catalog.edits.find(({ name }) => name === 'harmony')!.parameters.find(({ name }) => name === 'shape')!;

  expect(shape.options).toEqual(expect.arrayContaining(Object.values(IN_KEY)));
  for (const { name } of catalog.chords) {
    expect(semitonesOf(catalog.chords, name, 60, null)).toEqual(
      catalog.chords.find((one) => one.name === name)!.semitones,
    );
  }
});
