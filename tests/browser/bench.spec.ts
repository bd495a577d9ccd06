import { expect, test, type TestNote } from './studio';

const take: TestNote[] = [
  [10, 100, 60, 64],
  [130, 100, 64, 80],
  [250, 100, 67, 96],
];

test.beforeEach(async ({ studio }) => {
  await studio.open(take);
  await studio.press('Control+a');
  await expect(studio.bench).toContainText('3 of 3 notes selected');
});

test('an edit is seen before it is done: a slider changes the result, Enter keeps it', async ({ studio, page }) => {
  await studio.bench.getByLabel('Edit on the bench').selectOption('Quantize');
  await expect(page.getByTestId('tuning-effect')).toContainText('3 changed');
  await studio.bench.getByRole('slider', { name: 'strength' }).focus();
  await studio.press('Home', ...Array<string>(5).fill('PageUp'));
  await expect(page.getByTestId('tuning-line')).toHaveText('quantize strength=50');
  await expect(page.getByTestId('tuning-effect')).toContainText(
    '3 notes quantized 50 % of the way to 1/16, largest move 5.2 ms',
  );
  await expect(studio.bench.getByRole('img', { name: /Starts around the lines/ })).toHaveAccessibleName(
    /mean 5\.2 ms late/,
  );
  expect(studio.column('start')).toEqual([10, 130, 250]);
  await studio.press('Enter');
  await studio.expectColumn('start', [5, 125, 245]);
  await expect(studio.bench.getByRole('form', { name: 'Quantize' })).toHaveCount(0);
});

test('Escape leaves everything as it was', async ({ studio, page }) => {
  await studio.bench.getByLabel('Edit on the bench').selectOption('Transpose');
  await expect(page.getByTestId('tuning-effect')).toContainText('3 changed');
  await expect(studio.roll).toHaveAccessibleDescription(/pitches C#4 to G#4/);
  await studio.press('Escape');
  await expect(studio.roll).toHaveAccessibleDescription(/pitches C4 to G4/);
  expect(studio.column('pitch')).toEqual([60, 64, 67]);
});

test('a key flips between before and after', async ({ studio, page }) => {
  await studio.press('Shift+ArrowUp', 'Shift+Enter');
  await expect(page.getByTestId('tuning-line')).toHaveText('transpose octaves=1');
  await page.keyboard.type('2');
  await expect(studio.roll).toHaveAccessibleDescription(/pitches C6 to G6/);
  await studio.press('`');
  await expect(studio.roll).toHaveAccessibleDescription(/pitches C4 to G4/);
  await studio.press('`');
  await expect(studio.roll).toHaveAccessibleDescription(/pitches C6 to G6/);
});

test('what cannot be done says why in the preview, and another selection is previewed anew', async ({
  studio,
  page,
}) => {
  await studio.press('/');
  await page.keyboard.type('transpose octaves=6');
  await studio.press('Shift+Enter');
  await expect(studio.bench.getByRole('alert')).toHaveText(/Nothing moved: a note would pass G9/);
  await studio.bench.getByLabel('octaves, ').fill('5');
  await expect(page.getByTestId('tuning-effect')).toContainText('3 changed');
  await studio.click(30, 60);
  await expect(page.getByTestId('tuning-effect')).toContainText('1 changed');
});

test('parameters last used are kept for each edit, also over a reload', async ({ studio, page }) => {
  const edit = studio.bench.getByLabel('Edit on the bench');
  await edit.selectOption('Humanize');
  await studio.bench.getByLabel('time, ').fill('25ms');
  await studio.press('Enter');
  await expect(studio.status).toHaveText(/3 notes humanized/);
  await page.reload();
  await expect(studio.bench).toContainText('All 3 notes');
  await studio.press('Control+a');
  await edit.selectOption('Humanize');
  await expect(page.getByTestId('tuning-line')).toHaveText(/^humanize time=25ms seed=\d+$/);
});

test('again runs the last edit with its parameters on another selection', async ({ studio }) => {
  await studio.press('Escape', '.', 'Shift+E', '.', 'm');
  await studio.expectColumn('velocity', [74, 90, 96]);
});

test('every edit of the catalog opens on the bench and is previewed or says what it needs', async ({
  studio,
  page,
}) => {
  const names = await studio.bench
    .getByLabel('Edit on the bench')
    .locator('option')
    .evaluateAll((options) => options.map((option) => (option as HTMLOptionElement).value).filter(Boolean));
  expect(names.length).toBeGreaterThan(40);
  test.slow();
  for (const name of names) {
    await studio.bench.getByLabel('Edit on the bench').selectOption(name);
    await expect(page.getByTestId('tuning-line')).toHaveText(new RegExp(`^${name}\\b`));
    await expect(page.getByTestId('tuning-effect').or(studio.bench.getByRole('alert')), name).toBeVisible();
  }
  expect(studio.column('start')).toEqual([10, 130, 250]);
});

test('the advice ranks the grids, says what would run together, and a key takes the best', async ({ studio, page }) => {
  await studio.press('4');
  await expect(page.getByTestId('advice')).toHaveText(/^1\/16 fits best: \d+ % of half a step off on average/);
  const rows = studio.bench.getByRole('group', { name: 'Advice on the grid' }).getByRole('row');
  await expect(rows.nth(1).getByRole('cell').last()).toHaveText('0');
  await studio.press('Shift+T');
  await expect(page.getByLabel('Grid', { exact: true })).toHaveValue('1/16');
  await studio.press('q');
  await studio.expectColumn('start', [0, 120, 240]);
});

test('the pictures say in words what they show', async ({ studio }) => {
  await expect(studio.bench.getByRole('img', { name: /Starts around the lines of 1\/16/ })).toHaveAccessibleName(
    /0 of 3 on 1\/16; mean 10\.4 ms late, spread 0\.0 ms/,
  );
  await studio.press('Shift+E');
  await expect(studio.bench.getByRole('img', { name: /Velocities over time/ })).toHaveAccessibleName(
    /74 to 106, mean 90/,
  );
});

test.describe('the last edit', () => {
  test.beforeEach(async ({ studio }) => {
    await studio.press('Control+a');
  });

  test('opens as it was done, and what is entered takes its place in one step', async ({ studio, page }) => {
    await studio.press('Shift+E', 'Shift+Enter');
    await expect(page.getByTestId('tuning-line')).toHaveText('velocity add=10');
    await expect(studio.bench).toContainText('In the place of what was done last');
    await page.keyboard.type('5');
    await expect(page.getByTestId('tuning-effect')).toContainText('3 notes 5 louder');
    await studio.press('Enter');
    await studio.expectColumn('velocity', [69, 85, 101]);
    await expect(studio.status).toHaveText('3 notes 5 louder');
    await studio.press('Control+z');
    await studio.expectColumn('velocity', [64, 80, 96]);
  });

  test('has the field that is turned most often in hand, and the part says what it was quantized with', async ({
    studio,
    page,
  }) => {
    await studio.press('q', 'Shift+Enter');
    await expect(studio.bench.getByLabel('strength, 0 to 100 %')).toBeFocused();
    await page.keyboard.type('50');
    await studio.press('Enter');
    await studio.expectColumn('start', [5, 125, 245]);
    await expect(page.getByTestId('quantized')).toHaveText(/^Track 1 was last quantized: 50.%, 1\/16, just now$/);
    await studio.press('Control+z');
    await studio.expectColumn('start', [10, 130, 250]);
    await expect(page.getByTestId('quantized')).toHaveCount(0);
  });

  test('taken back, opens with its own numbers, and is done anew', async ({ studio, page }) => {
    await studio.bench.getByLabel('Edit on the bench').selectOption('Quantize');
    await studio.bench.getByLabel('strength, 0 to 100 %').fill('20');
    await studio.press('Enter');
    await studio.expectColumn('start', [8, 128, 248]);
    await studio.press('q', 'Control+z', 'Shift+Enter');
    await expect(page.getByTestId('tuning-line')).toHaveText('quantize');
    await studio.press('Enter');
    await studio.expectColumn('start', [0, 120, 240]);
  });

  test('is opened on the grid it was done on, also where that is another by now', async ({ studio, page }) => {
    await studio.press('q');
    await studio.expectColumn('start', [0, 120, 240]);
    await studio.press('3', 'Shift+Enter');
    await expect(page.getByTestId('tuning-line')).toHaveText('quantize grid=1/16');
    await studio.press('Escape', 'Control+z', 'Shift+Enter');
    await expect(page.getByTestId('tuning-line')).toHaveText('quantize grid=1/16');
  });

  test('keeps the lines it stood among, and stays where others are selected', async ({ studio, page }) => {
    await studio.press('/');
    await page.keyboard.type('every second note an octave up');
    await studio.press('Enter');
    await studio.expectColumn('pitch', [60, 76, 67]);
    await studio.press('Shift+Enter');
    await expect(studio.bench).toContainText('with choose where="every=2 selected=yes"');
    await page.keyboard.type('2');
    await studio.press('Enter');
    await studio.expectColumn('pitch', [60, 88, 67]);
    await studio.press('Shift+ArrowDown', 'Control+a', 'Shift+Enter');
    await expect(studio.bench).not.toContainText('In the place of');
    await studio.press('Enter');
    await studio.expectColumn('pitch', [48, 64, 55]);
  });

  test('what was refused is not remembered, what was used comes back with Alt and an arrow', async ({ studio }) => {
    const edit = studio.bench.getByLabel('Edit on the bench');
    await edit.selectOption('Humanize');
    const velocity = studio.bench.getByLabel(/^velocity, /);
    for (const value of ['12', '7']) {
      await velocity.fill(value);
      await studio.press('Enter');
      await expect(studio.status).toHaveText(/3 notes humanized/);
      await edit.selectOption('Humanize');
    }
    await velocity.fill('500');
    await expect(studio.bench.getByRole('alert')).toBeVisible();
    await studio.press('Enter');
    await expect(studio.status).toContainText('velocity takes');
    await edit.selectOption('');
    await edit.selectOption('Humanize');
    await expect(velocity).toHaveValue('7');
    await velocity.focus();
    await studio.press('Alt+ArrowUp');
    await expect(velocity).toHaveValue('12');
    await studio.press('Alt+ArrowDown');
    await expect(velocity).toHaveValue('7');
  });
});
