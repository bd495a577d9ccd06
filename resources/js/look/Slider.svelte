<script lang="ts">
  import { turning } from './turning';

  let {
    id,
    label,
    value,
    min,
    max,
    usual,
    unit = '%',
    said = `${value} ${unit}`,
    size = 'min-w-0 flex-1',
    set,
    turns,
  }: {
    id?: string;
    label: string;
    value: number;
    min: number;
    max: number;
    /** what a double press returns to */
    usual: number;
    unit?: string;
    /** the value in words */
    said?: string;
    size?: string;
    /** told a whole number, once it is let go */
    set: (value: number) => void;
    /** told what it is turned to while it is dragged */
    turns?: (value: number) => void;
  } = $props();

  /** so many notches of the wheel from one end to the other */
  const STEPS = 20;
</script>

<input
  {id}
  type="range"
  class="slider {size}"
  {min}
  {max}
  aria-label={label}
  aria-valuetext={said}
  title="{label}: {said} · wheel: change · Alt: finely · double press: {usual} {unit}"
  {value}
  oninput={(event) => event.currentTarget.matches(':active') && turns?.(Number(event.currentTarget.value))}
  onchange={(event) => set(Number(event.currentTarget.value))}
  {@attach turning(() => ({ value, min, max, step: (max - min) / STEPS, usual, set: (next) => set(Math.round(next)) }))}
/>
