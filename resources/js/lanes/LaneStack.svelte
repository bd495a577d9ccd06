<script lang="ts">
  import VolumeX from '@lucide/svelte/icons/volume-x';
  import { Scale } from '../gestures/stems';
  import { isOfNotes, type LaneName } from '../music/lanes';
  import { TECHNIQUES } from '../music/techniques';
  import { LANE, settings } from '../settings/settings.svelte';
  import Lane from './Lane.svelte';
  import TechniqueLane from './TechniqueLane.svelte';
  import LaneMenu from './LaneMenu.svelte';
  import { wheelOverLanes } from './wheel';
  import { getStudio } from '../acting/studio';

  const { keyHandling, lanes, panes } = getStudio();

  let menu = $state.raw<{ x: number; y: number; name: LaneName } | null>(null);
  let resizes: { y: number; height: number } | null = null;

  function resizeByKey(event: KeyboardEvent, name: LaneName, height: number): void {
    const by = { ArrowUp: 8, ArrowDown: -8 }[event.key];
    if (by) {
      event.preventDefault();
      lanes.resize(name, height + by);
    }
  }

  const marksOf = (name: LaneName) => {
    if (name === TECHNIQUES) return [];
    const lane = lanes.of(name);
    const foot = lane.least === 1 ? 0 : lane.least;
    return [0, 0.25, 0.5, 0.75, 1].map((share) => Math.round(foot + (lane.most - foot) * share));
  };
</script>

<div
  class="col-span-2 col-start-1 row-start-4 grid max-h-[42vh] min-w-0 grid-cols-[52px_minmax(0,1fr)] overflow-x-hidden overflow-y-auto"
  role="group"
  aria-label="Lanes"
  onwheel={(event) => wheelOverLanes(event, panes.roll.view, (turned) => keyHandling.wheel(turned))}
>
  {#each settings.lane ? settings.lanes : [] as { name, height } (name)}
    {@const scale = new Scale(height, lanes.of(name))}
    <div
      class="relative border-t border-r text-2xs leading-none {lanes.current === name
        ? 'border-accent bg-base-100'
        : 'border-base-300 bg-base-200'}"
      style:height="{height}px"
    >
      <button
        class="absolute inset-x-0 top-0 flex min-h-6 cursor-pointer items-center gap-0.5 overflow-hidden px-1 py-0.5 text-left text-2xs hover:bg-base-300"
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
        {@const y = Math.min(height - 7, scale.y(mark))}
        {#if (height >= 130 || k % 2 === 0) && y > 30}
          <span class="absolute right-1 -translate-y-1/2 text-secondary" style:top="{y}px">{mark}</span>
        {/if}
      {/each}
    </div>
    <div class="relative min-w-0">
      {#if name !== TECHNIQUES}<span
          class="pointer-events-none absolute top-0.5 left-1 z-1 text-2xs leading-none text-secondary"
          aria-hidden="true">{lanes.of(name).most}</span
        >{/if}
      {#if name === TECHNIQUES}<TechniqueLane pane={panes.roll} {height} />
      {:else}<Lane pane={panes.roll} {name} {height} />{/if}
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
</div>
{#if menu}
  <LaneMenu at={menu} name={menu.name} close={() => (menu = null)} />
{/if}
