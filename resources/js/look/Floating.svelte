<script lang="ts">
  import type { Snippet } from 'svelte';
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

  const left = $derived(Math.max(4, Math.min(at.x, innerWidth - width - 4)));
  const top = $derived(Math.max(4, Math.min(at.y, innerHeight - height - 4)));
</script>

<Behind {close} />
<div
  class="fixed z-20 flex flex-col rounded-box border border-base-300 bg-base-100 text-sm shadow-xl"
  style:left="{left}px"
  style:top="{top}px"
  style:width="{width}px"
  style:max-height="{height}px"
  {role}
  aria-label={label}
  tabindex="-1"
  {onkeydown}
>
  {@render children()}
</div>
