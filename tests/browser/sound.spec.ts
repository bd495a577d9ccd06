import { expect, loudest, test } from './studio';

test('it plays, is heard, follows edits, loops and stops', async ({ studio, page }) => {
  await studio.open([
    [0, 460, 60],
    [480, 460, 64],
  ]);
  await studio.press('Control+a', 'p', 'Escape', 'Space');
  await expect(page.getByRole('button', { name: 'Stop' })).toBeVisible();
  const level = page.getByRole('meter', { name: 'Level', exact: true });
  await expect.poll(async () => Number(await level.getAttribute('aria-valuenow'))).toBeGreaterThan(0);

  const positions = new Set<string>();
  await expect
    .poll(async () => {
      positions.add((await page.getByLabel('Position').textContent())!.split('.').slice(0, 2).join('.'));
      return [...positions].sort();
    })
    .toEqual(['1.1', '1.2']);

  await studio.press('Control+a', 'b');
  await studio.expectColumn('muted', [1, 1]);
  await expect.poll(async () => Number(await level.getAttribute('aria-valuenow'))).toBe(0);
  await studio.press('b');
  await expect.poll(async () => Number(await level.getAttribute('aria-valuenow'))).toBeGreaterThan(0);
  await studio.press('Space');
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
});

test('selecting and transposing sounds the notes, unless it is switched off', async ({ studio, page }) => {
  await studio.open([[0, 960, 60]]);
  expect(await loudest(page)).toBe(0);
  await studio.press('.');
  await expect.poll(() => loudest(page)).toBeGreaterThan(0);
  await expect.poll(() => loudest(page)).toBe(0);
  await studio.press('ArrowUp');
  await expect.poll(() => loudest(page)).toBeGreaterThan(0);
  await expect.poll(() => loudest(page)).toBe(0);
  await studio.press('Shift+H', 'ArrowUp');
  await studio.expectColumn('pitch', [62]);
  await page.getByRole('button', { name: 'More' }).click();
  await expect(page.getByRole('button', { name: 'Hear edits' })).toHaveAttribute('aria-pressed', 'false');
  expect(await loudest(page)).toBe(0);
});

test('light voices sound, and a muted track does not', async ({ studio, page }) => {
  test.slow();
  await studio.open([[0, 960, 38]]);
  expect(await loudest(page)).toBe(0);
  await studio.turnTo('Tracks');
  await page.getByRole('button', { name: 'Name, instrument, pan, colour' }).click();
  const voices = ['plucked', 'mallet', 'organ', 'bowed', 'drums'];
  for (const voice of voices) {
    await page.getByRole('combobox', { name: 'Instrument' }).fill(`light ${voice}`);
    await studio.press('Enter');
    await expect(studio.status).toContainText(new RegExp(`light voice|voice ${voice}`));
    await expect.poll(() => loudest(page), { message: 'what was tried in the list is over' }).toBe(0);
    await studio.roll.focus();
    await studio.press('Escape', '.');
    await expect.poll(() => loudest(page), { message: voice }).toBeGreaterThan(0);
    await expect.poll(() => loudest(page), { message: `${voice} ends` }).toBe(0);
  }
  const mute = page.getByRole('button', { name: 'Mute Track 1' });
  await mute.click();
  await expect(mute).toHaveAttribute('aria-pressed', 'true');
  await studio.roll.focus();
  await studio.press('Space');
  await expect(page.getByLabel('Position')).not.toHaveText('1.1.0');
  expect(await loudest(page)).toBe(0);
});

test('a clip heard alone sounds without the others, also where its track is muted', async ({ studio, page }) => {
  await studio.open([[0, 960, 60]]);
  await studio.press('F2', 'n');
  await expect(studio.status).toHaveText('New track Plucked');
  expect(await loudest(page)).toBe(0);
  const alone = async (then: () => Promise<void>) => {
    for (const key of ['Alt', 'Shift', 'l']) await page.keyboard.down(key);
    await then();
    for (const key of ['l', 'Shift', 'Alt']) await page.keyboard.up(key);
  };
  await alone(async () => {
    await expect(page.getByLabel('Position')).not.toHaveText('1.1.0');
    expect(await loudest(page), 'an empty clip is silent, whatever lies on the other track').toBe(0);
  });
  await studio.press('Alt+,');
  await expect(studio.roll).toContainText('1 note, none selected');
  await studio.press('F2', 'm');
  await expect(studio.status).toContainText('muted');
  await alone(() => expect.poll(() => loudest(page)).toBeGreaterThan(0));
  await expect(page.getByLabel('Position')).toHaveText('1.1.0');
});
