import { api, Refused } from '../api';
import type { Binding, Keymap, KeymapHead, Surface } from '../api';
import { cap } from './keystroke';

const placeOf = (binding: Binding): Surface => binding.where ?? 'everywhere';

/** How often a change is made again where other windows keep changing the same map. */
const MOST_TRIES = 3;

const isSame = (a: Binding, b: Binding) => a.key === b.key && placeOf(a) === placeOf(b);

/** Whether two shortcuts stand in each other's way: the same key, or one the beginning of the other, in places that overlap. */
export function collide(a: Binding, b: Binding): boolean {
  const [one, two] = [placeOf(a), placeOf(b)];
  return one === two && (a.key === b.key || a.key.startsWith(`${b.key} `) || b.key.startsWith(`${a.key} `));
}

/** The map of shortcuts in use, every change of which is written at once and can be taken back. */
export class Shortcuts {
  map = $state.raw<Keymap>()!;
  maps = $state.raw<KeymapHead[]>([]);
  /** why the last change was not taken */
  problem = $state('');
  /** how many changes can be taken back */
  depth = $state(0);
  #past: Binding[][] = [];

  constructor(map: Keymap) {
    this.map = map;
  }

  /** The shortcuts that run a line, in the order of the map. */
  of(line: string): Binding[] {
    return this.map.bindings.filter(({ run }) => run.length === 1 && run[0] === line);
  }

  /** The caps of the key that does a line, one that does it when pressed before one that must be held; '' where none does. */
  keyOf(line: string): string {
    const keys = this.of(line);
    return cap((keys.find(({ held }) => !held) ?? keys[0])?.key ?? '');
  }

  /** What a new shortcut would displace. */
  displaced(binding: Binding, instead?: Binding): Binding[] {
    return this.map.bindings.filter((other) => other !== instead && collide(other, binding));
  }

  /** Puts a shortcut in, in place of another and of what it displaces. */
  async set(binding: Binding, instead?: Binding): Promise<void> {
    await this.write((bindings) => {
      const place = bindings.findIndex((other) => instead && isSame(other, instead));
      const at = place < 0 ? bindings.length : place;
      const kept = bindings.map((other, k) => (k === place || collide(other, binding) ? null : other));
      return [...kept.slice(0, at), binding, ...kept.slice(at)].filter((other) => other !== null);
    });
  }

  async remove(binding: Binding): Promise<void> {
    await this.write((bindings) => bindings.filter((other) => !isSame(other, binding)));
  }

  async undo(): Promise<void> {
    const before = this.#past.pop();
    if (before) {
      await this.#keep(() => api.changeKeymap(this.map.id, { bindings: before, revision: this.map.revision }));
      this.depth = this.#past.length;
    }
  }

  /** Writes the shortcuts as a change makes them; made again on the present ones where another window was there first. */
  async write(change: (bindings: Binding[]) => Binding[]): Promise<void> {
    let before = this.map.bindings;
    const done = await this.#keep(() => {
      before = this.map.bindings;
      return api.changeKeymap(this.map.id, { bindings: change(before), revision: this.map.revision });
    });
    if (done) {
      this.#past.push(before);
      this.depth = this.#past.length;
    }
  }

  async rename(name: string): Promise<void> {
    await this.#keep(() => api.changeKeymap(this.map.id, { name, revision: this.map.revision }));
  }

  async use(id: string): Promise<void> {
    if (await this.#keep(() => api.useKeymap(id))) {
      this.#past = [];
      this.depth = 0;
    }
  }

  async copy(name: string): Promise<void> {
    const from = this.map.id;
    await this.#keep(async () => api.useKeymap((await api.copyKeymap(from, name)).id));
  }

  async delete(id: string): Promise<void> {
    await this.#keep(async () => {
      await api.deleteKeymap(id);
      const { inUse } = await api.keymaps();
      return api.keymap(inUse);
    });
  }

  /** Puts shortcuts back to how the map they came from has them: one key, those of some lines, or all. */
  async revert(mine: (binding: Binding) => boolean): Promise<void> {
    let back: Binding[];
    try {
      back = (await api.keymap(this.map.base)).bindings.filter(mine);
    } catch (error) {
      this.problem = (error as Error).message;
      return;
    }
    await this.write((now) => [
      ...now.filter((binding) => !mine(binding) && !back.some((other) => collide(other, binding))),
      ...back,
    ]);
  }

  async list(): Promise<void> {
    try {
      this.maps = (await api.keymaps()).maps;
    } catch (error) {
      this.problem = (error as Error).message;
    }
  }

  async #keep(ask: () => Promise<Keymap>): Promise<boolean> {
    for (let tries = 1; ; tries++) {
      try {
        this.map = await ask();
        this.problem = '';
        await this.list();
        return true;
      } catch (error) {
        this.problem = (error as Error).message;
        const now = error instanceof Refused ? (error.body.map as Keymap | undefined) : undefined;
        if (!now) {
          return false;
        }
        this.map = now;
        this.#past = [];
        this.depth = 0;
        if (tries === MOST_TRIES) {
          return false;
        }
      }
    }
  }
}
