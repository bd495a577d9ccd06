import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { expect, loudest, test } from './studio';

test.use({ withBank: true });

const instrument = (page: Page) => page.getByRole('combobox', { name: 'Instrument' });

/** Opens what can be set of the track in front. */
async function openTrack(page: Page): Promise<void> {
  await page.getByRole('tab', { name: 'Tracks' }).click();
  await page.getByRole('button', { name: 'Name, instrument, pan, colour' }).click();
}

/** The middle of both channels of a 24-bit WAV file, −1 to 1. */
function samplesOf(path: string): Float32Array {
  const bytes = readFileSync(path);
  expect(bytes.toString('latin1', 0, 4) + bytes.toString('latin1', 8, 16)).toBe('RIFFWAVEfmt ');
  const count = Math.floor((bytes.length - 44) / 6);
  return Float32Array.from({ length: count }, (_, i) => bytes.readIntLE(44 + 6 * i, 3) / 0x800000);
}

/** How much of a span, in seconds, is at a frequency, against all of it. */
function share(samples: Float32Array, [from, to]: [number, number], hertz: number): number {
  const part = samples.subarray(from * 48_000, to * 48_000);
  const [re, im] = part.reduce(
    ([a, b], value, i) => {
      const angle = (2 * Math.PI * hertz * i) / 48_000;
      return [a + value * Math.cos(angle), b + value * Math.sin(angle)];
    },
    [0, 0],
  );
  const power = part.reduce((sum, value) => sum + value * value, 0);
  return (2 * (re * re + im * im)) / (part.length * power);
}

/** Makes a sound file and gives its samples. */
async function made(page: Page): Promise<Float32Array> {
  const file = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Make the sound file' }).click();
  return samplesOf(await (await file).path());
}

test('an instrument is found by a word, heard in the list by the arrows, and chosen with Enter', async ({
  studio,
  page,
}) => {
  await studio.open([[0, 960, 60]]);
  await openTrack(page);
  await instrument(page).fill('nylon');
  const list = page.getByRole('listbox', { name: 'Instruments' });
  await expect(list.getByRole('option').first()).toHaveText('Acoustic guitar (nylon)');
  await expect.poll(() => loudest(page)).toBeGreaterThan(0);

  await instrument(page).fill('strings');
  await expect(list.getByRole('option', { selected: true })).toHaveText('String ensemble 1');
  await studio.press('ArrowDown', 'ArrowDown');
  await expect(list.getByRole('option', { selected: true })).toHaveText('Pizzicato strings');
  await studio.press('Enter');
  await expect(studio.status).toHaveText('Track 1: Pizzicato strings');
  await expect(list).toBeHidden();
  await expect(instrument(page)).toHaveValue('Pizzicato strings');

  await instrument(page).fill('no such thing');
  await expect(list).toContainText('Nothing is called so');
  await studio.press('Escape');
  await expect(instrument(page)).toHaveValue('Pizzicato strings');
});

test('what is said of instruments is a line, and undo takes it back', async ({ studio, page }) => {
  await studio.open([[0, 960, 60]]);
  await openTrack(page);
  await studio.roll.focus();
  await studio.press('/');
  await page.keyboard.type('make this a cello');
  await studio.press('Enter');
  await expect(studio.status).toHaveText('Track 1: Cello');
  await expect(instrument(page)).toHaveValue('Cello');
  await studio.press('Control+z');
  await expect(instrument(page)).toHaveValue('Kalimba');
});

test('a sound file has the pitches that were drawn, only of the range, so many times', async ({ studio, page }) => {
  await studio.open([
    [0, 960, 69],
    [960, 960, 81],
  ]);
  await openTrack(page);
  await instrument(page).fill('light blown');
  await studio.press('Enter', 'Escape');
  await expect(studio.status).toContainText('the light voice');
  await studio.press('Control+Shift+e');
  const song = await made(page);
  expect(share(song, [0.2, 0.8], 440)).toBeGreaterThan(0.7);
  expect(share(song, [1.2, 1.8], 880)).toBeGreaterThan(0.7);
  expect(share(song, [1.2, 1.8], 440)).toBeLessThan(0.1);
  await expect(studio.status).toContainText('is made');

  await studio.roll.focus();
  await studio.press('.', 'p');
  await page.getByLabel('What is made').selectOption({ index: 1 });
  await page.getByLabel('Rounds').fill('3');
  await studio.press('Enter');
  const rounds = await made(page);
  for (const second of [0, 1, 2]) expect(share(rounds, [second + 0.2, second + 0.8], 440)).toBeGreaterThan(0.7);
  expect(rounds.length).toBeGreaterThan(3 * 48_000);
});

test('a clip is made alone, and can be dragged out of the window', async ({ studio, page }) => {
  await studio.openTracks();
  await studio.press('Control+Shift+e');
  await page.getByLabel('What is made').selectOption('clip');
  await expect(page.getByLabel('Tracks of it')).toBeDisabled();
  expect((await made(page)).length).toBeGreaterThan(48_000);
  await expect(page.getByRole('link', { name: /\.wav$/ })).toHaveAttribute('draggable', 'true');
});

test('each track gets a file where that is wanted', async ({ studio, page }) => {
  await studio.openTracks();
  await studio.press('Control+Shift+e');
  await page.getByLabel('Tracks of it').selectOption('each');
  const names: string[] = [];
  page.on('download', (file) => names.push(file.suggestedFilename()));
  await page.getByRole('button', { name: 'Make the sound file' }).click();
  await expect(studio.status).toHaveText('4 sound files are made', { timeout: 60_000 });
  await expect
    .poll(() => names.map((name) => name.replace(/^.* (\d) /, '$1 ')))
    .toEqual(['1 Kalimba.wav', '2 Upright bass.wav', '3 Frame drum kit.wav', '4 Harmonium.wav']);
});

test('what is being made is left, and nothing comes of it', async ({ studio, page }) => {
  await studio.openTracks();
  await studio.press('Control+Shift+e');
  await page.getByLabel('Rounds').fill('64');
  await studio.press('Enter');
  let files = 0;
  page.on('download', () => files++);
  await page.getByRole('button', { name: 'Make the sound file' }).click();
  await expect(page.getByRole('progressbar', { name: 'Sound file' })).toBeVisible();
  await page.getByRole('button', { name: 'Cancel' }).click();
  await expect(studio.status).toHaveText('The sound file was not made');
  await expect(page.getByRole('button', { name: 'Make the sound file' })).toBeVisible();
  expect(files).toBe(0);
});

test('a bank of one’s own is dropped, played, missed when it is gone, and a broken one is refused', async ({
  studio,
  page,
}) => {
  await studio.open([[0, 960, 69]]);
  await openTrack(page);
  const banks = page.getByRole('region', { name: 'Banks' });
  const add = banks.locator('input[type=file]');
  await add.setInputFiles({ name: 'torn.sf2', mimeType: '', buffer: Buffer.from('RIFF....sfbk') });
  await expect(studio.status).toContainText('torn.sf2: This bank is cut off');
  await add.setInputFiles('tests/fixtures/sine-and-click.sf2');
  await expect(studio.status).toContainText('sine-and-click is there, with 2 instruments');

  await instrument(page).fill('sine');
  await studio.press('Enter', 'Escape');
  await expect(studio.status).toHaveText('Track 1: sine-and-click 1');
  await studio.press('Control+Shift+e');
  expect(share(await made(page), [0.2, 0.8], 440)).toBeGreaterThan(0.95);

  await banks.getByRole('button', { name: 'Take sine-and-click away' }).click();
  await banks.getByRole('button', { name: /^Take it away: 1 here play/ }).click();
  await expect(studio.status).toContainText('sine-and-click is gone');
  await page.reload();
  await openTrack(page);
  await expect(page.getByText('The bank sine-and-click is not here')).toBeVisible();
});

test('why nothing sounds is said, with what cures it', async ({ studio, page }) => {
  await studio.open([[0, 7680, 60]]);
  await studio.turnTo('Tracks');
  await page.getByRole('button', { name: 'Mute Track 1' }).click();
  await studio.roll.focus();
  await studio.press('Space');
  await expect(studio.status).toHaveText('Nothing sounds: Track 1 is muted. F1 offers the cure.');
  await studio.press('Space');
});

test('changes of velocity and length, copies and what is taken back are heard', async ({ studio, page }) => {
  await studio.open([[0, 960, 60, 100]]);
  expect(await loudest(page)).toBe(0);
  await studio.press('.');
  await expect.poll(() => loudest(page)).toBeGreaterThan(0);
  for (const key of ['e', 'c', 'Control+z']) {
    await expect.poll(() => loudest(page)).toBe(0);
    await studio.press(key);
    await expect.poll(() => loudest(page), { message: key }).toBeGreaterThan(0);
  }
});

test('each track shows its level while it plays, and a track that is silent shows none', async ({ studio, page }) => {
  await studio.open([[0, 7680, 60]]);
  await openTrack(page);
  await instrument(page).fill('drawbar');
  await studio.press('Enter', 'Escape', 'F2', 'n');
  const of = async (name: string) =>
    Number(await page.getByRole('meter', { name: `Level of ${name}` }).getAttribute('aria-valuenow'));
  await studio.press('Home', 'Space');
  await expect.poll(() => of('Track 1')).toBeGreaterThan(20);
  expect(await of('Plucked')).toBe(0);
  await studio.press('Space');
  await expect.poll(() => of('Track 1')).toBe(0);
});
