import { readFileSync, writeFileSync } from 'node:fs';
import { chromium } from '@playwright/test';
import { opened } from '../tests/door.js';

const base = process.argv[2];
const browser = await chromium.launch(JSON.parse(readFileSync('tests/chromium.json', 'utf8')));
const share = (values, part) => [...values].sort((a, b) => a - b)[Math.floor(values.length * part)];
const round = (value) => Math.round(value * 1000) / 1000;
const rows = [];

/** A song of its own that records from a MIDI keyboard of the bench. */
async function recording() {
  const page = await browser.newPage({ storageState: opened(), viewport: { width: 1280, height: 800 } });
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

// `--sound` leaves out what is played in.
if (!process.argv.includes('--sound')) {
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

if (!process.argv.includes('--sound')) {
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

/** What the sound itself tells while a song of so many tracks plays, two notes a second on each for so many seconds. */
async function song(tracks, seconds) {
  const page = await browser.newPage({ storageState: opened(), viewport: { width: 1280, height: 800 } });
  await page.addInitScript(() => {
    localStorage.setItem('jactonic.settings', JSON.stringify({ loop: false, follow: false }));
    const Node = window.AudioWorkletNode;
    window.reports = [];
    window.AudioWorkletNode = class extends Node {
      constructor(...given) {
        super(...given);
        window.nodes = (window.nodes ?? 0) + 1;
        this.port.addEventListener('message', ({ data }) => window.reports.push(data));
      }
    };
  });
  const song = { name: `Sound ${tracks}`, tempo: 120, meter: '4/4', key: 'none', sketch: 'empty' };
  const { id } = await (await page.request.post(`${base}/api/songs`, { data: song })).json();
  const opened = await (await page.request.get(`${base}/api/songs/${id}`)).json();
  let clip = opened.open.front;
  const run = async (lines) => {
    const body = {
      lines,
      selection: [],
      open: [clip],
      front: clip,
      revisions: {},
      context: { grid: '1/16', caret: [0, 60] },
    };
    const answer = await (await page.request.post(`${base}/api/songs/${id}/edits`, { data: body })).json();
    if (answer.error) throw new Error(JSON.stringify(answer.error));
    clip = answer.open?.front ?? clip;
  };
  const families = [
    'acoustic-grand-piano',
    'violin',
    'cello',
    'flute',
    'acoustic-bass',
    'trumpet',
    'clarinet',
    'marimba',
  ];
  for (let k = 0; k < tracks; k++) {
    if (k > 0) await run([`track-new instrument=${families[k % families.length]}`]);
    const notes = Array.from(
      { length: seconds * 2 },
      (_, n) => `insert at=${n * 480 + ((k * 37 + n * 11) % 40)} pitch=${48 + ((k * 7 + n * 5) % 30)} length=1/8`,
    );
    await run(notes);
  }
  await page.goto(`${base}/songs/${id}`);
  await page.getByRole('group', { name: 'Roll' }).waitFor();
  await page.keyboard.press('Home');
  await page.waitForTimeout(4000);
  return { page, expected: tracks * seconds * 2, seconds };
}

/** Plays it, and does something meanwhile. */
async function played({ page, expected, seconds }, meanwhile) {
  await page.evaluate(() => (window.reports.length = 0));
  const before = await page.evaluate(() => window.reports.at(-1)?.begun ?? 0);
  await page.keyboard.press('Space');
  const end = Date.now() + seconds * 1000 + 1000;
  while (Date.now() < end) await meanwhile(page);
  await page.keyboard.press('Space');
  await page.waitForTimeout(500);
  return page.evaluate(
    ([before, expected]) => {
      const { reports } = window;
      const late = reports.map(({ late }) => late * 1000).sort((a, b) => a - b);
      const loads = reports.map(({ load }) => load).filter((load) => load !== null);
      return {
        begun: reports.at(-1).begun - (reports[0].begun < expected ? Math.min(before, 0) : 0),
        late99: late[Math.floor(late.length * 0.99)],
        latest: late.at(-1),
        load: Math.max(...loads),
        voices: Math.max(...reports.map(({ voices }) => voices)),
        stolen: reports.at(-1).stolen,
      };
    },
    [before, expected],
  );
}

const rest = (page) => page.waitForTimeout(200);
const scroll = async (page) => {
  await page.mouse.move(600, 400);
  await page.mouse.wheel(120, 60);
  await page.waitForTimeout(16);
};
const stand = (ms) => (page) =>
  page.evaluate(async (ms) => {
    const until = performance.now() + ms;
    while (performance.now() < until);
    await new Promise((done) => setTimeout(done, 300));
  }, ms);

for (const [tracks, what, meanwhile] of [
  [16, 'at rest', rest],
  [48, 'at rest', rest],
  [64, 'at rest', rest],
  [64, 'while it is scrolled', scroll],
  [16, 'while the page stands still for 50 ms', stand(50)],
  [16, 'while the page stands still for 200 ms', stand(200)],
  [16, 'while the page stands still for 400 ms', stand(400)],
]) {
  const one = await song(tracks, 10);
  const told = await played(one, meanwhile);
  rows.push({
    what: `${tracks} tracks ${what}`,
    median: `${told.begun} of ${one.expected} notes, ${told.voices} voices, ${Math.round(100 * told.load)} % of the time`,
    '99 %': `${round(told.late99)} ms late, the latest ${round(told.latest)}`,
    limit: '1 ms, none lost',
  });
  if (tracks === 16 && what === 'at rest') {
    // A key that is pressed: from the message to the block that has it.
    const waits = await one.page.evaluate(async () => {
      document.activeElement?.blur();
      window.reports.length = 0;
      const wait = () => new Promise((done) => setTimeout(done, 60));
      for (let k = 0; k < 100; k++) {
        window.dispatchEvent(new KeyboardEvent('keydown', { key: '.', code: 'Period', bubbles: true }));
        window.dispatchEvent(new KeyboardEvent('keyup', { key: '.', code: 'Period', bubbles: true }));
        await wait();
      }
      return window.reports.map(({ waited }) => waited).filter((waited) => waited > 0);
    });
    rows.push({
      what: 'a note that is touched, until the block that has it',
      median: `${round(share(waits, 0.5) ?? 0)} ms of ${waits.length}`,
      '99 %': `${round(share(waits, 0.99) ?? 0)} ms`,
      limit: '12 ms, 20 ms',
    });
    const idle = await one.page.evaluate(async () => {
      await new Promise((done) => setTimeout(done, 8000));
      window.reports.length = 0;
      await new Promise((done) => setTimeout(done, 3000));
      return { reports: window.reports.length, nodes: window.nodes };
    });
    rows.push({
      what: 'after stop: reports in 3 s, audio nodes',
      median: `${idle.reports}, ${idle.nodes}`,
      '99 %': '',
      limit: '0, 1',
    });
  }
  await one.page.close();
}

console.table(rows);
writeFileSync('bench/results/playing.json', `${JSON.stringify(rows, null, 1)}\n`);
await browser.close();
