<script lang="ts">
  import type { Track } from '../api';
  import { found, playables, type Playable } from '../sound/instrument-list';
  import { banks } from '../sound/live.svelte';
  import { ownBanks } from '../sound/own-banks.svelte';
  import { SHIPPED } from '../synth/pack-key';
  import { trackLine } from './track-line';
  import { getStudio } from '../acting/studio';

  const { acting, catalog, contents, player } = getStudio();

  let { track, place }: { track: Track; place: number } = $props();

  const MOST_HEARD = 6;
  const HEARD_SECONDS = 2.5;
  const now = $derived(track.instrument?.title ?? `Light ${track.voice}`);
  const missing = $derived(banks.missing.get(track.instrument?.bank ?? ''));
  const all = $derived(playables(catalog, ownBanks.all));
  let typed = $state<string | null>(null);
  let at = $state(0);
  let list = $state<HTMLElement>();
  const shown = $derived(typed === null ? [] : found(all, typed));
  const id = $derived(`instrument-${track.id}`);

  /** What it is tried with: what is selected, or how the clip begins; a chord where there is nothing. */
  function phrase() {
    const { columns, count, selected, selectedCount } = contents.notes;
    const places = Array.from({ length: count }, (_, k) => k)
      .filter((k) => (selectedCount > 0 ? selected[k] : contents.tracks.get(columns.clip[k])?.id === track.id))
      .slice(0, MOST_HEARD);
    const from = places.length > 0 ? columns.start[places[0]] : 0;
    const seconds = (tick: number) => contents.clock.seconds(tick) - contents.clock.seconds(from);
    const notes = places.map((k) => ({
      start: seconds(columns.start[k]),
      length: seconds(columns.start[k] + columns.length[k]) - seconds(columns.start[k]),
      pitch: columns.pitch[k] + track.transposition,
      velocity: columns.velocity[k],
    }));
    const tried = (track.voice === 'drums' ? [36, 38, 42] : [60, 64, 67]).map((pitch, k) => ({
      start: k * 0.25,
      length: 0.6,
      pitch,
      velocity: 96,
    }));
    return (notes.length > 0 ? notes : tried).filter(({ start }) => start < HEARD_SECONDS);
  }

  function hear(one: Playable | undefined): void {
    if (one) void player.audition(phrase(), one.as);
  }

  function walk(to: number): void {
    at = Math.max(0, Math.min(shown.length - 1, to));
    list?.querySelector(`[data-at="${at}"]`)?.scrollIntoView({ block: 'nearest' });
    hear(shown[at]);
  }

  function choose(one: Playable | undefined): void {
    if (!one) return;
    acting.run(trackLine(place, one.values));
    leave();
  }

  function leave(): void {
    player.endAudition();
    typed = null;
    at = 0;
  }

  function onkeydown(event: KeyboardEvent): void {
    const steps: Record<string, number> = { ArrowDown: at + 1, ArrowUp: at - 1, PageDown: at + 8, PageUp: at - 8 };
    if (event.key in steps) {
      if (typed === null) typed = '';
      else walk(steps[event.key]);
    } else if (event.key === 'Enter' && typed !== null) choose(shown[at]);
    else if (event.key === 'Escape' && typed !== null) leave();
    else return;
    event.preventDefault();
    event.stopPropagation();
  }
</script>

<label for={id}>Instrument</label>
<div class="relative min-w-0">
  <input
    {id}
    class="input w-full input-xs"
    role="combobox"
    aria-expanded={typed !== null}
    aria-controls="{id}-list"
    aria-autocomplete="list"
    aria-activedescendant={typed !== null && shown.length > 0 ? `${id}-${at}` : undefined}
    autocomplete="off"
    placeholder="such as strings, nylon, kit"
    title="{now}: type to find another; the arrows let you hear each"
    value={typed ?? now}
    onfocus={(event) => event.currentTarget.select()}
    oninput={(event) => {
      typed = event.currentTarget.value;
      walk(0);
    }}
    onclick={() => (typed ??= '')}
    onblur={leave}
    {onkeydown}
  />
  {#if typed !== null}
    <ul
      bind:this={list}
      id="{id}-list"
      role="listbox"
      aria-label="Instruments"
      class="absolute right-0 z-20 mt-1 max-h-72 w-52 overflow-y-auto rounded border border-base-300 bg-base-100 shadow-lg"
    >
      {#each shown as one, k (one.family + one.title)}
        {#if k === 0 || shown[k - 1].family !== one.family}
          <li role="presentation" class="px-2 pt-1 font-semibold text-secondary">{one.family}</li>
        {/if}
        <!-- The keys are those of the field. -->
        <!-- svelte-ignore a11y_click_events_have_key_events -->
        <li
          id="{id}-{k}"
          data-at={k}
          role="option"
          aria-selected={k === at}
          class="cursor-pointer px-2 py-0.5 {k === at ? 'bg-primary text-primary-content' : 'hover:bg-base-200'}"
          onpointerdown={(event) => event.preventDefault()}
          onpointerenter={() => {
            at = k;
            hear(one);
          }}
          onclick={() => choose(one)}
        >
          {one.title}
        </li>
      {:else}
        <li role="presentation" class="px-2 py-1">Nothing is called so; try a family, such as strings or brass.</li>
      {/each}
    </ul>
  {/if}
</div>
{#if missing !== undefined}
  <span></span>
  <span class="text-error"
    >{#if track.instrument?.bank === SHIPPED}The instruments that ship are not here ({missing}); light voices sound in
      their place.{:else}The bank {track.instrument?.bank} is not here: {missing} What ships stands in for it; add its file
      below.{/if}</span
  >
{/if}
{#if banks.loading}
  <span></span>
  <label class="flex items-center gap-2 text-secondary"
    >Instruments
    <progress class="progress w-20" value={banks.loading.loaded} max={banks.loading.total}></progress></label
  >
{/if}
