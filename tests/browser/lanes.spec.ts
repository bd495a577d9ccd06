import { expect, test, type Studio, type TestNote } from './studio';

/** Two bars of quarters. */
const phrase: TestNote[] = Array.from({ length: 8 }, (_, k): TestNote => [480 * k, 400, 60 + k, 80]);
const HEIGHT = 80;

/** Where a moment and a value lie in a lane of 0 to 127, or in that of bend. */
async function spot(studio: Studio, lane: string, tick: number, value: number): Promise<{ x: number; y: number }> {
  const box = (await studio.page.getByTestId(`${lane}-lane`).boundingBox())!;
  const { x } = await studio.point(tick, 60);
  const share = lane === 'bend' ? (value + 8192) / 16383 : value / 127;
  return { x, y: box.y + HEIGHT - share * (HEIGHT - 8) };
}

type Spot = [tick: number, value: number];

/** Three points of expression, and a box over the first two. */
const THREE = '0:40 480:80 960:60';
const FIRST_TWO: Spot[] = [
  [700, 10],
  [-40, 110],
];

async function pull(studio: Studio, lane: string, spots: Spot[], held: string[] = []): Promise<void> {
  const { page } = studio;
  const [first, ...others] = await Promise.all(spots.map((at) => spot(studio, lane, ...at)));
  await page.mouse.move(first.x, first.y);
  for (const key of held) await page.keyboard.down(key);
  await page.mouse.down();
  for (const { x, y } of others) await page.mouse.move(x, y, { steps: 6 });
  await page.mouse.up();
  for (const key of held.toReversed()) await page.keyboard.up(key);
}

/** Writes a line in the palette. */
async function say(studio: Studio, line: string): Promise<void> {
  await studio.press('/');
  await studio.palette.fill(line);
  await studio.press('Enter');
}

const lane = (studio: Studio, title: string) => studio.page.getByRole('group', { name: `${title} lane` });

test.beforeEach(async ({ studio }) => {
  await studio.open(phrase);
  await studio.press('0');
});

test.describe('with three points of expression', () => {
  test.beforeEach(async ({ studio }) => {
    await studio.press('F10', 'e');
    for (const [at, value] of THREE.split(' ').map((point) => point.split(':'))) {
      await say(studio, `point at=${at} value=${value} lane=cc11`);
      await studio.expectPoints('cc11', new RegExp(`\\b${at}:${value}$`));
    }
    await studio.press('Escape');
  });

  /** Keys pressed once points are selected by a box over the first two, and the points that are there then. */
  const KEYS: [what: string, keys: string[], points: string][] = [
    ['louder is higher', ['e'], '0:41 480:81 960:60'],
    ['ten softer', ['Shift+d'], '0:30 480:70 960:60'],
    ['a bar later', ['Shift+ArrowRight'], '960:60 1920:40 2400:80'],
    ['a crescendo', ['Alt+Shift+e'], '0:40 480:110 960:60'],
    ['squeezed', ['Alt+d'], '0:44 480:76 960:60'],
    ['taken out', ['Delete'], '960:60'],
    ['taken out and put back', ['Delete', 'Control+z'], THREE],
    ['repeated', ['n'], '0:40 480:80 600:40 960:60 1080:80'],
    ['thinned out within 2', ['F10', 't'], THREE],
    ['the next point', ['.', 'e'], '0:40 480:80 960:61'],
    ['all of the lane', ['Control+a', 'e'], '0:41 480:81 960:61'],
    ['reversed as it sounds', ['\\'], '0:80 60:40 960:60'],
  ];
  test('points are edited by the keys that edit notes', async ({ studio, page }) => {
    for (const [what, keys, points] of KEYS) {
      await test.step(what, async () => {
        await pull(studio, 'cc11', FIRST_TWO);
        await expect(page.getByTestId('cc11-summary'), what).toHaveText('3 points, 2 selected');
        await studio.press(...keys);
        await studio.expectPoints('cc11', points, what);
        if (points !== THREE) await studio.press('Control+z');
        await studio.expectPoints('cc11', THREE, `once ${what} was undone`);
      });
    }
    const before = phrase.map(() => 80);
    await studio.expectColumn('velocity', before, 'no note was meant');
  });

  test('the right button on a point shows what can be done with it', async ({ studio, page }) => {
    const { x, y } = await spot(studio, 'cc11', 480, 80);
    await page.mouse.click(x, y, { button: 'right' });
    await expect(page.getByTestId('cc11-summary')).toHaveText('3 points, 1 selected');
    await page.getByRole('option', { name: /^Delete.* Del$/ }).click();
    await studio.expectPoints('cc11', '0:40 960:60');
  });

  test('points are copied into another lane at the caret', async ({ studio }) => {
    await pull(studio, 'cc11', FIRST_TWO);
    await studio.press('Control+c', 'Escape', 'F10', 'm');
    await say(studio, 'paste at=2.1.0 lane=cc1');
    await studio.expectPoints('cc1', '1920:40 2400:80');
    await studio.expectPoints('cc11', THREE);
  });

  test('a range is cut with its points, and sounds on as before; or the points stay', async ({ studio, page }) => {
    for (const [along, points] of [
      [true, '3840:60'],
      [false, THREE],
    ] as const) {
      if (!along) await studio.press('F10', 'y');
      await studio.lanesPanel();
      await expect(page.getByLabel('A copied range takes its points along')).toBeChecked({ checked: along });
      await studio.press('Escape', 'Escape', 'Control+a', 'p', 'Control+Shift+x');
      await studio.expectColumn('start', []);
      await studio.expectPoints('cc11', points);
      await studio.press('Control+z');
      await studio.expectColumn(
        'start',
        phrase.map(([start]) => start),
      );
    }
  });

  test('what is tried on the bench is seen in the lane before it is trusted', async ({ studio }) => {
    await pull(studio, 'cc11', FIRST_TWO);
    await say(studio, 'tune edit=squeeze');
    await expect(studio.bench).toContainText('2 points of Expression');
    await expect(studio.bench).toContainText('2 changed');
    await studio.press('Enter');
    await studio.expectPoints('cc11', '0:50 480:70 960:60');
  });

  test('it is there when the song is opened again', async ({ page }) => {
    await page.reload();
    await expect(page.getByTestId('cc11-summary')).toHaveText('3 points, 0 selected');
  });
});

test('with Alt and Shift held a line is drawn with the pointer', async ({ studio }) => {
  await studio.press('F10', 'm');
  await pull(
    studio,
    'cc1',
    [
      [0, 10],
      [960, 90],
    ],
    ['Alt', 'Shift'],
  );
  await studio.expectPoints('cc1', /^0:(9|10|11) .* 9\d\d:(89|90|91)$/);
  await expect(studio.status).toContainText('of Modulation drawn');
  await studio.press('Control+z');
  await studio.expectPoints('cc1', '');
});

test('the draw hand draws waves with the period of the grid', async ({ studio, page }) => {
  await studio.press('4', 'h', 'F10', 'b');
  await studio.lanesPanel();
  await page.getByLabel('How the draw hand draws in lanes').selectOption('square');
  await studio.press('Escape');
  await pull(studio, 'bend', [
    [0, -4000],
    [1920, 4000],
  ]);
  await studio.expectPoints('bend', /^0:(3|4)\d{3} 240:-(3|4)\d{3} 480:(3|4)\d{3} 720:-/);
  await studio.press('F10', 'i');
  await expect(studio.status).toHaveText('The draw hand draws in lanes: free');
});

test('by keys alone: a point at the caret, a ramp and a wave over the range, flat from here on', async ({ studio }) => {
  await studio.press('F10', 'l', 'F10', 'p');
  await studio.expectPoints('cc7', '0:100', 'what holds before anything is said');
  await studio.press('Escape', 'Control+a', 'p', 'Escape', 'F10', 'l', 'Alt+Shift+d');
  await studio.expectPoints('cc7', /^0:110 .* 38\d\d:40$/);
  await studio.press('7', 'F10', 'w');
  await studio.expectPoints('cc7', /^0:40 .* 9\d\d:100 /);
  await studio.press('F10', 'f');
  await studio.expectPoints('cc7', '0:40');
});

test('lanes are shown, gone through, moved, kept as a set and put away', async ({ studio, page }) => {
  const shown = () =>
    page
      .getByRole('group', { name: 'Lanes', exact: true })
      .getByRole('group')
      .evaluateAll((all) => all.map((one) => one.getAttribute('aria-label')!.replace(' lane', '')));
  await studio.lanesPanel();
  await page.getByLabel('Show a lane').selectOption({ label: 'Reverb send · 91' });
  await studio.roll.focus();
  await studio.press('F10', 's');
  expect(await shown()).toEqual(['Velocity', 'Reverb send', 'Sustain pedal']);
  await studio.press('F10', 'q');
  await expect(studio.status).toHaveText('3 lanes kept as “Lanes 1”');
  await studio.press('F10', 'ArrowUp');
  expect(await shown()).toEqual(['Velocity', 'Sustain pedal', 'Reverb send']);
  await studio.press('F10', ',');
  await expect(page.getByRole('button', { name: 'Velocity lane: what can be done' })).toHaveAttribute(
    'aria-current',
    'true',
  );
  await page.getByRole('button', { name: 'Reverb send lane: what can be done' }).click();
  await page.getByRole('menuitem', { name: 'Put away' }).click();
  expect(await shown()).toEqual(['Velocity', 'Sustain pedal']);
  await studio.roll.focus();
  await studio.press('F10', 'h');
  expect(await shown()).toEqual(['Velocity']);
  await studio.lanesPanel();
  await page.getByLabel('Sets of lanes').selectOption('Lanes 1');
  await studio.press('Escape');
  expect(await shown()).toEqual(['Velocity', 'Reverb send', 'Sustain pedal']);
  await page.getByRole('separator', { name: 'Height of the sustain pedal lane' }).focus();
  await studio.press('ArrowUp');
  await expect(page.getByRole('separator', { name: 'Height of the sustain pedal lane' })).toHaveAttribute(
    'aria-valuenow',
    '88',
  );
});

test('keys reach the lane that was pressed, and the notes again once some are selected', async ({ studio, page }) => {
  await studio.press('F10', 'r');
  await expect(lane(studio, 'Release velocity')).toBeVisible();
  await studio.press('Control+a', 'F10', 'r', 'e');
  await studio.expectColumn(
    'release',
    phrase.map(() => 65),
  );
  await studio.press('F10', 'e');
  await expect(page.getByRole('button', { name: 'Expression lane: what can be done' })).toHaveAttribute(
    'aria-current',
    'true',
  );
  await studio.press('Control+a', 'e');
  await studio.expectColumn(
    'velocity',
    phrase.map(() => 81),
  );
});

test('an opened row has the lanes too', async ({ studio, page }) => {
  await say(studio, 'point at=0 value=30 lane=cc1');
  await studio.press('F10', 'm', 'F9', 'Alt+Enter');
  await expect(page.getByRole('group', { name: 'Velocity of Track 1' })).toBeVisible();
  for (const [key, lane] of [
    ['b', 'Bend'],
    ['s', 'Sustain pedal'],
    ['m', 'Modulation'],
  ]) {
    await studio.press('F10', key);
    await expect(page.getByRole('group', { name: `${lane} of Track 1` }), 'the one keys reach is seen').toBeVisible();
  }
  await studio.press('F2', 'l');
  await expect(page.getByRole('group', { name: 'Modulation of Track 1' })).toBeVisible();
});

test.describe('heard', () => {
  test.beforeEach(async ({ studio, page }) => {
    await say(studio, 'point at=0 value=20 lane=cc11');
    await say(studio, 'point at=960 value=90 lane=cc11');
    await say(studio, 'point at=960 value=12 lane=program');
    await studio.expectPoints('program', '960:12');
    await studio.press('F7', 'k');
    await studio.turnTo('Tracks');
    await page.getByRole('button', { name: 'Name, instrument, pan, colour' }).click();
    await page.getByLabel('Sounds on').selectOption('A list of what is sent');
    await studio.roll.focus();
  });

  test('a start in the middle says what holds there before the first note, and a stop leaves nothing hanging', async ({
    studio,
    page,
  }) => {
    const sent = page.getByTestId('sent');
    await page.getByRole('button', { name: 'Loop', exact: true }).click();
    await studio.click(1440, 63);
    await studio.press('Enter');
    await expect(sent).toContainText(/^(?=.*b0 0b 5a)(?=.*c0 0c).*90 3f 50/);
    await studio.press('Space');
    await expect(sent).toContainText(/b0 0b 7f.*b0 7b 00/);
  });

  test('undone while it plays, what it held before is said at once', async ({ studio, page }) => {
    const sent = page.getByTestId('sent');
    await studio.press('Home', 'Space');
    await expect(sent).toContainText('b0 0b 14');
    await say(studio, 'fill-level at=0 value=3 lane=cc11');
    await expect(sent).toContainText('b0 0b 03');
    await studio.press('Control+z');
    await expect(sent).toContainText(/b0 0b 03.*b0 0b (14|5a)/);
    await studio.press('Space');
  });
});

test('expression is heard by the built-in voices: at 0 they are silent, and a lane that is not heard leaves them alone', async ({
  studio,
  page,
}) => {
  await say(studio, 'point at=0 value=0 lane=cc11');
  await studio.expectPoints('cc11', '0:0');
  const level = async () =>
    Number(await page.getByRole('meter', { name: 'Level', exact: true }).getAttribute('aria-valuenow'));
  await studio.press('F10', 'e', 'Home', 'Space');
  await expect(page.getByLabel('Position')).toHaveText(/^1\.[34]/);
  expect(await level()).toBe(0);
  await studio.press('F10', 'x');
  await expect.poll(level).toBeGreaterThan(0);
  await studio.press('Space');
});
