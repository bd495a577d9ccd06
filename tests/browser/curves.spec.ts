import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { expect, test, type Studio } from './studio';

/** What the database holds of curves: `note kind tick:value`, notes counted from 1 in order of time. */
function curves(studio: Studio): string {
  const query = `
    require 'vendor/autoload.php';
    $row = (new PDO('sqlite:'.getenv('DB_DATABASE')))->query('select notes, points from clips where id = '.(int) $argv[1])->fetch();
    if (! $row['points']) exit;
    $points = Jactonic\\Core\\Content\\Packing\\PackedTable::points($row['points']);
    $ids = array_flip(Jactonic\\Core\\Content\\Packing\\PackedTable::notes($row['notes'])->id);
    foreach ($points->note as $i => $note) if ($note) echo ($ids[$note] + 1).' '.[14 => 'pitch', 13 => 'loudness', 11 => 'timbre'][$points->kind[$i]].' '.$points->start[$i].':'.$points->value[$i]."\\n";`;
  return execFileSync('php', ['-r', query, String(studio.clip)], { env: process.env }).toString();
}

const expectCurves = (studio: Studio, found: RegExp) =>
  expect.poll(() => curves(studio), { intervals: [50, 100, 150, 250] }).toMatch(found);

/** Writes a line in the palette. */
async function say(studio: Studio, line: string): Promise<void> {
  await studio.press('/');
  await studio.palette.fill(line);
  await studio.press('Enter');
}

const pane = (studio: Studio, note: string) => studio.page.getByRole('dialog', { name: `Curves of ${note}` });

test.beforeEach(async ({ studio }) => {
  await studio.open([
    [0, 960, 60],
    [0, 960, 64],
    [1920, 480, 67],
  ]);
  await studio.press('0');
});

test('one note of a chord is opened by a key and made to fade; it takes its curve along and gives it to others', async ({
  studio,
  page,
}) => {
  await studio.press('F10', 'Enter');
  await expect(studio.status).toContainText('Select a note first');
  await studio.click(200, 64);
  await studio.press('F10', 'Enter');
  await expect(pane(studio, 'E4')).toBeVisible();
  await page.getByRole('radio', { name: 'loudness' }).click();
  await pane(studio, 'E4').getByRole('button', { name: 'Fade', exact: true }).click();
  await expectCurves(studio, /^2 loudness \d+:12[56]\n(2 loudness .*\n)+2 loudness 9\d\d:[0-5]\n$/);
  await studio.press('Escape');
  await expect(pane(studio, 'E4')).toBeHidden();
  await studio.press('Shift+ArrowRight');
  await expectCurves(studio, /^2 loudness 19[23]\d:12[56]\n/);
  await studio.press('Control+a', 'F10', '=');
  await expectCurves(studio, /^1 loudness \d+:12[56]\n[^]*3 loudness \d+:/);
  await studio.press('F10', '-');
  await expectCurves(studio, /^$/);
  await studio.press('Control+z', 'Control+z', 'Control+z');
  await expectCurves(studio, /^2 loudness \d{1,2}:12[56]\n/);
});

test('a double press opens a note; its pitch is drawn, typed and made flat', async ({ studio, page }) => {
  const { x, y } = await studio.point(300, 60);
  await page.mouse.dblclick(x, y);
  await expect(pane(studio, 'C4')).toBeVisible();
  const box = (await page.getByTestId('note-curve').boundingBox())!;
  await page.mouse.move(box.x + 2, box.y + box.height - 8);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2, { steps: 8 });
  await page.mouse.up();
  await expect(studio.status).toContainText(/1 note with a curve of pitch from -2\d\d to -?\d cents/);
  await expectCurves(studio, /^1 pitch 0:-[34]\d\d\n1 pitch \d+:-/);
  await pane(studio, 'C4').getByLabel('Points').fill('0:0 500:100 1000:0');
  await pane(studio, 'C4').getByLabel('Points').press('Enter');
  await expectCurves(studio, /^1 pitch \d+:[1-9]\d?\n[^]*:17[01]\n/);
  await pane(studio, 'C4').getByLabel('Points').fill('0:9999');
  await pane(studio, 'C4').getByLabel('Points').press('Enter');
  await expect(studio.status).toContainText('A curve of pitch takes values from -4800 to 4800');
  await pane(studio, 'C4').getByRole('button', { name: 'Flat' }).click();
  await expectCurves(studio, /^$/);
  await studio.press('Control+z');
  await expectCurves(studio, /:17[01]\n/);
});

test('a fading note is heard fading, and an output gets it on a channel of its own', async ({ studio, page }) => {
  await say(studio, 'select what=all');
  await say(studio, 'curve of=loudness at="0:0"');
  await expectCurves(studio, /^1 loudness 0:0\n2 loudness 0:0\n3 loudness 1920:0\n$/);
  await studio.press('Home', 'Space');
  await expect(page.getByLabel('Position')).toHaveText(/^1\.[34]/);
  expect(Number(await page.getByRole('meter', { name: 'Level', exact: true }).getAttribute('aria-valuenow'))).toBe(0);
  await studio.press('Space', 'F7', 'k');
  await studio.turnTo('Tracks');
  await page.getByRole('button', { name: 'Name, instrument, pan, colour' }).click();
  await page.getByLabel('Sounds on').selectOption('A list of what is sent');
  await studio.roll.focus();
  await studio.press('Home', 'Space');
  await expect(page.getByTestId('sent')).toContainText(/d2 00 · b2 4a 40 · 92 40 60|d3 00 · b3 4a 40 · 93 43 60/);
  await studio.press('Space');
});

test('curves go out as MPE and come in again as they were', async ({ studio, page }) => {
  await say(studio, 'choose where="pitch=64"');
  await expect(studio.status).toContainText('pitch=64');
  await say(studio, 'curve at="0:-200 400:0 1000:0"');
  await expectCurves(studio, /^2 pitch 0:-341\n/);
  const before = curves(studio);
  const download = page.waitForEvent('download');
  await studio.press('Control+e');
  const midi = readFileSync(await (await download).path());
  expect(midi.includes(Buffer.from([0xb0, 101, 0]))).toBe(true);
  await studio.press('Control+o');
  await page
    .getByLabel('MIDI files to import')
    .setInputFiles({ name: 'curve-again.mid', mimeType: 'audio/midi', buffer: midi });
  await expect(page.getByRole('heading', { name: 'curve-again' })).toBeVisible();
  await studio.openSong(Number(/songs\/(\d+)/.exec(page.url())![1]));
  expect(curves(studio)).toBe(before);
  await studio.expectColumn('channel', [0, 0, 0]);
});

test('in the pane of a note the keys are those of the notes: its points are selected, Space plays, a press draws nothing', async ({
  studio,
  page,
}) => {
  const { x, y } = await studio.point(300, 60);
  await page.mouse.dblclick(x, y);
  await expect(pane(studio, 'C4')).toBeVisible();
  const box = (await page.getByTestId('note-curve').boundingBox())!;
  await page.mouse.click(box.x + 100, box.y + 20);
  await studio.press('Control+a');
  await expect(studio.status).toContainText('There is no curve of pitch yet');
  expect(curves(studio)).toBe('');
  await pane(studio, 'C4').getByRole('button', { name: 'Scoop' }).click();
  await expectCurves(studio, /^1 pitch 0:-341\n1 pitch /);
  await studio.press('Control+a');
  await expect(studio.status).toContainText(/^\d+ points of .* selected$/);
  await studio.press('Delete');
  await expectCurves(studio, /^$/);
  await studio.press('Control+z');
  await expectCurves(studio, /^1 pitch 0:-341\n/);
  await studio.press('Space');
  await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeVisible();
  await studio.press('Space');
  await studio.roll.focus();
  await studio.press('Escape');
  await expect(pane(studio, 'C4')).toBeHidden();
});
