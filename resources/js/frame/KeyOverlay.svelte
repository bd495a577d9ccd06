<script lang="ts">
  import { getStudio } from '../acting/studio';
  import Behind from '../look/Behind.svelte';
  import { holdingIn } from '../keys/views';
  import { cap, chordModifiers, sameModifiers } from '../keys/keystroke';

  const { dialogs, panes, playing, shortcuts } = getStudio();

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
      return {
        key,
        title: `then one of ${follow.length}: ${follow.map(({ strip, title }) => strip || title.toLowerCase()).join(', ')}`,
      };
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

<div class="fixed inset-0 top-10 z-20 bg-base-100/70"></div>
<Behind close={() => dialogs.hideKeys()} class="top-10 z-20" />
<div
  class="fixed inset-x-3 top-34 bottom-3 z-30 overflow-auto rounded-box border border-base-300 bg-base-100 p-3 text-2xs leading-4 shadow-xl"
  role="dialog"
  aria-label="All keys of the moment"
>
  <div class="columns-[11rem] gap-4">
    {#each layers as { name, rows } (name)}
      <h2 class="mt-1 mb-0.5 break-after-avoid text-xs font-semibold">{name}</h2>
      <dl>
        {#each rows as binding (binding.key)}
          <div class="flex break-inside-avoid items-baseline gap-1.5">
            <dt class="min-w-11 flex-none text-right"><kbd class="leading-[0.85rem]">{cap(binding.key)}</kbd></dt>
            <dd class="min-w-0">{binding.title}</dd>
          </div>
        {/each}
      </dl>
    {/each}
  </div>
</div>
