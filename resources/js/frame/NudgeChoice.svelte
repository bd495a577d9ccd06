<script lang="ts">
  import { AS_THE_GRID } from '../desk/nudge.svelte';
  import { formatLine } from '../music/line';
  import { settings } from '../settings/settings.svelte';
  import { getStudio } from '../acting/studio';

  const { acting, nudge } = getStudio();
  const { run, keyOf } = acting;

  /** the choice in the list that lets one write any other amount */
  const OTHER = 'other';
  let types = $state(false);

  /** Takes what was chosen or typed; the field that goes loses the focus, and then has nothing to say any more. */
  function take(amount: string): void {
    types = false;
    if (amount && amount !== settings.nudge) run(formatLine({ name: 'nudge-amount', values: { value: amount } }));
  }
</script>

<label
  class="flex items-center gap-1"
  title="Keys nudge by {nudge.said} ({keyOf('nudge by=step2')}). {keyOf('nudge-amount to=larger')} larger, {keyOf(
    'nudge-amount to=smaller',
  )} smaller, {keyOf('nudge-amount to=grid')} the grid as it is now, or as the grid"
>
  <span class="text-xs text-secondary">Nudge</span>
  {#if types}
    <input
      class="input w-16 px-2 input-sm"
      aria-label="Nudge, an amount of time such as 25ms, 1/16, 64smp or 1fr"
      placeholder="25ms"
      maxlength="12"
      onkeydown={(event) => {
        if (event.key === 'Enter') take(event.currentTarget.value.trim());
        if (event.key === 'Escape') types = false;
        if (event.key === 'Enter' || event.key === 'Escape') event.preventDefault();
        event.stopPropagation();
      }}
      onblur={(event) => types && take(event.currentTarget.value.trim())}
      {@attach (field) => field.focus()}
    />
  {:else}
    <select
      class="select select-sm w-16 ps-2 pe-5"
      aria-label="Nudge"
      value={settings.nudge}
      onchange={(event) => {
        types = event.currentTarget.value === OTHER;
        if (!types) take(event.currentTarget.value);
      }}
    >
      <option value={AS_THE_GRID}>{AS_THE_GRID}</option>
      {#each nudge.choices as amount (amount)}<option value={amount}>{amount}</option>{/each}
      <option value={OTHER}>other …</option>
    </select>
  {/if}
</label>
