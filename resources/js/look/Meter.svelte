<script lang="ts">
  let {
    peak,
    clipped,
    label,
    way = 'across',
  }: {
    /** the highest value of the last moments, 1 is as loud as can be */
    peak: number;
    /** whether it was louder than that */
    clipped: boolean;
    label: string;
    /** whether it rises or goes to the right */
    way?: 'across' | 'up';
  } = $props();

  /** From which level on it shows, in dB. */
  const FLOOR = -48;
  const decibels = $derived(peak > 0 ? 20 * Math.log10(peak) : -Infinity);
  const share = $derived(Math.min(1, Math.max(0, 1 - decibels / FLOOR)));
</script>

<span
  class="relative overflow-hidden rounded bg-base-300 {way === 'up' ? 'h-full w-1' : 'h-1.5 w-full min-w-6'}"
  role="meter"
  aria-label={label}
  aria-valuemin="0"
  aria-valuemax="100"
  aria-valuenow={Math.round(share * 100)}
  aria-valuetext={clipped ? 'too loud' : decibels > FLOOR ? `${Math.round(decibels)} dB` : 'silent'}
  title={clipped ? 'It was too loud: turn it down' : `The level, from ${FLOOR} to 0 dB`}
>
  <span
    class="absolute inset-0 bg-success {way === 'up' ? 'origin-bottom' : 'origin-left'}"
    style:transform={way === 'up' ? `scaleY(${share})` : `scaleX(${share})`}
  ></span>
  {#if clipped}<span class="absolute top-0 right-0 bg-error {way === 'up' ? 'h-1.5 w-full' : 'h-full w-1.5'}"
    ></span>{/if}
</span>
