import type { Page } from '@playwright/test';
import { expect, test, type Studio } from './studio';

/** At 120 BPM and 480 ticks a quarter a tick lasts about a millisecond: so far off may a hand and a busy machine be. */
const NEAR = 90;

const sheet = (page: Page) => page.getByRole('region', { name: 'Playing in' });

/** Shows what is set for recording, without a count-in. */
async function ready(studio: Studio, countIn = '0'): Promise<void> {
  await studio.press('F7', 'k');
  await sheet(studio.page).getByLabel('Count-in, bars').selectOption(countIn);
  await studio.page.getByRole('group', { name: 'Roll' }).focus();
}

/** Opens a song of one note behind the first bar, which is free to play in. */
async function begin(studio: Studio, countIn?: string): Promise<void> {
  await studio.open([[1920, 240, 72]]);
  await ready(studio, countIn);
}

/** Presses keys of the letters one after the other, each until it is seen to be down. */
async function play(page: Page, ...codes: string[]): Promise<void> {
  for (const code of codes) {
    await page.keyboard.down(code);
    await expect(page.getByTestId('came-in')).toContainText(/\d$/);
    await page.keyboard.up(code);
  }
}

const recording = (page: Page) => page.getByRole('button', { name: 'End the recording' });

async function record(page: Page): Promise<void> {
  await page.keyboard.press('F6');
  await expect(recording(page)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Stop', exact: true })).toBeVisible();
}

async function end(page: Page): Promise<void> {
  await page.keyboard.press('F6');
  await expect(recording(page)).toBeHidden();
}

test('the letters are piano keys until Escape, and shortcuts with others go on working', async ({ studio, page }) => {
  await studio.open([[10, 200, 60]]);
  await ready(studio);
  await studio.press('Control+a', 'F7', 'l');
  await expect(studio.status).toContainText('two rows of piano keys');
  await page.keyboard.down('KeyQ');
  await expect(page.getByRole('button', { name: 'C4', exact: true })).toHaveAttribute('aria-pressed', 'true');
  await expect(page.getByTestId('came-in')).toHaveText('The computer’s keys: C4 96');
  await page.keyboard.up('KeyQ');
  await expect(page.getByRole('button', { name: 'C4', exact: true })).toHaveAttribute('aria-pressed', 'false');
  await studio.press('BracketRight', 'KeyA');
  await page.keyboard.down('KeyZ');
  await expect(page.getByTestId('came-in')).toHaveText('The computer’s keys: C4 32');
  await page.keyboard.up('KeyZ');
  expect(studio.column('start'), 'Q did not quantize').toEqual([10]);
  await studio.press('ArrowUp');
  await studio.expectColumn('pitch', [61]);
  await studio.press('Escape', 'q');
  await studio.expectColumn('start', [0]);
});

test('what the performer plays is recorded where it was played, and one key puts it on the grid', async ({
  studio,
  page,
}) => {
  await studio.open([
    [480, 240, 60],
    [960, 240, 64],
    [1440, 240, 67],
  ]);
  await ready(studio);
  await studio.press('Control+Home', 'Home');
  await record(page);
  await studio.press('F7', 'p');
  await expect(page.getByTestId('came-in')).toContainText('The performer: G4', { timeout: 10_000 });
  await expect(page.getByRole('button', { name: 'G4', exact: true })).toHaveAttribute('aria-pressed', 'false');
  await end(page);
  await expect(studio.status).toContainText(/^3 notes in 1 bar, .* on average, 1\/4 fits/);
  await expect.poll(() => studio.column('pitch')).toHaveLength(6);
  const starts = studio.column('start');
  for (const [k, line] of [480, 480, 960, 960, 1440, 1440].entries()) {
    expect(Math.abs(starts[k] - line), `${starts[k]} near ${line}`).toBeLessThan(NEAR);
  }
  await page.getByLabel('Grid', { exact: true }).selectOption('1/4');
  await studio.press('q');
  await studio.expectColumn('start', [480, 480, 960, 960, 1440, 1440]);
  await studio.press('a');
  await studio.expectColumn('start', starts);
});

test('the performer lets go of the keys when the recording ends, or when asked again', async ({ studio, page }) => {
  await studio.open([[0, 19_200, 60]]);
  await ready(studio);
  const key = page.getByRole('button', { name: 'C4', exact: true });
  await studio.press('Control+Home', 'Home');
  await record(page);
  await studio.press('F7', 'p');
  await expect(key).toHaveAttribute('aria-pressed', 'true');
  await end(page);
  await expect(key).toHaveAttribute('aria-pressed', 'false');
  await page.getByRole('button', { name: 'Performer plays' }).click();
  await expect(key).toHaveAttribute('aria-pressed', 'true');
  await page.getByRole('button', { name: 'Stop the performer' }).click();
  await expect(key).toHaveAttribute('aria-pressed', 'false');
  await expect(page.getByTestId('sent')).toBeHidden();
});

test('quantized on the way in, the played moment is kept', async ({ studio, page }) => {
  await studio.open([[0, 240, 72]]);
  await ready(studio);
  await sheet(page).getByLabel('Quantize what I play').selectOption('1/4');
  await studio.roll.focus();
  await studio.press('F7', 'l', 'Home');
  await record(page);
  await expect(page.getByLabel('Position')).not.toHaveText('1.1.0');
  await play(page, 'KeyZ');
  await end(page);
  await expect.poll(() => studio.column('pitch')).toEqual(expect.arrayContaining([48]));
  const at = studio.column('pitch').indexOf(48);
  expect(studio.column('start')[at] % 480).toBe(0);
  expect(studio.column('playedStart')[at]).not.toBe(0);
});

test('in a loop each round is a layer and one step, the last is dropped, and they are kept as one clip', async ({
  studio,
  page,
}) => {
  await studio.open([[0, 480, 72]]);
  await ready(studio);
  await studio.press('Control+a', 'p', 'Escape', 'F7', 'l');
  await record(page);
  const clips = async () => {
    const { song } = await (await page.request.get(`/api/songs/${studio.song}`)).json();
    return (song.tracks[0].clips as { name: string }[]).map(({ name }) => name).filter(Boolean);
  };
  await play(page, 'KeyZ');
  await expect.poll(clips, { timeout: 10_000 }).toEqual(['Layer 1']);
  await play(page, 'KeyX');
  await expect.poll(clips, { timeout: 10_000 }).toEqual(['Layer 1', 'Layer 2']);
  await studio.press('F7', 'd');
  await expect.poll(clips).toEqual(['Layer 1']);
  await end(page);
  await expect(studio.status).toHaveText(/^\d+ layers recorded, \d+ notes$/);
  await studio.press('F7', 'o');
  await expect(studio.status).toContainText('Clips joined');
  expect(await clips()).toEqual([]);
  await studio.expectColumn('pitch', expect.arrayContaining([48, 72]) as unknown as number[]);
});

test('one layer is picked for a bar, and muted on the bench', async ({ studio, page }) => {
  await studio.open([[0, 480, 72]]);
  await ready(studio);
  await studio.press('Control+a', 'p', 'Escape', 'F7', 'l');
  await record(page);
  await play(page, 'KeyZ');
  await studio.turnTo('Tracks');
  const layer = studio.bench.getByRole('button', { name: /^Layer 1, 1\.1\.0 to/ });
  await expect(layer).toHaveAttribute('aria-current', 'true');
  await end(page);
  await studio.press('Home', 'F7', 'c');
  await expect(studio.status).toHaveText('Layer 1 picked for 1.1.0 to 1.2.0, 1 note of other clips muted');
  await studio.expectColumn('muted', [1]);
  await studio.bench.getByRole('button', { name: /^Mute Clip, / }).click();
  await expect(studio.bench.getByRole('button', { name: /^Clip, .* muted$/ })).toHaveAttribute('aria-current', 'true');
  await studio.bench.getByRole('button', { name: 'Pick it for these bars' }).click();
  await studio.expectColumn('muted', [0]);
  await expect(studio.bench.getByRole('button', { name: /^Mute Clip, / })).toHaveAttribute('aria-pressed', 'false');
});

test('the delay is measured by taps to clicks, and a take is put right by it', async ({ studio, page }) => {
  await begin(studio);
  await studio.press('F7', 'l', 'F7', 'y');
  await expect(studio.status).toContainText('Tap any key');
  for (let click = 3; click <= 10; click++) {
    const heard = () => page.getByTestId('delay-test').textContent();
    await expect.poll(heard, { intervals: [10] }).toBe(`Click ${click} of 10: tap`);
    await page.keyboard.press('KeyZ');
  }
  await expect(studio.status).toContainText(/comes late by \d+ ms/);
  const ms = Number(/by (\d+) ms/.exec((await studio.status.textContent())!)![1]);
  await expect(page.getByLabel('My playing arrives late by, ms')).toHaveValue(String(ms));
  expect(ms).toBeGreaterThan(0);
  expect(ms).toBeLessThan(300);
  // Taps are no notes.
  await studio.expectColumn('pitch', [72]);
  await studio.press('F7', 'y', 'Escape');
  await expect(studio.status).toHaveText('The delay was not measured');
  await expect(page.getByLabel('My playing arrives late by, ms')).toHaveValue(String(ms));
});

test('the upper row of the letters may be louder than the lower one', async ({ studio, page }) => {
  await studio.open([[10, 200, 60]]);
  await ready(studio);
  await studio.press('F7', 'l');
  await page.getByLabel('The upper row is louder').check();
  await studio.roll.focus();
  await page.keyboard.down('KeyQ');
  await expect(page.getByTestId('came-in')).toHaveText('The computer’s keys: C4 120');
  await page.keyboard.up('KeyQ');
  await page.keyboard.down('KeyZ');
  await expect(page.getByTestId('came-in')).toHaveText('The computer’s keys: C3 96');
  await page.keyboard.up('KeyZ');
});

test('what was just played comes in though nothing was recorded', async ({ studio, page }) => {
  await begin(studio);
  await studio.press('Control+Home', 'F7', 'l');
  await play(page, 'KeyZ', 'KeyX');
  await studio.press('Escape', 'F7', 'j');
  await expect(studio.status).toContainText('2 notes in');
  await expect.poll(() => studio.column('pitch')).toEqual([48, 50, 72]);
  expect(studio.column('start')[0]).toBe(0);
});

test('step by step a chord is written when it is let go, with rests, ties, dots and a way back', async ({
  studio,
  page,
}) => {
  await begin(studio);
  await studio.press('Control+Home', 'F7', 'l', 'F7', 's');
  for (const code of ['KeyZ', 'KeyC', 'KeyB']) await page.keyboard.down(code);
  for (const code of ['KeyZ', 'KeyC', 'KeyB']) await page.keyboard.up(code);
  await studio.expectColumn('pitch', [48, 52, 55, 72]);
  await expect(studio.bench).toContainText('3 of 4 notes selected');
  await studio.press('Backslash');
  await studio.expectColumn('length', [240, 240, 240, 240]);
  await studio.press('=');
  await studio.expectColumn('length', [360, 360, 360, 240]);
  await studio.press('Enter');
  await play(page, 'KeyM');
  await studio.expectColumn('start', [0, 0, 0, 480, 1920]);
  await studio.press('Backspace');
  await studio.expectColumn('start', [0, 0, 0, 1920]);
  await play(page, 'KeyN');
  await studio.expectColumn('start', [0, 0, 0, 480, 1920]);
  await studio.press('Escape', 'Escape', 'z');
  await expect(page.getByTestId('came-in')).toContainText('A3');
});

test('a take that was being played when the page went is offered again, and nothing of it is lost', async ({
  studio,
  page,
}) => {
  await begin(studio);
  await studio.press('F7', 'l', 'Home');
  await record(page);
  await play(page, 'KeyZ', 'KeyX', 'KeyC');
  await page.goto('about:blank');
  await page.goBack();
  const offer = page.getByRole('alert').filter({ hasText: 'A take of 6 events' });
  await offer.getByRole('button', { name: 'Take it in' }).click();
  await expect.poll(() => studio.column('pitch').toSorted()).toEqual([48, 50, 52, 72]);
  await page.reload();
  await expect(studio.roll).toBeVisible();
  await expect(offer).toBeHidden();
});

const offered = (page: Page, size: number) => page.getByRole('alert').filter({ hasText: `A take of ${size} events` });

/** Records three notes of the letters over a song with one of its own. */
async function recordThree(studio: Studio): Promise<void> {
  await begin(studio);
  await studio.press('F7', 'l', 'Home');
  await studio.page.getByRole('button', { name: 'Loop' }).click();
  await record(studio.page);
  await play(studio.page, 'KeyZ', 'KeyX', 'KeyC');
}

const WITH_THE_TAKE = [48, 50, 52, 72];

test('a take that the server refuses stays, over a reload too, until it lies in the song', async ({ studio, page }) => {
  await recordThree(studio);
  const refusal = { error: { message: 'The folder is full.' } };
  await page.route('**/edits', (route) => route.fulfill({ status: 422, json: refusal }));
  await end(page);
  await expect(studio.status).toContainText('The folder is full.');
  await expect(offered(page, 6)).toBeVisible();
  await page.reload();
  await offered(page, 6).getByRole('button', { name: 'Take it in' }).click();
  await expect(studio.status).toContainText('The folder is full.');
  await expect(offered(page, 6)).toBeVisible();
  await page.unrouteAll();
  await offered(page, 6).getByRole('button', { name: 'Take it in' }).click();
  await expect.poll(() => studio.column('pitch').toSorted()).toEqual(WITH_THE_TAKE);
  await expect(offered(page, 6)).toBeHidden();
});

test('a take whose answer was lost with its tab is offered again, and does not double a note', async ({
  studio,
  page,
  context,
}) => {
  await recordThree(studio);
  await page.route('**/edits', async (route) => {
    await route.fetch();
    await route.abort();
  });
  await end(page);
  await expect.poll(() => studio.column('pitch').toSorted()).toEqual(WITH_THE_TAKE);
  await page.close();
  const again = await context.newPage();
  await again.goto(`/songs/${studio.song}`);
  await offered(again, 6).getByRole('button', { name: 'Take it in' }).click();
  await expect(offered(again, 6)).toBeHidden();
  await expect(again.getByText('waiting')).toBeHidden();
  expect(studio.column('pitch').toSorted()).toEqual(WITH_THE_TAKE);
});

test('a take belongs to the window that records it, and to the next one once that is gone', async ({
  studio,
  page,
  context,
}) => {
  await recordThree(studio);
  const other = await context.newPage();
  await other.goto(`/songs/${studio.song}`);
  await expect(other.getByRole('group', { name: 'Roll' })).toBeVisible();
  await expect(other.getByRole('status').filter({ hasText: 'Drag a box' })).toBeVisible();
  await expect(offered(other, 6)).toBeHidden();
  await page.close();
  await offered(other, 6).getByRole('button', { name: 'Leave it out' }).click();
  await expect(offered(other, 6)).toBeHidden();
  await other.reload();
  await expect(other.getByRole('group', { name: 'Roll' })).toBeVisible();
  await expect(offered(other, 6)).toBeHidden();
  expect(studio.column('pitch')).toEqual([72]);
});

test('a take is not forgotten before it is answered, whatever is closed meanwhile', async ({
  studio,
  page,
  context,
}) => {
  await recordThree(studio);
  await context.route('**/edits', (route) => route.abort());
  await end(page);
  await expect(page.getByText('1 not sent yet')).toBeVisible();
  page.on('dialog', (dialog) => void dialog.accept());
  await page.reload();
  await expect(page.getByText('1 not sent yet')).toBeVisible();
  await expect(offered(page, 6)).toBeHidden();
  await page.close();
  await context.unrouteAll();
  const again = await context.newPage();
  await again.goto(`/songs/${studio.song}`);
  await offered(again, 6).getByRole('button', { name: 'Take it in' }).click();
  await expect.poll(() => studio.column('pitch').toSorted()).toEqual(WITH_THE_TAKE);
});

/** A MIDI interface of the test's own in the place of the browser's: keyboards that can be plugged in and out. */
async function withMidi(page: Page, allowed: boolean): Promise<void> {
  await page.addInitScript((isAllowed) => {
    class Port extends EventTarget {
      state = 'connected';
      type = 'input';
      constructor(
        readonly id: string,
        readonly name: string,
      ) {
        super();
      }
      open = async () => this;
    }
    const access = Object.assign(new EventTarget(), { inputs: new Map([['a', new Port('a', 'Small keyboard')]]) });
    Object.assign(navigator, {
      requestMIDIAccess: async () => {
        if (!isAllowed) throw new DOMException('no', 'NotAllowedError');
        return access;
      },
    });
    Object.assign(window, {
      midi: (...bytes: number[]) =>
        access.inputs
          .get('a')!
          .dispatchEvent(Object.assign(new Event('midimessage'), { data: Uint8Array.from(bytes) })),
      unplug: () => {
        const port = access.inputs.get('a')!;
        port.state = 'disconnected';
        access.dispatchEvent(Object.assign(new Event('statechange'), { port }));
      },
    });
  }, allowed);
}

const midi = (page: Page, ...bytes: number[]) =>
  page.evaluate((all) => (window as unknown as { midi: (...bytes: number[]) => void }).midi(...all), bytes);

test('a MIDI keyboard is heard by its channel, and one that vanishes in mid-note leaves none stuck', async ({
  studio,
  page,
}) => {
  await withMidi(page, true);
  await begin(studio);
  await studio.press('F7', 'm');
  await sheet(page).getByRole('combobox', { name: 'Keyboard', exact: true }).selectOption('Small keyboard');
  await midi(page, 0xf8);
  await midi(page, 0x90, 64, 77);
  await expect(page.getByTestId('came-in')).toHaveText('Small keyboard: E4 77');
  await expect(page.getByRole('button', { name: 'E4', exact: true })).toHaveAttribute('aria-pressed', 'true');
  await page.evaluate(() => (window as unknown as { unplug: () => void }).unplug());
  await expect(page.getByRole('button', { name: 'E4', exact: true })).toHaveAttribute('aria-pressed', 'false');
  await expect(studio.status).toContainText('Small keyboard is gone; the key that was down was let go');
});

test('where MIDI is not allowed it says so, and what would work', async ({ studio, page }) => {
  await withMidi(page, false);
  await begin(studio);
  await studio.press('F7', 'm');
  await expect(sheet(page).getByRole('alert')).toContainText('The browser was not allowed to use MIDI. Allow it');
});

test('a count-in is seen in beats before what is played counts', async ({ studio, page }) => {
  await begin(studio, '1');
  await studio.press('F7', 'l', 'Home');
  await page.keyboard.press('F6');
  await expect(recording(page)).toHaveText(/^[2-4]$/);
  await play(page, 'KeyZ');
  await expect(recording(page)).toHaveText('');
  await play(page, 'KeyX');
  await end(page);
  await expect.poll(() => studio.column('pitch')).toEqual([50, 72]);
});

test('punched in over a range only what is played there is taken, and it ends with the range', async ({
  studio,
  page,
}) => {
  await studio.open([
    [0, 240, 72],
    [960, 3840, 74],
    [5760, 240, 76],
  ]);
  await ready(studio);
  await sheet(page).getByLabel('Notes already there').selectOption('are replaced');
  await sheet(page).getByLabel('alone').check();
  await sheet(page).getByLabel('ends it').check();
  await studio.roll.focus();
  await studio.press('.', '.', 'p', 'Escape', 'l', 'Home', 'F7', 'l');
  await record(page);
  await play(page, 'KeyZ');
  await expect(page.getByLabel('Position')).toHaveText(/^(1\.[34]|2)\./);
  await play(page, 'KeyX');
  await expect(recording(page)).toBeHidden({ timeout: 20_000 });
  await expect.poll(() => studio.column('pitch')).toEqual([72, 50, 76]);
});

test('a track sounds on a MIDI output, which is told the tempo and that all is over', async ({ studio, page }) => {
  await studio.open([[0, 240, 60, 77]]);
  await ready(studio);
  await sheet(page).getByLabel('Send clock').check();
  await studio.turnTo('Tracks');
  await page.getByRole('button', { name: 'Name, instrument, pan, colour' }).click();
  await page.getByLabel('Channel').selectOption('3');
  await expect(studio.status).toContainText('channel 3');
  await page.getByLabel('Sounds on').selectOption('A list of what is sent');
  await studio.roll.focus();
  await studio.press('Home', 'Space');
  const sent = page.getByTestId('sent');
  await expect(sent).toContainText(/fa · 92 3c 4d · 82 3c 00/);
  await expect(sent).toContainText(/\d{2,} clocks/);
  await studio.press('Space');
  await expect(sent).toContainText('fc · b2 7b 00');
});

test('ended while it still begins a recording leaves nothing, and a key held down is one note', async ({
  studio,
  page,
}) => {
  await begin(studio);
  await studio.press('F7', 'l', 'Home', 'F6', 'F6');
  await expect(recording(page)).toBeHidden();
  await expect(page.getByRole('button', { name: 'Play', exact: true })).toBeVisible();
  await record(page);
  // A key that is down already comes again as a repeat.
  for (let k = 0; k < 4; k++) await page.keyboard.down('KeyZ');
  await page.keyboard.up('KeyZ');
  await end(page);
  await expect.poll(() => studio.column('pitch')).toEqual([48, 72]);
});

test('a take that waits to be sent when the page goes is sent then, and not offered as well', async ({
  studio,
  page,
}) => {
  await begin(studio);
  await studio.press('F7', 'l', 'Home');
  await page.getByRole('button', { name: 'Loop' }).click();
  await record(page);
  await play(page, 'KeyZ');
  await page.route('**/edits', (route) => route.abort());
  await end(page);
  await expect(page.getByText('1 not sent yet')).toBeVisible();
  page.on('dialog', (dialog) => void dialog.accept());
  await page.unrouteAll();
  await page.reload();
  await expect.poll(() => studio.column('pitch')).toEqual([48, 72]);
  await expect(page.getByRole('button', { name: 'Take it in' })).toBeHidden();
  await page.reload();
  await expect(studio.roll).toBeVisible();
  await expect(page.getByRole('button', { name: 'Take it in' })).toBeHidden();
});
