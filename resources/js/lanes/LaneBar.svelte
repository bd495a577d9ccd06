<script lang="ts">
  import Filter from '@lucide/svelte/icons/list-filter';
  import Link from '@lucide/svelte/icons/link-2';
  import Unlink from '@lucide/svelte/icons/link-2-off';
  import { STROKES } from '../music/lanes';
  import { TECHNIQUES } from '../music/techniques';
  import { settings } from '../settings/settings.svelte';
  import { getStudio } from '../acting/studio';

  const { acting, hands, lanes } = getStudio();
  const { run, keyOf } = acting;

  const FIELD = 'select h-6 min-h-0 px-1 text-xs select-xs';

  function choose(event: Event & { currentTarget: HTMLSelectElement }): void {
    const { value } = event.currentTarget;
    event.currentTarget.value = '';
    if (value) run(value);
  }
</script>

<div class="flex flex-none items-center gap-1 whitespace-nowrap" role="toolbar" aria-label="What is shown in lanes">
  {#if hands.hand === 'draw'}
    <label class="flex items-center gap-1"
      >Draws
      <select
        class="{FIELD} w-24"
        aria-label="How the draw hand draws in lanes"
        title={keyOf('lane-stroke')}
        value={hands.stroke}
        onchange={(event) => run(`lane-stroke to=${event.currentTarget.value}`)}
      >
        {#each STROKES as way (way)}<option value={way}>{way}</option>{/each}
      </select></label
    >
  {/if}
  <select class="{FIELD} w-20" aria-label="Show a lane" onchange={choose}>
    <option value="">+ Lane</option>
    {#if !settings.lanes.some((shown) => shown.name === TECHNIQUES)}
      <option value="lane name={TECHNIQUES}">Techniques</option>
    {/if}
    {#each lanes.all.filter(({ name }) => !settings.lanes.some((shown) => shown.name === name)) as lane (lane.name)}
      <option value="lane name={lane.name}"
        >{lane.title}{lane.name.startsWith('cc') ? ` · ${lane.name.slice(2)}` : ''}</option
      >
    {/each}
  </select>
  <button
    class="grid size-6 cursor-pointer place-content-center hover:bg-base-300"
    aria-label="Only lanes that hold something"
    title="Only lanes that hold something ({keyOf('lane to=held')})"
    onclick={() => run('lane to=held')}><Filter size={14} aria-hidden="true" /></button
  >
  <select class="{FIELD} w-20" aria-label="Sets of lanes" onchange={choose}>
    <option value="">Sets</option>
    {#each Object.keys(settings.laneSets) as set (set)}
      <option value={`lane-set name="${set}"`}>{set}</option>
    {/each}
    <option value="lane-set what=keep">Keep these lanes</option>
  </select>
  <button
    class="flex h-6 cursor-pointer items-center gap-1 px-1 hover:bg-base-300"
    aria-pressed={settings.pointsAlong}
    title="Whether points go along where a range is copied, cut, opened or closed ({keyOf('points-along')})"
    onclick={() => run('points-along')}
    >{#if settings.pointsAlong}<Link size={12} aria-hidden="true" /> Points go with a range{:else}<Unlink
        size={12}
        aria-hidden="true"
      /> Points stay{/if}</button
  >
</div>
