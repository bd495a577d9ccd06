import fc from 'fast-check';
import { expect, test } from 'vitest';
import { Viewport } from '../../resources/js/sight/viewport.svelte';

const END = 40_000;

/** A view of a song of 40,000 ticks, somewhere in it. */
const views = fc
  .record({
    width: fc.integer({ min: 40, max: 3000 }),
    height: fc.integer({ min: 40, max: 2000 }),
    pixelsPerTick: fc.double({ min: 0.02, max: 4, noNaN: true }),
    rowHeight: fc.integer({ min: 4, max: 40 }),
    left: fc.integer({ min: -200, max: END }),
    top: fc.integer({ min: 0, max: 127 }),
    rows: fc.option(fc.uniqueArray(fc.integer({ min: 0, max: 127 }), { minLength: 1, maxLength: 40 })),
  })
  .map(({ rows, left, top, ...set }) => {
    const view = new Viewport(() => END);
    Object.assign(view, set);
    view.rows = rows && rows.toSorted((a, b) => b - a);
    view.scrollTo(left, top);
    return view;
  });
const ticks = fc.integer({ min: 0, max: END });
const pitches = fc.integer({ min: 0, max: 127 });

test('a tick and a row lie where they are found again', () => {
  fc.assert(
    fc.property(views, ticks, fc.integer({ min: 0, max: 127 }), (view, tick, row) => {
      expect(view.tick(view.x(tick))).toBeCloseTo(tick, 5);
      const pitch = view.pitchOf(Math.min(row, view.allRows - 1));
      expect(view.pitch(view.y(pitch) + view.rowHeight / 2)).toBe(pitch);
    }),
  );
});

test('a pitch without a row of its own belongs to the one above it, or else to the highest', () => {
  fc.assert(
    fc.property(views, pitches, (view, pitch) => {
      const shown = view.pitchOf(view.rowOf(pitch));
      const above = (view.rows ?? [pitch]).filter((one) => one >= pitch);
      expect(shown).toBe(above.length > 0 ? Math.min(...above) : Math.max(...view.rows!));
    }),
  );
});

test('however it is scrolled, it stays in the song and in the rows', () => {
  fc.assert(
    fc.property(views, fc.integer(), fc.integer(), (view, x, y) => {
      view.scrollBy(x / 1000, y / 1000);
      expect(view.left).toBeGreaterThanOrEqual(-12 / view.pixelsPerTick - 1e-6);
      expect(view.left).toBeLessThanOrEqual(END * 1.05);
      expect(view.top).toBeGreaterThanOrEqual(0);
      expect(view.top).toBeLessThanOrEqual(Math.max(0, view.allRows - view.rowsInSight) + 1e-6);
    }),
  );
});

test('zoomed, what lies under the pointer stays there as far as the song goes', () => {
  fc.assert(
    fc.property(views, fc.double({ min: 0.5, max: 2, noNaN: true }), (view, factor) => {
      const x = view.width / 2;
      const tick = view.tick(x);
      view.zoomTime(factor, x);
      const isAtAnEnd = view.left <= 0 || view.tick(x) > END - view.width / view.pixelsPerTick;
      if (!isAtAnEnd && tick < END / 2) expect(view.tick(x)).toBeCloseTo(tick, 3);
    }),
  );
});

test('a span that is fitted is in sight, as far as rows can be small enough, and one can go back', () => {
  fc.assert(
    fc.property(views, ticks, fc.integer({ min: 240, max: 4000 }), pitches, (view, from, length, low) => {
      const [left, top] = [view.left, view.top];
      const to = Math.min(END, from + length);
      view.fit(from, to, low, low);
      expect(view.x(from)).toBeGreaterThanOrEqual(-1);
      if (to > from) expect(view.x(to)).toBeLessThanOrEqual(view.width + 1);
      expect(view.back()).toBe(true);
      expect([view.left, view.top]).toEqual([left, top]);
    }),
  );
});

test('a place is revealed with as little scrolling as it needs', () => {
  fc.assert(
    fc.property(views, ticks, (view, tick) => {
      view.reveal(tick);
      expect(view.x(tick)).toBeGreaterThanOrEqual(-1e-6);
      expect(view.x(tick)).toBeLessThanOrEqual(view.width + 1e-6);
      const { left } = view;
      view.reveal(tick);
      expect(view.left).toBeCloseTo(left, 4);
    }),
  );
});

test('all that says where something lies is one value, another one whenever that is elsewhere', () => {
  const view = new Viewport(() => END);
  const { place } = view;
  expect(view.place.left).toBe(place.left);
  view.scrollTo(960);
  expect([place.left, view.place.left]).toEqual([0, 960]);
});

test.each([
  ['four bars of 4/4', 4 * 1920],
  ['eight bars', 8 * 1920],
])('at %s a quarter is a bar of ink and not a post: at least three times as wide as high', (_, span) => {
  const view = new Viewport(() => END);
  Object.assign(view, { width: 980, height: 520 });
  view.fit(0, span, 60, 72, 480);
  const ratio = (480 * view.pixelsPerTick) / view.rowHeight;
  // No row is lower than letters need.
  if (view.rowHeight > 14) expect(ratio).toBeGreaterThanOrEqual(3);
  expect(view.rowHeight).toBeGreaterThanOrEqual(14);
});
