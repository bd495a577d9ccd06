<script lang="ts">
  import type { ClassValue } from 'svelte/elements';

  /** What lies behind something that is open: a press on it closes that, wherever it is let go. */
  let { close, class: layer = 'z-10' }: { close: () => void; class?: ClassValue } = $props();
</script>

<!-- Escape closes it also where nothing has the keys, as after a press on what then went. -->
<svelte:window onkeydown={({ key }) => key === 'Escape' && document.activeElement === document.body && close()} />
<!-- The keys stay where they are: what is open has them, or gives them back where it closes. -->
<div
  role="presentation"
  class={['fixed inset-0', layer]}
  onpointerdown={(event) => {
    event.preventDefault();
    if (event.button === 0) close();
  }}
  oncontextmenu={(event) => {
    event.preventDefault();
    close();
  }}
></div>
