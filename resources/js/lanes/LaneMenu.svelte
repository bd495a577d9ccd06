<script lang="ts">
  import type { Desk } from '../desk/desk.svelte';
  import { arrows } from '../look/arrows';
  import Floating from '../look/Floating.svelte';
  import type { LaneName } from '../music/lanes';

  let {
    desk,
    at,
    name,
    run,
    keyOf,
    close,
  }: {
    desk: Desk;
    at: { x: number; y: number };
    name: LaneName;
    run: (line: string) => void;
    keyOf: (line: string) => string;
    close: () => void;
  } = $props();

  const ENTRIES: [line: string, title: string][] = [
    ['lane to=mute', 'Heard, or not'],
    ['lane to=tall', 'Tall or low'],
    ['lane to=up', 'Move up'],
    ['lane to=down', 'Move down'],
    ['lane to=remove', 'Put away'],
  ];
  const ROW = 28;
  let list: HTMLElement | undefined = $state();

  $effect(() => list?.querySelector<HTMLElement>('button')?.focus());

  function choose(line: string): void {
    desk.lanes.current = name;
    close();
    run(line);
  }
</script>

<Floating
  {at}
  width={200}
  height={ENTRIES.length * ROW + 34}
  role="menu"
  label="{desk.lanes.of(name).title} lane"
  onkeydown={(event) => {
    if (event.key === 'Escape') {
      event.preventDefault();
      event.stopPropagation();
      close();
    }
  }}
  {close}
>
  <p class="px-3 pt-2 text-xs text-secondary">{desk.lanes.of(name).title} · {name}</p>
  <div bind:this={list} {@attach arrows('[role=menuitem]')}>
    {#each ENTRIES as [line, title] (line)}
      <button
        class="flex w-full cursor-pointer items-center justify-between px-3 py-1 text-left hover:bg-base-200"
        role="menuitem"
        onclick={() => choose(line)}>{title}<kbd class="text-xs text-secondary">{keyOf(line)}</kbd></button
      >
    {/each}
  </div>
</Floating>
