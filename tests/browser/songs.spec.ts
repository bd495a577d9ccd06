import type { Page } from '@playwright/test';
import { expect, midiFile, test } from './studio';

const notes: [number, number, number][] = [
  [0, 240, 60],
  [480, 240, 64],
];

/** Listens to all that goes to the speakers. */
const tapSpeakers = (page: Page) =>
  page.addInitScript(() => {
    const connect: (this: AudioNode, to: AudioNode) => AudioNode = AudioNode.prototype.connect;
    AudioNode.prototype.connect = function (this: AudioNode, to: AudioNode) {
      if (to instanceof AudioDestinationNode) {
        const tap = new AnalyserNode(to.context);
        connect.call(this, tap);
        Object.assign(window, { tap });
      }
      return connect.call(this, to);
    } as typeof AudioNode.prototype.connect;
  });

/** The highest sample, 0–1, of what went there last. */
const heardPeak = (page: Page) =>
  page.evaluate(() => {
    const { tap } = window as unknown as { tap?: AnalyserNode };
    const samples = new Float32Array(tap?.fftSize ?? 1);
    tap?.getFloatTimeDomainData(samples);
    return Math.max(...samples.map(Math.abs));
  });

test('a file comes in by the button, and is opened', async ({ page, studio }) => {
  await page.goto('/');
  await page
    .getByLabel('MIDI files to import')
    .setInputFiles({ name: 'pier-walk.mid', mimeType: 'audio/midi', buffer: midiFile(notes) });
  await expect(page.getByRole('heading', { name: 'pier-walk' })).toBeVisible();
  await expect(studio.bench).toContainText('All 2 notes');
});

test('a file comes in by dropping it, and damage is told', async ({ page, studio }) => {
  await page.goto('/');
  await expect(page.getByRole('heading', { name: 'Songs' })).toBeVisible();
  const bytes = [...midiFile(notes).subarray(0, -5)];
  await page.evaluate((content) => {
    const data = new DataTransfer();
    data.items.add(new File([new Uint8Array(content)], 'wet-reel.mid'));
    window.dispatchEvent(new DragEvent('drop', { dataTransfer: data, bubbles: true, cancelable: true }));
  }, bytes);
  await expect(page.getByRole('alert')).toContainText('wet-reel.mid: Track 1 is cut off');
  await expect(studio.bench).toContainText('All 2 notes');
});

test('what is no MIDI file is refused with a reason, and nothing comes in', async ({ page }) => {
  await page.goto('/');
  await page
    .getByLabel('MIDI files to import')
    .setInputFiles({ name: 'letter.txt', mimeType: 'text/plain', buffer: Buffer.from('Dear Mira') });
  await expect(page.getByRole('alert')).toContainText('letter.txt: This is no MIDI file');
  await expect(page.getByRole('link', { name: 'letter' })).toHaveCount(0);
});

test('a song is renamed, deleted, and brought back', async ({ page, studio }) => {
  const name = `Tide ${Date.now()}`;
  await studio.open(notes, name);
  await page.getByRole('button', { name: 'Song list' }).click();
  await page.getByRole('button', { name: `Rename ${name}` }).click();
  await page.getByLabel('New name').fill(`${name} out`);
  await page.keyboard.press('Enter');
  await expect(page.getByRole('link', { name: `${name} out`, exact: true })).toBeVisible();
  await page.getByRole('button', { name: `Delete ${name} out` }).click();
  await expect(page.getByRole('link', { name: `${name} out`, exact: true })).toHaveCount(0);
  await page.getByText('Deleted songs').click();
  await page.getByRole('button', { name: `Bring back ${name} out` }).click();
  await expect(page.getByRole('link', { name: `${name} out`, exact: true })).toBeVisible();
});

test('key and tempo are set in the top line, and the core goes by them', async ({ page, studio }) => {
  await studio.open(notes);
  await studio.songFacts();
  await page.getByLabel('Key root').selectOption('D');
  await page.getByLabel('Scale').selectOption('dorian');
  await studio.press('Escape');
  await studio.roll.focus();
  await studio.press('Control+a', 'Alt+ArrowUp');
  await studio.expectColumn('pitch', [62, 65]);
  await studio.songFacts();
  await page.getByLabel('Tempo in BPM').fill('60');
  await page.keyboard.press('Enter');
  await studio.press('Escape');
  await studio.roll.focus();
  await studio.press('Alt+ArrowRight');
  await expect(studio.status).toHaveText('2 notes moved 2 ticks (4.2 ms) later');
});

test('the other tracks of a song are opened from the top line', async ({ page, studio }) => {
  await studio.openDemo();
  await page.getByLabel('Track').first().selectOption('Frame drum kit');
  await expect(studio.bench).toContainText(/All \d+ notes/);
  await expect(studio.bench).toContainText(/Kick, Snare/);
});

test('a song is heard in the list by a press, shows where it plays, and stops by another', async ({ page, studio }) => {
  await tapSpeakers(page);
  const name = `Short ${Date.now()}`;
  await studio.open([[0, 1900, 60]], name);
  await page.getByRole('button', { name: 'Song list' }).click();
  const row = page.getByRole('listitem', { name });
  await row.getByRole('button', { name: `Hear ${name}` }).click();
  await expect.poll(() => heardPeak(page), 'it sounds').toBeGreaterThan(0.001);
  await expect
    .poll(async () => Number(await row.getByTestId('played').getAttribute('data-share')))
    .toBeGreaterThan(0.1);
  await row.getByRole('button', { name: `Stop ${name}` }).click();
  await expect(row.getByTestId('played')).toHaveCount(0);
  await expect.poll(() => heardPeak(page), 'it stands').toBeLessThan(0.001);
});

test('a list of hundreds shows the first, all of them where one asks for it, and finds any by a word', async ({
  page,
}) => {
  const lines = Array.from({ length: 300 }, (_, k) => ({
    id: 100_000 + k,
    name: `Reel ${k + 1}`,
    tracks: 1,
    tempo: 120,
    key: null,
    updated: new Date(Date.UTC(2026, 0, 1) - 60_000 * k).toISOString(),
    state: `${k}`,
    did: null,
    deleted: null,
  }));
  await page.route('**/api/songs', (route) => route.fulfill({ json: { songs: lines, deleted: [] } }));
  await page.goto('/');
  const rows = page.getByRole('list', { name: 'Songs' }).getByRole('listitem');
  await expect(page.getByText('300 songs')).toBeVisible();
  await expect(rows).toHaveCount(40);
  await page.getByRole('button', { name: 'Show 260 more songs' }).click();
  await expect(rows).toHaveCount(300);
  await page.getByLabel('Find a song').fill('reel 299');
  await expect(rows).toHaveCount(1);
  await expect(page.getByText('1 of 300 songs')).toBeVisible();
});

test('a long import is shown, and need not be waited for', async ({ page }) => {
  await page.goto('/');
  await page.route('**/api/songs', (route) => (route.request().method() === 'POST' ? undefined : route.continue()));
  await page
    .getByLabel('MIDI files to import')
    .setInputFiles({ name: 'long.mid', mimeType: 'audio/midi', buffer: midiFile([[0, 240, 60]]) });
  await expect(page.getByText('Reading long.mid …')).toBeVisible();
  await page.getByRole('button', { name: 'Do not wait' }).click();
  await expect(page.getByRole('alert')).toContainText('long.mid: not waited for');
  await expect(page.getByText('Reading long.mid …')).toHaveCount(0);
});
