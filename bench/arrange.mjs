import { readFileSync } from 'node:fs';
import { chromium } from '@playwright/test';
import { opened } from '../tests/door.js';

const [TRACKS, CLIPS, NOTES, BARS, PPQ] = [64, 32, 98, 4, 480];
const base = process.argv[2];
const browser = await chromium.launch(JSON.parse(readFileSync('tests/chromium.json', 'utf8')));
const page = await browser.newPage({ storageState: opened(), viewport: { width: 1280, height: 800 } });
const rows = [];
const share = (values, part) => [...values].sort((a, b) => a - b)[Math.floor(values.length * part)];

/**
 * What the page's own thread computed for each frame, in ms of its processor: script, style, layout and painting, from one
 * picture to the next.
 */
function workOfFrames(events) {
  const main = events.find(({ name, args }) => name === 'thread_name' && args.name === 'CrRendererMain');
  const mine = events.filter(({ pid, tid }) => pid === main.pid && tid === main.tid);
  const frames = mine.filter(({ name }) => name === 'BeginMainThreadFrame').map(({ ts }) => ts);
  const work = frames.slice(1).map(() => 0);
  for (const { name, ts, dur = 0, tdur = dur } of mine) {
    const at = frames.findLastIndex((frame) => frame <= ts);
    if (name === 'ThreadControllerImpl::RunTask' && at >= 0 && at < work.length) work[at] += tdur / 1000;
  }
  return work;
}

const delta = (ticks) => {
  const bytes = [ticks & 127];
  while ((ticks >>= 7)) bytes.unshift((ticks & 127) | 128);
  return bytes;
};

/** A file of type 1 with as many notes on each track, evenly over all its bars. */
function midi() {
  const tracks = Array.from({ length: TRACKS }, (_, t) => {
    const events = Array.from({ length: CLIPS * NOTES }, (_, k) => {
      const at = Math.floor((k * BARS * 4 * PPQ) / NOTES);
      const pitch = 40 + ((k * 7 + t * 5) % 36);
      return [
        [at, 0x90, pitch, 60 + (k % 60)],
        [at + 60, 0x80, pitch, 0],
      ];
    }).flat();
    events.sort((a, b) => a[0] - b[0] || a[1] - b[1]);
    let last = 0;
    const bytes = events.flatMap(([at, ...message]) => {
      const all = [...delta(at - last), ...message];
      last = at;
      return all;
    });
    bytes.push(0, 0xff, 0x2f, 0);
    const length = Buffer.alloc(4);
    length.writeUInt32BE(bytes.length);
    return Buffer.concat([Buffer.from('MTrk'), length, Buffer.from(bytes)]);
  });
  const head = Buffer.from([0, 0, 0, 6, 0, 1, TRACKS >> 8, TRACKS & 255, PPQ >> 8, PPQ & 255]);
  return Buffer.concat([Buffer.from('MThd'), head, ...tracks]).toString('base64');
}

const { id } = await (await page.request.post(`${base}/api/songs`, { data: { name: 'Large', midi: midi() } })).json();
const clips = async () => {
  const { song } = await (await page.request.get(`${base}/api/songs/${id}`)).json();
  return song.tracks.flatMap((track) => track.clips.map((clip) => clip.id));
};
const context = { grid: '1/16', swing: 0, caret: [0, 60], range: null, playhead: 0, onClips: true };
for (let half = CLIPS / 2; half >= 1; half /= 2) {
  for (let at = half; at < CLIPS; at += 2 * half) {
    const open = await clips();
    const lines = [`clip-split at=${at * BARS * 4 * PPQ}`];
    const data = { open, front: open[0], revisions: {}, lines, selection: 'all', context };
    await page.request.post(`${base}/api/songs/${id}/edits`, { data, timeout: 120_000 });
  }
}

const heard = page.waitForResponse((response) => response.url().includes('/sound'));
let before = performance.now();
await page.goto(`${base}/songs/${id}`);
await page.getByRole('group', { name: 'Roll' }).waitFor();
rows.push({
  what: 'opened until it is seen',
  median: `${Math.round(performance.now() - before)} ms`,
  limit: '1,000 ms',
});
await heard;
rows.push({
  what: 'and until all of it can sound',
  median: `${Math.round(performance.now() - before)} ms`,
  limit: '2,000 ms',
});
await page.waitForLoadState('networkidle');
/** From a key down until what it shows is on the screen, in ms: the frame after its painting. */
const shown = (key, isThere) =>
  page.evaluate(
    async ([pressed, selector]) => {
      const start = performance.now();
      document.activeElement.dispatchEvent(
        new KeyboardEvent('keydown', { key: pressed, code: pressed, bubbles: true }),
      );
      while (!document.querySelector(selector)) await new Promise(requestAnimationFrame);
      await new Promise(requestAnimationFrame);
      return performance.now() - start;
    },
    [key, isThere],
  );
const toSong = [];
for (let k = 0; k < 7; k++) {
  toSong.push(await shown('F9', '[aria-label=Song][role=group]'));
  await page.keyboard.press('F9');
  await page.getByRole('group', { name: 'Roll' }).waitFor();
}
rows.push({
  what: 'from the roll to the song, the first time',
  median: `${Math.round(toSong[0])} ms`,
  limit: '100 ms',
});
rows.push({ what: 'and again', median: `${Math.round(share(toSong.slice(1), 0.5))} ms`, limit: '100 ms' });
await shown('F9', '[aria-label=Song][role=group]');
await page.waitForLoadState('networkidle');
for (const [what, first, then] of [
  ['a frame while it scrolls', { deltaX: 40, deltaY: 30 }, { deltaX: -40, deltaY: -30 }],
  ['a frame while it zooms', { deltaY: -100, ctrlKey: true }, { deltaY: 100, ctrlKey: true }],
]) {
  const categories = ['toplevel', 'disabled-by-default-devtools.timeline.frame'];
  await browser.startTracing(page, { categories });
  await page.evaluate(
    async ([there, back]) => {
      const canvas = document.querySelector('[data-testid=song-canvas]');
      for (let k = 0; k < 300; k++) {
        const place = { bubbles: true, cancelable: true, clientX: 600, clientY: 400 };
        canvas.dispatchEvent(new WheelEvent('wheel', { ...place, ...(k % 60 < 30 ? there : back) }));
        await new Promise(requestAnimationFrame);
      }
    },
    [first, then],
  );
  const work = workOfFrames(JSON.parse((await browser.stopTracing()).toString()).traceEvents);
  rows.push({
    what,
    median: `${share(work, 0.5).toFixed(1)} ms`,
    '99 %': `${share(work, 0.99).toFixed(1)} ms`,
    limit: '99 % under 16 ms',
  });
}
/** From a key on a clip until the canvas shows another picture, in ms. */
const edits = [];
await page.keyboard.press('Home');
for (let k = 0; k < 12; k++) {
  edits.push(
    await page.evaluate(
      async (key) => {
        const canvas = document.querySelector('[aria-label=Song] canvas');
        const picture = () => canvas.getContext('2d').getImageData(0, 20, canvas.width, 1).data.join();
        const was = picture();
        const start = performance.now();
        document.activeElement.dispatchEvent(new KeyboardEvent('keydown', { key, code: key, bubbles: true }));
        while (picture() === was) await new Promise(requestAnimationFrame);
        return performance.now() - start;
      },
      k % 2 ? 'ArrowLeft' : 'ArrowRight',
    ),
  );
  await page.waitForLoadState('networkidle');
}
rows.push({
  what: 'a clip is moved by a key, until it is painted',
  median: `${share(edits, 0.5).toFixed(0)} ms`,
  limit: '50 ms, 3 frames',
});
await browser.close();
console.table(Object.fromEntries(rows.map(({ what, ...row }) => [what, row])));
