<script lang="ts">
  import ChevronDown from '@lucide/svelte/icons/chevron-down';
  import ChevronUp from '@lucide/svelte/icons/chevron-up';
  import Copy from '@lucide/svelte/icons/copy';
  import Layers2 from '@lucide/svelte/icons/layers-2';
  import Plus from '@lucide/svelte/icons/plus';
  import Trash2 from '@lucide/svelte/icons/trash-2';
  import type { Track } from '../api';
  import { arrows } from '../look/arrows';
  import Meter from '../look/Meter.svelte';
  import NumberField from '../look/NumberField.svelte';
  import Slider from '../look/Slider.svelte';
  import BankList from './BankList.svelte';
  import ClipList from './ClipList.svelte';
  import InstrumentChoice from './InstrumentChoice.svelte';
  import TechniqueChoice from './TechniqueChoice.svelte';
  import { panSaid, trackLine, USUAL_VOLUME } from './track-line';
  import { turnTrack } from '../looking/turning-track';
  import { setting, settings } from '../settings/settings.svelte';
  import { getStudio } from '../acting/studio';

  const { acting, backdrop, contents, opening, outputs, player, seen, status } = getStudio();
  const { looking, preview, sender } = getStudio();
  const here = { looking, preview, sender };
  const { run, keyOf } = acting;

  const [LOWEST_A, HIGHEST_A] = [400, 480];
  const COLOURS = [1, 2, 3, 4, 5, 6, 7, 8];
  const CHANNELS = Array.from({ length: 16 }, (_, k) => k + 1);
  let more = $state(false);

  const change = (place: number, values: Record<string, string | number>) => run(trackLine(place, values));

  const isOpen = (track: Track) => track.clips.some(({ id }) => contents.open.includes(id));

  const isBehind = (track: Track) =>
    settings.backdrop && (backdrop.of === null || backdrop.of.includes(track.id)) && !isOpen(track);

  /** Opens a track beside the ones that are open, or takes it away from them. */
  function toggleOpen(track: Track): void {
    const own = track.clips.map(({ id }) => id);
    const others = contents.open.filter((clip) => !own.includes(clip));
    if (isOpen(track)) {
      if (others.length > 0) void opening.clips(others, others.includes(contents.front) ? contents.front : others[0]);
    } else {
      void opening.clips([...others, ...own], contents.front);
    }
  }

  function show(track: Track, place: number): void {
    if (track.clips.length === 0) {
      run(`clip-new of=${place + 1}`);
    } else if (isOpen(track)) {
      contents.toFront(track.clips.find(({ id }) => contents.open.includes(id))!.id);
    } else {
      void opening.track(track);
    }
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

<section aria-labelledby="bench-track" {@attach arrows('[data-track]')} class="flex flex-col gap-1">
  <div class="flex items-center">
    <h2 id="bench-track" class="flex-1 font-semibold">Tracks</h2>
    {@render tool('track-move by=-1', 'Move the track up', ChevronUp)}
    {@render tool('track-move by=1', 'Move the track down', ChevronDown)}
    {@render tool('track-copy', 'Copy the track', Copy)}
    {@render tool('track-delete', 'Delete the track', Trash2)}
  </div>
  <button class="btn btn-sm" title={keyOf('track-new')} onclick={() => run('track-new')}>
    <Plus size={14} aria-hidden="true" /> New track
  </button>

  {#each seen.rows as track, place (track.id)}
    <div
      role="group"
      aria-label={track.name}
      class="rounded border-l-4 py-1 pl-2 {track.id === contents.track.id ? 'bg-base-300/60' : ''}"
      style:border-color="var(--ink-{track.colour})"
    >
      <div class="flex items-center gap-1">
        <label class="grid size-6 flex-none place-content-center" title="Open beside the others">
          <input
            type="checkbox"
            class="checkbox checkbox-xs"
            aria-label="{track.name} open in the roll"
            checked={isOpen(track)}
            disabled={track.clips.length === 0}
            onchange={() => toggleOpen(track)}
          />
        </label>
        <button
          class="btn btn-square btn-ghost btn-xs {isBehind(track) ? 'text-accent' : 'text-secondary'}"
          aria-pressed={isBehind(track)}
          aria-label="{track.name} drawn behind the open tracks"
          title="Drawn behind the open tracks"
          onclick={() => run(`backdrop track=${place + 1}`)}><Layers2 size={13} aria-hidden="true" /></button
        >
        <button
          data-track
          class="min-h-6 min-w-0 flex-1 text-left text-xs break-words {track.id === contents.track.id
            ? 'font-semibold'
            : ''}"
          aria-current={track.id === contents.track.id}
          onclick={() => show(track, place)}
          >{track.name}{track.clips.length === 0 ? ' (no clip yet: make one)' : ''}</button
        >
      </div>
      <div class="flex items-center gap-1">
        <Slider
          label="Volume of {track.name} in %"
          min={0}
          max={100}
          usual={USUAL_VOLUME}
          value={track.volume}
          set={(volume) => change(place, { volume })}
          turns={(volume) => turnTrack(here, track.id, { volume })}
        />
        <span class="flex w-10 flex-none"
          ><Meter
            label="Level of {track.name}"
            peak={player.meters.peaks.get(track.id) ?? 0}
            clipped={player.meters.clipped.has(track.id)}
          /></span
        >
        <button
          class="btn px-1.5 btn-xs {track.muted ? 'btn-primary' : ''}"
          aria-pressed={track.muted}
          aria-label="Mute {track.name}"
          onclick={() => change(place, { mute: 'toggle' })}>mute</button
        >
        <button
          class="btn px-1.5 btn-xs {track.solo ? 'btn-primary' : ''}"
          aria-pressed={track.solo}
          aria-label="Solo {track.name}"
          onclick={() => change(place, { solo: 'toggle' })}>solo</button
        >
      </div>
      {#if track.id === contents.track.id}
        <button class="link h-6 text-xs" aria-expanded={more} onclick={() => (more = !more)}>
          {more ? 'Less' : 'Name, instrument, pan, colour'}
        </button>
        {#if more}
          <div class="mt-1 grid grid-cols-[auto_minmax(0,1fr)] items-center gap-x-2 gap-y-1 text-xs">
            <label for="track-name">Name</label>
            <input
              id="track-name"
              class="input input-xs"
              maxlength="80"
              value={track.name}
              onchange={(event) => change(place, { name: event.currentTarget.value })}
            />
            <InstrumentChoice {track} {place} />
            <label for="track-output">Sounds on</label>
            <select
              id="track-output"
              class="select select-xs"
              value={outputs.chosen(track.id)}
              onchange={(event) => outputs.choose(track.id, event.currentTarget.value)}
            >
              <option value="">its instrument</option>
              {#each outputs.all as { id, name } (id)}<option value={id}>{name}</option>{/each}
            </select>
            <label for="track-channel">Channel</label>
            <select
              id="track-channel"
              class="select select-xs"
              value={track.channel + 1}
              onchange={(event) => change(place, { channel: event.currentTarget.value })}
            >
              {#each CHANNELS as channel (channel)}<option value={channel}>{channel}</option>{/each}
            </select>
            <label for="track-pan">Pan, %</label>
            <Slider
              id="track-pan"
              size=""
              label="Pan, %"
              min={-100}
              max={100}
              usual={0}
              value={track.pan}
              said={panSaid(track.pan)}
              set={(pan) => change(place, { pan })}
              turns={(pan) => turnTrack(here, track.id, { pan })}
            />
            {#each [['reverb', track.reverb], ['chorus', track.chorus]] as [send, value] (send)}
              <label for="track-{send}">{send === 'reverb' ? 'Reverb' : 'Chorus'}, %</label>
              <Slider
                id="track-{send}"
                size=""
                label="{send === 'reverb' ? 'Reverb' : 'Chorus'}, %"
                min={0}
                max={100}
                usual={0}
                value={value as number}
                set={(to) => change(place, { [send]: to })}
                turns={(to) => turnTrack(here, track.id, { [send]: to })}
              />
            {/each}
            <label for="track-transposition">Sounds</label>
            <span class="flex items-center gap-1"
              ><span class="w-14"
                ><NumberField
                  id="track-transposition"
                  label="Sounds, semitones higher"
                  min={-48}
                  max={48}
                  usual={0}
                  unit="semitones"
                  size="input-xs px-1.5"
                  value={track.transposition}
                  set={(transpose) => change(place, { transpose })}
                  refuse={() => status.say('A track sounds up to 48 semitones higher or lower.', 'refused')}
                /></span
              > semitones higher</span
            >
            {#if track.transposition !== 0}
              <span></span>
              <button
                class="btn btn-xs"
                title="The notes get the pitches they sound at"
                onclick={() => change(place, { transpose: 'notes' })}>write it into the notes</button
              >
            {/if}
            <TechniqueChoice {track} {place} />
            <span>Colour</span>
            <span class="flex flex-wrap gap-0.5" role="group" aria-label="Colour of {track.name}">
              {#each COLOURS as colour (colour)}
                <button
                  class="size-6 rounded border-2 {track.colour === colour
                    ? 'border-base-content'
                    : 'border-transparent'}"
                  style:background="var(--ink-{colour})"
                  aria-label="Colour {colour}"
                  aria-pressed={track.colour === colour}
                  onclick={() => change(place, { colour })}
                ></button>
              {/each}
            </span>
          </div>
        {/if}
      {/if}
    </div>
  {/each}

  <label class="flex items-center gap-2 text-xs">
    All
    <Slider
      label="Volume of everything in %"
      min={0}
      max={100}
      usual={USUAL_VOLUME}
      value={settings.volume}
      set={(volume) => setting.volume(volume)}
      turns={(volume) => setting.volume(volume)}
    />
  </label>

  <label class="flex items-center gap-2 text-xs">
    A4 is
    <span class="w-14"
      ><NumberField
        label="A4 in Hz"
        min={LOWEST_A}
        max={HIGHEST_A}
        usual={440}
        unit="Hz"
        whole={false}
        size="input-xs px-1.5"
        value={settings.tuning}
        set={(hertz) => setting.tuning(Number(hertz))}
        refuse={() => status.say(`A4 lies between ${LOWEST_A} and ${HIGHEST_A} Hz.`, 'refused')}
      /></span
    > Hz</label
  >

  <BankList />
  <ClipList />
</section>
