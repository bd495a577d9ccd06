import AxeBuilder from '@axe-core/playwright';
import { expect, test } from './studio';

for (const theme of ['paper', 'dusk']) {
  test(`nothing stands in the way of anyone, in ${theme}`, async ({ studio, page }) => {
    test.slow();
    await page.addInitScript(
      (name) => localStorage.setItem('jactonic.settings', JSON.stringify({ theme: name })),
      theme,
    );
    const problems = async () =>
      (await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa']).analyze()).violations;
    await page.goto('/');
    await expect(page.getByRole('heading', { name: 'Songs' })).toBeVisible();
    await expect(page.locator('html')).toHaveAttribute('data-theme', theme);
    expect(await problems(), 'song list').toEqual([]);
    await studio.openDemo();
    await studio.press('Control+a');
    expect(await problems(), 'roll').toEqual([]);
    await studio.press('j');
    await expect(page.getByRole('grid')).toBeVisible();
    expect(await problems(), 'table').toEqual([]);
    await studio.press('F9', '.', 'F4', '5', 'F4', '8', 'Alt+Enter');
    await expect(page.getByRole('group', { name: /^Notes of / })).toBeVisible();
    expect(await problems(), 'song with an opened row and rows of the conductor').toEqual([]);
    await studio.press('F3', 'l');
    await expect(studio.bench.getByRole('button', { name: 'Hear Deck planks' })).toBeVisible();
    expect(await problems(), 'shelf').toEqual([]);
    await studio.open([
      [0, 240, 60, 70],
      [480, 240, 64, 80],
    ]);
    await studio.press('Control+a', '/');
    await page.keyboard.type('ramp curve=20');
    await expect(page.getByTestId('palette-effect')).toBeVisible();
    expect(await problems(), 'palette').toEqual([]);
    await studio.press('Shift+Enter');
    await expect(page.getByTestId('tuning-effect')).toBeVisible();
    expect(await problems(), 'bench').toEqual([]);
    await studio.press('Enter');
    await expect(studio.status).toHaveText(/set along a ramp/);
    await studio.press('Shift+U', 'ArrowUp');
    await expect(page.getByTestId('history-effect')).toBeVisible();
    expect(await problems(), 'history').toEqual([]);
    await page.getByRole('button', { name: /^New notes/ }).click();
    expect(await problems(), 'new notes').toEqual([]);
  });
}

for (const [width, height] of [
  [1024, 700],
  [1280, 800],
  [1920, 1080],
]) {
  test(`everything has its place at ${width} × ${height}`, async ({ studio, page }) => {
    await page.setViewportSize({ width, height });
    await studio.openDemo();
    const roll = (await studio.roll.boundingBox())!;
    if (width >= 1280) {
      expect(roll.width * roll.height).toBeGreaterThan(0.5 * width * height);
    }
    for (const name of ['Song list', 'Play', 'Loop', 'Note table', 'Bench', 'More']) {
      const box = (await page.getByRole('button', { name, exact: true }).boundingBox())!;
      expect(box.x + box.width, name).toBeLessThanOrEqual(width);
    }
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBe(width);
  });
}

test('Tab leads from the top line through the roll to the bench, and where it is can be seen', async ({
  studio,
  page,
}) => {
  await studio.openDemo();
  const seen: string[] = [];
  for (let k = 0; k < 46; k++) {
    await page.keyboard.press('Tab');
    seen.push(
      await page.evaluate(() => {
        const element = document.activeElement as HTMLElement;
        const visible =
          getComputedStyle(element).outlineStyle !== 'none' || getComputedStyle(element).boxShadow !== 'none';
        return `${element.getAttribute('aria-label') ?? element.closest('label, button')?.textContent?.trim() ?? element.tagName}${visible ? '' : ' (no focus shown)'}`;
      }),
    );
  }
  const order = [
    'To the notes',
    'Song list',
    'Track',
    'Play',
    'Loop',
    'Grid',
    'Tempo, meter and key: 92 BPM, 4/4, D dorian',
    'Note table',
    'Roll',
    'Notes',
    'Edit on the bench',
  ].map((name) => seen.indexOf(name));
  expect(order).toEqual([...order].sort((a, b) => a - b));
  expect(order).not.toContain(-1);
  expect(seen.filter((name) => name.includes('no focus shown') && !name.startsWith('BODY'))).toEqual([]);
});

test('the tabs of the bench are one stop, and arrows lead along them without touching the notes', async ({
  studio,
  page,
}) => {
  await studio.open([[0, 240, 60]]);
  await studio.press('Control+a');
  await studio.bench.getByRole('tab', { name: 'Notes' }).focus();
  await studio.press('ArrowRight');
  await expect(studio.bench.getByRole('tab', { name: 'History' })).toBeFocused();
  await expect(studio.bench.getByRole('tab', { selected: true })).toHaveText('History');
  await studio.press('End', 'ArrowRight', 'ArrowLeft');
  await expect(studio.bench.getByRole('tab', { selected: true })).toHaveText('Shelf');
  await studio.press('Tab');
  await expect(page.getByRole('tab', { name: 'Shelf' })).not.toBeFocused();
  await expect(studio.bench.getByRole('tab').and(page.locator(':focus'))).toHaveCount(0);
  expect(studio.column('pitch')).toEqual([60]);
  // Pressed with the pointer, a tab lets go of the keys.
  await studio.turnTo('Recipes');
  await studio.press('ArrowUp');
  await studio.expectColumn('pitch', [61]);
});

test('what acts while its key is held ends with Escape where it was asked for without a key', async ({ studio }) => {
  await studio.open([[0, 240, 60]]);
  await studio.press('/');
  await studio.palette.fill('free of the grid');
  await studio.press('Enter');
  await expect(studio.status).toContainText('Until Escape');
  await studio.drag([120, 60], [190, 60]);
  await expect.poll(() => studio.column('start')[0] % 120).not.toBe(0);
  await studio.press('Escape');
  await expect(studio.status).toHaveText('Ended');
  const start = studio.column('start')[0];
  await studio.drag([start + 120, 60], [start + 370, 60]);
  await expect.poll(() => studio.column('start')[0]).toBeGreaterThan(start + 120);
});
