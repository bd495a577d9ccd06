<script lang="ts">
  import Circle from '@lucide/svelte/icons/circle';
  import ChevronLeft from '@lucide/svelte/icons/chevron-left';
  import Ear from '@lucide/svelte/icons/ear';
  import Locate from '@lucide/svelte/icons/locate';
  import Metronome from '@lucide/svelte/icons/metronome';
  import Moon from '@lucide/svelte/icons/moon';
  import PanelRight from '@lucide/svelte/icons/panel-right';
  import Piano from '@lucide/svelte/icons/piano';
  import Play from '@lucide/svelte/icons/play';
  import Repeat from '@lucide/svelte/icons/repeat';
  import Square from '@lucide/svelte/icons/square';
  import Sun from '@lucide/svelte/icons/sun';
  import Rows3 from '@lucide/svelte/icons/rows-3';
  import TableProperties from '@lucide/svelte/icons/table-properties';
  import { GRIDS } from '../music/grids';
  import { FASTEST, FULL_SWING, SLOWEST } from '../music/limits';
  import KeyChoice from '../look/KeyChoice.svelte';
  import NumberField from '../look/NumberField.svelte';
  import { settings } from '../settings/settings.svelte';
  import { rowCalled } from '../song/row-names';
  import NewNotes from './NewNotes.svelte';
  import NudgeChoice from './NudgeChoice.svelte';
  import { getStudio } from '../acting/studio';

  const { acting, caret, catalog, contents, grid, opening, player, playing, seen, status, views } = getStudio();
  const { run, keyOf } = acting;
  const { recorder } = playing;

  /** What was louder than can be written. */
  const tooLoud = $derived(
    contents.song.tracks
      .filter(({ id }) => player.meters.clipped.has(id))
      .map(({ name }) => name)
      .join(', ') || 'All of it together',
  );
  const meter = $derived(grid.lines.barAt(player.tick).stretch);
  const toggles = $derived([
    { line: 'loop', name: 'Loop', on: settings.loop, icon: Repeat },
    { line: 'metronome', name: 'Metronome', on: settings.metronome, icon: Metronome },
    { line: 'hear', name: 'Hear edits', on: settings.hear, icon: Ear },
    { line: 'follow', name: 'Follow the playhead', on: settings.follow, icon: Locate },
  ]);
  const panels = $derived([
    { line: 'playing-in', name: 'Playing in', on: settings.playingIn, icon: Piano },
    { line: 'song', name: 'Song', on: views.shown === 'song', icon: Rows3 },
    { line: 'table', name: 'Note table', on: views.shown === 'table', icon: TableProperties },
    { line: 'bench', name: 'Bench', on: settings.bench, icon: PanelRight },
  ]);
</script>

{#snippet toggle(entry: { line: string; name: string; on: boolean; icon: typeof Repeat })}
  <button
    class="btn btn-square btn-sm w-7 {entry.on ? 'btn-primary' : 'btn-ghost'}"
    aria-pressed={entry.on}
    aria-label={entry.name}
    title="{entry.name} ({keyOf(entry.line)})"
    onclick={() => run(entry.line)}><entry.icon size={16} aria-hidden="true" /></button
  >
{/snippet}

<header
  class="flex min-h-10 flex-wrap select-none items-center gap-x-1 gap-y-0.5 border-b border-base-300 px-2 py-0.5 text-sm whitespace-nowrap xl:flex-nowrap xl:gap-x-0.5 xl:px-1.5"
  aria-label="Song and transport"
>
  <button
    class="btn btn-ghost btn-sm px-1"
    title="Song list ({keyOf('songs')})"
    aria-label="Song list"
    onclick={() => run('songs')}
  >
    <ChevronLeft size={16} aria-hidden="true" />
  </button>
  <h1 class="max-w-24 truncate font-semibold" title={contents.song.name}>{contents.song.name}</h1>
  <select
    class="select select-sm w-24 appearance-auto bg-none ps-2 pe-1"
    aria-label="Track"
    title={contents.track.name}
    value={contents.track.id}
    onchange={(event) =>
      opening.track(contents.song.tracks.find((track) => track.id === Number(event.currentTarget.value))!)}
  >
    {#each contents.song.tracks as track (track.id)}<option value={track.id}>{track.name}</option>{/each}
  </select>

  <button
    class="btn btn-square btn-sm w-7 btn-accent"
    aria-label={player.playing ? 'Stop' : 'Play'}
    title="Play or stop ({keyOf('play')})"
    onclick={() => run('play')}
  >
    {#if player.playing}<Square size={14} aria-hidden="true" />{:else}<Play size={16} aria-hidden="true" />{/if}
  </button>
  <button
    class="btn btn-square btn-sm w-7 {recorder.state === 'idle' ? 'btn-ghost text-error' : 'btn-error'}"
    aria-label={recorder.state === 'idle' ? 'Record' : 'End the recording'}
    aria-pressed={recorder.state !== 'idle'}
    title="Record what is played, and end it ({keyOf('recording')})"
    onclick={() => run('recording')}
  >
    {#if recorder.state === 'counting' && recorder.counting > 0}<span class="font-semibold">{recorder.counting}</span
      >{:else}<Circle size={14} fill="currentColor" aria-hidden="true" />{/if}
  </button>
  {#each toggles as entry (entry.line)}{@render toggle(entry)}{/each}
  <div
    class="h-5 w-1.5 flex-none overflow-hidden rounded bg-base-300"
    role="meter"
    aria-label="Level"
    aria-valuemin="0"
    aria-valuemax="100"
    aria-valuenow={Math.round(player.level * 100)}
  >
    <div
      class="mt-auto h-full origin-bottom bg-success"
      style:transform="scaleY({Math.min(1, player.level * 1.4)})"
    ></div>
  </div>
  {#if player.meters.clipped.size > 0}
    <button
      class="btn px-1 btn-xs btn-error"
      title="{tooLoud} was too loud; the limiter held it back. Turn it down; a press takes the mark away"
      onclick={() => player.meters.forgetClips()}>too loud</button
    >
  {/if}
  <div class="flex w-17 flex-col text-right leading-none">
    <div class="font-semibold" role="timer" aria-label="Position">{grid.lines.position(player.tick)}</div>
    <div
      class="truncate text-[11px] text-secondary"
      role="group"
      aria-label="Caret"
      title="The caret, where keys write: {rowCalled(contents.track, caret.pitch)} at {grid.lines.position(
        caret.tick,
      )}. A press on empty ground or the ruler puts it there"
    >
      {grid.lines.position(caret.tick)}
      {rowCalled(contents.track, caret.pitch)}
    </div>
  </div>

  <label class="flex items-center gap-1">
    <span class="w-12"
      ><NumberField
        label="Tempo in BPM"
        min={SLOWEST}
        max={FASTEST}
        usual={120}
        unit="BPM"
        whole={false}
        value={seen.song.tempo}
        set={(tempo) => run(`tempo to=${tempo}`)}
        refuse={() => status.say(`The tempo goes from ${SLOWEST} to ${FASTEST} BPM.`, 'refused')}
      /></span
    >
    <span class="text-xs text-secondary">BPM</span>
  </label>
  <span class="px-1"><span class="sr-only">Meter </span>{meter.numerator}/{meter.denominator}</span>
  <KeyChoice
    value={seen.song.key ?? ''}
    scales={catalog.scales}
    onset={(key) => run(key ? `key to="${key}"` : 'key to=none')}
  />
  <label class="flex items-center gap-1">
    <span class="text-xs text-secondary">Grid</span>
    <select
      class="select select-sm w-17 ps-1.5 pe-5"
      aria-label="Grid"
      value={grid.name}
      onchange={(event) => run(`grid value=${event.currentTarget.value}`)}
    >
      {#each GRIDS.includes(grid.name) ? GRIDS : [grid.name, ...GRIDS] as name (name)}<option value={name}
          >{name}</option
        >{/each}
    </select>
  </label>
  <label class="flex items-center gap-1">
    <span class="text-xs text-secondary">Swing</span>
    <span class="w-10"
      ><NumberField
        label="Swing, 0 to {FULL_SWING}"
        min={0}
        max={FULL_SWING}
        usual={0}
        value={grid.swing}
        set={(swing) => run(`swing to=${swing}`)}
        refuse={() => status.say(`Swing goes from 0 to ${FULL_SWING}.`, 'refused')}
      /></span
    >
  </label>
  <NudgeChoice />
  <NewNotes />
  <span class="flex-1"></span>
  {#each panels as entry (entry.line)}{@render toggle(entry)}{/each}
  <button
    class="btn btn-square w-7 btn-ghost btn-sm"
    aria-label={settings.theme === 'paper' ? 'Dusk theme' : 'Paper theme'}
    title="Theme"
    onclick={() => run('theme')}
  >
    {#if settings.theme === 'paper'}<Moon size={16} aria-hidden="true" />{:else}<Sun
        size={16}
        aria-hidden="true"
      />{/if}
  </button>
</header>
