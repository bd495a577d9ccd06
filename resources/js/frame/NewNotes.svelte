<script lang="ts">
  import type { Snippet } from 'svelte';
  import PenLine from '@lucide/svelte/icons/pen-line';
  import NumberField from '../look/NumberField.svelte';
  import Popover from '../look/Popover.svelte';
  import { setting, settings } from '../settings/settings.svelte';
  import { getStudio } from '../acting/studio';

  const { acting, newNotes, status } = getStudio();
  const { run, keyOf } = acting;

  let {
    children,
  }: {
    /** what there is no room for beside it */
    children?: Snippet;
  } = $props();

  const LENGTHS = ['grid', '1/1', '1/2', '1/4', '1/8', '1/8t', '1/16', '1/16t', '1/32'];
  const { length, velocity } = $derived(newNotes.like);
  const shown = $derived(`${velocity}, ${length === 'grid' ? 'as the grid' : length}`);

  const PRESETS = [32, 64, 96, 120];
  const refused = () => status.say('A velocity goes from 1 to 127.', 'refused');
</script>

<Popover name="New notes" label="New notes: velocity {velocity}, length {length}" width={272}>
  {#snippet face()}<PenLine size={15} aria-hidden="true" /><span class="text-xs font-normal">{shown}</span>{/snippet}
  {@render children?.()}
  <button class="btn w-full btn-sm" onclick={() => run('new-notes what=both')}>Like the selected note</button>
  <p class="mt-1 text-xs text-secondary">
    <kbd>{keyOf('new-notes')}</kbd> takes its velocity alone; no edit changes what is set here.
  </p>
  <label class="mt-2 flex items-center justify-between gap-2"
    >Length
    <select
      class="select w-28 select-sm"
      value={settings.newLength}
      onchange={(event) => run(`new-length value=${event.currentTarget.value}`)}
    >
      {#each LENGTHS.includes(settings.newLength) ? LENGTHS : [settings.newLength, ...LENGTHS] as value (value)}
        <option {value}>{value === 'grid' ? 'the grid' : value}</option>
      {/each}
    </select></label
  >
  <label class="mt-2 flex items-center justify-between gap-2"
    >Velocity, 1–127
    <span class="w-20"
      ><NumberField
        label="Velocity, 1–127"
        min={1}
        max={127}
        usual={96}
        value={settings.newVelocity}
        set={(value) => run(`new-velocity value=${value}`)}
        refuse={refused}
      /></span
    ></label
  >
  <fieldset class="mt-2">
    <legend class="mb-1 text-xs text-secondary">Velocities on keys</legend>
    <div class="grid grid-cols-4 gap-1">
      {#each settings.velocities as value, k (k)}
        <label class="text-center text-xs"
          ><kbd>{keyOf(`new-velocity preset=${k + 1}`)}</kbd>
          <NumberField
            label="Velocity on key {keyOf(`new-velocity preset=${k + 1}`)}"
            min={1}
            max={127}
            usual={PRESETS[k]}
            {value}
            size="mt-0.5 px-1 input-xs"
            set={(velocity) => setting.velocityPreset(k, Number(velocity))}
            refuse={refused}
          /></label
        >
      {/each}
    </div>
  </fieldset>
</Popover>
