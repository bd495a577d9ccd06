<script lang="ts">
  import type { ConductorKind } from '../api';
  import type { Viewport } from '../sight/viewport.svelte';
  import TempoField from '../look/TempoField.svelte';
  import KeyChoice from '../look/KeyChoice.svelte';
  import { holding } from '../music/conductor';
  import { METERS } from '../music/limits';
  import { formatLine } from '../music/line';
  import { getStudio } from '../acting/studio';

  const { acting, catalog, contents, grid, popover, status } = getStudio();
  const { run } = acting;

  let { view, tick }: { view: Viewport; tick: number } = $props();

  const { scales } = catalog;

  const WIDTH = 288;
  const left = $derived(Math.min(Math.max(4, view.x(tick)), Math.max(4, view.width - WIDTH - 4)));
  const found = (kind: ConductorKind) => holding(contents.song.events, kind, tick);
  const isHere = (kind: ConductorKind) => found(kind)?.tick === tick;
  const tempo = $derived(parseFloat(found('tempo')?.label ?? '120'));
  const meter = $derived(found('meter')?.label ?? '4/4');
  const key = $derived(found('key')?.label ?? '');
  const chord = $derived(found('chord')?.label ?? '');
  const marker = $derived(isHere('marker') ? found('marker')!.label : '');

  /** what notes keep under another tempo or meter; empty for their ticks */
  let keep = $state<'' | 'bars' | 'seconds'>('');

  function set(name: ConductorKind, values: Record<string, string>): void {
    run(formatLine({ name, values: { ...values, at: String(tick) } }));
  }

  let isTabbed = false;

  function close(): void {
    popover.close();
  }

  function focused(field: HTMLInputElement): void {
    field.focus();
    field.select();
  }

  function keys(event: KeyboardEvent): void {
    // The keys are the form's as long as it is open.
    event.stopPropagation();
    if (event.key === 'Escape') {
      event.preventDefault();
      close();
    }
  }
</script>

{#snippet tools(kind: ConductorKind)}
  <button
    class="btn btn-xs"
    type="button"
    disabled={!isHere(kind)}
    title={isHere(kind) ? '' : `No ${kind} stands here; what is shown holds from before.`}
    onclick={() => run(`conductor-remove what=${kind} at=${tick}`)}>Remove<span class="sr-only"> {kind}</span></button
  >
{/snippet}

<svelte:window
  onkeydowncapture={(event) => (isTabbed = event.key === 'Tab')}
  onfocusin={(event) => {
    // Tab that leaves it closes it.
    if (isTabbed && !(event.target as HTMLElement).closest('[data-conductor]')) close();
  }}
  onpointerdown={(event) => {
    if (!(event.target as HTMLElement).closest('[data-conductor]')) close();
  }}
/>

<div
  class="absolute top-1 z-10 grid grid-cols-[3.75rem_minmax(0,1fr)_auto] items-center gap-1.5 rounded-box border border-base-300 bg-base-100 p-2.5 text-sm shadow-lg"
  style:left="{left}px"
  style:width="{WIDTH}px"
  role="dialog"
  tabindex="-1"
  aria-label="Conductor at {grid.lines.position(tick)}"
  data-conductor
  onkeydown={keys}
>
  <p class="col-span-2 font-semibold">From {grid.lines.position(tick)} on</p>
  <button class="btn btn-ghost btn-xs" onclick={close}>Close <kbd>Esc</kbd></button>
  <label for="conductor-marker">Marker</label>
  <input
    id="conductor-marker"
    class="input input-xs w-full"
    maxlength="80"
    placeholder="a name"
    value={marker}
    onchange={(event) => event.currentTarget.value.trim() && set('marker', { name: event.currentTarget.value.trim() })}
    {@attach focused}
  />
  {@render tools('marker')}
  <label for="conductor-tempo">Tempo</label>
  <span class="flex items-center gap-1"
    ><span class="w-20"
      ><TempoField
        id="conductor-tempo"
        label="Tempo in BPM from here on"
        size="input-xs px-1.5"
        value={tempo}
        set={(to) => set('tempo', { to: `${to}`, ...(keep && { keep }) })}
        refuse={(why) => status.say(`${why}.`, 'refused')}
      /></span
    > BPM</span
  >
  {@render tools('tempo')}
  <label for="conductor-meter">Meter</label>
  <input
    id="conductor-meter"
    class="input input-xs w-20"
    list="conductor-meters"
    value={meter}
    onchange={(event) => set('meter', { to: event.currentTarget.value.trim(), ...(keep && { keep }) })}
  />
  <datalist id="conductor-meters">
    {#each METERS as offered (offered)}<option value={offered}></option>{/each}
  </datalist>
  {@render tools('meter')}
  <span>Key</span>
  <KeyChoice
    value={key}
    {scales}
    size="select-xs"
    onset={(chosen) => (chosen ? set('key', { to: chosen }) : run(`conductor-remove what=key at=${tick}`))}
  />
  {@render tools('key')}
  <label for="conductor-chord">Chord</label>
  <input
    id="conductor-chord"
    class="input input-xs w-full"
    maxlength="16"
    placeholder="such as Dm7/G"
    value={chord}
    onchange={(event) =>
      event.currentTarget.value.trim() &&
      run(formatLine({ name: 'chord-name', values: { name: event.currentTarget.value.trim(), at: String(tick) } }))}
  />
  {@render tools('chord')}
  <label for="conductor-keep">Notes keep</label>
  <select
    id="conductor-keep"
    class="select col-span-2 w-full select-xs"
    title="What becomes of notes, clips and markers under another tempo or meter"
    bind:value={keep}
  >
    <option value="">their place on the grid</option>
    <option value="bars">their bars, also in another meter</option>
    <option value="seconds">their seconds, also under another tempo</option>
  </select>
</div>
