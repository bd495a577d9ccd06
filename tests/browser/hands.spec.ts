import type { Locator } from '@playwright/test';
import { connectionOf, expect, test, type Studio, type TestNote } from './studio';

/** Three notes on eighths, two of them touching in one row. */
const phrase: TestNote[] = [
  [0, 240, 60, 80],
  [480, 240, 64, 100],
  [720, 240, 64, 60],
];

test.beforeEach(async ({ studio }) => {
  await studio.open(phrase);
  await expect(studio.bench).toContainText('All 3 notes');
});

interface Drag {
  from: [tick: number, pitch: number];
  to: [tick: number, pitch: number];
  /** keys down from the press on, or before it */
  held?: string[];
  first?: string[];
}

async function drag(studio: Studio, { from, to, held = [], first = [] }: Drag): Promise<void> {
  const { page } = studio;
  const [a, b] = [await studio.point(...from), await studio.point(...to)];
  await page.mouse.move(a.x, a.y);
  for (const key of first) await page.keyboard.down(key);
  await page.mouse.down();
  for (const key of held) await page.keyboard.down(key);
  await page.mouse.move((a.x + b.x) / 2, (a.y + b.y) / 2, { steps: 3 });
  await page.mouse.move(b.x, b.y, { steps: 3 });
  await page.mouse.up();
  for (const key of [...held, ...first].reverse()) await page.keyboard.up(key);
}

test('point hand: a drag takes a note to the line, and one undo takes it back', async ({ studio }) => {
  await studio.press('0');
  await drag(studio, { from: [100, 60], to: [350, 62] });
  await studio.expectColumn('start', [240, 480, 720]);
  await studio.expectColumn('pitch', [62, 64, 64]);
  await studio.press('Control+z');
  await studio.expectColumn('start', [0, 480, 720]);
});

test('draw hand: a press is one note on its line, as new notes are', async ({ studio, page }) => {
  await studio.press('0', 'h');
  await expect(page.getByRole('button', { name: 'Draw hand' })).toHaveAttribute('aria-pressed', 'true');
  await drag(studio, { from: [1000, 67], to: [1000, 67] });
  await studio.expectColumn('start', [0, 480, 720, 960]);
  await studio.expectColumn('velocity', [80, 100, 60, 96]);
  await page.mouse.move(5, 5);
  await expect(studio.undone).toHaveAttribute('title', /As lines: insert at=960 pitch=67$/);
});

test('draw hand: Ctrl makes up and down the velocity, and the wheel takes another chord', async ({ studio, page }) => {
  await studio.press('0', 'h');
  const at = await studio.point(1000, 67);
  await page.mouse.move(at.x, at.y);
  await page.mouse.down();
  await page.keyboard.down('Control');
  await page.mouse.move(at.x, at.y - 20, { steps: 4 });
  await page.mouse.wheel(0, -100);
  await page.mouse.up();
  await page.keyboard.up('Control');
  await studio.expectColumn('velocity', [80, 100, 60, 110, 110, 110]);
  await studio.expectColumn('pitch', [60, 64, 64, 67, 71, 74]);
});

test('a key that is held takes its hand for the moment, pressed alone it stays', async ({ studio, page }) => {
  const hand = (name: string) => expect(page.getByRole('button', { name })).toHaveAttribute('aria-pressed', 'true');
  await studio.press('0');
  await page.keyboard.down('y');
  await hand('Erase hand');
  await drag(studio, { from: [600, 64], to: [850, 64] });
  await page.keyboard.up('y');
  await hand('Point hand');
  await studio.expectColumn('start', [0]);
  await studio.press('Control+z', 'y');
  await hand('Erase hand');
  await studio.press('y');
  await hand('Point hand');
  await studio.expectColumn('start', [0, 480, 720]);
});

test('the right button in the draw hand erases, and what was selected stays selected', async ({ studio, page }) => {
  await studio.press('0', '.', 'h');
  const at = await studio.point(600, 64);
  await page.mouse.click(at.x, at.y, { button: 'right' });
  await studio.expectColumn('start', [0, 720]);
  await expect(studio.roll).toHaveAccessibleDescription(/1 of 2 notes selected, pitches C4/);
});

test('velocity in place: relations are kept from where the drag began, in one step', async ({ studio, page }) => {
  await studio.press('0', 'Control+a');
  const at = await studio.point(600, 64);
  await page.mouse.move(at.x, at.y);
  await page.keyboard.down('k');
  await page.mouse.down();
  await page.mouse.move(at.x, at.y - 60, { steps: 6 });
  await page.mouse.move(at.x, at.y - 20, { steps: 6 });
  await page.mouse.up();
  await page.keyboard.up('k');
  await studio.expectColumn('velocity', [94, 114, 74]);
  await studio.press('Control+z');
  await studio.expectColumn('velocity', [80, 100, 60]);
});

test('the frame around a selection stretches, widens and scales', async ({ studio, page }) => {
  await studio.press('0', 'Control+a');
  const [left, right] = [await studio.point(0, 64), await studio.point(960, 60)];
  const row = (await studio.point(0, 60)).y - (await studio.point(0, 61)).y;
  const pull = async (from: { x: number; y: number }, by: { x: number; y: number }) => {
    await page.mouse.move(from.x, from.y);
    await page.mouse.down();
    await page.mouse.move(from.x + by.x, from.y + by.y, { steps: 6 });
    await page.mouse.up();
  };
  await pull({ x: right.x + 7, y: (left.y + right.y) / 2 }, { x: right.x - left.x, y: 0 });
  await studio.expectColumn('start', [0, 960, 1440]);
  await studio.expectColumn('length', [480, 480, 480]);
  const wide = await studio.point(960, 64);
  await pull({ x: wide.x, y: left.y - row / 2 - 7 }, { x: 0, y: -4 * row });
  await studio.expectColumn('pitch', [60, 68, 68]);
  const foot = await studio.point(960, 60);
  await pull({ x: foot.x, y: foot.y + row / 2 + 7 }, { x: 0, y: -20 });
  await studio.expectColumn('velocity', [96, 120, 72]);
  await studio.press('Alt+Shift+G');
  await expect(studio.status).toHaveText('No frame');
});

test('Escape, a second button and a lost pointer leave a gesture without a change', async ({ studio, page }) => {
  await studio.press('0');
  const [a, b] = [await studio.point(100, 60), await studio.point(700, 62)];
  for (const leave of [
    () => page.keyboard.press('Escape'),
    () => page.mouse.down({ button: 'right' }).then(() => page.mouse.up({ button: 'right' })),
    () => page.getByTestId('roll-canvas').dispatchEvent('pointercancel'),
  ]) {
    await page.mouse.move(a.x, a.y);
    await page.mouse.down();
    await page.mouse.move(b.x, b.y, { steps: 4 });
    await leave();
    await page.mouse.move(b.x + 30, b.y);
    await page.mouse.up();
  }
  await studio.press('Control+a', 'e');
  await studio.expectColumn('velocity', [81, 101, 61]);
  expect([studio.column('start'), studio.column('pitch')]).toEqual([
    [0, 480, 720],
    [60, 64, 64],
  ]);
});

test('a pointer that leaves the window is followed, and what it lets go outside is dropped', async ({
  studio,
  page,
}) => {
  await studio.press('0');
  const a = await studio.point(600, 64);
  await page.mouse.move(a.x, a.y);
  await page.mouse.down();
  await page.keyboard.down('Shift');
  await page.mouse.move(a.x - 200, a.y, { steps: 4 });
  await page.mouse.move(-300, -40, { steps: 4 });
  await page.mouse.up();
  await page.keyboard.up('Shift');
  await studio.expectColumn('start', [0, 0, 720]);
  await studio.expectColumn('pitch', [60, 64, 64]);
  await page.mouse.move(a.x, a.y);
  await expect(page.getByTestId('hint')).toContainText('drag: select by a box');
});

test('what is dropped while the server is out of reach is sent when it can be', async ({ studio, page }) => {
  const connection = await connectionOf(page);
  await studio.press('0');
  const [a, b] = [await studio.point(100, 60), await studio.point(340, 60)];
  await page.mouse.move(a.x, a.y);
  await page.mouse.down();
  await page.mouse.move(b.x, b.y, { steps: 4 });
  connection.isCut = true;
  await page.mouse.up();
  await expect(page.getByText('1 not sent yet')).toBeVisible();
  connection.isCut = false;
  await page.getByRole('button', { name: 'Send again' }).click();
  await studio.expectColumn('start', [240, 480, 720]);
});

test('a drag over the edge of the view scrolls it', async ({ studio, page }) => {
  await studio.press('Control+a', '9', 'Escape');
  const box = (await studio.roll.boundingBox())!;
  const at = await studio.point(100, 60);
  await page.mouse.move(at.x, at.y);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width + 60, at.y, { steps: 4 });
  await expect
    .poll(async () => Number(await page.getByTestId('roll-canvas').getAttribute('data-left')))
    .toBeGreaterThan(400);
  await page.mouse.up();
  await expect.poll(() => studio.column('start').at(-1)).toBeGreaterThan(960);
});

test('keys do things at the pointer', async ({ studio, page }) => {
  await studio.press('0');
  const over = async (tick: number, pitch: number) => {
    const { x, y } = await studio.point(tick, pitch);
    await page.mouse.move(x, y, { steps: 2 });
  };
  await over(1000, 72);
  await studio.press('Alt+Shift+I');
  await studio.expectColumn('start', [0, 480, 720, 960]);
  await over(1250, 72);
  await studio.press('Alt+Shift+Digit4');
  await studio.expectColumn('velocity', [80, 100, 60, 96, 120]);
  await over(125, 60);
  await studio.press('Alt+Shift+K');
  await studio.expectColumn('start', [0, 120, 480, 720, 960, 1200]);
  await over(600, 64);
  await studio.press('Alt+Shift+X');
  await studio.expectColumn('start', [0, 120, 720, 960, 1200]);
  await over(800, 64);
  await studio.press('Alt+Shift+S');
  await expect(studio.roll).toHaveAccessibleDescription(/1 of 5 notes selected, pitches E4/);
  await over(1930, 70);
  await studio.press('Alt+Shift+.');
  await studio.press('i');
  await studio.expectColumn('start', [0, 120, 720, 960, 1200, 1920]);
  await page.mouse.move(5, 5);
  await studio.press('Alt+Shift+K');
  await expect(studio.status).toContainText('The pointer is not over the roll');
});

test('the right button opens what can be done here, and typed letters find the rest', async ({ studio, page }) => {
  await studio.press('0');
  const { x, y } = await studio.point(600, 64);
  await page.mouse.click(x, y, { button: 'right' });
  const menu = page.getByRole('dialog', { name: 'What can be done here' });
  await expect(menu.getByRole('option')).toHaveCount(10);
  await expect(menu.getByRole('option', { name: 'Delete' })).toContainText('Del');
  await page.keyboard.type('octave up');
  await expect(menu.getByRole('option').first()).toContainText('Up an octave');
  await page.keyboard.press('Enter');
  await studio.expectColumn('pitch', [60, 76, 64]);
  await studio.press('Control+a', 'ContextMenu');
  await menu.getByRole('button', { name: 'Timing' }).click();
  await expect(menu.getByRole('option', { name: 'Quantize to the grid' })).toBeVisible();
  await studio.press('Escape', 'Escape');
  await expect(menu).toBeHidden();
  await studio.press('ArrowUp');
  await studio.expectColumn('pitch', [61, 77, 65]);
});

test('only the used rows are shown, without leaving the place, and moves go from row to row', async ({ studio }) => {
  await studio.press('Shift+6');
  await expect(studio.status).toHaveText('Only the rows that are used: 2');
  await studio.press('.', 'Alt+Shift+PageUp');
  await studio.expectColumn('pitch', [64, 64, 64]);
  await studio.press('Alt+Shift+PageUp');
  await expect(studio.status).toContainText('a note would pass the highest row shown');
  await studio.press('Shift+6');
  await expect(studio.status).toHaveText('All rows');
});

test('a grid that follows the zoom goes finer and coarser with it, until another one is set', async ({
  studio,
  page,
}) => {
  const grid = page.getByLabel('Grid', { exact: true });
  await studio.press('0', 'Alt+Digit0');
  await expect(studio.status).toHaveText('The grid follows the zoom');
  const before = await grid.inputValue();
  await studio.press('=', '=', '=', '=', '=', '=', '=', '=');
  await expect(grid).not.toHaveValue(before);
  await studio.press('t');
  await expect(grid).toHaveValue(/t$/);
  await studio.press('2');
  await expect(grid).toHaveValue('1/2');
  await studio.press('-', '-', '-', '-', '-', '-');
  await expect(grid).toHaveValue('1/2');
});

test('over a long song the grid that follows the zoom goes by bars, and comes back to triplets', async ({
  studio,
  page,
}) => {
  const grid = page.getByLabel('Grid', { exact: true });
  await studio.open([
    [0, 240, 60, 80],
    [1920 * 400, 240, 60, 80],
  ]);
  await studio.press('t', 'Alt+Digit0', '0');
  await expect(grid).toHaveValue('8bar');
  await studio.press('.', '9');
  await expect(grid).toHaveValue(/t$/);
});

test('keys nudge by an amount of their own, and move caret and range where nothing is selected', async ({
  studio,
  page,
}) => {
  await page.getByLabel('Nudge').selectOption('10ms');
  await studio.press('Control+a', 'ArrowRight');
  await expect(studio.status).toHaveText('3 notes moved 10 ticks (10 ms) later');
  await studio.expectColumn('start', [10, 490, 730]);
  await studio.press('Alt+-');
  await expect(studio.status).toHaveText('Keys nudge by 5ms; the larger amount is 10ms');
  await page.getByLabel('Nudge').selectOption('grid');
  await studio.press('Escape', 'ArrowRight', 'ArrowRight');
  await expect(studio.status).toHaveText(/^Caret at 1\.1\.240/);
  const strip = page.getByRole('navigation', { name: 'Keys' });
  await expect(strip.getByRole('button', { name: '→ caret later' })).toBeVisible();
  await expect(strip.getByRole('button', { name: 'W range end later' })).toBeVisible();
  await studio.press('Control+a');
  await expect(strip.getByRole('button', { name: 'W longer' })).toBeVisible();
  await expect(strip.getByRole('button', { name: '→ caret later' })).toHaveCount(0);
  await studio.press('Escape');
  await studio.press('w');
  await expect(studio.status).toHaveText('Range from 1.1.240 to 1.1.360');
  for (const [amount, position] of [
    ['1/8', '1.2.0'],
    ['10ms', '1.2.10'],
  ]) {
    await page.getByLabel('Nudge').selectOption(amount);
    await studio.press('ArrowRight');
    await expect(studio.status).toHaveText(new RegExp(`^Caret at ${position.replaceAll('.', '\\.')}`));
  }
  await page.getByLabel('Nudge').selectOption('other …');
  await page.keyboard.type('1fr');
  await studio.press('Enter', 'ArrowRight');
  await expect(studio.status).toHaveText(/^Caret at 1\.2\.48/);
  await page.getByLabel('Nudge').selectOption('other …');
  await page.keyboard.type('25ms');
  await studio.press('Escape');
  await expect(page.getByLabel('Nudge')).toHaveValue('1fr');
  await page.getByLabel('Nudge').selectOption('other …');
  await page.keyboard.type('a while');
  await studio.press('Enter');
  await expect(studio.status).toContainText('value takes an amount of time');
  await expect(page.getByLabel('Nudge')).toHaveValue('1fr');
  expect(studio.column('start')).toEqual([10, 490, 730]);
});

test('a selection comes back, and grows by what is like it', async ({ studio }) => {
  await studio.press('.', '.', 'Escape', 'Shift+Backspace');
  await expect(studio.roll).toHaveAccessibleDescription(/1 of 3 notes selected, pitches E4/);
  await studio.press('F8', 'l');
  await expect(studio.roll).toHaveAccessibleDescription(/3 of 3 notes selected/);
  await studio.press('Home', 'Control+Home', 'Control+.', 'F8', 'a');
  await expect(studio.roll).toHaveAccessibleDescription(/2 of 3 notes selected/);
  await studio.press('F8', 'u');
  await expect(studio.roll).toHaveAccessibleDescription(/3 of 3 notes selected/);
});

test('what is selected while an edit is on its way is what lies there then, and the next keys work on it', async ({
  studio,
  page,
}) => {
  const connection = await connectionOf(page);
  await studio.open(phrase);
  let release: () => void = () => undefined;
  connection.until = new Promise<void>((done) => (release = done));
  await studio.press('Control+a', 'Shift+N', 'Control+a', 'ArrowUp', 'Escape', '.', 'F8', 'l', 'e', 'Escape');
  release();
  await studio.expectColumn('pitch', [61, 61, 65, 65, 65, 65]);
  await studio.expectColumn('velocity', [81, 81, 101, 101, 61, 61]);
  await expect(studio.roll).toHaveAccessibleDescription(/^6 notes, none selected/);
});

test('a selection grows and shrinks by chords and bars, and says where that ends', async ({ studio }) => {
  await studio.press('Escape', 'Control+Home', 'Control+Shift+Period', 'Control+Shift+Period');
  await expect(studio.roll).toHaveAccessibleDescription(/2 of 3 notes selected, pitches C4 to E4/);
  await studio.press('Control+Shift+Comma');
  await expect(studio.roll).toHaveAccessibleDescription(/1 of 3 notes selected, pitches C4/);
  await studio.press('Control+Shift+BracketRight');
  await expect(studio.roll).toHaveAccessibleDescription(/3 of 3 notes selected/);
  await studio.press('Control+Shift+BracketRight');
  await expect(studio.status).toHaveText('There is no later bar with notes.');
});

test('a box fills the roll while its key is held, and the key alone goes back', async ({ studio, page }) => {
  await studio.press('0');
  const left = () => page.getByTestId('roll-canvas').getAttribute('data-pixels-per-tick').then(Number);
  const before = await left();
  await page.keyboard.down('Shift');
  await page.keyboard.down('Digit9');
  await drag(studio, { from: [400, 70], to: [1000, 58] });
  await page.keyboard.up('Digit9');
  await page.keyboard.up('Shift');
  await expect.poll(left).toBeGreaterThan(before * 2);
  await studio.press('Shift+Digit9');
  await expect.poll(left).toBe(before);
  expect(studio.column('start')).toEqual([0, 480, 720]);
});

test('a row is filled, rotated, muted and cleared from its head', async ({ studio, page }) => {
  await studio.press('0', 'Control+Home');
  const keys = (await page.getByTestId('pitch-keys').boundingBox())!;
  const menu = page.getByRole('dialog', { name: 'The row of E4' });
  const choose = async (title: string) => {
    const { y } = await studio.point(0, 64);
    await page.mouse.click(keys.x + 20, y, { button: 'right' });
    await menu.getByRole('button', { name: title, exact: true }).click();
    await expect(menu).toBeHidden();
  };
  await choose('Fill with eighths, accents');
  await studio.expectColumn('start', [0, 0, 240, 480, 720, 960, 1200, 1440, 1680]);
  expect(studio.column('velocity').filter((_, k) => studio.column('pitch')[k] === 64)).toEqual([
    110, 70, 110, 70, 110, 70, 110, 70,
  ]);
  await choose('Rotate later by the grid');
  await studio.expectColumn('start', [0, 120, 360, 600, 840, 1080, 1320, 1560, 1800]);
  await choose('Mute its notes');
  await studio.expectColumn('muted', [0, 1, 1, 1, 1, 1, 1, 1, 1]);
  await choose('Clear it');
  await studio.expectColumn('start', [0]);
  await choose('Another pattern …');
  await expect(studio.bench).toContainText('Fill the row');
  await studio.bench
    .getByLabel(/^velocity/i)
    .first()
    .fill('90,0,50,0');
  await studio.press('Enter');
  await expect.poll(() => studio.column('velocity').slice(1)).toEqual([90, 50, 90, 50, 90, 50, 90, 50]);
});

test('a row is named, coloured and moved in place, and its names go out and in as a file', async ({ studio, page }) => {
  await studio.press('0', 'Control+Home', 'F2', 'r');
  const menu = page.getByRole('dialog', { name: /^The row of/ });
  await page.keyboard.type('Deep one');
  await page.keyboard.press('Tab');
  await expect(studio.status).toContainText('Track 1: C4 is called Deep one');
  await expect(page.getByRole('dialog', { name: 'The row of Deep one' })).toBeVisible();
  await menu.getByRole('button', { name: 'Colour 3' }).click();
  await expect(studio.status).toContainText('Track 1: Deep one has colour 3');
  await expect(menu.getByRole('button', { name: 'Colour 3' })).toHaveAttribute('aria-pressed', 'true');
  await menu.getByRole('button', { name: 'Row up' }).click();
  await expect(studio.status).toContainText('Track 1: Deep one moved among the rows');
  await page.keyboard.press('Escape');
  const { song } = await (await page.request.get(`/api/songs/${studio.song}`)).json();
  expect(song.tracks[0].rows.slice(0, 2)).toEqual([
    [60, 'Deep one', 3],
    [61, '', 0],
  ]);
  await studio.press('F2', 'r');
  const address = await menu.getByRole('link', { name: 'Keep these names as a file' }).getAttribute('href');
  const buffer = await (await page.request.get(address!)).body();
  await menu.getByRole('combobox', { name: 'Names for all rows' }).selectOption('their pitches');
  await expect(studio.status).toContainText('Track 1: rows are called by their pitches');
  await studio.press('F2', 'r');
  await menu
    .getByLabel('Names of rows as a file')
    .setInputFiles({ name: 'mine.row-names.json', mimeType: 'application/json', buffer });
  await expect(studio.status).toContainText('Track 1: 2 rows named');
  await studio.press('F2', 'r');
  await expect(page.getByRole('dialog', { name: 'The row of Deep one' })).toBeVisible();
});

test('drum rows: a hit that was played early goes by a press on any of it, and comes where none lies', async ({
  studio,
  page,
}) => {
  await studio.openDrums([
    [0, 100, 40],
    [460, 100, 40],
    [960, 100, 40],
  ]);
  await studio.press('8', 'h');
  await expect(page.getByRole('button', { name: 'Draw hand' })).toHaveAttribute('aria-pressed', 'true');
  await expect(studio.status).not.toContainText('Grid');
  for (const [where, tick, left] of [
    ['on what of it comes before its line', 470, [0, 960]],
    ['on the rest of it', 540, [0, 960]],
    ['in the cell before it, where nothing lies', 300, [0, 240, 460, 960]],
  ] as const) {
    const { x, y } = await studio.point(tick, 40);
    await page.mouse.click(x, y);
    await studio.expectColumn('start', [...left], `pressed ${where}`);
    await studio.press('Control+z');
    await studio.expectColumn('start', [0, 460, 960]);
  }
});

test('a selection is kept under a name, and comes back by its key and its name after a reload', async ({
  studio,
  page,
}) => {
  await studio.press('.', 'Shift+.');
  await expect(studio.bench).toContainText('2 of 3 notes selected');
  await studio.bench.getByRole('textbox', { name: 'Keep the selection as' }).fill('Pick-ups');
  await page.keyboard.press('Enter');
  await expect(studio.status).toContainText('2 notes kept as “Pick-ups”');
  await studio.press('Escape', ',', 'F8', 'k');
  await expect(studio.status).toContainText('1 note kept as “Selection 1”');
  await page.reload();
  await expect(studio.bench).toContainText('All 3 notes');
  await studio.press('F8', 'n');
  await expect(studio.status).toContainText('Pick-ups: 2 notes selected');
  await studio.press('F8', 'n');
  await expect(studio.status).toContainText('Selection 1: 1 note selected');
  await studio.bench.getByRole('button', { name: 'Pick-ups 2' }).click();
  await studio.press('Delete');
  await studio.expectColumn('start', [720]);
  await studio.bench.getByRole('button', { name: 'Pick-ups 2' }).click();
  await expect(studio.status).toContainText('0 notes selected, 2 are not in the open clips');
  await studio.bench.getByRole('button', { name: 'Do not keep Pick-ups' }).click();
  await expect(studio.bench.getByRole('button', { name: 'Pick-ups 2' })).toBeHidden();
});

test('the middle button drags the view, the wheel over ruler and pitch keys zooms', async ({ studio, page }) => {
  await studio.press('Control+a', '9', 'Escape');
  const shown = (name: string) => page.getByTestId('roll-canvas').getAttribute(`data-${name}`).then(Number);
  const before = { left: await shown('left'), top: await shown('top') };
  const at = await studio.point(480, 62);
  await page.mouse.move(at.x, at.y);
  await page.mouse.down({ button: 'middle' });
  await page.mouse.move(at.x - 90, at.y + 40, { steps: 4 });
  await page.mouse.up({ button: 'middle' });
  await expect.poll(() => shown('left')).toBeGreaterThan(before.left);
  expect(await shown('top')).toBeLessThan(before.top);
  const [scale, row] = [await shown('pixels-per-tick'), await shown('row-height')];
  const ruler = (await page.getByTestId('ruler').boundingBox())!;
  await page.mouse.move(ruler.x + 300, ruler.y + 8);
  await page.mouse.wheel(0, -200);
  await expect.poll(() => shown('pixels-per-tick')).toBeGreaterThan(scale);
  const keys = (await page.getByTestId('pitch-keys').boundingBox())!;
  await page.mouse.move(keys.x + 20, keys.y + 100);
  await page.mouse.wheel(0, 200);
  await expect.poll(() => shown('row-height')).toBeLessThan(row);
  await studio.expectColumn('start', [0, 480, 720]);
});

test('pitch keys are struck soft to loud, played by a drag, and say how loud new notes are', async ({
  studio,
  page,
}) => {
  await studio.press('0');
  const keys = (await page.getByTestId('pitch-keys').boundingBox())!;
  const key = async (pitch: number, share: number) => ({
    x: keys.x + keys.width * share,
    y: (await studio.point(0, pitch)).y,
  });
  const [low, high] = [await key(60, 0.5), await key(64, 0.5)];
  await page.mouse.move(low.x, low.y);
  await page.mouse.down();
  await expect(studio.status).toHaveText(/^1 note of C4 selected, velocity 6\d heard$/);
  await page.mouse.move(low.x, high.y, { steps: 8 });
  await page.mouse.up();
  await expect(studio.status).toHaveText(/^E4, velocity 6\d$/);
  await page.keyboard.down('Shift');
  await page.mouse.move(low.x, low.y);
  await page.mouse.down();
  await page.mouse.move(high.x, high.y, { steps: 8 });
  await page.mouse.up();
  await page.keyboard.up('Shift');
  await expect(studio.roll).toHaveAccessibleDescription(/3 of 3 notes selected/);
  const loud = await key(62, 0.9);
  await page.keyboard.down('Alt');
  await page.mouse.click(loud.x, loud.y);
  await page.keyboard.up('Alt');
  await expect(studio.status).toHaveText(/^D4, velocity 11\d: new notes are as loud$/);
  await studio.press('Escape', 'Control+End', 'i');
  await expect.poll(() => studio.column('velocity').at(-1)).toBeGreaterThan(110);
});

/** Fingers on the screen: each call says where all of them are then, none that they are lifted. */
async function fingersOf({ page }: Studio) {
  const devtools = await page.context().newCDPSession(page);
  await devtools.send('Emulation.setTouchEmulationEnabled', { enabled: true, maxTouchPoints: 2 });
  const touch = (type: 'touchStart' | 'touchMove' | 'touchEnd' | 'touchCancel', ...at: { x: number; y: number }[]) =>
    devtools.send('Input.dispatchTouchEvent', { type, touchPoints: at.map((point, id) => ({ ...point, id })) });
  return { touch };
}

test('one finger drags a note, and a touch that the system takes away leaves nothing behind', async ({ studio }) => {
  await studio.press('0');
  const { touch } = await fingersOf(studio);
  const [a, b] = [await studio.point(100, 60), await studio.point(350, 62)];
  const drag = async (end: 'touchEnd' | 'touchCancel') => {
    await touch('touchStart', a);
    await touch('touchMove', { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2 });
    await touch('touchMove', b);
    await touch(end);
  };
  await drag('touchCancel');
  await drag('touchEnd');
  await studio.expectColumn('start', [240, 480, 720]);
  await studio.expectColumn('pitch', [62, 64, 64]);
});

test('two fingers scroll and pinch, and one that lies still opens the menu', async ({ studio, page }) => {
  await studio.press('Control+a', '9', 'Escape');
  const { touch } = await fingersOf(studio);
  const shown = (name: string) => page.getByTestId('roll-canvas').getAttribute(`data-${name}`).then(Number);
  const before = { left: await shown('left'), scale: await shown('pixels-per-tick'), top: await shown('top') };
  const { x, y } = await studio.point(480, 62);
  await touch('touchStart', { x, y });
  await touch('touchStart', { x, y }, { x: x + 100, y });
  await touch('touchMove', { x: x - 80, y: y + 60 }, { x: x + 20, y: y + 60 });
  await expect.poll(() => shown('left')).toBeGreaterThan(before.left);
  await expect.poll(() => shown('top')).toBeLessThan(before.top);
  await touch('touchMove', { x: x - 80, y: y + 60 }, { x: x + 220, y: y + 60 });
  await expect.poll(() => shown('pixels-per-tick')).toBeGreaterThan(before.scale * 2);
  await touch('touchEnd');
  await studio.expectColumn('start', [0, 480, 720]);
  await studio.press('0');
  await touch('touchStart', await studio.point(600, 64));
  const menu = page.getByRole('dialog', { name: 'What can be done here' });
  await expect(menu).toBeVisible();
  await touch('touchEnd');
  await expect(menu.getByText('The note')).toBeVisible();
});

test('the whole job by touch: select, quantize, transpose, louder in the lane, draw, take back, hear, take out', async ({
  studio,
  page,
}) => {
  await studio.open([
    [20, 240, 60, 80],
    [500, 240, 64, 80],
  ]);
  await studio.press('0');
  const { touch } = await fingersOf(studio);
  const tap = async (at: { x: number; y: number }) => {
    await touch('touchStart', at);
    await touch('touchEnd');
  };
  const tapOn = async (what: Locator) => {
    await what.scrollIntoViewIfNeeded();
    const box = (await what.boundingBox())!;
    await tap({ x: box.x + box.width / 2, y: box.y + box.height / 2 });
  };
  const swipe = async (a: { x: number; y: number }, b: { x: number; y: number }) => {
    await touch('touchStart', a);
    for (const k of [1, 2, 3, 4])
      await touch('touchMove', { x: a.x + ((b.x - a.x) * k) / 4, y: a.y + ((b.y - a.y) * k) / 4 });
    await touch('touchEnd');
  };
  const strip = page.getByRole('navigation', { name: 'Keys' });

  await swipe(await studio.point(1200, 67), await studio.point(5, 58));
  await expect(studio.roll).toHaveAccessibleDescription(/2 of 2 notes selected/);
  await tapOn(strip.getByRole('button', { name: 'Q quantize' }));
  await studio.expectColumn('start', [0, 480]);
  await tapOn(strip.getByRole('button', { name: '↑ semitone up' }));
  await studio.expectColumn('pitch', [61, 65]);

  const lane = (await page.getByTestId('velocity-lane').boundingBox())!;
  const { x } = await studio.point(60, 60);
  await swipe({ x, y: lane.y + lane.height * 0.45 }, { x, y: lane.y + lane.height * 0.15 });
  await expect.poll(() => Math.max(...studio.column('velocity'))).toBeGreaterThan(80);

  await tapOn(page.getByRole('button', { name: 'Draw hand' }));
  await tap(await studio.point(1000, 67));
  await studio.expectColumn('start', [0, 480, 960]);
  await tapOn(studio.undone);
  await studio.expectColumn('start', [0, 480]);
  await tapOn(page.getByRole('button', { name: 'Play', exact: true }));
  await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeVisible();
  await tapOn(page.getByRole('button', { name: 'Stop', exact: true }));
  const download = page.waitForEvent('download');
  await tapOn(page.getByRole('button', { name: 'More' }));
  await tapOn(page.getByRole('button', { name: 'Export a MIDI file' }));
  expect((await download).suggestedFilename()).toBe('harbour-steps.mid');
});
