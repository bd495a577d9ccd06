<script lang="ts">
  import { onMount } from 'svelte';
  import { api } from '../../api/client';
  import type { Binding, Catalog, KeyDifference, Place, Recipe } from '../../api/types';
  import { entriesOf, find, type Entry } from '../../commands/entries';
  import { cap, chordOf, keyOfChord, modifiersOf, NO_MODIFIERS, prefixed, type Modifiers } from '../../keys/chord';
  import type { Shortcuts } from '../../state/keymap.svelte';
  import { total, use } from '../../state/use.svelte';
  import KeyboardPicture from './Keyboard.svelte';
  import PrintSheet from './PrintSheet.svelte';
  import ShortcutForm from './ShortcutForm.svelte';
  import UseTable from './UseTable.svelte';

  let {
    catalog,
    shortcuts,
    recipes,
    page = $bindable(),
    close,
  }: {
    catalog: Catalog;
    shortcuts: Shortcuts;
    recipes: Recipe[];
    page: 'keys' | 'use';
    close: () => void;
  } = $props();

  type Sort = 'group' | 'key' | 'name' | 'use';
  const HOLDS = ['listen', 'flip', 'free-snap', 'keys'];

  let text = $state('');
  let pressed = $state<string | null>(null);
  let pressing = $state(false);
  let sort = $state<Sort>('group');
  let layer = $state.raw<Modifiers>(NO_MODIFIERS);
  let selected = $state('');
  let where = $state<Place>('roll');
  let form = $state.raw<{ binding: Binding; instead: Binding | undefined } | null>(null);
  let other = $state('');
  let differences = $state.raw<KeyDifference[] | null>(null);
  let imported = $state.raw<{ name: string; problems: string[] } | null>(null);
  let renaming = $state<string | null>(null);
  let search = $state<HTMLInputElement>();
  let picker = $state<HTMLInputElement>();

  onMount(() => {
    void shortcuts.list();
    search?.focus();
  });

  /** A line of the list: something that can be run, and the shortcuts that run it. */
  interface Item {
    entry: Entry;
    bindings: Binding[];
  }

  const { bindings } = $derived(shortcuts.map);
  const entries = $derived([...entriesOf(catalog, bindings, recipes), ...chains(bindings)]);
  const items = $derived.by((): Item[] => {
    const byLines = new Map<string, Binding[]>();
    for (const binding of bindings) {
      const line = binding.run.join('; ');
      byLines.set(line, [...(byLines.get(line) ?? []), binding]);
    }
    const all = (pressed === null ? find(entries, text) : entries).map((entry) => ({
      entry,
      bindings: byLines.get(entry.line.trim()) ?? [],
    }));
    const wanted =
      pressed === null ? all : all.filter((item) => item.bindings.some(({ key }) => key.split(' ').includes(pressed!)));
    return text && pressed === null ? wanted : [...wanted].sort(order(sort));
  });

  /** Shortcuts that run several lines stand in the list by their title. */
  function chains(all: Binding[]): Entry[] {
    return all
      .filter(({ run }) => run.length > 1)
      .map(({ run, title, key }) => ({
        line: run.join('; '),
        title,
        group: 'Chains',
        help: run.join('; '),
        keys: [key],
        open: false,
        words: { title: title.toLowerCase(), names: ['chain'], help: run.join(' ') },
      }));
  }

  function order(by: Sort): (a: Item, b: Item) => number {
    const first = ({ bindings: [binding] }: Item) =>
      binding ? `${keyOfChord(binding.key).padStart(12)}${binding.key}` : '~';
    const used = ({ entry }: Item) => (use.lines[entry.line] ? total(use.lines[entry.line]) : 0);
    return {
      group: (a: Item, b: Item) => a.entry.group.localeCompare(b.entry.group),
      key: (a: Item, b: Item) => first(a).localeCompare(first(b)),
      name: (a: Item, b: Item) => a.entry.title.localeCompare(b.entry.title),
      use: (a: Item, b: Item) => used(b) - used(a),
    }[by];
  }

  function begin(lines: string[], title: string, key: string, instead?: Binding): void {
    form = {
      binding: instead ?? { key, run: lines, title, strip: lines.length > 0 ? title.toLowerCase() : '' },
      instead,
    };
  }

  /** A key of the picture was taken up: what lies on it, or a new shortcut there. */
  function takeUp(key: string): void {
    selected = key;
    const there = bindings.filter((binding) => binding.key === key);
    const instead =
      there.find((binding) => binding.where === where) ??
      there.find((binding) => (binding.where ?? 'everywhere') === 'everywhere');
    begin([], '', key, instead);
  }

  function dropOn(key: string, line: string): void {
    selected = key;
    begin([line], entries.find((entry) => entry.line === line)?.title ?? line, key);
  }

  async function compare(id: string): Promise<void> {
    other = id;
    differences = id ? (await api.compareKeymaps(shortcuts.map.id, id)).differences : null;
  }

  async function take(file: File | undefined): Promise<void> {
    if (picker) picker.value = '';
    if (!file) return;
    try {
      const answer = await api.importKeymap(await file.text());
      imported = { name: answer.map.name, problems: answer.problems };
      differences = answer.differences;
      other = answer.map.id;
      shortcuts.problem = '';
      await shortcuts.list();
    } catch (error) {
      shortcuts.problem = (error as Error).message;
    }
  }

  function keys(event: KeyboardEvent): void {
    if (pressing) {
      const chord = chordOf(event);
      event.preventDefault();
      if (chord) {
        pressed = chord;
        selected = chord;
        layer = modifiersOf(event);
        pressing = false;
      }
      return;
    }
    const typing =
      event.target instanceof HTMLElement && event.target.closest('input:not([type=radio]), textarea, select');
    if (!typing) layer = modifiersOf(event);
    if (event.key === 'Escape' && !event.defaultPrevented) {
      event.preventDefault();
      if (form) form = null;
      else if (pressed !== null) pressed = null;
      else close();
    }
  }

  /** The layer drawn goes with the modifiers held; let go, it stays where a checkbox put it. */
  function turn(name: keyof Modifiers): void {
    layer = { ...layer, [name]: !layer[name] };
  }

  const free = $derived(
    [...'QWERTYUIOPASDFGHJKLZXCVBNM1234567890'].filter(
      (key) => !bindings.some((binding) => binding.key === prefixed(layer, key)),
    ),
  );
</script>

<svelte:window onkeydown={keys} />

<div
  class="fixed inset-0 z-30 flex flex-col bg-base-100 print:hidden"
  role="dialog"
  aria-modal="true"
  aria-label="Shortcuts"
>
  <header class="flex flex-wrap items-center gap-2 border-b border-base-300 px-3 py-1.5 text-sm">
    <h1 class="text-base font-semibold">Shortcuts</h1>
    <div class="join" role="tablist" aria-label="Pages">
      <button
        class="btn join-item btn-sm {page === 'keys' ? 'btn-primary' : ''}"
        role="tab"
        aria-selected={page === 'keys'}
        onclick={() => (page = 'keys')}>Keys</button
      >
      <button
        class="btn join-item btn-sm {page === 'use' ? 'btn-primary' : ''}"
        role="tab"
        aria-selected={page === 'use'}
        onclick={() => (page = 'use')}>What was used</button
      >
    </div>
    {#if renaming !== null}
      <form
        onsubmit={(event) => {
          event.preventDefault();
          void shortcuts.rename(renaming ?? '').then(() => (renaming = null));
        }}
      >
        <input class="input w-44 input-sm" aria-label="Name of the map" bind:value={renaming} />
        <button class="btn btn-sm btn-primary">Keep</button>
      </form>
    {:else}
      <label class="flex items-center gap-1"
        >Map
        <select
          class="select w-44 select-sm"
          aria-label="Map"
          value={shortcuts.map.id}
          onchange={(event) => void shortcuts.use(event.currentTarget.value)}
        >
          {#each shortcuts.maps as map (map.id)}<option value={map.id}>{map.name}</option>{/each}
        </select></label
      >
      {#if !shortcuts.map.shipped}
        <button class="btn btn-sm" onclick={() => (renaming = shortcuts.map.name)}>Rename</button>
        <button class="btn btn-sm" onclick={() => void shortcuts.delete(shortcuts.map.id)}>Delete</button>
        <button class="btn btn-sm" onclick={() => void shortcuts.revert(() => true)}>All as it came</button>
      {/if}
      <button class="btn btn-sm" onclick={() => void shortcuts.copy(`${shortcuts.map.name}, copy`)}>Copy</button>
      <a class="btn btn-sm" href={api.keymapAddress(shortcuts.map.id)} download>Export</a>
      <button class="btn btn-sm" onclick={() => picker?.click()}>Import</button>
      <input
        bind:this={picker}
        type="file"
        class="hidden"
        accept="application/json,.json"
        aria-label="A map as a file"
        onchange={(event) => take(event.currentTarget.files?.[0])}
      />
      <label class="flex items-center gap-1"
        >Compare with
        <select
          class="select w-36 select-sm"
          aria-label="Compare with"
          value={other}
          onchange={(event) => void compare(event.currentTarget.value)}
        >
          <option value="">–</option>
          {#each shortcuts.maps.filter(({ id }) => id !== shortcuts.map.id) as map (map.id)}<option value={map.id}
              >{map.name}</option
            >{/each}
        </select></label
      >
      <button class="btn btn-sm" onclick={() => window.print()}>Print</button>
    {/if}
    <span class="flex-1"></span>
    <button class="btn btn-sm" disabled={shortcuts.depth === 0} onclick={() => void shortcuts.undo()}>Undo</button>
    <button class="btn btn-sm" onclick={close}>Close <kbd>Esc</kbd></button>
  </header>

  {#if shortcuts.problem && !form}<p role="alert" class="px-3 py-1 text-sm text-error">{shortcuts.problem}</p>{/if}
  {#if imported}
    <div role="status" class="flex items-center gap-3 border-b border-base-300 bg-base-200 px-3 py-1 text-sm">
      <span
        >“{imported.name}” came in{differences
          ? `; it does ${differences.length} things differently from the map in use`
          : ''}.
        {imported.problems.length > 0 ? `Not known here, and left out: ${imported.problems.join(' ')}` : ''}</span
      >
      <button class="btn btn-xs btn-primary" onclick={() => void shortcuts.use(other).then(() => (imported = null))}
        >Use it</button
      >
      <button class="btn btn-xs" onclick={() => (imported = null)}>Good</button>
    </div>
  {/if}

  {#if page === 'use'}
    <UseTable
      {entries}
      {shortcuts}
      give={(line, title) => {
        page = 'keys';
        begin([line], title, '');
      }}
    />
  {:else}
    <div class="grid min-h-0 flex-1 grid-cols-[minmax(0,1fr)_auto]">
      <section class="flex min-h-0 flex-col border-r border-base-300" aria-label="All commands">
        <div class="flex items-center gap-2 p-2">
          <input
            bind:this={search}
            class="input min-w-0 flex-1 input-sm"
            type="search"
            aria-label="Search by a word"
            placeholder={pressed === null ? 'Search by a word' : `What ${cap(pressed)} does`}
            bind:value={text}
            oninput={() => (pressed = null)}
          />
          <button
            class="btn btn-sm {pressing ? 'btn-accent' : ''}"
            aria-pressed={pressing}
            onclick={(event) => {
              event.currentTarget.blur();
              pressing = !pressing;
            }}>{pressing ? 'Press it …' : 'Search by pressing'}</button
          >
          <label class="flex items-center gap-1 text-xs"
            >by
            <select class="select w-24 select-sm" aria-label="Sorted by" bind:value={sort}>
              <option value="group">group</option>
              <option value="key">key</option>
              <option value="name">name</option>
              <option value="use">use</option>
            </select></label
          >
          <button class="btn btn-sm" onclick={() => begin([], '', '')}>New</button>
        </div>
        {#if differences && !imported}
          <table class="table table-xs">
            <thead
              ><tr
                ><th>Key</th><th>{shortcuts.map.name}</th><th>{shortcuts.maps.find(({ id }) => id === other)?.name}</th
                ></tr
              ></thead
            >
          </table>
        {/if}
        <div class="min-h-0 flex-1 overflow-auto px-2 pb-2 text-sm">
          {#if differences && !imported}
            {#each differences as row (`${row.key} ${row.where}`)}
              <div class="grid grid-cols-3 border-b border-base-300 py-0.5 text-xs">
                <span><kbd>{cap(row.key)}</kbd></span><span>{row.here ?? '–'}</span><span>{row.there ?? '–'}</span>
              </div>
            {:else}
              <p>Both do the same.</p>
            {/each}
          {:else}
            {#each items as { entry, bindings: own }, k (entry.line)}
              {#if sort === 'group' && !text && pressed === null && items[k - 1]?.entry.group !== entry.group}
                <h2 class="mt-2 flex items-center justify-between text-xs font-semibold text-secondary">
                  {entry.group}
                  {#if !shortcuts.map.shipped}
                    <button
                      class="btn btn-ghost btn-xs"
                      onclick={() => {
                        const lines = new Set(
                          entries.filter(({ group }) => group === entry.group).map(({ line }) => line),
                        );
                        void shortcuts.revert((binding) => lines.has(binding.run.join('; ')));
                      }}>as it came</button
                    >
                  {/if}
                </h2>
              {/if}
              <div
                class="flex min-h-7 items-center gap-2 rounded px-1 hover:bg-base-200"
                role="group"
                aria-label={entry.title}
                draggable="true"
                title="{entry.help} Drag it onto a key."
                ondragstart={(event) => event.dataTransfer?.setData('text/plain', entry.line.trim())}
              >
                <span class="flex w-40 flex-none flex-wrap gap-1">
                  {#each own as binding (`${binding.key} ${binding.where}`)}
                    <button
                      class="min-h-6"
                      aria-label="Change {cap(binding.key)}, {binding.title}"
                      onclick={() => {
                        selected = binding.key;
                        begin([], '', '', binding);
                      }}><kbd>{cap(binding.key)}</kbd></button
                    >
                  {/each}
                  {#if !entry.open}
                    <button
                      class="btn h-6 px-1 text-secondary btn-ghost btn-xs"
                      aria-label="Set a key for {entry.title}"
                      onclick={() => begin([entry.line], entry.title, '')}>+</button
                    >
                  {/if}
                </span>
                <span class="min-w-0 flex-1 truncate">{entry.title}</span>
                <span class="max-w-[40%] truncate text-xs text-secondary">{entry.line}</span>
              </div>
            {:else}
              <p class="p-2">
                {pressed === null ? 'Nothing is found by these words.' : `${cap(pressed)} is free.`}
                {#if pressed !== null}<button class="btn btn-sm btn-primary" onclick={() => takeUp(pressed!)}
                    >Put something on it</button
                  >{/if}
              </p>
            {/each}
          {/if}
        </div>
      </section>
      <section class="flex min-h-0 w-[44.5rem] flex-col gap-2 overflow-auto p-3" aria-label="The keyboard">
        <div class="flex items-center gap-3 text-sm">
          <label class="flex items-center gap-1"
            >Keys of
            <select class="select w-32 select-sm" aria-label="Keys of" bind:value={where}>
              <option value="roll">the roll</option>
              <option value="table">the note table</option>
              <option value="songs">the song list</option>
            </select></label
          >
          <span class="text-secondary">with</span>
          {#each [['ctrl', 'Ctrl'], ['alt', 'Alt'], ['shift', 'Shift']] as const as [name, title] (name)}
            <label class="flex items-center gap-1"
              ><input
                type="checkbox"
                class="checkbox checkbox-sm"
                checked={layer[name]}
                onchange={() => turn(name)}
              />{title}</label
            >
          {/each}
          <span class="text-xs text-secondary"
            >or hold them; free letters and digits: {free.length > 0 ? free.join(' ') : 'none'}</span
          >
        </div>
        {#if form}
          {#key form}
            <ShortcutForm
              {shortcuts}
              binding={form.binding}
              instead={form.instead}
              canHold={(lines) => lines.length > 0 && lines.every((line) => HOLDS.includes(line.split(' ')[0]))}
              close={() => (form = null)}
            />
          {/key}
        {/if}
        <KeyboardPicture {bindings} {where} {layer} {selected} onselect={takeUp} ondropon={dropOn} />
        <p class="max-w-prose text-xs text-secondary">{shortcuts.map.logic}</p>
      </section>
    </div>
  {/if}
</div>
<PrintSheet {catalog} map={shortcuts.map} />
