import { execFileSync } from 'node:child_process';
import { readFileSync } from 'node:fs';
import { expect, test as base, type APIRequestContext, type Locator, type Page } from '@playwright/test';

export { expect };

/** A note of a test song: start and length in ticks of 480 a quarter, pitch, velocity. */
export type TestNote = [start: number, length: number, pitch: number, velocity?: number];

const PPQ = 480;

/** Words for tests that press keys: a song of one's own, the roll, and what is in the database. */
export class Studio {
  song = 0;
  clip = 0;

  constructor(
    readonly page: Page,
    private readonly request: APIRequestContext,
    private readonly database = process.env.DB_DATABASE,
  ) {}

  /** Imports a song with these notes and opens it. */
  async open(notes: TestNote[], name = 'Harbour Steps'): Promise<void> {
    const answer = await this.request.post('/api/songs', { data: { name, midi: midiFile(notes).toString('base64') } });
    await this.openSong((await answer.json()).id);
  }

  /** Opens a copy of the demo song, with tracks of one's own to change. */
  async openTracks(): Promise<void> {
    const midi = readFileSync('resources/demo/lantern-ferry.mid').toString('base64');
    const answer = await this.request.post('/api/songs', { data: { name: 'Four tracks', midi } });
    await this.openSong((await answer.json()).id);
  }

  /** Opens a song; what is read in the database is then the first clip of a track of it, the first one or another. */
  async openSong(id: number): Promise<void> {
    this.song = id;
    this.clip = await this.clipOf(0);
    await this.page.goto(`/songs/${id}`);
    await expect(this.roll).toBeVisible();
  }

  /** The first clip of a track, counted from 0. */
  async clipOf(track: number): Promise<number> {
    const { song } = await (await this.request.get(`/api/songs/${this.song}`)).json();
    return song.tracks[track].clips[0].id;
  }

  /** Opens a drum track with these hits. */
  async openDrums(hits: TestNote[] = []): Promise<void> {
    await this.open(hits);
    await this.press('/');
    await this.palette.fill('track of=1 voice=drums');
    await this.press('Enter');
    await expect(this.status).toContainText('drums');
  }

  /** What a track plays, as it was chosen; counted from 0. */
  async instrumentOf(track: number): Promise<string> {
    const { song } = await (await this.request.get(`/api/songs/${this.song}`)).json();
    return song.tracks[track].instrument?.name ?? '';
  }

  async openDemo(): Promise<void> {
    await this.page.goto('/');
    await this.page.getByLabel('Find a song').fill('Lantern Ferry');
    await this.page.getByRole('link', { name: 'Lantern Ferry', exact: true }).first().click();
    await expect(this.roll).toBeVisible();
  }

  get roll(): Locator {
    return this.page.getByRole('group', { name: 'Roll' });
  }

  get status(): Locator {
    return this.page.getByRole('status');
  }

  get bench(): Locator {
    return this.page.getByRole('complementary', { name: 'Bench' });
  }

  get palette(): Locator {
    return this.page.getByRole('combobox', { name: 'A word, or a whole line' });
  }

  /** What is set once: tempo, meter and key of the song. */
  async songFacts(): Promise<void> {
    await this.page.getByRole('button', { name: /^Tempo, meter and key/ }).click();
  }

  /** What is shown in lanes. */
  async lanesPanel(): Promise<void> {
    await this.page.getByRole('button', { name: 'Lanes', exact: true }).click();
  }

  /** What the next step back would take back, in words. */
  get undone(): Locator {
    return this.page.getByRole('button', { name: /^Undo: / });
  }

  /** Shows another side of the bench. */
  async turnTo(tab: 'Notes' | 'History' | 'Recipes' | 'Tracks'): Promise<void> {
    await this.bench.getByRole('tab', { name: tab }).click();
  }

  async press(...keys: string[]): Promise<void> {
    for (const key of keys) {
      await this.page.keyboard.press(key);
    }
  }

  /** What the database holds, in order of time: one value of each note. */
  column(name: string): number[] {
    const query = `
      require 'vendor/autoload.php';
      $row = (new PDO('sqlite:'.getenv('DB_DATABASE')))->query('select notes from clips where id = '.(int) $argv[1])->fetch();
      echo json_encode(Jactonic\\Core\\Content\\Packing\\PackedTable::notes($row['notes'])->columns()[$argv[2]]);`;
    const env = { ...process.env, DB_DATABASE: this.database };
    return JSON.parse(execFileSync('php', ['-r', query, String(this.clip), name], { env }).toString());
  }

  /** The points of a lane in the database, as `tick:value` in order of time. */
  points(lane: string): string {
    const query = `
      require 'vendor/autoload.php';
      $row = (new PDO('sqlite:'.getenv('DB_DATABASE')))->query('select points from clips where id = '.(int) $argv[1])->fetch();
      if (! $row['points']) exit;
      $points = Jactonic\\Core\\Content\\Packing\\PackedTable::points($row['points']);
      echo implode(' ', array_map(fn ($i) => $points->start[$i].':'.$points->value[$i], Jactonic\\Core\\Content\\Lane::parse($argv[2])->placesIn($points)));`;
    const env = { ...process.env, DB_DATABASE: this.database };
    return execFileSync('php', ['-r', query, String(this.clip), lane], { env }).toString();
  }

  async expectPoints(lane: string, points: string | RegExp, after = ''): Promise<void> {
    await expect
      .poll(() => this.points(lane), { message: `${lane} in the database ${after}`, intervals: [50, 100, 150, 250] })
      .toMatch(typeof points === 'string' ? new RegExp(`^${points}$`) : points);
  }

  async expectColumn(name: string, values: number[], after = ''): Promise<void> {
    await expect
      .poll(() => this.column(name), { message: `${name} in the database ${after}`, intervals: [50, 100, 150, 250] })
      .toEqual(values);
  }

  /** Where a tick and a pitch lie on the roll, in pixels of the page. */
  async point(tick: number, pitch: number): Promise<{ x: number; y: number }> {
    const box = (await this.roll.boundingBox())!;
    const shown = await this.page.getByTestId('roll-canvas').evaluate((canvas) => ({ ...canvas.dataset }));
    const [left, top, pixelsPerTick, rowHeight] = [shown.left, shown.top, shown.pixelsPerTick, shown.rowHeight].map(
      Number,
    );
    return {
      x: box.x + (tick - left) * pixelsPerTick,
      y: box.y + (127 - pitch - top + 0.5) * rowHeight,
    };
  }

  async click(tick: number, pitch: number, options: { modifiers?: ('Shift' | 'Control')[] } = {}): Promise<void> {
    const { x, y } = await this.point(tick, pitch);
    for (const key of options.modifiers ?? []) await this.page.keyboard.down(key);
    await this.page.mouse.click(x, y);
    for (const key of options.modifiers ?? []) await this.page.keyboard.up(key);
  }

  async drag(from: [number, number], to: [number, number], held?: string): Promise<void> {
    const [a, b] = [await this.point(...from), await this.point(...to)];
    await this.page.mouse.move(a.x, a.y);
    await this.page.mouse.down();
    if (held) await this.page.keyboard.down(held);
    await this.page.mouse.move((a.x + b.x) / 2, (a.y + b.y) / 2);
    await this.page.mouse.move(b.x, b.y);
    await this.page.mouse.up();
    if (held) await this.page.keyboard.up(held);
  }
}

export const test = base.extend<{ studio: Studio; withBank: boolean }>({
  /** Whether the bank of instruments comes, or is on its way for ever; the light voices sound until it is there. */
  withBank: [false, { option: true }],
  studio: async ({ page, request, withBank }, use, { project }) => {
    const errors: Error[] = [];
    page.on('pageerror', (error) => errors.push(error));
    if (!withBank) await page.route('**/*.sf3*', () => undefined);
    await use(new Studio(page, request, project.name === 'maps' ? process.env.MAPS_DATABASE : process.env.DB_DATABASE));
    expect(errors, 'no error in the page').toEqual([]);
  },
});

/**
 * The connection to the server, to be cut from one press to the next, or held until a promise is kept: a route that is set
 * up only then may come too late.
 */
export async function connectionOf(page: Page): Promise<{ isCut: boolean; until: Promise<void> | null }> {
  const connection: { isCut: boolean; until: Promise<void> | null } = { isCut: false, until: null };
  await page.route('**/edits', async (route) => {
    await connection.until;
    await (connection.isCut ? route.abort() : route.continue());
  });
  return connection;
}

/** A MIDI file of type 0 with these notes. */
export function midiFile(notes: TestNote[]): Buffer {
  const events = notes
    .flatMap(([start, length, pitch, velocity = 96]) => [
      { tick: start, bytes: [0x90, pitch, velocity], order: 1 },
      { tick: start + length, bytes: [0x80, pitch, 64], order: 0 },
    ])
    .sort((a, b) => a.tick - b.tick || a.order - b.order);
  const track: number[] = [];
  let now = 0;
  for (const { tick, bytes } of events) {
    track.push(...variableLength(tick - now), ...bytes);
    now = tick;
  }
  track.push(...variableLength(Math.max(0, 4 * PPQ * 4 - now)), 0xff, 0x2f, 0);
  const head = Buffer.from([
    0x4d,
    0x54,
    0x68,
    0x64,
    0,
    0,
    0,
    6,
    0,
    0,
    0,
    1,
    PPQ >> 8,
    PPQ & 255,
    0x4d,
    0x54,
    0x72,
    0x6b,
    0,
    0,
    0,
    0,
  ]);
  head.writeUInt32BE(track.length, 18);
  return Buffer.concat([head, Buffer.from(track)]);
}

function variableLength(value: number): number[] {
  const bytes = [value & 0x7f];
  while ((value >>= 7) > 0) bytes.unshift(0x80 | (value & 0x7f));
  return bytes;
}

/** The loudest level in % since it was last asked for; a short sound between two looks at the meter is not missed. */
export async function loudest(page: Page): Promise<number> {
  return page.getByRole('meter', { name: 'Level', exact: true }).evaluate((meter) => {
    const seen = meter as HTMLElement & { loudest?: number };
    if (seen.loudest === undefined) {
      const look = () => (seen.loudest = Math.max(seen.loudest ?? 0, Number(meter.getAttribute('aria-valuenow'))));
      new MutationObserver(look).observe(meter, { attributes: true });
      look();
    }
    const loudness = seen.loudest ?? 0;
    seen.loudest = Number(meter.getAttribute('aria-valuenow'));
    return loudness;
  });
}
