<script lang="ts">
  import type { Binding } from '../api';
  import { getStudio } from '../commands/studio';
  import { holdingIn } from '../keys/views';
  import { cap, chordModifiers, modifiersOf, NO_MODIFIERS, sameModifiers, type Modifiers } from '../keys/keystroke';

  const { acting, calmFacts, catalog, chosenClips, keyHandling, panes, playing, shortcuts } = getStudio();

  const bindings = $derived(shortcuts.map.bindings.filter(({ key }) => !playing.letters.takes(key)));
  /** whether there is something that edits reach */
  const selected = $derived(
    panes.reached === 'song' ? chosenClips.placed.length > 0 : calmFacts.now.selected || calmFacts.now.points !== '',
  );
  /** the first of two keys in a row, while the second is awaited */
  const pending = $derived(keyHandling.pending.keys);
  const { moment } = $derived(keyHandling);
  let held = $state.raw<Modifiers>(NO_MODIFIERS);
  const needing = $derived(
    new Set(
      catalog.edits.filter(({ subject }) => subject === 'selection' || subject === 'levels').map(({ name }) => name),
    ),
  );
  const moves = (lines: string[]) => (selected ? '' : acting.movesInstead(lines));
  const needsNotes = ({ run: lines }: Binding) =>
    lines.some((line) => needing.has(line.split(' ', 1)[0])) && !moves(lines);
  /** What can be done now comes first, and of that what is one key. */
  const rank = (binding: Binding) =>
    needsNotes(binding) !== selected ? 3 : binding.key.includes(' ') ? 2 : moves(binding.run) ? 1 : 0;
  const shown = $derived(
    holdingIn(bindings, panes.reached)
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
        acting.act(binding.run, 'mouse');
      }}
      ><kbd>{cap(pending ? binding.key.split(' ')[1] : binding.key)}</kbd>{moves(binding.run) ||
        binding.strip ||
        binding.title}</button
    >
  {/each}
</nav>
