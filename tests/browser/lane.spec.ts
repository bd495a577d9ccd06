import { expect, test, type Studio, type TestNote } from './studio';

/** Five quarters, all as loud but the third. */
const phrase: TestNote[] = [
  [0, 240, 60, 64],
  [480, 240, 62, 64],
  [960, 240, 64, 100],
  [1440, 240, 65, 64],
  [1920, 240, 67, 64],
];

const HEIGHT = 180;

test.beforeEach(async ({ studio }) => {
  await studio.open(phrase);
  await studio.press('0', 'Shift+8');
  await expect(studio.status).toHaveText(`Velocity lane, ${HEIGHT} pixels high`);
});

/** Where a moment and a velocity lie in the lane, in pixels of the page. */
async function spot(studio: Studio, tick: number, velocity: number): Promise<{ x: number; y: number }> {
  const box = (await studio.page.getByTestId('velocity-lane').boundingBox())!;
  const { x } = await studio.point(tick, 60);
  return { x, y: box.y + HEIGHT - (velocity / 127) * (HEIGHT - 8) };
}

async function pull(studio: Studio, points: [tick: number, velocity: number][], held: string[] = []): Promise<void> {
  const { page } = studio;
  const [first, ...others] = await Promise.all(points.map((point) => spot(studio, ...point)));
  await page.mouse.move(first.x, first.y);
  for (const key of held) await page.keyboard.down(key);
  await page.mouse.down();
  for (const { x, y } of others) await page.mouse.move(x, y, { steps: 8 });
  await page.mouse.up();
  for (const key of held.toReversed()) await page.keyboard.up(key);
}

/** What is drawn in the lane: keys before, where the pointer goes, what is held, and the velocities after. */
const DRAWN: [string, string[], [number, number][], string[], number[]][] = [
  [
    'a head is lifted alone',
    [],
    [
      [480, 64],
      [480, 90],
    ],
    [],
    [64, 90, 100, 64, 64],
  ],
  [
    'a head of the selection takes all along, relations kept',
    ['Control+a'],
    [
      [480, 64],
      [480, 84],
    ],
    [],
    [84, 84, 120, 84, 84],
  ],
];

for (const [name, keys, points, held, velocities] of DRAWN) {
  test(`in the lane: ${name}`, async ({ studio }) => {
    await studio.press(...keys);
    await pull(studio, points, held);
    await expect
      .poll(() => studio.column('velocity'), { intervals: [50, 100, 150, 250] })
      .toEqual(velocities.map((value) => expect.closeTo(value, -0.8)));
    await studio.press('Control+z');
    await studio.expectColumn('velocity', [64, 64, 100, 64, 64]);
  });
}

test('a drawn course is one line of the history', async ({ studio, page }) => {
  await studio.press('h');
  await pull(
    studio,
    [
      [0, 20],
      [1920, 120],
    ],
    ['Shift'],
  );
  await expect.poll(() => studio.column('velocity')[0]).toBeLessThan(30);
  await page.mouse.move(5, 5);
  await expect(studio.undone).toHaveAttribute('title', /As lines: course at="0:/);
  await studio.turnTo('History');
  await expect(
    studio.bench
      .getByRole('option')
      .filter({ hasText: /5 notes/ })
      .first(),
  ).toBeVisible();
});

test('the foot of the frame in the lane moves all', async ({ studio, page }) => {
  await studio.press('Control+a');
  const [foot, to] = [await spot(studio, 960, 56), await spot(studio, 960, 76)];
  await page.mouse.move(foot.x, foot.y);
  await page.mouse.down();
  await page.mouse.move(to.x, to.y, { steps: 6 });
  await page.mouse.up();
  await expect
    .poll(() => studio.column('velocity'), { intervals: [50, 100, 150, 250] })
    .toEqual([84, 84, 120, 84, 84].map((value) => expect.closeTo(value, -0.8)));
});

test('heads of one moment stand beside each other, and a box selects some', async ({ studio }) => {
  await studio.open([
    [240, 240, 60, 90],
    [240, 240, 64, 90],
    [480, 240, 60, 30],
  ]);
  await studio.press('0', 'Shift+8');
  await pull(studio, [
    [200, 100],
    [400, 80],
  ]);
  await expect(studio.roll).toHaveAccessibleDescription(/2 of 3 notes selected, pitches C4 to E4/);
});

test('the lane is hidden, shown and resized by keys, and keeps its height', async ({ studio, page }) => {
  const lane = page.getByRole('group', { name: 'Velocity lane' });
  await studio.press('Shift+7');
  await expect(lane).toBeHidden();
  await studio.press('Shift+7');
  await expect(lane).toBeVisible();
  const grip = page.getByRole('separator', { name: 'Height of the velocity lane, in pixels' });
  await grip.focus();
  await studio.press('ArrowUp', 'ArrowUp');
  await expect(grip).toHaveAttribute('aria-valuenow', '196');
  await page.reload();
  await expect(grip).toHaveAttribute('aria-valuenow', '196');
});

for (const [what, hand, check] of [
  [
    'drawn course',
    'h',
    (studio: Studio) => expect.poll(() => studio.column('velocity').filter((one) => one > 90).length),
  ],
  [
    'box',
    '',
    async (studio: Studio) => {
      await studio.press('Delete');
      return expect.poll(() => 40 - studio.column('velocity').length);
    },
  ],
] as const) {
  test(`a ${what} that goes over the edge takes the view along, and reaches what it passed`, async ({
    studio,
    page,
  }) => {
    await studio.open(Array.from({ length: 40 }, (_, k): TestNote => [k * 480, 240, 60, 64]));
    if (hand) await studio.press(hand);
    const canvas = page.getByTestId('velocity-lane');
    const box = (await canvas.boundingBox())!;
    const [first, high] = [await spot(studio, 480 * 2 - 60, 120), box.y + 10];
    const left = () => page.getByTestId('roll-canvas').getAttribute('data-left').then(Number);
    await page.mouse.move(first.x, first.y);
    await page.mouse.down();
    await page.mouse.move(first.x + 100, high, { steps: 3 });
    await page.mouse.move(box.x + box.width + 50, hand ? high : box.y + HEIGHT - 4, { steps: 4 });
    await expect.poll(left).toBeGreaterThan(480 * 8);
    await page.mouse.up();
    (await check(studio)).toBeGreaterThan(15);
    expect(studio.column('velocity').slice(0, 2)).toEqual([64, 64]);
  });
}

test('the wheel and the middle button move the view over a lane too, and the wheel bends a curve', async ({
  studio,
  page,
}) => {
  const left = () => page.getByTestId('roll-canvas').getAttribute('data-left').then(Number);
  await studio.press('9', '=', '=');
  const box = (await page.getByTestId('velocity-lane').boundingBox())!;
  await page.mouse.move(box.x + 300, box.y + 60);
  const start = await left();
  await page.mouse.wheel(0, 200);
  await expect.poll(left).toBeGreaterThan(start);
  const scrolled = await left();
  await page.mouse.down({ button: 'middle' });
  await page.mouse.move(box.x + 350, box.y + 90, { steps: 3 });
  await page.mouse.up({ button: 'middle' });
  await expect.poll(left).toBeLessThan(scrolled);
  await studio.press('0', 'h');
  const curve = async (turns: number) => {
    const [a, b] = [await spot(studio, 0, 20), await spot(studio, 1920, 120)];
    await page.mouse.move(a.x, a.y);
    await page.keyboard.down('Shift');
    await page.keyboard.down('Control');
    await page.mouse.down();
    await page.mouse.move(b.x, b.y, { steps: 6 });
    for (let k = 0; k < Math.abs(turns); k++) await page.mouse.wheel(0, turns > 0 ? -100 : 100);
    await page.mouse.up();
    await page.keyboard.up('Control');
    await page.keyboard.up('Shift');
  };
  await curve(0);
  await expect.poll(() => studio.column('velocity')[2]).toBeLessThan(50);
  const middle = studio.column('velocity')[2];
  await curve(3);
  await expect.poll(() => studio.column('velocity')[2]).toBeLessThan(middle - 4);
  await curve(-8);
  await expect.poll(() => studio.column('velocity')[2]).toBeGreaterThan(85);
});

test('what becomes of velocities is drawn in the roll and in the lane, wherever it is dragged', async ({
  studio,
  page,
}) => {
  const picture = (canvas: string) =>
    page.getByTestId(canvas).evaluate((element) => (element as HTMLCanvasElement).toDataURL());
  const seenAlong = async (other: string, drag: () => Promise<void>) => {
    const before = await picture(other);
    await drag();
    await expect.poll(() => picture(other)).not.toBe(before);
    await studio.press('Escape');
    await page.mouse.up();
    await expect.poll(() => picture(other)).toBe(before);
  };
  await studio.press('h');
  await seenAlong('roll-canvas', async () => {
    const [a, b] = [await spot(studio, 0, 20), await spot(studio, 1920, 120)];
    await page.mouse.move(a.x, a.y);
    await page.mouse.down();
    await page.mouse.move(b.x, b.y, { steps: 4 });
  });
  await studio.press('h', 'Control+a');
  await seenAlong('velocity-lane', async () => {
    const note = await studio.point(600, 62);
    await page.mouse.move(note.x, note.y);
    await page.keyboard.down('k');
    await page.mouse.down();
    await page.mouse.move(note.x, note.y - 40, { steps: 4 });
    await page.keyboard.up('k');
  });
  await studio.expectColumn('velocity', [64, 64, 100, 64, 64]);
});

test('Escape leaves a course without a change', async ({ studio, page }) => {
  await studio.press('h');
  const [a, b] = [await spot(studio, 0, 20), await spot(studio, 1920, 120)];
  await page.mouse.move(a.x, a.y);
  await page.mouse.down();
  await page.mouse.move(b.x, b.y, { steps: 4 });
  await studio.press('Escape');
  await page.mouse.up();
  await studio.press('Control+a', 'e');
  await studio.expectColumn('velocity', [65, 65, 101, 65, 65]);
});
