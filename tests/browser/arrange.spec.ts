import type { Page } from '@playwright/test';
import { connectionOf, expect, test, type Studio } from './studio';

const BAR = 1920;

/** “Kalimba: 0+7680 7680+1920”, by bars: each track with where its clips start and how long they are. */
async function arrangement(studio: Studio): Promise<string> {
  const { song } = await (await studio.page.request.get(`/api/songs/${studio.song}`)).json();
  const bars = (ticks: number) => Math.round((ticks * 480) / song.ppq) / BAR;
  return (song.tracks as { name: string; clips: { start: number; length: number; muted: boolean }[] }[])
    .map(
      ({ name, clips }) =>
        `${name}: ${clips.map((c) => `${bars(c.start)}+${bars(c.length)}${c.muted ? 'm' : ''}`).join(' ')}`,
    )
    .join(' | ');
}

/** The clips lie so in the song, and where it is in sight the page shows as many. */
async function lies(studio: Studio, expected: string): Promise<void> {
  await expect.poll(() => arrangement(studio)).toBe(expected);
  const clips = expected.match(/\d\+\d/g)?.length ?? 0;
  if (await song(studio.page).isVisible()) {
    await expect(song(studio.page)).toContainText(`${clips} clip${clips === 1 ? '' : 's'} `);
  }
}

const song = (page: Page) => page.getByRole('group', { name: 'Song', exact: true });

/** A song of four bars of one note each, and a second track with a clip of two bars, seen from afar. */
async function openSong(studio: Studio): Promise<void> {
  await studio.open([0, 1, 2, 3].map((bar) => [bar * BAR, 480, 60 + bar]));
  await studio.press('F2', 'n');
  await expect(studio.status).toHaveText('New track Plucked');
  await studio.press('Control+Home', 'F9', 'Escape');
  await expect(song(studio.page)).toBeVisible();
  await lies(studio, 'Track 1: 0+4 | Plucked: 0+4');
}

/** Where a bar of a row lies, in pixels of the page. */
async function place(page: Page, bar: number, row: number): Promise<[number, number]> {
  const canvas = page.getByTestId('song-canvas');
  const box = (await canvas.boundingBox())!;
  const { left, tops, pixelsPerTick } = await canvas.evaluate((one) => ({ ...(one as HTMLElement).dataset }));
  const [from, to] = tops!.split(',').slice(row).map(Number);
  return [box.x + (bar * BAR - Number(left)) * Number(pixelsPerTick), box.y + (from + to) / 2];
}

async function drag(page: Page, from: [number, number], to: [number, number], held?: string): Promise<void> {
  const [a, b] = [await place(page, ...from), await place(page, ...to)];
  await page.mouse.move(...a);
  if (held) await page.keyboard.down(held);
  await page.mouse.down();
  await page.mouse.move((a[0] + b[0]) / 2, (a[1] + b[1]) / 2);
  await page.mouse.move(...b);
  await page.mouse.up();
  if (held) await page.keyboard.up(held);
}

test('one key goes from the roll to the song and back, and what was chosen stays so', async ({ studio, page }) => {
  await openSong(studio);
  await expect(song(page)).toContainText('2 clips on 2 tracks, none chosen.');
  await studio.press('.');
  await expect(studio.status).toHaveText('Clip of Track 1 at 1.1.0');
  await studio.press('Shift+.');
  await expect(song(page)).toContainText('2 of 2 clips chosen');
  await expect(studio.bench).toContainText('2 of 2 clips chosen');
  await studio.press('F9');
  await expect(studio.roll).toBeVisible();
  await studio.press('F9');
  await expect(song(page)).toContainText('2 of 2 clips chosen: clip of Track 1 at 1.1.0, clip of Plucked at 1.1.0.');
  await studio.press('Escape');
  await expect(song(page)).toContainText('none chosen');
  await studio.press('.', 'Enter');
  await expect(studio.roll).toBeVisible();
  await expect(page.getByLabel('Track', { exact: true })).toHaveValue(/\d/);
  await expect(studio.roll).toContainText('4 notes, none selected');
});

test('Tab leads to the heads of tracks below what is in sight, which come into sight beside their rows', async ({
  studio,
  page,
}) => {
  await openSong(studio);
  const { tracks } = (await (await page.request.get(`/api/songs/${studio.song}`)).json()).song;
  const clip: number = tracks[0].clips[0].id;
  const lines = Array.from({ length: 14 }, () => 'track-new');
  const data = { open: [clip], front: clip, revisions: {}, lines, selection: [], context: { grid: '1/16', swing: 0 } };
  await page.request.post(`/api/songs/${studio.song}/edits`, { data });
  await page.reload();
  await expect(studio.roll).toBeVisible();
  await studio.press('F9');
  await expect(song(page)).toContainText('of 16 clips');
  const heads = page.getByRole('group', { name: 'Tracks of the song' }).getByRole('group');
  await expect(heads).toHaveCount(16);
  await heads.nth(5).getByRole('button').first().focus();
  for (let presses = 0; presses < 60; presses++) await page.keyboard.press('Tab');
  const head = heads.filter({ has: page.locator(':focus') });
  await expect(head).toBeInViewport({ ratio: 0.9 });
  const row = await head.evaluate((one) =>
    [...one.closest('[aria-label="Tracks of the song"]')!.querySelectorAll('[role=group]')].indexOf(one),
  );
  expect(row).toBeGreaterThan(10);
  const [, middle] = await place(page, 0, row);
  const { y, height } = (await head.boundingBox())!;
  expect(Math.abs(y + height / 2 - middle)).toBeLessThan(2);
});

test('the keys of notes move, repeat, split, mute and delete clips, with undo', async ({ studio, page }) => {
  await openSong(studio);
  await page.getByLabel('Grid', { exact: true }).selectOption('bar');
  await studio.press('.', 'ArrowRight', 'ArrowRight');
  await lies(studio, 'Track 1: 2+4 | Plucked: 0+4');
  await studio.press('Control+z');
  await lies(studio, 'Track 1: 0+4 | Plucked: 0+4');
  await studio.press('Control+Shift+ArrowRight', 'Control+Shift+ArrowRight', 'Shift+K');
  await expect(studio.status).toHaveText('Clip split at 3.1.0');
  await lies(studio, 'Track 1: 0+2 2+2 | Plucked: 0+4');
  await studio.press('Escape', '.', '.', 'n');
  await lies(studio, 'Track 1: 0+2 2+2 4+2 | Plucked: 0+4');
  await expect(song(page)).toContainText('1 of 4 clips chosen: clip of Track 1 at 5.1.0.');
  await studio.press('b');
  await lies(studio, 'Track 1: 0+2 2+2 4+2m | Plucked: 0+4');
  await studio.press('Delete');
  await lies(studio, 'Track 1: 0+2 2+2 | Plucked: 0+4');
  await expect(song(page)).toContainText('3 clips on 2 tracks, none chosen.');
  await studio.press('Control+a', 'Shift+J');
  await lies(studio, 'Track 1: 0+4 | Plucked: 0+4');
});

test('keys that follow fast work on what the one before left', async ({ studio, page }) => {
  await openSong(studio);
  await studio.press('.', 'n', 'n', 'n');
  await lies(studio, 'Track 1: 0+4 4+4 8+4 12+4 | Plucked: 0+4');
  await expect(song(page)).toContainText('1 of 5 clips chosen: clip of Track 1 at 13.1.0.');
});

test('what was pressed on clips before a reload is done after it', async ({ studio, page }) => {
  await openSong(studio);
  const connection = await connectionOf(page);
  await studio.press('.');
  await expect(studio.status).toHaveText('Clip of Track 1 at 1.1.0');
  connection.isCut = true;
  await studio.press('n');
  await expect(page.getByText('1 not sent yet')).toBeVisible();
  page.on('dialog', (dialog) => void dialog.accept());
  connection.isCut = false;
  await page.reload();
  await lies(studio, 'Track 1: 0+4 4+4 | Plucked: 0+4');
});

test('edits of notes reach all notes in the chosen clips', async ({ studio }) => {
  await openSong(studio);
  await studio.press('.', 'Shift+ArrowUp');
  await expect(studio.status).toHaveText('4 notes up 1 octave');
  await studio.expectColumn('pitch', [72, 73, 74, 75]);
  await studio.press('Control+z');
  await studio.expectColumn('pitch', [60, 61, 62, 63]);
});

test('an edit without a chosen clip says how one is chosen, and changes nothing', async ({ studio }) => {
  await openSong(studio);
  await studio.press('ArrowUp', 'ArrowRight');
  await expect(studio.status).toHaveText(/^Choose clips first/);
  await studio.expectColumn('pitch', [60, 61, 62, 63]);
  await lies(studio, 'Track 1: 0+4 | Plucked: 0+4');
});

test('chosen clips are named and muted on the bench, and an edit tried there is seen in the roll', async ({
  studio,
  page,
}) => {
  await openSong(studio);
  await studio.press('Control+a');
  await studio.bench.getByLabel('Name').fill('Verse');
  await studio.press('Tab');
  await expect(studio.status).toHaveText('2 clips: named Verse');
  await studio.bench.getByRole('button', { name: 'mute' }).click();
  await lies(studio, 'Track 1: 0+4m | Plucked: 0+4m');
  await song(page).focus();
  await studio.press('Escape', '.');
  await expect(studio.status).toHaveText('Verse of Track 1 at 1.1.0');
  await studio.press('Shift+Enter');
  await expect(studio.roll).toBeVisible();
});

test('the right button shows what can be done with a clip or a place, and typed letters find any other', async ({
  studio,
  page,
}) => {
  await openSong(studio);
  await page.mouse.click(...(await place(page, 1, 0)), { button: 'right' });
  await expect(song(page)).toContainText('1 of 2 clips chosen: clip of Track 1');
  const menu = page.getByRole('dialog', { name: 'What can be done here' });
  await expect(menu).toContainText('The clips');
  await menu.getByRole('option', { name: /^Repeat/ }).click();
  await lies(studio, 'Track 1: 0+4 4+4 | Plucked: 0+4');
  await studio.press('Control+z', '-', '-', '-');
  await lies(studio, 'Track 1: 0+4 | Plucked: 0+4');
  await page.mouse.click(...(await place(page, 6, 1)), { button: 'right' });
  await expect(menu).toContainText('Here in the song');
  await menu.getByRole('combobox').fill('marker');
  await menu.getByRole('option', { name: /^Marker at the caret/ }).click();
  await expect(studio.status).toContainText('Marker “Marker” at 7.1');
  await studio.press('.', 'ContextMenu');
  await expect(menu).toContainText('The clips');
  await studio.press('Escape');
  await expect(menu).toHaveCount(0);
});

test('a line typed in the palette says what it would do to the chosen clips', async ({ studio, page }) => {
  await openSong(studio);
  await studio.press('.', '/');
  await studio.palette.fill('nudge by=2bar');
  await expect(page.getByTestId('palette-effect')).toContainText('1 clip');
  await lies(studio, 'Track 1: 0+4 | Plucked: 0+4');
  await studio.press('Enter');
  await lies(studio, 'Track 1: 2+4 | Plucked: 0+4');
});

test('clips are copied, cut and pasted where the caret is and on the track in front', async ({ studio, page }) => {
  await openSong(studio);
  await studio.press('.', 'Control+c');
  await expect(studio.status).toHaveText('1 clip copied');
  await studio.press('Escape', 'Control+End', 'Control+v');
  await lies(studio, 'Track 1: 0+4 | Plucked: 0+4 4+4');
  await expect(song(page)).toContainText('1 of 3 clips chosen: clip of Plucked at 5.1.0.');
  await studio.press('Control+x');
  await lies(studio, 'Track 1: 0+4 | Plucked: 0+4');
  await page
    .getByRole('group', { name: 'Tracks of the song' })
    .getByRole('button', { name: 'Track 1', exact: true })
    .click();
  await song(page).focus();
  await studio.press('Control+Shift+V');
  await lies(studio, 'Track 1: 0+4 4+4 | Plucked: 0+4');
});

test('clips are moved, copied to other tracks and trimmed with the pointer', async ({ studio, page }) => {
  await openSong(studio);
  await drag(page, [1.5, 0], [2.5, 0]);
  await lies(studio, 'Track 1: 1+4 | Plucked: 0+4');
  await drag(page, [2, 0], [2, 1], 'Control');
  await lies(studio, 'Track 1: 1+4 | Plucked: 0+4 1+4');
  await expect(studio.status).toHaveText('Clip copied to 2.1.0 on Plucked');
  await studio.press('Control+z');
  await lies(studio, 'Track 1: 1+4 | Plucked: 0+4');
  await studio.press('Escape');
  await drag(page, [3.99, 1], [2, 1]);
  await lies(studio, 'Track 1: 1+4 | Plucked: 0+2');
  await studio.press('Escape');
  await drag(page, [1.01, 0], [2, 0]);
  await lies(studio, 'Track 1: 2+3 | Plucked: 0+2');
  // What lies in it stays where it sounds.
  await expect.poll(() => studio.column('start')).toEqual([0, BAR, 2 * BAR, 3 * BAR]);
});

test('a drag that is left with Escape moves nothing, and a box chooses what it touches', async ({ studio, page }) => {
  await openSong(studio);
  await page.mouse.move(...(await place(page, 1, 0)));
  await page.mouse.down();
  await page.mouse.move(...(await place(page, 3, 0)), { steps: 3 });
  await expect(page.getByTestId('hint')).toHaveText(/^Moves to 3\.1/);
  await studio.press('Escape');
  await page.mouse.up();
  await lies(studio, 'Track 1: 0+4 | Plucked: 0+4');
  await studio.press('Escape');
  await drag(page, [4.3, 0], [3.5, 1]);
  await expect(song(page)).toContainText('2 of 2 clips chosen');
});

test('two presses make a clip where there is none, and open one that is there', async ({ studio, page }) => {
  await openSong(studio);
  await page.mouse.dblclick(...(await place(page, 4.02, 1)));
  await lies(studio, 'Track 1: 0+4 | Plucked: 0+4 4+4');
  await page.mouse.dblclick(...(await place(page, 1, 0)));
  await expect(studio.roll).toContainText('4 notes, none selected');
});

test('heads of tracks mute, sound alone and bring to the front', async ({ studio, page }) => {
  await openSong(studio);
  const heads = page.getByRole('group', { name: 'Tracks of the song' });
  await heads.getByRole('button', { name: 'Mute Track 1' }).click();
  await expect(heads.getByRole('button', { name: 'Mute Track 1' })).toHaveAttribute('aria-pressed', 'true');
  await expect(song(page)).toContainText('none chosen');
  await heads.getByRole('button', { name: 'Solo Track 1' }).hover();
  await page.mouse.down();
  await heads.getByRole('button', { name: 'Solo Plucked' }).hover();
  await page.mouse.up();
  for (const name of ['Solo Track 1', 'Solo Plucked'])
    await expect(heads.getByRole('button', { name })).toHaveAttribute('aria-pressed', 'true');
  await heads.getByRole('button', { name: 'Solo Plucked' }).press('Enter');
  await expect(heads.getByRole('button', { name: 'Solo Plucked' })).toHaveAttribute('aria-pressed', 'false');
  await heads.getByRole('button', { name: 'Track 1', exact: true }).click();
  await expect(heads.getByRole('button', { name: 'Track 1', exact: true })).toHaveAttribute('aria-current', 'true');
  await heads.getByLabel('Volume of Plucked in %').fill('55');
  await expect(studio.status).toContainText('55');
  await song(page).focus();
  await studio.press('Shift+=', 'Shift+=');
  await expect(heads.getByLabel('Pan of Plucked in %')).toBeVisible();
});

test('clips have colours and groups on the bench, and one of a group takes the others along', async ({
  studio,
  page,
}) => {
  await openSong(studio);
  await studio.press('Control+a');
  await studio.bench.getByRole('button', { name: 'Colour 5' }).click();
  await expect(studio.status).toHaveText('2 clips: colour changed');
  await studio.bench.getByRole('button', { name: 'group', exact: true }).click();
  await expect(studio.status).toHaveText('2 clips made one group');
  await studio.press('Escape');
  await page.mouse.click(...(await place(page, 1, 0)));
  await expect(song(page)).toContainText('2 of 2 clips chosen');
  await studio.press('F3', 'ArrowRight');
  await lies(studio, 'Track 1: 1+4 | Plucked: 1+4');
  await studio.bench.getByRole('button', { name: 'ungroup' }).click();
  await expect(studio.status).toHaveText('2 clips taken out of their groups');
  await studio.press('Escape');
  await page.mouse.click(...(await place(page, 2, 0)));
  await expect(song(page)).toContainText('1 of 2 clips chosen');
});

test('keys stretch and reverse clips, repeat them to the end of the range, and make room in all tracks', async ({
  studio,
  page,
}) => {
  await openSong(studio);
  await studio.press('.', ']');
  await lies(studio, 'Track 1: 0+8 | Plucked: 0+4');
  await studio.press('[', '\\');
  await expect(studio.status).toHaveText('1 clip reversed');
  await studio.expectColumn('pitch', [63, 62, 61, 60], 'backwards');
  await studio.press('Alt+p', 'Shift+o');
  await lies(studio, 'Track 1: 1+4 | Plucked: 1+4');
  await studio.press('Alt+o');
  await lies(studio, 'Track 1: 0+4 | Plucked: 0+4');
  await studio.press('Shift+p', '/');
  await studio.palette.fill('repeat until=24960');
  await studio.press('Enter');
  await expect.poll(() => arrangement(studio)).toBe('Track 1: 0+4 4+4 8+4 12+1 | Plucked: 0+4');
  await expect(page.getByText('none chosen')).toHaveCount(0);
});

test('a range that is taken away while an edit is on its way is gone for what is pressed next', async ({
  studio,
  page,
}) => {
  const connection = await connectionOf(page);
  await openSong(studio);
  let release: () => void = () => undefined;
  connection.until = new Promise<void>((done) => (release = done));
  await studio.press('.', 'Alt+p', 'ArrowRight', 'ArrowLeft', 'Shift+p', '/');
  await studio.palette.fill('repeat times=1');
  await studio.press('Enter');
  release();
  await lies(studio, 'Track 1: 0+4 4+4 | Plucked: 0+4');
});

test('two windows work on two clips of a song, and each sees what the other did', async ({ studio, page, context }) => {
  await openSong(studio);
  await studio.press('.', 'Enter');
  await expect(studio.roll).toContainText('4 notes');
  const other = await context.newPage();
  await other.goto(page.url());
  await expect(other.getByRole('group', { name: 'Roll' })).toBeVisible();
  await other.getByLabel('Track', { exact: true }).selectOption({ label: 'Plucked' });
  await expect(other.getByRole('group', { name: 'Roll' })).toContainText('0 notes');
  await other.keyboard.press('i');
  await expect(other.getByRole('status')).toHaveText('C4 added at 1.1.0');
  await studio.press('Control+a', 'ArrowUp');
  await expect(studio.status).toContainText('4 notes up 1 semitone');
  await other.keyboard.press('ArrowUp');
  await expect(other.getByRole('status')).toContainText('1 note up 1 semitone');
  await studio.expectColumn('pitch', [61, 62, 63, 64]);
  await studio.press('F9');
  await expect(song(page)).toContainText('1 of 2 clips chosen');
});

test('what is about a track is about the one whose head was pressed', async ({ studio, page }) => {
  await openSong(studio);
  await studio.press('.');
  await expect(song(page)).toContainText('1 of 2 clips chosen: clip of Track 1');
  await page.getByRole('button', { name: 'Plucked', exact: true }).click();
  await expect(song(page)).toContainText('none chosen');
  await studio.press('F2', 'c');
  await expect(studio.status).toHaveText('Plucked copied');
  await studio.press('.', '/');
  await studio.palette.fill('track name=Bells');
  await studio.press('Enter');
  await lies(studio, 'Track 1: 0+4 | Plucked: 0+4 | Bells: 0+4');
});
