<script lang="ts">
  import type { Snippet } from 'svelte';
  import { counted } from '../music/counted';
  import { cap } from '../keys/keystroke';
  import type { SongView } from '../commands/studio';
  import HandChoice from './HandChoice.svelte';
  import type { Pending } from '../keys/dispatcher';
  import type { Desk } from '../desk/desk.svelte';

  let {
    desk,
    view,
    keyOf,
    pending,
    recorded,
    run,
    children,
  }: {
    desk: Desk;
    view: SongView;
    keyOf: (line: string) => string;
    pending: Pending;
    recorded: string[] | null;
    run: (line: string) => void;
    /** what stands at its end */
    children?: Snippet;
  } = $props();
  const SLOW = 3;
  /** What happened has the room it needs; a mere word leaves it to what a press would do. */
  const isHeeded = $derived(desk.message.kind !== 'hint' || !desk.hands.word);
</script>

<div
  class="flex min-w-0 items-center gap-3 border-t border-base-300 bg-base-200 pr-3 text-xs {view !== 'table'
    ? ''
    : 'pl-3'}"
  class:text-error={desk.message.kind === 'refused'}
>
  {#if view !== 'table'}<HandChoice {desk} {keyOf} {run} />{/if}
  <p
    class="min-w-0 truncate {isHeeded ? 'max-w-[75%]' : 'flex-1'}"
    role="status"
    aria-live="polite"
    title={desk.message.text}
  >
    {desk.message.text}
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
  {#if desk.sender.stopped}
    <p role="alert" class="flex items-center gap-2 text-error">
      {desk.sender.stopped.message}
      {desk.waiting} not sent yet.
      <button class="btn btn-xs btn-error" onclick={() => desk.sender.resume()}>Send again</button>
      {#if desk.sender.stopped.isFault}
        <button class="btn btn-xs" onclick={() => desk.sender.skip()}>Leave it out</button>
      {/if}
    </p>
  {:else if desk.waiting > SLOW}
    <span>{desk.waiting} edits under way …</span>
  {/if}
  <span class="truncate text-right text-secondary {isHeeded ? 'min-w-0 flex-1' : 'max-w-[70%]'}" data-testid="hint">
    {#if desk.hands.word}{desk.hands.word}{:else if desk.history.undo}Undo: {desk.history.undo}{/if}
    {#if !desk.hands.word && desk.history.redo}{desk.history.undo ? '· ' : ''}Redo: {desk.history.redo}{/if}
  </span>
  {@render children?.()}
</div>
