<script lang="ts">
  import { api, Left } from './api';
  import type { Catalog } from './api';
  import SongList from './songs/SongList.svelte';
  import ShortcutsView from './shortcuts/ShortcutsView.svelte';
  import SongPage from './SongPage.svelte';
  import { address, go } from './songs/address.svelte';
  import { importFile } from './songs/import';
  import { Shortcuts } from './keys/shortcuts.svelte';
  import { RecipeBook } from './commands/recipes.svelte';
  import { keepSettings } from './settings/settings.svelte';

  let catalog = $state.raw<Catalog | null>(null);
  let shortcuts = $state.raw<Shortcuts | null>(null);
  let recipes = $state.raw<RecipeBook | null>(null);
  /** the page of the shortcuts view that is open */
  let page = $state<'keys' | 'use' | null>(null);
  let failure = $state('');
  let importing = $state.raw<{ name: string; number: number; of: number; leaving: AbortController } | null>(null);
  let problems = $state.raw<string[]>([]);
  let dropping = $state(false);

  keepSettings();
  load();

  async function load(): Promise<void> {
    failure = '';
    try {
      const found = await api.catalog();
      shortcuts = new Shortcuts(found.keymap);
      recipes = new RecipeBook(found.recipes);
      catalog = found;
    } catch (error) {
      failure = (error as Error).message;
    }
  }

  async function take(files: FileList | null | undefined): Promise<void> {
    const found: string[] = [];
    let opened: number | null = null;
    const leaving = new AbortController();
    const all = [...(files ?? [])];
    const from = location.pathname;
    for (const [k, file] of all.entries()) {
      importing = { name: file.name, number: k + 1, of: all.length, leaving };
      try {
        const song = await importFile(file, leaving.signal);
        opened ??= song.id;
        found.push(...song.problems.map((problem) => `${file.name}: ${problem}`));
      } catch (error) {
        if (error instanceof Left) {
          found.push(`${file.name}: not waited for. If it was taken in already, it is in the song list.`);
          break;
        }
        found.push(`${file.name}: ${(error as Error).message}`);
      }
    }
    importing = null;
    problems = found;
    // Whoever went on to something else in the meantime stays there.
    if (opened !== null && location.pathname === from) go(opened);
  }

  function drop(event: DragEvent): void {
    event.preventDefault();
    dropping = false;
    void take(event.dataTransfer?.files);
  }
</script>

<!-- To a browser Escape means to stop loading, which would break off what is being opened. -->
<svelte:window
  onkeydown={(event) => catalog === null && event.key === 'Escape' && event.preventDefault()}
  ondragover={(event) => {
    event.preventDefault();
    dropping = true;
  }}
  ondragleave={(event) => (dropping = event.relatedTarget !== null)}
  ondrop={drop}
/>

{#if catalog === null || !shortcuts || !recipes}
  <main class="grid h-full place-content-center gap-3 text-center">
    {#if failure}
      <p role="alert">{failure}</p>
      <button class="btn btn-primary" onclick={load}>Try again</button>
    {:else}
      <p role="status">Opening Jactonic …</p>
    {/if}
  </main>
{:else if address.song === null}
  <SongList
    {catalog}
    onimport={take}
    {problems}
    {shortcuts}
    {recipes}
    openShortcuts={(which) => (page = which)}
    covered={page !== null}
  />
{:else}
  {#key address.song}
    <SongPage
      songId={address.song}
      {catalog}
      {shortcuts}
      {recipes}
      openShortcuts={(which) => (page = which)}
      covered={page !== null}
    />
  {/key}
{/if}

{#if page && catalog && shortcuts && recipes}
  <ShortcutsView
    {catalog}
    {shortcuts}
    recipes={recipes.all}
    bind:page={() => page ?? 'keys', (which) => (page = which)}
    close={() => (page = null)}
  />
{/if}

{#if importing}
  <div
    class="fixed inset-x-0 top-2 z-20 mx-auto w-fit rounded-box bg-primary px-4 py-2 text-primary-content"
    role="status"
  >
    <progress class="progress mr-2 w-24 align-middle" aria-label="Import"></progress>
    Reading {importing.name}{importing.of > 1 ? `, ${importing.number} of ${importing.of}` : ''} …
    <button class="btn ml-2 btn-xs" onclick={() => importing?.leaving.abort()}>Do not wait</button>
  </div>
{/if}

{#if problems.length > 0 && address.song !== null}
  <div
    class="fixed right-3 bottom-20 z-20 max-w-md rounded-box border border-base-300 bg-base-200 p-3 text-sm shadow-lg"
    role="alert"
  >
    <p class="font-semibold">About the file</p>
    <ul class="my-1 max-h-40 list-disc overflow-auto pl-5">
      {#each problems as problem, i (i)}<li>{problem}</li>{/each}
    </ul>
    <button class="btn btn-sm" onclick={() => (problems = [])}>Close</button>
  </div>
{/if}

{#if dropping}
  <div
    class="pointer-events-none fixed inset-3 z-10 grid place-content-center rounded-box border-2 border-dashed border-accent bg-base-100/80 text-lg font-semibold"
  >
    Drop MIDI files to import them
  </div>
{/if}
