<script lang="ts">
  import { BINS, type Timing } from '../state/facts';

  let { timing, count, grid }: { timing: Timing; count: number; grid: string } = $props();

  const HEIGHT = 56;
  const tallest = $derived(Math.max(1, ...timing.bins));
  const early = (ms: number) =>
    Math.abs(ms) < 0.05 ? 'on the line' : `${Math.abs(ms).toFixed(1)} ms ${ms < 0 ? 'early' : 'late'}`;
</script>

<figure>
  <svg
    viewBox="0 0 {BINS} {HEIGHT}"
    preserveAspectRatio="none"
    class="h-14 w-full rounded-field bg-base-100"
    role="img"
    aria-label="Starts around the lines of {grid}: {timing.onLine} of {count} on a line, on average {early(
      timing.meanMs,
    )}"
  >
    {#each timing.bins as amount, i (i)}
      {@const height = amount === 0 ? 0 : Math.max(2, (amount / tallest) * (HEIGHT - 4))}
      <rect
        x={i + 0.12}
        y={HEIGHT - height}
        width="0.76"
        {height}
        fill={i === (BINS - 1) / 2 ? 'var(--color-primary)' : 'var(--selection)'}
      />
    {/each}
  </svg>
  <div class="flex justify-between text-[0.6875rem]" aria-hidden="true">
    <span>early</span><span>line</span><span>late</span>
  </div>
  <figcaption class="mt-1 text-xs">
    {#if count === 0}
      No notes to measure.
    {:else}
      {timing.onLine} of {count} on {grid}; mean {early(timing.meanMs)}, largest {early(timing.largestMs)}.
    {/if}
  </figcaption>
</figure>
