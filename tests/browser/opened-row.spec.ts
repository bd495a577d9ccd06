import type { Page } from '@playwright/test';
import { expect, test, type Studio } from './studio';

const BAR = 1920;

/** Where a tick and a pitch lie in the opened row of a track, in pixels of the page. */
async function point(page: Page, name: string, tick: number, pitch: number): Promise<[number, number]> {
  const canvas = page.getByRole('group', { name: `Notes of ${name}` }).getByTestId('row-canvas');
  const box = (await canvas.boundingBox())!;
  const shown = await canvas.evaluate((one) => ({ ...(one as HTMLElement).dataset }));
  const [left, top, scale, height] = [shown.left, shown.top, shown.pixelsPerTick, shown.rowHeight].map(Number);
  return [box.x + (tick - left) * scale, box.y + (127 - pitch - top + 0.5) * height];
}

/** What lies on a track, as the server has it: start and one value of each note. */
async function notesOf(studio: Studio, track: number, value: 'pitch' | 'velocity'): Promise<number[][]> {
  const { song } = await (await studio.page.request.get(`/api/songs/${studio.song}`)).json();
  const clips = (song.tracks[track].clips as { id: number }[]).map(({ id }) => id).join();
  const { open } = await (await studio.page.request.get(`/api/songs/${studio.song}?clips=${clips}`)).json();
  const { id, start, [value]: values } = open.notes as Partial<Record<string, number[]>>;
  return id!.map((_, i) => [start?.[i] ?? 0, values?.[i] ?? 0]);
}

const song = (page: Page) => page.getByRole('group', { name: 'Song', exact: true });
const row = (page: Page, name: string) => page.getByRole('group', { name: `Notes of ${name}` });

/** Two tracks seen from afar: four notes in four bars, and one note of 67 in a second track’s clip. */
async function openSong(studio: Studio): Promise<void> {
  await studio.open([0, 1, 2, 3].map((bar) => [bar * BAR, 480, 60 + bar]));
  await studio.press('F2', 'n');
  await expect(studio.status).toHaveText('New track Plucked');
  await studio.press('/');
  await studio.palette.fill('insert at=0 pitch=67 length=480tk velocity=80');
  await studio.press('Enter');
  await expect(studio.status).toContainText('G4');
  await studio.press('Control+Home', 'F9');
  await expect(song(studio.page)).toBeVisible();
}

test('one key turns a row from clips to notes and back, another to dynamics', async ({ studio, page }) => {
  await openSong(studio);
  await studio.press('Alt+Enter');
  await expect(studio.status).toHaveText('Plucked: notes; Escape goes back to the clips');
  await expect(row(page, 'Plucked')).toContainText('1 note of Plucked, 1 selected.');
  await expect(page.getByRole('group', { name: 'Velocity of Plucked' })).toBeVisible();
  await studio.press('F2', 'l');
  await expect(row(page, 'Plucked')).toBeHidden();
  await expect(page.getByRole('group', { name: 'Velocity of Plucked' })).toBeVisible();
  await studio.press('Alt+Enter');
  await expect(studio.status).toHaveText('Plucked: clips');
  await expect(page.getByRole('group', { name: 'Velocity of Plucked' })).toBeHidden();
});

test('in an opened row keys reach its notes, and after Escape clips again', async ({ studio, page }) => {
  await openSong(studio);
  await studio.press('Alt+Enter', 'Control+a');
  await expect(studio.status).toContainText('selected');
  await studio.press('Escape');
  await page.mouse.click(...(await point(page, 'Plucked', 100, 67)));
  await studio.press('ArrowUp');
  await expect(studio.status).toHaveText('1 note up 1 semitone');
  expect(await notesOf(studio, 1, 'pitch')).toEqual([[0, 68]]);
  expect(await notesOf(studio, 0, 'pitch')).toHaveLength(4);
  await studio.press('Escape', 'Escape', 'Control+a');
  await expect(song(page)).toContainText('2 of 2 clips chosen');
  await studio.press('Control+z');
  await expect.poll(() => notesOf(studio, 1, 'pitch')).toEqual([[0, 67]]);
});

test('a part is moved by the pointer against the part above it, with both in sight', async ({ studio, page }) => {
  await openSong(studio);
  await page.getByRole('button', { name: 'Open the row of Track 1' }).click();
  await page.getByRole('button', { name: 'Open the row of Plucked' }).click();
  await expect(row(page, 'Track 1')).toContainText('4 notes of Track 1');
  await expect(row(page, 'Plucked')).toContainText('1 note of Plucked');
  const [x, y] = await point(page, 'Plucked', 100, 67);
  const [to] = await point(page, 'Plucked', BAR + 100, 67);
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move((x + to) / 2, y);
  await page.mouse.move(to, y);
  await page.mouse.up();
  await expect.poll(() => notesOf(studio, 1, 'pitch')).toEqual([[BAR, 67]]);
  expect((await notesOf(studio, 0, 'pitch')).map(([start]) => start)).toEqual([0, BAR, 2 * BAR, 3 * BAR]);
  await page.mouse.dblclick(...(await point(page, 'Track 1', 2 * BAR + 960, 65)));
  await expect.poll(async () => (await notesOf(studio, 0, 'pitch')).length).toBe(5);
  await page.mouse.dblclick(...(await point(page, 'Plucked', 2 * BAR, 65)));
  await expect.poll(async () => (await notesOf(studio, 1, 'pitch')).length, 'each row takes its own notes').toBe(2);
});

test('a row is as high as it is dragged, and its dynamics are drawn in it', async ({ studio, page }) => {
  await openSong(studio);
  await studio.press('F2', 'l');
  const edge = page.getByRole('separator', { name: 'Height of the row of Plucked' });
  await edge.focus();
  await studio.press('ArrowDown', 'ArrowDown');
  await expect(edge).toHaveAttribute('aria-valuenow', '270');
  const box = (await edge.boundingBox())!;
  await page.mouse.move(box.x + 40, box.y + 2);
  await page.mouse.down();
  await page.mouse.move(box.x + 40, box.y - 98);
  await page.mouse.up();
  await expect(edge).toHaveAttribute('aria-valuenow', '170');
  const lane = (await page.getByTestId('row-lane').boundingBox())!;
  await page.keyboard.down('Alt');
  await page.mouse.move(lane.x + 1, lane.y + lane.height / 2);
  await page.mouse.down();
  await page.mouse.move(lane.x + 60, lane.y + lane.height / 2);
  await page.mouse.up();
  await page.keyboard.up('Alt');
  await expect.poll(async () => (await notesOf(studio, 1, 'velocity'))[0][1]).toBeLessThan(72);
});

test('what comes onto the track of an opened row lies in it', async ({ studio, page }) => {
  await openSong(studio);
  await page.getByRole('button', { name: 'Open the row of Plucked' }).click();
  await expect(row(page, 'Plucked')).toContainText('1 note of Plucked');
  await studio.press('/');
  await studio.palette.fill('clip-repeat');
  await studio.press('Enter');
  await expect(row(page, 'Plucked')).toContainText('2 notes of Plucked');
});

test('a row whose track is deleted has no keys any more, and comes back with it', async ({ studio, page }) => {
  await openSong(studio);
  await studio.press('Alt+Enter');
  await expect(row(page, 'Plucked')).toContainText('1 note of Plucked');
  await studio.press('F2', 'Delete');
  await expect(row(page, 'Plucked')).toHaveCount(0);
  await studio.press('Control+a');
  await expect(song(page)).toContainText('1 of 1 clip chosen: clip of Track 1');
  await studio.press('Control+z');
  await expect(row(page, 'Plucked')).toContainText('1 note of Plucked');
});
