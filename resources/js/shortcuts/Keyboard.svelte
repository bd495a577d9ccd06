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

  /** How wide all is, in CSS pixels, and so many keys beside each other; no key is narrower than it can be read and hit. */
  let room = $state(700);
  const [BESIDE_EACH_OTHER, GAPS, NARROWEST] = [14.6, 60, 42];
  const keyWidth = $derived(Math.max(NARROWEST, (room - GAPS) / BESIDE_EACH_OTHER));
  /** How wide a letter is, what is left free beside the words of a tile, and how many lines there are. */
  const [LETTER, FREE, LINES] = [5.2, 10, 2];

  /** What a tile says: all of it or nothing, for half of a title says something else; all is told where the pointer rests. */
  function words(binding: Binding | undefined, chord: string, width: number): string {
    if (!binding) return rows.has(chord) ? '…' : '';
    return [binding.strip, binding.title].find((text) => text !== '' && fits(text, width)) ?? '';
  }

  function fits(text: string, width: number): boolean {
    const letters = Math.floor((width * keyWidth - FREE) / LETTER);
    const lines: string[] = [''];
    for (const word of text.split(' ')) {
      const last = lines[lines.length - 1];
      if (word.length > letters) return false;
      if (last === '' || last.length + 1 + word.length <= letters) lines[lines.length - 1] = `${last} ${word}`.trim();
      else lines.push(word);
    }
    return lines.length <= LINES;
  }

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
              class="flex h-11 flex-col overflow-hidden rounded-md border px-1 py-0.5 text-left leading-none {chord ===
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
              <span class="text-2xs leading-3 font-semibold {binding ? '' : 'text-secondary'}">{label}</span>
              <span class="text-2xs leading-3 tracking-tight">{words(binding, chord, width)}</span>
            </button>
          {/if}
        {/each}
      </div>
    {/each}
  </div>
{/snippet}

<div class="flex w-full flex-col gap-3" style:--key="{keyWidth}px" bind:clientWidth={room}>
  {@render block(MAIN, 'Letters and signs')}
  <div class="flex gap-8">
    {@render block(BESIDE, 'Beside the letters')}
    {@render block(PAD, 'Number pad')}
  </div>
</div>
