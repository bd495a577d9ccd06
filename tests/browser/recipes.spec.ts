import { expect, test, type TestNote } from './studio';

const take: TestNote[] = [
  [10, 100, 60, 15],
  [490, 100, 64, 80],
  [970, 100, 67, 96],
];

let number = 0;
/** A name that no other test of this run uses. */
const fresh = (name: string) => `${name} ${Date.now() % 1_000_000} ${number++}`;

test.beforeEach(async ({ studio }) => {
  await studio.open(take);
  await expect(studio.bench).toContainText('All 3 notes');
  await studio.turnTo('Recipes');
});

test('a recipe is typed with completion, put on a key, and runs as one step', async ({ studio, page }) => {
  const name = fresh('Up and tight');
  await studio.bench.getByRole('button', { name: 'New' }).click();
  await studio.bench.getByLabel('Name').fill(name);
  const lines = studio.bench.getByLabel('Lines, one below the other');
  await lines.click();
  await page.keyboard.type('quan');
  await expect(studio.bench.getByRole('list', { name: 'How the line can go on' })).toContainText('quantize');
  await studio.press('Tab');
  await page.keyboard.type('grid=1/4');
  await studio.press('Enter');
  await page.keyboard.type('transpose semitones=2');
  await studio.bench.getByRole('button', { name: 'Keep' }).click();
  await expect(studio.status).toHaveText(`“${name}” is kept`);
  await studio.press('Control+a', '/');
  await page.keyboard.type(name);
  await studio.press('Enter');
  await studio.expectColumn('start', [0, 480, 960]);
  expect(studio.column('pitch')).toEqual([62, 66, 69]);
  await studio.press('Control+z');
  await studio.expectColumn('start', [10, 490, 970]);
});

test('while the conditions of a rule are set, what matches is counted', async ({ studio }) => {
  await studio.bench.getByRole('button', { name: 'Change Ghost touches out' }).click();
  const matches = studio.page.getByTestId('matches');
  await expect(matches).toHaveText('0 of 3 notes match');
  await studio.bench.getByRole('button', { name: 'Take length=..1/64 out' }).click();
  await expect(matches).toHaveText('1 of 3 notes match');
  await studio.bench.getByLabel('velocity is').fill('loud');
  await expect(matches).toContainText('velocity');
  await studio.bench.getByLabel('velocity is').fill('..85');
  await expect(matches).toHaveText('2 of 3 notes match');
  await studio.bench.getByRole('button', { name: 'one more group' }).click();
  await studio.bench.getByLabel('How groups are joined').selectOption('or');
  await studio.bench.getByLabel('Group 2').getByLabel('beat is').fill('3');
  await expect(matches).toHaveText('3 of 3 notes match');
  await studio.bench.getByRole('button', { name: 'Leave' }).click();
});

test('what is done is recorded until one stops, and the history gives a recipe too', async ({ studio, page }) => {
  await studio.bench.getByRole('button', { name: 'Record' }).click();
  await studio.press('Control+a', 'ArrowUp', 'Shift+E');
  await studio.turnTo('Notes');
  await studio.bench.getByLabel('Edit on the bench').selectOption('Reverse');
  await expect(page.getByTestId('tuning-effect')).toContainText('3 notes reversed');
  await studio.press('Enter');
  await page.getByRole('button', { name: 'Recording, 4 lines · stop' }).click();
  await expect(studio.status).toHaveText('Recording stopped: 4 lines. Give them a name on the bench.');
  await expect(studio.bench.getByLabel('Lines, one below the other')).toHaveValue(
    'select what=all\ntranspose semitones=1\nvelocity add=10\nreverse',
  );
  await studio.bench.getByRole('button', { name: 'Leave' }).click();
  await studio.press('Shift+U');
  await expect(page.getByRole('listbox', { name: 'Steps' }).getByRole('option')).toHaveCount(4);
  await studio.press('Home', '=', 'End');
  await page.getByRole('button', { name: 'Make the steps from ◇ a recipe' }).click();
  await expect(studio.bench.getByLabel('Lines, one below the other')).toHaveValue(
    'transpose semitones=1\nvelocity add=10\nreverse',
  );
});

test('drags, choices in lists and selections by what is alike are recorded as lines; what was selected before is not', async ({
  studio,
  page,
}) => {
  const [start, pitch] = [studio.column('start')[1], studio.column('pitch')[1]];
  await studio.bench.getByRole('button', { name: 'Record' }).click();
  await studio.press('Control+a');
  await studio.drag([start + 60, pitch], [start + 60 + 480, pitch]);
  await page.getByLabel('Grid', { exact: true }).selectOption('1/8');
  await studio.press('Escape', '.', 'F8', 'p', 'Shift+Backspace');
  await page.getByRole('button', { name: /^Recording/ }).click();
  await expect(studio.bench.getByLabel('Lines, one below the other')).toHaveValue(
    /^select what=all\nnudge by=\d+tk\ngrid value=1\/8\nselect what=none\nselect what=place$/,
  );
});

test('a line that cannot be run is refused, and nothing is kept', async ({ studio }) => {
  await studio.bench.getByRole('button', { name: 'New' }).click();
  await studio.bench.getByLabel('Name').fill(fresh('Broken'));
  await studio.bench.getByLabel('Lines, one below the other').fill('quantize\nfrobnicate');
  await studio.bench.getByRole('button', { name: 'Keep' }).click();
  await expect(studio.bench.getByRole('alert')).toContainText('Line 2: There is no edit “frobnicate”.');
});

test('an error in a later line says which one, and leaves the notes', async ({ studio, page }) => {
  const name = fresh('Too high');
  await studio.bench.getByRole('button', { name: 'New' }).click();
  await studio.bench.getByLabel('Name').fill(name);
  await studio.bench.getByLabel('Lines, one below the other').fill('velocity set=20\ntranspose octaves=6');
  await studio.bench.getByRole('button', { name: 'Keep' }).click();
  await studio.press('Control+a');
  await studio.bench.getByRole('button', { name, exact: true }).click();
  await expect(studio.status).toHaveText(/Line 2 \(transpose octaves=6\): .* Nothing was changed\./);
  expect(studio.column('velocity')).toEqual([15, 80, 96]);
  await page.reload();
  await studio.turnTo('Recipes');
  await expect(studio.bench.getByRole('button', { name, exact: true })).toBeVisible();
});

test('a recipe runs on several tracks at once', async ({ studio, page }) => {
  await studio.bench.getByRole('checkbox', { name: 'run on several tracks' }).check();
  await studio.bench.getByRole('checkbox', { name: 'Track 1' }).check();
  await studio.bench.getByRole('button', { name: 'Lay back', exact: true }).click();
  await expect(page.getByRole('status')).toHaveText(/Track 1: “Lay back”: 3 notes/);
  await expect.poll(() => studio.column('start')[0]).toBeGreaterThan(10);
});

test('recipes go out as a file and come in beside those there are', async ({ studio }) => {
  const name = fresh('Brought along');
  const file = {
    jactonic: 'recipes',
    version: 1,
    recipes: [
      { name, lines: ['reverse'] },
      { name: 'X', lines: ['frob'] },
    ],
  };
  await studio.bench
    .getByLabel('A file of recipes')
    .setInputFiles({ name: 'r.json', mimeType: 'application/json', buffer: Buffer.from(JSON.stringify(file)) });
  await expect(studio.bench.getByRole('button', { name, exact: true })).toBeVisible();
  await expect(studio.bench.getByRole('alert')).toContainText('There is no edit “frob”');
  const download = studio.page.waitForEvent('download');
  await studio.bench.getByRole('link', { name: 'Export' }).click();
  expect((await download).suggestedFilename()).toBe('jactonic.recipes.json');
});

test('a recipe that was changed in another window is written over only by keeping it once more', async ({
  studio,
  request,
}) => {
  const name = fresh('Two hands');
  const body = { name, lines: ['quantize strength=60'] };
  const { id } = await (await request.post('/api/recipes', { data: body })).json();
  await studio.page.reload();
  await studio.turnTo('Recipes');
  await studio.bench.getByRole('button', { name: `Change ${name}` }).click();
  await request.patch(`/api/recipes/${id}`, { data: { ...body, lines: ['quantize strength=70'], revision: 1 } });
  await studio.bench.getByLabel('Lines, one below the other').fill('quantize strength=80');
  const keep = studio.bench.getByRole('button', { name: 'Keep' });
  await keep.click();
  await expect(studio.bench.getByRole('alert')).toContainText(
    `“${name}” was changed in another window. Keep it once more to put yours in its place.`,
  );
  await keep.click();
  await expect(studio.status).toHaveText(`“${name}” is kept`);
  const { recipes } = await (await request.get('/api/recipes')).json();
  expect(recipes.find((recipe: { id: number }) => recipe.id === id).lines).toEqual(['quantize strength=80']);
});
