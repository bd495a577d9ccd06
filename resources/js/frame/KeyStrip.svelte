<script lang="ts">
  import { onDestroy, untrack } from 'svelte';
  import type { Binding } from '../api';
  import ChevronDown from '@lucide/svelte/icons/chevron-down';
  import ChevronUp from '@lucide/svelte/icons/chevron-up';
  import { room } from '../look/room';
  import { Resting } from '../looking/resting';
  import { getStudio } from '../acting/studio';
  import { total, use } from '../commands/use.svelte';
  import { holdingIn } from '../keys/views';
  import { cap, chordModifiers, modifiersOf, NO_MODIFIERS, sameModifiers, type Modifiers } from '../keys/keystroke';
  import { setting, settings } from '../settings/settings.svelte';

  const { acting, applies, calmFacts, catalog, chosenClips, keyHandling, lanes, nudge, panes, playing } = getStudio();
  const { looking, player, preview, range, shortcuts } = getStudio();

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
  /** The few that fit what is selected and are used most stand first and large; without a modifier, for then all are meant. */
  const FIRST = 6;
  const uses = ({ binding: { run } }: Offer) => (use.lines[run[0]] ? total(use.lines[run[0]]) : 0);
  const first = $derived.by(() => {
    const isPlain = !pending && sameModifiers(held, NO_MODIFIERS);
    const fitting = shown.filter((offer) => isPlain && rank(offer) === 0 && offer.whyNot === '');
    return untrack(() => fitting.toSorted((a, b) => uses(b) - uses(a)).slice(0, FIRST));
  });
  const groupOf = new Map([...catalog.edits, ...catalog.view].map(({ name, group }) => [name, group]));
  /** As the hand lies. */
  const GROUPS = ['Timing', 'Pitch', 'Length', 'Dynamics'];
  const placeOf = (group: string) => (GROUPS.includes(group) ? GROUPS.indexOf(group) : GROUPS.length);
  const groups = $derived.by(() => {
    const rest = shown.filter((offer) => !first.includes(offer));
    const by = new Map<string, Offer[]>();
    for (const one of rest) {
      const group = groupOf.get(one.binding.run[0].split(' ', 1)[0]) ?? 'Recipes';
      by.set(group, [...(by.get(group) ?? []), one]);
    }
    return [...by].sort(([a], [b]) => placeOf(a) - placeOf(b));
  });

  /** What stands at a key; the larger nudge amount by what it is. */
  function stripOf({ run, strip, title }: Binding): string {
    const isLarger = run.length === 1 && /\bby=-?step2\b/.test(run[0]);
    return isLarger ? strip.replace('larger', nudge.amounts[1]) : strip || title;
  }

  /** A modifier that is held for less, in ms, is a part of a key: nobody reads the strip meanwhile, and drawing it takes time. */
  const READ_AFTER = 150;
  let reading: ReturnType<typeof setTimeout> | undefined;

  function hold(now: Modifiers): void {
    clearTimeout(reading);
    if (sameModifiers(now, held)) return;
    // Who reads what lies on some of them sees the others at once.
    if (sameModifiers(held, NO_MODIFIERS)) reading = setTimeout(() => (held = now), READ_AFTER);
    else held = now;
  }
  function follow(event: KeyboardEvent): void {
    resting.leave();
    hold(modifiersOf(event));
  }

  const resting = new Resting({ preview, looking, player });
  const editNames = new Set(catalog.edits.map(({ name }) => name));
  const areEdits = (run: readonly string[]) => run.every((line) => editNames.has(line.split(' ', 1)[0]));
  onDestroy(() => resting.leave());
</script>

<svelte:window onkeydown={follow} onkeyup={follow} onblur={() => hold(NO_MODIFIERS)} />

{#snippet offer({ binding, instead, whyNot }: Offer, look: string)}
  <button
    class="flex h-6 flex-none items-center gap-1 whitespace-nowrap {look} {whyNot ? 'text-secondary' : ''}"
    tabindex="-1"
    aria-disabled={whyNot !== ''}
    title={whyNot ? `${binding.title}: ${whyNot}` : binding.title}
    onpointerenter={() => (whyNot || instead || !areEdits(binding.run) ? resting.leave() : resting.over(binding.run))}
    onpointerleave={() => resting.leave()}
    onclick={() => {
      resting.leave();
      acting.act(binding.run, 'mouse');
    }}
    ><kbd>{cap(pending ? binding.key.split(' ')[1] : binding.key)}</kbd>{#if keyHandling.count > 0}<b
        >{keyHandling.countSaid(binding)}</b
      >{/if}{instead || stripOf(binding)}</button
  >
{/snippet}

<div class="relative flex min-w-0 border-t border-base-300 pr-7">
  <nav
    class="flex min-w-0 flex-1 flex-wrap content-start gap-x-3 overflow-hidden px-2 text-xs {settings.keyStrip ===
      'one' || room.isLow.current
      ? 'h-7 items-center'
      : 'h-12'}"
    aria-label="Keys"
  >
    {#if sameModifiers(held, NO_MODIFIERS)}
      {#each moment as [key, strip, act] (key)}
        <button
          class="flex h-6 flex-none items-center gap-1 text-sm font-semibold whitespace-nowrap text-accent"
          tabindex="-1"
          onclick={act}><kbd>{cap(key)}</kbd>{strip}</button
        >
      {/each}
    {/if}
    {#each first as one (one.binding.key)}{@render offer(one, 'text-sm font-medium')}{/each}
    {#each groups as [group, offers] (group)}
      <!-- The name of a group keeps to its first key where the line breaks. -->
      {#each offers as one, k (one.binding.key)}
        {#if k === 0 && !pending}<span class="flex flex-none items-center gap-1.5 border-l border-base-300 pl-2"
            ><span class="text-2xs text-secondary">{group.toLowerCase()}</span>{@render offer(one, '')}</span
          >{:else}{@render offer(one, '')}{/if}
      {/each}
    {/each}
  </nav>
  <button
    class="absolute top-0.5 right-0.5 grid size-6 cursor-pointer place-content-center rounded hover:bg-base-300"
    aria-label={settings.keyStrip === 'one' ? 'Keys in two lines' : 'Keys in one line'}
    data-tip={settings.keyStrip === 'one' ? 'Two lines' : 'One line'}
    aria-pressed={settings.keyStrip === 'two'}
    onclick={() => setting.keyStrip(settings.keyStrip === 'one' ? 'two' : 'one')}
    >{#if settings.keyStrip === 'one'}<ChevronUp size={14} aria-hidden="true" />{:else}<ChevronDown
        size={14}
        aria-hidden="true"
      />{/if}</button
  >
</div>
