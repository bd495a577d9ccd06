<script lang="ts">
  import { cap } from '../keys/chord';
  import type { Pending } from '../keys/dispatcher';
  import type { Session } from '../state/session.svelte';

  let {
    session,
    pending,
    recorded,
    run,
  }: { session: Session; pending: Pending; recorded: string[] | null; run: (line: string) => void } = $props();
  const SLOW = 3;
</script>

<div
  class="flex items-center gap-3 border-t border-base-300 bg-base-200 px-3 text-xs"
  class:text-error={session.message.kind === 'refused'}
>
  <p class="min-w-0 flex-1 truncate" role="status" aria-live="polite" title={session.message.text}>
    {session.message.text}
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
      >Recording, {recorded.length} lines · stop</button
    >
  {/if}
  {#if session.stopped}
    <p role="alert" class="flex items-center gap-2 text-error">
      {session.stopped}
      {session.waiting} not sent yet.
      <button class="btn btn-xs btn-error" onclick={() => session.resume()}>Send again</button>
    </p>
  {:else if session.waiting > SLOW}
    <span>{session.waiting} edits under way …</span>
  {/if}
  <span class="text-secondary">
    {#if session.history.undo}Undo: {session.history.undo}{/if}
    {#if session.history.redo}· Redo: {session.history.redo}{/if}
  </span>
</div>
