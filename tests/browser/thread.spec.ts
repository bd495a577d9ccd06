import { readFileSync } from 'node:fs';
import { expect, test } from './studio';

test('the demo song is opened, a note is moved by a key, taken back, and the song is exported', async ({
  studio,
  page,
}) => {
  await studio.openDemo();
  await expect(studio.bench).toContainText('none selected');
  await studio.press('.');
  await expect(studio.bench).toContainText('1 of 162 notes selected');
  await expect(studio.roll).toHaveAccessibleDescription(/1 of 162 notes selected, pitches C5,/);

  await studio.press('ArrowUp');
  await expect(studio.status).toHaveText('1 note up 1 semitone');
  await expect(studio.roll).toHaveAccessibleDescription(/pitches C#5/);

  await studio.press('Control+z');
  await expect(studio.status).toHaveText(/^Undone: \d+ notes? up 1 semitone$/);
  await expect(studio.roll).toHaveAccessibleDescription(/pitches C5,/);

  const download = page.waitForEvent('download');
  await studio.press('Control+e');
  const file = await download;
  expect(file.suggestedFilename()).toBe('lantern-ferry.mid');
  expect(readFileSync(await file.path())).toEqual(readFileSync('resources/demo/lantern-ferry.mid'));
});

test('the whole session: hear, select, fix timing, pitch, length, dynamics, and take it out', async ({
  studio,
  page,
}) => {
  await studio.open([
    [14, 200, 60, 70],
    [250, 90, 64, 80],
    [470, 300, 67, 127],
    [726, 100, 64, 90],
  ]);
  await studio.press('Space');
  await expect(page.getByRole('button', { name: 'Stop' })).toBeVisible();
  await studio.press('8', 'Control+a', 'q');
  await studio.expectColumn('start', [0, 240, 480, 720]);
  await studio.press('Shift+ArrowDown', 'ArrowUp');
  await studio.expectColumn('pitch', [49, 53, 56, 53]);
  await studio.press('c');
  await studio.expectColumn('length', [240, 240, 240, 1200]);
  await studio.press('Shift+D');
  await studio.expectColumn('velocity', [60, 70, 117, 80]);
  await studio.press('Control+z', 'Control+z');
  await studio.expectColumn('length', [200, 90, 300, 100]);
  await studio.press('Control+Shift+Z');
  await studio.expectColumn('length', [240, 240, 240, 1200]);
  await studio.press('Space');
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();

  const exported = await page.request.get(`/api/songs/${studio.song}/export`);
  expect((await exported.body()).toString('hex')).toContain('90355a');
});
