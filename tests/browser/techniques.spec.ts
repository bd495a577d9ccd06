import { readFileSync } from 'node:fs';
import { expect, test, type Studio, type TestNote } from './studio';

/** A bar of eighths. */
const phrase: TestNote[] = Array.from({ length: 8 }, (_, k): TestNote => [240 * k, 200, 60 + k, 80]);

const EDGE = 6;

/** Writes a line in the palette. */
async function say(studio: Studio, line: string): Promise<void> {
  await studio.press('/');
  await studio.palette.fill(line);
  await studio.press('Enter');
}

/** Drags across the lane, in the row of a technique counted from ordinary. */
async function draw(studio: Studio, from: number, to: number, row: number, rows: number): Promise<void> {
  const { page } = studio;
  const box = (await page.getByTestId('technique-lane').boundingBox())!;
  // The upper edge of a lane is its handle.
  const y = box.y + EDGE + ((row + 0.5) / rows) * (box.height - EDGE);
  const [a, b] = [await studio.point(from, 60), await studio.point(to, 60)];
  await page.mouse.move(a.x + 1, y);
  await page.mouse.down();
  await page.mouse.move(b.x, y, { steps: 5 });
  await page.mouse.up();
}

test.beforeEach(async ({ studio }) => {
  await studio.open(phrase);
  await studio.press('0');
});

test('a track gets techniques on the bench, notes take them by keys, and the table tells them', async ({
  studio,
  page,
}) => {
  await studio.press('Control+a', 'F10', '1');
  await expect(studio.status).toContainText('This track has no techniques yet; technique-map to=strings');
  await studio.turnTo('Tracks');
  await page.getByRole('button', { name: 'Name, instrument, pan, colour' }).click();
  await page.getByLabel('Played').selectOption('as a bellows instrument');
  await expect(studio.status).toContainText('techniques short, swelled, dry, tied');
  await studio.roll.focus();
  await studio.press('F10', '2');
  await expect(studio.status).toHaveText('8 notes played swelled');
  await studio.expectColumn(
    'technique',
    phrase.map(() => 2),
  );
  await studio.press('F10', ']');
  await studio.expectColumn(
    'technique',
    phrase.map(() => 3),
  );
  await studio.press('Escape', '.', 'F10', '0');
  await studio.expectColumn('technique', [0, ...phrase.slice(1).map(() => 3)]);
  await studio.press('j');
  await expect(page.getByRole('row').nth(2)).toContainText('dry');
  await studio.press('j', 'Control+z');
  await studio.expectColumn(
    'technique',
    phrase.map(() => 3),
  );
});

test('spans are drawn in the lane, a press takes one note, Escape leaves it', async ({ studio, page }) => {
  await say(studio, 'technique-map to=bellows');
  await studio.press('F10', 'u');
  await expect(page.getByRole('group', { name: 'Technique lane' })).toBeVisible();
  await draw(studio, 480, 960, 1, 5);
  await studio.expectColumn('technique', [0, 0, 1, 1, 0, 0, 0, 0]);
  await draw(studio, 1210, 1211, 4, 5);
  await studio.expectColumn('technique', [0, 0, 1, 1, 0, 4, 0, 0]);
  await draw(studio, 0, 1920, 0, 5);
  await studio.expectColumn(
    'technique',
    phrase.map(() => 0),
  );
  const box = (await page.getByTestId('technique-lane').boundingBox())!;
  await page.mouse.move(box.x + 20, box.y + 20);
  await page.mouse.down();
  await page.mouse.move(box.x + 300, box.y + 20, { steps: 4 });
  await studio.press('Escape');
  await page.mouse.up();
  await studio.press('Control+a', 'e');
  await studio.expectColumn(
    'velocity',
    phrase.map(() => 81),
  );
  await studio.expectColumn(
    'technique',
    phrase.map(() => 0),
  );
});

test('what is sent switches the instrument just before, and never twice', async ({ studio, page }) => {
  await say(studio, 'technique-map to="plucked/p key=C0 length=50; far/f program=9 velocity=50"');
  await say(studio, 'choose where="pitch=62..64"');
  await expect(studio.status).toContainText('pitch=62..64');
  await studio.press('F10', '1');
  await say(studio, 'choose where="pitch=65"');
  await expect(studio.status).toContainText('pitch=65');
  await studio.press('F10', '2');
  await studio.expectColumn('technique', [0, 0, 1, 1, 1, 2, 0, 0]);
  await studio.press('F7', 'k');
  await studio.turnTo('Tracks');
  await page.getByRole('button', { name: 'Name, instrument, pan, colour' }).click();
  await page.getByLabel('Sounds on').selectOption('A list of what is sent');
  await studio.roll.focus();
  await studio.press('Escape', 'Home');
  // The list shows what was sent last: all it showed is gathered, for it goes on faster than one looks.
  const shown = await page.evaluateHandle(() => {
    const texts: string[] = [];
    new MutationObserver(() => texts.push(document.querySelector('[data-testid=sent]')?.textContent ?? '')).observe(
      document.body,
      { childList: true, characterData: true, subtree: true },
    );
    return texts;
  });
  await studio.press('Space');
  const sent = expect.poll(() => shown.evaluate((texts) => texts.join('\n')), { timeout: 15_000 });
  await sent.toContain('90 0c 40 · 80 0c 00 · 90 3e 50');
  await sent.toContain('90 3e 50 · 80 3e 00 · 90 3f 50');
  await sent.toContain('90 40 50 · 80 40 00 · c0 09 · 90 41 28');
  await studio.press('Space');
});

test('they go out and come in again with the song, and a map is kept as a file', async ({ studio, page }) => {
  await say(studio, 'technique-map to=strings');
  await say(studio, 'choose where="pitch=62..64"');
  await expect(studio.status).toContainText('pitch=62..64');
  await say(studio, 'technique to=plucked');
  await studio.expectColumn('technique', [0, 0, 2, 2, 2, 0, 0, 0]);
  const download = page.waitForEvent('download');
  await studio.press('Control+e');
  const midi = readFileSync(await (await download).path());
  await studio.press('Control+o');
  await page
    .getByLabel('MIDI files to import')
    .setInputFiles({ name: 'technique-again.mid', mimeType: 'audio/midi', buffer: midi });
  await expect(page.getByRole('heading', { name: 'technique-again' })).toBeVisible();
  const id = Number(/songs\/(\d+)/.exec(page.url())![1]);
  await studio.openSong(id);
  await studio.expectColumn('technique', [0, 0, 2, 2, 2, 0, 0, 0]);
  await studio.expectColumn(
    'length',
    phrase.map(() => 200),
  );
  await studio.turnTo('Tracks');
  await page.getByRole('button', { name: 'Name, instrument, pan, colour' }).click();
  const kept = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Keep these techniques as a file' }).click();
  const file = await (await kept).path();
  expect(JSON.parse(readFileSync(file).toString()).techniques[1]).toEqual({
    name: 'plucked',
    sign: 'p',
    key: 'C#0',
    length: 60,
  });
  await page.getByLabel('Played').selectOption('without techniques', { force: true });
  await page.getByLabel('Techniques as a file').setInputFiles({
    name: 'mine.json',
    mimeType: 'application/json',
    buffer: Buffer.from('{"jactonic":"techniques","version":1,"techniques":[{"name":"bowed","sign":"b","cc20":3}]}'),
  });
  await expect(studio.status).toContainText('techniques bowed');
});
