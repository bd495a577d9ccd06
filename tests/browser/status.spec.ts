import { expect, test } from './studio';

/** What the status line says is true of what one sees. */
test.beforeEach(async ({ studio }) => {
  await studio.open([
    [0, 240, 60, 64],
    [480, 240, 64, 80],
    [960, 480, 67, 96],
  ]);
  await expect(studio.bench).toContainText('All 3 notes');
});

test('it follows every selection: one note with all one asks of it, several by their number, none', async ({
  studio,
}) => {
  await studio.press('Control+a', 'ArrowUp');
  await expect(studio.status).toHaveText('3 notes up 1 semitone');
  await studio.click(500, 65);
  await expect(studio.status).toHaveText('1 of 3 notes selected: F4 at 1.2.0, 1/8 long, velocity 80');
  await studio.click(1000, 68, { modifiers: ['Shift'] });
  await expect(studio.status).toHaveText('2 of 3 notes selected');
  await studio.press('Escape');
  await expect(studio.status).toHaveText('Nothing is selected');
});

test('a drag of a copy says what became of it in time and in pitch', async ({ studio }) => {
  await studio.press('Control+a', 'Escape');
  await studio.click(100, 60);
  await studio.drag([100, 60], [2020, 62], 'Control');
  await studio.expectColumn('start', [0, 480, 960, 1920]);
  await studio.expectColumn('pitch', [60, 64, 67, 62]);
  await expect(studio.status).toHaveText(/copied.*1920 ticks \(2000 ms\) later.*up 2 semitones/);
});

test('a refusal goes with what was refused', async ({ studio, page }) => {
  await studio.press('/');
  await page.keyboard.type('xylograph');
  await studio.press('Enter');
  await expect(studio.status).toHaveText('Nothing is found for “xylograph”.');
  await page.keyboard.type('s');
  await studio.press('Escape');
  await expect(studio.status).toHaveText('');
  await studio.songFacts();
  await page.getByRole('spinbutton', { name: 'Tempo in BPM' }).fill('900');
  await studio.press('Enter');
  await expect(studio.status).toHaveText('The tempo goes from 10 to 400 BPM.');
  await studio.press('Escape', 'Space');
  await expect(studio.status).not.toContainText('The tempo');
  await studio.press('Space');
});

test('what was said of the roll does not stand beside the song', async ({ studio }) => {
  await studio.press('Control+a', 'ArrowUp');
  await expect(studio.status).toHaveText('3 notes up 1 semitone');
  await studio.press('F9');
  await expect(studio.status).not.toContainText('semitone');
});

test('hits of drums are called by the names of their rows', async ({ studio, page }) => {
  await studio.press('/');
  await page.keyboard.type('track voice=drums');
  await studio.press('Enter');
  await studio.press('/');
  await page.keyboard.type('C2 here');
  await expect(page.getByRole('dialog').getByRole('option', { selected: true })).toContainText('insert pitch=C2');
  await studio.press('Enter');
  await expect(studio.status).toHaveText(/^Kick added at/);
});
