import { expect, test } from 'vitest';
import { make, Refused, request, Unanswered } from '../../resources/js/api';

/** Answers that the server gives one after the other: a status and what comes of the body; null where none comes. */
type Answers = ([status: number, body: string] | null)[];

/** What is asked of a server with these answers, and the bodies it was asked with. */
async function told<T>(answers: Answers, ask: () => Promise<T>): Promise<{ answer: T | Error; bodies: string[] }> {
  const bodies: string[] = [];
  const fetched = globalThis.fetch;
  globalThis.fetch = async (_, init) => {
    bodies.push(String(init?.body ?? ''));
    const next = answers.shift();
    if (!next) throw new TypeError('Failed to fetch');
    return new Response(next[1], { status: next[0] });
  };
  try {
    return { answer: await ask().catch((error: Error) => error), bodies };
  } finally {
    globalThis.fetch = fetched;
  }
}

const HALF = '{"songs":[{"id":1,"name":"Lantern';
const edit = () => request('POST', 'songs/1/edits', { lines: ['quantize'] });
const list = () => request('GET', 'songs');
const create = () => make('POST', 'songs', { name: 'Pier' });

test('an answer that breaks off is no answer, whatever was asked', async () => {
  for (const ask of [edit, list, create]) {
    const { answer } = await told(
      [
        [200, HALF],
        [200, HALF],
      ],
      ask,
    );
    expect([answer instanceof Unanswered, (answer as Unanswered).isFault]).toEqual([true, false]);
  }
});

test('what only reads is asked once more by itself, an edit by the one who sends in order', async () => {
  expect(
    await told(
      [
        [200, HALF],
        [200, '{"songs":[]}'],
      ],
      list,
    ),
  ).toEqual({ answer: { songs: [] }, bodies: ['', ''] });
  expect(
    (
      await told(
        [
          [200, HALF],
          [200, '{}'],
        ],
        edit,
      )
    ).bodies,
  ).toHaveLength(1);
});

for (const [name, first] of [
  ['broke off', [201, '{"id":']],
  ['never came', null],
] as const) {
  test(`what is made is asked for once more under the same name where its answer ${name}`, async () => {
    const { answer, bodies } = await told([first && [...first], [201, '{"id":7}']], create);
    expect([answer, new Set(bodies).size, bodies.length]).toEqual([{ id: 7 }, 1, 2]);
    expect(JSON.parse(bodies[0])).toEqual({ name: 'Pier', request: expect.stringMatching(/^[0-9a-f]{24}$/) });
  });
}

test('a refusal and a fault are what they are, also where their words break off', async () => {
  const refused = (await told([[422, '{"error":{"message":"No."}}']], edit)).answer as Refused;
  expect([refused instanceof Refused, refused.message]).toEqual([true, 'No.']);
  expect((await told([[413, '<html>']], edit)).answer).toBeInstanceOf(Refused);
  for (const ask of [edit, list, create]) {
    const { answer, bodies } = await told([[500, '<html>']], ask);
    expect([(answer as Unanswered).isFault, bodies.length]).toEqual([true, 1]);
  }
});
