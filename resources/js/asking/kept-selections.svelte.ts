import { api, type KeptSelections as ByName } from '../api';
import type { Status } from '../desk/status.svelte';
import { counted } from '../music/counted';
import { formatLine } from '../music/line';
import type { Contents } from '../song/contents.svelte';
import type { Selecting } from './selecting.svelte';

/** The selections of a song that have a name. */
export class KeptSelections {
  all = $state.raw<ByName>({});
  /** the name that was taken last */
  #last = '';

  constructor(
    private readonly contents: Contents,
    private readonly selecting: Selecting,
    private readonly status: Status,
    all: ByName,
  ) {
    this.all = all;
  }

  get names(): string[] {
    return Object.keys(this.all);
  }

  /** Keeps what is selected, under the next free name where none is said. */
  async keep(name = this.#free()): Promise<void> {
    const { notes } = this.contents;
    if (notes.selectedCount === 0) {
      this.status.say('Select notes first; then they can be kept under a name.', 'refused');
      return;
    }
    if (await this.#write(name, notes.selection())) {
      this.#last = name;
      this.status.say(`${counted(notes.selectedCount, 'note')} kept as “${name}”`);
    }
  }

  async forget(name: string): Promise<void> {
    if (await this.#write(name, [])) this.status.say(`“${name}” is not kept any more`);
  }

  /** Selects one of them, or the one after the last; notes that are gone, or not open, are left out. */
  take(name = this.#next()): void {
    const { contents, status } = this;
    if (!(name in this.all)) {
      const known =
        this.names.length > 0 ? `Kept are ${this.names.join(', ')}.` : 'keep-selection keeps what is selected.';
      status.say(
        name ? `No selection is kept as “${name}”. ${known}` : `No selection is kept yet. ${known}`,
        'refused',
      );
      return;
    }
    this.#last = name;
    let gone = 0;
    this.selecting.inOrder(
      async () => {
        const ids = (await api.selection(contents.song.id, name)).selection;
        const there = ids.filter((id) => contents.notes.placeOf(id) >= 0);
        gone = ids.length - there.length;
        return there;
      },
      { what: 'view', line: formatLine({ name: 'select', values: { name } }) },
      () => {
        const said = `${name}: ${counted(contents.notes.selectedCount, 'note')} selected`;
        status.say(gone > 0 ? `${said}, ${gone} are not in the open clips` : said, 'hint');
      },
    );
  }

  #free(): string {
    for (let number = 1; ; number++) {
      if (!(`Selection ${number}` in this.all)) return `Selection ${number}`;
    }
  }

  #next(): string {
    const { names } = this;
    return names[(names.indexOf(this.#last) + 1) % names.length] ?? '';
  }

  async #write(name: string, ids: number[]): Promise<boolean> {
    try {
      this.all = (await api.keepSelection(this.contents.song.id, name, ids)).selections;
      return true;
    } catch (error) {
      this.status.say((error as Error).message, 'refused');
      return false;
    }
  }
}
