<script lang="ts">
  import ShipsWith from './ShipsWith.svelte';
  import Download from '@lucide/svelte/icons/download';
  import Import from '@lucide/svelte/icons/import';
  import Music from '@lucide/svelte/icons/music';
  import Pencil from '@lucide/svelte/icons/pencil';
  import Trash2 from '@lucide/svelte/icons/trash-2';
  import Undo2 from '@lucide/svelte/icons/undo-2';
  import { api } from '../api';
  import type { Catalog, SongLine, SongLists } from '../api';
  import { Dispatcher } from '../keys/dispatcher';
  import { address, go } from './address.svelte';
  import NewSongForm from './NewSongForm.svelte';
  import type { Shortcuts } from '../keys/shortcuts.svelte';
  import { setting, settings } from '../settings/settings.svelte';
  import { unsentOf } from '../song/unsent';

  let {
    catalog,
    onimport,
    shortcuts,
    openShortcuts,
    covered,
  }: {
    catalog: Catalog;
    onimport: (files: FileList | null) => void;
    shortcuts: Shortcuts;
    openShortcuts: (page: 'keys' | 'use') => void;
    covered: boolean;
  } = $props();

  /** What the keys can do here, of all there is. */
  const here: Record<string, () => void> = {
    shortcuts: () => openShortcuts('keys'),
    use: () => openShortcuts('use'),
    theme: () => setting.otherTheme(),
    import: () => picker.click(),
    'new-song': () => go('new'),
  };
  const dispatcher = $derived(
    new Dispatcher(
      shortcuts.map.bindings.filter(({ run }) => run.every((line) => line in here)),
      ({ run }) => {
        run.forEach((line) => here[line]());
        return undefined;
      },
    ),
  );

  let lists = $state.raw<SongLists | null>(null);
  let failure = $state('');
  let said = $state('');
  let renaming = $state<{ id: number; name: string; was: string } | null>(null);
  let picker: HTMLInputElement;

  load();

  async function load(): Promise<void> {
    try {
      lists = await api.songs();
      failure = '';
    } catch (error) {
      failure = (error as Error).message;
    }
  }

  async function act(done: string, action: () => Promise<unknown>): Promise<void> {
    try {
      await action();
      said = done;
    } catch (error) {
      said = (error as Error).message;
    }
    await load();
  }

  async function rename(event: Event): Promise<void> {
    event.preventDefault();
    if (renaming) {
      const { id, name, was } = renaming;
      await act(`Renamed to “${name}”`, () => api.renameSong(id, name, was));
      renaming = null;
    }
  }

  const day = (text: string) => new Date(text).toLocaleDateString(undefined, { dateStyle: 'medium' });

  function focused(field: HTMLInputElement): void {
    field.focus();
    field.select();
  }

  const remove = (song: SongLine) =>
    act(`“${song.name}” was deleted. It can be brought back for 30 days.`, () => api.deleteSong(song.id));
</script>

<svelte:window onkeydown={(event) => !covered && dispatcher.down(event, 'songs')} />

<svelte:head><title>Songs – Jactonic</title></svelte:head>

<main class="mx-auto flex h-full max-w-5xl flex-col gap-4 overflow-auto px-6 py-8">
  <header class="flex items-center gap-3">
    <div class="flex-1">
      <h1 class="text-2xl font-bold">Songs</h1>
      <p class="text-secondary">Begin a new one, or drop a MIDI file anywhere here.</p>
    </div>
    <label class="flex items-center gap-2 text-sm">
      Theme
      <select class="select select-sm w-24" bind:value={() => settings.theme, setting.theme}>
        <option value="paper">Paper</option>
        <option value="dusk">Dusk</option>
      </select>
    </label>
    <button class="btn btn-primary" title={shortcuts.keyOf('new-song')} onclick={() => go('new')}
      ><Music size={16} aria-hidden="true" /> New song</button
    >
    <button class="btn" title={shortcuts.keyOf('import')} onclick={() => picker.click()}
      ><Import size={16} aria-hidden="true" /> Import MIDI</button
    >
    <input
      bind:this={picker}
      type="file"
      accept=".mid,.midi,.smf,.kar,audio/midi"
      multiple
      class="hidden"
      aria-label="MIDI files to import"
      onchange={() => onimport(picker.files)}
    />
  </header>

  {#if address.begins}
    <NewSongForm {catalog} close={() => go(null)} />
  {/if}

  {#if failure}
    <div role="alert" class="alert alert-error">
      {failure}
      <button class="btn btn-sm" onclick={load}>Try again</button>
    </div>
  {:else if lists === null}
    <p role="status">Looking for songs …</p>
  {:else if lists.songs.length === 0 && !address.begins}
    <section
      class="grid place-content-center gap-3 rounded-box border-2 border-dashed border-base-300 p-16 text-center"
    >
      <p class="text-lg font-semibold">No songs yet</p>
      <p>
        <button class="btn btn-primary" onclick={() => go('new')}>Begin a new song</button>
      </p>
      <p>Or drop a MIDI file here. Tempo, meter, markers and everything else in it are kept.</p>
    </section>
  {:else if lists.songs.length > 0}
    <table class="table">
      <thead class="text-secondary">
        <tr
          ><th>Song</th><th>Tracks</th><th>Tempo</th><th>Key</th><th>Changed</th><th
            ><span class="sr-only">Actions</span></th
          ></tr
        >
      </thead>
      <tbody>
        {#each lists.songs as song (song.id)}
          <tr class="hover:bg-base-200">
            <td class="font-semibold">
              {#if renaming?.id === song.id}
                <form onsubmit={rename}>
                  <input
                    class="input input-sm"
                    aria-label="New name"
                    maxlength="200"
                    bind:value={renaming.name}
                    use:focused
                    onkeydown={(event) => event.key === 'Escape' && (renaming = null)}
                    onblur={() => (renaming = null)}
                  />
                </form>
              {:else}
                <a
                  class="link link-hover"
                  href="/songs/{song.id}"
                  onclick={(event) => {
                    event.preventDefault();
                    go(song.id);
                  }}>{song.name}</a
                >
                {@const unsent = unsentOf(song.id)?.jobs.length ?? 0}
                {#if unsent > 0}
                  <span class="ml-2 text-xs text-error">{unsent} not sent yet; open it to send them</span>
                {/if}
              {/if}
            </td>
            <td>{song.tracks}</td>
            <td>{song.tempo} BPM</td>
            <td>{song.key ?? 'none'}</td>
            <td>{day(song.updated)}</td>
            <td class="text-right whitespace-nowrap">
              <button
                class="btn btn-ghost btn-sm"
                onclick={() => (renaming = { id: song.id, name: song.name, was: song.name })}
              >
                <Pencil size={14} aria-hidden="true" /> Rename<span class="sr-only"> {song.name}</span>
              </button>
              <a class="btn btn-ghost btn-sm" href={api.exportAddress(song.id)} download>
                <Download size={14} aria-hidden="true" /> Export<span class="sr-only"> {song.name}</span>
              </a>
              <button class="btn btn-ghost btn-sm" onclick={() => remove(song)}>
                <Trash2 size={14} aria-hidden="true" /> Delete<span class="sr-only"> {song.name}</span>
              </button>
            </td>
          </tr>
        {/each}
      </tbody>
    </table>
  {/if}

  <p role="status" class="min-h-6 text-sm">{said}</p>

  {#if lists && lists.deleted.length > 0}
    <details class="rounded-box bg-base-200 p-3">
      <summary class="cursor-pointer font-semibold">Deleted songs ({lists.deleted.length}), kept for 30 days</summary>
      <ul class="mt-2">
        {#each lists.deleted as song (song.id)}
          <li class="flex items-center gap-3 py-1">
            <span class="flex-1">{song.name}</span>
            <span class="text-sm">deleted {day(song.deleted ?? '')}</span>
            <button class="btn btn-sm" onclick={() => act(`“${song.name}” is back`, () => api.restoreSong(song.id))}>
              <Undo2 size={14} aria-hidden="true" /> Bring back<span class="sr-only"> {song.name}</span>
            </button>
          </li>
        {/each}
      </ul>
    </details>
  {/if}

  <ShipsWith />
</main>
