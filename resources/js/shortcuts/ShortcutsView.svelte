<script lang="ts">
  import { onMount } from 'svelte';
  import type { Binding, Catalog, KeyDifference, Surface, Recipe } from '../api';
  import { entriesOf } from '../commands/entries';
  import { chains, groupOf } from '../commands/listing';
  import { cap, chordOf, modifiersOf, NO_MODIFIERS, prefixed, type Modifiers } from '../keys/keystroke';
  import { SURFACES } from '../keys/views';
  import type { Shortcuts } from '../keys/shortcuts.svelte';
  import { arrows } from '../look/arrows';
  import CommandList from './CommandList.svelte';
  import KeyboardPicture from './Keyboard.svelte';
  import MapTools from './MapTools.svelte';
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

  let pressed = $state<string | null>(null);
  let pressing = $state(false);
  let layer = $state.raw<Modifiers>(NO_MODIFIERS);
  let selected = $state('');
  let where = $state<Surface>('roll');
  let form = $state.raw<{ binding: Binding; instead: Binding | undefined } | null>(null);
  let compared = $state.raw<{ name: string; differences: KeyDifference[] } | null>(null);
  let imported = $state.raw<{ id: string; name: string; problems: string[]; differences: KeyDifference[] } | null>(
    null,
  );

  const { bindings } = $derived(shortcuts.map);
  const entries = $derived([...entriesOf(catalog, bindings, recipes), ...chains(bindings)]);
  const free = $derived(
    [...'QWERTYUIOPASDFGHJKLZXCVBNM1234567890'].filter(
      (key) => !bindings.some((binding) => binding.key === prefixed(layer, key)),
    ),
  );

  onMount(() => void shortcuts.list());

  function begin(lines: string[], title: string, key = '', instead?: Binding): void {
    const strip = lines.length > 0 ? title.toLowerCase() : '';
    form = { binding: instead ?? { key, run: lines, title, strip }, instead };
  }

  /** A key of the picture was taken up: what lies on it, or a new shortcut there. */
  function takeUp(key: string): void {
    selected = key;
    const there = bindings.filter((binding) => binding.key === key);
    const nearest = there.find((binding) => binding.where === where);
    begin([], '', key, nearest ?? there.find((binding) => (binding.where ?? 'everywhere') === 'everywhere'));
  }

  function dropOn(key: string, line: string): void {
    selected = key;
    begin([line], entries.find((entry) => entry.line === line)?.title ?? line, key);
  }

  function keys(event: KeyboardEvent): void {
    if (pressing) {
      const chord = chordOf(event);
      event.preventDefault();
      if (chord) {
        pressed = selected = chord;
        layer = modifiersOf(event);
        pressing = false;
      }
      return;
    }
    const typing =
      event.target instanceof HTMLElement && event.target.closest('input:not([type=radio]), textarea, select');
    // The layer drawn goes with the modifiers held; let go, it stays, as a checkbox would put it.
    if (!typing) layer = modifiersOf(event);
    if (event.key === 'Escape' && !event.defaultPrevented) {
      event.preventDefault();
      if (form) form = null;
      else if (compared) compared = null;
      else if (pressed !== null) pressed = null;
      else close();
    }
  }
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
    <div class="join" role="tablist" aria-label="Pages" {@attach arrows('[role=tab]', true)}>
      {#each [['keys', 'Keys'], ['use', 'What was used']] as const as [name, title] (name)}
        <button
          class="btn join-item btn-sm {page === name ? 'btn-primary' : ''}"
          role="tab"
          aria-selected={page === name}
          tabindex={page === name ? 0 : -1}
          onclick={() => (page = name)}>{title}</button
        >
      {/each}
    </div>
    <MapTools {shortcuts} oncompare={(answer) => (compared = answer)} onimport={(answer) => (imported = answer)} />
    <span class="flex-1"></span>
    <button class="btn btn-sm" disabled={shortcuts.depth === 0} onclick={() => void shortcuts.undo()}>Undo</button>
    <button class="btn btn-sm" onclick={close}>Close <kbd>Esc</kbd></button>
  </header>

  {#if shortcuts.problem && !form}<p role="alert" class="px-3 py-1 text-sm text-error">{shortcuts.problem}</p>{/if}
  {#if imported}
    {@const { id, name, problems, differences } = imported}
    <div role="status" class="flex items-center gap-3 border-b border-base-300 bg-base-200 px-3 py-1 text-sm">
      <span
        >“{name}” came in; it does {differences.length} things differently from the map in use.
        {problems.length > 0 ? `Not known here, and left out: ${problems.join(' ')}` : ''}</span
      >
      <button class="btn btn-xs btn-primary" onclick={() => void shortcuts.use(id).then(() => (imported = null))}
        >Use it</button
      >
      <button
        class="btn btn-xs"
        onclick={() => {
          compared = { name, differences };
          imported = null;
        }}>See what</button
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
        begin([line], title);
      }}
    />
  {:else}
    <div class="grid min-h-0 flex-1 max-lg:grid-rows-2 lg:grid-cols-[minmax(21rem,1fr)_minmax(0,2fr)]">
      <section class="flex min-h-0 flex-col border-r border-base-300" aria-label="All commands">
        {#if compared}
          <div class="flex items-center justify-between p-2 text-sm">
            <b>{shortcuts.map.name} and {compared.name}</b>
            <button class="btn btn-sm" onclick={() => (compared = null)}>All commands</button>
          </div>
          <div class="min-h-0 flex-1 overflow-auto px-2">
            <table class="table table-xs">
              <thead><tr><th>Key</th><th>{shortcuts.map.name}</th><th>{compared.name}</th></tr></thead>
              <tbody>
                {#each compared.differences as row (`${row.key} ${row.where}`)}
                  <tr><td><kbd>{cap(row.key)}</kbd></td><td>{row.here ?? '–'}</td><td>{row.there ?? '–'}</td></tr>
                {:else}
                  <tr><td colspan="3">Both do the same.</td></tr>
                {/each}
              </tbody>
            </table>
          </div>
        {:else}
          <CommandList
            {shortcuts}
            {entries}
            bind:pressed
            bind:pressing
            onchange={(binding) => {
              selected = binding.key;
              begin([], '', '', binding);
            }}
            onbegin={(lines, title) => begin(lines, title)}
            onkey={takeUp}
            revertGroup={(group) => void shortcuts.revert((binding) => groupOf(catalog, binding) === group)}
          />
        {/if}
      </section>
      <section class="flex min-h-0 w-[44.5rem] flex-col gap-2 overflow-auto p-3" aria-label="The keyboard">
        <div class="flex items-center gap-3 text-sm">
          <label class="flex items-center gap-1"
            >Keys of
            <select class="select w-32 select-sm" aria-label="Keys of" bind:value={where}>
              {#each SURFACES.filter(({ name }) => name !== 'everywhere') as { name, title } (name)}
                <option value={name}>{title}</option>
              {/each}
            </select></label
          >
          <span class="text-secondary">with</span>
          {#each [['ctrl', 'Ctrl'], ['alt', 'Alt'], ['shift', 'Shift']] as const as [name, title] (name)}
            <label class="flex items-center gap-1"
              ><input
                type="checkbox"
                class="checkbox checkbox-sm"
                checked={layer[name]}
                onchange={() => (layer = { ...layer, [name]: !layer[name] })}
              />{title}</label
            >
          {/each}
          <span class="text-xs text-secondary"
            >or hold them; free letters and digits: {free.length > 0 ? free.join(' ') : 'none'}</span
          >
        </div>
        {#if form}
          {@const shown = form}
          {#key shown}
            <ShortcutForm
              {shortcuts}
              binding={shown.binding}
              instead={shown.instead}
              canHold={(lines) =>
                lines.length > 0 &&
                lines.every((line) => catalog.view.some(({ name, holds }) => holds && name === line.split(' ')[0]))}
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
