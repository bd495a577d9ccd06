import { readFileSync, writeFileSync } from 'node:fs';
import { chromium } from '@playwright/test';
import { opened } from '../tests/door.js';

const FRAME = 1000 / 60;
const KEYS = 40;
/** until a note is wide enough to be taken by its body */
const CLOSER = Array(14).fill('=');
const base = process.argv[2];

const browser = await chromium.launch(JSON.parse(readFileSync('tests/chromium.json', 'utf8')));

async function open(notes, { song = notes, settings = {} } = {}) {
  const page = await browser.newPage({ storageState: opened(), viewport: { width: 1280, height: 800 } });
  await page.addInitScript((kept) => localStorage.setItem('jactonic.settings', JSON.stringify(kept)), {
    hear: false,
    ...settings,
  });
  const answer = await page.request.post(`${base}/api/songs`, {
    data: JSON.parse(readFileSync(`storage/bench/${song}.json`, 'utf8')),
  });
  const { id } = await answer.json();
  await page.goto(`${base}/songs/${id}`);
  await page.getByText(`All ${notes} notes`).waitFor();
  return page;
}

const share = (values, part) => [...values].sort((a, b) => a - b)[Math.floor(values.length * part)];
const round = (value) => Math.round(value * 100) / 100;
const rows = [];

/**
 * The least anything can take here: an empty request and the frame after it. It is measured in turns with the rest, so
 * that what comes of it holds on a slow hour too.
 */
const floor = (page) =>
  page.evaluate(async () => {
    const start = performance.now();
    await (await fetch('/api/status')).json();
    await new Promise((done) =>
      requestAnimationFrame(() => {
        const channel = new MessageChannel();
        channel.port1.onmessage = done;
        channel.port2.postMessage(0);
      }),
    );
    return performance.now() - start;
  });

function report(what, times, floors, limit) {
  rows.push({
    what,
    'median ms': round(share(times, 0.5)),
    '95 % ms': round(share(times, 0.95)),
    'median frames': round(share(times, 0.5) / FRAME),
    '× an empty request and its frame': floors ? round(share(times, 0.5) / share(floors, 0.5)) : '',
    limit,
  });
}

/**
 * Does something again and again, and times each from when it began until what a place of the page then says is painted.
 *
 * @param began the event that begins it; where it is left out, `window.began` is set by what is done
 */
async function untilPainted(page, { place, began }, act) {
  await page.evaluate(
    ({ place, began }) => {
      window.times = [];
      if (began) window.addEventListener(began, (event) => (window.began = event.timeStamp), true);
      new MutationObserver(() => {
        const from = window.began;
        // It is painted in the next frame; the frame after it begins when that one is on its way to the screen.
        requestAnimationFrame(() => {
          const channel = new MessageChannel();
          channel.port1.onmessage = () => window.times.push(performance.now() - from);
          channel.port2.postMessage(0);
        });
      }).observe(document.querySelector(place), { childList: true, characterData: true, subtree: true });
    },
    { place, began },
  );
  const floors = [];
  for (let k = 0; k < KEYS; k++) {
    floors.push(await floor(page));
    const before = await page.evaluate(() => window.times.length);
    await act(k);
    await page.waitForFunction((count) => window.times.length > count, before, { polling: 100 });
  }
  return [(await page.evaluate(() => window.times)).slice(5), floors];
}

const STATUS = 'p[role=status]';

/** From key down to the painted result, with all notes selected. */
async function keyToPaint(notes, limit, more = '') {
  const page = await open(notes);
  for (const key of ['0', 'Control+a']) await page.keyboard.press(key);
  const [times, floors] = await untilPainted(page, { place: STATUS, began: 'keydown' }, (k) =>
    page.keyboard.press(k % 2 ? 'ArrowDown' : 'ArrowUp'),
  );
  report(`key to painted result, ${notes} notes all selected${more}`, times, floors, `${limit} frames`);
  await page.close();
}

/**
 * From key down to the frame that shows it on the notes themselves, in turns: selecting all, which asks nobody; a key that was
 * looked ahead; and the same key with looking ahead switched off.
 */
async function aheadOfKeys(notes, limit) {
  const page = await open(notes);
  for (const key of ['0', 'Control+a']) await page.keyboard.press(key);
  await page.evaluate(() => {
    const pen = document.querySelector('[data-testid=roll-canvas]').previousElementSibling.getContext('2d');
    const { clearRect } = pen;
    window.addEventListener('keydown', ({ key, timeStamp }) => key !== 'Control' && (window.began = timeStamp), true);
    pen.clearRect = function (...box) {
      const from = window.began;
      window.began = null;
      if (from)
        requestAnimationFrame(() => {
          const channel = new MessageChannel();
          channel.port1.onmessage = () => (window.took = performance.now() - from);
          channel.port2.postMessage(0);
        });
      return clearRect.apply(this, box);
    };
  });
  const painted = async (key) => {
    await page.evaluate(() => (window.took = 0));
    await page.keyboard.press(key);
    await page.waitForFunction(() => window.took > 0, null, { polling: 50 });
    return page.evaluate(() => window.took);
  };
  const still = () => page.waitForTimeout(500);
  const line = async (text) => {
    await page.keyboard.press('/');
    await page.keyboard.type(text);
    await page.keyboard.press('Enter');
    await page.waitForTimeout(200);
  };
  const times = { all: [], ahead: [], off: [] };
  for (const way of ['ahead', 'off']) {
    for (let k = 0; k < KEYS / 2; k++) {
      await painted('Escape');
      await still();
      times.all.push(await painted('Control+a'));
      await still();
      times[way].push(await painted(k % 2 ? 'ArrowDown' : 'ArrowUp'));
      await still();
    }
    await line('look-ahead');
  }
  const all = share(times.all.slice(4), 0.5);
  for (const [way, limited] of [
    ['all', ''],
    ['ahead', `${limit} × selecting all`],
    ['off', ''],
  ]) {
    const of = times[way].slice(2);
    const what = { all: 'selecting all', ahead: 'a key looked ahead', off: 'a key with looking ahead off' }[way];
    report(`${what}, ${notes} notes, to the painted notes`, of, null, limited);
    rows.at(-1)['× selecting all'] = round(share(of, 0.5) / all);
  }
  await page.close();
}

/** Script time of each frame while scrolling and zooming for five seconds: from the frame's start to the end of its callbacks. */
async function scrolling(what, notes, limit, more) {
  const page = await open(notes, more);
  const script = await page.evaluate(async () => {
    const canvas = document.querySelector('[data-testid=roll-canvas]');
    const turn = (deltaX, deltaY, ctrlKey) =>
      canvas.dispatchEvent(
        new WheelEvent('wheel', {
          deltaX,
          deltaY,
          ctrlKey,
          clientX: 600,
          clientY: 300,
          bubbles: true,
          cancelable: true,
        }),
      );
    // Every callback of a frame is timed, the program's own among them.
    const ask = window.requestAnimationFrame.bind(window);
    let spent = 0;
    window.requestAnimationFrame = (callback) =>
      ask((time) => {
        const start = performance.now();
        callback(time);
        spent += performance.now() - start;
      });
    const frames = [];
    const end = performance.now() + 5000;
    let k = 0;
    while (performance.now() < end) {
      await new Promise((done) => ask(done));
      const start = performance.now();
      k++;
      turn(k % 40 < 20 ? 300 : -200, k % 2 ? 12 : -12, false);
      if (k % 10 === 0) turn(0, k % 200 < 120 ? 60 : -60, true);
      await Promise.resolve();
      frames.push(spent + performance.now() - start);
      spent = 0;
    }
    return frames.slice(5);
  });
  report(`scrolling and zooming, ${what}, script a frame`, script, null, limit);
  await page.close();
}

/** Time from a slider's move to the end of the frame that shows its preview. */
async function preview(notes, limit) {
  const page = await open(notes);
  await page.keyboard.press('0');
  await page.keyboard.press('Control+a');
  await page.getByLabel('Edit on the bench').selectOption('Squeeze');
  await page.getByTestId('tuning-effect').waitFor();
  // The range and its number say the same; what is waited for is the picture of the new result.
  const [times, floors] = await untilPainted(page, { place: '[data-testid=tuning-effect]' }, (k) =>
    page.evaluate(
      (value) => {
        const slider = document.querySelector('input[aria-label="amount as a slider"]');
        window.began = performance.now();
        slider.value = value;
        slider.dispatchEvent(new Event('input', { bubbles: true }));
      },
      k % 2 ? 60 + k : -20 - k,
    ),
  );
  report(`slider to preview, ${notes} notes all selected`, times, floors, `${limit} frames`);
  await page.close();
}

/** Script of a pointer move, and of the frame that paints what it would do, while everything that is selected is dragged. */
async function dragging(what, notes, limit, { canvas, keys, from }) {
  const page = await open(notes);
  for (const key of ['0', 'Control+a', ...keys]) await page.keyboard.press(key);
  const box = await page.getByTestId(canvas).boundingBox();
  const at = await page.evaluate(from, { box, canvas });
  await page.mouse.move(at.x, at.y);
  await page.mouse.down();
  const script = await page.evaluate(
    async ({ canvas, at }) => {
      const element = document.querySelector(`[data-testid=${canvas}]`);
      const ask = window.requestAnimationFrame.bind(window);
      let spent = 0;
      window.requestAnimationFrame = (callback) =>
        ask((time) => {
          const start = performance.now();
          callback(time);
          spent += performance.now() - start;
        });
      const times = [];
      for (let k = 0; k < 120; k++) {
        const start = performance.now();
        element.dispatchEvent(
          new PointerEvent('pointermove', {
            pointerId: 1,
            buttons: 1,
            clientX: at.x + 20 + (k % 40) * 4,
            clientY: at.y - (k % 30),
            bubbles: true,
          }),
        );
        await Promise.resolve();
        const moved = performance.now() - start;
        spent = 0;
        await new Promise((done) => ask(done));
        // What is asked for a frame is done before this goes on.
        await new Promise((done) => setTimeout(done));
        times.push(moved + spent);
      }
      window.requestAnimationFrame = ask;
      return times.slice(5);
    },
    { canvas, at },
  );
  await page.keyboard.press('Escape');
  await page.mouse.up();
  report(`${what}, ${notes} notes, script of a move and its frame`, script, null, limit);
  await page.close();
}

/** From letting go of a drag of all notes to the frame in which they lie there, as the core says. */
async function dropping(notes, limit) {
  const page = await open(notes);
  for (const key of ['0', 'Control+a', ...CLOSER]) await page.keyboard.press(key);
  const at = await page.evaluate(onANote, { canvas: 'roll-canvas' });
  const row = Number(await page.getByTestId('roll-canvas').getAttribute('data-row-height'));
  let { y } = at;
  const [times, floors] = await untilPainted(page, { place: STATUS, began: 'pointerup' }, async (k) => {
    await page.mouse.move(at.x, y);
    await page.mouse.down();
    y += k % 2 ? row : -row;
    await page.mouse.move(at.x, y, { steps: 3 });
    await page.mouse.up();
  });
  report(`drop to painted result, ${notes} notes all selected`, times, floors, `${limit} frames`);
  await page.close();
}

/** The middle of the first note on the roll that is wide enough to be moved, and the left end of a lane. */
const onANote = ({ canvas }) => {
  const element = document.querySelector(`[data-testid=${canvas}]`);
  const bodies = element.previousElementSibling;
  const pen = bodies.getContext('2d');
  const { width, height } = bodies;
  const { data } = pen.getImageData(0, 0, width, height);
  const { left, top } = element.getBoundingClientRect();
  const ratio = width / element.clientWidth;
  const isPainted = (x, y) => data[(y * width + x) * 4 + 3] > 0;
  const body = 30;
  for (let x = 4; x < width - body; x++) {
    for (let y = 4; y < height; y++) {
      if (Array.from({ length: body }, (_, k) => k).every((k) => isPainted(x + k, y + 2)))
        return { x: left + (x + body / 2) / ratio, y: top + (y + 4) / ratio };
    }
  }
  throw new Error('No note is painted.');
};
const atTheLeft = ({ box }) => ({ x: box.x + 4, y: box.y + box.height / 2 });

/** From the key that opens the palette to its field, and from each letter to the list it finds, by script alone. */
async function palette() {
  const page = await open(500);
  const [opened, letters] = await page.evaluate(async () => {
    const opened = [];
    const letters = [];
    const frame = () => new Promise((done) => requestAnimationFrame(() => done()));
    for (let k = 0; k < 20; k++) {
      for (const word of ['crescendo', 'octave', 'glue']) {
        await frame();
        let start = performance.now();
        window.dispatchEvent(
          new KeyboardEvent('keydown', { key: '/', code: 'Slash', bubbles: true, cancelable: true }),
        );
        let field;
        while (!(field = document.querySelector('[role=combobox]'))) await Promise.resolve();
        document.body.getBoundingClientRect();
        opened.push(performance.now() - start);
        for (let n = 1; n <= word.length; n++) {
          await frame();
          start = performance.now();
          field.value = word.slice(0, n);
          field.dispatchEvent(new Event('input', { bubbles: true }));
          await Promise.resolve();
          document.body.getBoundingClientRect();
          letters.push(performance.now() - start);
        }
        field.dispatchEvent(new KeyboardEvent('keydown', { key: 'Escape', bubbles: true, cancelable: true }));
        await frame();
      }
    }
    return [opened.slice(3), letters.slice(10)];
  });
  report('the palette opens, script and layout', opened, null, '1 frame');
  report('a letter in the palette, script and layout', letters, null, '1 frame');
  await page.close();
}

/** From a letter of something said to the painted answer: the line that is meant, and what it would do on the roll. */
async function saying(notes, limit) {
  const page = await open(notes);
  for (const key of ['0', 'Control+a', '/']) await page.keyboard.press(key);
  const field = page.getByRole('combobox', { name: /whole line/ });
  await field.fill('softer by 1');
  await page.getByTestId('palette-effect').waitFor();
  const [times, floors] = await untilPainted(page, { place: '[data-testid=palette-effect]', began: 'input' }, (k) =>
    field.fill(`softer by ${2 + (k % 8)}`),
  );
  report(`a letter of something said to its preview, ${notes} notes all selected`, times, floors, `${limit} frames`);
  await page.close();
}

/** A map of 500 shortcuts in use, and 50 recipes, as somebody has after a year. */
async function manyKeys() {
  const page = await browser.newPage({ storageState: opened() });
  const { keymap } = await (await page.request.get(`${base}/api/catalog`)).json();
  const letters = [...'ABCDEFGHIJKLMNOPQRSTUVWXYZ'];
  const more = letters.flatMap((a) => letters.map((b) => ({ key: `Ctrl+Alt+${a} ${b}`, run: ['velocity add=1'] })));
  const text = JSON.stringify({
    jactonic: 'keymap',
    version: 1,
    name: 'Many',
    bindings: [...keymap.bindings, ...more].slice(0, 500),
  });
  const { map } = await (await page.request.post(`${base}/api/keymaps/import`, { data: { text } })).json();
  await page.request.post(`${base}/api/keymaps/${map.id}/use`, { data: {} });
  for (let k = 0; k < 50; k++) {
    await page.request.post(`${base}/api/recipes`, { data: { name: `Recipe ${k}`, lines: ['quantize', 'legato'] } });
  }
  await page.close();
}

await dragging('a drag of all that is selected', 1000, '95 % under 16 ms', {
  canvas: 'roll-canvas',
  keys: CLOSER,
  from: onANote,
});
await dragging('a course drawn over the lane', 10000, '95 % under 16 ms', {
  canvas: 'velocity-lane',
  keys: ['h'],
  from: atTheLeft,
});
await dropping(1000, 3);
await palette();
await saying(500, 3);
await preview(2000, 3);
await aheadOfKeys(500, 1.15);
await aheadOfKeys(10000, 1.3);
await keyToPaint(500, 2);
await manyKeys();
await keyToPaint(500, 2, ', 500 shortcuts');
await keyToPaint(10000, 5);
await scrolling('100000 notes', 100000, '95 % under 8 ms');
await scrolling('100000 points in a lane', 500, '95 % under 16 ms', {
  song: 'points',
  settings: {
    lanes: [
      { name: 'velocity', height: 64 },
      { name: 'cc1', height: 120 },
    ],
  },
});
await browser.close();

console.table(rows);
writeFileSync('bench/results/browser.json', JSON.stringify(rows, null, 2) + '\n');
