<script lang="ts">
  import { FASTEST, SLOWEST } from '../music/limits';
  import NumberField from './NumberField.svelte';

  let {
    set,
    refuse,
    ...field
  }: {
    id?: string;
    label: string;
    /** in BPM */
    value: number;
    size?: string;
    set: (value: number) => void;
    /** told what would work where something else was typed */
    refuse: (why: string) => void;
  } = $props();
</script>

<NumberField
  {...field}
  min={SLOWEST}
  max={FASTEST}
  usual={120}
  unit="BPM"
  whole={false}
  set={(typed) => set(Number(typed))}
  refuse={() => refuse(`The tempo goes from ${SLOWEST} to ${FASTEST} BPM`)}
/>
