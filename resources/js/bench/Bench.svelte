<script lang="ts">
  import { untrack } from 'svelte';
  import type { Studio, Tab } from '../commands/studio';
  import TrackList from '../arrange/TrackList.svelte';
  import { arrows } from '../look/arrows';
  import { timingOf, type Facts } from '../desk/facts';
  import type { Walk } from '../desk/walk.svelte';
  import ClipFacts from './ClipFacts.svelte';
  import AdviceList from './AdviceList.svelte';
  import DynamicsPicture from './DynamicsPicture.svelte';
  import Kept from './Kept.svelte';
  import Tuning from './Tuning.svelte';
  import HistoryList from './HistoryList.svelte';
  import ShelfList from './ShelfList.svelte';
  import RecipeList from './RecipeList.svelte';
  import TimingPicture from './TimingPicture.svelte';

  let {
    studio,
    ofClips,
    calm,
    walk,
    facts,
    tab = $bindable(),
    historyAsked,
    keyOf,
    run,
  }: {
    studio: Studio;
    /** whether clips are what the next key reaches */
    ofClips: boolean;
    /** counts up a frame after the notes changed */
    calm: number;
    walk: Walk;
    facts: Facts;
    tab: Tab;
    /** counts up when the history is asked for by its key, so that it takes the focus */
    historyAsked: number;
    keyOf: (line: string) => string;
    run: (line: string) => void;
  } = $props();

  const { desk, tuning, catalog } = $derived(studio);
  const TABS: [Tab, string][] = [
    ['notes', 'Notes'],
    ['history', 'History'],
    ['recipes', 'Recipes'],
    ['tracks', 'Tracks'],
    ['shelf', 'Shelf'],
  ];

  /** Begins a recipe of lines of the history. */
  function makeRecipe(lines: string[]): void {
    studio.recipes.begun = lines;
    tab = 'recipes';
  }

  /** The grid that is looked at: the one an edit being tuned names, or the current one. */
  const measured = $derived.by(() => {
    const { grid, swing } = tuning.edit ? tuning.values : {};
    return {
      grid: grid && grid !== 'grid' ? grid : desk.grid,
      swing: swing && /^\d{1,3}$/.test(swing) ? Math.min(150, Number(swing)) : desk.swing,
    };
  });
  const takesGrid = $derived(tuning.edit?.parameters.some(({ kind }) => kind === 'grid') ?? false);
  const lines = $derived(desk.grids.of(measured.grid, measured.swing) ?? desk.gridLines);
  $effect(() => {
    // A grid that is still being typed has no lines yet; the edit itself says what is wrong with it.
    void desk.grids.load(measured.grid, measured.swing).catch(() => undefined);
  });
  const timing = $derived.by(() => {
    void [calm, lines];
    return untrack(() => timingOf(desk, lines));
  });
  const voices = $derived(
    catalog.edits.find(({ name }) => name === 'track')?.parameters.find(({ name }) => name === 'voice')?.options ?? [],
  );
  const rows = $derived<[string, string][]>([
    ['Pitch', facts.pitches],
    ['Velocity', facts.velocities],
    ['Length', facts.lengths],
    ['Span', facts.span],
    ['Moved', facts.count ? `${facts.moved} not where they were played` : '–'],
    ['Muted', `${facts.muted}`],
  ]);
</script>

{#snippet timed()}
  <section aria-labelledby="bench-timing">
    <h2 id="bench-timing" class="mb-1 font-semibold">
      Timing against {measured.grid}{measured.swing ? `, swing ${measured.swing}` : ''}
    </h2>
    <TimingPicture {timing} count={facts.count} grid={measured.grid} colour={desk.track.colour} />
    {#if !tuning.edit || takesGrid}
      <div class="mt-1"><AdviceList {desk} advisedKey={keyOf('advice')} /></div>
    {/if}
  </section>
{/snippet}

{#snippet dynamics()}
  <section aria-labelledby="bench-dynamics">
    <h2 id="bench-dynamics" class="mb-1 font-semibold">Dynamics</h2>
    <DynamicsPicture {desk} {calm} velocities={facts.velocities} />
  </section>
{/snippet}

<aside
  class="flex min-h-0 flex-col gap-2 overflow-auto border-l border-base-300 bg-base-200 p-2.5 text-sm"
  aria-label="Bench"
>
  <div class="join" role="tablist" aria-label="Bench" {@attach arrows('[role=tab]', true)}>
    {#each TABS as [name, title] (name)}
      <button
        class="btn join-item grow px-0.5 text-[0.65rem] btn-xs {tab === name ? 'btn-primary' : ''}"
        role="tab"
        aria-selected={tab === name}
        tabindex={tab === name ? 0 : -1}
        onclick={() => (tab = name)}>{title}</button
      >
    {/each}
  </div>

  {#if tab === 'notes'}
    {#if ofClips}
      <ClipFacts {desk} {run} />
    {:else}
      <Tuning {desk} {tuning} edits={catalog.edits} {keyOf} giveKey={(line) => studio.giveKey([line])} />

      <section aria-labelledby="bench-selection">
        <h2 id="bench-selection" class="font-semibold">
          {facts.selected
            ? `${facts.count} of ${facts.total} notes selected`
            : `All ${facts.total} notes; none selected`}
        </h2>
        {#if facts.points}<p class="text-xs">{facts.points}</p>{/if}
        {#if !tuning.edit}
          <dl class="mt-1 grid grid-cols-[3.5rem_1fr] gap-x-1 gap-y-0.5 text-xs">
            {#each rows as [name, value] (name)}
              <dt class="text-secondary">{name}</dt>
              <dd>{value}</dd>
            {/each}
          </dl>
          <Kept {desk} {keyOf} />
        {/if}
      </section>

      {#if tuning.edit?.group === 'Dynamics'}
        {@render dynamics()}
        {@render timed()}
      {:else}
        {@render timed()}
        {@render dynamics()}
      {/if}
    {/if}
  {:else if tab === 'history'}
    <HistoryList {desk} {walk} asked={historyAsked} torecipe={(lines) => makeRecipe(lines)} />
  {:else if tab === 'recipes'}
    <RecipeList {studio} {keyOf} {run} />
  {:else if tab === 'shelf'}
    <ShelfList {studio} {keyOf} />
  {:else}
    <TrackList {desk} {voices} {keyOf} {run} />
  {/if}
</aside>
