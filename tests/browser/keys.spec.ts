import { expect, test, type Studio, type TestNote } from './studio';

const take: TestNote[] = [
  [130, 100, 60, 64],
  [370, 100, 64, 80],
];

interface Case {
  /** keys, the last of which are edits */
  keys: string[];
  column: string;
  values: number[];
}

const edits: Case[] = [
  { keys: ['q'], column: 'start', values: [120, 360] },
  { keys: ['q', 'a'], column: 'start', values: [130, 370] },
  { keys: ['Alt+q'], column: 'start', values: [125, 365] },
  { keys: ['ArrowUp'], column: 'pitch', values: [61, 65] },
  { keys: ['ArrowDown'], column: 'pitch', values: [59, 63] },
  { keys: ['Shift+ArrowUp'], column: 'pitch', values: [72, 76] },
  { keys: ['Shift+ArrowDown'], column: 'pitch', values: [48, 52] },
  { keys: ['ArrowRight'], column: 'start', values: [250, 490] },
  { keys: ['ArrowLeft'], column: 'start', values: [10, 250] },
  { keys: ['Shift+ArrowRight'], column: 'start', values: [2050, 2290] },
  { keys: ['Alt+ArrowRight'], column: 'start', values: [135, 375] },
  { keys: ['w'], column: 'length', values: [220, 220] },
  { keys: ['s'], column: 'length', values: [100, 100] },
  { keys: ['w', 'w', 's'], column: 'length', values: [220, 220] },
  { keys: ['x'], column: 'length', values: [120, 120] },
  { keys: ['c'], column: 'length', values: [240, 1550] },
  { keys: ['Shift+W', 'v'], column: 'length', values: [240, 2020] },
  { keys: ['e'], column: 'velocity', values: [65, 81] },
  { keys: ['d'], column: 'velocity', values: [63, 79] },
  { keys: ['Shift+E'], column: 'velocity', values: [74, 90] },
  { keys: ['Shift+D'], column: 'velocity', values: [54, 70] },
  { keys: ['b'], column: 'muted', values: [1, 1] },
  { keys: ['Delete'], column: 'id', values: [] },
  { keys: ['Shift+N'], column: 'id', values: [1, 3, 2, 4] },
  { keys: ['n'], column: 'velocity', values: [64, 80, 64, 80] },
];

const grids: Case[] = [
  { keys: ['4', 'x'], column: 'length', values: [480, 480] },
  { keys: ['r', 'x'], column: 'length', values: [60, 60] },
  { keys: ['f', 'x'], column: 'length', values: [240, 240] },
  { keys: ['t', 'x'], column: 'length', values: [80, 80] },
  { keys: ['t', 't', 'x'], column: 'length', values: [120, 120] },
  { keys: ['g', 'x'], column: 'length', values: [180, 180] },
  { keys: ['8', 'Shift+R', 'Shift+R', 'q'], column: 'start', values: [256, 480] },
];

/** Tries cases one after the other on one song: the keys, then as many undos as edits were among them. */
async function tryAll(
  studio: Studio,
  cases: Case[],
  editsIn: (keys: string[]) => number,
  after: string[],
): Promise<void> {
  await studio.open(take);
  await studio.press('Control+a');
  for (const { keys, column, values } of cases) {
    const before = studio.column(column);
    await studio.press(...keys);
    await studio.expectColumn(column, values, keys.join(' '));
    await studio.press(...Array<string>(editsIn(keys)).fill('Control+z'), ...after);
    await studio.expectColumn(column, before, `${keys.join(' ')} undone`);
  }
}

test('each key does what it says, and one undo takes it back', async ({ studio }) => {
  test.slow();
  await tryAll(studio, edits, (keys) => keys.length, []);
});

test('edits go by the grid that a key before them set', async ({ studio }) => {
  test.slow();
  await tryAll(studio, grids, () => 1, ['6', 'Shift+F', 'Shift+F']);
});

test('held keys repeat, and nothing is lost or reordered', async ({ studio, page }) => {
  await studio.open(take);
  await studio.press('Control+a');
  for (let k = 0; k < 20; k++) {
    await page.keyboard.down('ArrowUp');
  }
  await page.keyboard.up('ArrowUp');
  await studio.press('Shift+ArrowDown', 'ArrowRight', 'ArrowRight', 'ArrowLeft');
  await studio.expectColumn('pitch', [68, 72]);
  await studio.expectColumn('start', [250, 490]);
});

test('a key works on what was selected when it was pressed, whatever is selected after', async ({ studio }) => {
  await studio.open(take);
  await studio.press('.', 'ArrowUp', 'ArrowUp', '.', 'ArrowDown', 'Escape');
  await studio.expectColumn('pitch', [62, 63]);
  await expect(studio.bench).toContainText('none selected');
});

test('keys typed in a field are the field’s', async ({ studio, page }) => {
  await studio.open(take);
  await studio.press('Control+a');
  await page.getByRole('spinbutton', { name: /Swing/ }).focus();
  await studio.press('Delete', 'ArrowUp', 'q');
  await page.getByRole('spinbutton', { name: /Swing/ }).blur();
  await studio.press('e');
  await studio.expectColumn('velocity', [65, 81]);
  expect(studio.column('pitch')).toEqual([60, 64]);
});

test('controls keep the keys they work with, and leave the others to the notes', async ({ studio, page }) => {
  await studio.open(take);
  await studio.turnTo('Tracks');
  await studio.press('Control+a');
  const mute = page.getByRole('button', { name: 'Mute Track 1' });
  await mute.click();
  await expect(mute).toHaveAttribute('aria-pressed', 'true');
  await mute.focus();
  await studio.press('e', 'Space');
  await studio.expectColumn('velocity', [65, 81]);
  await expect(mute).toHaveAttribute('aria-pressed', 'false');
  await page.getByRole('slider', { name: 'Volume of Track 1 in %' }).focus();
  await studio.press('ArrowUp', 'e');
  await studio.expectColumn('velocity', [66, 82]);
  expect(studio.column('pitch')).toEqual([60, 64]);
});

test('a list chosen from with the pointer lets go of the keys', async ({ studio, page }) => {
  await studio.open(take);
  await studio.press('Control+a');
  const grid = page.getByLabel('Grid', { exact: true });
  await grid.dispatchEvent('pointerdown');
  await grid.focus();
  await grid.selectOption('1/4');
  await expect(grid).not.toBeFocused();
  await studio.press('x');
  await studio.expectColumn('length', [480, 480]);
});

test('a refused edit says why, and the keys after it still work', async ({ studio }) => {
  await studio.open([[0, 100, 125]]);
  await studio.press('Control+a', 'Shift+ArrowUp');
  await expect(studio.status).toHaveText(/Nothing moved: a note would pass G9/);
  await studio.press('ArrowUp');
  await studio.expectColumn('pitch', [126]);
});

test('the key strip follows the modifier that is held', async ({ studio, page }) => {
  await studio.open(take);
  await studio.press('Control+a');
  const strip = page.getByRole('navigation', { name: 'Keys' });
  await expect(strip.getByRole('button', { name: 'Q quantize' })).toBeVisible();
  await page.keyboard.down('Shift');
  await expect(strip.getByRole('button', { name: 'octave up' })).toBeVisible();
  await expect(strip.getByRole('button', { name: 'Q quantize' })).toHaveCount(0);
  await page.keyboard.up('Shift');
  await strip.getByRole('button', { name: 'semitone up' }).click();
  await studio.expectColumn('pitch', [61, 65]);
});
