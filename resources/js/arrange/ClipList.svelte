<script lang="ts">
  import Plus from '@lucide/svelte/icons/plus';
  import Trash2 from '@lucide/svelte/icons/trash-2';
  import type { Clip } from '../api';
  import { getStudio } from '../acting/studio';

  const { acting, contents, grid, opening } = getStudio();
  const { run, keyOf } = acting;

  /** Puts a clip in front, opened beside the others where it is not. */
  async function toFront(clip: Clip): Promise<void> {
    if (contents.open.includes(clip.id)) contents.toFront(clip.id);
    else await opening.clips([...contents.open, clip.id], clip.id);
  }

  async function mute(clip: Clip): Promise<void> {
    await toFront(clip);
    run('clip mute=toggle');
  }

  /** Whether a clip and another one on its track lie over each other, as the layers of a loop do. */
  const isLayer = (clip: Clip) =>
    contents.track.clips.some(
      (other) => other !== clip && other.start < clip.start + clip.length && clip.start < other.start + other.length,
    );
  const inFront = $derived(contents.track.clips.find(({ id }) => id === contents.front));

  function named(clip: Clip): string {
    const until = grid.lines.position(clip.start + clip.length);
    return `${clip.name || 'Clip'}, ${grid.lines.position(clip.start)} to ${until}`;
  }
</script>

{#snippet tool(line: string, name: string, Icon: typeof Plus)}
  <button
    class="btn btn-square btn-ghost btn-xs"
    aria-label={name}
    title="{name} ({keyOf(line)})"
    onclick={() => run(line)}><Icon size={13} aria-hidden="true" /></button
  >
{/snippet}

<div class="mt-1 flex items-center">
  <h2 class="flex-1 font-semibold" id="bench-clips">Clips of {contents.track.name}</h2>
  {@render tool('clip-new', 'New clip at the caret', Plus)}
  {@render tool('clip-delete', 'Delete the clip in front', Trash2)}
</div>
<ul aria-labelledby="bench-clips" class="flex flex-col gap-0.5">
  {#each contents.track.clips as clip (clip.id)}
    <li class="flex items-center gap-1">
      <button
        class="min-h-6 min-w-0 flex-1 rounded px-1 py-0.5 text-left text-xs {clip.id === contents.front
          ? 'bg-primary text-primary-content'
          : 'hover:bg-base-300'} {clip.muted ? 'line-through' : ''}"
        aria-current={clip.id === contents.front}
        onclick={() => void toFront(clip)}
        >{named(clip)}{clip.loop > 0 ? ', loops' : ''}{clip.muted ? ', muted' : ''}</button
      >
      <button
        class="btn px-1.5 btn-xs {clip.muted ? 'btn-primary' : ''}"
        aria-pressed={clip.muted}
        aria-label="Mute {named(clip)}"
        onclick={() => void mute(clip)}>mute</button
      >
    </li>
  {/each}
</ul>
{#if inFront && isLayer(inFront)}
  <div class="flex flex-wrap gap-1">
    <button
      class="btn btn-xs"
      title="In the range, or the bar of the caret, only {named(inFront)} is heard ({keyOf('layer-pick')})"
      onclick={() => run('layer-pick')}>Pick it for these bars</button
    >
    <button
      class="btn btn-xs"
      title="Makes all that lie over each other here one clip ({keyOf('clip-join what=over')})"
      onclick={() => run('clip-join what=over')}>All in one</button
    >
  </div>
{/if}
