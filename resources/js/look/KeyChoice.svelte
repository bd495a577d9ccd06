<script lang="ts">
  import { ROOTS } from '../music/limits';

  let {
    value,
    scales,
    onset,
    absent = '–',
    size = 'select-sm',
  }: {
    /** a key such as D dorian; '' without one */
    value: string;
    scales: string[];
    /** told the key that was chosen, '' for none */
    onset: (key: string) => void;
    /** what stands there without a key */
    absent?: string;
    size?: 'select-sm' | 'select-xs';
  } = $props();

  const root = $derived(value.split(' ')[0]);
  const scale = $derived(value.split(' ').slice(1).join(' ') || 'major');
  const roots = $derived(ROOTS.includes(root) || !root ? ROOTS : [root, ...ROOTS]);
  const written = (chosenRoot: string, chosenScale: string) => (chosenRoot ? `${chosenRoot} ${chosenScale}` : '');
</script>

<span class="join" role="group" aria-label="Key">
  <select
    class="join-item select {absent.length > 1 ? 'w-20' : 'w-14'} ps-2 pe-6 {size}"
    aria-label="Key root"
    value={root}
    onchange={(event) => onset(written(event.currentTarget.value, scale))}
  >
    <option value="">{absent}</option>
    {#each roots as name (name)}<option value={name}>{name}</option>{/each}
  </select>
  <select
    class="join-item select w-22 ps-2 pe-6 {size}"
    aria-label="Scale"
    value={scale}
    disabled={!root}
    onchange={(event) => onset(written(root, event.currentTarget.value))}
  >
    {#each scales as name (name)}<option value={name}>{name}</option>{/each}
  </select>
</span>
