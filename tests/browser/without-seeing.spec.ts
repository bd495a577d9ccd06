import type { Page } from '@playwright/test';
import { expect, test } from './studio';

/** What a screen reader says of where the keys are. */
const focused = (page: Page) =>
  page.evaluate(() => {
    const { activeElement: at } = document;
    return `${at?.getAttribute('role') ?? at?.tagName.toLowerCase()} ${at?.getAttribute('aria-label') ?? at?.closest('label')?.textContent ?? at?.textContent ?? ''}`.trim();
  });

/** Goes on by Tab until something is reached, as who hears where one is does. */
async function tabTo(page: Page, wanted: RegExp): Promise<void> {
  for (let k = 0; k < 30 && !wanted.test(await focused(page)); k++) await page.keyboard.press('Tab');
  expect(await focused(page)).toMatch(wanted);
}

test('a beat is made, heard, corrected and exported by keys and what is told alone', async ({ studio, page }) => {
  test.slow();
  const said = (words: RegExp) => expect(studio.status).toHaveText(words);
  const say = async (line: string) => {
    await studio.press('/');
    await page.keyboard.type(line);
    await expect(page.getByTestId('palette-effect')).toBeVisible();
    await studio.press('Enter');
  };
  await page.goto('/');
  await expect(page.getByRole('list', { name: 'Songs' })).toBeVisible();
  await studio.press('n');
  expect(await focused(page)).toContain('Name');
  await page.keyboard.type('Night beat');
  await tabTo(page, /One track/);
  while (!(await page.getByRole('radio', { name: /^Drums alone/ }).isChecked())) await studio.press('ArrowDown');
  await studio.press('Enter');
  await expect(studio.roll).toBeVisible();

  await studio.press('Alt+p');
  await said(/^Range from 1\.1\.0 to 2\.1\.0/);
  await say('kick on every quarter');
  await said(/4 notes/);
  await say('snare on 2 and 4');
  await said(/2 notes/);
  await say('eighth hats');
  await said(/8 notes/);

  await studio.press('j');
  const grid = page.getByRole('grid', { name: 'Notes' });
  await expect(grid).toHaveAttribute('aria-rowcount', '15');
  await expect(page.getByRole('columnheader', { name: /^Velocity/ })).toBeVisible();
  await studio.press('ArrowDown', 'ArrowRight', 'ArrowRight', 'ArrowRight', 'ArrowRight', '4', '0', 'Enter');
  await said(/40/);
  await studio.press('Delete');
  await expect(grid).toHaveAttribute('aria-rowcount', '14');
  await said(/1 note deleted/);
  await studio.press('Control+z');
  await expect(grid).toHaveAttribute('aria-rowcount', '15');
  await said(/^Undone: 1 note deleted/);
  await studio.press('Escape');
  await expect(studio.roll).toBeFocused();

  await studio.press('Space');
  await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeVisible();
  const level = page.getByRole('meter', { name: 'Level', exact: true });
  await expect.poll(async () => Number(await level.getAttribute('aria-valuenow'))).toBeGreaterThan(0);
  await studio.press('Space');
  const download = page.waitForEvent('download');
  await studio.press('Control+e');
  expect((await download).suggestedFilename()).toBe('night-beat.mid');
  await said(/^The song was exported as a MIDI file/);
});

test('the first Tab leads past the top line to the notes, and what is chosen in the song is told', async ({
  studio,
  page,
}) => {
  await studio.open([
    [0, 240, 60],
    [480, 240, 64],
  ]);
  await page.keyboard.press('Tab');
  expect(await focused(page)).toBe('button To the notes');
  await studio.press('Enter');
  await expect(studio.roll).toBeFocused();
  await studio.press('.');
  await expect(studio.status).toHaveText(/^1 of 2 notes selected: C4/);
  await studio.press('F9', 'Escape', '.');
  await expect(page.locator('[aria-live=polite]', { hasText: 'clip' }).first()).toContainText(/1 of 1 clip chosen/);
});

test('what is opened from the top line is left by Tab, and by Escape to where one was', async ({ studio, page }) => {
  await studio.open([[0, 240, 60]]);
  const more = page.getByRole('button', { name: 'More' });
  const panel = page.getByRole('dialog', { name: 'More' });
  await more.focus();
  await studio.press('Enter');
  await expect(panel).toBeVisible();
  await studio.press('Escape');
  await expect(panel).toBeHidden();
  await expect(more).toBeFocused();
  await studio.press('Enter');
  await studio.press('Shift+Tab');
  await expect(panel).toBeHidden();
});
