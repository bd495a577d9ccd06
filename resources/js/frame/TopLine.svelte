<script lang="ts">
  import Circle from '@lucide/svelte/icons/circle';
  import ChevronLeft from '@lucide/svelte/icons/chevron-left';
  import CircleHelp from '@lucide/svelte/icons/circle-question-mark';
  import Metronome from '@lucide/svelte/icons/metronome';
  import PanelRight from '@lucide/svelte/icons/panel-right';
  import Play from '@lucide/svelte/icons/play';
  import Repeat from '@lucide/svelte/icons/repeat';
  import Square from '@lucide/svelte/icons/square';
  import Rows3 from '@lucide/svelte/icons/rows-3';
  import TableProperties from '@lucide/svelte/icons/table-properties';
  import { GRIDS } from '../music/grids';
  import { pitchName } from '../music/pitch';
  import Tool from '../look/Tool.svelte';
  import { room } from '../look/room';
  import { settings } from '../settings/settings.svelte';
  import { rowCalled } from '../song/row-names';
  import More from './More.svelte';
  import NewNotes from './NewNotes.svelte';
  import NudgeChoice from './NudgeChoice.svelte';
  import SongFacts from './SongFacts.svelte';
  import Swing from './Swing.svelte';
  import { getStudio } from '../acting/studio';

  const { acting, caret, contents, dialogs, grid, opening, player, playing, views } = getStudio();
  const { run, keyOf } = acting;
  const { recorder } = playing;

  const { isNarrow, isSmall, isWide } = room;

  /** What was louder than can be written. */
  const tooLoud = $derived(
    contents.song.tracks
      .filter(({ id }) => player.meters.clipped.has(id))
      .map(({ name }) => name)
      .join(', ') || 'All of it together',
  );
  const toggles = $derived([
    { line: 'loop', name: 'Loop', on: settings.loop, icon: Repeat },
    { line: 'metronome', name: 'Metronome', on: settings.metronome, icon: Metronome },
  ]);
  const panels = $derived([
    { line: 'song', name: 'Song', on: views.shown === 'song', icon: Rows3 },
    { line: 'table', name: 'Note table', on: views.shown === 'table', icon: TableProperties },
    {
      line: 'bench',
      name: 'Bench',
      on: isNarrow.current ? dialogs.benchOver : settings.bench,
      icon: PanelRight,
    },
  ]);
  const row = $derived(rowCalled(contents.track, caret.pitch));
  /** A row with a long name is told by its pitch; its name where the pointer rests. */
  const shortName = $derived(row.length > 4 ? pitchName(caret.pitch) : row);
  const isRecording = $derived(recorder.state !== 'idle');
  const GROUP = 'flex flex-none items-center gap-1';
</script>

{#snippet toggle(entry: { line: string; name: string; on: boolean; icon: typeof Repeat })}
  <Tool name={entry.name} key={keyOf(entry.line)} icon={entry.icon} on={entry.on} act={() => run(entry.line)} />
{/snippet}

<header
  class="flex h-10 min-w-0 select-none items-center justify-between gap-3 border-b border-base-300 px-2 max-sm:gap-0 max-sm:px-0.5 text-sm whitespace-nowrap"
  aria-label="Song and transport"
>
  <div class="flex min-w-0 flex-none items-center gap-1">
    <Tool name="Song list" key={keyOf('songs')} icon={ChevronLeft} act={() => run('songs')} />
    <h1
      class={isNarrow.current ? 'sr-only' : 'max-w-28 truncate font-semibold max-xl:max-w-20'}
      title={contents.song.name}
    >
      {contents.song.name}
    </h1>
    <select
      class="select w-36 select-sm max-xl:w-28 max-sm:w-24 max-sm:px-1"
      aria-label="Track"
      title={contents.track.name}
      value={contents.track.id}
      onchange={(event) =>
        opening.track(contents.song.tracks.find((track) => track.id === Number(event.currentTarget.value))!)}
    >
      {#each contents.song.tracks as track (track.id)}<option value={track.id}>{track.name}</option>{/each}
    </select>
  </div>

  <div class={GROUP}>
    <Tool
      name={player.playing ? 'Stop' : 'Play'}
      key={keyOf('play')}
      icon={player.playing ? Square : Play}
      class="tool-main"
      act={() => run('play')}
    />
    <button
      class="tool {isRecording ? 'bg-error text-error-content' : 'text-error'}"
      aria-label={isRecording ? 'End the recording' : 'Record'}
      aria-pressed={isRecording}
      data-tip={isRecording ? 'End the recording' : 'Record'}
      data-key={keyOf('recording')}
      onclick={() => run('recording')}
    >
      {#if recorder.state === 'counting' && recorder.counting > 0}<span class="font-semibold">{recorder.counting}</span
        >{:else}<Circle size={14} fill="currentColor" aria-hidden="true" />{/if}
    </button>
    <div class="flex w-19 flex-col text-right leading-none max-sm:w-13">
      <div class="text-sm leading-4 font-semibold" role="timer" aria-label="Position" data-tip="Position">
        {grid.lines.position(player.tick)}
      </div>
      <div
        class="text-2xs leading-4 whitespace-nowrap text-secondary"
        role="group"
        aria-label="Caret"
        data-tip="Caret, where keys write"
        title="{row} at {grid.lines.position(caret.tick)}"
      >
        {grid.lines.position(caret.tick)}
        {#if !isSmall.current}{shortName}{/if}
      </div>
    </div>
    <div
      class="h-6 w-1.5 flex-none overflow-hidden rounded bg-base-300 max-sm:hidden"
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
    {#each isSmall.current ? toggles.slice(0, 1) : toggles as entry (entry.line)}{@render toggle(entry)}{/each}
  </div>

  <div class={GROUP}>
    <label class="flex items-center gap-1">
      <span class="text-xs text-secondary max-sm:sr-only">Grid</span>
      <select
        class="select w-18 select-sm max-sm:w-16 max-sm:px-1"
        aria-label="Grid"
        value={grid.name}
        onchange={(event) => run(`grid value=${event.currentTarget.value}`)}
      >
        {#each GRIDS.includes(grid.name) ? GRIDS : [grid.name, ...GRIDS] as name (name)}<option value={name}
            >{name}</option
          >{/each}
      </select>
    </label>
    {#if isWide.current}
      <Swing />
      <NudgeChoice />
    {/if}
    {#if !isNarrow.current}
      <NewNotes
        >{#if !isWide.current}<div class="mb-2 flex justify-between border-b border-base-300 pb-2">
            <Swing /><NudgeChoice />
          </div>{/if}</NewNotes
      >
    {/if}
  </div>

  {#if !isNarrow.current}<SongFacts />{/if}

  <div class={GROUP}>
    {#if !isNarrow.current}{#each panels as entry (entry.line)}{@render toggle(entry)}{/each}{/if}
    {#if !isSmall.current}<Tool
        name="All keys, held"
        key={keyOf('keys')}
        icon={CircleHelp}
        act={() => dialogs.toggleKeys()}
      />{/if}
    <More panels={[...(isNarrow.current ? panels : []), ...(isSmall.current ? toggles.slice(1) : [])]} />
  </div>
</header>
