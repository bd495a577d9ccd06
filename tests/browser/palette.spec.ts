import { expect, test, type TestNote } from './studio';

const take: TestNote[] = [
  [10, 100, 60, 64],
  [130, 100, 64, 80],
  [250, 100, 67, 96],
];

test.beforeEach(async ({ studio }) => {
  await studio.open(take);
  await expect(studio.bench).toContainText('All 3 notes');
});

test('a word of the trade finds the edit and its key, and Enter does it', async ({ studio, page }) => {
  await studio.press('Control+a', '/');
  await expect(studio.palette).toBeFocused();
  await page.keyboard.type('octave down');
  await expect(page.getByRole('dialog').getByRole('option', { selected: true })).toContainText('Down an octave');
  await expect(page.getByRole('dialog').getByRole('option', { selected: true })).toContainText('Shift ↓');
  await studio.press('Enter');
  await studio.expectColumn('pitch', [48, 52, 55]);
  await expect(studio.palette).toHaveCount(0);
});

test('what was used last stands first', async ({ studio, page }) => {
  await studio.press('Control+a', '/');
  await page.keyboard.type('glue');
  await studio.press('Enter');
  await expect(studio.palette).toHaveCount(0);
  await studio.press('/');
  await expect(page.getByRole('dialog').getByRole('option').first()).toContainText('Join');
  await studio.press('Escape');
  await expect(studio.palette).toHaveCount(0);
});

test('a whole line is completed, seen on the roll, and done', async ({ studio, page }) => {
  await studio.press('Control+a', '/');
  await page.keyboard.type('quantize ');
  await expect(page.getByRole('dialog').getByRole('option').first()).toContainText('1/n, 1/nt, 1/nd');
  await page.keyboard.type('str');
  await studio.press('Tab');
  await expect(studio.palette).toHaveValue('quantize strength=');
  await expect(page.getByRole('dialog')).toContainText('strength: 0 to 100 %; 100 if left out.');
  await page.keyboard.type('50');
  await expect(page.getByTestId('palette-effect')).toHaveText(
    '3 notes quantized 50 % of the way to 1/16, largest move 5.2 ms',
  );
  expect(studio.column('start')).toEqual([10, 130, 250]);
  await studio.press('Enter');
  await studio.expectColumn('start', [5, 125, 245]);
});

test('a line that is wrong says what would work while it is typed, and changes nothing', async ({ studio, page }) => {
  await studio.press('Control+a', '/');
  await page.keyboard.type('quantize strength=500');
  await expect(page.getByTestId('palette-effect')).toHaveText('quantize: strength takes 0 to 100 %, not “500”.');
  await studio.press('Escape');
  await expect(studio.roll).toHaveAccessibleDescription(/3 notes selected/);
  expect(studio.column('start')).toEqual([10, 130, 250]);
});

test('notes are chosen by conditions in a typed line', async ({ studio, page }) => {
  await studio.press('/');
  await page.keyboard.type('choose where="velocity=..80 pitch=C4..E4"');
  await studio.press('Enter');
  await expect(studio.bench).toContainText('2 of 3 notes selected');
  await studio.press('/');
  await page.keyboard.type('choose where="velocity=..5"');
  await studio.press('Enter');
  await expect(studio.status).toHaveText('No note meets velocity=..5.');
});

test('commands of the view are found too, and what is not found is said', async ({ studio, page }) => {
  await studio.press('/');
  await page.keyboard.type('dark');
  await studio.press('Enter');
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'dusk');
  await studio.press('/');
  await page.keyboard.type('xylograph');
  await expect(page.getByRole('dialog')).toContainText('Nothing is found by these words.');
});

test('Shift and Enter open an edit on the bench instead', async ({ studio, page }) => {
  await studio.press('Control+a', '/');
  await page.keyboard.type('crescendo');
  await studio.press('Shift+Enter');
  await expect(page.getByTestId('tuning-line')).toHaveText('ramp');
  await expect(page.getByTestId('tuning-effect')).toContainText('3 changed');
});

test('a press beside the list leaves the keys with the palette', async ({ studio, page }) => {
  await studio.press('/');
  await page.keyboard.type('nothing that there is');
  await page.getByText('Nothing is found by these words.').click();
  await expect(studio.palette).toBeFocused();
  await studio.press('Escape');
  await expect(studio.palette).toHaveCount(0);
});

test('a press beside the palette closes it, also where it is let go over it', async ({ studio, page }) => {
  await studio.press('/');
  await page.keyboard.type('l');
  await page.mouse.move(1150, 600);
  await page.mouse.down();
  await page.mouse.move(640, 120, { steps: 3 });
  await page.mouse.up();
  await expect(studio.palette).toHaveCount(0);
  await studio.press('Control+a');
  await expect(studio.status).toContainText('selected');
});

test('where nothing has the keys any more, the field of the palette has them', async ({ studio, page }) => {
  await studio.open([[0, 240, 60]]);
  await studio.press('/');
  await page.evaluate(() => (document.activeElement as HTMLElement).blur());
  await expect(studio.palette).toBeFocused();
  await page.keyboard.type('louder');
  await expect(studio.palette).toHaveValue('louder');
  await page.evaluate(() => (document.activeElement as HTMLElement).blur());
  await expect(studio.palette).toBeFocused();
  await studio.press('Escape');
  await expect(studio.palette).toHaveCount(0);
});
