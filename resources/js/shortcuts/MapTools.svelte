<script lang="ts">
  import { api } from '../api';
  import type { KeyDifference } from '../api';
  import type { Shortcuts } from '../keys/shortcuts.svelte';

  let {
    shortcuts,
    oncompare,
    onimport,
  }: {
    shortcuts: Shortcuts;
    /** told what another map does differently; null for no comparison */
    oncompare: (compared: { name: string; differences: KeyDifference[] } | null) => void;
    onimport: (imported: { id: string; name: string; problems: string[]; differences: KeyDifference[] }) => void;
  } = $props();

  let renaming = $state<string | null>(null);
  let picker = $state<HTMLInputElement>();

  async function compare(id: string): Promise<void> {
    const other = shortcuts.maps.find((map) => map.id === id);
    oncompare(other ? { name: other.name, ...(await api.compareKeymaps(shortcuts.map.id, id)) } : null);
  }

  async function take(file: File | undefined): Promise<void> {
    if (picker) picker.value = '';
    if (!file) return;
    try {
      const { map, problems, differences } = await api.importKeymap(await file.text());
      shortcuts.problem = '';
      await shortcuts.list();
      onimport({ id: map.id, name: map.name, problems, differences });
    } catch (error) {
      shortcuts.problem = (error as Error).message;
    }
  }
</script>

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
      onchange={(event) => void compare(event.currentTarget.value)}
    >
      <option value="">–</option>
      {#each shortcuts.maps.filter(({ id }) => id !== shortcuts.map.id) as map (map.id)}
        <option value={map.id}>{map.name}</option>
      {/each}
    </select></label
  >
  <button class="btn btn-sm" onclick={() => window.print()}>Print</button>
{/if}
