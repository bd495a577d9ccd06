<script lang="ts">
  import X from '@lucide/svelte/icons/x';
  import { getStudio } from '../acting/studio';

  const { acting, contents, keptSelections } = getStudio();
  const { keyOf } = acting;

  let name = $state('');
  const kept = $derived(keptSelections);
</script>

<div class="mt-1 flex flex-wrap items-center gap-1 text-xs" role="group" aria-label="Kept selections">
  {#each kept.names as one (one)}
    <span class="join">
      <button class="btn join-item px-1.5 btn-xs" onclick={() => kept.take(one)}>{one} {kept.all[one]}</button><button
        class="btn btn-square join-item btn-xs"
        aria-label="Do not keep {one}"
        title="Do not keep it"
        onclick={() => void kept.forget(one)}><X size={11} aria-hidden="true" /></button
      >
    </span>
  {/each}
  {#if contents.notes.selectedCount > 0}
    <form
      class="join w-full"
      onsubmit={(event) => {
        event.preventDefault();
        void kept.keep(name.trim() || undefined);
        name = '';
        (document.activeElement as HTMLElement | null)?.blur();
      }}
    >
      <input
        class="input join-item min-w-0 flex-1 input-xs"
        aria-label="Keep the selection as"
        placeholder="a name for it"
        maxlength="60"
        bind:value={name}
      />
      <button
        class="btn join-item btn-xs"
        aria-label="Keep the selection"
        title="Keep the selection ({keyOf('keep-selection')})">Keep</button
      >
    </form>
  {/if}
</div>
