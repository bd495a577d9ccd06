import { settings } from '../settings/settings.svelte';
import type { Contents } from '../song/contents.svelte';

/** What new notes are like: as set, or as the note used last. */
export class NewNotes {
  #last = $state.raw<{ length: number; velocity: number } | null>(null);

  constructor(private readonly contents: Pick<Contents, 'notes'>) {}

  /** The length, an amount of time, and the velocity, 1–127. */
  get like(): { length: string; velocity: number } {
    return settings.newAsLast && this.#last
      ? { length: `${this.#last.length}tk`, velocity: this.#last.velocity }
      : { length: settings.newLength, velocity: settings.newVelocity };
  }

  /** A note was used, by its id. */
  use(id: number): void {
    const { notes } = this.contents;
    const place = notes.placeOf(id);
    if (place >= 0) this.#last = { length: notes.columns.length[place], velocity: notes.columns.velocity[place] };
  }
}
