import type { NoteTable } from '../music/notes';
import type { PointTable } from '../music/points';
import type { Contents } from '../song/contents.svelte';
import type { Preview } from './preview.svelte';

/** What is to be seen and heard: what lies in the open clips, or in its place a preview. */
export class Seen {
  /** ids of notes that are pointed out on the roll, such as those a rule matches */
  highlight = $state.raw<readonly number[]>([]);

  constructor(
    private readonly contents: Pick<Contents, 'notes' | 'points'>,
    private readonly preview: Pick<Preview, 'notes' | 'points'>,
  ) {}

  get notes(): NoteTable {
    return this.preview.notes ?? this.contents.notes;
  }

  get points(): PointTable {
    return this.preview.points ?? this.contents.points;
  }
}
