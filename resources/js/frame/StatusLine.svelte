<script lang="ts">
  import Redo2 from '@lucide/svelte/icons/redo-2';
  import Undo2 from '@lucide/svelte/icons/undo-2';
  import type { Snippet } from 'svelte';
  import { counted } from '../music/counted';
  import { cap } from '../keys/keystroke';
  import HandChoice from './HandChoice.svelte';
  import { getStudio } from '../acting/studio';

  const { acting, contents, hands, keyHandling, panes, recipes, sender, status } = getStudio();
  const { run, keyOf } = acting;

  let {
    children,
  }: {
    /** what stands at its end */
    children?: Snippet;
  } = $props();
  const SLOW = 3;
  const { pending } = $derived(keyHandling);
  const { recorded } = $derived(recipes);
</script>

<div
  class="relative flex h-7 min-w-0 items-center gap-3 border-t border-base-300 bg-base-200 pr-2 text-xs {panes.reached !==
  'table'
    ? ''
    : 'pl-3'}"
>
  {#if panes.reached !== 'table'}<HandChoice />{/if}
  <!-- What happened is told whole: what has no room in one line stands over what is above. -->
  <div class="relative h-full min-w-0 flex-1">
    <p
      class="absolute bottom-0 left-0 z-10 flex min-h-full max-w-full items-center bg-base-200 pr-2 leading-tight {status
        .message.kind === 'refused'
        ? 'text-error'
        : ''}"
      role="status"
      aria-live="polite"
    >
      {status.message.text}
    </p>
  </div>
  {#if pending.keys || pending.digits !== null}
    <span class="flex-none font-semibold text-accent"
      >{pending.digits === null ? '' : `${pending.digits || '…'} × `}{pending.keys
        ? `${cap(pending.keys)} then …`
        : 'the next key'}</span
    >
  {/if}
  {#if recorded}
    <button class="btn flex-none btn-xs btn-accent" onclick={() => run('record')}
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
    <span class="flex-none">{sender.waiting} edits under way …</span>
  {/if}
  {#if hands.word}
    <!-- Of several words that many are shown as there is room for; the buttons beside it stay. -->
    <span class="flex h-4 max-w-[55%] flex-wrap justify-end gap-x-2 overflow-hidden text-secondary" data-testid="hint">
      {#each hands.word.split(' · ') as word, k (k)}<span class="max-w-full">{k > 0 ? '· ' : ''}{word} </span>{/each}
    </span>
  {/if}
  {@render walk('undo', 'Undo', Undo2, contents.history.did, contents.history.undo)}
  {@render walk('redo', 'Redo', Redo2, contents.history.does, contents.history.redo)}
  {@render children?.()}
</div>

{#snippet walk(line: string, name: string, Icon: typeof Undo2, words: string | null, lines: string | null)}
  {#if words !== null}
    <button
      class="flex h-6 max-w-72 min-w-6 flex-none cursor-pointer items-center gap-1 rounded px-1 hover:bg-base-300"
      title="{name} ({keyOf(line)}): {words}. As lines: {lines}"
      aria-label="{name}: {words}"
      data-testid={line}
      onclick={() => run(line)}
      ><Icon size={14} class="flex-none" aria-hidden="true" /><span class="truncate max-sm:hidden">{words}</span
      ></button
    >
  {/if}
{/snippet}
