import { expect, loudest, test, type TestNote } from './studio';

/** Two quarters, and a chord in the second bar. */
const phrase: TestNote[] = [
  [0, 480, 60, 80],
  [480, 480, 64, 80],
  [1920, 480, 60, 80],
  [1920, 480, 64, 80],
  [1920, 480, 67, 80],
];

test.describe('the caret is where one means it', () => {
  test.beforeEach(async ({ studio }) => {
    await studio.open(phrase);
    await studio.press('0');
  });

  test('a press on empty ground and on the ruler puts it there, and the playhead; a press on a note leaves it', async ({
    studio,
    page,
  }) => {
    const caret = page.getByRole('group', { name: 'Caret', exact: true });
    const playhead = page.getByLabel('Position');
    await studio.click(1210, 70);
    await expect(caret).toHaveText(/1\.3\.240\s+A#4/);
    await expect(playhead).toHaveText('1.3.240');
    await studio.click(100, 60);
    await expect(studio.bench).toContainText('1 of 5 notes selected');
    await expect(caret).toHaveText(/1\.3\.240\s+A#4/);
    const ruler = (await page.getByTestId('ruler').boundingBox())!;
    await page.mouse.click((await studio.point(1930, 60)).x, ruler.y + 10);
    await expect(caret).toHaveText(/2\.1\.0/);
    await expect(playhead).toHaveText('2.1.0');
  });

  test('with nothing selected arrows, Home and End move it; what is written steps on and stays on its pitch', async ({
    studio,
    page,
  }) => {
    const caret = page.getByRole('group', { name: 'Caret', exact: true });
    await studio.press('Escape', 'Home', 'ArrowRight', 'ArrowUp', 'Shift+ArrowUp');
    await expect(caret).toHaveText(/1\.1\.120\s+C#5/);
    await studio.press('End');
    await expect(caret).toHaveText(/5\.1\.0/);
    await studio.press('Home', 'i', 'ArrowUp', 'ArrowUp', 'i');
    await expect(caret).toHaveText(/1\.1\.240\s+C#5/);
    await studio.expectColumn('pitch', [60, 75, 73, 64, 60, 64, 67]);
  });

  test('the key beside the copy behind is the copy in place, and a range goes along again and again', async ({
    studio,
  }) => {
    await studio.click(100, 60);
    await studio.press('P', 'n', 'n');
    await studio.expectColumn('start', [0, 480, 480, 960, 1920, 1920, 1920]);
    await studio.press('Shift+N');
    await studio.expectColumn('start', [0, 480, 480, 960, 960, 1920, 1920, 1920]);
  });

  test('a note’s velocity is taken for new ones by one key, and edits leave these as they are', async ({
    studio,
    page,
  }) => {
    const top = page.getByRole('button', { name: /^New notes/ });
    await studio.press('.', 'Shift+E');
    await expect(top).toHaveAccessibleName('New notes: velocity 96, length grid');
    await studio.press('Alt+i');
    await expect(top).toHaveAccessibleName('New notes: velocity 90, length grid');
  });

  test('a velocity that is changed by a key is heard', async ({ studio, page }) => {
    await studio.press('.');
    await expect.poll(() => loudest(page)).toBe(0);
    await studio.press('Shift+E');
    await expect.poll(() => loudest(page)).toBeGreaterThan(0);
  });

  test('what a count means stands on the strip while it is typed', async ({ studio, page }) => {
    await studio.press('.', '5', '4');
    const strip = page.getByRole('navigation', { name: 'Keys' });
    await expect(strip.getByRole('button', { name: /repeat/ }).first()).toContainText('4 ×');
    await studio.press('n');
    await expect(studio.status).toContainText('1 note repeated 4 times');
  });
});

test('in the song the keys of notes split clips, and what lies in one is moved within it', async ({ studio, page }) => {
  await studio.open(phrase);
  await studio.press('F9', 'Alt+k');
  await expect(studio.status).toHaveText('Clip split into 64');
  await studio.press('Control+z');
  const song = (await page.getByRole('group', { name: 'Song', exact: true }).boundingBox())!;
  await page.mouse.move(song.x + song.width / 3, song.y + 30);
  await studio.press('Alt+Shift+K');
  await expect(studio.status).toHaveText(/^Clip split at /);
  // What lay there is gone then: the clips that are open are not meant in its place.
  await studio.press('Alt+Shift+X');
  await expect(studio.status).toContainText(/deleted|taken out/);
  await studio.press('Alt+Shift+X');
  await expect(studio.status).toHaveText('There is no clip under the pointer.');
  await studio.press('Control+z', 'Control+z', 'F3', 'Shift+ArrowRight');
  await expect(studio.status).toHaveText(/^The content of 1 clip moved/);
  await studio.press('Escape', 'Alt+p', 'F8', 'ArrowRight');
  await expect(studio.status).toHaveText('Range from 1.1.120 to 2.1.120');
  await studio.press('Control+k');
  await expect(studio.status).toHaveText(/^Choose clips first/);
});

test('ends go to the pointer, the playhead and the end of the range by keys', async ({ studio, page }) => {
  await studio.open([[0, 100, 60]]);
  await studio.press('0', 'Control+a');
  const at = await studio.point(965, 66);
  await page.mouse.move(at.x, at.y);
  await studio.press('Alt+Shift+W');
  await studio.expectColumn('length', [960]);
  await studio.press('Alt+p', 'Alt+Shift+J');
  await studio.expectColumn('length', [1920]);
  await studio.click(490, 66);
  await studio.press('Control+a', 'Alt+Shift+Z');
  await studio.expectColumn('length', [480]);
});

test('where it is wanted the caret goes on behind what was pasted', async ({ studio, page }) => {
  await studio.open([[0, 240, 60]]);
  const caret = page.getByRole('group', { name: 'Caret', exact: true });
  await studio.press('Control+a', 'Control+c', 'Escape', 'Control+Shift+ArrowRight', 'Control+v');
  await studio.expectColumn('start', [0, 1920]);
  await expect(caret).toHaveText(/2\.1\.0/);
  await studio.press('/');
  await studio.palette.fill('caret-goes-on');
  await studio.press('Enter');
  await expect(studio.status).toHaveText(/^The caret goes on behind/);
  await studio.press('Control+v', 'Control+v');
  await studio.expectColumn('start', [0, 1920, 1920, 2160]);
  await expect(caret).toHaveText(/2\.2\.0/);
});
