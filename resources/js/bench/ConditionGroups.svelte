<script lang="ts">
  import X from '@lucide/svelte/icons/x';
  import { api } from '../api';
  import { Latest } from '../api/latest';
  import type { Choice } from '../api';
  import { getStudio } from '../acting/studio';

  const { contents, seen, standpoint } = getStudio();

  let { conditions, choice = $bindable() }: { conditions: string[]; choice: Choice } = $props();

  const EXAMPLES: Record<string, string> = {
    pitch: '60..72',
    velocity: '..40',
    length: '..1/32',
    beat: '1',
    offgrid: '50..',
    channel: '1',
    muted: 'yes',
    part: 'top',
    every: '2',
    range: 'in',
    scale: 'out',
    overlap: 'yes',
    voice: 'bottom',
    technique: 'any',
  };
  let said = $state('');
  let wrong = $state(false);
  const latest = new Latest<{ selection: number[] }>(
    ({ selection }) => {
      seen.highlight = selection;
      said = `${selection.length} of ${contents.notes.count} notes match`;
      wrong = false;
    },
    (error) => {
      seen.highlight = [];
      said = error.message;
      wrong = true;
    },
  );

  $effect(() => {
    void contents.notes;
    const asked = $state.snapshot(choice);
    latest.ask(() =>
      api.match(contents.song.id, contents.standing, asked, contents.notes.selection(), standpoint.context),
    );
  });

  const split = (condition: string): [string, string] => {
    const at = condition.indexOf('=');
    return [condition.slice(0, at), condition.slice(at + 1)];
  };
</script>

<div class="flex flex-col gap-1 rounded-field bg-base-100 p-1.5" role="group" aria-label="Which notes">
  <label class="flex items-center justify-between gap-1"
    >from
    <select class="select w-28 select-xs" bind:value={choice.scope}>
      <option value="clip">the clip</option>
      <option value="selection">the selection</option>
      <option value="range">the range</option>
    </select></label
  >
  {#each choice.groups as group, g (g)}
    {#if g > 0}
      <select class="select w-20 select-xs" aria-label="How groups are joined" bind:value={choice.join}>
        <option value="all">and</option>
        <option value="any">or</option>
      </select>
    {/if}
    <div class="flex flex-col gap-1 border-l-2 border-base-300 pl-1.5" role="group" aria-label="Group {g + 1}">
      <select class="select w-28 select-xs" aria-label="How conditions are joined" bind:value={group.join}>
        <option value="all">all of</option>
        <option value="any">any of</option>
      </select>
      {#each group.conditions as condition, k (k)}
        {@const [name, value] = split(condition)}
        <div class="flex items-center gap-0.5">
          <select
            class="select w-20 ps-1.5 pe-5 select-xs"
            aria-label="Condition"
            value={name}
            onchange={(event) =>
              (group.conditions[k] = `${event.currentTarget.value}=${EXAMPLES[event.currentTarget.value] ?? ''}`)}
          >
            {#each conditions as known (known)}<option value={known}>{known}</option>{/each}
          </select>
          <input
            class="input min-w-0 flex-1 px-1 input-xs"
            aria-label="{name} is"
            {value}
            oninput={(event) => (group.conditions[k] = `${name}=${event.currentTarget.value}`)}
          />
          <button
            type="button"
            class="btn btn-square btn-ghost btn-xs"
            aria-label="Take {condition} out"
            onclick={() => {
              group.conditions.splice(k, 1);
              if (group.conditions.length === 0 && choice.groups.length > 1) choice.groups.splice(g, 1);
              else if (group.conditions.length === 0) group.conditions.push('velocity=1..');
            }}><X size={12} aria-hidden="true" /></button
          >
        </div>
      {/each}
      <button type="button" class="btn btn-ghost btn-xs" onclick={() => group.conditions.push('velocity=..40')}
        >one more condition</button
      >
    </div>
  {/each}
  <button
    type="button"
    class="btn btn-ghost btn-xs"
    onclick={() => choice.groups.push({ join: 'all', conditions: ['beat=1'] })}>one more group</button
  >
  <p class="font-semibold {wrong ? 'text-error' : ''}" role={wrong ? 'alert' : undefined} data-testid="matches">
    {said}
  </p>
</div>
