<script lang="ts">
  import { untrack } from 'svelte';
  import { getStudio } from '../acting/studio';

  const { acting, contents, views, why } = getStudio();
  const { keyOf } = acting;

  const { now } = $derived(why);
  const others = $derived(why.reasons.length - 1);

  // What it is about is another now.
  $effect(() => {
    void [contents.notes, contents.song, views.shown];
    untrack(() => why.close());
  });
</script>

{#if now}
  <div
    class="z-20 col-start-2 row-start-3 m-2 flex max-w-full items-center gap-2 self-end justify-self-center rounded-box
      border-2 border-secondary bg-base-100 px-3 py-1 text-xs shadow"
    role="group"
    aria-label="Why?"
  >
    <p role="status" class="min-w-0" data-testid="why">{now.text}</p>
    {#if now.cure.length > 0}
      <button class="btn flex-none btn-xs btn-primary" onclick={() => acting.cure()} title={now.cure.join('; ')}
        >Cure it <kbd class="text-base-content">Enter</kbd></button
      >
    {/if}
    {#if others > 0}
      <button class="btn flex-none btn-xs" onclick={() => void why.ask()}
        >{others} more <kbd>{keyOf('why')}</kbd></button
      >
    {/if}
    <button class="btn flex-none btn-xs" onclick={() => why.close()}>Close <kbd>Esc</kbd></button>
  </div>
{/if}
