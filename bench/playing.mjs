import { readFileSync, writeFileSync } from 'node:fs';
import { chromium } from '@playwright/test';

const base = process.argv[2];
const browser = await chromium.launch(JSON.parse(readFileSync('tests/chromium.json', 'utf8')));
const share = (values, part) => [...values].sort((a, b) => a - b)[Math.floor(values.length * part)];
const round = (value) => Math.round(value * 1000) / 1000;
const rows = [];

/** A song of its own that records from a MIDI keyboard of the bench. */
async function recording() {
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.addInitScript(() => {
    localStorage.setItem('jactonic.settings', JSON.stringify({ countIn: 0, loop: false, follow: false }));
    const port = Object.assign(new EventTarget(), {
      id: 'bench',
      name: 'Bench',
      state: 'connected',
      type: 'input',
      open: async () => port,
    });
    const access = Object.assign(new EventTarget(), { inputs: new Map([['bench', port]]) });
    Object.assign(navigator, { requestMIDIAccess: async () => access });
    window.strike = (at, ...bytes) => {
      const event = Object.assign(new Event('midimessage'), { data: Uint8Array.from(bytes) });
      Object.defineProperty(event, 'timeStamp', { value: at });
      port.dispatchEvent(event);
    };
  });
  const song = { name: 'Playing', tempo: 120, meter: '4/4', key: 'none', sketch: 'empty' };
  const { id } = await (await page.request.post(`${base}/api/songs`, { data: song })).json();
  await page.goto(`${base}/songs/${id}`);
  await page.getByRole('group', { name: 'Roll' }).waitFor();
  await page.keyboard.press('F7');
  await page.keyboard.press('m');
  await page.keyboard.press('F6');
  await page.getByRole('button', { name: 'Stop', exact: true }).waitFor();
  return { page };
}

/** Ends it; what the status line says of the take. */
async function kept({ page }) {
  await page.keyboard.press('F6');
  const status = page.getByRole('status').filter({ hasText: / notes? in / });
  await status.waitFor({ timeout: 120_000 });
  return status.innerText();
}

{
  const one = await recording();
  const times = await one.page.evaluate(async () => {
    const all = [];
    for (let k = 0; k < 200; k++) {
      const before = performance.now();
      window.strike(before, 0x90, 48 + (k % 24), 90);
      all.push(performance.now() - before);
      window.strike(performance.now(), 0x80, 48 + (k % 24), 0);
      // Sixteen keys a second, as fast as hands play.
      await new Promise((done) => setTimeout(done, 60));
    }
    return all;
  });
  rows.push({
    what: 'a key until its voice was told',
    median: `${round(share(times, 0.5))} ms`,
    '99 %': `${round(share(times, 0.99))} ms`,
    limit: '15 ms',
  });
  await one.page.close();
}

{
  const one = await recording();
  const sent = await one.page.evaluate(async () => {
    const told = { messages: 0, notes: 0, values: 0 };
    const begin = performance.now();
    while (performance.now() - begin < 60_000) {
      for (const due = Math.floor(performance.now() - begin); told.messages < due; told.messages++) {
        const k = told.messages;
        // Twenty notes a second, and all between them what a keyboard says that feels every finger.
        if (k % 50 === 0) {
          window.strike(begin + k, 0x90, 48 + (k % 24), 90);
          told.notes++;
        } else if (k % 50 === 40) {
          window.strike(begin + k, 0x80, 48 + ((k - 40) % 24), 0);
        } else {
          window.strike(
            begin + k,
            ...[
              [0xb0, 1, k % 128],
              [0xd0, k % 128, 0],
              [0xe0, k % 128, k % 128],
            ][k % 3],
          );
          told.values++;
        }
      }
      await new Promise((done) => setTimeout(done, 4));
    }
    return told;
  });
  const said = await kept(one);
  const [notes, values] = [/(\d+) notes/, /(\d+) values/].map((found) => Number(found.exec(said)?.[1] ?? 0));
  rows.push({
    what: '1,000 messages a second for a minute',
    median: `${notes} of ${sent.notes} notes, ${values} of ${sent.values} values kept`,
    '99 %': '',
    limit: 'none lost',
  });
  await one.page.close();
}

console.table(rows);
writeFileSync('bench/results/playing.json', `${JSON.stringify(rows, null, 1)}\n`);
await browser.close();
