<script lang="ts">
  import ArrowDown from '@lucide/svelte/icons/arrow-down';
  import ArrowUp from '@lucide/svelte/icons/arrow-up';
  import Pencil from '@lucide/svelte/icons/pencil';
  import Wand from '@lucide/svelte/icons/wand-sparkles';
  import { api } from '../api';
  import type { Recipe } from '../api';
  import { arrows } from '../look/arrows';
  import { counted } from '../music/counted';
  import { formatLine } from '../music/line';
  import RecipeEditor from './RecipeEditor.svelte';
  import { getStudio } from '../acting/studio';

  const { acting, asking, contents, recipes, shortcuts } = getStudio();
  const { run, keyOf } = acting;

  let editing = $state.raw<{ recipe: Recipe | null; lines: string[] } | null>(null);
  let onTracks = $state(false);
  let chosen = $state<number[]>([]);
  let problems = $state.raw<string[]>([]);
  let picker = $state<HTMLInputElement>();

  $effect(() => {
    if (recipes.begun) editing = { recipe: null, lines: recipes.begun };
  });

  const lineFor = ({ name }: Recipe) => formatLine({ name: 'recipe', values: { name } });

  async function start(recipe: Recipe): Promise<void> {
    if (!onTracks) {
      run(lineFor(recipe));
      return;
    }
    const { song } = contents;
    const tracks = chosen.length > 0 ? chosen : song.tracks.map(({ id }) => id);
    await asking.runOnTracks([lineFor(recipe)], tracks, recipe.leavesDrums);
  }

  async function take(file: File | undefined): Promise<void> {
    if (file) problems = await recipes.import(await file.text());
    if (picker) picker.value = '';
  }
</script>

{#if editing}
  <RecipeEditor
    recipe={editing.recipe}
    lines={editing.lines}
    bound={editing.recipe ? (shortcuts.of(lineFor(editing.recipe))[0] ?? null) : null}
    close={() => {
      editing = recipes.begun = null;
    }}
  />
{:else}
  <section aria-labelledby="bench-recipes" {@attach arrows('[data-recipe]')} class="flex min-h-0 flex-col gap-2">
    <h2 id="bench-recipes" class="sr-only">Recipes and rules</h2>
    <div class="grid grid-cols-2 gap-1">
      <button class="btn btn-xs btn-primary" onclick={() => (editing = { recipe: null, lines: [] })}>New</button>
      {#if recipes.recorded}
        <button class="btn btn-xs btn-accent" onclick={() => run('record')}
          >Stop, {counted(recipes.recorded.length, 'line')}</button
        >
      {:else}
        <button class="btn btn-xs" onclick={() => run('record')}>Record</button>
      {/if}
      <a class="btn btn-xs" href={api.recipesAddress} download>Export</a>
      <button class="btn btn-xs" onclick={() => picker?.click()}>Import</button>
      <input
        bind:this={picker}
        type="file"
        class="hidden"
        accept="application/json,.json"
        aria-label="A file of recipes"
        onchange={(event) => take(event.currentTarget.files?.[0])}
      />
    </div>
    {#if recipes.problem || problems.length > 0}
      <p class="text-xs text-error" role="alert">{recipes.problem || problems.join(' ')}</p>
    {/if}
    <label class="flex items-center gap-2 text-xs">
      <input type="checkbox" class="toggle" bind:checked={onTracks} />run on several tracks
    </label>
    {#if onTracks}
      <div
        class="flex flex-col gap-0.5 pl-2 text-xs"
        role="group"
        aria-label="Tracks to run on; all where none is chosen"
      >
        {#each contents.song.tracks as track (track.id)}
          <label class="flex min-h-6 items-center gap-2" title={track.name}>
            <input type="checkbox" class="checkbox flex-none checkbox-xs" value={track.id} bind:group={chosen} />
            <span class="min-w-0 truncate">{track.name}</span>
          </label>
        {/each}
      </div>
    {/if}
    {#each recipes.folders as folder (folder)}
      <div role="group" aria-label={folder || 'Without a folder'}>
        <h3 class="text-xs font-semibold text-secondary">{folder || 'Without a folder'}</h3>
        {#each recipes.all.filter((recipe) => recipe.folder === folder) as recipe (recipe.id)}
          <div class="group flex items-center gap-0.5" title={recipe.help}>
            <button
              data-recipe
              class="btn h-auto min-h-6 min-w-0 flex-1 justify-start gap-1 px-1 text-left font-normal btn-ghost btn-xs"
              onclick={() => start(recipe)}
            >
              <Wand size={13} aria-hidden="true" class="flex-none" /><span class="min-w-0 text-left whitespace-normal"
                >{recipe.name}</span
              >
              {#if keyOf(lineFor(recipe))}<kbd class="flex-none">{keyOf(lineFor(recipe))}</kbd>{/if}
            </button>
            <button
              class="btn btn-square btn-ghost btn-xs"
              aria-label="Change {recipe.name}"
              onclick={() => (editing = { recipe, lines: recipe.lines })}
              ><Pencil size={12} aria-hidden="true" /></button
            >
            <span class="hidden group-focus-within:flex group-hover:flex">
              <button
                class="btn btn-square btn-ghost btn-xs"
                aria-label="Move {recipe.name} up"
                onclick={() => recipes.move(recipe, -1)}><ArrowUp size={12} aria-hidden="true" /></button
              >
              <button
                class="btn btn-square btn-ghost btn-xs"
                aria-label="Move {recipe.name} down"
                onclick={() => recipes.move(recipe, 1)}><ArrowDown size={12} aria-hidden="true" /></button
              >
            </span>
          </div>
        {/each}
      </div>
    {/each}
  </section>
{/if}
