import { readFileSync } from 'node:fs';
import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import pieces from './pieces.json' with { type: 'json' };
import { expect, test, type Studio, type TestNote } from './studio';

// One map is in use for the whole program: these tests take turns, on a server of their own.
test.describe.configure({ mode: 'default' });

const take: TestNote[] = [
  [10, 100, 60, 64],
  [130, 100, 64, 80],
];

async function map(page: Page, id: string): Promise<void> {
  await page.request.post(`/api/keymaps/${id}/use`, { data: {} });
}

async function openView(studio: Studio): Promise<void> {
  await studio.press('Alt+/');
  await expect(studio.page.getByRole('dialog', { name: 'Shortcuts' })).toBeVisible();
}

test.beforeEach(async ({ studio, page }) => {
  await map(page, 'standard');
  await studio.open(take);
  await expect(studio.bench).toContainText('All 2 notes');
});

test.afterEach(async ({ page }) => map(page, 'standard'));

test('a chain of one’s own lies on a key by picking, pressing and done, and is there after a reload', async ({
  studio,
  page,
}) => {
  await openView(studio);
  await page.getByRole('button', { name: 'New', exact: true }).click();
  await page.getByLabel(/^Lines, run as one step/).fill('grid value=1/8\nquantize\ntranspose semitones=1');
  await page.getByLabel('What it does').fill('My chain');
  await page.getByRole('button', { name: /^Key: none/ }).click();
  await studio.press('F11');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByLabel('Map', { exact: true })).toHaveValue(/\d+/);
  await studio.press('Escape');
  await studio.press('Control+a', 'F11');
  await studio.expectColumn('start', [0, 240]);
  expect(studio.column('pitch')).toEqual([61, 65]);
  await expect(page.getByLabel('Grid', { exact: true })).toHaveValue('1/8');
  await studio.press('Control+z');
  await studio.expectColumn('start', [10, 130]);
  await page.reload();
  await expect(studio.bench).toContainText('All 2 notes');
  await studio.press('Control+a', 'F11');
  await studio.expectColumn('start', [0, 240]);
});

test('a conflict is shown with what would be displaced, and is replaced, kept beside, or left', async ({
  studio,
  page,
}) => {
  await openView(studio);
  await page.getByLabel('Search by a word').fill('reverse');
  await page.getByRole('button', { name: 'Set a key for Reverse' }).click();
  const form = page.getByRole('form', { name: 'Shortcut' });
  await form.getByRole('button', { name: /^Key: none/ }).click();
  await studio.press('e');
  await expect(form.getByRole('alert')).toContainText('E is “Louder by 1” already.');
  await form.getByRole('button', { name: 'Keep both: this one only in the note table' }).click();
  await expect(form.getByRole('alert')).toHaveCount(0);
  await form.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(form).toHaveCount(0);
  await page.getByRole('button', { name: 'Set a key for Reverse' }).click();
  await form.getByRole('button', { name: /^Key: none/ }).click();
  await studio.press('w');
  await form.getByRole('button', { name: 'Replace' }).click();
  await expect(form).toHaveCount(0);
  await studio.press('Escape', 'Escape');
  await studio.press('Control+a', 'e');
  await studio.expectColumn('velocity', [65, 81]);
  await studio.press('w');
  await expect(studio.status).toHaveText(/reversed/);
});

test('a change is taken back, and a key goes back to how it came', async ({ studio, page }) => {
  await openView(studio);
  const keyboard = page.getByRole('region', { name: 'The keyboard' });
  await keyboard.getByRole('button', { name: 'Q: Quantize to the grid' }).click();
  await page.getByRole('button', { name: 'Take it away' }).click();
  await expect(keyboard.getByRole('button', { name: 'Q: free' })).toBeVisible();
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await keyboard.getByRole('button', { name: 'Q: Quantize to the grid' }).click();
  await page.getByLabel(/^Lines, run as one step/).fill('mute');
  await page.getByLabel('What it does').fill('Hush');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await keyboard.getByRole('button', { name: 'Q: Hush' }).click();
  await page.getByRole('button', { name: 'This key as it came' }).click();
  await expect(keyboard.getByRole('button', { name: 'Q: Quantize to the grid' })).toBeVisible();
});

test('a line that cannot be run is refused with what would work, and the map stays', async ({ studio, page }) => {
  await openView(studio);
  await page.getByRole('button', { name: 'New', exact: true }).click();
  await page.getByLabel(/^Lines, run as one step/).fill('quantise');
  await page.getByRole('button', { name: /^Key: none/ }).click();
  await studio.press('F11');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByRole('form').getByRole('alert')).toContainText('Did you mean quantize?');
  await expect(page.getByLabel('Map', { exact: true })).toHaveValue('standard');
});

test('the key itself tells what it does, and keys the browser keeps are told', async ({ studio, page }) => {
  await openView(studio);
  await page.getByRole('button', { name: 'Search by pressing' }).click();
  await studio.press('Alt+q');
  const list = page.getByRole('region', { name: 'All commands' }).getByRole('group');
  await expect(list).toHaveCount(1);
  await expect(list).toContainText('Quantize half the way');
  await page.getByRole('button', { name: 'Search by pressing' }).click();
  await studio.press('F11');
  await expect(page.getByRole('region', { name: 'All commands' })).toContainText('F11 is free.');
  await page.getByRole('button', { name: 'Put something on it' }).click();
  await page.getByRole('button', { name: /^Key: F11/ }).click();
  await studio.press('Control+l');
  await expect(page.getByRole('region', { name: 'The keyboard' })).toContainText('may never arrive here');
});

test('the drawn keyboard shows the layer of the modifiers held, and takes a command dropped on a key', async ({
  studio,
  page,
}) => {
  await openView(studio);
  const keyboard = page.getByRole('region', { name: 'The keyboard' });
  await keyboard.getByRole('checkbox', { name: 'Shift' }).check();
  await expect(keyboard.getByRole('button', { name: 'Shift+Q: Quantize, chords together' })).toBeVisible();
  await keyboard.getByRole('checkbox', { name: 'Shift' }).uncheck();
  await page.getByLabel('Search by a word').fill('Major chord');
  await page
    .getByRole('group', { name: 'Major chord', exact: true })
    .dragTo(keyboard.getByRole('button', { name: 'F5: free' }));
  await expect(page.getByRole('form', { name: 'Shortcut' })).toContainText('Lines');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(keyboard.getByRole('button', { name: 'F5: Major chord' })).toBeVisible();
});

test('a map goes to another machine: out as a file, in again, and in use', async ({ studio, page }) => {
  await openView(studio);
  await page.getByLabel('Map', { exact: true }).selectOption('Number pad');
  await expect(page.getByRole('button', { name: 'Num8: Up a semitone' })).toBeVisible();
  const download = page.waitForEvent('download');
  await page.getByRole('link', { name: 'Export' }).click();
  const path = await (await download).path();
  const file = JSON.parse(readFileSync(path, 'utf8'));
  await page.getByLabel('Map', { exact: true }).selectOption('Standard');
  await expect(page.getByRole('button', { name: 'Num8: free' })).toBeVisible();
  file.name = 'From the studio';
  file.bindings.push({ key: 'F4', run: ['frobnicate'] });
  await page
    .getByLabel('A map as a file')
    .setInputFiles({ name: 'pad.json', mimeType: 'application/json', buffer: Buffer.from(JSON.stringify(file)) });
  const said = page.getByRole('dialog', { name: 'Shortcuts' }).getByRole('status');
  await expect(said).toContainText('“From the studio” came in; it does');
  await expect(said).toContainText('There is no edit “frobnicate”');
  await page.getByRole('button', { name: 'Use it' }).click();
  await expect(page.getByLabel('Map', { exact: true }).locator('option:checked')).toHaveText('From the studio');
  await studio.press('Escape', 'Control+a', 'Numpad8', 'Numpad9');
  await studio.expectColumn('pitch', [61, 65]);
  await studio.expectColumn('velocity', [65, 81]);
  await openView(studio);
  await page
    .getByLabel('A map as a file')
    .setInputFiles({ name: 'x.json', mimeType: 'application/json', buffer: Buffer.from('no') });
  await expect(page.getByRole('dialog').getByRole('alert')).toContainText('This is no map of shortcuts.');
  await expect(page.getByLabel('Map', { exact: true }).locator('option:checked')).toHaveText('From the studio');
});

const moved = pieces.find(({ begins }) => begins === 'map')!;

test(`${moved.piece}: ${moved.hands.length} actions`, async ({ studio, page }) => {
  const on = async (id: string) => {
    await map(page, id);
    await page.reload();
    await expect(studio.bench).toContainText('All 2 notes');
  };
  await on('number-pad');
  let file = '';
  const does: Record<string, () => Promise<unknown>> = {
    'Alt+/': () => openView(studio),
    'press Export': async () => {
      const download = page.waitForEvent('download');
      await page.getByRole('link', { name: 'Export' }).click();
      file = await (await download).path();
      // The other machine: it has its own keys.
      await on('standard');
    },
    'press Import, with the file': () =>
      page.getByLabel('A map as a file').setInputFiles({
        name: 'mine.json',
        mimeType: 'application/json',
        buffer: readFileSync(file),
      }),
    'press Use it': async () => {
      await page.getByRole('button', { name: 'Use it' }).click();
      await expect(page.getByLabel('Map', { exact: true }).locator('option:checked')).not.toHaveText('Standard');
    },
  };
  for (const action of moved.hands) await does[action]();
  expect(JSON.parse(readFileSync(file, 'utf8')).bindings.length).toBeGreaterThan(29);
  await studio.press('Escape', 'Control+a', 'Numpad8');
  await studio.expectColumn('pitch', moved.leaves.pitch!);
});

test('digits after the leader key repeat what follows, as one step', async ({ studio }) => {
  await studio.press('Control+a', '5', '7', 'ArrowUp');
  await studio.expectColumn('pitch', [67, 71]);
  await studio.press('Control+z');
  await studio.expectColumn('pitch', [60, 64]);
});

test('a turn of the wheel with modifiers changes velocities, grid and swing', async ({ studio, page }) => {
  await studio.press('Control+a');
  const box = (await studio.roll.boundingBox())!;
  await page.mouse.move(box.x + 300, box.y + 300);
  await page.keyboard.down('Alt');
  await page.mouse.wheel(0, -200);
  await page.keyboard.up('Alt');
  await studio.expectColumn('velocity', [68, 84]);
  await page.keyboard.down('Control');
  await page.keyboard.down('Shift');
  await page.mouse.wheel(0, 100);
  await page.keyboard.up('Shift');
  await page.keyboard.up('Control');
  await expect(page.getByLabel('Grid', { exact: true })).toHaveValue('1/8');
});

test('all keys of the moment stand on the screen while one is held', async ({ studio, page }) => {
  await page.keyboard.down('Shift');
  await page.keyboard.down('Slash');
  const overlay = page.getByRole('dialog', { name: 'All keys of the moment' });
  await expect(overlay).toContainText('Quantize half the way');
  await page.keyboard.up('Slash');
  await page.keyboard.up('Shift');
  await expect(overlay).toHaveCount(0);
  await studio.press('Control+a', 'e');
  await studio.expectColumn('velocity', [65, 81]);
});

test('what is done three times with the mouse shows its key once, and what was used is counted', async ({
  studio,
  page,
}) => {
  const loop = page.getByRole('button', { name: 'Loop', exact: true });
  for (let k = 0; k < 3; k++) await loop.click();
  const coach = page.getByRole('note', { name: 'Coach' });
  await expect(coach).toHaveText(/Loop on and off lies on L/);
  await coach.getByRole('button', { name: 'Good' }).click();
  for (let k = 0; k < 3; k++) await loop.click();
  await expect(coach).toHaveCount(0);
  await openView(studio);
  await page.getByRole('tab', { name: 'What was used' }).click();
  await expect(page.getByRole('row', { name: /Loop on and off/ })).toContainText('6');
});

test('a frequent action without a key gets one from the page of what was used', async ({ studio, page }) => {
  await studio.press('Control+a', '/');
  await page.keyboard.type('up a fifth');
  await studio.press('Enter');
  await studio.expectColumn('pitch', [67, 71]);
  await openView(studio);
  await page.getByRole('tab', { name: 'What was used' }).click();
  await page
    .getByRole('row', { name: /Up a fifth/ })
    .getByRole('button', { name: 'Give it a key' })
    .click();
  await page.getByRole('button', { name: /^Key: none/ }).click();
  await studio.press('F12');
  await page.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(page.getByRole('form')).toHaveCount(0);
  await studio.press('Escape', 'F12');
  await studio.expectColumn('pitch', [74, 78]);
});

test('the list is sorted by key, name and use, and two maps are compared', async ({ studio, page }) => {
  await openView(studio);
  const first = page.getByRole('region', { name: 'All commands' }).getByRole('group').first();
  await page.getByLabel('Sorted by').selectOption('name');
  await expect(first).toHaveAccessibleName('A fifth louder');
  await page.getByLabel('Sorted by').selectOption('key');
  await expect(first).toContainText('-');
  await page.getByLabel('Compare with').selectOption('Small keyboard');
  await expect(page.getByRole('region', { name: 'All commands' })).toContainText('Alt Backspace');
  await expect(page.getByRole('region', { name: 'All commands' })).toContainText('Before and after');
});

test('two keys in a row are set and pressed, and the strip tells what can follow', async ({ studio, page }) => {
  await openView(studio);
  await page.getByRole('button', { name: 'New', exact: true }).click();
  await page.getByLabel(/^Lines, run as one step/).fill('velocity set=111');
  await page.getByLabel('What it does').fill('Very loud');
  const form = page.getByRole('form', { name: 'Shortcut' });
  await form.getByRole('button', { name: 'two in a row' }).click();
  await studio.press('F11', 'v');
  await form.getByRole('button', { name: 'Keep', exact: true }).click();
  await expect(form).toHaveCount(0);
  await studio.press('Escape', 'Control+a', 'F11');
  await expect(page.getByRole('navigation', { name: 'Keys' })).toHaveText('VVery loud');
  await studio.press('v');
  await studio.expectColumn('velocity', [111, 111]);
});

test('a key acts for as long as it is down', async ({ page }) => {
  await page.keyboard.down('Shift');
  await page.keyboard.down('Space');
  await expect(page.getByRole('button', { name: 'Stop' })).toBeVisible();
  await page.keyboard.up('Space');
  await page.keyboard.up('Shift');
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
});

test('everything goes back to how the map came', async ({ studio, page }) => {
  await openView(studio);
  const keyboard = page.getByRole('region', { name: 'The keyboard' });
  for (const name of ['Q: Quantize to the grid', 'E: Louder by 1']) {
    await keyboard.getByRole('button', { name }).click();
    await page.getByRole('button', { name: 'Take it away' }).click();
    await expect(keyboard.getByRole('button', { name: `${name[0]}: free`, exact: true })).toBeVisible();
  }
  await page.getByRole('button', { name: 'All as it came' }).click();
  await expect(keyboard.getByRole('button', { name: 'Q: Quantize to the grid' })).toBeVisible();
  await expect(keyboard.getByRole('button', { name: 'E: Louder by 1' })).toBeVisible();
});

test('the song list has keys of its own', async ({ page, studio }) => {
  await page.goto('/');
  await expect(page.getByRole('heading', { name: 'Songs' })).toBeVisible();
  const field = page.locator('input[type=file]');
  await field.evaluate((input) =>
    input.addEventListener('click', (event) => {
      event.preventDefault();
      input.setAttribute('data-asked', 'yes');
    }),
  );
  await studio.press('i');
  await expect(field).toHaveAttribute('data-asked', 'yes');
  await openView(studio);
  await studio.press('Escape');
  await expect(page.getByRole('dialog', { name: 'Shortcuts' })).toHaveCount(0);
});

test('the shortcuts view stands in nobody’s way', async ({ studio, page }) => {
  await openView(studio);
  await page
    .getByRole('region', { name: 'The keyboard' })
    .getByRole('button', { name: 'Q: Quantize to the grid' })
    .click();
  // Every word of a long list is looked at; what the view lies over is looked at elsewhere.
  test.slow();
  const { violations } = await new AxeBuilder({ page })
    .include('[aria-label="Shortcuts"]')
    .withTags(['wcag2a', 'wcag2aa', 'wcag21aa'])
    .analyze();
  expect(violations).toEqual([]);
});

/** The same session by the keys of each map that ships: select, quantize, up, later, louder, longer, undo. */
const sessions: [map: string, keys: string[]][] = [
  ['standard', ['q', 'ArrowUp', 'ArrowRight', 'e', 'w']],
  ['left-hand', ['q', 'w', 'd', 'r', 't']],
  ['number-pad', ['Numpad5', 'Numpad8', 'Numpad6', 'Numpad9', 'Numpad7']],
  ['small-keyboard', ['q', 'ArrowUp', 'ArrowRight', 'e', 'w']],
];

test('a session is driven by keys alone with each map that ships', async ({ studio, page }) => {
  for (const [name, keys] of sessions) {
    await test.step(name, async () => {
      await map(page, name);
      await page.reload();
      await expect(studio.bench).toContainText('All 2 notes');
      await studio.press('Control+a', ...keys);
      await studio.expectColumn('length', [220, 220], name);
      expect(studio.column('start'), name).toEqual([120, 240]);
      expect(studio.column('pitch'), name).toEqual([61, 65]);
      expect(studio.column('velocity'), name).toEqual([65, 81]);
      for (let k = 0; k < keys.length; k++) await studio.press('Control+z');
      await studio.expectColumn('start', [10, 130], name);
      await studio.press('Control+Space');
      await expect(studio.palette, name).toBeFocused();
    });
  }
});

test('a typed line gets a key in four actions, and a press that is taken asks first', async ({ studio, page }) => {
  await studio.open([[10, 200, 60]]);
  await studio.press('Control+a', '/');
  await page.keyboard.type('nudge by=240tk');
  await page.keyboard.press('Alt+Enter');
  await page.keyboard.press('F11');
  await expect(studio.status).toContainText('F11 does it from now on');
  await studio.press('F11');
  await studio.expectColumn('start', [250]);

  await studio.press('Alt+Shift+/');
  const dialog = page.getByRole('dialog', { name: 'Give this a key' });
  await expect(dialog).toContainText('nudge by=240tk');
  await page.keyboard.press('F2');
  await expect(dialog).toContainText('F2 then …');
  await page.keyboard.press('Escape');
  await expect(dialog).toBeHidden();

  await studio.press('Alt+Shift+/', 'q');
  await expect(dialog.getByRole('alert')).toContainText('Q is “Quantize to the grid” already.');
  await dialog.getByRole('button', { name: 'Keep both: this one only in the roll' }).click();
  await expect(dialog).toBeHidden();
  await studio.press('q');
  await studio.expectColumn('start', [490]);
});

test('an entry of the menu at the pointer, and the edit on the bench, are given a key where they stand', async ({
  studio,
  page,
}) => {
  await studio.open([[10, 200, 60]]);
  await studio.press('Control+a', 'Shift+F10');
  await page.getByRole('combobox', { name: 'What to do here' }).fill('duplicate');
  await page.keyboard.press('Alt+Enter');
  await page.keyboard.press('F11');
  await expect(studio.status).toContainText('F11 does it from now on');
  await studio.press('F11');
  await expect.poll(() => studio.column('start').length).toBe(2);
  await studio.press('/');
  await page.keyboard.type('velocity add=7');
  await page.keyboard.press('Shift+Enter');
  await studio.bench.getByRole('button', { name: /^Give it a key/ }).click();
  await page.keyboard.press('F12');
  await expect(studio.status).toContainText('F12 does it from now on');
  await page.keyboard.press('Escape');
  await studio.press('F12');
  await studio.expectColumn('velocity', [96, 103]);
});

test('New puts the cursor into the lines, and Enter goes on to the key', async ({ studio, page }) => {
  await studio.open([[10, 200, 60]]);
  await studio.press('Alt+/');
  await page.getByRole('button', { name: 'New', exact: true }).click();
  await page.keyboard.type('velocity add=9');
  await page.keyboard.press('Enter');
  await page.keyboard.press('F11');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('form', { name: 'Shortcut' })).toBeHidden();
  await page.keyboard.press('Escape');
  await studio.press('Control+a', 'F11');
  await studio.expectColumn('velocity', [105]);
});
