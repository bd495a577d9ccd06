<script lang="ts">
  import Eraser from '@lucide/svelte/icons/eraser';
  import Pencil from '@lucide/svelte/icons/pencil';
  import Pointer from '@lucide/svelte/icons/pointer';
  import type { Hand } from '../desk/hands.svelte';
  import { getStudio } from '../acting/studio';

  const { acting, hands } = getStudio();
  const { run, keyOf } = acting;

  const HANDS: { hand: Hand; name: string; icon: typeof Pencil }[] = [
    { hand: 'point', name: 'Point hand', icon: Pointer },
    { hand: 'draw', name: 'Draw hand', icon: Pencil },
    { hand: 'erase', name: 'Erase hand', icon: Eraser },
  ];
</script>

<div class="grid grid-cols-3" role="group" aria-label="Hand">
  {#each HANDS as { hand, name, icon: Icon } (hand)}
    <button
      class="grid size-6 cursor-pointer place-content-center {hands.hand === hand
        ? 'bg-primary text-primary-content'
        : 'hover:bg-base-300'}"
      aria-pressed={hands.hand === hand}
      aria-label={name}
      title="{name} ({keyOf(`hand to=${hand}`)})"
      onclick={() => run(`hand to=${hand}`)}><Icon size={14} aria-hidden="true" /></button
    >
  {/each}
</div>
