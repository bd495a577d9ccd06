import { chromium } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { opened } from '../tests/door.js';

const [base, ...wanted] = process.argv.slice(2);
const FOLDER = 'docs/screenshots';

const browser = await chromium.launch(JSON.parse(readFileSync('tests/chromium.json', 'utf8')));

/** What one does before a picture is taken: with the keys and names that a person has. */
const PICTURES = {
  songs: async ({ page }) => page.getByRole('link', { name: 'Lantern Ferry', exact: true }).waitFor(),

  'new-song': async ({ page }) => {
    await page.getByRole('button', { name: 'New song' }).first().click();
    await page.getByRole('heading', { name: 'New song' }).waitFor();
  },

  'roll-paper': async ({ demo, press, said }) => {
    await demo();
    await press('Control+a', 'q');
    await said(/quantized/);
  },

  table: async ({ demo, press, page }) => {
    await demo();
    await press('j');
    await page.getByRole('grid').or(page.getByRole('table')).first().waitFor();
    await press('ArrowDown', 'ArrowDown');
  },

  tracks: async ({ demo, page }) => {
    await demo();
    await page.getByRole('tab', { name: 'Tracks' }).click();
    await page.getByRole('checkbox', { name: 'Upright bass open in the roll' }).click();
    await page.waitForTimeout(800);
  },

  bench: async ({ demo, press, page }) => {
    await demo();
    await press('Control+a', 'q', 'Shift+Enter');
    await page.getByTestId('tuning-line').waitFor();
    await page.keyboard.type('60');
    await page.waitForTimeout(1500);
  },

  recipes: async ({ demo, page, press }) => {
    await demo();
    await press('Control+a');
    await page.getByRole('tab', { name: 'Recipes' }).click();
  },

  palette: async ({ demo, press, page }) => {
    await demo();
    await press('/');
    await page.keyboard.type('top voice an octave up and softer by 12');
    await page.getByTestId('palette-effect').waitFor();
  },

  history: async ({ demo, press, page }) => {
    await demo();
    for (const key of ['Control+a', 'q', 'ArrowUp', 'Control+z', 'Shift+`', 'a']) await press(key);
    for (const key of ['Shift+e', 'e', 'Shift+`', 'b', 'Alt+q']) await press(key);
    await press('Shift+U');
    await page.getByRole('listbox', { name: 'Steps' }).waitFor();
    await press('`', 'a');
    await page.getByTestId('compared').filter({ hasText: 'hear A' }).waitFor();
  },

  'keys-overlay': async ({ demo, press, page }) => {
    await demo();
    await press('Control+a');
    await page.keyboard.down('Shift');
    await page.keyboard.down('Slash');
    await page.getByRole('dialog', { name: 'All keys of the moment' }).waitFor();
  },

  shortcuts: async ({ demo, press, page }) => {
    await demo();
    await press('Alt+/');
    await page.getByRole('dialog', { name: 'Shortcuts' }).waitFor();
    await page.getByRole('button', { name: 'New', exact: true }).click();
    await page.getByLabel(/^Lines, run as one step/).fill('grid value=1/8\nquantize strength=80');
    await page.getByLabel('What it does').fill('Eighths, nearly');
  },

  playing: async ({ demo, press, page }) => {
    await demo();
    await press('F7', 'l', 'Home', 'F6');
    await page.getByRole('button', { name: 'End the recording' }).waitFor();
    await page.waitForTimeout(1500);
    for (const code of ['KeyA', 'KeyD', 'KeyG']) {
      await page.keyboard.down(code);
      await page.waitForTimeout(350);
      await page.keyboard.up(code);
    }
    await page.keyboard.down('KeyD');
  },

  'roll-dusk': async ({ demo, line, press, page, box }) => {
    await demo();
    await line('theme');
    await press('Shift+8', 'h', 'Alt+Shift+]');
    const lane = await box('velocity-lane');
    await page.mouse.move(lane.x + 60, lane.y + lane.height - 40);
    await page.mouse.down();
    await page.mouse.move(lane.x + 500, lane.y + 30, { steps: 12 });
    await page.mouse.up();
    const roll = await box('roll-canvas');
    await page.mouse.move(roll.x + 470, roll.y + 120);
    await page.mouse.down();
    await page.mouse.move(roll.x + 560, roll.y + 118, { steps: 4 });
  },

  song: async ({ demo, line, press, track }) => {
    await demo();
    await track('Upright bass');
    await press('F9', 'Alt+Enter');
    for (const row of ['tempo', 'meter', 'marker']) await line(`conductor-row what=${row}`);
    await line('shelf');
  },

  chords: async ({ demo, line, track }) => {
    await demo();
    await track('Harmonium');
    await line('chord-names by=bars');
    await line('conductor-row what=chord');
    await line('hatch of=chord');
  },

  drums: async ({ demo, line, press, track }) => {
    await demo();
    await track('Frame drum kit');
    await line('rows what=used');
    await press('.');
    await line('row-menu');
  },

  menu: async ({ demo, press, page, box }) => {
    await demo();
    await press('Control+a');
    const roll = await box('roll-canvas');
    await page.mouse.click(roll.x + 360, roll.y + 40, { button: 'right' });
  },

  lanes: async ({ demo, line, track }) => {
    await demo();
    await track('Harmonium');
    for (const lane of ['technique', 'cc11', 'cc1']) await line(`lane name=${lane}`);
    await line('wave shape=sine low=20 high=100 period=1bar range=0..7680 lane=cc1');
  },

  curves: async ({ demo, line, press, track }) => {
    await demo();
    await track('Upright bass');
    await press('.', '.', '.');
    await line('note-curves');
  },
};

const unknown = wanted.filter((name) => !(name in PICTURES));
if (unknown.length > 0) {
  console.error(`There is no picture ${unknown.join(', ')}; there are ${Object.keys(PICTURES).join(', ')}.`);
  process.exit(2);
}
for (const name of wanted.length > 0 ? wanted : Object.keys(PICTURES)) {
  const context = await browser.newContext({ storageState: opened(), viewport: { width: 1280, height: 800 } });
  const page = await context.newPage();
  const press = async (...keys) => {
    for (const key of keys) {
      await page.keyboard.press(key);
      await page.waitForTimeout(900);
    }
  };
  await page.goto(base);
  await PICTURES[name]({
    page,
    press,
    demo: async () => {
      await page.getByRole('link', { name: 'Lantern Ferry' }).first().click();
      await page.getByRole('group', { name: 'Roll' }).waitFor();
      await page.waitForTimeout(1500);
    },
    /** Opens a track, as its name is chosen in the top line. */
    track: async (name) => {
      await page.getByLabel('Track', { exact: true }).selectOption(name);
      await page.waitForTimeout(1200);
    },
    box: (canvas) => page.getByTestId(canvas).boundingBox(),
    said: (text) => page.getByRole('status').filter({ hasText: text }).first().waitFor(),
    line: async (text) => {
      await press('/');
      await page.keyboard.type(text);
      await press('Enter');
    },
  });
  await page.waitForTimeout(1200);
  await page.screenshot({ path: `${FOLDER}/${name}.png` });
  console.log(name);
  await context.close();
}
await browser.close();
