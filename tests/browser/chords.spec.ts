import { readFileSync } from 'node:fs';
import { expect, test, type Studio, type TestNote } from './studio';

const BAR = 1920;
/** C, Am7 and F a bar each, a little strummed. */
const progression: TestNote[] = [
  [48, 52, 55, 60],
  [45, 52, 55, 60],
  [41, 48, 57, 60],
].flatMap((pitches, bar) => pitches.map((pitch, k): TestNote => [bar * BAR + 15 * k, BAR - 100, pitch, 80]));

/** Writes a line in the palette. */
async function say(studio: Studio, line: string): Promise<void> {
  await studio.press('/');
  await studio.palette.fill(line);
  await studio.press('Enter');
}

const row = (studio: Studio) => studio.page.getByRole('group', { name: 'Chords' });
const names = (studio: Studio) => row(studio).getByRole('button').allTextContents();

test.beforeEach(async ({ studio }) => {
  await studio.open(progression);
  await studio.press('0', 'F4', '9');
  await expect(row(studio)).toBeVisible();
});

test('chords are named by keys, spelled by the key, go along with their notes, and are taken back', async ({
  studio,
}) => {
  await studio.press('F4', 'g');
  await expect(studio.status).toContainText(/^3 chords named, from Track 1, \d+ % sure/);
  expect(await names(studio)).toEqual(['C', 'Am7', 'F']);
  await say(studio, 'select what=all');
  await studio.press('ArrowUp', 'ArrowUp', 'ArrowUp');
  await expect.poll(() => names(studio)).toEqual(['E♭', 'Cm7', 'A♭']);
  await studio.press('Control+z');
  await expect.poll(() => names(studio)).toEqual(['C', 'Am7', 'F']);
});

test('a name is corrected by typing, moved by keys and with the pointer, and taken away', async ({ studio, page }) => {
  await studio.press('F4', 'g');
  await row(studio).getByRole('button', { name: 'chord Am7' }).dblclick();
  await page.getByLabel('Chord', { exact: true }).fill('Dm7/G');
  await page.getByLabel('Chord', { exact: true }).press('Enter');
  await expect.poll(() => names(studio)).toEqual(['C', 'Dm7/G', 'F']);
  await studio.press('Escape');
  await row(studio).getByRole('button', { name: 'chord Dm7/G at 2.1.0' }).focus();
  await studio.press('ArrowRight');
  await expect(row(studio).getByRole('button', { name: 'chord Dm7/G at 2.1.120' })).toBeVisible();
  const box = (await row(studio).getByRole('button', { name: 'chord F' }).boundingBox())!;
  const [from, to] = [await studio.point(2 * BAR, 60), await studio.point(2 * BAR + 480, 60)];
  await page.mouse.move(from.x + 4, box.y + 6);
  await page.mouse.down();
  await page.mouse.move(to.x + 4, box.y + 6, { steps: 4 });
  await page.mouse.up();
  await expect(row(studio).getByRole('button', { name: 'chord F at 3.2.0' })).toBeVisible();
  await row(studio).getByRole('button', { name: 'chord C at' }).focus();
  await studio.press('Delete');
  await expect.poll(() => names(studio)).toEqual(['Dm7/G', 'F']);
});

test('a name is written at the caret on the bench, and what is no chord says what would work', async ({
  studio,
  page,
}) => {
  await studio.press('F4', 'c');
  const field = studio.bench.getByRole('combobox', { name: /^name, / });
  await field.fill('Hm');
  await expect(studio.bench).toContainText('“Hm” is no chord');
  await field.fill('F#m7b5');
  await expect(studio.bench).toContainText('F#m7b5 at 1.1.0');
  await field.press('Enter');
  await expect.poll(() => names(studio)).toEqual(['F#m7b5']);
  await expect(page.getByText('is no chord')).toHaveCount(0);
});

test('a press on a name lets it be heard', async ({ studio, page }) => {
  await studio.press('F4', 'g', 'Escape');
  const level = page.getByRole('meter', { name: 'Level', exact: true });
  await expect.poll(async () => Number(await level.getAttribute('aria-valuenow'))).toBe(0);
  await row(studio).getByRole('button', { name: 'chord F' }).click();
  await expect.poll(async () => Number(await level.getAttribute('aria-valuenow'))).toBeGreaterThan(0);
});

test('names become notes with smooth voices, and notes move within the chords', async ({ studio }) => {
  await studio.press('F4', 'g', 'Control+a', 'Delete');
  await studio.expectColumn('start', []);
  await studio.press('F4', 'f');
  await studio.expectColumn('start', [0, 0, 0, BAR, BAR, BAR, BAR, 2 * BAR, 2 * BAR, 2 * BAR]);
  await studio.expectColumn('pitch', [55, 60, 64, 55, 57, 60, 64, 57, 60, 65]);
  await studio.press('F4', 'ArrowUp');
  await studio.expectColumn('pitch', [60, 64, 67, 57, 60, 64, 67, 60, 65, 69]);
});

test('the key is found and taken by one key', async ({ studio, page }) => {
  await studio.press('F4', 'a');
  await expect(studio.status).toContainText('C major');
  await expect(page.getByRole('button', { name: /key C major/ })).toHaveCount(0);
  await say(studio, 'key-advice what=say');
  await expect(studio.status).toContainText(/Likeliest keys.*C major 100 %, .* 100 %/);
});

test('names go out as MIDI, as words for other programs, and as MusicXML; on paper they are a lead sheet', async ({
  studio,
  page,
}) => {
  await studio.press('F4', 'g');
  await expect(studio.status).toContainText('3 chords');
  const taken = async (line: string) => {
    const download = page.waitForEvent('download');
    await say(studio, line);
    const file = await download;
    return [file.suggestedFilename(), readFileSync(await file.path()).toString('latin1')];
  };
  const [plain, midi] = await taken('export');
  expect([plain, midi.includes('Jactonic chord Am7'), midi.includes('\xff\x06\x03Am7')]).toEqual([
    'harbour-steps.mid',
    true,
    false,
  ]);
  expect((await taken('export chords=markers'))[1]).toContain('\xff\x06\x03Am7');
  const [sheet, xml] = await taken('export as=musicxml');
  expect(sheet).toBe('harbour-steps.musicxml');
  expect(xml).toContain('<kind text="m7">minor-seventh</kind>');
  await page.emulateMedia({ media: 'print' });
  const paper = page.getByTestId('lead-sheet');
  await expect(paper).toBeVisible();
  await expect(paper.locator('.bar').nth(1)).toHaveText(/2\s*Am7/);
  await expect(studio.roll).toBeHidden();
});
