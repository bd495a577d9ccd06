import { readFileSync } from 'node:fs';
import { beforeEach, expect, test, vi } from 'vitest';
import type { Said, SongAnswer } from '../../resources/js/api';
import { entriesOf } from '../../resources/js/commands/entries';
import { Finding } from '../../resources/js/palette/finding.svelte';
import { catalog, workbench } from './studio';

const { bindings } = JSON.parse(readFileSync('resources/keys/standard.json', 'utf8')) as {
  bindings: { key: string; run: string; title: string; strip: string }[];
};

const looked: string[][] = [];
let understood: Partial<Said> = {};
let finding: Finding;

beforeEach(() => {
  looked.length = 0;
  understood = {};
  const { contents } = workbench([
    [0, 240, 60, 70],
    [480, 240, 64, 90],
  ]);
  finding = new Finding({
    catalog,
    contents,
    offered: {
      entries: entriesOf(
        catalog,
        bindings.map((one) => ({ ...one, run: [one.run] })),
        [],
      ),
    },
    applies: { whyNot: () => '' },
    looking: {
      atLines: (lines) => void looked.push(lines),
      atAnswer: () => void looked.push(['what was said']),
      said: () => Promise.resolve({ lines: [], left: [], problem: '', preview: null, ...understood }),
    },
    preview: { clear: () => void looked.push([]) },
  });
});

async function type(text: string, said: Partial<Said> = {}): Promise<string[]> {
  understood = said;
  finding.typed(text);
  await vi.waitFor(() => expect(finding.typing ?? finding.said).not.toBeNull());
  return finding.rows.map(({ title }) => title);
}

test('what was understood stands first, and is what is looked at', async () => {
  const preview = { message: '2 notes later' } as SongAnswer;
  expect((await type('hats late', { lines: ['choose where="row=hat"', 'nudge by=step'], preview }))[0]).toBe(
    'hats late',
  );
  finding.show();
  expect(looked.at(-1)).toEqual(['what was said']);
});

test('what is called just so stands before what was understood', async () => {
  const titles = await type('crescendo', { lines: ['ramp from=30 to=90'] });
  expect(titles.slice(0, 2)).toEqual(['Crescendo', 'crescendo']);
});

test('what was understood is shown with its key where a key does the same', async () => {
  await type('a bit louder', { lines: ['velocity add=10'] });
  expect(finding.rows[0]).toMatchObject({ title: 'Louder by 10', keys: ['Shift+E'] });
});

test.each([
  { said: { lines: ['velocity add=-10'], left: [[7, 17]] as [number, number][] }, why: 'a word is left' },
  { said: { lines: [], problem: 'velocity: set takes 1 to 127, not “300”.' }, why: 'a value is out of its range' },
])('nothing is offered to be done where $why', async ({ said }) => {
  expect(await type('softer gloriously', said)).toEqual([]);
  expect(finding.isUnderstood).toBe(false);
});

test('Enter waits until it is known what was said means, and does what stands first then', async () => {
  understood = { lines: ['velocity set=100'] };
  finding.typed('velocity 100');
  const done: string[] = [];
  finding.whenHeard(() => done.push(finding.rows[0].lines[0]));
  expect(done).toEqual([]);
  await vi.waitFor(() => expect(done).toEqual(['velocity set=100']));
});

test('Enter does not wait for what is called just so, nor after another letter was typed', async () => {
  const done: string[] = [];
  finding.typed('crescendo');
  finding.whenHeard(() => done.push('crescendo'));
  expect(done).toEqual(['crescendo']);
  finding.typed('velocity 10');
  finding.whenHeard(() => done.push('velocity 10'));
  await type('velocity 100', { lines: ['velocity set=100'] });
  expect(done).toEqual(['crescendo']);
});

test('a random edit is done with the values that were seen', async () => {
  await type('humanize');
  finding.show();
  expect(looked.at(-1)).toEqual(finding.settled(['humanize']));
  expect(looked.at(-1)![0]).toMatch(/^humanize seed=\d+$/);
});

test.each([
  ['tempo', 'to', '120'],
  ['meter', 'to', '4/4'],
  ['key', 'to', 'C major'],
])('%s asks for its value, with the present one', (name, parameter, present) => {
  expect(finding.present(name, parameter)).toBe(present);
});
