<script lang="ts">
  import Flag from '@lucide/svelte/icons/flag';
  import { getStudio } from '../acting/studio';
  import ConductorLabels from './ConductorLabels.svelte';

  const {
    acting: { keyOf, run },
  } = getStudio();
  const WHAT = 'Tempo, meter, key or marker at the caret';
</script>

<!-- Beside the ruler and its rows. -->
<div class="flex min-w-0 flex-col border-r border-base-300 bg-base-200">
  <button
    class="btn h-[22px] w-full border-0 px-0 btn-ghost btn-xs"
    title="{WHAT} ({keyOf('conductor')})"
    aria-label={WHAT}
    onclick={() => run('conductor')}><Flag size={13} aria-hidden="true" /></button
  >
  <ConductorLabels />
</div>
