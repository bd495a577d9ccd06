<script lang="ts">
  import type { Binding, Catalog, Keymap } from '../api';
  import { cap } from '../keys/keystroke';

  let { catalog, map }: { catalog: Catalog; map: Keymap } = $props();

  const groups = $derived.by(() => {
    const groupOf = new Map([...catalog.edits, ...catalog.view].map(({ name, group }) => [name, group]));
    const byGroup = new Map<string, Binding[]>();
    for (const binding of map.bindings) {
      const group = groupOf.get(binding.run[0].split(' ')[0]) ?? 'More';
      byGroup.set(group, [...(byGroup.get(group) ?? []), binding]);
    }
    return [...byGroup];
  });
</script>

<!-- Seen only on paper: one or two sheets of A4. -->
<article class="print-sheet hidden" aria-hidden="true">
  <h1>{map.name} – the keys of Jactonic</h1>
  <p>{map.logic}</p>
  <div class="columns">
    {#each groups as [group, bindings] (group)}
      <h2>{group}</h2>
      {#each bindings as binding (`${binding.key} ${binding.where}`)}
        <div><b>{cap(binding.key)}</b><span>{binding.title}</span></div>
      {/each}
    {/each}
  </div>
</article>
