import { execFileSync } from 'node:child_process';
import { chromium } from '@playwright/test';
import { readFileSync } from 'node:fs';
import { opened } from '../tests/door.js';

const [base, ...options] = process.argv.slice(2);
const option = (name, otherwise) =>
  options.find((text) => text.startsWith(`--${name}=`))?.slice(name.length + 3) ?? otherwise;
const seeds = option('seeds', '1,2,3').split(',').map(Number);
const actions = Number(option('actions', '1000'));
/** so long every answer takes at least, in ms */
const slow = Number(option('slow', '0'));
const COMPARE_EVERY = 25;
const SETTLES_MS = 60_000;
/** A key that leads to a download or to another program's window. */
const NOT_PRESSED = ['export', 'import'];
/** What the browser itself says about a connection that this walk cuts, and about answers that are refusals. */
const EXPECTED = /Failed to load resource|net::ERR_/;

const bindings = JSON.parse(readFileSync('resources/keys/standard.json', 'utf8')).bindings.filter(
  ({ run }) => !NOT_PRESSED.some((name) => [run].flat().join().includes(name)),
);

/** Numbers from a seed, 0 to below 1. */
function numbers(seed) {
  let state = seed >>> 0;
  return () => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296;
  };
}

class Walk {
  log = [];
  faults = [];
  /** requests of the first window that are under way */
  underway = 0;

  constructor(browser, seed) {
    this.browser = browser;
    this.seed = seed;
    this.random = numbers(seed);
  }

  between = (from, to) => from + Math.floor(this.random() * (to - from + 1));
  pick = (list) => list[Math.floor(this.random() * list.length)];

  async begin() {
    this.context = await this.browser.newContext({ storageState: opened(), viewport: { width: 1280, height: 800 } });
    if (slow) {
      await this.context.route('**/api/songs/**', async (route) => {
        await new Promise((done) => setTimeout(done, slow));
        await route.continue().catch(() => undefined);
      });
    }
    this.page = await this.window('first');
    const midi = execFileSync('php', [
      '-r',
      `require 'vendor/autoload.php'; require 'bench/clips.php';
       use Jactonic\\Core\\Smf\\{SmfFile, SmfTrack};
       echo base64_encode((new SmfFile(1, 960, [new SmfTrack(benchNotes(24)), new SmfTrack(benchNotes(16)), new SmfTrack(benchNotes(8))]))->write());`,
    ]).toString();
    const answer = await this.page.request.post(`${base}/api/songs`, { data: { name: `Walk ${this.seed}`, midi } });
    this.song = (await answer.json()).id;
    // From the first one on, so that none is counted as over that was not counted as begun.
    this.page.on('request', (request) => request.url().includes('/api/') && this.underway++);
    for (const event of ['requestfinished', 'requestfailed']) {
      this.page.on(event, (request) => request.url().includes('/api/') && this.underway--);
    }
    await this.page.goto(`${base}/songs/${this.song}`);
    await this.roll(this.page).waitFor();
    this.cdp = await this.context.newCDPSession(this.page);
    await this.cdp.send('Performance.enable');
  }

  roll = (page) => page.getByRole('group', { name: 'Roll' });

  async window(name) {
    const page = await this.context.newPage();
    page.on('pageerror', (error) => this.faults.push(`${name} window: ${error.stack ?? error.message}`));
    page.on('console', (message) => {
      if (message.type() === 'error' && !EXPECTED.test(message.text())) {
        this.faults.push(`${name} window says: ${message.text()}`);
      }
    });
    page.on('dialog', (dialog) => dialog.accept().catch(() => undefined));
    page.on('download', (download) => download.cancel().catch(() => undefined));
    return page;
  }

  async go() {
    await this.begin();
    const kinds = [
      [40, 'key'],
      [6, 'again'],
      [10, 'pointer'],
      [6, 'select'],
      [8, 'thought'],
      [6, 'palette'],
      [6, 'bench'],
      [5, 'history'],
      [4, 'tracks'],
      [4, 'table'],
      [4, 'other'],
      [3, 'offline'],
      [1, 'reload'],
      [1, 'list'],
      [1, 'size'],
    ];
    const total = kinds.reduce((sum, [weight]) => sum + weight, 0);
    for (this.done = 1; this.done <= actions && this.faults.length === 0; this.done++) {
      let at = this.random() * total;
      const [, kind] = kinds.find(([weight]) => (at -= weight) < 0);
      await this.try(kind);
      if (this.done % COMPARE_EVERY === 0 || this.done === actions) {
        await this.compare();
      }
    }
    await this.foreseen();
    await this.context.close();
    return this.faults.length === 0;
  }

  /** Does one action; what cannot be done in the state the page is in is passed over. */
  async try(kind) {
    try {
      await this[kind](this.page);
    } catch (error) {
      if (!/Timeout|intercepts|not (visible|stable|enabled)|outside|detached|navigat|Target/i.test(error.message)) {
        this.faults.push(`${kind}: ${error.message}`);
      }
    }
  }

  note(text) {
    this.log.push(`${this.log.length + 1} ${text}`);
  }

  async press(page, chord) {
    this.note(chord);
    const keys = {
      Ctrl: 'Control',
      "'": 'Quote',
      '`': 'Backquote',
      ',': 'Comma',
      '.': 'Period',
      '-': 'Minus',
      '/': 'Slash',
      ';': 'Semicolon',
      '=': 'Equal',
      '[': 'BracketLeft',
      ']': 'BracketRight',
      '\\': 'Backslash',
    };
    for (const stroke of chord.split(' ')) {
      const parts = stroke
        .split('+')
        .map((part) => keys[part] ?? (/^[A-Z]$/.test(part) ? `Key${part}` : /^\d$/.test(part) ? `Digit${part}` : part));
      const last = parts.pop();
      for (const part of parts) await page.keyboard.down(part);
      if (last.startsWith('Wheel')) {
        await page.mouse.move(500, 350);
        await page.mouse.wheel(0, last === 'WheelUp' ? -120 : 120);
      } else {
        await page.keyboard.press(last);
      }
      for (const part of parts.reverse()) await page.keyboard.up(part);
    }
  }

  async key(page) {
    this.lastKey = this.pick(bindings).key;
    await this.press(page, this.lastKey);
  }

  async again(page) {
    for (let times = this.between(2, 6); times > 0; times--) {
      await this.press(page, this.lastKey ?? 'ArrowUp');
    }
  }

  async select(page) {
    await this.press(page, this.pick(['Ctrl+A', 'Escape', '.', 'Shift+.', 'Alt+L', 'Ctrl+I']));
  }

  /** Somebody looks, and does what is usual then: it was looked ahead meanwhile. */
  async thought(page) {
    await this.press(page, 'Ctrl+A');
    await page.waitForTimeout(this.between(100, 400));
    const key = this.pick(['ArrowUp', 'ArrowDown', 'Q', 'E', 'D', 'N', 'ArrowRight', 'Ctrl+Z']);
    for (let times = this.between(1, 3); times > 0; times--) await this.press(page, key);
  }

  async pointer(page) {
    const held = this.pick(['', '', '', 'Shift', 'Control', 'Alt']);
    const from = [this.between(60, 1000), this.between(80, 690)];
    const to = [from[0] + this.between(-200, 200), from[1] + this.between(-80, 80)];
    const way = this.pick(['click', 'drag', 'drag', 'double', 'wheel']);
    this.note(`${way} ${held} ${from} ${to}`);
    if (held) await page.keyboard.down(held);
    await page.mouse.move(...from);
    if (way === 'wheel') {
      await page.mouse.wheel(this.between(-200, 200), this.between(-200, 200));
    } else if (way === 'double') {
      await page.mouse.dblclick(...from);
    } else {
      await page.mouse.down();
      if (way === 'drag') await page.mouse.move(...to, { steps: 3 });
      await page.mouse.up();
    }
    if (held) await page.keyboard.up(held);
  }

  async palette(page) {
    const text = this.pick([
      'quantize strength=60',
      'humanize',
      'legato',
      'transpose semitones=',
      'chord',
      'track-new',
      'tempo to=90',
      'free of the grid',
      'before',
      'duplicate',
      'velocity set=',
      'nonsense',
      'choose where="pitch=60..72"',
      'clip-split',
      'meter to=3/4',
      'key to="E minor"',
      'theme',
      'recipe',
      'ramp',
      'delete',
      'repeat times=2',
      'marker name=Pier',
    ]);
    this.note(`palette ${text}`);
    await this.press(page, '/');
    await page.keyboard.type(text.endsWith('=') ? text + this.between(-3, 120) : text);
    await page.keyboard.press(this.pick(['Enter', 'Enter', 'Shift+Enter', 'Escape', 'ArrowDown']));
  }

  async bench(page) {
    const tab = this.pick(['Notes', 'History', 'Recipes', 'Tracks']);
    this.note(`bench ${tab}`);
    await page.getByRole('tab', { name: tab }).click({ timeout: 500 });
    const parts = page
      .getByRole('complementary', { name: 'Bench' })
      .locator('button, select, input[type=checkbox], input[type=range]');
    const part = parts.nth(this.between(0, Math.max(0, (await parts.count()) - 1)));
    this.note(`  ${(await part.evaluate((element) => element.outerHTML, undefined, { timeout: 500 })).slice(0, 120)}`);
    if ((await part.evaluate((element) => element.tagName)) === 'SELECT') {
      const options = await part.locator('option').count();
      await part.selectOption({ index: this.between(0, options - 1) }, { timeout: 500 });
    } else {
      await part.click({ timeout: 500 });
    }
  }

  async history(page) {
    await this.press(page, 'Shift+U');
    for (let steps = this.between(1, 5); steps > 0; steps--) {
      await this.press(page, this.pick(['ArrowUp', 'ArrowUp', 'ArrowDown', 'Home', 'End', '=']));
    }
    await this.press(page, this.pick(['Enter', 'Escape', 'ArrowUp', 'D', 'Shift+ArrowUp']));
  }

  async tracks(page) {
    await page
      .getByRole('combobox', { name: 'Track' })
      .first()
      .selectOption({ index: this.between(0, 2) }, { timeout: 500 });
    this.note('another track');
  }

  async table(page) {
    await this.press(page, 'J');
    for (let keys = this.between(0, 6); keys > 0; keys--) {
      await this.press(
        page,
        this.pick(['ArrowDown', 'ArrowRight', 'ArrowUp', 'Enter', '7', 'Escape', 'Delete', 'Tab', 'PageDown']),
      );
    }
  }

  async other() {
    if (!this.second || this.second.isClosed()) {
      this.second = await this.window('second');
      await this.second.goto(`${base}/songs/${this.song}`);
      await this.roll(this.second).waitFor();
    }
    this.note('in the other window:');
    this.otherWrote = true;
    await this.press(this.second, 'Ctrl+A');
    await this.press(this.second, this.pick(['ArrowUp', 'E', 'Q', 'ArrowRight', 'Ctrl+Z', 'N', 'F2 N', 'D']));
  }

  async offline(page) {
    const way = this.pick(['abort', 'lose', 'fail']);
    this.note(`the connection: ${way}`);
    await page.route('**/api/**', async (route) => {
      if (way === 'lose' && route.request().method() === 'POST') await route.fetch().catch(() => undefined);
      await (
        way === 'fail' ? route.fulfill({ status: 503, json: { error: { message: 'Try again.' } } }) : route.abort()
      ).catch(() => undefined);
    });
    for (let keys = this.between(1, 5); keys > 0; keys--) await this.key(page);
    await page.unrouteAll({ behavior: 'wait' });
    this.note('the connection is back');
  }

  async reload(page) {
    this.note('reload');
    await page.reload();
  }

  async list(page) {
    await this.press(page, 'Ctrl+O');
    await page.waitForTimeout(100);
    this.note('back to the song');
    await page.goBack();
  }

  async size(page) {
    const [width, height] = this.pick([
      [1280, 800],
      [1024, 700],
      [700, 420],
      [1280, 800],
    ]);
    this.note(`${width} × ${height}`);
    await page.setViewportSize({ width, height });
  }

  /** Brings the page to rest, and compares what it shows with what the server and the database have. */
  async compare() {
    const { page } = this;
    try {
      // A page behind another one gets no frames.
      await page.bringToFront();
      await page.setViewportSize({ width: 1280, height: 800 });
      await this.rest();
      if (this.otherWrote) {
        // A window learns of another one's changes when it sends something itself.
        await this.press(page, 'Ctrl+A');
        await this.press(page, 'E');
        await this.rest();
        this.otherWrote = false;
      }
      const isBusy = await this.roll(page).getAttribute('aria-busy');
      if (isBusy !== 'false') this.faults.push('what was shown before its answer was left standing');
      const shown = await this.shown();
      const open = await page.getByTestId('roll-canvas').getAttribute('data-open');
      const answer = await (await page.request.get(`${base}/api/songs/${this.song}?clips=${open}`)).json();
      const served = rowsOf(answer.open.notes);
      const stored = storedRows(open);
      if (JSON.stringify(shown) !== JSON.stringify(served)) {
        this.faults.push(
          `with clips ${open} open (${await this.roll(page)
            .getAttribute('aria-describedby')
            .then((id) =>
              page.locator(`#${id}`).textContent(),
            )}, status: ${await page.getByRole('status').first().textContent()}; the server has clips ${answer.open.clips}) the page shows\n${JSON.stringify(shown)}\nand the server has\n${JSON.stringify(served)}`,
        );
      }
      if (JSON.stringify(served) !== JSON.stringify(stored)) {
        this.faults.push(`the server has\n${JSON.stringify(served)}\nand the database\n${JSON.stringify(stored)}`);
      }
      const focus = await page.evaluate(() => document.activeElement?.isConnected);
      if (focus !== true) {
        this.faults.push('the focus is nowhere');
      }
      await this.measure();
    } catch (error) {
      this.faults.push(`it did not come to rest: ${error.message}`);
    }
  }

  async rest() {
    const { page } = this;
    const until = Date.now() + SETTLES_MS;
    for (;;) {
      if (!page.url().endsWith(`/songs/${this.song}`)) {
        await page.goto(`${base}/songs/${this.song}`);
      }
      const again = page.getByRole('button', { name: /^(Send|Try) again$/ });
      // What is open over the button is closed first, as a hand would.
      const covered = await page.getByRole('dialog').first().isVisible();
      const asked = !covered && (await again.isVisible());
      if (asked) await again.click({ timeout: 1000 }).catch(() => undefined);
      // Where no song is in sight it is being opened, and the browser takes Escape for “stop loading”.
      const opening = !covered && (asked || (await page.getByText('Opening the song …').isVisible()));
      for (let times = 0; times < 3 && !opening; times++) await page.keyboard.press('Escape');
      const field = await page.evaluate(() => /INPUT|SELECT|TEXTAREA/.test(document.activeElement?.tagName ?? ''));
      if (field) await page.evaluate(() => document.activeElement.blur());
      const close = page.getByRole('button', { name: /^Close/ });
      if (await close.first().isVisible())
        await close
          .first()
          .click({ timeout: 1000 })
          .catch(() => undefined);
      // From the view of the song back to the roll.
      if (await page.getByRole('group', { name: 'Song', exact: true }).isVisible()) await page.keyboard.press('F9');
      await page.waitForTimeout(250);
      const calm =
        this.underway <= 0 && !(await again.isVisible()) && !(await page.getByText('edits under way').isVisible());
      const here = (await this.roll(page).isVisible()) || (await page.getByRole('grid', { name: 'Notes' }).isVisible());
      if (calm && here && !(await page.getByRole('dialog').isVisible())) {
        return;
      }
      if (Date.now() > until) {
        const dialogs = await page.getByRole('dialog').allTextContents();
        const said = [
          await page.getByRole('status').allTextContents(),
          await page.getByRole('alert').allTextContents(),
        ];
        throw new Error(
          `requests under way: ${this.underway}, the song in sight: ${here}, said: ${said.join(' | ')}, dialogs: ${dialogs.join(' | ').slice(0, 300)}`,
        );
      }
    }
  }

  /** How many edits of the last page were known ahead, and came out otherwise, as the program says it. */
  async foreseen() {
    try {
      for (const key of ['Escape', 'Escape', 'Escape', 'Alt+/']) await this.page.keyboard.press(key);
      await this.page.getByRole('tab', { name: 'What was used' }).click({ timeout: 3000 });
      this.said = (await this.page.getByTestId('foreseen').textContent({ timeout: 1000 })).trim().replace(/\s+/g, ' ');
    } catch {
      this.said = 'what was known ahead cannot be read where it ended';
    }
  }

  /** The notes as the table shows them, scrolled through. */
  async shown() {
    const { page } = this;
    const grid = page.getByRole('grid', { name: 'Notes' });
    if (!(await grid.isVisible())) await this.press(page, 'J');
    await grid.waitFor();
    const rows = await grid.evaluate(async (box) => {
      const found = new Map();
      for (let top = 0; top === 0 || top < box.scrollHeight; top += 400) {
        box.scrollTop = top;
        await new Promise((done) => requestAnimationFrame(() => requestAnimationFrame(done)));
        for (const row of box.querySelectorAll('[role=row][aria-rowindex]:not([aria-rowindex="1"])')) {
          const text = [...row.querySelectorAll('[role=gridcell]')].map((cell) => cell.textContent.trim());
          found.set(row.ariaRowIndex ?? row.getAttribute('aria-rowindex'), [
            Number(text[1]),
            Number(text[2]),
            text[3],
            Number(text[4]),
            text[7],
          ]);
        }
      }
      box.scrollTop = 0;
      return [...found.values()];
    });
    await this.press(page, 'J');
    await this.roll(page).waitFor();
    return ordered(rows);
  }

  async measure() {
    await this.cdp.send('HeapProfiler.collectGarbage');
    const { metrics } = await this.cdp.send('Performance.getMetrics');
    const value = (name) => metrics.find((metric) => metric.name === name).value;
    const now = { listeners: value('JSEventListeners'), nodes: value('Nodes'), heap: value('JSHeapUsedSize') / 1e6 };
    this.most = {
      listeners: Math.max(this.most?.listeners ?? 0, now.listeners),
      nodes: Math.max(this.most?.nodes ?? 0, now.nodes),
      heap: Math.max(this.most?.heap ?? 0, now.heap),
    };
    if (now.listeners > 6000 || now.nodes > 30_000 || now.heap > 80) {
      this.faults.push(`it grows: ${JSON.stringify(now)}`);
    }
  }
}

const NAMES = ['C', 'C#', 'D', 'D#', 'E', 'F', 'F#', 'G', 'G#', 'A', 'A#', 'B'];
const pitchName = (pitch) => `${NAMES[pitch % 12]}${Math.floor(pitch / 12) - 1}`;
const ordered = (rows) => rows.map((row) => JSON.stringify(row)).sort();

/** Columns of notes as rows of start, length, pitch, velocity and whether they are muted; a column left out holds its default. */
function rowsOf(notes) {
  if (notes === null) return [];
  const of = (name, otherwise) => notes[name] ?? notes.id.map(() => otherwise);
  const [start, length, pitch, velocity, muted] = [
    of('start', 0),
    of('length', 1),
    of('pitch', 60),
    of('velocity', 96),
    of('muted', 0),
  ];
  return ordered(
    notes.id.map((_, k) => [start[k], length[k], pitchName(pitch[k]), velocity[k], muted[k] ? 'yes' : 'no']),
  );
}

/** What lies in the database in some clips, in song time. */
function storedRows(clips) {
  const query = `
    require 'vendor/autoload.php';
    $all = [];
    foreach ((new PDO('sqlite:'.getenv('DB_DATABASE')))->query('select start, offset, length, notes from clips where id in ('.$argv[1].')') as $row) {
      $notes = Jactonic\\Core\\Content\\Packing\\PackedTable::notes($row['notes']);
      foreach ($notes->start as $k => $start) {
        // What lies outside of the window of its clip is neither shown nor edited.
        if ($start >= $row['offset'] && $start < $row['offset'] + $row['length']) $all[] = [$start + $row['start'] - $row['offset'], $notes->length[$k], $notes->pitch[$k], $notes->velocity[$k], $notes->muted[$k]];
      }
    }
    echo json_encode($all);`;
  const rows = JSON.parse(execFileSync('php', ['-r', query, clips]).toString());
  return ordered(
    rows.map(([start, length, pitch, velocity, muted]) => [
      start,
      length,
      pitchName(pitch),
      velocity,
      muted ? 'yes' : 'no',
    ]),
  );
}

const browser = await chromium.launch(JSON.parse(readFileSync('tests/chromium.json', 'utf8')));
let failed = false;
for (const seed of seeds) {
  const walk = new Walk(browser, seed);
  const began = Date.now();
  const isSound = await walk.go();
  const { listeners, nodes, heap } = walk.most ?? { listeners: 0, nodes: 0, heap: 0 };
  console.log(
    `seed ${seed}: ${walk.done - 1} actions, ${walk.log.length} presses in ${Math.round((Date.now() - began) / 1000)} s; at most ${listeners} listeners, ${nodes} nodes, ${heap.toFixed(1)} MB; ${isSound ? 'page, server and database agreed every time' : 'A FAULT'}; ${walk.said}`,
  );
  if (!isSound) {
    failed = true;
    console.log(walk.faults.join('\n'));
    console.log(`the last actions:\n${walk.log.slice(-120).join('\n')}`);
  }
}
await browser.close();
process.exit(failed ? 1 : 0);
