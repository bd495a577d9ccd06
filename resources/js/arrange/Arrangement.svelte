<script lang="ts">
  import { untrack } from 'svelte';
  import { getStudio } from '../acting/studio';
  import { openInRoll } from '../commands/open-in-roll';
  import type { ClipShape } from '../gestures/clip-dragging';
  import type { ClipGround } from '../gestures/clip-ground';
  import { graspOnClips, turnTo } from '../gestures/on-clips';
  import { whenIdle } from '../look/layer';
  import { painted } from '../look/painted.svelte';
  import { coloursOf } from '../look/theme';
  import { counted } from '../music/counted';
  import { phraseDropped, phraseOver } from '../pointer/dropping';
  import { Button } from '../pointer/grasp';
  import { Pointer } from '../pointer/pointer.svelte';
  import { tickAt } from '../pointer/snap';
  import PitchKeys from '../roll/PitchKeys.svelte';
  import { settings } from '../settings/settings.svelte';
  import { clipAt } from '../sight/clip-hit';
  import { EDGE } from '../sight/opened-rows.svelte';
  import OpenedRow from './OpenedRow.svelte';
  import { paintSong, paintSongOver } from './paint-song';
  import TrackHead from './TrackHead.svelte';

  const {
    acting,
    arranging,
    caret,
    chosenClips,
    contents,
    dialogs,
    grid,
    hands,
    keyHandling,
    openedRows,
    opening,
    panes,
    player,
    range,
    seen,
    sender,
    shelf,
    status,
    views,
  } = getStudio();

  const { view } = $derived(arranging);
  let ground = $state<HTMLCanvasElement>();
  let over = $state<HTMLCanvasElement>();
  const colours = $derived(coloursOf(settings.theme, 1));
  const sweep: { what: 'mute' | 'solo' | ''; to: 'on' | 'off' } = { what: '', to: 'on' };
  const refuse = (why: string) => status.say(why, 'refused');
  const open = (clips: number[]) => void openInRoll({ chosenClips, contents, opening, panes, views }, clips);

  const onClips = (): ClipGround => ({
    arranging,
    chosenClips,
    contents,
    lines: grid.lines,
    hands,
    caret,
    range,
    run: acting.run,
    refuse,
  });
  const pointer = new Pointer<ClipShape>(hands, status, {
    grasp: (at, button) => graspOnClips(onClips(), at, button),
    passes: (at) => {
      hands.at = at && { tick: Math.max(0, Math.round(view.tick(at.x))), pitch: caret.pitch };
      hands.row = at && arranging.rowAt(at.y);
    },
    drop: ({ lines }, over) => {
      acting.run(...lines);
      void sender.idle().then(over);
    },
  });

  $effect(() => {
    void [contents.song.tracks, arranging.tops, contents.end, view.width, view.height];
    arranging.follow();
  });

  // What lies in opened rows is open, also what came into them since.
  $effect(() => {
    void [contents.song.tracks, contents.open, openedRows.all];
    untrack(() => void opening.rows());
  });

  // One more on each side, so that Tab leads there.
  const first = $derived(arranging.rowAt(0) - 1);
  const last = $derived(arranging.rowAt(view.height) + 1);
  /** how many rows have their heads: those in sight at once, the others in moments when nothing else goes on */
  let heads = $state(0);
  $effect(() => {
    if (heads >= seen.rows.length) return;
    return whenIdle(() => heads++);
  });

  const size = () => [view.width, view.height] as const;
  const opened = $derived(new Set(openedRows.all.map(({ track }) => track)));
  const ofTrack = $derived.by(() => {
    const { theme } = settings;
    return (colour: number) => coloursOf(theme, colour);
  });
  const scene = $derived.by(() => {
    const { tracks } = seen;
    return {
      place: view.place,
      heights: arranging.heights,
      arranging,
      lines: grid.lines,
      tracks: seen.rows,
      all: chosenClips.all,
      isChosen: chosenClips.isChosen,
      front: contents.front,
      opened,
      sounding: seen.sounds.notes,
      heard: (track: number) => seen.sounds.of(track),
      open: seen.notes,
      openClips: contents.open,
      trackOf: (clip: number) => tracks.get(clip)?.id,
      colours,
      ofTrack,
    };
  });
  painted(
    () => ground,
    size,
    () => scene,
    paintSong,
    { alpha: false },
  );
  const overScene = $derived.by(() => {
    return {
      place: view.place,
      heights: arranging.heights,
      arranging,
      range: range.span,
      shape: pointer.shape,
      caret:
        panes.current === panes.roll
          ? { tick: caret.tick, row: contents.song.tracks.findIndex(({ id }) => id === contents.track.id) }
          : null,
      playhead: player.tick,
      colours,
      ofTrack,
    };
  });
  painted(
    () => over,
    size,
    () => overScene,
    paintSongOver,
  );

  $effect(() => {
    if (settings.follow && player.playing && !pointer.goesOn) view.follow(player.tick);
  });
  // Another hand would do something else where the pointer is.
  $effect(() => {
    void hands.hand;
    untrack(() => pointer.look());
  });

  function twice(event: MouseEvent): void {
    if (hands.hand !== 'point') return;
    const { x, y, free } = pointer.at(event);
    const found = clipAt(arranging, chosenClips, x, y);
    const row = arranging.rowAt(y);
    if (found) open([found.placed.clip.id]);
    else if (row < contents.song.tracks.length)
      acting.run(`clip-new at=${tickAt(grid.lines, view, x, free)} of=${row + 1}`);
  }

  /** Chooses what lies under the pointer, or turns to the place where nothing does, and asks what can be done with it. */
  function menu(event: MouseEvent): void {
    event.preventDefault();
    if (pointer.goesOn) return;
    const at = pointer.at(event);
    const found = clipAt(arranging, chosenClips, at.x, at.y)?.placed.clip.id;
    if (found === undefined) {
      chosenClips.choose([]);
      turnTo(onClips(), at);
    } else if (!chosenClips.isChosen.has(found)) chosenClips.choose(chosenClips.together(found));
    dialogs.openMenu(event.clientX, event.clientY);
  }

  function drop(event: DragEvent): void {
    const phrase = phraseDropped(event);
    if (!phrase) return;
    const { x, y, free } = pointer.at(event);
    void shelf.put(phrase, tickAt(grid.lines, view, x, free), arranging.rowAt(y));
  }

  function wheel(event: WheelEvent): void {
    event.preventDefault();
    const { x, y } = pointer.at(event);
    view.pointer = { x, y };
    const isTaken = keyHandling.wheel(event);
    view.pointer = null;
    if (!isTaken) view.scrollByWheel(event);
  }

  const said = $derived.by(() => {
    const { placed, all } = chosenClips;
    const names = placed
      .slice(0, 5)
      .map(({ clip, track }) => `${clip.name || 'clip'} of ${track.name} at ${grid.lines.position(clip.start)}`);
    return placed.length === 0
      ? `${counted(all.length, 'clip')} on ${counted(contents.song.tracks.length, 'track')}, none chosen.`
      : `${chosenClips.said}: ${names.join(', ')}${placed.length > 5 ? ' and more' : ''}.`;
  });
</script>

<svelte:window onpointerup={() => (sweep.what = '')} />

<div
  class="relative col-start-1 row-start-3 overflow-clip border-r border-base-300 bg-base-200"
  onwheel={(event) => !event.defaultPrevented && wheel(event)}
  role="group"
  aria-label="Tracks of the song"
>
  <!-- A layer of its own: scrolling moves it and paints nothing. -->
  <div class="will-change-transform" style:transform="translateY({-view.top}px)">
    {#each seen.rows as track, place (track.id)}
      {@const row = openedRows.of(track.id)}
      <div
        style:height="{arranging.heights[place]}px"
        onfocusin={({ target }) => (target as Element).matches(':focus-visible') && arranging.revealRow(track.id)}
        class="grid min-w-0 [content-visibility:auto] {row ? 'grid-cols-[minmax(0,1fr)_52px]' : ''}"
      >
        {#if place < heads || (place >= first && place <= last)}
          <TrackHead
            {track}
            {place}
            {sweep}
            isSeen={place >= first && place <= last}
            open={() => open(track.clips.map(({ id }) => id))}
          />
        {/if}
        {#if row?.what === 'notes'}
          <div
            class="grid"
            style:height="{row.height - row.lanes.reduce((sum, { height }) => sum + height, EDGE)}px"
            onpointerdowncapture={() => openedRows.focus(track.id)}
          >
            <PitchKeys pane={row.pane} />
          </div>
        {/if}
      </div>
    {/each}
  </div>
</div>
<!-- The keys of the whole window work on the song; the canvas takes the pointer. -->
<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
<div
  class="relative col-start-2 row-start-3 min-h-0 min-w-0 overflow-hidden"
  role="group"
  aria-label="Song"
  aria-describedby="song-summary"
  tabindex="0"
  bind:clientWidth={view.width}
  bind:clientHeight={view.height}
  {@attach views.home}
>
  <p id="song-summary" class="sr-only" aria-live="polite">{said}</p>
  <canvas bind:this={ground} class="absolute inset-0 size-full" aria-hidden="true"></canvas>
  <canvas
    bind:this={over}
    class="absolute inset-0 size-full touch-none"
    style:cursor={pointer.cursor}
    aria-hidden="true"
    data-testid="song-canvas"
    data-left={view.left}
    data-pixels-per-tick={view.pixelsPerTick}
    data-tops={arranging.tops.map((top) => top - view.top).join()}
    {@attach pointer.attach}
    {@attach view.attach}
    onpointerdowncapture={(event) => event.button === Button.left && openedRows.focus(null)}
    oncontextmenu={menu}
    ondragover={phraseOver}
    ondrop={drop}
    ondblclick={twice}
    onwheel={wheel}
  ></canvas>
  {#each openedRows.all as row (row.track)}
    {@const place = contents.song.tracks.findIndex(({ id }) => id === row.track)}
    {#if place >= 0 && arranging.isInSight(place)}
      <OpenedRow {row} top={arranging.y(place)} />
    {/if}
  {/each}
</div>
