import { expect, test } from './studio';

test.beforeEach(async ({ studio }) => {
  await studio.open([
    [0, 100, 60, 64],
    [480, 100, 64, 80],
  ]);
  await studio.press('Control+a', 'Shift+ArrowUp', 'q', 'Shift+E');
  await studio.expectColumn('velocity', [74, 90]);
});

test('walking in the history shows the clip as it was, and leaves it as it is', async ({ studio, page }) => {
  await studio.press('Shift+U');
  const steps = page.getByRole('listbox', { name: 'Steps' });
  await expect(steps).toBeFocused();
  await expect(steps.getByRole('option')).toHaveText([/As it came in/, /up 1 octave/, /10 louder/]);
  await studio.press('Home');
  await expect(page.getByTestId('history-effect')).toContainText(/2 notes .* on average/);
  await expect(studio.roll).toHaveAccessibleDescription(/pitches C4 to E4/);
  await studio.press('Escape');
  await expect(studio.roll).toHaveAccessibleDescription(/pitches C5 to E5/);
  expect(studio.column('velocity')).toEqual([74, 90]);
});

test('an edit made while looking back begins a branch, and no branch is lost', async ({ studio, page }) => {
  await studio.press('Shift+U');
  const options = page.getByRole('listbox', { name: 'Steps' }).getByRole('option');
  await expect(options).toHaveCount(3);
  await expect(page.getByRole('listbox', { name: 'Steps' })).toBeFocused();
  await studio.press('ArrowUp', 'd');
  await studio.expectColumn('velocity', [63, 79]);
  await expect(options).toHaveText([/As it came in/, /up 1 octave/, /10 louder.*branch 1/, /1 softer/]);
  await studio.press('ArrowUp', 'Enter');
  await studio.expectColumn('velocity', [74, 90]);
  // What is not answered when the page goes is asked again, with what was selected.
  await expect(studio.undone).toHaveAccessibleName(/10 louder/);
  await page.reload();
  await expect(studio.bench).toContainText('All 2 notes');
  await studio.press('Control+z', 'Control+z');
  await studio.expectColumn('pitch', [60, 64]);
  await studio.press('Control+Shift+Z', 'Control+Shift+Z');
  await studio.expectColumn('velocity', [74, 90]);
});

test('where fewer steps are listed than before, one stands on the last of them', async ({ studio, page }) => {
  const errors: Error[] = [];
  page.on('pageerror', (error) => errors.push(error));
  for (const line of ['tempo to=90', 'tempo to=80 at=960', 'key to="D dorian"']) {
    await studio.press('/');
    await studio.palette.fill(line);
    await studio.press('Enter');
  }
  await studio.press('Shift+U');
  const options = page.getByRole('listbox', { name: 'Steps' }).getByRole('option');
  await expect(options).toHaveCount(6);
  await expect(options.last()).toHaveAttribute('aria-selected', 'true');
  await page.getByLabel('Only what changed the open clips').check();
  await expect(options).toHaveCount(4);
  await expect(options.last()).toHaveAttribute('aria-selected', 'true');
  const compare = page.getByRole('button', { name: 'Compare' });
  await compare.click();
  await expect(compare).toHaveAttribute('aria-pressed', 'true');
  expect(errors).toEqual([]);
});

test('a step is named, and two points are compared on the roll', async ({ studio, page }) => {
  await studio.press('Shift+U');
  const options = page.getByRole('listbox', { name: 'Steps' }).getByRole('option');
  await expect(options).toHaveCount(3);
  await studio.press('F2');
  await page.getByLabel('Name of the step').fill('Loud take');
  await studio.press('Enter');
  await expect(options.nth(2)).toContainText('Loud take');
  await expect(page.getByRole('listbox', { name: 'Steps' })).toBeFocused();
  await studio.press('Home', '=', 'End');
  await expect(page.getByTestId('history-effect')).toContainText(
    'Compared with ◇ As it came in: 2 changed, 0 added, 0 removed.',
  );
  await page.reload();
  await expect(studio.bench).toContainText('All 2 notes');
  await studio.press('Shift+U');
  await expect(options.nth(2)).toContainText('Loud take');
});
