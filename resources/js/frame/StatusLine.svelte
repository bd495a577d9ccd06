<script lang="ts">
  import type { Snippet } from 'svelte';
  import { counted } from '../music/counted';
  import { cap } from '../keys/keystroke';
  import HandChoice from './HandChoice.svelte';
  import { getStudio } from '../acting/studio';

  const { acting, contents, hands, keyHandling, panes, recipes, sender, status } = getStudio();
  const { run } = acting;

  let {
    children,
  }: {
    /** what stands at its end */
    children?: Snippet;
  } = $props();
  const SLOW = 3;
  /** What happened has the room it needs; a mere word leaves it to what a press would do. */
  const { pending } = $derived(keyHandling);
  const { recorded } = $derived(recipes);
  const isHeeded = $derived(status.message.kind !== 'hint' || !hands.word);
</script>

<div
  class="flex min-w-0 items-center gap-3 border-t border-base-300 bg-base-200 pr-3 text-xs {panes.reached !== 'table'
    ? ''
    : 'pl-3'}"
  class:text-error={status.message.kind === 'refused'}
>
  {#if panes.reached !== 'table'}<HandChoice />{/if}
  <p
    class="min-w-0 truncate {isHeeded ? 'max-w-[75%]' : 'flex-1'}"
    role="status"
    aria-live="polite"
    title={status.message.text}
  >
    {status.message.text}
  </p>
  {#if pending.keys || pending.digits !== null}
    <span class="font-semibold text-accent"
      >{pending.digits === null ? '' : `${pending.digits || '…'} × `}{pending.keys
        ? `${cap(pending.keys)} then …`
        : 'the next key'}</span
    >
  {/if}
  {#if recorded}
    <button class="btn btn-xs btn-accent" onclick={() => run('record')}
      >Recording, {counted(recorded.length, 'line')} · stop</button
    >
  {/if}
  {#if sender.stopped}
    <p role="alert" class="flex items-center gap-2 text-error">
      {sender.stopped.message}
      {sender.waiting} not sent yet.
      <button class="btn btn-xs btn-error" onclick={() => sender.resume()}>Send again</button>
      {#if sender.stopped.isFault}
        <button class="btn btn-xs" onclick={() => sender.skip()}>Leave it out</button>
      {/if}
    </p>
  {:else if sender.waiting > SLOW}
    <span>{sender.waiting} edits under way …</span>
  {/if}
  <span class="truncate text-right text-secondary {isHeeded ? 'min-w-0 flex-1' : 'max-w-[70%]'}" data-testid="hint">
    {#if hands.word}{hands.word}{:else if contents.history.undo}Undo: {contents.history.undo}{/if}
    {#if !hands.word && contents.history.redo}{contents.history.undo ? '· ' : ''}Redo: {contents.history.redo}{/if}
  </span>
  {@render children?.()}
</div>
