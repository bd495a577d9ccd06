<script lang="ts">
  import { go } from './address.svelte';

  let {
    open,
  }: {
    /** Opens the take that ships, with a guide or without. */
    open: (isGuided: boolean) => Promise<void>;
  } = $props();

  const STEPS = [
    ['Open a take', 'It was played by hand, early and late, as hands do.'],
    ['Press Space', 'and hear it. The loop goes on while you edit.'],
    ['Press Ctrl A, then Q', 'and it is on the grid; what was played is kept.'],
  ];
</script>

<section class="flex flex-col gap-4 rounded-box border border-base-300 bg-base-200 p-6" aria-labelledby="first-minute">
  <h1 id="first-minute" class="text-xl font-semibold">Your first minute</h1>
  <ol class="grid gap-3 sm:grid-cols-3">
    {#each STEPS as [what, why], k (what)}
      <li class="rounded-field bg-base-100 p-3">
        <p class="font-semibold">{k + 1}. {what}</p>
        <p class="text-sm text-secondary">{why}</p>
      </li>
    {/each}
  </ol>
  <p class="flex flex-wrap gap-2">
    <button class="btn btn-sm btn-primary" onclick={() => void open(true)}>Open the take, and show me round</button>
    <button class="btn border-base-300 bg-base-100 btn-sm" onclick={() => void open(false)}>Open the take</button>
    <button class="btn border-base-300 bg-base-100 btn-sm" onclick={() => go('new')}>Begin a new song</button>
  </p>
  <p class="text-sm text-secondary">
    Or drop a MIDI file anywhere here. Tempo, meter, markers and everything else in it are kept.
  </p>
</section>
