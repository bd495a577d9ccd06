<script lang="ts">
  import type { NoteTable } from '../music/notes';
  import type { Compared } from '../desk/preview.svelte';
  import type { Desk } from '../desk/desk.svelte';
  import { LANE_LEAST, LANE_MOST } from '../commands/hands';
  import type { At, Gesture, Ground, Shape } from '../gestures/gesture';
  import {
    Bending,
    BoxingHeads,
    Coursing,
    LANE_HANDLES,
    laneFrame,
    laneHandleAt,
    Lifting,
    Scale,
    stems,
    stemUnder,
    type LaneHandle,
    type Way,
  } from '../gestures/lane';
  import { settings } from '../settings/settings.svelte';
  import { oncePerFrame } from '../look/layer';
  import { coloursOf, FONT, prepared, type Colours } from '../look/theme';

  let {
    desk,
    onmouse,
  }: {
    desk: Desk;
    /** told the line a key would have run */
    onmouse: (line: string) => void;
  } = $props();

  const STARTS_DRAG_AT = 3;
  const MARKS = [32, 64, 96];
  const HANDLE = 8;
  const { view, notes, hands } = $derived(desk);
  const scale = $derived(new Scale(settings.laneHeight));
  let canvas: HTMLCanvasElement;
  let gesture: Gesture | null = null;
  let shape = $state.raw<Shape | null>(null);
  let cursor = $state('default');
  let pressed: { from: At; begin: () => Gesture; click: () => void } | null = null;

  const ask = oncePerFrame(() => {
    const { laneHeight: height } = settings;
    const pen = prepared(canvas, view.width, height);
    if (!pen) return;
    const colours = coloursOf(settings.theme, desk.track.colour);
    pen.fillStyle = colours['row-line'];
    for (const mark of MARKS) pen.fillRect(0, Math.round(scale.y(mark)), view.width, 1);
    const inks = new Map(desk.open.map((clip) => [clip, inkOf(clip)]));
    paintStems(pen, desk.visible, (clip) => inks.get(clip) ?? colours.ink, colours);
    if (desk.preview.shown && !desk.preview.flipped) caps(pen, desk.preview.shown, colours);
    if (shape) paintShape(pen, shape, colours);
    else if (settings.frame && hands.hand === 'point') paintFrame(pen, colours);
  });

  function paintStems(
    pen: CanvasRenderingContext2D,
    table: NoteTable,
    inkOfClip: (clip: number) => string,
    colours: Colours,
  ): void {
    const { velocity, clip } = table.columns;
    const levels = shape?.levels;
    const all = stems(table, view);
    const { laneHeight: height } = settings;
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
        pen.fillRect(x, y, 2, height - y);
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

  function paintFrame(pen: CanvasRenderingContext2D, colours: Colours): void {
    const box = laneFrame(notes, view, scale);
    if (!box) return;
    pen.strokeStyle = colours.selection;
    pen.lineWidth = 1;
    pen.globalAlpha = 0.55;
    pen.setLineDash([2, 3]);
    pen.strokeRect(Math.round(box.x) + 0.5, Math.round(box.y) + 0.5, Math.round(box.width), Math.round(box.height));
    pen.setLineDash([]);
    pen.globalAlpha = 1;
    for (const handle of LANE_HANDLES) {
      const [x, y] = laneHandleAt(box, handle);
      pen.fillStyle = colours['color-base-100'];
      pen.beginPath();
      pen.roundRect(x - HANDLE / 2, y - HANDLE / 2, HANDLE, HANDLE, 3);
      pen.fill();
      pen.stroke();
    }
  }

  function paintShape(pen: CanvasRenderingContext2D, { box, path, tag }: Shape, colours: Colours): void {
    pen.strokeStyle = colours.selection;
    pen.lineWidth = 1.5;
    if (box) {
      pen.globalAlpha = 0.12;
      pen.fillStyle = colours.selection;
      pen.fillRect(box.x, box.y, box.width, box.height);
      pen.globalAlpha = 1;
      pen.strokeRect(box.x + 0.5, box.y + 0.5, box.width, box.height);
    }
    if (path) {
      pen.beginPath();
      path.forEach(([x, y]) => pen.lineTo(x, y));
      pen.stroke();
    }
    if (tag) {
      pen.font = `600 11px ${FONT}`;
      const width = pen.measureText(tag.text).width + 12;
      const left = Math.max(2, Math.min(tag.x + 14, view.width - width - 2));
      const top = Math.min(settings.laneHeight - 21, Math.max(2, tag.y - 10));
      pen.fillStyle = colours['color-base-content'];
      pen.beginPath();
      pen.roundRect(left, top, width, 19, 4);
      pen.fill();
      pen.fillStyle = colours['color-base-100'];
      pen.textBaseline = 'middle';
      pen.fillText(tag.text, left + 6, top + 10);
    }
  }

  $effect(() => {
    void [view.left, view.pixelsPerTick, view.width, settings.laneHeight, settings.theme];
    void [desk.notes, desk.tracks, desk.visible, shape, settings.frame, hands.hand];
    ask();
  });

  function at(event: MouseEvent): At {
    const box = canvas.getBoundingClientRect();
    return {
      x: event.clientX - box.left,
      y: event.clientY - box.top,
      shift: event.shiftKey,
      ctrl: event.ctrlKey || event.metaKey,
      free: event.altKey,
    };
  }

  function handleUnder({ x, y }: At): LaneHandle | null {
    const box = settings.frame && hands.hand === 'point' ? laneFrame(notes, view, scale) : null;
    return (
      (box &&
        LANE_HANDLES.find((handle) => {
          const [hx, hy] = laneHandleAt(box, handle);
          return Math.abs(hx - x) <= HANDLE && Math.abs(hy - y) <= HANDLE;
        })) ??
      null
    );
  }

  const wayOf = ({ shift, ctrl }: At): Way => (shift ? (ctrl ? 'curve' : 'line') : ctrl ? 'level' : 'free');

  function press(event: PointerEvent): void {
    if (event.button !== 0) return;
    const from = at(event);
    canvas.setPointerCapture(event.pointerId);
    hands.presses++;
    const ground: Ground = { desk, view, notes, lines: desk.gridLines, hear: () => undefined };
    const { id } = notes.columns;
    const handle = handleUnder(from);
    const place = stemUnder(notes, view, scale, from.x, from.y);
    if (hands.hand === 'draw' || from.free) {
      begin(new Coursing(ground, scale, from, wayOf));
    } else if (handle) {
      begin(new Bending(ground, scale, handle, from));
    } else if (place >= 0) {
      const adds = from.shift || from.ctrl;
      const selected = notes.selected[place] === 1;
      if (!selected) desk.select(adds ? [...notes.selection(), id[place]] : [id[place]], true);
      pressed = {
        from,
        begin: () =>
          new Lifting(
            { ...ground, notes },
            scale,
            notes.selection().map((one) => notes.placeOf(one)),
            place,
            from,
          ),
        click: () => {
          if (selected) desk.select(adds ? notes.selection().filter((one) => one !== id[place]) : [id[place]], true);
        },
      };
    } else {
      const kept = from.shift || from.ctrl ? notes.selection() : [];
      pressed = {
        from,
        begin: () => new BoxingHeads(ground, scale, from, kept),
        click: () => desk.select(kept),
      };
    }
  }

  function begin(begun: Gesture): void {
    gesture = begun;
    shape = begun.shape;
  }

  function move(event: PointerEvent): void {
    if ((gesture || pressed) && (event.buttons & (event.buttons - 1)) !== 0) {
      // A second button leaves what goes on.
      cancel();
      return;
    }
    const now = at(event);
    if (pressed && !gesture && Math.hypot(now.x - pressed.from.x, now.y - pressed.from.y) >= STARTS_DRAG_AT) {
      begin(pressed.begin());
    }
    if (gesture) {
      gesture.move(now);
      shape = gesture.shape;
      return;
    }
    const [handle, place] = [handleUnder(now), stemUnder(notes, view, scale, now.x, now.y)];
    const draws = hands.hand === 'draw' || now.free;
    cursor = draws
      ? 'cell'
      : handle === 'left' || handle === 'right' || handle || place >= 0
        ? 'ns-resize'
        : 'crosshair';
    const of =
      notes.selectedCount > 1 && place >= 0 && notes.selected[place] ? `${notes.selectedCount} notes` : 'the note';
    hands.word = draws
      ? 'drag: a course · Shift: a straight line · Shift+Ctrl: a curve · Ctrl: one height'
      : handle
        ? {
            whole: 'drag: all louder or softer',
            left: 'drag: tilt the left end',
            right: 'drag: tilt the right end',
            squeeze: 'down: squeeze to the mean, up: spread · Ctrl: to the pointer’s height',
          }[handle]
        : place >= 0
          ? `drag: velocity of ${of}`
          : 'drag: select by a box · Alt: draw a course';
  }

  function release(): void {
    const [done, click] = [gesture, pressed?.click];
    gesture = null;
    pressed = null;
    if (!done) {
      click?.();
      return;
    }
    const dropped = done.drop();
    if (!dropped) {
      shape = null;
      return;
    }
    onmouse(dropped.key ?? dropped.lines[0]);
    // What was dropped is shown where it will stand until it stands there.
    const shown: Shape = { ...(shape?.levels && { levels: shape.levels }) };
    shape = shown;
    desk.run(dropped.lines, { on: dropped.on, over: () => shape === shown && (shape = null) });
  }

  function cancel(): void {
    gesture?.cancel?.();
    gesture = null;
    pressed = null;
    shape = null;
  }

  function escape(event: KeyboardEvent): void {
    if (event.key === 'Escape' && (gesture || pressed)) {
      event.preventDefault();
      event.stopPropagation();
      cancel();
      desk.say('Left; nothing was changed', 'hint');
    }
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

<svelte:window onkeydowncapture={escape} />

<div
  class="relative col-start-1 row-start-4 overflow-hidden border-t border-r border-base-300 bg-base-200 text-[0.625rem] leading-none"
  style:height="{settings.laneHeight}px"
>
  <span class="absolute top-1 left-1">Velocity</span>
  {#each MARKS as mark (mark)}
    {#if settings.laneHeight >= 90 || mark === 64}
      <span class="absolute right-1 -translate-y-1/2 text-secondary" style:top="{scale.y(mark)}px">{mark}</span>
    {/if}
  {/each}
</div>
<div
  class="relative col-start-2 row-start-4 min-w-0 overflow-hidden border-t border-base-300"
  role="group"
  aria-label="Velocity lane"
  style:height="{settings.laneHeight}px"
>
  <canvas
    bind:this={canvas}
    class="absolute inset-0 size-full touch-none"
    style:cursor
    aria-hidden="true"
    data-testid="velocity-lane"
    onpointerdown={press}
    onpointermove={move}
    onpointerup={release}
    onpointercancel={cancel}
    onpointerleave={() => !gesture && (hands.word = '')}
    oncontextmenu={(event) => event.preventDefault()}
  ></canvas>
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
</div>
