import { expect, test } from './studio';

const field = 'Tempo in BPM';

test('a number changes by wheel, by drag, by arrows and typed with its unit, and a double press returns it', async ({
  studio,
  page,
}) => {
  await studio.open([[0, 480, 60]]);
  await studio.songFacts();
  const tempo = page.getByRole('spinbutton', { name: field, exact: true });
  const stands = (value: number) => expect(tempo).toHaveAttribute('aria-valuenow', String(value));
  await stands(120);
  await tempo.hover();
  await page.mouse.wheel(0, -100);
  await stands(121);
  await page.keyboard.down('Shift');
  await page.mouse.wheel(0, 100);
  await page.keyboard.up('Shift');
  await stands(111);
  const { x, y, width, height } = (await tempo.boundingBox())!;
  await page.mouse.move(x + width / 2, y + height / 2);
  await page.mouse.down();
  await page.mouse.move(x + width / 2, y + height / 2 - 40, { steps: 4 });
  await page.mouse.up();
  await stands(121);
  await tempo.fill('96 BPM');
  await tempo.press('Enter');
  await stands(96);
  await tempo.press('ArrowUp');
  await stands(97);
  for (const wrong of ['96 ms', '9999', 'fast']) {
    await tempo.fill(wrong);
    await tempo.press('Enter');
    await expect(studio.status).toContainText('The tempo goes from');
    await expect(tempo).toHaveValue('97');
  }
  await tempo.dblclick();
  await stands(120);
});

test('a wheel that goes on from a list it scrolled changes no number', async ({ studio, page }) => {
  await studio.open([[0, 480, 60]]);
  await studio.turnTo('Tracks');
  const volume = studio.bench.getByRole('slider', { name: 'Volume of Track 1 in %' });
  await studio.bench.getByRole('button', { name: 'New track' }).hover();
  await page.mouse.wheel(0, 20);
  await volume.hover();
  await page.mouse.wheel(0, 20);
  await expect(volume).toHaveValue('80');
  await page.mouse.wheel(0, 20);
  await expect(async () => {
    await page.mouse.wheel(0, -20);
    expect(Number(await volume.inputValue())).toBeGreaterThan(80);
  }, 'after a pause it turns').toPass({ intervals: [400] });
  await volume.dblclick();
  await expect(volume).toHaveValue('80');
});

test('a slider takes every notch of a quick wheel, says what it stands at, and Alt is fine', async ({
  studio,
  page,
}) => {
  await studio.open([[0, 480, 60]]);
  await studio.press('F9');
  const volume = page.getByRole('slider', { name: 'Volume of Track 1 in %' }).first();
  await volume.hover();
  for (let notch = 0; notch < 4; notch++) await page.mouse.wheel(0, 100);
  await expect(volume).toHaveAttribute('aria-valuetext', '60 %');
  await page.keyboard.down('Alt');
  await page.mouse.wheel(0, -100);
  await page.keyboard.up('Alt');
  await expect(volume).toHaveAttribute('aria-valuetext', '61 %');
  await volume.dblclick();
  await expect(volume).toHaveAttribute('aria-valuetext', '80 %');
});

test('a roll: a key, digits or the wheel for its parts, a course that is dragged, and it is seen before it is done', async ({
  studio,
  page,
}) => {
  await studio.open([[0, 480, 60, 100]]);
  await studio.press('Control+a', 'Alt+Shift+r');
  const parts = studio.bench.getByRole('spinbutton', { name: /^parts/ });
  const effect = page.getByTestId('tuning-effect');
  await expect(parts).toHaveValue('4');
  await expect(effect).toContainText('3 added');
  await parts.fill('6 parts');
  await expect(effect).toContainText('5 added');
  await studio.roll.hover();
  await page.mouse.wheel(0, 100);
  await expect(parts).toHaveValue('5');
  await expect(effect).toContainText('4 added');
  const curve = studio.bench.getByRole('slider', { name: 'curve as a curve' });
  const { x, y, width, height } = (await curve.boundingBox())!;
  await page.mouse.move(x + width / 2, y + height / 2);
  await page.mouse.down();
  await page.mouse.move(x + width / 2, y + height / 2 + 20, { steps: 4 });
  await page.mouse.up();
  await expect(curve).toHaveAttribute('aria-valuenow', '25');
  await expect(page.getByTestId('tuning-line')).toHaveText('steps parts=5 curve=25');
  await curve.dblclick();
  await expect(curve).toHaveAttribute('aria-valuenow', '0');
  expect(studio.column('start'), 'nothing is done yet').toEqual([0]);
  await parts.press('Enter');
  await studio.expectColumn('start', [0, 96, 192, 288, 384]);
});
