import type { Catalog } from '../api';
import type { Shortcuts } from '../keys/shortcuts.svelte';
import { entriesOf, type Entry } from './entries';
import type { RecipeBook } from './recipes.svelte';

/** All that palette and menus offer, with the keys it lies on. */
export class Offered {
  constructor(
    private readonly catalog: Catalog,
    private readonly shortcuts: Pick<Shortcuts, 'map'>,
    private readonly recipes: Pick<RecipeBook, 'all'>,
  ) {}

  readonly entries: Entry[] = $derived.by(() => entriesOf(this.catalog, this.shortcuts.map.bindings, this.recipes.all));

  /** What some lines are called. */
  titleOf(lines: readonly string[]): string {
    const said = lines.join('; ');
    return this.entries.find(({ line }) => line === said)?.title ?? said;
  }
}
