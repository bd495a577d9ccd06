<script lang="ts">
  import type { Desk } from '../desk/desk.svelte';

  let { desk }: { desk: Desk } = $props();

  const { arranging } = $derived(desk);
  const chosen = $derived(arranging.placed);
  const span = $derived(arranging.span());
  const tracks = $derived([...new Set((chosen.length > 0 ? chosen : arranging.all).map(({ track }) => track.name))]);
  const bars = $derived.by(() => {
    if (!span) return 0;
    const lines = desk.gridLines;
    return lines.barAt(Math.max(span[0], span[1] - 1)).bar - lines.barAt(span[0]).bar + 1;
  });
  const rows = $derived(
    span
      ? [
          ['On', tracks.length > 3 ? `${tracks.length} tracks` : tracks.join(', ')],
          ['Span', `${desk.gridLines.position(span[0])} to ${desk.gridLines.position(span[1])}`],
          ['In', bars === 1 ? '1 bar' : `${bars} bars`],
          ['Muted', String(chosen.filter(({ clip }) => clip.muted).length)],
          ['Repeat', String(chosen.filter(({ clip }) => clip.loop > 0).length)],
        ]
      : [],
  );
</script>

<section aria-labelledby="bench-clips-chosen">
  <h2 id="bench-clips-chosen" class="font-semibold">
    {chosen.length > 0
      ? `${chosen.length} of ${arranging.all.length} clips chosen`
      : `All ${arranging.all.length} clips; none chosen`}
  </h2>
  <dl class="mt-1 grid grid-cols-[3.5rem_1fr] gap-x-1 gap-y-0.5 text-xs">
    {#each rows as [name, value] (name)}
      <dt class="text-secondary">{name}</dt>
      <dd>{value}</dd>
    {/each}
  </dl>
</section>
