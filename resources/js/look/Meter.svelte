<script lang="ts">
  let {
    peak,
    clipped,
    label,
  }: {
    /** the highest value of the last moments, 1 is as loud as can be */
    peak: number;
    /** whether it was louder than that */
    clipped: boolean;
    label: string;
  } = $props();

  /** From which level on it shows, in dB. */
  const FLOOR = -48;
  const decibels = $derived(peak > 0 ? 20 * Math.log10(peak) : -Infinity);
  const share = $derived(Math.min(1, Math.max(0, 1 - decibels / FLOOR)));
</script>

<span
  class="relative h-1.5 w-full min-w-6 overflow-hidden rounded bg-base-300"
  role="meter"
  aria-label={label}
  aria-valuemin="0"
  aria-valuemax="100"
  aria-valuenow={Math.round(share * 100)}
  aria-valuetext={clipped ? 'too loud' : decibels > FLOOR ? `${Math.round(decibels)} dB` : 'silent'}
  title={clipped ? 'It was too loud: turn it down' : `The level, from ${FLOOR} to 0 dB`}
>
  <span class="absolute inset-0 origin-left bg-success" style:transform="scaleX({share})"></span>
  {#if clipped}<span class="absolute inset-y-0 right-0 w-1.5 bg-error"></span>{/if}
</span>
