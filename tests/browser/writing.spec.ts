import { expect, midiFile, Studio, test, type TestNote } from './studio';

const BAR = 1920;

test('a four-bar phrase is written with the keyboard alone, and goes out as it was meant', async ({ studio, page }) => {
  await studio.open([[0, 100, 60]]);
  await studio.press('Control+a', 'Delete', 'Control+Home');
  await studio.expectColumn('id', []);

  // Bar 1: quarters going up the triad, the last one soft.
  await studio.press('4', 'Shift+4', 'i');
  for (let k = 0; k < 4; k++) await studio.press('Control+ArrowUp');
  await studio.press('i', 'Control+ArrowUp', 'Control+ArrowUp', 'Control+ArrowUp', 'i');
  await studio.press('Shift+1', 'Control+Shift+ArrowUp', 'i');
  // Bar 2: eighths with a rest between them.
  await studio.press('8', 'Shift+2', 'Control+Shift+ArrowDown', 'i', 'Control+ArrowRight', 'i');
  // Bar 3: on to the bar line, a chord of a half.
  await studio.press('Control+ArrowLeft', 'Control+ArrowLeft', 'Control+ArrowLeft', 'Control+Shift+ArrowRight');
  await studio.press('2', 'Shift+3', 'Shift+I');
  // Bar 4: a whole note back on the first pitch.
  await studio.press('Control+ArrowRight', '1', 'Control+Shift+ArrowDown');
  for (let k = 0; k < 5; k++) await studio.press('Control+ArrowUp');
  await studio.press('i');

  const phrase: TestNote[] = [
    [0, 480, 60, 120],
    [480, 480, 64, 120],
    [960, 480, 67, 120],
    [1440, 480, 79, 32],
    [BAR, 240, 67, 64],
    [BAR + 480, 240, 67, 64],
    [2 * BAR, 960, 67, 96],
    [2 * BAR, 960, 71, 96],
    [2 * BAR, 960, 74, 96],
    [3 * BAR, 1920, 60, 96],
  ];
  await studio.expectColumn(
    'start',
    phrase.map(([start]) => start),
  );
  expect(studio.column('pitch')).toEqual(phrase.map(([, , pitch]) => pitch));
  const exported = await page.request.get(`/api/songs/${studio.song}/export`);
  expect((await exported.body()).toString('hex')).toBe(midiFile(phrase).toString('hex'));
});

test('the caret goes by grid, beat, bar, semitone and octave, to notes and ends, and says where it is', async ({
  studio,
}) => {
  await studio.open([
    [240, 100, 64],
    [960, 100, 67],
  ]);
  const walk: [key: string, says: string][] = [
    ['Control+ArrowRight', '1.1.120, C4'],
    ['Control+ArrowUp', '1.1.120, C#4'],
    ['Control+Shift+ArrowUp', '1.1.120, C#5'],
    ['Control+Shift+ArrowDown', '1.1.120, C#4'],
    ['Control+Shift+ArrowRight', '2.1.120, C#4'],
    ['Control+ArrowLeft', '2.1.0, C#4'],
    ['Control+,', '1.3.0, G4'],
    ['Control+,', '1.1.240, E4'],
    ['Control+.', '1.3.0, G4'],
    ['Control+End', '5.1.0, G4'],
    ['Control+Home', '1.1.0, G4'],
  ];
  for (const [key, says] of walk) {
    await studio.press(key);
    await expect(studio.status, key).toHaveText(`Caret at ${says}`);
  }
});

test('edits that need a place take the caret: split, trim, align, repitch', async ({ studio }) => {
  await studio.open([[0, 960, 60]]);
  await studio.press('Control+a', '4', 'Control+ArrowRight', 'Shift+K');
  await studio.expectColumn('length', [480, 480]);
  await studio.press('Control+a', 'Shift+M');
  await studio.expectColumn('start', [480, 960]);
  await studio.press('Control+ArrowUp', 'Control+ArrowUp', 'Alt+y');
  await studio.expectColumn('pitch', [62, 62]);
});

test('the range is set by keys from the bar and from two places of the caret, and limits what takes it', async ({
  studio,
}) => {
  await studio.open([
    [0, 240, 60],
    [BAR, 240, 62],
    [2 * BAR, 240, 64],
  ]);
  await studio.press('Control+Shift+ArrowRight', 'Alt+p');
  await expect(studio.status).toHaveText('Range from 2.1.0 to 3.1.0');
  await studio.press('Alt+Shift+P');
  await expect(studio.status).toContainText('1 of 3 notes selected');
  await studio.press('Alt+o');
  await studio.expectColumn('start', [0, BAR]);
  await studio.press('Control+Home', 'Alt+[');
  await expect(studio.status).toHaveText('Range from 1.1.0 to 3.1.0');
  await studio.press('Control+Shift+ArrowRight', 'Alt+]');
  await expect(studio.status).toHaveText('Range from 1.1.0 to 2.1.0');
  await studio.press('Shift+O');
  await studio.expectColumn('start', [BAR, 2 * BAR]);
  await studio.press('Shift+P');
  await expect(studio.status).toHaveText('No range; the loop is the whole clip');
});

test('a range set while a note is still being written ends at the caret as it is then, and what follows works with it', async ({
  studio,
  page,
}) => {
  await studio.open([[960, 240, 60]]);
  await studio.press('Control+Home');
  let letGo = () => {};
  const held = new Promise<void>((done) => (letGo = done));
  await page.route('**/edits', async (route) => {
    await held;
    await route.continue();
  });
  await studio.press('i', 'Alt+]', 'Shift+O');
  letGo();
  await studio.expectColumn('start', [120, 1080]);
});

test('new notes are as set, whatever is edited, and take what one has of a selected note; the top line says it', async ({
  studio,
  page,
}) => {
  await studio.open([[0, 200, 60, 77]]);
  await studio.press('.', 'Control+End', 'i');
  await expect(studio.roll).toContainText('1 of 2 notes selected, pitches C4, velocities 96');
  await studio.press(',', 'Alt+i');
  const top = page.getByRole('button', { name: /^New notes/ });
  await expect(top).toHaveAccessibleName('New notes: velocity 77, length grid');
  await studio.press('Shift+E');
  await expect(top).toHaveAccessibleName('New notes: velocity 77, length grid');
  await top.click();
  await page.getByRole('button', { name: /^Like the selected note/ }).click();
  await expect(top).toHaveAccessibleName('New notes: velocity 87, length 200tk');
  await studio.press('Control+Shift+ArrowRight', 'i');
  await studio.expectColumn('length', [200, 200, 120]);
  await page.getByLabel('Velocity on key Shift 2').fill('50');
  await studio.press('Tab');
  await studio.roll.click({ position: { x: 5, y: 5 } });
  await studio.press('Shift+2');
  await expect(top).toHaveAccessibleName('New notes: velocity 50, length 200tk');
});

test('a click on one note of a group selects them all', async ({ studio }) => {
  await studio.open([
    [0, 240, 60],
    [480, 240, 64],
    [960, 240, 67],
  ]);
  await studio.press('.', 'Shift+.', 'Shift+G', 'Escape');
  await studio.click(500, 64);
  await expect(studio.bench).toContainText('2 of 3 notes selected');
});

test('notes go over the clipboard to another window and another song, and through the system as text', async ({
  studio,
  page,
  context,
}) => {
  await studio.open([
    [0, 240, 60, 70],
    [480, 240, 64, 80],
  ]);
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  await studio.press('Control+a', 'Control+c');
  await expect(studio.status).toHaveText(/2 notes copied/);
  await expect
    .poll(() => page.evaluate(() => navigator.clipboard.readText()))
    .toMatch(/^\{"jactonic":"phrase","ppq":480/);
  const source = page.url();

  const other = await context.newPage();
  const beside = new Studio(other, page.request);
  await beside.open([[0, 100, 40]], 'Second Window');
  await beside.press('Control+Shift+ArrowRight', 'Control+v');
  await beside.expectColumn('start', [0, BAR, BAR + 480]);
  expect(beside.column('pitch')).toEqual([40, 60, 64]);
  await beside.press('Control+Shift+V');
  await beside.expectColumn('start', [0, 0, 480, BAR, BAR + 480]);

  await page.goto(source);
  await expect(studio.bench).toContainText('All 2 notes');
});
