import { expect, test } from 'vitest';
import { TwoClocks } from '../../resources/js/sound/two-clocks';

const BLOCK = 512 / 44_100;

/** The audio clock as a page reads it: it goes on by blocks, and runs apart by so much a second. */
const audio = (page: number, apart: number, behind = 0) => Math.floor((page * (1 + apart) - behind) / BLOCK) * BLOCK;

for (const [name, apart] of [
  ['that runs even', 0],
  ['50 millionths fast', 50e-6],
  ['50 millionths slow', -50e-6],
] as const) {
  test(`over ten minutes an audio clock ${name} is known to 2 ms`, () => {
    const clocks = new TwoClocks();
    let most = 0;
    for (let page = 0.013; page < 600; page += 0.025 + 0.004 * Math.sin(page)) {
      clocks.see(page, audio(page, apart));
      if (page > 0.5) most = Math.max(most, Math.abs(clocks.audio(page) - page * (1 + apart)));
    }
    expect(most * 1000).toBeLessThan(2);
  });
}

test('after a sound that was not made in time it is known again within two seconds', () => {
  const clocks = new TwoClocks();
  for (let page = 0.013; page < 12; page += 0.023) clocks.see(page, audio(page, 0, page < 6 ? 0 : 0.3));
  expect(Math.abs(clocks.audio(12) - 11.7) * 1000).toBeLessThan(2);
});

test('a moment that is past or to come is as far away as on the page’s clock', () => {
  const clocks = new TwoClocks();
  clocks.see(10, 3);
  expect(clocks.audio(9.5)).toBeCloseTo(2.5);
  expect(clocks.audio(11)).toBeCloseTo(4);
});
