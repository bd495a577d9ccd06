import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from 'vitest';
import type { NoteColumns, OpenedSong, Song, SongAnswer } from '../../resources/js/api';
import { NoteTable } from '../../resources/js/music/notes';
import { Contents } from '../../resources/js/song/contents.svelte';

interface Step {
  did: string;
  status: number;
  /** an opened song, or what an edit changed, or in a refusal the song as it is */
  body: unknown;
  /** what is open by then, as the server has it */
  there: { notes: NoteColumns; revisions: Record<string, number> };
  song: Song;
}

/** The tracks and clips of a song, without how often these were changed. */
const arranged = ({ tracks }: Song) =>
  tracks.map(({ clips, ...track }) => ({ ...track, clips: clips.map((clip) => ({ ...clip, revision: 0 })) }));

/** A walk through edits, undo, other clips and another window, as the server's half of this test took it. */
function walked(seed: number): Step[] {
  const folder = mkdtempSync(join(tmpdir(), 'agreement-'));
  const file = join(folder, 'walk.json');
  const only = ['--filter', `"seed ${seed}"`, 'tests/Feature/AgreementTest.php'];
  execFileSync('vendor/bin/phpunit', only, { env: { ...process.env, WALK: file } });
  const steps = JSON.parse(readFileSync(file, 'utf8')) as Step[];
  rmSync(folder, { recursive: true });
  return steps;
}

const rows = (notes: NoteTable) =>
  Array.from(notes.columns.id, (_, i) =>
    Object.fromEntries(Object.entries(notes.columns).map(([name, column]) => [name, column[i]])),
  ).sort((a, b) => a.id - b.id);

test.each([3, 7])('what a page keeps is what the server has, step for step (seed %i)', { timeout: 60_000 }, (seed) => {
  const [first, ...steps] = walked(seed);
  const page = new Contents(first.body as OpenedSong);
  let changed = 0;
  let stayed = 0;
  for (const { did, status, body, there, song } of steps) {
    const [kept] = page.song.tracks;
    const conflict = (body as { song?: OpenedSong }).song;
    const before = page.notes;
    if (status === 200 && 'open' in (body as object) && 'selections' in (body as object))
      page.takeAll(body as OpenedSong);
    else if (status === 200) page.take(body as SongAnswer);
    else if (status === 409 && conflict) page.takeAll(conflict);
    if (page.notes !== before) changed++;
    expect(rows(page.notes), did).toEqual(rows(NoteTable.of(there.notes)));
    expect(page.standing.revisions, did).toMatchObject(there.revisions);
    if (page.standing.song === song.revision) expect(arranged(page.song), did).toEqual(arranged(song));
    if (page.song.tracks.includes(kept)) stayed++;
  }
  expect(changed).toBeGreaterThan(steps.length / 3);
  expect(stayed, 'tracks that nothing was done to are the same objects').toBeGreaterThan(steps.length / 3);
});
