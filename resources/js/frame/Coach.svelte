<script lang="ts">
  import type { Binding } from '../api';
  import { cap } from '../keys/keystroke';
  import { setting } from '../settings/settings.svelte';

  let { binding, close }: { binding: Binding; close: () => void } = $props();
</script>

<div
  class="fixed right-4 bottom-20 z-10 flex items-center gap-3 rounded-box border border-base-300 bg-base-100 px-3 py-2 text-sm shadow-lg"
  role="note"
  aria-label="Coach"
>
  <span><span class="font-semibold">{binding.title}</span> lies on <kbd>{cap(binding.key)}</kbd></span>
  <button class="btn btn-xs" onclick={close}>Good</button>
  <button
    class="btn btn-ghost btn-xs"
    onclick={() => {
      setting.turn('coach', false);
      close();
    }}>Show no more of these</button
  >
</div>
