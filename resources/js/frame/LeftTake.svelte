<script lang="ts">
  import { getStudio } from '../acting/studio';

  const {
    playing: { leftTakes },
  } = getStudio();
</script>

{#if leftTakes.first}
  <p role="alert" class="flex items-center gap-2 border-t border-base-300 bg-base-100 px-3 py-1 text-sm">
    A take of {leftTakes.first.size} events is not in the song.
    <button class="btn btn-xs btn-primary" onclick={() => void leftTakes.takeIn()}>Take it in</button>
    <button class="btn btn-xs" onclick={() => leftTakes.leaveOut()}>Leave it out</button>
  </p>
{/if}
