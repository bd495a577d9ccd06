<script lang="ts">
  import { cap, keptBySystem, strokeOf, wheelChord } from '../keys/keystroke';

  let {
    value,
    label,
    byPlace = false,
    onset,
  }: { value: string; label: string; byPlace?: boolean; onset: (key: string) => void } = $props();

  /** what was pressed so far, while it listens; null while it does not */
  let first = $state<string | null>(null);
  let listening = $state(false);

  function take(chord: string): void {
    if (first !== null && first !== '') {
      onset(`${first} ${chord}`);
    } else if (first === '') {
      first = chord;
      return;
    } else {
      onset(chord);
    }
    listening = false;
    first = null;
  }

  function press(event: KeyboardEvent): void {
    if (!listening) return;
    event.preventDefault();
    event.stopPropagation();
    const stroke = strokeOf(event);
    if (stroke.letter !== '') take(byPlace ? stroke.place : stroke.letter);
  }

  function turn(event: WheelEvent): void {
    if (!listening || event.deltaY === 0) return;
    event.preventDefault();
    take(wheelChord(event));
  }

  let button = $state<HTMLButtonElement>();

  /** Takes the next key that is pressed. */
  export function begin(): void {
    button?.focus();
    listen(false);
  }

  function listen(inARow: boolean): void {
    listening = true;
    first = inARow ? '' : null;
  }
</script>

<svelte:window onkeydowncapture={press} />

<span class="inline-flex items-center gap-1">
  <button
    bind:this={button}
    type="button"
    class="btn btn-sm {listening ? 'btn-accent' : ''}"
    aria-label="{label}: {value ? cap(value) : 'none'}; press to set"
    onclick={() => listen(false)}
    onblur={() => (listening = false)}
    onwheel={turn}
  >
    {#if listening}
      {first ? `${cap(first)} then …` : first === '' ? 'Press the first key …' : 'Press the key …'}
    {:else if value}
      <kbd class="text-base-content">{cap(value)}</kbd>
    {:else}
      Set a key
    {/if}
  </button>
  {#if !listening}
    <button
      type="button"
      class="btn btn-ghost btn-xs"
      title="Two keys, one after the other"
      onclick={(event) => {
        (event.currentTarget.previousElementSibling as HTMLElement).focus();
        listen(true);
      }}>two in a row</button
    >
  {/if}
</span>
{#if value && keptBySystem(value)}
  <span class="text-xs text-error">{cap(value)} may never arrive here: {keptBySystem(value)}.</span>
{/if}
