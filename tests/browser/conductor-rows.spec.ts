import type { Page } from '@playwright/test';
import { expect, test, type Studio } from './studio';

const BAR = 1920;

async function events(studio: Studio): Promise<string[]> {
  const { song } = await (await studio.page.request.get(`/api/songs/${studio.song}`)).json();
  return (song.events as { kind: string; tick: number; label: string }[]).map(
    ({ kind, tick, label }) => `${kind} ${label} ${Math.round((tick * 480) / song.ppq)}`,
  );
}

/** Where a tick lies in the row of tempos, so many pixels from its top. */
async function inTempos(page: Page, tick: number, y: number): Promise<[number, number]> {
  const box = (await page.getByTestId('tempo-row').boundingBox())!;
  const canvas = page.getByTestId('roll-canvas');
  const { left, pixelsPerTick } = await canvas.evaluate((one) => ({ ...(one as HTMLElement).dataset }));
  return [box.x + (tick - Number(left)) * Number(pixelsPerTick), box.y + y];
}

async function drag(page: Page, from: [number, number], to: [number, number]): Promise<void> {
  await page.mouse.move(...from);
  await page.mouse.down();
  await page.mouse.move((from[0] + to[0]) / 2, (from[1] + to[1]) / 2);
  await page.mouse.move(...to);
  await page.mouse.up();
}

test('each kind has a row of its own where it is asked for, and marks go there on a press', async ({
  studio,
  page,
}) => {
  await studio.open([[0, 240, 60]]);
  await studio.press('F4', '8');
  await expect(studio.status).toHaveText('Markers have a row below the ruler');
  await studio.press('Control+Shift+ArrowRight', 'F4', 'n', 'Control+Shift+ArrowRight', 'F4', 'n', 'Control+Home');
  const markers = page.getByRole('group', { name: 'Markers' });
  await expect(markers.getByRole('button')).toHaveCount(2);
  await studio.press('F4', '2');
  await expect(studio.status).toHaveText('Marker, at 3.1.0');
  await studio.press('F4', ',');
  await expect(studio.status).toHaveText('Marker, at 2.1.0');
  await studio.press('F4', ',');
  await expect(studio.status).toHaveText('There is no previous marker from here.');
  await studio.press('F4', '3');
  await expect(studio.status).toHaveText('There is no marker 3; the song has 2.');
  await markers.getByRole('button').last().click();
  await studio.press('i');
  await expect.poll(() => studio.column('start').at(-1)).toBe(2 * BAR);
  await studio.press('F4', '7', 'F4', '6');
  await expect(page.getByRole('group', { name: 'Keys' })).toBeVisible();
  await expect(page.getByRole('group', { name: 'Meters' })).toBeVisible();
  await studio.press('F4', '8');
  await expect(markers).toHaveCount(0);
  await expect(page.getByRole('group', { name: 'Conductor' }).getByRole('button')).not.toHaveCount(0);
});

test('in the row of tempos a drag up and down sets a tempo, one across with Shift a ramp', async ({ studio, page }) => {
  await studio.open([[0, 240, 60]]);
  await studio.press('F4', '5');
  await drag(page, await inTempos(page, 300, 23), await inTempos(page, 300, 9));
  await expect(studio.status).toContainText('BPM from 1.1.0');
  const [first] = (await events(studio)).filter((event) => event.startsWith('tempo'));
  expect(parseFloat(first.split(' ')[1])).toBeGreaterThan(122);

  await page.mouse.dblclick(...(await inTempos(page, BAR, 23)));
  await expect(studio.status).toContainText('BPM from 2.1.0');
  await page.keyboard.down('Shift');
  await drag(page, await inTempos(page, 2 * BAR, 30), await inTempos(page, 3 * BAR, 14));
  await page.keyboard.up('Shift');
  await expect(studio.status).toContainText('between 3.1.0 and 4.1.0');
  const tempos = (await events(studio)).filter((event) => event.startsWith('tempo')).map((event) => event.split(' '));
  expect(tempos.map(([, , , tick]) => Number(tick))).toEqual([
    0,
    BAR,
    ...Array.from({ length: 9 }, (_, k) => 2 * BAR + k * 240),
  ]);
  const values = tempos.slice(2).map(([, bpm]) => parseFloat(bpm));
  expect(values).toEqual(values.toSorted((a, b) => a - b));
  await studio.press('Control+z');
  await expect.poll(async () => (await events(studio)).filter((event) => event.startsWith('tempo')).length).toBe(2);
});

test('under another tempo notes stay at their beats, or where they sound', async ({ studio, page }) => {
  await studio.open([[960, 240, 60]]);
  await studio.press('F4', 'Enter');
  const popover = page.getByRole('dialog', { name: 'Conductor at 1.1.0' });
  await popover.getByLabel('Notes keep').selectOption('seconds');
  await popover.getByLabel('Tempo').fill('60');
  await studio.press('Enter');
  await expect(studio.status).toHaveText('Tempo 60 BPM from 1.1.0, what sounds stays where it is');
  await studio.expectColumn('start', [480], 'half as many beats last as long');
  await popover.getByLabel('Notes keep').selectOption('bars');
  await popover.getByLabel('Meter').fill('2/4');
  await studio.press('Enter');
  await expect(studio.status).toHaveText('Meter 2/4 from 1.1.0, notes stay in their bars');
});
