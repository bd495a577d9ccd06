<script lang="ts">
  import { onMount } from 'svelte';
  import type { Binding } from '../api';
  import type { Entry } from '../commands/entries';
  import { itemsOf, type Sort } from '../commands/listing';
  import { cap } from '../keys/keystroke';
  import type { Shortcuts } from '../keys/shortcuts.svelte';
  import { use } from '../commands/use.svelte';

  let {
    shortcuts,
    entries,
    pressed = $bindable(),
    pressing = $bindable(),
    onchange,
    onbegin,
    onkey,
    revertGroup,
  }: {
    shortcuts: Shortcuts;
    entries: Entry[];
    /** the key that is searched for, if one is */
    pressed: string | null;
    /** whether the next key pressed is the one to search for */
    pressing: boolean;
    onchange: (binding: Binding) => void;
    /** a new shortcut for some lines */
    onbegin: (lines: string[], title: string) => void;
    /** something is to be put on a key */
    onkey: (key: string) => void;
    revertGroup: (group: string) => void;
  } = $props();

  let text = $state('');
  let sort = $state<Sort>('group');
  let search: HTMLInputElement;
  const items = $derived(itemsOf(entries, shortcuts.map.bindings, { text, pressed, sort, used: use.lines }));
  const grouped = $derived(sort === 'group' && !text && pressed === null);

  onMount(() => search.focus());
</script>

<div class="flex flex-wrap items-center gap-2 p-2">
  <input
    bind:this={search}
    class="input min-w-40 flex-1 input-sm"
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
  <button class="btn btn-sm" onclick={() => onbegin([], '')}>New</button>
</div>
<div class="min-h-0 flex-1 overflow-auto px-2 pb-2 text-sm">
  {#each items as { entry, bindings }, k (entry.line)}
    {#if grouped && items[k - 1]?.entry.group !== entry.group}
      <h2 class="mt-2 flex items-center justify-between text-xs font-semibold text-secondary">
        {entry.group}
        {#if !shortcuts.map.shipped}
          <button class="btn btn-ghost btn-xs" onclick={() => revertGroup(entry.group)}>as it came</button>
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
      <span class="flex w-28 flex-none flex-wrap gap-1 xl:w-40">
        {#each bindings as binding (`${binding.key} ${binding.where}`)}
          <button
            class="min-h-6 min-w-6"
            aria-label="Change {cap(binding.key)}, {binding.title}"
            onclick={() => onchange(binding)}><kbd>{cap(binding.key)}</kbd></button
          >
        {/each}
        {#if !entry.open}
          <button
            class="btn h-6 min-w-6 px-1 text-secondary btn-ghost btn-xs"
            aria-label="Set a key for {entry.title}"
            onclick={() => onbegin([entry.line], entry.title)}>+</button
          >
        {/if}
      </span>
      <span class="min-w-0 flex-1">{entry.title}</span>
      <span class="hidden max-w-[40%] text-xs break-words text-secondary xl:inline">{entry.line}</span>
    </div>
  {:else}
    <p class="p-2">
      {pressed === null ? 'Nothing is found by these words.' : `${cap(pressed)} is free.`}
      {#if pressed !== null}
        <button class="btn btn-sm btn-primary" onclick={() => onkey(pressed!)}>Put something on it</button>
      {/if}
    </p>
  {/each}
</div>
