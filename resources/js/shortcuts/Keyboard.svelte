<script lang="ts">
  import type { Binding, Surface } from '../api';
  import { BESIDE, MAIN, PAD, type BoardKey } from '../keys/board';
  import { prefixed, type Modifiers } from '../keys/keystroke';

  let {
    bindings,
    where,
    layer,
    selected,
    onselect,
    ondropon,
  }: {
    bindings: Binding[];
    /** the place whose keys are drawn; the nearest shortcut of a key is the one that holds there */
    where: Surface;
    /** the modifiers whose layer is drawn */
    layer: Modifiers;
    selected: string;
    onselect: (key: string) => void;
    /** a command was dropped on a key */
    ondropon: (key: string, line: string) => void;
  } = $props();

  let over = $state('');
  const byKey = $derived(
    new Map(
      ['everywhere', where].flatMap((place) =>
        bindings
          .filter((binding) => (binding.where ?? 'everywhere') === place)
          .map((binding): [string, Binding] => [binding.key, binding]),
      ),
    ),
  );
  const rows = $derived(new Set(bindings.filter(({ key }) => key.includes(' ')).map(({ key }) => key.split(' ')[0])));

  function drop(event: DragEvent, key: string): void {
    event.preventDefault();
    over = '';
    const line = event.dataTransfer?.getData('text/plain');
    if (line) ondropon(key, line);
  }
</script>

{#snippet block(lines: BoardKey[][], name: string)}
  <div class="flex flex-col gap-1" role="group" aria-label={name}>
    {#each lines as keys, r (r)}
      <div class="flex gap-1">
        {#each keys as { key, width, label }, k (k)}
          {#if key === '_'}
            <span style:width="calc({width} * var(--key) + {width - 1} * 0.25rem)" aria-hidden="true"></span>
          {:else}
            {@const chord = prefixed(layer, key)}
            {@const binding = byKey.get(chord)}
            <button
              class="flex h-11 flex-col overflow-hidden rounded-md border px-0.5 py-0.5 text-left leading-none {chord ===
              selected
                ? 'border-accent ring-2 ring-accent'
                : binding
                  ? 'border-primary/50'
                  : 'border-dashed border-base-300'} {over === chord
                ? 'bg-accent/30'
                : binding
                  ? 'bg-[var(--tint-1)]'
                  : 'bg-base-100'}"
              style:width="calc({width} * var(--key) + {width - 1} * 0.25rem)"
              aria-label="{chord}: {binding?.title ?? (rows.has(chord) ? 'the first of two keys' : 'free')}"
              aria-pressed={chord === selected}
              title={binding ? `${binding.title}\n${binding.run.join('\n')}` : 'Free'}
              onclick={() => onselect(chord)}
              ondragover={(event) => {
                event.preventDefault();
                over = chord;
              }}
              ondragleave={() => (over = '')}
              ondrop={(event) => drop(event, chord)}
            >
              <span class="text-[0.625rem] font-semibold {binding ? '' : 'text-secondary'}">{label}</span>
              <span class="mt-0.5 line-clamp-2 text-[0.53rem] leading-[1.1] tracking-tight break-words hyphens-auto"
                >{binding ? binding.strip || binding.title : rows.has(chord) ? '…' : ''}</span
              >
            </button>
          {/if}
        {/each}
      </div>
    {/each}
  </div>
{/snippet}

<div class="flex flex-col gap-3 [--key:2.62rem]">
  {@render block(MAIN, 'Letters and signs')}
  <div class="flex gap-8">
    {@render block(BESIDE, 'Beside the letters')}
    {@render block(PAD, 'Number pad')}
  </div>
</div>
