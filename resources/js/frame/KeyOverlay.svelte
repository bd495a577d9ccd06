<script lang="ts">
  import type { Binding, Surface } from '../api';
  import { cap, chordModifiers, sameModifiers } from '../keys/keystroke';

  let { bindings, where }: { bindings: Binding[]; where: Surface } = $props();

  const LAYERS = [
    ['alone', { ctrl: false, alt: false, shift: false }],
    ['with Shift', { ctrl: false, alt: false, shift: true }],
    ['with Alt', { ctrl: false, alt: true, shift: false }],
    ['with Ctrl', { ctrl: true, alt: false, shift: false }],
  ] as const;
  const here = $derived(bindings.filter((binding) => ['everywhere', where].includes(binding.where ?? 'everywhere')));
  const layers = $derived([
    ...LAYERS.map(([name, modifiers]) => ({
      name,
      rows: here.filter(({ key }) => sameModifiers(chordModifiers(key), modifiers)),
    })),
    {
      name: 'with several',
      rows: here.filter(({ key }) => !LAYERS.some(([, modifiers]) => sameModifiers(chordModifiers(key), modifiers))),
    },
  ]);
</script>

<div
  class="fixed inset-4 z-20 columns-[13.5rem] gap-4 overflow-auto rounded-box border border-base-300 bg-base-100 p-4 text-[0.6875rem] shadow-xl"
  role="dialog"
  aria-label="All keys of the moment"
>
  {#each layers as { name, rows } (name)}
    <h2 class="mt-1 mb-0.5 break-after-avoid text-xs font-semibold">{name}</h2>
    <dl>
      {#each rows as binding (binding.key)}
        <div class="flex break-inside-avoid items-baseline gap-1.5">
          <dt class="min-w-14 text-right"><kbd>{cap(binding.key)}</kbd></dt>
          <dd class="truncate">{binding.title}</dd>
        </div>
      {/each}
    </dl>
  {/each}
</div>
