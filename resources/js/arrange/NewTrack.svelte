<script lang="ts">
  import Plus from '@lucide/svelte/icons/plus';
  import type { VoiceName } from '../api';
  import Popover from '../look/Popover.svelte';
  import { getStudio } from '../acting/studio';

  const { acting, catalog } = getStudio();
  const voices = (Object.entries(catalog.voices) as [VoiceName, string][]).map(
    ([voice, name]) => [voice, catalog.instruments.find((one) => one.name === name)?.title ?? name] as const,
  );
</script>

<Popover name="New track" class="tool border border-base-300 px-2 text-xs" width={240}>
  {#snippet face()}<Plus size={14} aria-hidden="true" />Track{/snippet}
  {#snippet children(close)}
    <p class="mb-1 text-xs text-secondary">What does it play?</p>
    {#each voices as [voice, instrument] (voice)}
      <button
        class="flex h-7 w-full cursor-pointer items-center justify-between rounded px-1.5 text-left text-xs hover:bg-base-300"
        onclick={() => {
          close();
          acting.run(`track-new voice=${voice}`);
        }}><span>{voice}</span><span class="text-secondary">{instrument}</span></button
      >
    {/each}
  {/snippet}
</Popover>
