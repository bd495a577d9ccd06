<script lang="ts">
  import type { Binding } from '../api';
  import { use } from '../commands/use.svelte';
  import { cap } from '../keys/keystroke';
  import { setting } from '../settings/settings.svelte';

  let { binding, close }: { binding: Binding; close: () => void } = $props();

  /** So often by its key, and the hand has it. */
  const ENOUGH = 3;
  const pressed = () => use.lines[binding.run[0]]?.key ?? 0;
  const before = pressed();
  const tried = $derived(Math.min(ENOUGH, pressed() - before));
</script>

<!-- A trainer for keys: what was long done by the pointer is tried by its key, on the notes of the moment. -->
<div
  class="fixed right-4 bottom-24 z-10 flex items-center gap-3 rounded-box border border-base-300 bg-base-100 px-3 py-2 text-sm shadow-lg"
  role="note"
  aria-label="Coach"
>
  {#if tried < ENOUGH}
    <span
      ><span class="font-semibold">{binding.title}</span> lies on <kbd class="text-sm">{cap(binding.key)}</kbd>: try it</span
    >
    <span class="flex gap-1" role="img" aria-label="{tried} of {ENOUGH} tries">
      {#each { length: ENOUGH }, k (k)}<span
          class="size-2.5 rounded-full border border-primary {k < tried ? 'bg-primary' : ''}"
        ></span>{/each}
    </span>
    <button class="btn btn-xs" onclick={close}>Good</button>
    <button
      class="btn btn-ghost btn-xs"
      onclick={() => {
        setting.turn('coach', false);
        close();
      }}>Show no more of these</button
    >
  {:else}
    <span><b>Your hand has it.</b> {binding.title}: <kbd class="text-sm">{cap(binding.key)}</kbd></span>
    <button class="btn btn-xs" onclick={close}>Close</button>
  {/if}
</div>
