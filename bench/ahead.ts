import { writeFileSync } from 'node:fs';
import { begin, does, type Piece } from '../tests/browser/doing';
import pieces from '../tests/browser/pieces.json' with { type: 'json' };
import { test, type Studio } from '../tests/browser/studio';

/** So long a person waits between two actions, in ms, and so long a modifier is down before its key. */
const PAUSE = 350;
const LEAD = 90;

const all = (pieces as Piece[]).filter(({ begins }) => begins !== 'map');

/** Does a piece as a person would; gives how many of its presses stood on the screen before their answer, and how many came. */
async function work(studio: Studio, piece: Piece): Promise<[found: number, all: number, wrong: number]> {
  const { page } = studio;
  await begin(studio, piece);
  for (const action of [...piece.hands, ...piece.mistake]) {
    await page.waitForTimeout(PAUSE);
    const modifier = /^(Shift|Alt|Ctrl)(?=\+)/.exec(action)?.[0].replace('Ctrl', 'Control');
    if (modifier) {
      await page.keyboard.down(modifier);
      await page.waitForTimeout(LEAD);
    }
    await does(studio, action);
    if (modifier) await page.keyboard.up(modifier);
  }
  await page.waitForTimeout(PAUSE);
  await studio.press('Escape', 'Escape', 'Alt+/');
  await page.getByRole('tab', { name: 'What was used' }).click();
  const said = page.getByTestId('foreseen');
  const text = (await said.count()) > 0 ? await said.textContent() : '0 of 0 edits; 0';
  const [found, count, wrong] = text!.match(/\d+/g)!.map(Number);
  return [found, count, wrong];
}

test('how many presses are known before they come', async ({ studio, page }) => {
  const rows = [];
  const halves = [all.filter((_, k) => k % 2 === 0), all.filter((_, k) => k % 2 === 1)];
  for (const [k, half] of halves.entries()) {
    await page.goto('/');
    await page.evaluate(() => localStorage.clear());
    for (const piece of halves[1 - k]) await work(studio, piece);
    let sum = [0, 0, 0];
    for (const piece of half) {
      const found = await work(studio, piece);
      sum = sum.map((value, at) => value + found[at]);
      rows.push({ piece: piece.piece, known: found[0], presses: found[1], 'came out otherwise': found[2] });
    }
    rows.push({ piece: `half ${k + 1}`, known: sum[0], presses: sum[1], 'came out otherwise': sum[2] });
  }
  console.table(rows);
  writeFileSync('bench/results/ahead.json', JSON.stringify(rows, null, 2) + '\n');
});
