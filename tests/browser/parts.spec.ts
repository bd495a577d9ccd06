import type { Page } from '@playwright/test';
import { expect, test, type Studio } from './studio';

const BAR = 1920;

/** Two tracks, the second one open with a note of 67; four notes on the first one lie behind. */
async function openParts(studio: Studio): Promise<void> {
  await studio.open([0, 1, 2, 3].map((bar) => [bar * BAR, 480, 60 + bar]));
  await studio.press('F2', 'n');
  await expect(studio.status).toHaveText('New track Plucked');
  await line(studio, 'insert at=0 pitch=67 length=480tk velocity=80');
  await expect(studio.roll).toContainText('1 of 1 note selected');
}

async function line(studio: Studio, text: string): Promise<void> {
  await studio.press('/');
  await studio.palette.fill(text);
  await studio.press('Enter');
}

const track = (studio: Studio, name: string) => studio.bench.getByRole('group', { name, exact: true });
const showsIn = (page: Page, name: string) => expect(page.getByLabel('Track', { exact: true })).toContainText(name);

test('notes of tracks behind are touched with a key, copied to the front, and lie behind again', async ({ studio }) => {
  await openParts(studio);
  await studio.press('F2', 'b');
  await expect(studio.status).toHaveText('Other tracks are drawn behind');
  await studio.press('Control+a');
  await expect(studio.status).toContainText('1 of 1 note selected');
  await studio.press('F2', 't');
  await expect(studio.status).toHaveText('Notes of Track 1 can be touched; once more they lie behind');
  await studio.press('Control+a');
  await expect(studio.status).toHaveText('5 of 5 notes selected');
  await studio.click(BAR + 100, 61);
  await studio.press('F2', 'e');
  await expect(studio.status).toHaveText('1 note doubled on Plucked');
  await studio.press('F2', 't');
  await expect(studio.status).toHaveText('Notes behind are seen only');
  await studio.press('Control+a');
  await expect(studio.status).toHaveText('2 of 2 notes selected');
  await studio.press('F2', 't');
  await expect(studio.status).toHaveText(/can be touched/);
  await studio.press('F2', 'b');
  await expect(studio.status).toHaveText('The open tracks alone');
});

test('the rows are those that the open clips use, the one in front, or the whole part', async ({ studio }) => {
  await studio.open([0, 1, 2, 3].map((bar) => [bar * BAR, 480, 60 + bar]));
  await line(studio, `clip-split at=${2 * BAR}`);
  await expect(studio.status).toHaveText('Clip split at 3.1.0');
  await studio.press('Shift+6');
  await expect(studio.status).toHaveText('Only the rows that are used: 4');
  await studio.press('F2', 'u');
  await expect(studio.status).toHaveText('Only the rows that the clip in front uses: 2');
  await studio.press('F9', '.', 'Enter');
  await expect(studio.roll).toContainText(/^2 notes/);
  await studio.press('F2', 'p');
  await expect(studio.status).toHaveText('Only the rows that the part uses, in all its clips: 4');
  await studio.press('F2', 'p');
  await expect(studio.status).toHaveText('All rows');
});

test('which tracks lie behind is chosen for each on the bench', async ({ studio }) => {
  await openParts(studio);
  await studio.turnTo('Tracks');
  const button = track(studio, 'Track 1').getByRole('button', { name: 'Track 1 drawn behind the open tracks' });
  await button.click();
  await expect(studio.status).toHaveText('Track 1 is drawn behind');
  await expect(button).toHaveAttribute('aria-pressed', 'true');
  await button.click();
  await expect(studio.status).toHaveText('Track 1 is not drawn behind any more');
  await studio.press('F2', 't');
  await expect(studio.status).toHaveText('No other track lies behind.');
  await line(studio, 'backdrop track=9');
  await expect(studio.status).toHaveText('There is no track 9; the song has 2.');
});

test('another open track comes to the front by a key or by two presses on one of its notes', async ({
  studio,
  page,
}) => {
  await openParts(studio);
  await studio.press('F2', ']');
  await expect(studio.status).toHaveText('No other track is open; show-tracks opens some beside this one.');
  await studio.press('F2', 'a');
  await expect(studio.status).toHaveText('Open: Track 1, Plucked');
  await studio.press('F2', ']');
  await expect(studio.status).toHaveText('Track 1 is in front');
  const { x, y } = await studio.point(100, 67);
  await page.mouse.dblclick(x, y);
  await expect(studio.status).toHaveText('Plucked is in front: new notes go there');
  await showsIn(page, 'Plucked');
  await studio.press('F8', 't');
  await expect(studio.status).toContainText('1 of 5 notes selected');
  await studio.click(BAR + 100, 61);
  await studio.press('F8', 't');
  await expect(studio.status).toHaveText('4 of 5 notes selected');
});

test('the notes of the bass go to the kick of another track with one line', async ({ studio, page }) => {
  await openParts(studio);
  await line(studio, 'copy-to track="Track 1" pitch=C2');
  await expect(studio.status).toHaveText('1 note doubled on Track 1, all on C2');
  await showsIn(page, 'Track 1');
  await line(studio, 'copy-to track=Harp');
  await expect(studio.status).toHaveText('There is no track “Harp”; there are Track 1, Plucked.');
});

test('a clip is heard alone while its key is down, and the playhead is where it was', async ({ studio, page }) => {
  await openParts(studio);
  await page.keyboard.down('Alt');
  await page.keyboard.down('Shift');
  await page.keyboard.down('l');
  await expect(studio.status).toHaveText('Plucked alone');
  await expect(page.getByRole('button', { name: /^Stop/ })).toBeVisible();
  await page.keyboard.up('l');
  await page.keyboard.up('Shift');
  await page.keyboard.up('Alt');
  await expect(page.getByRole('button', { name: /^Play/ }).first()).toBeVisible();
  await expect(page.getByText('1.1.0').first()).toBeVisible();
});

test('the track that notes go to is chosen by a number key, or from the tracks of the song as one types', async ({
  studio,
}) => {
  await openParts(studio);
  await studio.press('F2', '1');
  await expect(studio.status).toHaveText('1 note doubled on Track 1');
  await studio.press('F2', '5');
  await expect(studio.status).toHaveText('There is no track 5; the song has 2 tracks.');
  await studio.press('/');
  await studio.palette.fill('copy-to track=Tr');
  await studio.press('Tab');
  await expect(studio.palette).toHaveValue('copy-to track="Track 1" ');
  await studio.press('Escape');
});
