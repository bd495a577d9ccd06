import { readFileSync } from 'node:fs';
import { expect, test, type Studio } from './studio';

const BAR = 1920;

/** Opens the shelf and finds something on it by words. */
async function find(studio: Studio, words: string): Promise<void> {
  await studio.press('F3', 'l');
  const search = studio.bench.getByRole('searchbox', { name: 'Find on the shelf' });
  await expect(search).toBeFocused();
  await search.fill(words);
}

const phrase = (studio: Studio, name: string) => studio.bench.getByRole('group', { name, exact: true });

test('a phrase is found by typing, heard, and put at the caret', async ({ studio, page }) => {
  await studio.open([[0, 240, 60]]);
  await studio.press('Control+Shift+ArrowRight');
  await find(studio, 'walking bass');
  await expect(studio.bench.getByText(/^1 of \d+ phrases$/)).toBeAttached();
  const one = phrase(studio, 'Steps below the ferry');
  await expect(one).toContainText(/2.bars · 8.notes · 92.BPM · D.dorian · bass/);
  await one.getByRole('button', { name: 'Hear Steps below the ferry' }).click();
  await expect(one.getByRole('button', { name: 'Stop Steps below the ferry' })).toBeVisible();
  await one.getByRole('button', { name: 'Stop Steps below the ferry' }).click();
  await expect(one.getByRole('button', { name: 'Hear Steps below the ferry' })).toBeVisible();
  await page.getByRole('button', { name: 'Steps below the ferry', exact: true }).focus();
  await studio.press('Enter');
  await studio.expectColumn('start', [0, ...Array.from({ length: 8 }, (_, k) => BAR + k * 480)]);
  await studio.expectColumn('pitch', [60, 38, 41, 45, 48, 47, 43, 40, 36], 'the song has no key, so as it was kept');
  await studio.press('Control+z');
  await studio.expectColumn('start', [0]);
});

test('it is taken in the key of the song where that is wanted', async ({ studio }) => {
  await studio.open([[0, 240, 60]]);
  await studio.press('/');
  await studio.palette.fill('key to="G minor"');
  await studio.press('Enter');
  await expect(studio.status).toHaveText('Key G minor');
  await studio.press('Control+Shift+ArrowRight', '/');
  await studio.palette.fill('shelf-take name="Pier and back"');
  await studio.press('Enter');
  await expect.poll(() => studio.column('pitch')).toEqual([60, 31, 43, 31, 29, 38, 29]);
  await find(studio, 'pier');
  await studio.bench.getByRole('checkbox', { name: /in the song’s key/ }).uncheck();
  await studio.press('Control+z', '/');
  await studio.palette.fill('shelf-take name="pier and back"');
  await studio.press('Enter');
  await expect.poll(() => studio.column('pitch')).toEqual([60, 33, 45, 33, 31, 40, 31]);
  await studio.press('/');
  await studio.palette.fill('shelf-take name="Pier and forth"');
  await studio.press('Enter');
  await expect(studio.status).toContainText('There is no “Pier and forth” on the shelf');
});

test('what is selected is kept under a name with tags, renamed, and taken away', async ({ studio, page }) => {
  const name = `Gull ${Date.now()}`;
  await studio.open([
    [0, 240, 60],
    [480, 240, 64],
    [960, 240, 67],
  ]);
  await studio.press('Control+a', 'F3', 'k');
  await expect(studio.bench.getByRole('textbox', { name: 'Name for what is selected' })).toBeFocused();
  await page.keyboard.type(name);
  await studio.bench.getByRole('textbox', { name: /^Tags/ }).fill('gulls, soft');
  await studio.press('Enter');
  await expect(studio.status).toHaveText(`“${name}” lies on the shelf`);
  await find(studio, 'gulls soft');
  await expect(phrase(studio, name)).toContainText(/3.beats · 3.notes/);
  await studio.bench.getByRole('button', { name: `rename ${name}` }).click();
  await studio.bench.getByRole('textbox', { name: 'Name', exact: true }).fill(`${name} two`);
  await studio.press('Enter');
  await expect(phrase(studio, `${name} two`)).toContainText('#gulls #soft');
  await studio.bench.getByRole('textbox', { name: 'Name for what is selected' }).fill(`${name} two`);
  await studio.press('Enter');
  await expect(studio.status).toHaveText(`“${name} two” lies on the shelf already; take another name.`);

  const download = page.waitForEvent('download');
  await studio.bench.getByRole('link', { name: `Export ${name} two as a MIDI file` }).click();
  const file = await (await download).path();
  expect(readFileSync(file).subarray(0, 4).toString()).toBe('MThd');
  await studio.bench.getByRole('button', { name: `Take ${name} two from the shelf` }).click();
  await expect(phrase(studio, `${name} two`)).toHaveCount(0);
  await studio.bench.getByRole('button', { name: `Put back “${name} two”` }).click();
  await expect(phrase(studio, `${name} two`)).toContainText(/3.beats · 3.notes/);
  await expect(phrase(studio, `${name} two`)).toContainText('#gulls #soft');
  await studio.bench.getByRole('button', { name: `Take ${name} two from the shelf` }).click();
  await expect(phrase(studio, `${name} two`)).toHaveCount(0);
  await studio.bench.getByLabel('MIDI files for the shelf').setInputFiles({
    name: 'gull.mid',
    mimeType: 'audio/midi',
    buffer: readFileSync(file),
  });
  await expect(studio.status).toHaveText('1 of 1 files taken onto the shelf');
  await expect(phrase(studio, `${name} two`)).toContainText(/3.beats · 3.notes/);
  await studio.bench.getByRole('button', { name: `Take ${name} two from the shelf` }).click();
  await expect(phrase(studio, `${name} two`)).toHaveCount(0);
});

test('Enter in its search puts in the first that is found, the arrow leads to it, and below the tracks it makes one', async ({
  studio,
  page,
}) => {
  await studio.open([[0, 240, 60]]);
  await find(studio, 'walking bass');
  await expect(studio.bench.getByText(/^1 of \d+ phrases$/)).toBeAttached();
  await studio.press('ArrowDown', 'ArrowUp');
  await page.getByLabel('Find on the shelf').press('Enter');
  await expect.poll(() => studio.column('start').length).toBeGreaterThan(1);
  await studio.press('Escape', 'F9');
  const song = page.getByRole('group', { name: 'Song', exact: true });
  const from = studio.bench.locator('[data-phrase]').first();
  const box = (await song.boundingBox())!;
  await from.dragTo(song, { targetPosition: { x: 120, y: box.height - 60 } });
  await expect
    .poll(async () => {
      const { song: now } = await (await page.request.get(`/api/songs/${studio.song}`)).json();
      return now.tracks.map(({ voice }: { voice: string }) => voice);
    })
    .toEqual(['plucked', 'bass']);
});

test('in the song a phrase becomes a clip: at the caret by a key, on a row by a drag', async ({ studio, page }) => {
  await studio.open([[0, 240, 60]]);
  await studio.press('F2', 'n', 'Control+Home', 'F9');
  await find(studio, 'deck');
  const clips = async () => {
    const { song } = await (await page.request.get(`/api/songs/${studio.song}`)).json();
    return song.tracks.map((track: { clips: { start: number; length: number }[] }) =>
      track.clips.map(({ start, length }) => [start / BAR, length / BAR]),
    );
  };
  const before = await clips();
  await studio.bench.getByRole('button', { name: 'Put Deck planks at the caret' }).click();
  await expect.poll(async () => (await clips())[1].length).toBe(before[1].length + 1);
  const canvas = page.getByTestId('song-canvas');
  const { tops } = await canvas.evaluate((one) => ({ ...(one as HTMLElement).dataset }));
  await page
    .getByRole('button', { name: 'Deck planks', exact: true })
    .dragTo(canvas, { targetPosition: { x: 400, y: Number(tops!.split(',')[0]) + 20 } });
  await expect.poll(async () => (await clips())[0].length).toBe(before[0].length + 1);
  expect((await clips())[0].at(-1)[1], 'a bar long').toBe(1);
});

test('dropped into the roll its notes begin at the line under the pointer', async ({ studio, page }) => {
  await studio.open([[0, 240, 60]]);
  await find(studio, 'deck');
  const { x, y } = await studio.point(BAR, 60);
  const canvas = page.getByTestId('roll-canvas');
  const box = (await canvas.boundingBox())!;
  await page
    .getByRole('button', { name: 'Deck planks', exact: true })
    .dragTo(canvas, { targetPosition: { x: x - box.x + 2, y: y - box.y } });
  await expect.poll(() => studio.column('start').filter((start) => start >= BAR).length).toBe(14);
  expect(studio.column('start')[1]).toBe(BAR);
});
