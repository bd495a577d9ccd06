<script lang="ts">
  import { ROWS } from '../music/conductor';
  import { settings } from '../settings/settings.svelte';
  import { getStudio } from '../acting/studio';

  const {
    acting: { keyOf },
  } = getStudio();
</script>

<!-- They stand beside the rows, which are the lowest of what is beside them. -->
<div class="mt-auto">
  {#each settings.conductorRows as kind (kind)}
    <p
      class="truncate border-t border-base-300 px-1 pt-1.5 text-2xs leading-none text-secondary {kind === 'tempo'
        ? 'h-[66px]'
        : 'h-[25px]'}"
      title="{ROWS[kind]}; {keyOf(`conductor-row what=${kind}`)} hides the row"
    >
      {ROWS[kind]}
    </p>
  {/each}
</div>
