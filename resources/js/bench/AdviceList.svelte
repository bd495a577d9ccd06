<script lang="ts">
  import { api } from '../api';
  import { Latest } from '../api/latest';
  import type { Advice } from '../api';
  import { ago } from '../look/ago';
  import { arrows } from '../look/arrows';
  import { getStudio } from '../acting/studio';

  const { contents, grid, standpoint } = getStudio();

  let { advisedKey }: { advisedKey: string } = $props();

  const QUIET_MS = 150;
  const FIRST = 4;
  let advice = $state.raw<Advice | null>(null);
  let all = $state(false);
  const latest = new Latest<Advice>(
    (answer) => (advice = answer),
    () => (advice = null),
  );
  /** What the part was last quantized with: “80 %, 1/16, swing 9, an hour ago”. */
  const quantized = $derived.by(() => {
    if (!advice?.quantized) return '';
    const { strength, grid: on, swing, at } = advice.quantized;
    const parts = [`${strength}\u00A0%`, on, swing > 0 && `swing ${swing}`, ago(at, Date.now())];
    return `${contents.track.name} was last quantized: ${parts.filter((part) => part).join(', ')}`;
  });
  const shown = $derived(advice ? (all ? advice.grids : advice.grids.slice(0, FIRST)) : []);

  // Quick keys first: the advice is asked for when the hands rest.
  $effect(() => {
    void contents.notes;
    const timer = setTimeout(
      () =>
        latest.ask(() =>
          api.advice(contents.song.id, contents.standing, contents.notes.selection(), standpoint.context),
        ),
      QUIET_MS,
    );
    return () => clearTimeout(timer);
  });
</script>

{#if advice && advice.grids.length > 0}
  <div role="group" aria-label="Advice on the grid" class="text-xs">
    {#if quantized}<p data-testid="quantized" class="mb-1">{quantized}</p>{/if}
    <p class="text-secondary">As it was played:</p>
    <p data-testid="advice">{advice.summary}</p>
    <table {@attach arrows('button')} class="mt-1 w-full table-fixed border-separate border-spacing-y-0.5">
      <colgroup><col /><col class="w-9" /><col class="w-16" /></colgroup>
      <thead class="text-2xs text-secondary">
        <tr class="text-right">
          <th class="text-left font-normal">Grid</th>
          <th class="font-normal" title="How far the starts are off on average, in % of half a step">off</th>
          <th class="font-normal" title="Notes of one pitch that would fall together">colliding</th>
        </tr>
      </thead>
      <tbody>
        {#each shown as advised, k (advised.name)}
          <tr class={k === 0 ? 'font-semibold' : ''}>
            <td class="pr-1">
              <button
                class="btn h-auto min-h-6 w-full flex-wrap justify-between gap-0.5 px-1 text-left [text-wrap:wrap] btn-xs {grid.name ===
                  advised.grid && grid.swing === advised.swing
                  ? 'btn-primary'
                  : ''}"
                title="Take this grid"
                onclick={() => grid.set(advised.grid, advised.swing)}
                >{advised.name}{#if k === 0}<kbd class="text-base-content">{advisedKey}</kbd>{/if}</button
              >
            </td>
            <td class="text-right whitespace-nowrap">{Math.round(advised.mean)} %</td>
            <td class="text-right break-words {advised.collisions ? 'text-error' : 'text-secondary'}"
              >{advised.collisions}</td
            >
          </tr>
        {/each}
      </tbody>
    </table>
    {#if advice.grids.length > FIRST}
      <button class="link h-6 text-xs" onclick={() => (all = !all)}
        >{all ? 'Fewer' : `All ${advice.grids.length} grids`}</button
      >
    {/if}
  </div>
{/if}
