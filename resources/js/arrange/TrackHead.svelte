<script lang="ts">
  import type { Track } from '../api';
  import type { Desk } from '../desk/desk.svelte';
  import { settings } from '../settings/settings.svelte';
  import { trackLine } from './track-line';

  let {
    desk,
    track,
    place,
    run,
    open,
  }: {
    desk: Desk;
    track: Track;
    /** from the top, from 0 */
    place: number;
    run: (line: string) => void;
    /** Opens the track in the roll. */
    open: () => void;
  } = $props();

  const inFront = $derived(track.id === desk.track.id);
  const sounds = $derived(desk.outputs.all.find(({ id }) => id === desk.outputs.chosen(track.id))?.name ?? track.voice);
  const change = (values: Record<string, string | number>) => run(trackLine(place, values));

  function toFront(): void {
    const clip = track.clips.find(({ id }) => desk.open.includes(id)) ?? track.clips[0];
    if (!clip) return;
    if (desk.open.includes(clip.id)) desk.toFront(clip.id);
    else void desk.openClips([clip.id], clip.id);
  }
</script>

<div
  role="group"
  aria-label={track.name}
  class="flex h-full min-w-0 flex-col justify-center gap-0.5 overflow-hidden border-b border-l-4 border-b-base-300 px-2 text-xs {inFront
    ? 'bg-base-300/60'
    : 'bg-base-200'}"
  style:border-left-color="var(--ink-{track.colour})"
>
  <div class="flex min-w-0 items-center gap-1">
    <button
      class="min-w-0 flex-1 truncate text-left {inFront ? 'font-semibold' : ''}"
      aria-current={inFront}
      title="{track.name}: a press puts it in front, two open it in the roll"
      onclick={toFront}
      ondblclick={open}>{track.name}</button
    >
    <button
      class="btn px-1 btn-xs {track.muted ? 'btn-primary' : ''}"
      aria-pressed={track.muted}
      aria-label="Mute {track.name}"
      onclick={() => change({ mute: 'toggle' })}>mute</button
    >
    <button
      class="btn px-1 btn-xs {track.solo ? 'btn-primary' : ''}"
      aria-pressed={track.solo}
      aria-label="Solo {track.name}"
      onclick={() => change({ solo: 'toggle' })}>solo</button
    >
  </div>
  {#if settings.songRows !== 'small'}
    <div class="flex min-w-0 items-center gap-2 text-secondary">
      <input
        type="range"
        class="range w-14 flex-none range-xs"
        min="0"
        max="100"
        aria-label="Volume of {track.name} in %"
        value={track.volume}
        onchange={(event) => change({ volume: event.currentTarget.value })}
      />
      <span class="min-w-0 flex-1 truncate"
        >{sounds}{track.transposition !== 0
          ? `, ${track.transposition > 0 ? '+' : '−'}${Math.abs(track.transposition)} semitones`
          : ''}</span
      >
    </div>
  {/if}
  {#if settings.songRows === 'tall'}
    <label class="flex items-center gap-2 text-secondary"
      >Pan <input
        type="range"
        class="range w-20 range-xs"
        min="-100"
        max="100"
        aria-label="Pan of {track.name} in %"
        value={track.pan}
        onchange={(event) => change({ pan: event.currentTarget.value })}
      /></label
    >
  {/if}
</div>
