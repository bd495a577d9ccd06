<script lang="ts">
  import { untrack } from 'svelte';
  import Arrangement from './arrange/Arrangement.svelte';
  import NewTrack from './arrange/NewTrack.svelte';
  import SongStrip from './arrange/SongStrip.svelte';
  import Bench from './bench/Bench.svelte';
  import {
    followAhead,
    followPlayer,
    followRows,
    followStates,
    followTab,
    followZoom,
  } from './commands/following.svelte';
  import { showBeginning } from './commands/open-in-roll';
  import { setStudio, type Studio } from './acting/studio';
  import DialFace from './frame/DialFace.svelte';
  import KeyStrip from './frame/KeyStrip.svelte';
  import LeftTake from './frame/LeftTake.svelte';
  import Points from './frame/Points.svelte';
  import PlayingIn from './frame/PlayingIn.svelte';
  import SoundFile from './frame/SoundFile.svelte';
  import StatusLine from './frame/StatusLine.svelte';
  import TopLine from './frame/TopLine.svelte';
  import WhyStrip from './frame/WhyStrip.svelte';
  import LaneBar from './lanes/LaneBar.svelte';
  import LaneStack from './lanes/LaneStack.svelte';
  import ConductorCorner from './roll/ConductorCorner.svelte';
  import LeadSheet from './roll/LeadSheet.svelte';
  import NotePane from './roll/NotePane.svelte';
  import PitchKeys from './roll/PitchKeys.svelte';
  import PrintedRoll from './roll/PrintedRoll.svelte';
  import Roll from './roll/Roll.svelte';
  import Ruler from './roll/Ruler.svelte';
  import { room } from './look/room';
  import Over from './Over.svelte';
  import { keepSong } from './settings/of-song.svelte';
  import { settings } from './settings/settings.svelte';
  import PrintedTable from './table/PrintedTable.svelte';
  import NotesAsRows from './table/NotesAsRows.svelte';

  let {
    studio,
    covered,
  }: {
    studio: Studio;
    /** whether another view lies over this one and has the keys */
    covered: boolean;
  } = $props();

  // A workbench is made for one song: another one has a workbench of its own.
  const here = untrack(() => studio);
  const {
    arranging,
    calmFacts,
    contents,
    dialogs,
    hands,
    keyHandling,
    panes,
    playing,
    popover,
    shelf,
    soundFiles,
    status,
    views,
  } = here;

  setStudio(here);
  calmFacts.follow();
  keepSong(
    contents.song.id,
    () => hands.hand,
    () => ({ open: [...contents.open], front: contents.front }),
  );
  let focused = $state(0);
  status.follow(
    () => [views.shown, contents.track.id, dialogs.palette, playing.recorder.state].join(),
    () => focused,
  );
  for (const follow of [followAhead, followPlayer, followRows, followStates, followTab, followZoom]) follow(here);
  requestAnimationFrame(() => showBeginning(here));
</script>

<svelte:window
  onkeydown={(event) => keyHandling.down(event)}
  onkeyup={(event) => keyHandling.up(event)}
  onblur={() => keyHandling.blur()}
  onfocusin={() => focused++}
  onpointerdown={() => keyHandling.pointer()}
  onclick={(event) => keyHandling.used(event)}
  onchange={(event) => keyHandling.used(event)}
  onpaste={(event) => keyHandling.paste(event)}
/>

<main
  class="grid h-full {views.shown === 'song'
    ? 'grid-cols-[220px_minmax(0,1fr)_auto] max-sm:grid-cols-[112px_minmax(0,1fr)_auto]'
    : 'grid-cols-[52px_minmax(0,1fr)_auto]'} grid-rows-[auto_auto_minmax(0,1fr)_auto_auto_28px_auto]"
  inert={covered}
>
  <!-- The first Tab goes past the top line, to what one works on. -->
  <button
    class="btn fixed top-1 left-1 z-40 -translate-y-20 btn-sm btn-primary focus:translate-y-0"
    onclick={() => views.focus()}>To the notes</button
  >
  <div class="col-span-3 grid min-w-0"><TopLine /></div>
  {#if views.shown === 'table'}
    <div class="col-span-2 col-start-1 row-span-3 row-start-2 grid min-h-0"><NotesAsRows /></div>
  {:else}
    <ConductorCorner
      >{#if views.shown === 'song'}<NewTrack />{/if}</ConductorCorner
    >
    {#if views.shown === 'song'}
      <div class="col-start-2 row-start-2 grid min-w-0"><Ruler view={arranging.view} /></div>
      <Arrangement />
    {:else}
      <div class="col-start-2 row-start-2 grid min-w-0">
        {#if settings.songStrip && !room.isLow.current}<SongStrip />{/if}
        <Ruler view={panes.roll.view} />
      </div>
      <div class="col-start-1 row-start-3 grid"><PitchKeys pane={panes.roll} /></div>
      <div class="col-start-2 row-start-3 grid min-h-0 min-w-0">
        <Roll
          pane={panes.roll}
          summary={calmFacts.summary}
          ondropped={(phrase, tick) => void shelf.put(phrase, tick)}
        />
      </div>
      <LaneStack />
    {/if}
  {/if}
  <Points />
  <DialFace />
  <WhyStrip />
  {#if room.isNarrow.current ? dialogs.benchOver : settings.bench}
    <!-- Where there is no room beside the notes it lies over them for as long as it is wanted. -->
    <div
      class={room.isNarrow.current
        ? 'fixed top-10 right-0 bottom-7 z-20 grid min-h-0 w-[min(272px,90vw)] shadow-xl'
        : 'col-start-3 row-span-3 row-start-2 grid min-h-0 w-[240px]'}
    >
      <Bench />
    </div>
  {/if}
  {#if settings.playingIn || soundFiles.open || playing.leftTakes.first}
    <div class="col-span-3 row-start-5 grid min-w-0">
      <LeftTake />
      {#if soundFiles.open}<SoundFile />{/if}
      {#if settings.playingIn}<PlayingIn />{/if}
    </div>
  {/if}
  <div class="col-span-3 row-start-6 grid min-w-0">
    <StatusLine
      >{#if panes.reached === 'roll'}<LaneBar />{/if}</StatusLine
    >
  </div>
  <div class="col-span-3 row-start-7 grid min-w-0"><KeyStrip /></div>
</main>
{#if dialogs.printed}{#if views.shown === 'table'}<PrintedTable />{:else}<PrintedRoll />{/if}
{:else if !covered}<LeadSheet />{/if}
{#if popover.note !== null}<NotePane note={popover.note} />{/if}
<Over />
