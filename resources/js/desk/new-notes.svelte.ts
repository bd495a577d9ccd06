import { setting, settings } from '../settings/settings.svelte';
import type { Contents } from '../song/contents.svelte';

/** What new notes are like: as set. What is edited leaves that alone, but a note there is can be taken for it. */
export class NewNotes {
  constructor(private readonly contents: Pick<Contents, 'notes'>) {}

  /** The length, an amount of time, and the velocity, 1–127. */
  get like(): { length: string; velocity: number } {
    return { length: settings.newLength, velocity: settings.newVelocity };
  }

  /** Takes the velocity of the last selected note, its length, or both; false where none is selected. */
  take(what: string): boolean {
    const { notes } = this.contents;
    const place = notes.selectedPlaces().at(-1);
    if (place === undefined) return false;
    const { length, velocity } = notes.columns;
    setting.writeAs({
      ...(what !== 'length' && { velocity: velocity[place] }),
      ...(what !== 'velocity' && { length: `${length[place]}tk` }),
    });
    return true;
  }
}
