import { make, request } from './client';
import type { EditContext, Standing } from './answers';

export interface ConditionGroup {
  join: 'all' | 'any';
  conditions: string[];
}

/** On which notes a rule works. */
export interface Choice {
  scope: 'selection' | 'range' | 'clip';
  join: 'all' | 'any';
  groups: ConditionGroup[];
}

export interface Recipe {
  id: number;
  /** counts changes of it */
  revision: number;
  name: string;
  lines: string[];
  help: string;
  folder: string;
  choice: Choice | null;
  keepsGrid: boolean;
  leavesDrums: boolean;
  /** whether what was selected and open is so again at the end */
  keepsSelection: boolean;
}

export type NewRecipe = Omit<Recipe, 'id' | 'revision'>;

export const recipes = {
  addRecipe: (recipe: NewRecipe) => make<{ id: number; recipes: Recipe[] }>('POST', 'recipes', recipe),
  changeRecipe: (id: number, recipe: NewRecipe, revision: number) =>
    request<{ recipes: Recipe[] }>('PATCH', `recipes/${id}`, { ...recipe, revision }),
  deleteRecipe: (id: number) => request<{ recipes: Recipe[] }>('DELETE', `recipes/${id}`),
  orderRecipes: (ids: number[]) => request<{ recipes: Recipe[] }>('POST', 'recipes/order', { ids }),
  recipesAddress: '/api/recipes/export',
  importRecipes: (text: string) => make<{ recipes: Recipe[]; problems: string[] }>('POST', 'recipes/import', { text }),
  /** The ids of the notes a rule would work on. */
  match: (song: number, standing: Standing, choice: Choice, selection: number[], context: EditContext) =>
    request<{ selection: number[] }>('POST', `songs/${song}/match`, { ...standing, choice, selection, context }),
};
