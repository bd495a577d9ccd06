<script lang="ts">
  import { getStudio } from '../acting/studio';
  import { holdingIn } from '../keys/views';
  import { cap, chordModifiers, sameModifiers } from '../keys/keystroke';

  const { panes, playing, shortcuts } = getStudio();

  const LAYERS = [
    ['alone', { ctrl: false, alt: false, shift: false }],
    ['with Shift', { ctrl: false, alt: false, shift: true }],
    ['with Alt', { ctrl: false, alt: true, shift: false }],
    ['with Ctrl', { ctrl: true, alt: false, shift: false }],
  ] as const;
  const here = $derived(
    holdingIn(shortcuts.map.bindings, panes.reached).filter(({ key }) => !playing.letters.takes(key)),
  );
  /** Of keys that others follow one row each: what follows is told by the strip once the first one was pressed. */
  const single = $derived(here.filter(({ key }) => !key.includes(' ')));
  const following = $derived(here.filter(({ key }) => key.includes(' ')));
  const firsts = $derived(
    [...new Set(following.map(({ key }) => key.split(' ')[0]))].map((key) => {
      const follow = following.filter((binding) => binding.key.startsWith(`${key} `));
      return { key, title: `then one of ${follow.length}: ${follow.map(({ strip }) => strip).join(', ')}` };
    }),
  );
  const layers = $derived([
    ...LAYERS.map(([name, modifiers]) => ({
      name,
      rows: single.filter(({ key }) => sameModifiers(chordModifiers(key), modifiers)),
    })),
    {
      name: 'with several',
      rows: single.filter(({ key }) => !LAYERS.some(([, modifiers]) => sameModifiers(chordModifiers(key), modifiers))),
    },
    { name: 'two in a row', rows: firsts },
  ]);
</script>

<div
  class="fixed inset-x-3 top-3 z-20 max-h-[calc(100%-1.5rem)] columns-[11.5rem] gap-3 overflow-auto rounded-box border border-base-300 bg-base-100 p-3 text-[0.6875rem] leading-[0.95rem] shadow-xl"
  role="dialog"
  aria-label="All keys of the moment"
>
  {#each layers as { name, rows } (name)}
    <h2 class="mt-1 mb-0.5 break-after-avoid text-xs font-semibold">{name}</h2>
    <dl>
      {#each rows as binding (binding.key)}
        <div class="flex break-inside-avoid items-baseline gap-1.5">
          <dt class="min-w-11 flex-none text-right"><kbd class="leading-[0.85rem]">{cap(binding.key)}</kbd></dt>
          <dd class="truncate" title={binding.title}>{binding.title}</dd>
        </div>
      {/each}
    </dl>
  {/each}
</div>
