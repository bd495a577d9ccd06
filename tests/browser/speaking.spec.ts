import { expect, test } from './studio';

test.beforeEach(async ({ studio }) => {
  await studio.open([
    [10, 100, 60, 64],
    [130, 100, 64, 80],
    [250, 100, 67, 96],
  ]);
  await expect(studio.bench).toContainText('All 3 notes');
});

test('what is said is shown as the line it means, seen on the roll, and done by Enter as one step', async ({
  studio,
  page,
}) => {
  const palette = page.getByRole('dialog', { name: 'Palette' });
  await studio.press('/');
  await page.keyboard.type('every second note an octave up');
  await expect(palette.getByRole('option', { selected: true })).toContainText(
    'choose where="every=2"; transpose octaves=1',
  );
  await expect(page.getByTestId('palette-effect')).toContainText('1 note up 1 octave');
  expect(studio.column('pitch')).toEqual([60, 64, 67]);
  await studio.press('Enter');
  await studio.expectColumn('pitch', [60, 76, 67]);
  await expect(studio.status).toContainText('1 note up 1 octave');
  await studio.press('Control+z');
  await studio.expectColumn('pitch', [60, 64, 67]);
});

test('keys pressed at once after Enter come after what was said', async ({ studio, page }) => {
  await studio.press('Control+a', '/');
  await page.keyboard.type('up a fifth and softer by 5');
  await studio.press('Enter', 'ArrowUp');
  await studio.expectColumn('pitch', [68, 72, 75]);
  await studio.expectColumn('velocity', [59, 75, 91]);
});

test('words that are not understood are underlined, and Enter says which and does nothing', async ({
  studio,
  page,
}) => {
  await studio.press('Control+a', '/');
  await page.keyboard.type('softer by the moon');
  await expect(page.getByTestId('palette-left').locator('u')).toHaveText('moon');
  await studio.press('Enter');
  await expect(studio.status).toContainText('“moon” is not understood');
  await studio.press('Escape');
  expect(studio.column('velocity')).toEqual([64, 80, 96]);
  await studio.press('ArrowUp');
  await studio.expectColumn('pitch', [61, 65, 68]);
});

test('an edit that needs a value asks for it in the same line, with the present one selected', async ({
  studio,
  page,
}) => {
  await studio.press('/');
  await page.keyboard.type('tempo');
  await studio.press('Enter');
  await expect(studio.palette).toHaveValue('tempo to=120');
  await page.keyboard.type('92');
  await studio.press('Enter');
  await expect(studio.palette).toHaveCount(0);
  await expect(page.getByRole('button', { name: /^Tempo, meter and key: 92 BPM/ })).toBeVisible();
});

test('Alt and Enter ask for a key that shall run what was said', async ({ studio, page }) => {
  await studio.press('Control+a', '/');
  await page.keyboard.type('notes 7 ms late');
  const palette = page.getByRole('dialog', { name: 'Palette' });
  await expect(palette.getByRole('option', { selected: true })).toContainText('nudge by=7ms');
  await studio.press('Alt+Enter');
  const dialog = page.getByRole('dialog');
  await expect(dialog).toContainText('nudge by=7ms');
});

test('Escape takes Enter back where it is not known yet what was said means', async ({ studio, page }) => {
  let answerNow: () => void = () => undefined;
  const held = new Promise<void>((resolve) => (answerNow = resolve));
  await page.route('**/say', async (route) => {
    await held;
    await route.continue();
  });
  await studio.press('Control+a', '/');
  await page.keyboard.type('up a fifth and softer by 5');
  await studio.press('Enter', 'Escape');
  await expect(studio.palette).toHaveCount(0);
  answerNow();
  await studio.press('ArrowUp');
  await studio.expectColumn('pitch', [61, 65, 68]);
});
