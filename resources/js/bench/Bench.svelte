<script lang="ts">
  import { untrack } from 'svelte';
  import type { Tab } from '../commands/dialogs.svelte';
  import TrackList from '../arrange/TrackList.svelte';
  import { arrows } from '../look/arrows';
  import { timingOf } from '../desk/facts';
  import Fold from './Fold.svelte';
  import ClipFacts from './ClipFacts.svelte';
  import AdviceList from './AdviceList.svelte';
  import DynamicsPicture from './DynamicsPicture.svelte';
  import Kept from './Kept.svelte';
  import Tuning from './Tuning.svelte';
  import HistoryList from './HistoryList.svelte';
  import ShelfList from './ShelfList.svelte';
  import RecipeList from './RecipeList.svelte';
  import TimingPicture from './TimingPicture.svelte';
  import { counted } from '../music/counted';
  import { getStudio } from '../acting/studio';

  const { acting, calmFacts, contents, dialogs, grid, panes, recipes, seen, tuning } = getStudio();
  const { keyOf } = acting;
  const facts = $derived(calmFacts.now);

  const TABS: [Tab, string][] = [
    ['notes', 'Notes'],
    ['history', 'History'],
    ['recipes', 'Recipes'],
    ['tracks', 'Tracks'],
    ['shelf', 'Shelf'],
  ];

  /** Begins a recipe of lines of the history. */
  function makeRecipe(lines: string[]): void {
    recipes.begun = lines;
    dialogs.tab = 'recipes';
  }

  /** The grid that is looked at: the one an edit being tuned names, or the current one. */
  const measured = $derived.by(() => {
    const { grid: wanted, swing } = tuning.edit ? tuning.values : {};
    return {
      grid: wanted && wanted !== 'grid' ? wanted : grid.name,
      swing: swing && /^\d{1,3}$/.test(swing) ? Math.min(150, Number(swing)) : grid.swing,
    };
  });
  const takesGrid = $derived(tuning.edit?.parameters.some(({ kind }) => kind === 'grid') ?? false);
  const lines = $derived(grid.linesOf(measured.grid, measured.swing));
  $effect(() => {
    // A grid that is still being typed has no lines yet; the edit itself says what is wrong with it.
    void grid.load(measured.grid, measured.swing).catch(() => undefined);
  });
  const timing = $derived.by(() => {
    void [calmFacts.turn, lines];
    return untrack(() => timingOf(seen.notes, contents.clock, lines));
  });
  const rows = $derived<[string, string][]>([
    ['Pitch', facts.pitches],
    ['Velocity', facts.velocities],
    ['Length', facts.lengths],
    ['Span', facts.span],
    ['Moved', facts.count ? `${facts.moved} since they were played` : '–'],
    ['Muted', `${facts.muted}`],
  ]);
</script>

{#snippet timed()}
  <section aria-labelledby="bench-timing">
    <h2 id="bench-timing" class="mb-1 font-semibold">
      Timing against {measured.grid}{measured.swing ? `, swing ${measured.swing}` : ''}
    </h2>
    <TimingPicture {timing} count={facts.count} grid={measured.grid} colour={contents.track.colour} />
  </section>
{/snippet}

{#snippet dynamics()}
  <section aria-labelledby="bench-dynamics">
    <h2 id="bench-dynamics" class="mb-1 font-semibold">Dynamics</h2>
    <DynamicsPicture velocities={facts.velocities} />
  </section>
{/snippet}

<aside
  class="relative flex min-h-0 flex-col gap-2 overflow-auto border-l border-base-300 bg-base-200 p-2.5 text-sm"
  aria-label="Bench"
>
  <div class="join" role="tablist" aria-label="Bench" {@attach arrows('[role=tab]', true)}>
    {#each TABS as [name, title] (name)}
      <button
        class="btn join-item grow px-1 text-2xs btn-xs {dialogs.tab === name ? 'btn-primary' : ''}"
        role="tab"
        aria-selected={dialogs.tab === name}
        tabindex={dialogs.tab === name ? 0 : -1}
        onclick={() => (dialogs.tab = name)}>{title}</button
      >
    {/each}
  </div>

  {#if dialogs.tab === 'notes'}
    {#if panes.reached === 'song'}
      <ClipFacts />
    {:else}
      <Tuning />

      <section aria-labelledby="bench-selection">
        <h2 id="bench-selection" class="font-semibold">
          {facts.selected
            ? `${facts.count} of ${counted(facts.total, 'note')} selected`
            : `All ${facts.total} notes; none selected`}
        </h2>
        {#if facts.points}<p class="text-xs">{facts.points}</p>{/if}
      </section>

      <!-- What is looked at while one works comes first; what is read once is folded below it. -->
      {#if tuning.edit?.group === 'Dynamics'}
        {@render dynamics()}
        {@render timed()}
      {:else}
        {@render timed()}
        {@render dynamics()}
      {/if}
      {#if !tuning.edit && contents.history.did}
        <section aria-labelledby="bench-last">
          <h2 id="bench-last" class="font-semibold">Done last</h2>
          <p class="text-xs">{contents.history.did}</p>
        </section>
      {/if}
      {#if !tuning.edit || takesGrid}
        <Fold name="Grids that fit"><AdviceList advisedKey={keyOf('advice')} /></Fold>
      {/if}
      {#if !tuning.edit}
        <Fold name="More about them">
          <dl class="grid grid-cols-[3.5rem_1fr] gap-x-1 gap-y-0.5 text-xs">
            {#each rows as [name, value] (name)}
              <dt class="text-secondary">{name}</dt>
              <dd>{value}</dd>
            {/each}
          </dl>
          <Kept />
        </Fold>
      {/if}
    {/if}
  {:else if dialogs.tab === 'history'}
    <HistoryList torecipe={makeRecipe} />
  {:else if dialogs.tab === 'recipes'}
    <RecipeList />
  {:else if dialogs.tab === 'shelf'}
    <ShelfList />
  {:else}
    <TrackList />
  {/if}
</aside>
