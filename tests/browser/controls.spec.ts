import { expect, test, type Studio } from './studio';

/** What leads away from the song, or begins something that goes on. */
const LEAVES =
  /^(Song list|Song$|Note table|Record|Play|Stop|Take it in|Leave it out|Recipes from a file|Export|Open .* in the roll)/;

test.beforeEach(async ({ studio }) => {
  await studio.open([
    [0, 240, 60],
    [480, 240, 64],
  ]);
  await studio.press('F7', 'k');
});

const playing = (studio: Studio) => studio.page.getByRole('button', { name: 'Stop', exact: true });

/** Space plays, and plays no more. */
async function spacePlays(studio: Studio, after: string): Promise<void> {
  await studio.press(' ');
  await expect(playing(studio), `Space after ${after}`).toBeVisible();
  await studio.press(' ');
  await expect(playing(studio), `Space again after ${after}`).toBeHidden();
}

const AREAS = [
  [null, 'Song and transport'],
  ['complementary', 'Bench'],
  ['region', 'Playing in'],
  ['group', 'Lanes'],
  ['group', 'Hand'],
  ['navigation', 'Keys'],
] as const;

for (const [role, where] of AREAS) {
  test(`after any control of “${where}” was used with the pointer, Space plays`, async ({ studio, page }) => {
    test.slow();
    const area = role ? page.getByRole(role, { name: where, exact: true }) : page.getByLabel(where, { exact: true });
    const controls = area.locator('button:visible, input[type=checkbox]:visible, input[type=radio]:visible');
    const names = await controls.evaluateAll((all) =>
      all.map((one) => one.getAttribute('aria-label') ?? one.textContent?.trim() ?? ''),
    );
    let used = 0;
    for (const [k, name] of names.entries()) {
      const control = controls.nth(k);
      if (LEAVES.test(name) || !(await control.isVisible().catch(() => false)) || (await control.isDisabled()))
        continue;
      await control.click({ force: true });
      used++;
      // What it opened, and the field it led to, are left by Escape.
      const opened = page.locator('[role=dialog], [role=menu], input:focus');
      if ((await opened.count()) > 0) await studio.press('Escape');
      await spacePlays(studio, `“${name}”`);
      if (used >= 12) break;
    }
    expect(used).toBeGreaterThan(0);
  });
}

test('a control that was reached by Tab keeps Space and Enter until Escape', async ({ studio, page }) => {
  const loop = page.getByRole('button', { name: 'Loop', exact: true });
  await loop.focus();
  await expect(loop).toHaveAttribute('aria-pressed', 'true');
  await studio.press(' ');
  await expect(loop).toHaveAttribute('aria-pressed', 'false');
  await studio.press('Enter');
  await expect(loop).toHaveAttribute('aria-pressed', 'true');
  await studio.press('Escape');
  await spacePlays(studio, 'Escape');
});

test('a list that was chosen from gives the keys back', async ({ studio, page }) => {
  await page.getByLabel('Grid', { exact: true }).selectOption('1/8');
  await spacePlays(studio, 'a list');
});

const OPENED: [what: string, open: (studio: Studio) => Promise<void>][] = [
  ['the palette', (studio) => studio.press('/')],
  [
    'the menu at the pointer',
    async (studio) => {
      const { x, y } = await studio.point(100, 60);
      await studio.page.mouse.click(x, y, { button: 'right' });
    },
  ],
  [
    'the menu of empty ground',
    async (studio) => {
      const { x, y } = await studio.point(1200, 66);
      await studio.page.mouse.click(x, y, { button: 'right' });
    },
  ],
  [
    'the pane of a note',
    async (studio) => {
      await studio.click(100, 60);
      await studio.press('F10', 'Enter');
    },
  ],
  ['tempo, meter, key and marker', (studio) => studio.press('F4', 'Enter')],
  [
    'the menu of a row',
    async (studio) => {
      const keys = await studio.page.getByTestId('pitch-keys').boundingBox();
      const { y } = await studio.point(0, 60);
      await studio.page.mouse.click(keys!.x + 10, y, { button: 'right' });
    },
  ],
  [
    'a key for what was done last',
    async (studio) => {
      await studio.press('Control+a', 'ArrowUp');
      await expect(studio.status).toContainText(/up \d semitones?/);
      await studio.press('Alt+Shift+/');
    },
  ],
];

test('Escape closes whatever is open and gives the keys back, also where the pointer pressed in it', async ({
  studio,
  page,
}) => {
  test.slow();
  const opened = page.getByRole('dialog').or(page.getByRole('menu'));
  for (const [what, open] of OPENED) {
    await test.step(what, async () => {
      await open(studio);
      await expect(opened, what).toBeVisible();
      await studio.press('Escape');
      await expect(opened, what).toHaveCount(0);
      await spacePlays(studio, what);
      await open(studio);
      await expect(opened, what).toBeVisible();
      const box = (await opened.boundingBox())!;
      await page.mouse.click(box.x + box.width - 4, box.y + box.height - 4);
      await studio.press('Escape', 'Escape');
      await expect(opened, what).toHaveCount(0);
      await spacePlays(studio, `a press in ${what}`);
    });
  }
});

test('what is chosen in the menu at the pointer gives the keys back', async ({ studio, page }) => {
  const { x, y } = await studio.point(100, 60);
  await page.mouse.click(x, y, { button: 'right' });
  await page.getByRole('dialog').getByRole('option', { name: 'Delete' }).click();
  await studio.expectColumn('id', [2]);
  await spacePlays(studio, 'a choice');
});

test('the search of the shelf keeps its keys, and Escape gives them back', async ({ studio, page }) => {
  await studio.press('F3', 'l');
  await page.keyboard.type('beat');
  await expect(page.locator('input:focus')).toHaveValue('beat');
  await studio.press('Escape');
  await spacePlays(studio, 'the search');
});

test('no text of the page can be selected, so that a drag is always a drag', async ({ studio, page }) => {
  await studio.bench.getByText('Dynamics', { exact: true }).first().dblclick();
  await page.keyboard.press('Control+a');
  expect(await page.evaluate(() => getSelection()?.toString())).toBe('');
  await studio.drag([100, 60], [340, 60]);
  await studio.expectColumn('start', [240, 720]);
});
