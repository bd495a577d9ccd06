<script lang="ts">
  import { untrack } from 'svelte';
  import type { NoteTable } from '../music/notes';
  import type { Compared } from '../desk/preview.svelte';
  import type { Desk } from '../desk/desk.svelte';
  import type { Pane } from '../desk/pane.svelte';
  import { LANE_LEAST, LANE_MOST } from '../commands/hands';
  import {
    Bending,
    LANE_HANDLES,
    laneFrame,
    laneHandleAt,
    laneHandleUnder,
    type LaneHandle,
  } from '../gestures/bending';
  import { Coursing, type Way } from '../gestures/coursing';
  import type { At, Ground } from '../gestures/gesture';
  import { atOf, Handling } from '../gestures/handling.svelte';
  import { BoxingHeads, Lifting } from '../gestures/heads';
  import { paintFrame, paintReach, paintTag } from '../gestures/paint';
  import { Scale, stems, stemUnder } from '../gestures/stems';
  import { settings } from '../settings/settings.svelte';
  import { oncePerFrame } from '../look/layer';
  import { coloursOf, prepared, type Colours } from '../look/theme';

  let {
    desk,
    pane = desk.roll,
    height = null,
    onmouse,
  }: {
    desk: Desk;
    /** what of the notes it shows */
    pane?: Pane;
    /** how high it is, in CSS pixels; null where its height is dragged and kept */
    height?: number | null;
    /** told the line a key would have run */
    onmouse: (line: string) => void;
  } = $props();

  const MARKS = [32, 64, 96];
  const { view, notes } = $derived(pane);
  const { hands } = $derived(desk);
  const isRow = $derived(height !== null);
  const laneHeight = $derived(height ?? settings.laneHeight);
  const scale = $derived(new Scale(laneHeight));
  let canvas: HTMLCanvasElement;
  let cursor = $state('default');
  const handling = new Handling(
    untrack(() => desk),
    untrack(() => pane),
    (line) => onmouse(line),
  );
  const frame = () => (settings.frame && hands.hand === 'point' ? laneFrame(notes, view, scale) : null);

  const ask = oncePerFrame(() => {
    const pen = prepared(canvas, view.width, laneHeight);
    if (!pen) return;
    const colours = coloursOf(settings.theme, pane.track.colour);
    pen.fillStyle = colours['row-line'];
    for (const mark of MARKS) pen.fillRect(0, Math.round(scale.y(mark)), view.width, 1);
    const inks = new Map(desk.open.map((clip) => [clip, inkOf(clip)]));
    paintStems(
      pen,
      handling.shape?.levels ? handling.notes : pane.visible,
      (clip) => inks.get(clip) ?? colours.ink,
      colours,
    );
    if (desk.preview.shown && !desk.preview.flipped) caps(pen, desk.preview.shown, colours);
    const { shape } = handling;
    const box = frame();
    if (shape) {
      paintReach(pen, shape, false, colours);
      paintTag(pen, shape, view.width, laneHeight, colours);
    } else if (box) {
      paintFrame(
        pen,
        box,
        LANE_HANDLES.map((handle) => laneHandleAt(box, handle)),
        colours,
      );
    }
  });

  function paintStems(
    pen: CanvasRenderingContext2D,
    table: NoteTable,
    inkOfClip: (clip: number) => string,
    colours: Colours,
  ): void {
    const { velocity, clip } = table.columns;
    const levels = handling.shape?.levels;
    const all = stems(table, view);
    // Dense: one stem for each column of pixels, the loudest.
    const tallest = all.length > view.width ? new Uint8Array(Math.ceil(view.width) + 4) : null;
    for (const chosen of [0, 1]) {
      tallest?.fill(0);
      for (const { place: i, x } of all) {
        if (table.selected[i] !== chosen) continue;
        const level = levels?.get(i) ?? velocity[i];
        if (tallest) {
          if (x < 0 || tallest[x] >= level) continue;
          tallest[x] = level;
        }
        const y = scale.y(level);
        pen.fillStyle = chosen || levels?.has(i) ? colours.selection : inkOfClip(clip[i]);
        pen.fillRect(x, y, 2, laneHeight - y);
        pen.fillRect(x - 1.5, y - 2, 5, 4);
      }
    }
  }

  const inkOf = (clip: number) => coloursOf(settings.theme, desk.tracks.get(clip)?.colour ?? desk.track.colour).ink;

  /** What was before a preview: a mark at the height of each velocity. */
  function caps(pen: CanvasRenderingContext2D, { before, after }: Compared, colours: Colours): void {
    const { id, start, velocity } = before.columns;
    const now = after.columns;
    const marked = new Uint8Array(Math.ceil(view.width) + 4);
    pen.fillStyle = colours['color-base-content'];
    for (let i = before.firstPlaceFrom(view.left); i < before.count && start[i] <= view.right; i++) {
      const x = Math.round(view.x(start[i]));
      const k = after.placeOf(id[i]);
      const same = k >= 0 && now.velocity[k] === velocity[i] && now.start[k] === start[i];
      if (!same && x >= 0 && marked[x] < velocity[i]) {
        marked[x] = velocity[i];
        pen.fillRect(x - 2, Math.round(scale.y(velocity[i])), 6, 1);
      }
    }
  }

  $effect(() => {
    void [view.left, view.pixelsPerTick, view.width, laneHeight, settings.theme];
    void [notes, desk.tracks, pane.visible, handling.shape, settings.frame, hands.hand];
    ask();
  });

  const wayOf = ({ shift, ctrl }: At): Way => (shift ? (ctrl ? 'curve' : 'line') : ctrl ? 'level' : 'free');

  function press(event: PointerEvent): void {
    if (event.button !== 0) return;
    const from = atOf(event, canvas);
    canvas.setPointerCapture(event.pointerId);
    hands.presses++;
    const ground: Ground = { desk, pane, view, notes, lines: desk.gridLines, hear: () => undefined };
    const { id } = notes.columns;
    const box = frame();
    const handle = box && laneHandleUnder(box, from.x, from.y);
    const place = stemUnder(notes, view, scale, from.x, from.y);
    if (hands.hand === 'draw' || from.free) {
      handling.begin(new Coursing(ground, scale, from, wayOf), from);
    } else if (handle) {
      handling.begin(new Bending(ground, scale, handle, from), from);
    } else if (place >= 0) {
      const adds = from.shift || from.ctrl;
      const selected = notes.selected[place] === 1;
      if (!selected) desk.select(adds ? [...desk.notes.selection(), id[place]] : [id[place]], true);
      handling.wait(
        from,
        () => new Lifting({ ...ground, notes }, scale, notes.selectedPlaces(), place, from),
        () => {
          if (selected)
            desk.select(adds ? desk.notes.selection().filter((one) => one !== id[place]) : [id[place]], true);
        },
      );
    } else {
      const kept = from.shift || from.ctrl ? desk.notes.selection() : [];
      handling.wait(
        from,
        () => new BoxingHeads(ground, scale, from, kept),
        () => desk.select(kept),
      );
    }
  }

  const FRAMES: Record<LaneHandle, string> = {
    whole: 'drag: all louder or softer',
    left: 'drag: tilt the left end',
    right: 'drag: tilt the right end',
    squeeze: 'down: squeeze to the mean, up: spread · Ctrl: to the pointer’s height',
  };

  function move(event: PointerEvent): void {
    const now = atOf(event, canvas);
    if (!handling.move(now, event.buttons)) point(now);
  }

  /** Shows what a press would do. */
  function point({ x, y, free }: At): void {
    const box = frame();
    const handle = box && laneHandleUnder(box, x, y);
    const place = stemUnder(notes, view, scale, x, y);
    const draws = hands.hand === 'draw' || free;
    cursor = draws ? 'cell' : handle || place >= 0 ? 'ns-resize' : 'crosshair';
    const several = notes.selectedCount > 1 && place >= 0 && notes.selected[place];
    if (draws) hands.word = 'drag: a course · Shift: a straight line · Shift+Ctrl: a curve · Ctrl: one height';
    else if (handle) hands.word = FRAMES[handle];
    else if (place >= 0) hands.word = `drag: velocity of ${several ? `${notes.selectedCount} notes` : 'the note'}`;
    else hands.word = 'drag: select by a box · Alt: draw a course';
  }

  let resizes: { y: number; height: number } | null = null;

  function resize(event: PointerEvent): void {
    if (resizes) settings.laneHeight = limited(resizes.height + resizes.y - event.clientY);
  }

  const limited = (height: number) => Math.min(LANE_MOST, Math.max(LANE_LEAST, Math.round(height)));

  function resizeByKey(event: KeyboardEvent): void {
    const by = { ArrowUp: 8, ArrowDown: -8 }[event.key];
    if (by) {
      event.preventDefault();
      settings.laneHeight = limited(settings.laneHeight + by);
    }
  }
</script>

<svelte:window onkeydowncapture={(event) => handling.escape(event)} />

{#if !isRow}
  <div
    class="relative col-start-1 row-start-4 overflow-hidden border-t border-r border-base-300 bg-base-200 text-[0.625rem] leading-none"
    style:height="{laneHeight}px"
  >
    <span class="absolute top-1 left-1">Velocity</span>
    {#each MARKS as mark (mark)}
      {#if laneHeight >= 90 || mark === 64}
        <span class="absolute right-1 -translate-y-1/2 text-secondary" style:top="{scale.y(mark)}px">{mark}</span>
      {/if}
    {/each}
  </div>
{/if}
<div
  class="relative min-w-0 overflow-hidden border-t border-base-300 {isRow ? 'bg-base-100' : 'col-start-2 row-start-4'}"
  role="group"
  aria-label={isRow ? `Velocities of ${pane.track.name}` : 'Velocity lane'}
  style:height="{laneHeight}px"
>
  <canvas
    bind:this={canvas}
    class="absolute inset-0 size-full touch-none"
    style:cursor
    aria-hidden="true"
    data-testid={isRow ? 'row-lane' : 'velocity-lane'}
    onpointerdown={press}
    onpointermove={move}
    onpointerup={() => handling.release()}
    onpointercancel={() => handling.cancel()}
    onpointerleave={() => !handling.goesOn && (hands.word = '')}
    oncontextmenu={(event) => event.preventDefault()}
  ></canvas>
  {#if !isRow}
    <!-- svelte-ignore a11y_no_noninteractive_tabindex, a11y_no_noninteractive_element_interactions -->
    <div
      class="absolute inset-x-0 top-0 h-1.5 cursor-row-resize hover:bg-base-300"
      role="separator"
      aria-label="Height of the velocity lane, in pixels"
      aria-orientation="horizontal"
      aria-valuenow={settings.laneHeight}
      aria-valuemin={LANE_LEAST}
      aria-valuemax={LANE_MOST}
      tabindex="0"
      onkeydown={resizeByKey}
      onpointerdown={(event) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        resizes = { y: event.clientY, height: settings.laneHeight };
      }}
      onpointermove={resize}
      onpointerup={() => (resizes = null)}
      ondblclick={() => (settings.laneHeight = 64)}
    ></div>
  {/if}
</div>
