<script lang="ts">
  import ChartColumn from '@lucide/svelte/icons/chart-no-axes-column';
  import { STROKES } from '../music/lanes';
  import { TECHNIQUES } from '../music/techniques';
  import Popover from '../look/Popover.svelte';
  import { settings } from '../settings/settings.svelte';
  import { getStudio } from '../acting/studio';

  const { acting, hands, lanes } = getStudio();
  const { run, keyOf } = acting;

  const ROW = 'flex items-center justify-between gap-2 not-first:mt-2';

  function choose(event: Event & { currentTarget: HTMLSelectElement }): void {
    const { value } = event.currentTarget;
    event.currentTarget.value = '';
    if (value) run(value);
  }
</script>

<Popover
  name="Lanes"
  width={272}
  above
  class="flex h-6 cursor-pointer items-center gap-1 rounded px-1.5 hover:bg-base-300"
>
  {#snippet face()}<ChartColumn size={14} aria-hidden="true" /><span class="max-sm:hidden">Lanes</span>{/snippet}
  <label class={ROW}
    >Show another
    <select class="select w-36 select-sm" aria-label="Show a lane" onchange={choose}>
      <option value="">lane …</option>
      {#if !settings.lanes.some((shown) => shown.name === TECHNIQUES)}
        <option value="lane name={TECHNIQUES}">Techniques</option>
      {/if}
      {#each lanes.all.filter(({ name }) => !settings.lanes.some((shown) => shown.name === name)) as lane (lane.name)}
        <option value="lane name={lane.name}"
          >{lane.title}{lane.name.startsWith('cc') ? ` · ${lane.name.slice(2)}` : ''}</option
        >
      {/each}
    </select></label
  >
  <button class="btn mt-2 w-full btn-sm" title={keyOf('lane to=held')} onclick={() => run('lane to=held')}
    >Only lanes that hold something</button
  >
  <label class={ROW}
    >Kept sets
    <select class="select w-36 select-sm" aria-label="Sets of lanes" onchange={choose}>
      <option value="">choose …</option>
      {#each Object.keys(settings.laneSets) as set (set)}
        <option value={`lane-set name="${set}"`}>{set}</option>
      {/each}
      <option value="lane-set what=keep">Keep these lanes</option>
    </select></label
  >
  <label class={ROW}
    >The draw hand draws
    <select
      class="select w-28 select-sm"
      aria-label="How the draw hand draws in lanes"
      title={keyOf('lane-stroke')}
      value={hands.stroke}
      onchange={(event) => run(`lane-stroke to=${event.currentTarget.value}`)}
    >
      {#each STROKES as way (way)}<option value={way}>{way}</option>{/each}
    </select></label
  >
  <label class={ROW} title={keyOf('points-along')}
    >A copied range takes its points along
    <input
      type="checkbox"
      class="checkbox"
      checked={settings.pointsAlong}
      onchange={() => run('points-along')}
    /></label
  >
</Popover>
