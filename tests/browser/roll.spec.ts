import { expect, test, type TestNote } from './studio';

const phrase: TestNote[] = [
  [0, 240, 60],
  [480, 240, 64],
  [960, 240, 67],
  [1440, 240, 60],
];

test.beforeEach(async ({ studio }) => {
  await studio.open(phrase);
  await expect(studio.bench).toContainText('All 4 notes');
});

test('notes are selected by click, with a modifier more, by a box, and by their pitch key', async ({
  studio,
  page,
}) => {
  await studio.click(100, 60);
  await expect(studio.bench).toContainText('1 of 4 notes selected');
  await studio.click(600, 64, { modifiers: ['Shift'] });
  await expect(studio.bench).toContainText('2 of 4 notes selected');
  await studio.click(600, 64, { modifiers: ['Control'] });
  await expect(studio.bench).toContainText('1 of 4 notes selected');
  await studio.drag([400, 69], [1300, 62]);
  await expect(studio.bench).toContainText('2 of 4 notes selected');
  await expect(studio.bench).toContainText('E4 to G4');

  const { y } = await studio.point(0, 60);
  const keys = (await page.getByTestId('pitch-keys').boundingBox())!;
  await page.mouse.click(keys.x + 20, y);
  await expect(studio.status).toHaveText('2 notes of C4 selected, velocity 50 heard');
  await studio.press('Control+i');
  await expect(studio.bench).toContainText('E4 to G4');
  await studio.click(300, 72);
  await expect(studio.bench).toContainText('none selected');
});

test('keys step from note to note in time and pitch, and add more', async ({ studio }) => {
  await studio.press('.', '.');
  await expect(studio.roll).toHaveAccessibleDescription(/1 of 4 notes selected, pitches E4/);
  await studio.press('PageUp');
  await expect(studio.roll).toHaveAccessibleDescription(/pitches G4/);
  await studio.press('PageDown', 'Shift+,');
  await expect(studio.roll).toHaveAccessibleDescription(/2 of 4 notes selected, pitches C4 to E4/);
  await studio.press('Escape', '.', 'Alt+L');
  await expect(studio.roll).toHaveAccessibleDescription(/2 of 4 notes selected, pitches C4,/);
});

test('a double-click draws a note of the grid’s length on the line before', async ({ studio, page }) => {
  const { x, y } = await studio.point(280, 70);
  await page.mouse.dblclick(x, y);
  await studio.expectColumn('start', [0, 240, 480, 960, 1440]);
  expect(studio.column('length')[1]).toBe(120);
  expect(studio.column('pitch')[1]).toBe(70);
  await expect(studio.bench).toContainText('1 of 5 notes selected');
});

test('a drag moves the selection to the lines as one edit', async ({ studio }) => {
  await studio.press('Control+a');
  await studio.drag([600, 64], [600 + 250, 66]);
  await studio.expectColumn('start', [240, 720, 1200, 1680]);
  await studio.expectColumn('pitch', [62, 66, 69, 62]);
  await studio.press('Control+z');
  await studio.expectColumn('start', [0, 480, 960, 1440]);
  await studio.expectColumn('pitch', [60, 64, 67, 60]);
});

test('a click puts the caret, and a note is inserted there', async ({ studio }) => {
  await studio.click(760, 72);
  await studio.press('i');
  await studio.expectColumn('start', [0, 480, 720, 960, 1440]);
  expect(studio.column('pitch')[2]).toBe(72);
});

test('zoom keeps what is under the pointer, and fits clip and selection', async ({ studio, page }) => {
  const before = await studio.point(960, 67);
  await page.mouse.move(before.x, before.y);
  await page.keyboard.down('Control');
  await page.mouse.wheel(0, -200);
  await page.keyboard.up('Control');
  await expect.poll(async () => Math.abs((await studio.point(960, 67)).x - before.x)).toBeLessThan(1);
  expect((await studio.point(1440, 67)).x).toBeGreaterThan(before.x + 60);
  await studio.press('0');
  const box = (await studio.roll.boundingBox())!;
  await expect.poll(async () => (await studio.point(7680, 67)).x).toBeLessThan(box.x + box.width);
  await studio.press('.', '9');
  await expect
    .poll(async () => (await studio.point(240, 60)).x - (await studio.point(0, 60)).x)
    .toBeGreaterThan(box.width / 2);
});

test('a range is dragged on the ruler, set from the selection, and taken away', async ({ studio, page }) => {
  const ruler = (await page.getByTestId('ruler').boundingBox())!;
  const [a, b] = [await studio.point(490, 60), await studio.point(950, 60)];
  await page.mouse.move(a.x, ruler.y + 8);
  await page.mouse.down();
  await page.mouse.move(b.x, ruler.y + 8, { steps: 4 });
  await page.mouse.up();
  await expect(studio.status).toHaveText('Range from 1.2.0 to 1.3.0');
  await page.mouse.move(b.x + 5, ruler.y + 8);
  await expect(page.getByTestId('hint')).toContainText('drag: a loop');
  await page.mouse.down();
  await page.mouse.move(b.x + 200, ruler.y + 8, { steps: 4 });
  await studio.press('Escape');
  await page.mouse.up();
  await expect(studio.status).toHaveText('Left; nothing was changed');
  await studio.press('Alt+Shift+P');
  await expect(studio.roll).toHaveAccessibleDescription(/^1 of 4 notes selected, pitches E4/);
  await studio.press('Control+a', 'p');
  await expect(studio.status).toHaveText('Range from 1.1.0 to 1.4.240');
  await studio.press('Shift+P');
  await expect(studio.status).toHaveText('No range; the loop is the whole clip');
  await page.mouse.click(b.x, ruler.y + 8);
  await expect(page.getByLabel('Position')).toHaveText('1.3.0');
});

test('the bench shows how the starts lie around the lines, and follows the grid', async ({ studio, page }) => {
  await expect(page.getByRole('img', { name: 'Starts around the lines of 1/16: All 4 on 1/16' })).toBeVisible();
  await studio.press('Control+a', 'Alt+ArrowRight');
  await expect(page.getByRole('img', { name: /0 of 4 on 1\/16; mean 5\.2 ms late/ })).toBeVisible();
  await studio.press('1');
  await expect(page.getByRole('img', { name: /Starts around the lines of 1\/1/ })).toBeVisible();
});

test('the roll takes the colours of the theme as it is switched', async ({ studio, page }) => {
  await studio.open([[0, 240, 60]]);
  const brightness = () =>
    studio.roll
      .locator('canvas')
      .first()
      .evaluate((canvas: HTMLCanvasElement) => {
        const [r, g, b] = canvas.getContext('2d')!.getImageData(3, 3, 1, 1).data;
        return r + g + b;
      });
  await expect.poll(brightness).toBeGreaterThan(600);
  await page.getByRole('button', { name: 'More' }).click();
  await page.getByLabel('Theme').selectOption('Dusk');
  await expect.poll(brightness).toBeLessThan(300);
});

test('a roll without any width keeps its place and shows it again', async ({ studio, page }) => {
  await page.setViewportSize({ width: 200, height: 300 });
  await studio.press('Control+a', 'ArrowUp', 'z');
  await page.setViewportSize({ width: 1280, height: 800 });
  const canvas = page.getByTestId('roll-canvas');
  await expect(canvas).toHaveAttribute('data-left', /^-?\d/);
  await expect(canvas).toHaveAttribute('data-pixels-per-tick', /^\d/);
  await studio.press('ArrowDown');
  await expect(studio.roll).toHaveAccessibleDescription(/notes selected/);
});

test('muted notes are drawn, however narrow they are', async ({ studio, page }) => {
  const drawn = () =>
    page.evaluate(() => {
      const canvas = document.querySelectorAll<HTMLCanvasElement>('[aria-label="Roll"] canvas')[1];
      const { data } = canvas.getContext('2d')!.getImageData(0, 0, canvas.width, canvas.height);
      return data.filter((value, k) => k % 4 === 3 && value > 0).length;
    });
  await studio.press('Control+a', 'b', 'Escape');
  await studio.expectColumn('muted', [1, 1, 1, 1]);
  for (let k = 0; k < 25; k++) {
    await page.keyboard.press('-');
  }
  await expect.poll(drawn).toBeGreaterThan(0);
});

test('a swing there is not is said, and the field shows the one there is', async ({ studio, page }) => {
  const field = page.getByLabel('Swing, 0 to 150');
  await field.fill('9999');
  await field.press('Enter');
  await expect(studio.status).toHaveText('Swing goes from 0 to 150.');
  await expect(field).toHaveValue('0');
});
