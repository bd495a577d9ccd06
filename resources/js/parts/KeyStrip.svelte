<script lang="ts">
  import type { Binding } from '../api/types';
  import { cap, chordModifiers, modifiersOf, type Modifiers } from '../keys/chord';

  let { bindings, selected, run }: { bindings: Binding[]; selected: boolean; run: (line: string) => void } = $props();

  const NONE: Modifiers = { ctrl: false, alt: false, shift: false };
  let held = $state.raw<Modifiers>(NONE);

  const same = (a: Modifiers, b: Modifiers) => a.ctrl === b.ctrl && a.alt === b.alt && a.shift === b.shift;
  const needsNotes = (line: string) =>
    /^(quantize|as-played|nudge|length|legato|untangle|velocity|mute|transpose|duplicate|delete)/.test(line);
  const shown = $derived(
    bindings
      .filter((binding) => binding.strip !== '' && same(chordModifiers(binding.key), held))
      .sort((a, b) => Number(needsNotes(b.run) === selected) - Number(needsNotes(a.run) === selected)),
  );

  function follow(event: KeyboardEvent): void {
    const now = modifiersOf(event);
    if (!same(now, held)) held = now;
  }
</script>

<svelte:window onkeydown={follow} onkeyup={follow} onblur={() => (held = NONE)} />

<nav
  class="flex flex-wrap content-start gap-x-2.5 overflow-hidden border-t border-base-300 px-2 pt-0.5 text-xs"
  aria-label="Keys"
>
  {#each shown as binding (binding.key)}
    <button
      class="flex h-5 items-center gap-1 whitespace-nowrap {needsNotes(binding.run) && !selected
        ? 'text-secondary'
        : ''}"
      tabindex="-1"
      title={binding.title}
      onclick={(event) => {
        event.currentTarget.blur();
        run(binding.run);
      }}><kbd>{cap(binding.key)}</kbd>{binding.strip}</button
    >
  {/each}
</nav>
