import { counted } from '../music/counted';
import { formatLine } from '../music/line';
import { api } from '../api';
import type { KeptSelections as ByName } from '../api';
import type { Desk } from './desk.svelte';

/** how many selections one can go back by */
const MOST = 8;

/** The selections of a song beside the present one: those before it, and those that have a name. */
export class Selections {
  all = $state.raw<ByName>({});
  /** the selections before this one, the last of them at the end */
  readonly #before: number[][] = [];
  /** the name that was taken last */
  #last = '';

  constructor(
    private readonly desk: Desk,
    all: ByName,
  ) {
    this.all = all;
  }

  /** Remembers a selection that another one takes the place of. */
  remember(ids: number[]): void {
    this.#before.splice(0, this.#before.length - MOST + 1);
    this.#before.push(ids);
  }

  /** Selects what was selected before; tells whether something was. */
  back(): boolean {
    const before = this.#before.pop();
    if (before) {
      this.desk.select(before);
      this.#before.pop();
    }
    return before !== undefined;
  }

  get names(): string[] {
    return Object.keys(this.all);
  }

  /** Keeps what is selected, under the next free name where none is said. */
  async keep(name = this.#free()): Promise<void> {
    const { desk } = this;
    if (desk.notes.selectedCount === 0) {
      desk.say('Select notes first; then they can be kept under a name.', 'refused');
      return;
    }
    if (await this.#write(name, desk.notes.selection())) {
      this.#last = name;
      desk.say(`${counted(desk.notes.selectedCount, 'note')} kept as “${name}”`);
    }
  }

  async forget(name: string): Promise<void> {
    if (await this.#write(name, [])) this.desk.say(`“${name}” is not kept any more`);
  }

  /** Selects one of them, or the one after the last; notes that are gone, or not open, are left out. */
  take(name = this.#next()): void {
    const { desk } = this;
    if (!(name in this.all)) {
      const known =
        this.names.length > 0 ? `Kept are ${this.names.join(', ')}.` : 'keep-selection keeps what is selected.';
      desk.say(name ? `No selection is kept as “${name}”. ${known}` : `No selection is kept yet. ${known}`, 'refused');
      return;
    }
    this.#last = name;
    let gone = 0;
    desk.selectInOrder(
      async () => {
        const ids = (await api.selection(desk.song.id, name)).selection;
        const there = ids.filter((id) => desk.notes.placeOf(id) >= 0);
        gone = ids.length - there.length;
        return there;
      },
      { what: 'view', line: formatLine({ name: 'select', values: { name } }) },
      () => {
        const said = `${name}: ${counted(desk.notes.selectedCount, 'note')} selected`;
        desk.say(gone > 0 ? `${said}, ${gone} are not in the open clips` : said, 'hint');
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
      this.all = (await api.keepSelection(this.desk.song.id, name, ids)).selections;
      return true;
    } catch (error) {
      this.desk.say((error as Error).message, 'refused');
      return false;
    }
  }
}
