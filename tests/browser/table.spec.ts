import { expect, test } from './studio';

test.beforeEach(async ({ studio, page }) => {
  await studio.open([
    [0, 240, 60, 70],
    [490, 240, 64, 80],
    [960, 240, 67, 90],
  ]);
  await studio.press('j');
  await expect(page.getByRole('gridcell').first()).toBeFocused();
});

test('the table has the keys as it opens and keeps them when rows go, and the roll has them back after it', async ({
  studio,
  page,
}) => {
  await studio.press('ArrowDown', 'ArrowDown', 'Delete');
  await studio.expectColumn('start', [0, 490]);
  await expect(page.getByRole('row').nth(2).getByRole('gridcell').first()).toBeFocused();
  await studio.press('ArrowUp', 'ArrowDown');
  await expect(page.getByRole('row', { selected: true })).toHaveAttribute('aria-rowindex', '3');
  await studio.press('Delete');
  await studio.expectColumn('start', [0]);
  await studio.press('ArrowUp', 'Delete');
  await studio.expectColumn('start', []);
  await expect(page.getByRole('grid', { name: 'Notes' })).toBeFocused();
  await studio.press('j');
  await expect(studio.roll).toBeFocused();
});

test('notes are walked, changed and checked with the keyboard alone', async ({ studio, page }) => {
  const grid = page.getByRole('grid', { name: 'Notes' });
  await expect(grid).toHaveAttribute('aria-rowcount', '4');
  await studio.press('ArrowDown', 'ArrowRight');
  await expect(page.getByRole('row', { selected: true })).toHaveAttribute('aria-rowindex', '3');
  await studio.press('4', '8', '0', 'Enter');
  await studio.expectColumn('start', [0, 480, 960]);

  await studio.press('ArrowRight', 'ArrowRight', 'Enter');
  await expect(page.getByLabel('Pitch of note 2, name or 0–127')).toBeFocused();
  await page.keyboard.press('Control+a');
  await page.keyboard.type('F#4');
  await studio.press('Enter', 'ArrowRight', '1', '2', '7', 'Enter', 'ArrowLeft', 'ArrowLeft', '1', '2', '0', 'Enter');
  await studio.expectColumn('pitch', [60, 66, 67]);
  await studio.expectColumn('velocity', [70, 127, 90]);
  await studio.expectColumn('length', [240, 120, 240]);
});

test('a value out of its range is refused in words, and Escape leaves a cell as it was', async ({ studio, page }) => {
  await studio.press('ArrowRight', 'ArrowRight', 'ArrowRight', 'ArrowRight', '2', '0', '0', 'Enter');
  await expect(studio.status).toHaveText('Velocity takes 1 to 127.');
  await studio.press('9', 'Escape');
  await expect(page.getByRole('gridcell', { name: '70' })).toBeFocused();
  expect(studio.column('velocity')).toEqual([70, 80, 90]);
});

test('table and roll are in step: selection, edit keys, and back', async ({ studio }) => {
  await studio.press('ArrowDown', 'Shift+ArrowDown', 'q');
  await studio.expectColumn('start', [0, 480, 960]);
  await expect(studio.bench).toContainText('2 of 3 notes selected');
  await studio.press('j');
  await expect(studio.roll).toHaveAccessibleDescription(/2 of 3 notes selected, pitches E4 to G4/);
});

test('the row of the caret is asked for from the table too, and shown in the roll', async ({ studio, page }) => {
  await studio.open([[0, 240, 60]]);
  await studio.press('j', 'F2', 'r');
  await expect(studio.roll).toBeVisible();
  await expect(page.getByRole('dialog', { name: /^The row of/ })).toBeVisible();
  await studio.press('Escape', 'j', 'j');
  await expect(studio.roll).toBeVisible();
});
