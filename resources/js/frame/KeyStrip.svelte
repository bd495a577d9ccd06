<script lang="ts">
  import { untrack } from 'svelte';
  import type { Binding } from '../api';
  import { getStudio } from '../acting/studio';
  import { holdingIn } from '../keys/views';
  import { cap, chordModifiers, modifiersOf, NO_MODIFIERS, sameModifiers, type Modifiers } from '../keys/keystroke';

  const { acting, applies, calmFacts, chosenClips, keyHandling, lanes, nudge, panes, playing } = getStudio();
  const { range, shortcuts } = getStudio();

  /** the first of two keys in a row, while the second is awaited */
  const pending = $derived(keyHandling.pending.keys);
  const { moment } = $derived(keyHandling);
  let held = $state.raw<Modifiers>(NO_MODIFIERS);

  interface Offer {
    binding: Binding;
    /** what a nudge does where nothing is selected; '' where it does what it says */
    instead: string;
    /** why it does not apply; '' where it does */
    whyNot: string;
    /** whether it needs something that is selected */
    needs: boolean;
  }

  // It follows a frame after the notes, as all that is said of them.
  const offers = $derived.by((): Offer[] => {
    void [calmFacts.turn, panes.reached, chosenClips.placed, range.span, lanes.current];
    const bindings = shortcuts.map.bindings.filter(({ key }) => !playing.letters.takes(key));
    return untrack(() =>
      holdingIn(bindings, panes.reached).map((binding) => {
        const instead = acting.movesInstead(binding.run);
        const whyNot = instead ? '' : applies.whyNot(binding.run);
        return { binding, instead, whyNot, needs: !instead && applies.needsSelection(binding.run) };
      }),
    );
  });
  /** whether there is something that edits reach */
  const selected = $derived(
    panes.reached === 'song' ? chosenClips.placed.length > 0 : calmFacts.now.selected || calmFacts.now.points !== '',
  );
  /** What can be done now comes first, and of that what is one key. */
  const rank = ({ binding, instead, needs }: Offer) =>
    needs !== selected ? 3 : binding.key.includes(' ') ? 2 : instead ? 1 : 0;
  const shown = $derived(
    offers
      .filter(
        ({ binding }) =>
          (binding.strip !== '' || pending !== '') &&
          !moment.some(([key]) => key === binding.key) &&
          (pending
            ? binding.key.startsWith(`${pending} `)
            : sameModifiers(chordModifiers(binding.key.split(' ')[0]), held)),
      )
      .sort((a, b) => rank(a) - rank(b)),
  );

  /** What stands at a key; the larger nudge amount by what it is. */
  function stripOf({ run, strip, title }: Binding): string {
    const isLarger = run.length === 1 && /\bby=-?step2\b/.test(run[0]);
    return isLarger ? strip.replace('larger', nudge.amounts[1]) : strip || title;
  }

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
        onclick={act}><kbd>{cap(key)}</kbd>{strip}</button
      >
    {/each}
  {/if}
  {#each shown as { binding, instead, whyNot } (binding.key)}
    <button
      class="flex h-5 items-center gap-1 whitespace-nowrap {whyNot ? 'text-secondary' : ''}"
      tabindex="-1"
      aria-disabled={whyNot !== ''}
      title={whyNot ? `${binding.title}: ${whyNot}` : binding.title}
      onclick={() => acting.act(binding.run, 'mouse')}
      ><kbd>{cap(pending ? binding.key.split(' ')[1] : binding.key)}</kbd>{#if keyHandling.count > 0}<b
          >{keyHandling.countSaid(binding)}</b
        >{/if}{instead || stripOf(binding)}</button
    >
  {/each}
</nav>
