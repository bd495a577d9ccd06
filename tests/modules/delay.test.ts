import { expect, test } from 'vitest';
import { delayOf } from '../../resources/js/devices/delay-test.svelte';

const clicks = Array.from({ length: 10 }, (_, k) => 1000 + 600 * k);
const late = (...ms: number[]) => ms.map((by, k) => clicks[k] + by);

for (const [name, taps, delay] of [
  ['taps that come 30 ms late', late(30, 30, 30, 30, 30, 30, 30, 30, 30, 30), { ms: 30, within: 0, taps: 8 }],
  ['taps before the click', late(0, 0, -12, -12, -12, -12, -12), { ms: -12, within: 0, taps: 5 }],
  ['the first two are not counted', late(250, 200, 40, 40, 40, 40, 40), { ms: 40, within: 0, taps: 5 }],
  ['one that went wrong does not count', late(0, 0, 20, 20, 290, 20, 20, 20, 20), { ms: 20, within: 0, taps: 7 }],
  ['they lie apart', late(0, 0, 10, 20, 30, 40, 50, 60, 70), { ms: 40, within: 15, taps: 7 }],
  ['too few', late(0, 0, 20, 20, 20, 20), null],
  ['none at all', [], null],
] as const) {
  test(`the delay of taps: ${name}`, () => expect(delayOf(clicks, taps)).toEqual(delay));
}
