<script lang="ts">
  import Behind from '../look/Behind.svelte';
  import type { Binding, Surface } from '../api';
  import { cap, keptBySystem, strokeOf, wheelChord } from '../keys/keystroke';
  import type { Shortcuts } from '../keys/shortcuts.svelte';

  let {
    shortcuts,
    lines,
    title,
    where,
    given,
    close,
  }: {
    shortcuts: Shortcuts;
    /** what the key is to run */
    lines: string[];
    title: string;
    /** the view one is in, where both shortcuts can be kept */
    where: Surface;
    /** told the caps of the key once it is kept */
    given: (key: string) => void;
    close: () => void;
  } = $props();

  /** the first of two keys in a row, such as F2 */
  let first = $state('');
  let made = $state.raw<Binding | null>(null);
  let panel = $state<HTMLElement>();
  const displaced = $derived(made ? shortcuts.displaced(made) : []);
  const beginsRow = (chord: string) => shortcuts.map.bindings.some(({ key }) => key.startsWith(`${chord} `));

  $effect(() => panel?.focus());

  async function keep(binding: Binding): Promise<void> {
    await shortcuts.set(binding);
    if (shortcuts.problem) return;
    given(cap(binding.key));
    close();
  }

  async function take(chord: string): Promise<void> {
    if (first === '' && beginsRow(chord)) {
      first = chord;
      made = null;
      return;
    }
    const key = first ? `${first} ${chord}` : chord;
    first = '';
    made = { key, run: lines, title, strip: '' };
    if (shortcuts.displaced(made).length === 0) await keep(made);
  }

  function press(event: KeyboardEvent): void {
    // Tab, and a press of a button, are for what is offered here.
    const onButton = event.target instanceof HTMLButtonElement && ['Enter', ' '].includes(event.key);
    if (event.key === 'Tab' || onButton) return;
    event.preventDefault();
    event.stopPropagation();
    if (event.key === 'Escape') close();
    else if (event.key === 'Enter' && made) void keep(made);
    else if (strokeOf(event).letter !== '') void take(strokeOf(event).letter);
  }
</script>

<svelte:window onkeydowncapture={press} />

<Behind class="z-30" {close} />
<div
  bind:this={panel}
  class="fixed inset-x-0 top-24 z-40 mx-auto w-[min(30rem,94vw)] rounded-box border border-base-300 bg-base-100 p-4 text-sm shadow-xl"
  role="dialog"
  tabindex="-1"
  aria-label="Give this a key"
  onwheel={(event) => {
    event.preventDefault();
    if (event.deltaY !== 0 && wheelChord(event).includes('+')) void take(wheelChord(event));
  }}
>
  <p class="font-semibold">{title}</p>
  {#if lines.join('; ') !== title}<p class="text-xs break-words text-secondary">{lines.join('; ')}</p>{/if}
  {#if made && displaced.length > 0}
    <p role="alert" class="mt-2 text-error">
      {cap(made.key)} is {displaced
        .map((other) => `“${other.title}”${other.key === made?.key ? '' : ` (${cap(other.key)})`}`)
        .join(', ')} already.
    </p>
    <div class="mt-2 flex flex-wrap gap-2">
      <button class="btn btn-sm btn-primary" onclick={() => made && keep(made)}
        >Replace <kbd class="text-base-content">Enter</kbd></button
      >
      {#if displaced.every((other) => (other.where ?? 'everywhere') === 'everywhere')}
        <button class="btn btn-sm" onclick={() => made && keep({ ...made, where })}
          >Keep both: this one only in the {where}</button
        >
      {/if}
    </div>
    <p class="mt-2 text-xs text-secondary">Or press another key. <kbd>Esc</kbd> leaves it.</p>
  {:else}
    <p class="mt-2" aria-live="polite">{first ? `${cap(first)} then …` : 'Press the key …'}</p>
    <p class="mt-1 text-xs text-secondary">
      A key that begins two in a row waits for the second one. <kbd>Esc</kbd> leaves it.
    </p>
  {/if}
  {#if made && keptBySystem(made.key)}
    <p class="mt-1 text-xs text-error">{cap(made.key)} may never arrive here: {keptBySystem(made.key)}.</p>
  {/if}
  {#if shortcuts.problem}<p role="alert" class="mt-1 text-xs text-error">{shortcuts.problem}</p>{/if}
</div>
