import { expect, test } from './studio';

test('two windows on one clip: the second writer gets the present state, and what it pressed is done on that', async ({
  studio,
  page,
  context,
}) => {
  await studio.open([[0, 240, 60]]);
  const other = await context.newPage();
  await other.goto(`/songs/${studio.song}`);
  await expect(other.getByRole('group', { name: 'Roll' })).toBeVisible();

  await studio.press('Control+a', 'ArrowUp');
  await studio.expectColumn('pitch', [61]);
  await other.keyboard.press('Control+a');
  await other.keyboard.press('Shift+ArrowDown');
  await expect(other.getByRole('status')).toHaveText('1 note down 1 octave, after changes in another window');
  await expect(other.getByRole('group', { name: 'Roll' })).toHaveAccessibleDescription(
    /1 of 1 note selected, pitches C#3/,
  );
  await studio.expectColumn('pitch', [49]);
  await expect(page.getByRole('group', { name: 'Roll' })).toBeVisible();
});

test('what could not be sent is kept and can be sent again, in order', async ({ studio, page }) => {
  await studio.open([[0, 240, 60]]);
  await studio.press('Control+a');
  await page.route('**/api/songs/**', (route) => route.abort());
  await studio.press('ArrowUp', 'ArrowUp', 'Shift+ArrowUp');
  await expect(page.getByRole('alert')).toContainText('3 not sent yet');
  expect(studio.column('pitch')).toEqual([60]);
  await page.unroute('**/api/songs/**');
  await page.getByRole('button', { name: 'Send again' }).click();
  await studio.expectColumn('pitch', [74]);
  await expect(page.getByRole('alert')).toHaveCount(0);
});

test('an edit whose answer was lost is done once, and the keys behind it are not lost', async ({ studio, page }) => {
  let lost = 0;
  await page.route('**/edits', async (route) => {
    if (lost++ < 2) {
      await route.fetch();
      await route.abort();
    } else {
      await route.continue();
    }
  });
  await studio.open([[0, 240, 60]]);
  await studio.press('Control+a');
  await studio.press('ArrowUp');
  await expect(page.getByRole('alert')).toContainText('1 not sent yet');
  await studio.expectColumn('pitch', [61]);
  await studio.press('ArrowUp', 'e');
  await studio.expectColumn('pitch', [62]);
  await studio.expectColumn('velocity', [97]);
  await expect(page.getByRole('alert')).toHaveCount(0);
  await expect(studio.status).not.toContainText('another window');
});

test('a key that the server failed at stays at the head, is tried again, or is left out by hand', async ({
  studio,
  page,
}) => {
  await page.route('**/edits', (route) =>
    route.fulfill({ status: 500, json: { error: { message: 'Something went wrong.' } } }),
  );
  await studio.open([[0, 240, 60]]);
  await studio.press('Control+a');
  await studio.press('ArrowUp', 'Shift+ArrowUp');
  await expect(page.getByRole('alert')).toContainText('Something went wrong. 2 not sent yet.');
  expect(studio.column('pitch')).toEqual([60]);
  await page.unroute('**/edits');
  await page.getByRole('button', { name: 'Leave it out' }).click();
  await studio.expectColumn('pitch', [72]);
});

for (const way of ['a reload', 'the song list'] as const) {
  test(`what was not sent is kept over ${way} and sent then`, async ({ studio, page }) => {
    await studio.open([
      [0, 240, 60],
      [960, 240, 64],
    ]);
    await studio.press('Control+a');
    await page.route('**/edits', (route) => route.abort());
    await studio.press('ArrowUp');
    await studio.press('ArrowRight', 'ArrowUp');
    await expect(page.getByRole('alert')).toContainText('not sent yet');
    page.on('dialog', (dialog) => void dialog.accept());
    if (way === 'a reload') {
      await page.unroute('**/edits');
      await page.reload();
    } else {
      await studio.press('Control+o');
      await expect(page.getByText('not sent yet; open it to send them')).toBeVisible();
      await page.unroute('**/edits');
      await page.locator(`a[href="/songs/${studio.song}"]`).click();
    }
    await studio.expectColumn('pitch', [62, 66]);
    await expect(page.getByRole('alert')).toHaveCount(0);
    await page.reload();
    await expect(page.getByRole('group', { name: 'Roll' })).toBeVisible();
    expect(studio.column('pitch')).toEqual([62, 66]);
  });
}

test('notes written while nothing could be sent lie where the caret was, after a reload too', async ({
  studio,
  page,
}) => {
  await studio.open([[0, 100, 60]]);
  await studio.click(480, 64);
  await page.route('**/edits', (route) => route.abort());
  await studio.press('i', 'i', 'Control+ArrowRight', 'i');
  await expect(page.getByRole('alert')).toContainText('not sent yet');
  page.on('dialog', (dialog) => void dialog.accept());
  await page.unroute('**/edits');
  await page.reload();
  await studio.expectColumn('start', [0, 480, 600, 840]);
  expect(studio.column('pitch')).toEqual([60, 64, 64, 64]);
});

test('a grid asked for while the server could not be reached comes when it can', async ({ studio, page }) => {
  await studio.open([[10, 240, 60]]);
  await page.route('**/api/songs/**', (route) => route.abort());
  await studio.press('3');
  await expect(page.getByRole('alert')).toContainText('1 not sent yet');
  await page.unroute('**/api/songs/**');
  await studio.press('Control+a', 'ArrowUp');
  await page
    .getByRole('button', { name: 'Send again' })
    .click({ timeout: 1000 })
    .catch(() => undefined);
  await studio.expectColumn('pitch', [61]);
  await expect(page.getByRole('alert')).toHaveCount(0);
});

test('notes selected while an older step is looked at are those the next edit works on', async ({ studio, page }) => {
  await studio.open([
    [0, 240, 60],
    [960, 240, 64],
  ]);
  await studio.press('Control+a', 'ArrowUp');
  await studio.expectColumn('pitch', [61, 65]);
  await studio.press('e');
  await studio.expectColumn('velocity', [97, 97]);
  await studio.press('Shift+U');
  await expect(page.getByRole('listbox', { name: 'Steps' }).getByRole('option')).toHaveCount(3);
  await studio.press('ArrowUp');
  await expect(page.getByTestId('history-effect')).toContainText('2 notes');
  await studio.click(100, 61);
  await studio.press('Shift+ArrowUp');
  await studio.expectColumn('pitch', [73, 65]);
});

test('undo goes on after a reload, without a limit that a session would meet', async ({ studio, page }) => {
  await studio.open([[0, 240, 60]]);
  await studio.press('Control+a');
  for (let k = 0; k < 30; k++) {
    await studio.press('ArrowUp', 'e');
  }
  await studio.expectColumn('velocity', [126]);
  await page.reload();
  await expect(studio.undone).toHaveAccessibleName('Undo: 1 note 1 louder');
  for (let k = 0; k < 60; k++) {
    await studio.press('Control+z');
  }
  await studio.expectColumn('velocity', [96]);
  await studio.expectColumn('pitch', [60]);
});

test('a song that is not there is said, with a way back', async ({ page }) => {
  await page.goto('/songs/999999');
  await expect(page.getByRole('alert')).toContainText('nothing at this address');
  await page.getByRole('button', { name: 'Song list' }).click();
  await expect(page.getByRole('heading', { name: 'Songs' })).toBeVisible();
});

test('an edit belongs to the track it was pressed in, however soon another one is opened', async ({ studio, page }) => {
  await studio.openTracks();
  const before = studio.column('pitch');
  let answerNow: () => void = () => undefined;
  const held = new Promise<void>((resolve) => (answerNow = resolve));
  await page.route('**/edits', async (route) => {
    await held;
    await route.continue();
  });
  await studio.press('Control+a', 'ArrowUp', 'ArrowUp');
  await page.getByLabel('Track').first().selectOption('Upright bass');
  answerNow();
  await studio.expectColumn(
    'pitch',
    before.map((pitch) => pitch + 2),
  );
  await expect(studio.bench).toContainText('All 94 notes');
  studio.clip = await studio.clipOf(1);
  expect(Math.max(...studio.column('pitch'))).toBeLessThan(60);
  await studio.press('Control+a', 'ArrowDown');
  await expect(studio.status).toHaveText('94 notes down 1 semitone');
});

test('a song is found again as it was left: track in front, lanes, rows, hand, loudness; another one as is usual', async ({
  studio,
  page,
}) => {
  await studio.openTracks();
  const first = studio.song;
  await page.getByLabel('Track').first().selectOption('Upright bass');
  await expect(studio.bench).toContainText('All 94 notes');
  await studio.press('h', 'Shift+1', 'Shift+6');
  await expect(studio.status).toContainText('Only the rows that are used');
  const taken = async (name: string) =>
    expect(page.getByRole('button', { name, exact: true })).toHaveAttribute('aria-pressed', 'true');
  await taken('Draw hand');
  await page.reload();
  await expect(studio.bench).toContainText('All 94 notes');
  await taken('Draw hand');
  await studio.open([[0, 240, 60]]);
  await taken('Point hand');
  await studio.press('i');
  await studio.expectColumn('velocity', [96, 96]);
  await studio.openSong(first);
  await taken('Draw hand');
  studio.clip = await studio.clipOf(1);
  await studio.press('Control+End', 'i');
  await expect.poll(() => studio.column('velocity')).toContain(32);
});

test('undo and redo leave one on the track one was on, also where a track came or went', async ({ studio, page }) => {
  await studio.openTracks();
  const track = page.getByLabel('Track').first();
  const shows = (name: string) => expect(track.locator('option:checked')).toHaveText(name);
  await track.selectOption('Upright bass');
  await shows('Upright bass');
  await studio.press('F2', 'n');
  await shows('Plucked');
  await studio.press('Control+z');
  await shows('Upright bass');
  await studio.press('Control+y');
  await expect(studio.status).toContainText('Done again');
  await shows('Upright bass');
  await studio.press('Control+a', 'ArrowUp');
  await expect(studio.status).toHaveText('94 notes up 1 semitone');
  await track.selectOption('Frame drum kit');
  await studio.press('Control+z');
  await expect(studio.status).toContainText('Undone in Upright bass');
  await shows('Frame drum kit');
});
