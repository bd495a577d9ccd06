import type { Page, Response } from '@playwright/test';
import { connectionOf, expect, test, type Studio } from './studio';

/** Whether a note is drawn at a tick and a pitch. */
async function isDrawn(studio: Studio, tick: number, pitch: number): Promise<boolean> {
  const { x, y } = await studio.point(tick, pitch);
  return studio.page.getByTestId('roll-canvas').evaluate(
    (over, at) => {
      const bodies = over.previousElementSibling as HTMLCanvasElement;
      const box = bodies.getBoundingClientRect();
      const ratio = bodies.width / box.width;
      const { data } = bodies.getContext('2d')!.getImageData((at.x - box.x) * ratio, (at.y - box.y) * ratio, 1, 1);
      return data[3] > 0;
    },
    { x, y },
  );
}

/** The next answer that is asked for ahead, once the page has taken it in. */
async function taken(page: Page, isMeant: (response: Response) => boolean = () => true): Promise<void> {
  const response = await page.waitForResponse((one) => one.url().endsWith('/ahead') && isMeant(one));
  await response.finished();
  await page.evaluate(() => new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done))));
}

/** Selects all, and waits until it is known what is likeliest then. */
async function selectAndWait(studio: Studio): Promise<void> {
  const known = taken(studio.page, (response) =>
    (response.request().postData() ?? '').includes('{"lines":["transpose semitones=1"]}'),
  );
  await studio.press('Control+a');
  await known;
}

test('a likely key is drawn before the server has answered, and the next one of its run as well', async ({
  studio,
  page,
}) => {
  const connection = await connectionOf(page);
  await studio.open([[0, 900, 60]]);
  await selectAndWait(studio);
  let answer: () => void = () => undefined;
  connection.until = new Promise<void>((done) => (answer = done));
  const again = taken(page);
  await studio.press('ArrowUp');
  await expect.poll(() => isDrawn(studio, 400, 61)).toBe(true);
  expect(await isDrawn(studio, 400, 60), 'it is not where it was').toBe(false);
  expect(studio.column('pitch'), 'nothing was written yet').toEqual([60]);
  answer();
  await studio.expectColumn('pitch', [61]);
  await expect(studio.status).toHaveText('1 note up 1 semitone');
  expect(await isDrawn(studio, 400, 61)).toBe(true);

  await again;
  connection.until = new Promise<void>((done) => (answer = done));
  await studio.press('ArrowUp', 'ArrowUp');
  await expect.poll(() => isDrawn(studio, 400, 63)).toBe(true);
  expect(studio.column('pitch')).toEqual([61]);
  answer();
  await studio.expectColumn('pitch', [63]);
  // Whether it joined what was pressed before hangs on how fast it came.
  await expect(studio.status).toHaveText(/^1 note up (2|3) semitones$/);
  expect(await isDrawn(studio, 400, 63)).toBe(true);
});

test('what could not be sent is not drawn as if it were done, and is once it was sent', async ({ studio, page }) => {
  const connection = await connectionOf(page);
  await studio.open([[0, 900, 60]]);
  await selectAndWait(studio);
  connection.isCut = true;
  await studio.press('ArrowUp');
  await expect(page.getByRole('alert')).toContainText('1 not sent yet');
  await expect.poll(() => isDrawn(studio, 400, 60)).toBe(true);
  expect(await isDrawn(studio, 400, 61)).toBe(false);
  connection.isCut = false;
  await page.getByRole('button', { name: 'Send again' }).click();
  await studio.expectColumn('pitch', [61]);
  await expect.poll(() => isDrawn(studio, 400, 61)).toBe(true);
});

test('where another window came between, it is drawn anew from what is there', async ({ studio, request }) => {
  await studio.open([[0, 900, 60]]);
  await selectAndWait(studio);
  await request.post(`/api/songs/${studio.song}/edits`, {
    data: { open: [studio.clip], revisions: { [studio.clip]: 1 }, lines: ['velocity set=20'], selection: [1] },
  });
  await studio.press('ArrowUp');
  await expect(studio.status).toHaveText('1 note up 1 semitone, after changes in another window');
  await studio.expectColumn('pitch', [61]);
  await studio.expectColumn('velocity', [20]);
  await expect(studio.roll).toHaveAccessibleDescription(/pitches C#4, velocities 20/);
  expect(await isDrawn(studio, 400, 61)).toBe(true);
});

test('switched off, nothing is asked ahead and nothing drawn before its answer', async ({ studio, page }) => {
  const connection = await connectionOf(page);
  await studio.open([[0, 900, 60]]);
  await studio.press('/');
  await page.keyboard.type('look-ahead');
  await studio.press('Enter');
  await expect(studio.status).toHaveText('Each key waits for its answer');
  let asked = 0;
  page.on('request', (sent) => (asked += sent.url().endsWith('/ahead') ? 1 : 0));
  let answer: () => void = () => undefined;
  connection.until = new Promise<void>((done) => (answer = done));
  await studio.press('Control+a', 'ArrowUp');
  await expect(studio.roll).toHaveAccessibleDescription(/1 of 1 note selected/);
  expect(await isDrawn(studio, 400, 60)).toBe(true);
  answer();
  await studio.expectColumn('pitch', [61]);
  await expect.poll(() => isDrawn(studio, 400, 61)).toBe(true);
  expect(asked).toBe(0);
});

test('where the pointer rests on a key of the strip, what it would do is drawn, and goes with the pointer', async ({
  studio,
  page,
}) => {
  await studio.open([[0, 900, 60]]);
  await studio.press('Control+a');
  const key = page.getByRole('navigation', { name: 'Keys' }).getByRole('button', { name: '↑ semitone up' });
  await key.hover();
  await expect.poll(() => isDrawn(studio, 400, 61)).toBe(true);
  await page.mouse.move(5, 300);
  await expect.poll(() => isDrawn(studio, 400, 61)).toBe(false);
  await key.hover();
  await expect.poll(() => isDrawn(studio, 400, 61)).toBe(true);
  await studio.press('e');
  await studio.expectColumn('velocity', [97]);
  await expect.poll(() => isDrawn(studio, 400, 61), 'a key takes it back').toBe(false);
  await key.click();
  await studio.expectColumn('pitch', [61]);
});

test('what one comes to in the menu at the pointer is seen before it is done, and not what stands first', async ({
  studio,
  page,
}) => {
  await studio.open([[0, 900, 60]]);
  await studio.press('Control+a');
  const { x, y } = await studio.point(700, 60);
  await page.mouse.click(x, y, { button: 'right' });
  const menu = page.getByRole('dialog', { name: 'What can be done here' });
  await page.keyboard.type('semitone up');
  await expect(menu.getByRole('option', { selected: true })).toHaveText(/Up a semitone/);
  expect(await isDrawn(studio, 400, 61), 'nobody came to it').toBe(false);
  await studio.press('ArrowDown', 'ArrowUp');
  await expect.poll(() => isDrawn(studio, 400, 61)).toBe(true);
  await studio.press('Escape');
  await expect.poll(() => isDrawn(studio, 400, 61)).toBe(false);
  await studio.expectColumn('pitch', [60]);
});
