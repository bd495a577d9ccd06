import { api, Refused, type NewRecipe } from '../api';
import type { Recipe } from '../api';

/** The recipes and rules, and the one that is being recorded. */
export class RecipeBook {
  all = $state.raw<Recipe[]>([]);
  problem = $state('');
  /** the lines recorded so far; null while nothing is recorded */
  recorded = $state.raw<string[] | null>(null);
  /** lines that a new recipe is to be made of, until it is kept or left; null where there are none */
  begun = $state.raw<string[] | null>(null);
  /** revisions that were told as another window's: keeping once more writes over them */
  #told = new Map<number, number>();

  constructor(recipes: Recipe[]) {
    this.all = recipes;
  }

  get folders(): string[] {
    return [...new Set(this.all.map(({ folder }) => folder))];
  }

  /** Keeps a recipe, new or in place of one that was changed; tells whether it was taken. */
  async keep(recipe: NewRecipe, instead: Recipe | null): Promise<boolean> {
    return this.#take(() =>
      instead === null
        ? api.addRecipe(recipe)
        : api.changeRecipe(instead.id, recipe, this.#told.get(instead.id) ?? instead.revision),
    );
  }

  async delete(id: number): Promise<void> {
    await this.#take(() => api.deleteRecipe(id));
  }

  /** Moves a recipe up or down within its folder. */
  async move(recipe: Recipe, by: 1 | -1): Promise<void> {
    const inFolder = this.all.filter(({ folder }) => folder === recipe.folder);
    const at = inFolder.indexOf(recipe);
    const to = at + by;
    if (to >= 0 && to < inFolder.length) {
      [inFolder[at], inFolder[to]] = [inFolder[to], inFolder[at]];
      await this.#take(() => api.orderRecipes(inFolder.map(({ id }) => id)));
    }
  }

  async import(text: string): Promise<string[]> {
    let problems: string[] = [];
    await this.#take(async () => {
      const answer = await api.importRecipes(text);
      problems = answer.problems;
      return answer;
    });
    return problems;
  }

  /** Ends the recording: what was done is a recipe that is begun, where something was. Gives the lines. */
  stop(): string[] {
    const lines = this.recorded ?? [];
    this.recorded = null;
    if (lines.length > 0) this.begun = lines;
    return lines;
  }

  /** Writes lines down while a recipe is recorded. What was played is there only once, so taking it in is left out. */
  record(lines: readonly string[]): void {
    if (this.recorded) {
      this.recorded = [...this.recorded, ...lines.filter((line) => !/^take\b/.test(line))];
    }
  }

  async #take(ask: () => Promise<{ recipes: Recipe[] }>): Promise<boolean> {
    try {
      this.all = (await ask()).recipes;
      this.problem = '';
      return true;
    } catch (error) {
      this.problem = (error as Error).message;
      if (error instanceof Refused && error.body.recipes) {
        this.all = error.body.recipes as Recipe[];
        this.#told = new Map(this.all.map(({ id, revision }) => [id, revision]));
        this.problem += ' Keep it once more to put yours in its place.';
      }
      return false;
    }
  }
}
