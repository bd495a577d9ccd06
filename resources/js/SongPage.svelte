<script lang="ts">
  import { onDestroy, onMount } from 'svelte';
  import type { Catalog } from './api';
  import type { RecipeBook } from './commands/recipes.svelte';
  import type { Shortcuts } from './keys/shortcuts.svelte';
  import { openStudio, type OpenStudio } from './open-studio';
  import { go } from './songs/address.svelte';
  import Workbench from './Workbench.svelte';

  let {
    songId,
    catalog,
    shortcuts,
    recipes,
    openShortcuts,
    covered,
  }: {
    songId: number;
    catalog: Catalog;
    shortcuts: Shortcuts;
    recipes: RecipeBook;
    openShortcuts: (page: 'keys' | 'use') => void;
    /** whether another view lies over this one and has the keys */
    covered: boolean;
  } = $props();

  let opened = $state.raw<OpenStudio | null>(null);
  let failure = $state('');
  let isLeft = false;

  onMount(open);
  onDestroy(() => {
    isLeft = true;
    opened?.close();
  });

  async function open(): Promise<void> {
    failure = '';
    try {
      const found = await openStudio(songId, {
        catalog,
        shortcuts,
        recipes,
        openShortcuts,
        isCovered: () => covered,
      });
      if (isLeft) found.close();
      else opened = found;
    } catch (error) {
      failure = (error as Error).message;
    }
  }
</script>

<svelte:head><title>{opened?.studio.contents.song.name ?? 'Song'} – Jactonic</title></svelte:head>
<!-- To a browser Escape means to stop loading, which would break off what is being opened. -->
<svelte:window
  onkeydown={(event) => !opened && event.key === 'Escape' && event.preventDefault()}
  onpagehide={() => opened?.leave()}
  onbeforeunload={(event) => {
    // What waits is kept over a reload, but not when the tab is closed: then one is asked.
    if (opened && opened.studio.sender.waiting > 0) event.preventDefault();
  }}
/>

{#if opened}
  <Workbench studio={opened.studio} {covered} />
{:else if failure}
  <main class="grid h-full place-content-center gap-3 text-center">
    <p role="alert">{failure}</p>
    <div class="flex justify-center gap-2">
      <button class="btn btn-primary" onclick={open}>Try again</button>
      <button class="btn" onclick={() => go(null)}>Song list</button>
    </div>
  </main>
{:else}
  <main class="grid h-full place-content-center"><p role="status">Opening the song …</p></main>
{/if}
