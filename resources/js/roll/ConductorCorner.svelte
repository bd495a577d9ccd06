<script lang="ts">
  import type { Snippet } from 'svelte';
  import Flag from '@lucide/svelte/icons/flag';
  import { getStudio } from '../acting/studio';
  import ConductorLabels from './ConductorLabels.svelte';

  const {
    acting: { keyOf, run },
  } = getStudio();
  let {
    children,
  }: {
    /** what stands beside its flag */
    children?: Snippet;
  } = $props();

  const WHAT = 'Tempo, meter, key or marker at the caret';
</script>

<!-- Beside the ruler and its rows. -->
<div class="flex min-w-0 flex-col border-r border-base-300 bg-base-200">
  <div class="flex h-9 items-center">
    <button
      class="tool flex-1"
      data-tip={WHAT}
      data-key={keyOf('conductor')}
      aria-label={WHAT}
      onclick={() => run('conductor')}><Flag size={14} aria-hidden="true" /></button
    >
    {@render children?.()}
  </div>
  <ConductorLabels />
</div>
