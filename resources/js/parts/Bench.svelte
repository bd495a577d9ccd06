<script lang="ts">
  import { untrack } from 'svelte';
  import type { Stage, Tab } from '../commands/stage';
  import { VOICE_NAMES } from '../sound/voices';
  import { timingOf, type Facts } from '../state/facts';
  import { settings } from '../state/settings.svelte';
  import type { Walk } from '../state/walk.svelte';
  import AdviceList from './AdviceList.svelte';
  import DynamicsPicture from './DynamicsPicture.svelte';
  import EditAtHand from './EditAtHand.svelte';
  import HistoryList from './HistoryList.svelte';
  import RecipeList from './RecipeList.svelte';
  import TimingPicture from './TimingPicture.svelte';

  let {
    stage,
    calm,
    walk,
    facts,
    tab = $bindable(),
    historyAsked,
    keyOf,
    run,
  }: {
    stage: Stage;
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

  const { session, hand, catalog } = $derived(stage);
  const TABS: [Tab, string][] = [
    ['notes', 'Notes'],
    ['history', 'History'],
    ['recipes', 'Recipes'],
    ['tracks', 'Tracks'],
  ];

  /** lines that a recipe is to be made of, from the history */
  let begun = $state.raw<string[] | null>(null);

  function makeRecipe(lines: string[]): void {
    begun = lines;
    tab = 'recipes';
  }

  /** The grid that is looked at: the one an edit at hand names, or the current one. */
  const measured = $derived.by(() => {
    const { grid, swing } = hand.edit ? hand.values : {};
    return {
      grid: grid && grid !== 'grid' ? grid : session.grid,
      swing: swing && /^\d{1,3}$/.test(swing) ? Math.min(150, Number(swing)) : session.swing,
    };
  });
  const takesGrid = $derived(hand.edit?.parameters.some(({ kind }) => kind === 'grid') ?? false);
  const lines = $derived(session.grids.of(measured.grid, measured.swing) ?? session.lines);
  $effect(() => {
    // A grid that is still being typed has no lines yet; the edit itself says what is wrong with it.
    void session.grids.load(measured.grid, measured.swing).catch(() => undefined);
  });
  const timing = $derived.by(() => {
    void [calm, lines];
    return untrack(() => timingOf(session, lines));
  });
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
    <TimingPicture {timing} count={facts.count} grid={measured.grid} colour={session.track.colour} />
    {#if !hand.edit || takesGrid}
      <div class="mt-1"><AdviceList {session} advisedKey={keyOf('advice')} /></div>
    {/if}
  </section>
{/snippet}

{#snippet dynamics()}
  <section aria-labelledby="bench-dynamics">
    <h2 id="bench-dynamics" class="mb-1 font-semibold">Dynamics</h2>
    <DynamicsPicture {session} {calm} velocities={facts.velocities} />
  </section>
{/snippet}

<aside
  class="flex min-h-0 flex-col gap-2 overflow-auto border-l border-base-300 bg-base-200 p-2.5 text-sm"
  aria-label="Bench"
>
  <div class="join" role="tablist" aria-label="Bench">
    {#each TABS as [name, title] (name)}
      <button
        class="btn join-item flex-1 px-0.5 text-[0.6875rem] btn-xs {tab === name ? 'btn-primary' : ''}"
        role="tab"
        aria-selected={tab === name}
        onclick={() => (tab = name)}>{title}</button
      >
    {/each}
  </div>

  {#if tab === 'notes'}
    <EditAtHand {session} {hand} edits={catalog.edits} {keyOf} />

    <section aria-labelledby="bench-selection">
      <h2 id="bench-selection" class="font-semibold">
        {facts.selected ? `${facts.count} of ${facts.total} notes selected` : `All ${facts.total} notes; none selected`}
      </h2>
      {#if !hand.edit}
        <dl class="mt-1 grid grid-cols-[3.5rem_1fr] gap-x-1 gap-y-0.5 text-xs">
          {#each rows as [name, value] (name)}
            <dt class="text-secondary">{name}</dt>
            <dd>{value}</dd>
          {/each}
        </dl>
      {/if}
    </section>

    {#if hand.edit?.group === 'Dynamics'}
      {@render dynamics()}
      {@render timed()}
    {:else}
      {@render timed()}
      {@render dynamics()}
    {/if}
  {:else if tab === 'history'}
    <HistoryList {session} {walk} asked={historyAsked} torecipe={(lines) => makeRecipe(lines)} />
  {:else if tab === 'recipes'}
    <RecipeList {stage} {begun} {keyOf} {run} />
  {:else}
    <section aria-labelledby="bench-track">
      <h2 id="bench-track" class="mb-1 font-semibold">Tracks</h2>
      {#each session.song.tracks as track (track.id)}
        <div
          role="group"
          aria-label={track.name}
          class="mb-2 border-l-4 pl-2"
          style:border-color="var(--ink-{track.colour})"
        >
          <div class="text-xs {track.id === session.trackId ? 'font-semibold' : ''}">{track.name}</div>
          <div class="flex items-center gap-1">
            <input
              type="range"
              class="range range-xs min-w-0 flex-1"
              min="0"
              max="100"
              aria-label="Volume of {track.name} in %"
              value={track.volume}
              onchange={(event) => session.changeTrack(track, { volume: Number(event.currentTarget.value) })}
            />
            <label class="flex items-center gap-1 text-xs">
              <input
                type="checkbox"
                class="checkbox checkbox-xs"
                checked={track.muted}
                onchange={(event) => session.changeTrack(track, { muted: event.currentTarget.checked })}
              />
              mute<span class="sr-only"> {track.name}</span>
            </label>
          </div>
          {#if track.id === session.trackId}
            <label class="mt-1 flex items-center gap-2 text-xs">
              Voice
              <select
                class="select select-xs flex-1"
                value={track.voice}
                onchange={(event) =>
                  session.changeTrack(track, { voice: event.currentTarget.value as (typeof VOICE_NAMES)[number] })}
              >
                {#each VOICE_NAMES as voice (voice)}<option value={voice}>{voice}</option>{/each}
              </select>
            </label>
          {/if}
        </div>
      {/each}
      <label class="flex items-center gap-2 text-xs">
        All
        <input
          type="range"
          class="range range-xs min-w-0 flex-1"
          min="0"
          max="100"
          aria-label="Volume of everything in %"
          bind:value={settings.volume}
        />
      </label>
    </section>
  {/if}
</aside>
