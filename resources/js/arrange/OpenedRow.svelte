<script lang="ts">
  import { counted } from '../music/counted';
  import { EDGE, OPENED, type OpenedRow } from '../sight/opened-rows.svelte';
  import { wheelOverLanes } from '../lanes/wheel';
  import Lane from '../lanes/Lane.svelte';
  import TechniqueLane from '../lanes/TechniqueLane.svelte';
  import { TECHNIQUES } from '../music/techniques';
  import Roll from '../roll/Roll.svelte';
  import { getStudio } from '../acting/studio';

  const { keyHandling, lanes, openedRows, panes } = getStudio();

  let {
    row,
    top,
  }: {
    row: OpenedRow;
    /** where it begins on the screen, in CSS pixels */
    top: number;
  } = $props();

  const STEP = 20;
  const { pane } = $derived(row);
  const hasKeys = $derived(panes.current === pane);
  const lanesHeight = $derived(row.lanes.reduce((sum, { height }) => sum + height, 0));
  let resizes: { y: number; height: number } | null = null;
  let body: HTMLElement;

  $effect(() => {
    void [pane.notes, pane.view.height];
    row.fit();
  });

  /** A press gives it the keys; the clip under it is in front from then on. */
  function take(event: PointerEvent): void {
    const tick = pane.view.tick(event.clientX - body.getBoundingClientRect().left);
    openedRows.focus(row.track, tick);
  }

  function resizeByKey(event: KeyboardEvent): void {
    const by = { ArrowDown: STEP, ArrowUp: -STEP }[event.key];
    if (!by) return;
    event.preventDefault();
    event.stopPropagation();
    row.resize(row.height + by);
  }
</script>

<div
  bind:this={body}
  class="absolute inset-x-0 grid overflow-hidden bg-base-100"
  style:top="{top}px"
  style:height="{row.height}px"
  style:grid-template-rows={row.what === 'notes'
    ? `minmax(0,1fr) ${lanesHeight}px ${EDGE}px`
    : `minmax(0,1fr) ${EDGE}px`}
  onpointerdowncapture={take}
  onfocusin={() => !hasKeys && openedRows.focus(row.track)}
>
  {#if row.what === 'notes'}
    <div class="grid min-h-0 min-w-0">
      <Roll
        {pane}
        summary="{counted(pane.notes.count, 'note')} of {pane.track.name}, {pane.notes.selectedCount} selected."
      />
    </div>
  {/if}
  {#if row.lanes.length > 0}
    <div
      class="min-w-0"
      role="group"
      aria-label="Lanes of {pane.track.name}"
      onwheel={(event) => wheelOverLanes(event, pane.view, (turned) => keyHandling.wheel(turned))}
    >
      {#each row.lanes as { name, height } (name)}
        <div class="relative">
          {#if name === TECHNIQUES}<TechniqueLane {pane} {height} />
          {:else}<Lane {pane} {name} {height} />
            <span
              class="pointer-events-none absolute top-0.5 right-1 bg-base-100/80 px-0.5 text-2xs leading-none text-secondary"
              class:font-semibold={lanes.current === name}
              aria-hidden="true">{lanes.of(name).title}</span
            >{/if}
        </div>
      {/each}
    </div>
  {:else if row.what === 'notes'}
    <div></div>
  {/if}
  <!-- svelte-ignore a11y_no_noninteractive_tabindex, a11y_no_noninteractive_element_interactions -->
  <div
    class="cursor-row-resize bg-base-300 hover:bg-accent"
    role="separator"
    aria-label="Height of the row of {pane.track.name}, in pixels"
    aria-orientation="horizontal"
    aria-valuenow={row.height}
    aria-valuemin={OPENED.least}
    aria-valuemax={OPENED.most}
    tabindex="0"
    onkeydown={resizeByKey}
    onpointerdown={(event) => {
      event.currentTarget.setPointerCapture(event.pointerId);
      resizes = { y: event.clientY, height: row.height };
    }}
    onpointermove={(event) => resizes && row.resize(resizes.height + event.clientY - resizes.y)}
    onpointerup={() => (resizes = null)}
    onpointercancel={() => (resizes = null)}
    ondblclick={() => row.resize(OPENED.usual)}
  ></div>
  {#if hasKeys}<div class="pointer-events-none absolute inset-0 border-2 border-accent"></div>{/if}
</div>
