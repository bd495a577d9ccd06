<script lang="ts">
  import { untrack } from 'svelte';
  import type { Desk } from '../desk/desk.svelte';
  import type { Pane } from '../desk/pane.svelte';
  import {
    Bending,
    LANE_HANDLES,
    laneFrame,
    laneHandleAt,
    laneHandleUnder,
    type LaneHandle,
  } from '../gestures/bending';
  import { Panning } from '../gestures/choosing';
  import { Coursing } from '../gestures/coursing';
  import type { At, Ground, Shape } from '../gestures/gesture';
  import { atOf, Handling } from '../gestures/handling.svelte';
  import { BoxingHeads, ErasingPoints, Lifting } from '../gestures/heads';
  import { paintFrame, paintReach, paintTag } from '../gestures/paint';
  import { Scale, stems, stemUnder } from '../gestures/stems';
  import { Levels } from '../music/levels';
  import { VELOCITY, type LaneName, type Stroke } from '../music/lanes';
  import { settings } from '../settings/settings.svelte';
  import { oncePerFrame } from '../look/layer';
  import { coloursOf, prepared, type Colours } from '../look/theme';
  import { paintStems, paintSteps } from './paint-lane';

  let {
    desk,
    pane = desk.roll,
    name,
    height,
    onmouse,
    onmenu,
  }: {
    desk: Desk;
    /** what of the notes and points it shows */
    pane?: Pane;
    name: LaneName;
    /** how high it is, in CSS pixels */
    height: number;
    /** told the line a key would have run */
    onmouse: (line: string) => void;
    /** asked for what can be done with what lies under the pointer, at a place of the page */
    onmenu: (x: number, y: number) => void;
  } = $props();

  const { view } = $derived(pane);
  const { hands, lanes } = $derived(desk);
  const lane = $derived(lanes.of(name));
  const isRow = $derived(pane.of !== null);
  const isCurrent = $derived(lanes.current === name);
  const scale = $derived(new Scale(height, lane));
  const levels = $derived(Levels.of(lane, pane.notes, pane.points));
  const visible = $derived(Levels.of(lane, pane.visible, pane.visiblePoints));
  /** what lay there when a gesture began, whose places its shape tells */
  let begun = $state.raw<Levels | null>(null);
  const marks = $derived([0.25, 0.5, 0.75].map((share) => Math.round(lane.least + (lane.most - lane.least) * share)));
  let canvas: HTMLCanvasElement;
  let cursor = $state('default');
  const handling = new Handling(
    untrack(() => desk),
    untrack(() => pane),
    (line) => onmouse(line),
    (now) => {
      if (name === VELOCITY) hands.levelled = now && { by: 'lane', now };
    },
  );
  const inRoll = $derived(name === VELOCITY ? hands.levelledBy('roll', pane) : null);
  const frame = () => (settings.frame && hands.hand === 'point' ? laneFrame(levels, view, scale) : null);

  const ask = oncePerFrame(() => {
    const pen = prepared(canvas, view.width, height);
    if (!pen) return;
    const colours = coloursOf(settings.theme, pane.track.colour);
    const shape: Shape | null = handling.shape ?? (inRoll && { levels: inRoll.levels });
    pen.fillStyle = colours['row-line'];
    for (const mark of marks) pen.fillRect(0, Math.round(scale.y(mark)), view.width, 1);
    const ofTracks = new Map(desk.open.map((clip) => [clip, inkOf(clip)]));
    const inks = { of: (clip: number) => ofTracks.get(clip) ?? colours.ink, colours };
    const before = handling.shape ? begun : inRoll && Levels.of(lane, inRoll.notes, pane.points);
    const shown = (shape?.levels || shape?.gone) && before ? before : visible;
    if (levels.isOfNotes) paintStems(pen, shown, view, scale, shape, inks);
    else paintSteps(pen, shown, view, scale, shape, inks, (clip) => desk.tracks.get(clip)?.id ?? 0);
    if (desk.preview.shown && !desk.preview.flipped) caps(pen, colours);
    const box = frame();
    if (shape) {
      paintReach(pen, shape, false, colours);
      paintTag(pen, shape, view.width, height, colours);
    } else if (box) {
      paintFrame(
        pen,
        box,
        LANE_HANDLES.map((handle) => laneHandleAt(box, handle)),
        colours,
      );
    }
  });

  const inkOf = (clip: number) => coloursOf(settings.theme, desk.tracks.get(clip)?.colour ?? desk.track.colour).ink;

  /** What was before a preview: a mark at the height of each value. */
  function caps(pen: CanvasRenderingContext2D, colours: Colours): void {
    const now = new Map(Array.from(visible.id, (id, i) => [id, i] as const));
    const marked = new Set<string>();
    pen.fillStyle = colours['color-base-content'];
    for (const { place: i, x } of stems(levels, view)) {
      const k = now.get(levels.id[i]);
      const same = k !== undefined && visible.level[k] === levels.level[i] && visible.start[k] === levels.start[i];
      const y = Math.round(scale.y(levels.level[i]));
      if (!same && !marked.has(`${x} ${y}`)) {
        marked.add(`${x} ${y}`);
        pen.fillRect(x - 2, y, 6, 1);
      }
    }
  }

  $effect(() => {
    void [view.left, view.pixelsPerTick, view.width, height, settings.theme, lane];
    void [levels, visible, desk.tracks, handling.shape, inRoll, settings.frame, hands.hand, desk.preview.shown];
    ask();
  });

  /** What is under a modifier, or else what the draw hand is set to. */
  const wayOf = ({ shift, ctrl }: At): Stroke =>
    shift ? (ctrl ? 'curve' : 'line') : ctrl ? 'level' : hands.hand === 'draw' ? hands.stroke : 'free';

  const LEFT = 0;
  const MIDDLE = 1;
  const RIGHT = 2;

  function press(event: PointerEvent): void {
    const erases = event.button === RIGHT && hands.hand === 'draw' && !levels.isOfNotes;
    if (event.button !== LEFT && event.button !== MIDDLE && !erases) return;
    const from = atOf(event, canvas);
    canvas.setPointerCapture(event.pointerId);
    hands.presses++;
    if (event.button !== MIDDLE) lanes.current = name;
    begun = levels;
    const ground: Ground = { desk, pane, view, notes: pane.notes, lines: desk.gridLines, hear: () => undefined };
    const { id, selected: chosen } = levels;
    const box = frame();
    const handle = box && laneHandleUnder(box, from.x, from.y);
    const place = stemUnder(levels, view, scale, from.x, from.y);
    if (event.button === MIDDLE) {
      handling.begin(new Panning(ground, from, 'time'), from);
    } else if (erases) {
      handling.begin(new ErasingPoints(ground, levels, from), from);
    } else if (hands.hand === 'draw' || from.free) {
      handling.begin(new Coursing(ground, levels, scale, from, wayOf), from);
    } else if (hands.hand === 'erase' && !levels.isOfNotes) {
      handling.begin(new ErasingPoints(ground, levels, from), from);
    } else if (handle) {
      handling.begin(new Bending(levels, scale, handle, from), from);
    } else if (place >= 0) {
      const adds = from.shift || from.ctrl;
      const selected = chosen[place] === 1;
      if (!selected) desk.select(adds ? [...desk.selection(), id[place]] : [id[place]], true);
      handling.wait(
        from,
        () => {
          begun = levels;
          return new Lifting(ground, levels, scale, levels.selectedPlaces(), place, from);
        },
        () => {
          if (selected) desk.select(adds ? desk.selection().filter((one) => one !== id[place]) : [id[place]], true);
        },
      );
    } else {
      const kept = from.shift || from.ctrl ? desk.selection() : [];
      handling.wait(
        from,
        () => new BoxingHeads(ground, levels, scale, from, kept),
        () => desk.select(kept),
      );
    }
  }

  function menu(event: MouseEvent): void {
    event.preventDefault();
    if (hands.hand === 'draw' || handling.goesOn) return;
    lanes.current = name;
    const { x, y } = atOf(event, canvas);
    const place = stemUnder(levels, view, scale, x, y);
    if (place >= 0 && levels.selected[place] === 0) desk.select([levels.id[place]], true);
    onmenu(event.clientX, event.clientY);
  }

  const FRAMES: Record<LaneHandle, string> = {
    whole: 'drag: all higher or lower',
    left: 'drag: tilt the left end',
    right: 'drag: tilt the right end',
    squeeze: 'down: squeeze to the mean, up: spread · Ctrl: to the pointer’s height',
  };

  function move(event: PointerEvent): void {
    const now = atOf(event, canvas);
    if (handling.move(now, event.buttons)) handling.scrollOn('time');
    else point(now);
  }

  /** Shows what a press would do. */
  function point({ x, y, free }: At): void {
    const box = frame();
    const handle = box && laneHandleUnder(box, x, y);
    const place = stemUnder(levels, view, scale, x, y);
    const draws = hands.hand === 'draw' || free;
    const erases = hands.hand === 'erase' && !levels.isOfNotes;
    cursor = draws || erases ? 'cell' : handle || place >= 0 ? 'ns-resize' : 'crosshair';
    const several = place >= 0 && levels.selected[place] ? levels.selectedPlaces().length : 1;
    const what = levels.isOfNotes ? 'note' : 'point';
    if (draws)
      hands.word = `drag: a course · Shift: a straight line · Shift+Ctrl: a curve, bent by the wheel · Ctrl: one height${levels.isOfNotes ? '' : ' · right: out'}`;
    else if (erases) hands.word = 'drag: take points out';
    else if (handle) hands.word = FRAMES[handle];
    else if (place >= 0)
      hands.word = `drag: ${lane.title.toLowerCase()} of ${several > 1 ? `${several} ${what}s` : `the ${what}`}${levels.isOfNotes ? '' : ' · across: in time · Shift: one direction'}`;
    else hands.word = 'drag: select by a box · Alt: draw a course';
  }
</script>

<svelte:window onkeydowncapture={(event) => handling.escape(event)} />

<div
  class="relative min-w-0 overflow-hidden border-t {isCurrent && !isRow ? 'border-accent' : 'border-base-300'} {isRow
    ? 'bg-base-100'
    : ''}"
  role="group"
  aria-label={isRow ? `${lane.title} of ${pane.track.name}` : `${lane.title} lane`}
  style:height="{height}px"
>
  <canvas
    bind:this={canvas}
    class="absolute inset-0 size-full touch-none"
    style:cursor
    aria-hidden="true"
    data-testid={isRow ? 'row-lane' : `${name}-lane`}
    onpointerdown={press}
    onpointermove={move}
    onpointerup={() => handling.release()}
    onpointercancel={() => handling.cancel()}
    onpointerleave={() => !handling.goesOn && (hands.word = '')}
    oncontextmenu={menu}
    onwheel={(event) => handling.turn(event.deltaY < 0 ? 1 : -1) && event.preventDefault()}
  ></canvas>
  <p class="sr-only" data-testid={isRow ? undefined : `${name}-summary`}>
    {levels.counted(levels.count)}, {levels.selectedPlaces().length} selected
  </p>
</div>
