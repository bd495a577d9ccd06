<script lang="ts">
  import { arrows } from '../look/arrows';
  import Floating from '../look/Floating.svelte';
  import type { LaneName } from '../music/lanes';
  import { getStudio } from '../acting/studio';

  const { acting, lanes } = getStudio();
  const { run, keyOf } = acting;

  let {
    at,
    name,
    close,
  }: {
    at: { x: number; y: number };
    name: LaneName;
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
    lanes.current = name;
    close();
    run(line);
  }
</script>

<Floating
  {at}
  width={200}
  height={ENTRIES.length * ROW + 34}
  role="menu"
  label="{lanes.of(name).title} lane"
  onkeydown={(event) => {
    if (event.key === 'Escape') {
      event.preventDefault();
      event.stopPropagation();
      close();
    }
  }}
  {close}
>
  <p class="px-3 pt-2 text-xs text-secondary">{lanes.of(name).title} · {name}</p>
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
