<script lang="ts">
  import { getStudio } from './acting/studio';
  import PointerMenu from './frame/PointerMenu.svelte';
  import Palette from './palette/Palette.svelte';
  import GiveKey from './shortcuts/GiveKey.svelte';
  import Coach from './frame/Coach.svelte';
  import KeyOverlay from './frame/KeyOverlay.svelte';
  import Guide from './frame/Guide.svelte';
  import Names from './frame/Names.svelte';

  const { acting, dialogs, offered, panes, shortcuts, status } = getStudio();
</script>

<!-- What lies over the workbench for the moment. -->
{#if acting.lesson}<Coach binding={acting.lesson} close={() => (acting.lesson = null)} />{/if}
{#if dialogs.keysShown}<KeyOverlay />{/if}
<Names />
<Guide />
{#if dialogs.menu}<PointerMenu at={dialogs.menu} close={() => dialogs.closeMenu()} />{/if}
{#if dialogs.unbound}
  <GiveKey
    {shortcuts}
    lines={[...dialogs.unbound]}
    title={offered.titleOf(dialogs.unbound)}
    where={panes.reached}
    given={(key) => status.say(`${key} does it from now on`)}
    close={() => dialogs.closeGiveKey()}
  />
{/if}
{#if dialogs.palette}<Palette close={() => dialogs.closePalette()} />{/if}
