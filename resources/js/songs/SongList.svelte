<script lang="ts">
  import { onDestroy, untrack } from 'svelte';
  import ShipsWith from './ShipsWith.svelte';
  import SongPicture from './SongPicture.svelte';
  import Download from '@lucide/svelte/icons/download';
  import Import from '@lucide/svelte/icons/import';
  import Plus from '@lucide/svelte/icons/plus';
  import Trash2 from '@lucide/svelte/icons/trash-2';
  import Undo2 from '@lucide/svelte/icons/undo-2';
  import { api } from '../api';
  import type { Catalog, SongLine, SongLists } from '../api';
  import { Dispatcher } from '../keys/dispatcher';
  import { address, go } from './address.svelte';
  import NewSongForm from './NewSongForm.svelte';
  import type { Shortcuts } from '../keys/shortcuts.svelte';
  import type { RecipeBook } from '../commands/recipes.svelte';
  import Sign from '../look/Sign.svelte';
  import { ago } from '../look/ago';
  import { counted } from '../music/counted';
  import { setting, settings, THEMES } from '../settings/settings.svelte';
  import FirstMinute from './FirstMinute.svelte';
  import { HearingSongs } from './hearing-songs.svelte';
  import SongRow from './SongRow.svelte';

  /** so many rows are made until more are asked for */
  const ROWS = 40;

  let {
    catalog,
    onimport,
    problems,
    shortcuts,
    recipes,
    openShortcuts,
    covered,
  }: {
    catalog: Catalog;
    onimport: (files: FileList | null) => void;
    /** what was wrong with files that were taken in last */
    problems: string[];
    shortcuts: Shortcuts;
    recipes: RecipeBook;
    openShortcuts: (page: 'keys' | 'use') => void;
    covered: boolean;
  } = $props();

  /** What the keys can do here, of all there is. */
  const here: Record<string, () => void> = {
    shortcuts: () => openShortcuts('keys'),
    use: () => openShortcuts('use'),
    theme: () => setting.otherTheme(),
    guide: () => void openDemo(true),
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
  /** words by which songs are found, and what they are ordered by */
  let words = $state('');
  let order = $state<keyof typeof ORDERS>('worked');
  /** how many rows are made: a list of hundreds would take seconds, and is found by a word */
  let shown = $state(ROWS);
  let chosen = $state.raw<ReadonlySet<number>>(new Set());
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

  const ORDERS = {
    worked: {
      title: 'last worked on',
      by: (a: SongLine, b: SongLine) => Date.parse(b.updated) - Date.parse(a.updated),
    },
    name: {
      title: 'name',
      by: (a: SongLine, b: SongLine) => a.name.localeCompare(b.name, undefined, { numeric: true }),
    },
    tempo: { title: 'tempo', by: (a: SongLine, b: SongLine) => a.tempo - b.tempo },
  };
  const hearing = untrack(
    () => new HearingSongs({ catalog, shortcuts, recipes, openShortcuts, isCovered: () => covered }),
  );
  onDestroy(() => hearing.stop());

  const found = $derived(
    (lists?.songs ?? [])
      .filter((song) => {
        const said = `${song.name} ${song.key ?? ''} ${song.tempo} ${song.did ?? ''}`.toLowerCase();
        return words
          .toLowerCase()
          .split(/\s+/)
          .every((word) => said.includes(word));
      })
      .sort(ORDERS[order].by),
  );
  /** The last one stands first, to go on with it. */
  const last = $derived(
    words === '' && (lists?.songs.length ?? 0) > 1 ? [...lists!.songs].sort(ORDERS.worked.by)[0] : null,
  );
  /** whether nobody did anything to any song yet */
  const isUntouched = $derived(lists?.songs.every(({ did }) => did === null) ?? false);
  const taken = $derived(found.filter(({ id }) => chosen.has(id)));

  function choose(id: number, on: boolean): void {
    const now = new Set(chosen);
    if (on) now.add(id);
    else now.delete(id);
    chosen = now;
  }

  const rename = (song: SongLine, name: string) =>
    act(`Renamed to “${name}”`, () => api.renameSong(song.id, name, song.name));

  async function removeAll(songs: readonly SongLine[]): Promise<void> {
    const [first] = songs;
    const what = songs.length === 1 ? `“${first.name}” was` : `${counted(songs.length, 'song')} were`;
    await act(`${what} deleted. ${songs.length === 1 ? 'It' : 'They'} can be brought back for 30 days.`, () =>
      Promise.all(songs.map(({ id }) => api.deleteSong(id))),
    );
    chosen = new Set();
  }

  /** Opens the song that ships as it came, to try things on; with a guide through the first minutes. */
  async function openDemo(isGuided: boolean): Promise<void> {
    const known = lists?.songs.find(({ name, did }) => name === 'Lantern Ferry' && did === null);
    try {
      const { id } = known ?? (await api.demoSong());
      setting.guide(isGuided ? 0 : null);
      go(id);
    } catch (error) {
      said = (error as Error).message;
    }
  }

  function download(href: string): void {
    const link = document.createElement('a');
    link.href = href;
    link.download = '';
    link.click();
  }

  const daysLeft = (deleted: string) => Math.max(0, 30 - Math.floor((Date.now() - Date.parse(deleted)) / 86_400_000));
  const THEME_NAMES = { paper: 'Paper', dusk: 'Dusk', contrast: 'High contrast' };
</script>

<svelte:window onkeydown={(event) => !covered && dispatcher.down(event, 'songs')} />

<svelte:head><title>Songs – Jactonic</title></svelte:head>

<main class="mx-auto flex h-full max-w-5xl flex-col gap-4 overflow-auto px-6 py-6 max-sm:px-3">
  <header class="flex flex-wrap items-center gap-3">
    <Sign size={40} />
    <div class="min-w-48 flex-1">
      <p class="text-lg leading-tight font-bold">Jactonic</p>
      <p class="text-xs text-secondary">Notes, edited as fast as the hand thinks of it</p>
    </div>
    <select class="select w-34 select-sm" aria-label="Theme" bind:value={() => settings.theme, setting.theme}>
      {#each THEMES as theme (theme)}<option value={theme}>{THEME_NAMES[theme]}</option>{/each}
    </select>
    <button class="btn btn-sm" title={shortcuts.keyOf('import')} onclick={() => picker.click()}
      ><Import size={16} aria-hidden="true" /> Import MIDI</button
    >
    <button class="btn btn-sm btn-primary" title={shortcuts.keyOf('new-song')} onclick={() => go('new')}
      ><Plus size={16} aria-hidden="true" /> New song</button
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
    {#if problems.length > 0}
      <!-- It lies below the button that brought it. -->
      <div class="w-full rounded-field border border-error px-3 py-2 text-sm" role="alert">
        {#each problems as problem (problem)}<p>{problem}</p>{/each}
      </div>
    {/if}
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
    <FirstMinute open={openDemo} />
  {:else if lists.songs.length > 0}
    {#if isUntouched && !address.begins}<FirstMinute open={openDemo} />{/if}
    <h1 class="sr-only">Songs</h1>
    {#if last}
      <section
        class="flex flex-wrap items-center gap-4 rounded-box border border-base-300 bg-base-200 p-4"
        aria-label="Go on with {last.name}"
      >
        <SongPicture song={last} height={72} />
        <div class="min-w-48">
          <p class="text-lg font-semibold">{last.name}</p>
          <p class="text-xs text-secondary">{ago(Date.parse(last.updated), Date.now())}</p>
          {#if last.did}<p class="text-xs">{last.did}</p>{/if}
          <button class="btn mt-2 btn-sm btn-primary" onclick={() => go(last.id)}>Go on</button>
        </div>
      </section>
    {/if}
    <div class="flex flex-wrap items-center gap-3 text-sm">
      <input
        type="search"
        class="input w-64 input-sm"
        placeholder="Find a song by a word"
        aria-label="Find a song"
        bind:value={words}
      />
      <label class="flex items-center gap-2"
        >Ordered by
        <select class="select w-36 select-sm" bind:value={order}>
          {#each Object.entries(ORDERS) as [name, { title }] (name)}<option value={name}>{title}</option>{/each}
        </select></label
      >
      <span class="flex-1 text-xs text-secondary" aria-live="polite"
        >{found.length === lists.songs.length
          ? counted(found.length, 'song')
          : `${found.length} of ${counted(lists.songs.length, 'song')}`}</span
      >
      {#if taken.length > 0}
        <span class="flex items-center gap-2" role="group" aria-label="What is chosen">
          {counted(taken.length, 'song')} chosen
          <button class="btn btn-sm" onclick={() => taken.forEach(({ id }) => download(api.exportAddress(id)))}
            ><Download size={14} aria-hidden="true" /> Export them</button
          >
          <button class="btn btn-sm" onclick={() => void removeAll(taken)}
            ><Trash2 size={14} aria-hidden="true" /> Delete them</button
          >
        </span>
      {/if}
    </div>
    <ul class="flex flex-col" aria-label="Songs">
      {#each found.slice(0, shown) as song (song.id)}
        <SongRow
          {song}
          isChosen={chosen.has(song.id)}
          played={hearing.song === song.id ? hearing.share : null}
          choose={(on) => choose(song.id, on)}
          hear={() => void hearing.press(song.id)}
          rename={(name) => void rename(song, name)}
          remove={() => void removeAll([song])}
        />
      {:else}
        <li class="p-3 text-sm text-secondary">No song has these words.</li>
      {/each}
    </ul>
    {#if found.length > shown}
      <button class="btn self-center btn-sm" onclick={() => (shown = Infinity)}
        >Show {counted(found.length - shown, 'more song')}</button
      >
    {/if}
  {/if}

  <p role="status" class="min-h-6 text-sm">{said}</p>

  {#if lists && lists.deleted.length > 0}
    <details class="rounded-box bg-base-200 p-3">
      <summary class="cursor-pointer font-semibold">Deleted songs ({lists.deleted.length})</summary>
      <ul class="mt-2">
        {#each lists.deleted as song (song.id)}
          <li class="flex items-center gap-3 py-1">
            <span class="flex-1">{song.name}</span>
            <span class="text-xs text-secondary"
              >deleted {ago(Date.parse(song.deleted ?? ''), Date.now())}, kept for {counted(
                daysLeft(song.deleted ?? ''),
                'more day',
              )}</span
            >
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
