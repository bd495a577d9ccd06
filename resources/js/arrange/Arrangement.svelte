<script lang="ts">
  import { untrack } from 'svelte';
  import type { Player } from '../sound/player.svelte';
  import type { Desk } from '../desk/desk.svelte';
  import { counted } from '../music/counted';
  import { oncePerFrame } from '../look/layer';
  import { coloursOf, prepared } from '../look/theme';
  import { settings } from '../settings/settings.svelte';
  import { phraseDropped, phraseOver } from '../gestures/dropping';
  import { ClipHand, type Place } from './clip-hand.svelte';
  import { clipAt } from './clip-hit';
  import { boxOf, colourOf, paintClips, paintMiniatures, paintRows } from './paint-song';
  import PitchKeys from '../roll/PitchKeys.svelte';
  import { EDGE } from '../desk/opened-rows.svelte';
  import OpenedRow from './OpenedRow.svelte';
  import TrackHead from './TrackHead.svelte';

  let {
    desk,
    player,
    run,
    open,
    onwheel,
    onmenu,
    onmouse,
    keyOf,
    ondropped,
  }: {
    desk: Desk;
    player: Player;
    run: (line: string) => void;
    /** Opens clips in the roll. */
    open: (clips: number[]) => void;
    /** told a turn of the wheel; tells whether it is a shortcut */
    onwheel: (event: WheelEvent) => boolean;
    /** asked for what can be done with the chosen clips, or with notes of an opened row, at a place of the page in CSS pixels */
    onmenu: (x: number, y: number) => void;
    /** told the line a key would have run */
    onmouse: (line: string) => void;
    keyOf: (line: string) => string;
    /** told the id of a phrase of the shelf that was dropped, and where */
    ondropped: (phrase: number, tick: number, row: number) => void;
  } = $props();

  const { arranging } = $derived(desk);
  const { view } = $derived(arranging);
  let ground: HTMLCanvasElement;
  let marks: HTMLCanvasElement;
  let over: HTMLCanvasElement;
  const colours = $derived(coloursOf(settings.theme, 1));
  const ofTrack = (colour: number) => coloursOf(settings.theme, colour);

  const hand = new ClipHand(
    untrack(() => desk),
    (line) => run(line),
  );
  const sweep: { what: 'mute' | 'solo' | ''; to: 'on' | 'off' } = { what: '', to: 'on' };

  $effect(() => {
    void [desk.song.tracks, arranging.tops, desk.end, view.width, view.height];
    arranging.follow();
  });

  // What lies in opened rows is open, also what came into them since.
  $effect(() => {
    void [desk.song.tracks, desk.open, desk.rows.all];
    untrack(() => void desk.rows.openClips());
  });

  const askGround = oncePerFrame(() => {
    const pen = prepared(ground, view.width, view.height);
    if (!pen) return;
    paintRows(pen, desk, colours);
    paintClips(pen, desk, arranging, ofTrack);
    const fine = prepared(marks, view.width, view.height);
    if (fine) paintMiniatures(fine, desk, ofTrack);
  });
  const askOver = oncePerFrame(() => {
    const pen = prepared(over, view.width, view.height);
    if (!pen) return;
    if (desk.range) {
      pen.fillStyle = colours.range;
      pen.globalAlpha = 0.12;
      pen.fillRect(view.x(desk.range[0]), 0, (desk.range[1] - desk.range[0]) * view.pixelsPerTick, view.height);
      pen.globalAlpha = 1;
    }
    pen.strokeStyle = colours.selection;
    pen.lineWidth = 2;
    for (const { placed, start, length, row } of hand.dragged) {
      const { x, y, width, height } = boxOf(arranging, start, length, row);
      pen.fillStyle = ofTrack(colourOf(placed)).tint;
      pen.globalAlpha = 0.7;
      pen.fillRect(x, y, width, height);
      pen.globalAlpha = 1;
      pen.strokeRect(x, y, width, height);
    }
    const { box } = hand;
    if (box) {
      pen.lineWidth = 1;
      pen.setLineDash([4, 3]);
      pen.strokeRect(box.x, box.y, box.width, box.height);
      pen.setLineDash([]);
    }
    pen.fillStyle = colours['color-base-content'];
    const row = desk.song.tracks.findIndex(({ id }) => id === desk.track.id);
    if (row >= 0 && desk.pane === desk.roll)
      pen.fillRect(Math.round(view.x(desk.caret.tick)), arranging.y(row), 2, arranging.heights[row]);
    pen.fillStyle = colours.playhead;
    pen.fillRect(Math.round(view.x(player.tick)), 0, 2, view.height);
  });
  const place = () => [view.left, view.top, view.pixelsPerTick, arranging.tops, view.width, view.height, colours];

  $effect(() => {
    void [
      place(),
      desk.song,
      desk.gridLines,
      arranging.all,
      arranging.isChosen,
      desk.sounding.all,
      desk.visible,
      desk.front,
    ];
    askGround();
  });
  $effect(() => {
    void [place(), desk.range, desk.caret, desk.track, player.tick, hand.dragged, hand.box];
    askOver();
  });
  $effect(() => {
    if (settings.follow && player.playing && !hand.goesOn) view.follow(player.tick);
  });

  const at = (event: MouseEvent): Place => {
    const { left, top } = over.getBoundingClientRect();
    return {
      x: event.clientX - left,
      y: event.clientY - top,
      adds: event.shiftKey || event.ctrlKey,
      copies: event.ctrlKey,
      alt: event.altKey,
    };
  };

  function press(event: PointerEvent): void {
    if (event.button !== 0) return;
    desk.rows.focus(null);
    over.setPointerCapture(event.pointerId);
    hand.press(at(event));
  }

  function twice(event: MouseEvent): void {
    if (desk.hands.hand !== 'point') return;
    const { x, y, alt } = at(event);
    const found = clipAt(arranging, x, y);
    const row = arranging.rowAt(y);
    if (found) open([found.placed.clip.id]);
    else if (row < desk.song.tracks.length) run(`clip-new at=${hand.tickAt(x, alt)} of=${row + 1}`);
  }

  /** Chooses what lies under the pointer, or turns to the place where nothing does, and asks what can be done with it. */
  function menu(event: MouseEvent): void {
    event.preventDefault();
    if (hand.goesOn) return;
    const { x, y, alt } = at(event);
    const found = clipAt(arranging, x, y)?.placed.clip.id;
    if (found === undefined) {
      arranging.choose([]);
      hand.turnTo(x, y, alt);
    } else if (!arranging.isChosen.has(found)) arranging.choose(arranging.together(found));
    onmenu(event.clientX, event.clientY);
  }

  function drop(event: DragEvent): void {
    const phrase = phraseDropped(event);
    const { x, y, alt } = at(event);
    if (!phrase) return;
    const row = arranging.rowAt(y);
    if (row < desk.song.tracks.length) ondropped(phrase, hand.tickAt(x, alt), row);
    else desk.say('There is no track here; track-new makes one.', 'refused');
  }

  function wheel(event: WheelEvent): void {
    event.preventDefault();
    const { x, y } = at(event);
    view.pointer = { x, y };
    const taken = onwheel(event);
    view.pointer = null;
    if (taken) return;
    view.scrollByWheel(event);
  }

  const said = $derived.by(() => {
    const { placed, all } = arranging;
    const names = placed
      .slice(0, 5)
      .map(({ clip, track }) => `${clip.name || 'clip'} of ${track.name} at ${desk.gridLines.position(clip.start)}`);
    return placed.length === 0
      ? `${counted(all.length, 'clip')} on ${counted(desk.song.tracks.length, 'track')}, none chosen.`
      : `${arranging.chosenOf}: ${names.join(', ')}${placed.length > 5 ? ' and more' : ''}.`;
  });
</script>

<svelte:window
  onpointerup={() => (sweep.what = '')}
  onkeydowncapture={(event) => {
    if (event.key === 'Escape' && hand.goesOn) {
      event.stopPropagation();
      hand.cancel();
    }
  }}
/>

<div
  class="relative col-start-1 row-start-3 overflow-hidden border-r border-base-300 bg-base-200"
  role="group"
  aria-label="Tracks of the song"
>
  <div style:transform="translateY({-view.top}px)">
    {#each desk.song.tracks as track, place (track.id)}
      {@const row = desk.rows.of(track.id)}
      <div
        style:height="{arranging.heights[place]}px"
        class="grid min-w-0 {row ? 'grid-cols-[minmax(0,1fr)_52px]' : ''}"
      >
        <TrackHead
          {desk}
          {track}
          {place}
          {sweep}
          {run}
          open={() => open(track.clips.map(({ id }) => id))}
          keyOf={keyOf('open-row')}
        />
        {#if row?.what === 'notes'}
          <div
            class="grid"
            style:height="{row.height - row.lanes.reduce((sum, { height }) => sum + height, EDGE)}px"
            onpointerdowncapture={() => desk.rows.focus(track.id)}
          >
            <PitchKeys {desk} pane={row.pane} {player} {run} {onmouse} />
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
>
  <p id="song-summary" class="sr-only">{said}</p>
  <canvas bind:this={ground} class="absolute inset-0 size-full" aria-hidden="true"></canvas>
  <canvas bind:this={marks} class="absolute inset-0 size-full" aria-hidden="true"></canvas>
  <canvas
    bind:this={over}
    class="absolute inset-0 size-full touch-none"
    style:cursor={hand.cursor}
    aria-hidden="true"
    data-testid="song-canvas"
    data-left={view.left}
    data-pixels-per-tick={view.pixelsPerTick}
    data-tops={arranging.tops.map((top) => top - view.top).join()}
    onpointerdown={press}
    onpointermove={(event) => hand.move(at(event))}
    onpointerup={() => hand.release()}
    onpointercancel={() => hand.cancel()}
    onpointerleave={() => !hand.goesOn && (desk.hands.word = '')}
    oncontextmenu={menu}
    ondragover={phraseOver}
    ondrop={drop}
    ondblclick={twice}
    onwheel={wheel}
  ></canvas>
  {#each desk.rows.all as row (row.track)}
    {@const place = desk.song.tracks.findIndex(({ id }) => id === row.track)}
    {#if place >= 0 && arranging.isInSight(place)}
      <OpenedRow {desk} {row} top={arranging.y(place)} {player} {onwheel} {onmouse} {onmenu} />
    {/if}
  {/each}
</div>
