import type { Page } from '@playwright/test';
import { expect, test, type Studio } from './studio';
import { flaws } from './walking';

/**
 * A walk over all that can be seen: no text is cut or leaves its box, nothing overlaps, no target is under 24 pixels but
 * the tiles of the drawn keyboard, no letter under 11.
 */
const SIZES = [
  [1280, 800],
  [1024, 700],
  [2560, 1440],
  [640, 400],
  [390, 844],
] as const;
const THEMES = ['paper', 'dusk', 'contrast'];

interface Hands {
  page: Page;
  studio: Studio;
  /** writes a line in the palette, and does it */
  line: (text: string) => Promise<void>;
  track: (name: string) => Promise<void>;
}

const VIEWS: Record<string, (hands: Hands) => Promise<void>> = {
  'what is selected': async ({ studio }) => studio.press('Control+a'),
  'an edit on the bench': async ({ studio, page }) => {
    await studio.press('Control+a', '/');
    await page.keyboard.type('quantize');
    await studio.press('Shift+Enter');
    await expect(page.getByTestId('tuning-line')).toBeVisible();
  },
  history: async ({ studio, page }) => {
    await studio.press('Control+a', 'ArrowUp', 'e', 'Shift+u');
    await expect(page.getByRole('listbox', { name: 'Steps' })).toBeVisible();
  },
  recipes: async ({ studio }) => studio.turnTo('Recipes'),
  tracks: async ({ studio }) => studio.turnTo('Tracks'),
  shelf: async ({ studio, page }) => {
    await studio.press('F3', 'l');
    await expect(page.getByRole('button', { name: 'Hear Deck planks' })).toBeVisible();
  },
  palette: async ({ studio, page }) => {
    await studio.press('/');
    await page.keyboard.type('louder');
    await expect(page.getByRole('listbox', { name: 'What was found' })).toBeVisible();
  },
  'the note table': async ({ studio, page }) => {
    await studio.press('j');
    await expect(page.getByRole('grid', { name: 'Notes' })).toBeVisible();
  },
  'the song': async ({ studio, page }) => {
    await studio.press('F9');
    await expect(page.getByRole('group', { name: 'Song', exact: true })).toBeVisible();
  },
  'an opened row with rows of the conductor': async ({ studio, page }) => {
    await studio.press('F9', '.', 'F4', '5', 'F4', '8', 'Alt+Enter');
    await expect(page.getByRole('group', { name: /^Notes of / })).toBeVisible();
  },
  'chord names and lanes': async ({ line, track }) => {
    await track('Harmonium');
    for (const one of ['chord-names by=bars', 'conductor-row what=chord', 'lane name=technique', 'lane name=cc11'])
      await line(one);
  },
  'playing in': async ({ studio, page }) => {
    await studio.press('F7', 'k');
    await expect(page.getByRole('region', { name: 'Playing in' })).toBeVisible();
  },
  'all keys': async ({ page }) => {
    await page.getByRole('button', { name: 'All keys, held' }).click();
    await expect(page.getByRole('dialog', { name: 'All keys of the moment' })).toBeVisible();
  },
  shortcuts: async ({ studio, page }) => {
    await studio.press('Alt+/');
    await expect(page.getByRole('dialog', { name: 'Shortcuts' })).toBeVisible();
  },
  'the menu at the pointer': async ({ studio, page }) => {
    await studio.press('Control+a');
    const roll = (await page.getByTestId('roll-canvas').boundingBox())!;
    await page.mouse.click(roll.x + 200, roll.y + 40, { button: 'right' });
    await expect(page.getByRole('dialog', { name: 'What can be done here' })).toBeVisible();
  },
  'what is folded away in the top line': async ({ page }) => {
    await page.getByRole('button', { name: 'More' }).click();
    await expect(page.getByRole('dialog', { name: 'More' })).toBeVisible();
  },
  'the guided round': async ({ line, page }) => {
    await line('guide');
    await expect(page.getByRole('region', { name: 'Guided round' })).toBeVisible();
  },
};

async function walk(page: Page): Promise<Record<string, string[]>> {
  const found: Record<string, string[]> = {};
  for (const [k, [width, height]] of SIZES.entries()) {
    await page.setViewportSize({ width, height });
    await page.evaluate(
      (theme) =>
        new Promise<void>((done) => {
          document.documentElement.dataset.theme = theme;
          requestAnimationFrame(() => requestAnimationFrame(() => requestAnimationFrame(() => done())));
        }),
      THEMES[k % THEMES.length],
    );
    const all = await page.evaluate(flaws);
    if (all.length > 0) found[`${width} × ${height}`] = all;
  }
  return found;
}

for (const [name, open] of Object.entries(VIEWS)) {
  test(`nothing is cut, too small or over something else: ${name}`, async ({ studio, page }) => {
    await studio.openTracks();
    await open({
      page,
      studio,
      line: async (text) => {
        await studio.press('/');
        await page.keyboard.type(text);
        await studio.press('Enter');
      },
      track: async (track) => {
        await page.getByLabel('Track', { exact: true }).selectOption(track);
        await expect(studio.bench).toContainText(/notes/);
      },
    });
    expect(await walk(page)).toEqual({});
  });
}

test('nothing is cut, too small or over something else: the list of songs, and what a new one is asked', async ({
  page,
}) => {
  await page.goto('/');
  await expect(page.getByRole('list', { name: 'Songs' })).toBeVisible();
  expect(await walk(page), 'the list').toEqual({});
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.getByRole('button', { name: 'New song', exact: true }).click();
  await page.getByLabel('Tempo, BPM').fill('9000');
  await page.keyboard.press('Tab');
  await expect(page.getByText('The tempo goes from 10 to 400 BPM; 120 stays')).toBeVisible();
  expect(await walk(page), 'a new song').toEqual({});
});
