import { expect, loudest, test, type Studio } from './studio';

/** Types a line, or words for one, into the palette. */
async function type(studio: Studio, ...lines: string[]): Promise<void> {
  for (const line of lines) {
    await studio.press('/');
    await studio.palette.fill(line);
    await studio.press('Enter');
    await expect(studio.palette).toBeHidden();
  }
}

test('the song before the last step is seen while a key is held, and three points are compared by letters', async ({
  studio,
  page,
}) => {
  await studio.open([[10, 470, 60, 80]]);
  const compared = page.getByTestId('compared');
  await studio.press('Control+a', 'q');
  await studio.expectColumn('start', [0]);
  await page.keyboard.down('`');
  await expect(compared).toContainText('before the last step, not the song as it is: 1 note 10 ms later');
  await page.keyboard.up('`');
  await studio.press('Escape');
  await expect(compared).toBeHidden();
  await studio.expectColumn('start', [0]);

  await studio.press('Shift+`', 'a', 'ArrowUp');
  await studio.expectColumn('pitch', [61]);
  await studio.press('Shift+`', 'b', 'Shift+E');
  await studio.expectColumn('velocity', [90]);
  await studio.press('Shift+`', 'c', 'Space', '`', 'a');
  await expect(compared).toHaveText(
    'You see and hear A, not the song as it is: 1 note 10 softer; 1 note of another pitch',
  );
  await studio.press('b');
  await expect(compared).toContainText('hear B, not the song as it is: 1 note 10 softer');
  await studio.press('Enter');
  await expect(compared).toBeHidden();
  await studio.expectColumn('velocity', [80]);
  await studio.expectColumn('pitch', [61]);
  await expect(page.getByRole('button', { name: 'Stop' })).toBeVisible();
  await expect(
    page.getByRole('group', { name: 'Points of the history' }).getByText('B', { exact: true }),
  ).toHaveAttribute('title', /where the song stands/);
  await studio.press('Space');
});

test('strength and swing are turned by ear under a held key: heard meanwhile, one step when it is let go', async ({
  studio,
  page,
}) => {
  await studio.open([
    [20, 300, 60],
    [500, 300, 64],
  ]);
  await studio.press('Control+a');
  const { x, y } = await studio.point(960, 62);
  await page.mouse.move(x, y);
  const dial = page.getByRole('slider', { name: 'Quantize: strength' });
  const hold = async (key: string, then: () => Promise<void>) => {
    for (const one of ['Alt', 'Shift', key]) await page.keyboard.down(one);
    await then();
    for (const one of [key, 'Shift', 'Alt']) await page.keyboard.up(one);
  };
  expect(await loudest(page)).toBe(0);
  await hold('t', async () => {
    await expect(dial).toHaveAttribute('aria-valuenow', '0');
    await page.mouse.move(x, y - 1);
    await page.mouse.move(x, y - 101, { steps: 4 });
    await expect(dial).toHaveAttribute('aria-valuenow', '50');
    await expect.poll(() => loudest(page)).toBeGreaterThan(0);
    await studio.expectColumn('start', [20, 500], 'nothing is done before it is let go');
  });
  await studio.expectColumn('start', [10, 490]);
  await expect(dial).toBeHidden();
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
  await hold('t', async () => {
    await expect(dial).toHaveAttribute('aria-valuenow', '50');
    await page.mouse.wheel(0, -100);
    await page.keyboard.press('ArrowUp');
    await expect(dial).toHaveAttribute('aria-valuenow', '52');
    await page.keyboard.press('Escape');
    await expect(dial).toBeHidden();
  });
  await studio.press('Control+z');
  await studio.expectColumn('start', [20, 500], 'one step, and none of what was left');
});

test('a field that is turned on the bench is heard', async ({ studio, page }) => {
  await studio.open([[0, 960, 60]]);
  await studio.press('Control+a', 'Shift+Enter');
  await page.getByLabel('Edit on the bench').selectOption('transpose');
  await page.getByRole('spinbutton', { name: /^semitones/ }).fill('5');
  await expect.poll(() => loudest(page)).toBeGreaterThan(0);
  await expect(page.getByRole('button', { name: 'Stop' })).toBeVisible();
  await studio.press('Escape');
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
});

test('a slider of a track is heard while it is dragged, and is one step once it is let go', async ({
  studio,
  page,
}) => {
  await studio.open([[0, 7600, 60, 120]]);
  await studio.press('Space');
  await expect.poll(() => loudest(page)).toBeGreaterThan(0);
  await studio.turnTo('Tracks');
  const box = (await page.getByRole('slider', { name: 'Volume of Track 1 in %' }).boundingBox())!;
  await page.mouse.move(box.x + 0.8 * box.width, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x, box.y + box.height / 2, { steps: 3 });
  await expect.poll(() => loudest(page)).toBe(0);
  await expect(studio.undone).toHaveCount(0);
  await page.mouse.up();
  await expect(studio.undone).toHaveAttribute('title', /As lines: track of=1 volume=0$/);
  await page.keyboard.press('Control+z');
  await expect.poll(() => loudest(page)).toBeGreaterThan(0);
  await studio.press('Space');
});

test('pad, bass and top voice are laid from a take, one line each, and the take stays in hand', async ({
  studio,
  page,
}) => {
  await studio.open([
    [0, 400, 60],
    [0, 400, 64],
    [0, 400, 67],
    [960, 400, 62],
    [960, 400, 65],
    [960, 400, 69],
  ]);
  await studio.press('Control+a');
  const laid = [
    ['Pad of the chords', /2 chords held, of 6 notes/],
    ['Bass of the lowest notes', /2 notes doubled on Bass, 4 notes left as they are/],
    ['Top voice on its own', /2 notes doubled on Lead, 4 notes left as they are/],
  ] as const;
  for (const [name, said] of laid) {
    await type(studio, name);
    await expect(studio.status).toHaveText(said);
    await expect(page.getByRole('heading', { name: '6 of 6 notes selected' })).toBeVisible();
  }
  await studio.turnTo('Tracks');
  for (const name of ['Pad', 'Bass', 'Lead'])
    await expect(page.getByRole('button', { name: `Mute ${name}` })).toBeVisible();
});

const SILENT: [what: string, lines: string[], why: RegExp][] = [
  ['a muted track', ['track mute=on'], /Track 1 is muted/],
  ['a track at nothing', ['track volume=0'], /volume of Track 1 is 0 %/],
  ['a muted clip', ['clip mute=on'], /the clip is muted/],
  ['muted notes', ['mute'], /notes here are muted/],
  ['everything at nothing', ['loudness to=0'], /everything is 0 %/],
  ['another track on solo', ['track of=2 solo=on'], /Bells is on solo/],
  ['velocities of 1', ['velocity set=1'], /velocity 1 of 127/],
  ['expression at 0', ['point lane=cc11 value=0 at=0'], /lane of expression/],
  ['volume at 0', ['point lane=cc7 value=0 at=0'], /lane of volume/],
  ['an output', ['output to="A list of what is sent"'], /sounds on A list/],
];

test('why nothing is heard is told by one key, and the next one cures it', async ({ studio, page }) => {
  test.slow();
  await studio.open([[0, 1900, 60, 90]]);
  await type(studio, 'track-new name=Bells clip=off');
  const why = page.getByTestId('why');
  await studio.press('Control+a');
  for (const [what, lines, text] of SILENT) {
    await type(studio, ...lines);
    await studio.press('F1');
    await expect(why, what).toHaveText(text);
    await studio.press('Enter');
    await expect(why).toBeHidden();
    await studio.press('Home', 'Space');
    await expect.poll(() => loudest(page), { message: `${what} is cured` }).toBeGreaterThan(0);
    await studio.press('Space');
    await expect.poll(() => loudest(page), { message: 'it stands' }).toBe(0);
    await studio.press('Control+a');
  }
});

const LEFT_ALONE: [what: string, lines: string[], why: RegExp, column: string, cured: number[]][] = [
  ['a strength of nothing', ['quantize strength=0'], /“strength=0” of quantize leaves it/, 'start', [0, 480]],
  ['out of reach', ['quantize reach=10'], /“reach=10” of quantize/, 'start', [0, 480]],
  ['near enough', ['quantize slack=50ms'], /“slack=50ms” of quantize/, 'start', [0, 480]],
  ['not selected', ['select what=none', 'step to=next', 'quantize'], /was not selected when/, 'start', [0, 480]],
  ['late as played', [], /21 ms behind 1\/16, as it was played/, 'start', [0, 480]],
  ['moved there', ['quantize', 'nudge by=20tk'], /“nudge by=20tk” put it there/, 'start', [0, 480]],
  ['transposed', ['track transpose=12', 'quantize'], /12 semitones higher than it is written/, 'pitch', [60, 64]],
  ['on the swing', ['swing to=60', 'quantize'], /it lies on a line of the swing, 60/, 'start', [0, 480]],
];

test('why a note did not move, or lies beside its line, is told and cured', async ({ studio, page }) => {
  test.slow();
  const why = page.getByTestId('why');
  for (const [what, lines, text, column, cured] of LEFT_ALONE) {
    const swung = what === 'on the swing' ? 120 : 0;
    await studio.open([
      [20 + swung, 100, 60, 60],
      [500 + swung, 100, 64, 60],
    ]);
    await studio.press('Control+a');
    await type(studio, ...lines);
    if (what === 'not selected') await studio.press('Control+a');
    await studio.press('F1');
    await expect(why, what).toHaveText(text);
    await studio.press('Enter');
    await studio.expectColumn(column, column === 'start' ? cured.map((tick) => tick + swung) : cured, what);
  }
});

test('why an edit does not apply is told, and the key that is offered does it', async ({ studio, page }) => {
  await studio.open([[20, 100, 60]]);
  await studio.press('q');
  await expect(studio.status).toContainText('Select notes first');
  await studio.press('F1');
  await expect(page.getByTestId('why')).toHaveText(/“quantize”: Select notes first/);
  await studio.press('Enter');
  await studio.expectColumn('start', [0]);
  await studio.press('F1');
  await expect(studio.status).toHaveText(/Nothing keeps these notes silent/);
});
