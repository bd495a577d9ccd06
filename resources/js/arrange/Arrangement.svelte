<script lang="ts">
  import { untrack } from 'svelte';
  import type { Player } from '../sound/player.svelte';
  import { type Placed } from '../desk/arranging.svelte';
  import type { Desk } from '../desk/desk.svelte';
  import { oncePerFrame } from '../look/layer';
  import { coloursOf, prepared } from '../look/theme';
  import { settings } from '../settings/settings.svelte';
  import { phraseDropped, phraseOver } from '../gestures/dropping';
  import { nearestLine } from '../gestures/snap';
  import { ClipDrag, type Dragged, type Held } from './clip-drag';
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

  const DRAGS_FROM = 4;
  const { arranging } = $derived(desk);
  const { view } = $derived(arranging);
  let ground: HTMLCanvasElement;
  let marks: HTMLCanvasElement;
  let over: HTMLCanvasElement;
  let cursor = $state('default');
  const colours = $derived(coloursOf(settings.theme, 1));
  const ofTrack = (colour: number) => coloursOf(settings.theme, colour);

  /** what the pointer does: nothing yet, a drag of clips, or a box */
  let pressed: { x: number; y: number; found: ReturnType<typeof clipAt>; wasChosen: boolean; adds: boolean } | null =
    null;
  let drag = $state.raw<ClipDrag | null>(null);
  let dragged = $state.raw<Dragged[]>([]);
  let box = $state.raw<DOMRect | null>(null);
  const sweep: { what: 'mute' | 'solo' | ''; to: 'on' | 'off' } = { what: '', to: 'on' };
  const hand = $derived(desk.hands.hand);
  /** the span of a clip that is drawn, and ids of clips that are rubbed out */
  let drawn: [number, number] | null = null;
  let rubbed: number[] = [];
  let held: Held = { free: false, copies: false };
  let kept: readonly number[] = [];

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
    for (const { placed, start, length, row } of dragged) {
      const { x, y, width, height } = boxOf(arranging, start, length, row);
      pen.fillStyle = ofTrack(colourOf(placed)).tint;
      pen.globalAlpha = 0.7;
      pen.fillRect(x, y, width, height);
      pen.globalAlpha = 1;
      pen.strokeRect(x, y, width, height);
    }
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
    void [place(), desk.range, desk.caret, desk.track, player.tick, dragged, box];
    askOver();
  });
  $effect(() => {
    if (settings.follow && player.playing && !drag) view.follow(player.tick);
  });

  const at = (event: MouseEvent) => {
    const { left, top } = over.getBoundingClientRect();
    return { x: event.clientX - left, y: event.clientY - top };
  };
  const rowAt = (y: number) => arranging.rowAt(y);
  const tickAt = (x: number, free: boolean) => {
    const tick = Math.max(0, Math.round(view.tick(x)));
    return free || desk.free ? tick : nearestLine(desk.gridLines, view, tick);
  };

  function press(event: PointerEvent): void {
    if (event.button !== 0) return;
    desk.rows.focus(null);
    over.setPointerCapture(event.pointerId);
    const from = at(event);
    const found = clipAt(arranging, from.x, from.y);
    const adds = event.shiftKey || event.ctrlKey;
    if (hand !== 'point') {
      pressed = { ...from, found, wasChosen: false, adds };
      if (hand === 'erase') rub(from);
      return;
    }
    const wasChosen = found !== null && arranging.isChosen.has(found.placed.clip.id);
    pressed = { ...from, found, wasChosen, adds };
    kept = adds ? arranging.chosen : [];
    if (found && !wasChosen)
      arranging.choose([...(adds ? arranging.chosen : []), ...arranging.together(found.placed.clip.id)]);
    if (found) desk.moveCaret({ tick: found.placed.clip.start });
  }

  function move(event: PointerEvent): void {
    const now = at(event);
    held = { free: event.altKey || desk.free, copies: event.ctrlKey };
    if (!pressed && hand !== 'point') {
      cursor = hand === 'draw' ? 'cell' : 'crosshair';
      desk.hands.word =
        hand === 'draw'
          ? 'drag: a new clip as long · a press: one of a bar · Alt: free of the grid'
          : 'a press or a stroke takes clips out';
      return;
    }
    if (!pressed) {
      const found = clipAt(arranging, now.x, now.y);
      cursor = !found ? 'default' : found.part === 'body' ? 'grab' : 'ew-resize';
      desk.hands.word = !found
        ? 'drag: choose clips · Alt: a range over these tracks · two presses: a new clip'
        : found.part === 'body'
          ? 'drag: move · Ctrl: a copy · Alt: free of the grid · two presses: open'
          : 'drag: change this end; what sounds stays where it is';
      return;
    }
    if (hand === 'erase') {
      rub(now);
      return;
    }
    if (!drag && !box && Math.hypot(now.x - pressed.x, now.y - pressed.y) < DRAGS_FROM) return;
    if (hand === 'draw') {
      drawn = spanOf(pressed.x, now.x);
      box = boxIn(drawn, rowAt(pressed.y), rowAt(pressed.y));
      return;
    }
    if (!pressed.found && event.altKey) {
      desk.range = spanOf(pressed.x, now.x);
      const [first, last] = [rowAt(Math.min(pressed.y, now.y)), rowAt(Math.max(pressed.y, now.y))];
      box = boxIn(desk.range, first, last);
      const [from, to] = desk.range;
      arranging.choose([
        ...kept,
        ...arranging.all
          .filter(({ clip, row }) => row >= first && row <= last && clip.start < to && clip.start + clip.length > from)
          .map(({ clip }) => clip.id),
      ]);
      return;
    }
    if (pressed.found) {
      drag ??= new ClipDrag(desk, arranging, pressed.found.placed, pressed.found.part, pressed);
      drag.move(now.x, now.y, held);
      dragged = drag.shown;
      desk.hands.word = drag.said(held);
      return;
    }
    const { x, y } = pressed;
    box = new DOMRect(Math.min(x, now.x), Math.min(y, now.y), Math.abs(now.x - x), Math.abs(now.y - y));
    arranging.choose([...kept, ...inBox(box).map(({ clip }) => clip.id)]);
  }

  /** From line to line around two places across, a line apart at least. */
  function spanOf(a: number, b: number): [number, number] {
    const [from, to] = [tickAt(Math.min(a, b), held.free), tickAt(Math.max(a, b), held.free)];
    return [from, Math.max(to, desk.gridLines.around(from).after)];
  }

  function boxIn([from, to]: [number, number], first: number, last: number): DOMRect {
    const [x, y] = [view.x(from), arranging.y(Math.min(first, arranging.heights.length - 1))];
    return new DOMRect(x, y, view.x(to) - x, arranging.y(Math.min(last + 1, arranging.heights.length)) - y);
  }

  /** Marks what the eraser passes; it goes once it is let go. */
  function rub({ x, y }: { x: number; y: number }): void {
    const found = clipAt(arranging, x, y)?.placed.clip.id;
    if (found !== undefined) rubbed = [...new Set([...rubbed, found])];
    arranging.choose(rubbed);
  }

  function inBox({ left, right, top, bottom }: DOMRect): Placed[] {
    const [from, to] = [view.tick(left), view.tick(right)];
    const [first, last] = [rowAt(top), rowAt(bottom)];
    return arranging.all.filter(
      ({ clip, row }) => row >= first && row <= last && clip.start < to && clip.start + clip.length > from,
    );
  }

  function release(): void {
    if (!pressed) return;
    const { found, wasChosen, adds, x, y } = pressed;
    if (hand !== 'point') {
      if (hand === 'erase' && rubbed.length > 0) run('clip-delete');
      if (hand === 'draw') draw(x, y);
      cancel();
      return;
    }
    if (drag) {
      const line = drag.line(held);
      if (line) run(line);
    } else if (!box && found && wasChosen) {
      const { id } = found.placed.clip;
      const together = arranging.together(id);
      arranging.choose(adds ? arranging.chosen.filter((one) => !together.includes(one)) : together);
    } else if (!box && !found) {
      if (!adds) arranging.choose([]);
      desk.moveCaret({ tick: tickAt(x, held.free) });
      frontRow(rowAt(y));
    }
    cancel();
  }

  function cancel(): void {
    pressed = null;
    drag = null;
    dragged = [];
    box = null;
    drawn = null;
    rubbed = [];
    desk.hands.word = '';
  }

  /** Puts in a clip as long as was dragged, or of the bar that was pressed. */
  function draw(x: number, y: number): void {
    const row = rowAt(y);
    if (row >= desk.song.tracks.length) {
      desk.say('There is no track here; track-new makes one.', 'refused');
      return;
    }
    const bar = desk.gridLines.barAt(Math.max(0, Math.round(view.tick(x))));
    const [from, to] = drawn ?? [bar.tick, desk.gridLines.barStart(bar.bar + 1)];
    run(`clip-new at=${from} length=${to - from}tk of=${row + 1}`);
  }

  function frontRow(row: number): void {
    const open_ = desk.song.tracks[row]?.clips.find(({ id }) => desk.open.includes(id));
    if (open_) desk.toFront(open_.id);
  }

  function twice(event: MouseEvent): void {
    if (hand !== 'point') return;
    const { x, y } = at(event);
    const found = clipAt(arranging, x, y);
    const row = rowAt(y);
    if (found) open([found.placed.clip.id]);
    else if (row < desk.song.tracks.length) run(`clip-new at=${tickAt(x, event.altKey)} of=${row + 1}`);
  }

  /** Chooses what lies under the pointer, or turns to the place where nothing does, and asks what can be done with it. */
  function menu(event: MouseEvent): void {
    event.preventDefault();
    if (pressed) return;
    const { x, y } = at(event);
    const found = clipAt(arranging, x, y)?.placed.clip.id;
    if (found === undefined) {
      arranging.choose([]);
      desk.moveCaret({ tick: tickAt(x, event.altKey) });
      frontRow(rowAt(y));
    } else if (!arranging.isChosen.has(found)) arranging.choose(arranging.together(found));
    onmenu(event.clientX, event.clientY);
  }

  function drop(event: DragEvent): void {
    const phrase = phraseDropped(event);
    const { x, y } = at(event);
    if (!phrase) return;
    const row = rowAt(y);
    if (row < desk.song.tracks.length) ondropped(phrase, tickAt(x, event.altKey), row);
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
      ? `${all.length} clips on ${desk.song.tracks.length} tracks, none chosen.`
      : `${placed.length} of ${all.length} clips chosen: ${names.join(', ')}${placed.length > 5 ? ' and more' : ''}.`;
  });
</script>

<svelte:window
  onpointerup={() => (sweep.what = '')}
  onkeydowncapture={(event) => {
    if (event.key === 'Escape' && pressed) {
      event.stopPropagation();
      cancel();
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
            style:height="{row.height - row.lane - EDGE}px"
            onpointerdowncapture={() => desk.rows.focus(track.id)}
          >
            <PitchKeys {desk} pane={row.pane} {player} {onmouse} />
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
    style:cursor
    aria-hidden="true"
    data-testid="song-canvas"
    data-left={view.left}
    data-pixels-per-tick={view.pixelsPerTick}
    data-tops={arranging.tops.map((top) => top - view.top).join()}
    onpointerdown={press}
    onpointermove={move}
    onpointerup={release}
    onpointercancel={cancel}
    onpointerleave={() => !pressed && (desk.hands.word = '')}
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
