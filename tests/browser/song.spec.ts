import { readFileSync } from 'node:fs';
import { expect, test } from './studio';

test('from nothing: a song of two tracks is begun, drawn, doubled, taken back over both, and goes out as it sounds', async ({
  studio,
  page,
}) => {
  await page.goto('/');
  await page.getByRole('button', { name: 'New song', exact: true }).click();
  await page.getByLabel('Name', { exact: true }).fill('Tide Table');
  await page.getByRole('button', { name: /^Begin/ }).click();
  await expect(page.getByRole('heading', { name: 'Tide Table' })).toBeVisible();
  await expect(studio.roll).toContainText('Double-click to draw one');
  studio.song = Number(/\d+$/.exec(page.url())![0]);
  studio.clip = await studio.clipOf(0);

  const quarter = 960;
  const scale = [60, 62, 64, 65, 67, 65, 64, 62];
  await studio.press('4');
  for (const [k, pitch] of scale.entries()) {
    const { x, y } = await studio.point(k * quarter + 40, pitch);
    await page.mouse.dblclick(x, y);
    await expect(studio.bench).toContainText(new RegExp(`1 of ${k + 1} notes? selected`));
  }
  await studio.expectColumn('pitch', scale);

  await studio.press('F2', 'n');
  await expect(studio.status).toHaveText('New track Plucked');
  await studio.press('Alt+,');
  await expect(studio.bench).toContainText('All 8 notes');
  await studio.press('Control+a', 'F2', 'd');
  await expect(studio.status).toHaveText('8 notes doubled on Plucked');
  await expect(studio.bench).toContainText('8 of 16 notes selected');
  await studio.press('Shift+ArrowDown');
  await expect(studio.status).toHaveText('8 notes down 1 octave');
  studio.clip = await studio.clipOf(1);
  await studio.expectColumn(
    'pitch',
    scale.map((pitch) => pitch - 12),
  );

  const download = page.waitForEvent('download');
  await studio.press('Control+e');
  const file = await (await download).path();
  expect(noteOns(readFileSync(file))).toEqual([scale, scale.map((pitch) => pitch - 12)]);

  await studio.press('Control+z', 'Control+z');
  await studio.expectColumn('pitch', []);
  await expect(studio.status).toHaveText(/^Undone: 8 notes doubled/);
});

/** The pitches of the note-ons of each track that has some, in order. */
function noteOns(file: Buffer): number[][] {
  const tracks: number[][] = [];
  for (let at = file.indexOf('MTrk'); at >= 0; at = file.indexOf('MTrk', at + 4)) {
    const body = file.subarray(at + 8, at + 8 + file.readUInt32BE(at + 4));
    const pitches: number[] = [];
    for (let i = 0; i + 2 < body.length; i++) {
      if ((body[i] & 0xf0) === 0x90 && body[i + 1] < 128 && body[i + 2] > 0 && body[i + 2] < 128)
        pitches.push(body[i + 1]);
    }
    if (pitches.length > 0) tracks.push(pitches);
  }
  return tracks;
}

test('a new song begins with what was chosen, from the list with a key, and can begin as a sketch', async ({
  studio,
  page,
}) => {
  await page.goto('/');
  await expect(page.getByRole('heading', { name: 'Songs' })).toBeVisible();
  await studio.press('n');
  await expect(page.getByLabel('Name', { exact: true })).toBeFocused();
  await page.getByLabel('Tempo, BPM').fill('92');
  await page.getByLabel('Meter').fill('7/8');
  await page.getByLabel('Key root').selectOption('D');
  await page.getByLabel('Scale').selectOption('dorian');
  await page.getByRole('radio', { name: /^Keys, bass and drums/ }).check();
  await page.getByLabel('Name', { exact: true }).focus();
  await studio.press('Enter');
  await expect(page.getByRole('button', { name: 'Tempo, meter and key: 92 BPM, 7/8, D dorian' })).toBeVisible();
  await studio.turnTo('Tracks');
  for (const name of ['Keys', 'Bass', 'Drums'])
    await expect(studio.bench.getByRole('group', { name, exact: true })).toBeVisible();
});

test('a new song that cannot be is told why, and nothing is begun', async ({ page, studio }) => {
  await page.goto('/songs/new');
  await page.getByLabel('Meter').fill('4/5');
  await page.getByRole('button', { name: /^Begin/ }).click();
  await expect(page.getByRole('alert')).toContainText('meter');
  await studio.press('Escape');
  await expect(page.getByRole('form', { name: 'New song' })).toHaveCount(0);
});

test('tracks are named, voiced, ordered, silenced and taken back on the bench, each change as a line', async ({
  studio,
  page,
}) => {
  await studio.openTracks();
  await studio.turnTo('Tracks');
  const kalimba = studio.bench.getByRole('group', { name: 'Kalimba', exact: true });
  await kalimba.getByRole('button', { name: 'Solo Kalimba' }).click();
  await expect(studio.status).toHaveText('Kalimba: on solo');
  await kalimba.getByRole('button', { name: /^Name, instrument/ }).click();
  await page.getByLabel('Name', { exact: true }).fill('Bells');
  await studio.press('Enter');
  await expect(studio.status).toHaveText('Kalimba: name Bells');
  await page.getByRole('button', { name: 'Move the track down' }).click();
  await expect(
    studio.bench
      .getByRole('group')
      .filter({ has: page.getByRole('checkbox') })
      .first(),
  ).toHaveAccessibleName('Upright bass');
  await studio.press('Escape', 'Control+z', 'Control+z', 'Control+z');
  await expect(kalimba.getByRole('button', { name: 'Solo Kalimba' })).toHaveAttribute('aria-pressed', 'false');
});

test('several tracks lie in one roll, an edit reaches what is selected in all, and undo says where', async ({
  studio,
}) => {
  await studio.openTracks();
  await studio.press('F2', 'a');
  await expect(studio.bench).toContainText('All 662 notes');
  await studio.press('Control+a', 'e');
  await expect(studio.status).toHaveText('662 notes 1 louder');
  await studio.press('F2', 'f');
  await expect(studio.bench).toContainText('162 of 162 notes selected');
  await studio.press('Control+z');
  await expect(studio.status).toHaveText(
    /^Undone in Kalimba, Upright bass, Frame drum kit, Harmonium: \d+ notes 1 louder/,
  );
});

test('clips are split, repeated and walked through with keys, and the list says which is in front', async ({
  studio,
}) => {
  await studio.open([
    [0, 240, 60],
    [1920, 240, 64],
  ]);
  await studio.turnTo('Tracks');
  const clips = studio.bench.getByRole('list', { name: /^Clips of/ }).getByRole('button', { name: /^Clip, / });
  await expect(clips).toHaveCount(1);
  await studio.press('Control+Shift+ArrowRight', 'F3', 's');
  await expect(clips).toHaveCount(2);
  await expect(clips.first()).toHaveAttribute('aria-current', 'true');
  await studio.press('F3', '.');
  await expect(clips.last()).toHaveAttribute('aria-current', 'true');
  await studio.press('F3', 'r');
  await expect(clips).toHaveCount(3);
  await studio.press('Control+z', 'Control+z');
  await expect(clips).toHaveCount(1);
});

test('a track whose last clip went gets one by its name, and the keys pass it over until then', async ({ studio }) => {
  await studio.openTracks();
  for (let parts = 5; parts > 0; parts--) await studio.press('F3', 'Delete');
  await expect(studio.bench).toContainText('All 94 notes');
  await studio.press('Alt+,');
  await expect(studio.bench).toContainText('All 72 notes');
  await studio.turnTo('Tracks');
  const kalimba = studio.bench.getByRole('group', { name: 'Kalimba', exact: true });
  await kalimba.getByRole('button', { name: /^Kalimba \(no clip yet/ }).click();
  await expect(studio.status).toHaveText('New clip at 1.1.0');
  await expect(studio.roll).toContainText('No notes');
});

test('tempo, meter, key and marker are set on the ruler at a place, moved and removed', async ({ studio, page }) => {
  await studio.open([[0, 240, 60]]);
  await studio.press('Control+Shift+ArrowRight', 'F4', 'Enter');
  const popover = page.getByRole('dialog', { name: 'Conductor at 2.1.0' });
  await popover.getByLabel('Marker', { exact: true }).fill('Part B');
  await studio.press('Enter');
  await popover.getByLabel('Tempo').fill('140');
  await studio.press('Enter');
  await expect(studio.status).toHaveText('Tempo 140 BPM from 2.1.0');
  await popover.getByLabel('Meter').fill('3/4');
  await studio.press('Enter');
  await expect(studio.status).toHaveText('Meter 3/4 from 2.1.0');
  await studio.press('Escape');
  await expect(popover).toHaveCount(0);

  const flags = page.getByRole('group', { name: 'Conductor' });
  const flag = flags.getByRole('button', { name: 'marker Part B, tempo 140 BPM, meter 3/4 at 2.1.0' });
  await flag.focus();
  await studio.press('ArrowRight');
  // A meter that begins inside a bar ends that bar there.
  const moved = flags.getByRole('button', { name: 'marker Part B, tempo 140 BPM, meter 3/4 at 3.1.0' });
  await expect(moved).toBeVisible();
  await studio.press('Control+z');
  await flag.focus();
  await studio.press('Delete');
  await expect(flags.getByRole('button', { name: /Part B/ })).toHaveCount(0);
});

test('the history of a song is narrowed to the open clips', async ({ studio, page }) => {
  await studio.openTracks();
  await studio.press('Control+a', 'e', 'Alt+.');
  await expect(studio.bench).toContainText('All 94 notes');
  await studio.press('Control+a', 'ArrowUp', 'Shift+U');
  const steps = page.getByRole('listbox', { name: 'Steps' }).getByRole('option');
  await expect(steps.filter({ hasText: 'Kalimba' }).last()).toBeVisible();
  await page.getByRole('checkbox', { name: 'Only what changed the open clips' }).check();
  await expect(steps.filter({ hasText: 'Kalimba' })).toHaveCount(0);
  await expect(steps.filter({ hasText: 'Upright bass' }).last()).toBeVisible();
});

test('an edit of the song says on the bench what it would do, and leaves the notes in sight', async ({
  studio,
  page,
}) => {
  await studio.open([[0, 240, 60]]);
  await studio.bench.getByLabel('Edit on the bench').selectOption('New track');
  await expect(page.getByTestId('tuning-effect')).toHaveText('New track Plucked');
  await expect(studio.roll).toHaveAccessibleDescription(/^1 note, none selected, pitches C4/);
  await studio.bench.getByLabel('Edit on the bench').selectOption('Tempo');
  await studio.bench.getByLabel('to, 10 to 400 BPM').fill('77');
  await expect(page.getByTestId('tuning-effect')).toHaveText('Tempo 77 BPM');
  await studio.press('Enter');
  await expect(page.getByRole('button', { name: /^Tempo, meter and key: 77 BPM/ })).toBeVisible();
});
