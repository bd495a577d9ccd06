<script lang="ts">
  import type { Binding, Declaration } from '../api/types';
  import { cap, chordModifiers, modifiersOf, type Modifiers } from '../keys/chord';

  let {
    bindings,
    edits,
    selected,
    moment,
    run,
  }: {
    bindings: Binding[];
    edits: Declaration[];
    selected: boolean;
    /** what some keys do for the moment instead, by chord */
    moment: [key: string, strip: string, act: () => void][];
    run: (line: string) => void;
  } = $props();

  const NONE: Modifiers = { ctrl: false, alt: false, shift: false };
  let held = $state.raw<Modifiers>(NONE);

  const same = (a: Modifiers, b: Modifiers) => a.ctrl === b.ctrl && a.alt === b.alt && a.shift === b.shift;
  const needing = $derived(new Set(edits.filter(({ subject }) => subject === 'selection').map(({ name }) => name)));
  const needsNotes = (line: string) => needing.has(line.split(' ', 1)[0]);
  const shown = $derived(
    bindings
      .filter(
        (binding) =>
          binding.strip !== '' &&
          !moment.some(([key]) => key === binding.key) &&
          same(chordModifiers(binding.key), held),
      )
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
  {#if same(held, NONE)}
    {#each moment as [key, strip, act] (key)}
      <button
        class="flex h-5 items-center gap-1 font-semibold whitespace-nowrap text-accent"
        tabindex="-1"
        onclick={(event) => {
          event.currentTarget.blur();
          act();
        }}><kbd>{cap(key)}</kbd>{strip}</button
      >
    {/each}
  {/if}
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
