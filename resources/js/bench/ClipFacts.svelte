<script lang="ts">
  import { counted } from '../music/counted';
  import { formatLine } from '../music/line';
  import { getStudio } from '../acting/studio';

  const { acting, chosenClips, grid } = getStudio();
  const { run } = acting;

  const chosen = $derived(chosenClips.placed);
  const span = $derived(chosenClips.span());
  const tracks = $derived([...new Set((chosen.length > 0 ? chosen : chosenClips.all).map(({ track }) => track.name))]);
  const bars = $derived.by(() => {
    if (!span) return 0;
    const lines = grid.lines;
    return lines.barAt(Math.max(span[0], span[1] - 1)).bar - lines.barAt(span[0]).bar + 1;
  });
  /** whether copies behind it would drift against the bars: it begins on a bar line and does not end on one */
  const drifts = $derived.by(() => {
    const isLine = (tick: number) => grid.lines.barAt(tick).tick === tick;
    return span !== null && isLine(span[0]) && !isLine(span[1]);
  });
  const name = $derived(new Set(chosen.map(({ clip }) => clip.name)).size === 1 ? chosen[0].clip.name : '');
  const loops = $derived(chosen.some(({ clip }) => clip.loop > 0));
  const muted = $derived(chosen.length > 0 && chosen.every(({ clip }) => clip.muted));
  const COLOURS = [0, 1, 2, 3, 4, 5, 6, 7, 8];
  const colours = $derived(new Set(chosen.map(({ clip }) => clip.colour)));
  const grouped = $derived(chosen.some(({ clip }) => clip.group > 0));
  const rows = $derived(
    span
      ? [
          ['On', tracks.length > 3 ? `${tracks.length} tracks` : tracks.join(', ')],
          ['Span', `${grid.lines.position(span[0])} to ${grid.lines.position(span[1])}`],
          [
            'In',
            drifts ? `${counted(bars, 'bar')}, the last one not whole: copies behind it drift` : counted(bars, 'bar'),
          ],
          ['Muted', String(chosen.filter(({ clip }) => clip.muted).length)],
          ['Repeat', String(chosen.filter(({ clip }) => clip.loop > 0).length)],
        ]
      : [],
  );
</script>

<section aria-labelledby="bench-clips-chosen">
  <h2 id="bench-clips-chosen" class="font-semibold">
    {chosen.length > 0 ? chosenClips.said : `${counted(chosenClips.all.length, 'clip')}, none chosen`}
  </h2>
  <dl class="mt-1 grid grid-cols-[3.5rem_1fr] gap-x-1 gap-y-0.5 text-xs">
    {#each rows as [name, value] (name)}
      <dt class="text-secondary">{name}</dt>
      <dd>{value}</dd>
    {/each}
  </dl>
  {#if chosen.length > 0}
    <div class="mt-2 flex flex-col gap-1 text-xs">
      <label class="flex items-center gap-1"
        >Name
        <input
          class="input input-xs min-w-0 flex-1"
          maxlength="80"
          placeholder={chosen.length > 1 ? 'for all of them' : 'as its track'}
          value={name}
          onchange={(event) => run(formatLine({ name: 'clip', values: { name: event.currentTarget.value } }))}
        /></label
      >
      <div class="flex flex-wrap" role="group" aria-label="Colour of the chosen clips">
        {#each COLOURS as colour (colour)}
          <button
            class="grid size-6 cursor-pointer place-content-center"
            aria-pressed={colours.has(colour)}
            aria-label={colour === 0 ? 'Colour of the track' : `Colour ${colour}`}
            title={colour === 0 ? 'Colour of the track' : `Colour ${colour}`}
            onclick={() => run(`clip colour=${colour}`)}
            ><span
              class="size-4 rounded-full border-2 {colours.has(colour) ? 'border-base-content' : 'border-base-300'}"
              style:background={colour === 0 ? 'transparent' : `var(--ink-${colour})`}
            ></span></button
          >
        {/each}
      </div>
      <div class="flex flex-wrap gap-1">
        <button
          class="btn btn-xs {muted ? 'btn-primary' : ''}"
          aria-pressed={muted}
          onclick={() => run(`clip mute=${muted ? 'off' : 'on'}`)}>mute</button
        >
        <button class="btn btn-xs" onclick={() => run('clip-split')} title="Splits them at the caret">split</button>
        <button class="btn btn-xs" onclick={() => run('clip-join')} title="Makes those of each track one">join</button>
        <button class="btn btn-xs" onclick={() => run('clip-trim to=bars')} title="Trims them to whole bars"
          >bars</button
        >
        {#if grouped}
          <button class="btn btn-xs" onclick={() => run('ungroup')}>ungroup</button>
        {:else if chosen.length > 1}
          <button class="btn btn-xs" onclick={() => run('group')}>group</button>
        {/if}
        {#if loops}
          <button class="btn btn-xs" onclick={() => run('clip loop=off')}>repeat no more</button>
          <button class="btn btn-xs" onclick={() => run('clip loop=notes')}>rounds as notes</button>
        {/if}
      </div>
    </div>
  {:else}
    <p class="mt-2 text-xs text-secondary">A press chooses a clip, a box several, <kbd>.</kbd> the next one.</p>
  {/if}
</section>
