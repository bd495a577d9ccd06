<script lang="ts">
  import type { MomentKey } from '../commands/moment';
  import type { Binding, Declaration, Surface } from '../api';
  import { holdingIn } from '../keys/views';
  import { cap, chordModifiers, modifiersOf, NO_MODIFIERS, sameModifiers, type Modifiers } from '../keys/keystroke';

  let {
    bindings,
    edits,
    selected,
    where,
    pending,
    moment,
    instead,
    run,
  }: {
    bindings: Binding[];
    edits: Declaration[];
    selected: boolean;
    where: Surface;
    /** the first of two keys in a row, while the second is awaited */
    pending: string;
    /** what some keys do for the moment instead, by chord */
    moment: MomentKey[];
    /** what some lines do instead where nothing is selected; '' for the others */
    instead: (lines: string[]) => string;
    run: (lines: string[]) => void;
  } = $props();

  let held = $state.raw<Modifiers>(NO_MODIFIERS);
  const needing = $derived(
    new Set(edits.filter(({ subject }) => subject === 'selection' || subject === 'levels').map(({ name }) => name)),
  );
  const moves = (lines: string[]) => (selected ? '' : instead(lines));
  const needsNotes = ({ run: lines }: Binding) =>
    lines.some((line) => needing.has(line.split(' ', 1)[0])) && !moves(lines);
  /** What can be done now comes first, and of that what is one key. */
  const rank = (binding: Binding) =>
    needsNotes(binding) !== selected ? 3 : binding.key.includes(' ') ? 2 : moves(binding.run) ? 1 : 0;
  const shown = $derived(
    holdingIn(bindings, where)
      .filter(
        (binding) =>
          (binding.strip !== '' || pending !== '') &&
          !moment.some(([key]) => key === binding.key) &&
          (pending
            ? binding.key.startsWith(`${pending} `)
            : sameModifiers(chordModifiers(binding.key.split(' ')[0]), held)),
      )
      .sort((a, b) => rank(a) - rank(b)),
  );

  function follow(event: KeyboardEvent): void {
    const now = modifiersOf(event);
    if (!sameModifiers(now, held)) held = now;
  }
</script>

<svelte:window onkeydown={follow} onkeyup={follow} onblur={() => (held = NO_MODIFIERS)} />

<nav
  class="flex flex-wrap content-start gap-x-2.5 overflow-hidden border-t border-base-300 px-2 pt-0.5 text-xs"
  aria-label="Keys"
>
  {#if sameModifiers(held, NO_MODIFIERS)}
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
      class="flex h-5 items-center gap-1 whitespace-nowrap {needsNotes(binding) && !selected ? 'text-secondary' : ''}"
      tabindex="-1"
      title={binding.title}
      onclick={(event) => {
        event.currentTarget.blur();
        run(binding.run);
      }}
      ><kbd>{cap(pending ? binding.key.split(' ')[1] : binding.key)}</kbd>{moves(binding.run) ||
        binding.strip ||
        binding.title}</button
    >
  {/each}
</nav>
