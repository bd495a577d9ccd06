<script lang="ts">
  import Circle from '@lucide/svelte/icons/circle';
  import Ear from '@lucide/svelte/icons/ear';
  import VolumeX from '@lucide/svelte/icons/volume-x';
  import ChevronsUpDown from '@lucide/svelte/icons/chevrons-up-down';
  import type { Track } from '../api';
  import { turnTrack } from '../looking/turning-track';
  import { settings } from '../settings/settings.svelte';
  import Meter from '../look/Meter.svelte';
  import Slider from '../look/Slider.svelte';
  import { panSaid, trackLine, USUAL_VOLUME } from './track-line';
  import { getStudio } from '../acting/studio';

  const { acting, chosenClips, contents, openedRows, opening, outputs, player } = getStudio();
  const { looking, preview, sender } = getStudio();
  const here = { looking, preview, sender };
  const { run, keyOf } = acting;

  type Swept = 'mute' | 'solo';

  let {
    track,
    place,
    sweep,
    isSeen,
    open,
  }: {
    track: Track;
    /** from the top, from 0 */
    place: number;
    /** what a drag over heads does to each: begun at one of them, ended where the pointer comes up */
    sweep: { what: Swept | ''; to: 'on' | 'off' };
    /** whether it is in sight, so that its level is followed */
    isSeen: boolean;
    /** Opens the track in the roll. */
    open: () => void;
  } = $props();

  const opened = $derived(openedRows.of(track.id)?.what ?? 'clips');
  const COLOURS = 8;
  const inFront = $derived(track.id === contents.track.id);
  const sounds = $derived(
    outputs.all.find(({ id }) => id === outputs.chosen(track.id))?.name ??
      track.instrument?.title ??
      `light ${track.voice}`,
  );
  const change = (values: Record<string, string | number>) => run(trackLine(place, values));

  /** A press turns to the track: what is done next is done to it, not to clips that were chosen. */
  function toFront(): void {
    chosenClips.choose([]);
    openedRows.focus(opened === 'clips' ? null : track.id);
    const clip = track.clips.find(({ id }) => contents.open.includes(id)) ?? track.clips[0];
    if (!clip) return;
    if (contents.open.includes(clip.id)) contents.toFront(clip.id);
    else void opening.clips([clip.id], clip.id);
  }
</script>

{#snippet state(what: Swept, word: string, on: boolean, Icon: typeof Ear)}
  <button
    class="tool h-6 min-w-6 touch-none"
    aria-pressed={on}
    aria-label="{word} {track.name}"
    data-tip="{what === 'mute' ? 'Mute' : 'Hear alone'} · a drag over the heads below does the same to them"
    onpointerdown={(event) => {
      if (event.button !== 0) return;
      (event.currentTarget as HTMLElement).releasePointerCapture(event.pointerId);
      sweep.what = what;
      sweep.to = on ? 'off' : 'on';
      change({ [what]: sweep.to });
    }}
    onpointerenter={() => {
      if (sweep.what === what && (sweep.to === 'on') !== on) change({ [what]: sweep.to });
    }}
    onclick={(event) => event.detail === 0 && change({ [what]: 'toggle' })}
    ><Icon size={14} aria-hidden="true" /></button
  >
{/snippet}

{#snippet opener()}
  <button
    class="tool h-6 min-w-6"
    aria-label="Open the row of {track.name}"
    aria-expanded={opened !== 'clips'}
    data-tip="Open the row: clips, notes, dynamics; now {opened}"
    data-key={keyOf('open-row')}
    onclick={() => openedRows.turn(track.id, 'next')}><ChevronsUpDown size={14} aria-hidden="true" /></button
  >
{/snippet}

<div
  role="group"
  aria-label={track.name}
  class="relative flex h-full min-w-0 flex-col justify-center gap-0.5 overflow-hidden border-b border-l-4 border-b-base-300 px-2 text-xs {inFront
    ? 'bg-base-300/60'
    : 'bg-base-200'}"
  style:border-left-color="var(--ink-{track.colour})"
>
  <div class="flex min-w-0 items-center gap-1 max-sm:flex-wrap {opened === 'clips' ? '' : 'flex-wrap'}">
    <button
      class="h-6 min-w-0 truncate text-left {opened === 'clips' ? 'flex-1' : 'w-full'} {inFront ? 'font-semibold' : ''}"
      aria-current={inFront}
      title="{track.name}: a press puts it in front, two open it in the roll"
      onclick={toFront}
      ondblclick={open}>{track.name}</button
    >
    <span class="flex flex-none">
      {@render state('mute', 'Mute', track.muted, VolumeX)}
      {@render state('solo', 'Solo', track.solo, Ear)}
      <button
        class="tool h-6 min-w-6 {inFront ? 'text-error' : 'text-secondary'}"
        aria-pressed={inFront}
        aria-label="Record onto {track.name}"
        data-tip="What is played is heard and recorded here"
        onclick={toFront}><Circle size={10} fill={inFront ? 'currentColor' : 'none'} aria-hidden="true" /></button
      >
      {@render opener()}
    </span>
  </div>
  {#if settings.songRows !== 'small'}
    <div class="flex min-w-0 items-center gap-2 text-secondary max-sm:hidden {opened === 'clips' ? '' : 'flex-wrap'}">
      <span class="min-w-0 truncate text-2xs {opened === 'clips' ? 'flex-1' : 'w-full'}" title={sounds}
        >{sounds}{track.transposition !== 0
          ? `, ${track.transposition > 0 ? '+' : '−'}${Math.abs(track.transposition)} semitones`
          : ''}</span
      >
      <Slider
        size="w-16 flex-none max-sm:hidden"
        label="Volume of {track.name} in %"
        min={0}
        max={100}
        usual={USUAL_VOLUME}
        value={track.volume}
        set={(volume) => change({ volume })}
        turns={(volume) => turnTrack(here, track.id, { volume })}
      />
    </div>
  {/if}
  {#if settings.songRows === 'tall' || opened !== 'clips'}
    <div class="flex items-center gap-2 text-secondary">
      <button
        class="grid size-6 flex-none cursor-pointer place-content-center"
        aria-label="Colour {track.colour} of {track.name}: the next one"
        title="The next colour"
        onclick={() => change({ colour: (track.colour % COLOURS) + 1 })}
        ><span class="size-3.5 rounded-full" style:background="var(--ink-{track.colour})"></span></button
      >
      <label class="flex items-center gap-2"
        ><span class="max-sm:sr-only">Pan</span>
        <Slider
          size="w-16 max-sm:w-12"
          label="Pan of {track.name} in %"
          min={-100}
          max={100}
          usual={0}
          value={track.pan}
          said={panSaid(track.pan)}
          set={(pan) => change({ pan })}
          turns={(pan) => turnTrack(here, track.id, { pan })}
        /></label
      >
    </div>
  {/if}
  <span class="absolute inset-y-1 right-0 flex"
    ><Meter
      way="up"
      label="Level of {track.name}"
      peak={isSeen ? (player.meters.peaks.get(track.id) ?? 0) : 0}
      clipped={player.meters.clipped.has(track.id)}
    /></span
  >
</div>
