<script lang="ts">
  import Link from '@lucide/svelte/icons/link-2';
  import Unlink from '@lucide/svelte/icons/link-2-off';
  import Plus from '@lucide/svelte/icons/plus';
  import VolumeX from '@lucide/svelte/icons/volume-x';
  import type { Desk } from '../desk/desk.svelte';
  import { Scale } from '../gestures/stems';
  import { isOfNotes, STROKES, type LaneName } from '../music/lanes';
  import { TECHNIQUES } from '../music/techniques';
  import { LANE, settings } from '../settings/settings.svelte';
  import Lane from './Lane.svelte';
  import TechniqueLane from './TechniqueLane.svelte';
  import LaneMenu from './LaneMenu.svelte';

  let {
    desk,
    keyOf,
    run,
    onmouse,
  }: {
    desk: Desk;
    keyOf: (line: string) => string;
    run: (line: string) => void;
    /** told the line a key would have run */
    onmouse: (line: string) => void;
  } = $props();

  const { lanes } = $derived(desk);
  let menu = $state.raw<{ x: number; y: number; name: LaneName } | null>(null);
  let resizes: { y: number; height: number } | null = null;

  function resizeByKey(event: KeyboardEvent, name: LaneName, height: number): void {
    const by = { ArrowUp: 8, ArrowDown: -8 }[event.key];
    if (by) {
      event.preventDefault();
      lanes.resize(name, height + by);
    }
  }

  function choose(event: Event & { currentTarget: HTMLSelectElement }): void {
    const { value } = event.currentTarget;
    event.currentTarget.value = '';
    if (value) run(value);
  }

  const marksOf = (name: LaneName) => {
    if (name === TECHNIQUES) return [];
    const lane = lanes.of(name);
    return [0.25, 0.5, 0.75].map((share) => Math.round(lane.least + (lane.most - lane.least) * share));
  };
</script>

<div
  class="col-span-2 col-start-1 row-start-4 grid max-h-[42vh] min-w-0 grid-cols-[52px_minmax(0,1fr)] overflow-x-hidden overflow-y-auto"
  role="group"
  aria-label="Lanes"
>
  {#each settings.lane ? settings.lanes : [] as { name, height } (name)}
    {@const scale = new Scale(height, lanes.of(name))}
    <div
      class="relative border-t border-r text-[0.625rem] leading-none {lanes.current === name
        ? 'border-accent bg-base-100'
        : 'border-base-300 bg-base-200'}"
      style:height="{height}px"
    >
      <button
        class="absolute inset-x-0 top-0 flex min-h-5 cursor-pointer items-center gap-0.5 overflow-hidden px-0.5 py-0.5 text-left text-[0.5625rem] tracking-tight hover:bg-base-300"
        class:font-semibold={lanes.current === name}
        aria-current={lanes.current === name}
        aria-haspopup="menu"
        aria-label="{lanes.of(name).title} lane: what can be done with it"
        title="{lanes.of(name).title}{isOfNotes(name) ? '' : ` (${name})`}"
        onclick={(event) => {
          lanes.current = name;
          const box = event.currentTarget.getBoundingClientRect();
          menu = { x: box.right, y: box.top, name };
        }}
        >{#if lanes.muted.has(name)}<VolumeX size={10} aria-label="not heard" />{/if}<span
          class="min-w-0 wrap-break-word">{lanes.of(name).title}</span
        >
      </button>
      {#each marksOf(name) as mark, k (mark)}
        {#if (height >= 90 || k === 1) && scale.y(mark) > 26}
          <span class="absolute right-1 -translate-y-1/2 text-secondary" style:top="{scale.y(mark)}px">{mark}</span>
        {/if}
      {/each}
    </div>
    <div class="relative min-w-0">
      {#if name === TECHNIQUES}<TechniqueLane {desk} {height} {onmouse} />
      {:else}<Lane {desk} {name} {height} {onmouse} />{/if}
      <!-- svelte-ignore a11y_no_noninteractive_tabindex, a11y_no_noninteractive_element_interactions -->
      <div
        class="absolute inset-x-0 top-0 h-1.5 cursor-row-resize hover:bg-base-300"
        role="separator"
        aria-label="Height of the {lanes.of(name).title.toLowerCase()} lane, in pixels"
        aria-orientation="horizontal"
        aria-valuenow={height}
        aria-valuemin={LANE.least}
        aria-valuemax={LANE.most}
        tabindex="0"
        onkeydown={(event) => resizeByKey(event, name, height)}
        onpointerdown={(event) => {
          event.currentTarget.setPointerCapture(event.pointerId);
          resizes = { y: event.clientY, height };
        }}
        onpointermove={(event) => resizes && lanes.resize(name, resizes.height + resizes.y - event.clientY)}
        onpointerup={() => (resizes = null)}
        ondblclick={() => lanes.resize(name, LANE.usual)}
      ></div>
    </div>
  {/each}
  <div
    class="sticky bottom-0 col-span-2 flex h-[22px] items-center gap-2 border-t border-base-300 bg-base-200 px-1 text-xs"
    role="toolbar"
    aria-label="Lanes"
  >
    <label class="flex items-center gap-0.5" title="Show a lane">
      <Plus size={12} aria-hidden="true" />
      <select class="select h-[18px] w-28 min-h-0 px-1 text-xs select-xs" aria-label="Show a lane" onchange={choose}>
        <option value="">Lane …</option>
        {#if !settings.lanes.some((shown) => shown.name === TECHNIQUES)}
          <option value="lane name={TECHNIQUES}">Techniques</option>
        {/if}
        {#each lanes.all.filter(({ name }) => !settings.lanes.some((shown) => shown.name === name)) as lane (lane.name)}
          <option value="lane name={lane.name}"
            >{lane.title}{lane.name.startsWith('cc') ? ` · ${lane.name.slice(2)}` : ''}</option
          >
        {/each}
      </select>
    </label>
    <button class="btn h-[18px] px-1 btn-ghost btn-xs" title={keyOf('lane to=held')} onclick={() => run('lane to=held')}
      >Only those that hold something</button
    >
    <select class="select h-[18px] w-28 min-h-0 px-1 text-xs select-xs" aria-label="Sets of lanes" onchange={choose}>
      <option value="">Sets …</option>
      {#each Object.keys(settings.laneSets) as set (set)}
        <option value={`lane-set name="${set}"`}>{set}</option>
      {/each}
      <option value="lane-set what=keep">Keep these lanes</option>
    </select>
    {#if desk.hands.hand === 'draw'}
      <label class="flex items-center gap-1"
        >Draws
        <select
          class="select h-[18px] w-24 min-h-0 px-1 text-xs select-xs"
          aria-label="How the draw hand draws in lanes"
          value={desk.hands.stroke}
          onchange={(event) => run(`lane-stroke to=${event.currentTarget.value}`)}
        >
          {#each STROKES as way (way)}<option value={way}>{way}</option>{/each}
        </select></label
      >
    {/if}
    <button
      class="btn ml-auto h-[18px] gap-1 px-1 btn-ghost btn-xs"
      aria-pressed={settings.pointsAlong}
      title="Whether points go along where a range is copied, cut, opened or closed ({keyOf('points-along')})"
      onclick={() => run('points-along')}
      >{#if settings.pointsAlong}<Link size={12} aria-hidden="true" /> Points go with a range{:else}<Unlink
          size={12}
          aria-hidden="true"
        /> Points stay{/if}</button
    >
  </div>
</div>
{#if menu}
  <LaneMenu {desk} at={menu} name={menu.name} {run} {keyOf} close={() => (menu = null)} />
{/if}
