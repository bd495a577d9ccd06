<script lang="ts">
  import type { Snippet } from 'svelte';
  import { innerHeight, innerWidth } from 'svelte/reactivity/window';
  import Behind from './Behind.svelte';

  let {
    at,
    width,
    height,
    role,
    label,
    onkeydown,
    close,
    children,
  }: {
    /** a place of the page, in CSS pixels; it stands there as far as it fits */
    at: { x: number; y: number };
    width: number;
    height: number;
    role: 'dialog' | 'menu';
    label: string;
    onkeydown: (event: KeyboardEvent) => void;
    close: () => void;
    children: Snippet;
  } = $props();

  let box: HTMLDivElement | undefined;
  let isTabbed = false;
  const left = $derived(Math.max(4, Math.min(at.x, (innerWidth.current ?? 0) - width - 4)));
  const top = $derived(Math.max(4, Math.min(at.y, (innerHeight.current ?? 0) - height - 4)));
</script>

<svelte:window
  onkeydown={(event) => (isTabbed = event.key === 'Tab')}
  onfocusin={(event) => {
    // Tab that leaves it closes it.
    if (isTabbed && box && !box.contains(event.target as Node)) close();
  }}
/>
<Behind {close} />
<div
  bind:this={box}
  class="fixed z-20 flex flex-col rounded-box border border-base-300 bg-base-100 text-sm shadow-xl"
  style:left="{left}px"
  style:top="{top}px"
  style:width="{width}px"
  style:max-height="min({height}px, calc(100vh - 8px))"
  {role}
  aria-label={label}
  tabindex="-1"
  {onkeydown}
>
  {@render children()}
</div>
