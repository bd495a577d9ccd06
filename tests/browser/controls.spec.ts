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
  ['toolbar', 'What is shown in lanes'],
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
