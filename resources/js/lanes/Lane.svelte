<script lang="ts">
  import { getStudio } from '../acting/studio';
  import { LANE_HANDLES, laneHandleAt } from '../gestures/bending';
  import type { Ground } from '../gestures/ground';
  import { frameIn, graspOnLane, type OnLane } from '../gestures/on-lane';
  import { paintFrame, paintReach, paintTag } from '../gestures/paint';
  import { Scale, stemUnder } from '../gestures/stems';
  import { painted } from '../look/painted.svelte';
  import { coloursOf } from '../look/theme';
  import { VELOCITY, type LaneName } from '../music/lanes';
  import { Levels } from '../music/levels';
  import { Button } from '../pointer/grasp';
  import { Pointer } from '../pointer/pointer.svelte';
  import { settings } from '../settings/settings.svelte';
  import type { Pane } from '../sight/pane.svelte';
  import { paintBodies, paintCaps, paintSteps } from './paint-lane';

  const {
    acting,
    asking,
    caret,
    contents,
    dialogs,
    grid,
    hands,
    lanes,
    looking,
    newNotes,
    preview,
    selecting,
    status,
  } = getStudio();

  let {
    pane,
    name,
    height,
  }: {
    /** what of the notes and points it shows */
    pane: Pane;
    name: LaneName;
    /** how high it is, in CSS pixels */
    height: number;
  } = $props();

  const { view } = $derived(pane);
  const lane = $derived(lanes.of(name));
  const isRow = $derived(pane.of !== null);
  const isCurrent = $derived(lanes.current === name);
  const scale = $derived(new Scale(height, lane));
  const levels = $derived(Levels.of(lane, pane.notes, pane.points));
  const visible = $derived(Levels.of(lane, pane.visible, pane.visiblePoints));
  /** what lay there when a gesture began, whose places its shape tells, and the notes of then */
  let begun = $state.raw<{ levels: Levels; notes: typeof pane.notes } | null>(null);
  let canvas = $state<HTMLCanvasElement>();

  const ground = (): Ground => ({
    pane,
    view,
    notes: pane.notes,
    lines: grid.lines,
    contents,
    caret,
    grid,
    hands,
    newNotes,
    selecting,
    looking,
    hear: () => undefined,
  });
  const onLane = (): OnLane => ({ ground: ground(), hands, levels: () => levels, scale });

  const pointer = new Pointer(hands, status, {
    grasp: (at, button) => graspOnLane(onLane(), at, button),
    drop: ({ lines, on, sound, key = lines[0] }, over) => {
      acting.onmouse(key);
      asking.run(lines, { on, ...(sound !== undefined && { sound }), over });
    },
    scrolls: { view: () => view, along: 'time' },
    begins: () => (begun = { levels, notes: pane.notes }),
    shows: (shape) => {
      if (name !== VELOCITY) return;
      if (shape?.levels) hands.levelled = { by: 'lane', now: { of: pane, notes: begun!.notes, levels: shape.levels } };
      else if (hands.levelled?.by === 'lane') hands.levelled = null;
    },
  });
  const inRoll = $derived(name === VELOCITY ? hands.levelledBy('roll', pane) : null);
  const shape = $derived(pointer.shape ?? (inRoll && { levels: inRoll.levels }));

  const scene = $derived({
    place: view.place,
    view,
    height,
    lane,
    scale,
    shape,
    /** what the shape tells of, where it tells of something, else what is seen */
    shown:
      (shape && ('levels' in shape || 'gone' in shape)
        ? pointer.shape
          ? begun?.levels
          : inRoll && Levels.of(lane, inRoll.notes, pane.points)
        : null) ?? visible,
    /** what was, where something else is tried */
    before: preview.shown && !preview.flipped ? levels : null,
    visible,
    frame: shape ? null : frameIn(onLane()),
    colours: coloursOf(settings.theme, pane.track.colour),
    inks: new Map(
      contents.open.map((clip) => [
        clip,
        coloursOf(settings.theme, (contents.tracks.get(clip) ?? contents.track).colour),
      ]),
    ),
    tracks: contents.tracks,
  });
  painted(
    () => canvas,
    () => [view.width, height],
    () => scene,
    (pen, { view, lane, scale, shape, shown, before, visible, frame, colours, inks, tracks, height }) => {
      pen.fillStyle = colours['row-line'];
      for (const share of [0.25, 0.5, 0.75]) {
        pen.fillRect(0, Math.round(scale.y(Math.round(lane.least + (lane.most - lane.least) * share))), view.width, 1);
      }
      const ofClip = { of: (clip: number) => inks.get(clip) ?? colours, colours };
      if (shown.isOfNotes) paintBodies(pen, shown, view, scale, shape, ofClip);
      else paintSteps(pen, shown, view, scale, shape, ofClip, (clip) => tracks.get(clip)?.id ?? 0);
      if (before) paintCaps(pen, before, visible, view, scale, colours);
      if (shape) {
        paintReach(pen, shape, false, colours);
        paintTag(pen, shape, view.width, height, colours);
      } else if (frame) {
        const handles = LANE_HANDLES.map((handle) => laneHandleAt(frame, handle));
        paintFrame(pen, frame, handles, colours);
      }
    },
  );

  function menu(event: MouseEvent): void {
    event.preventDefault();
    if (hands.hand === 'draw' || pointer.goesOn) return;
    lanes.current = name;
    const { x, y } = pointer.at(event);
    const place = stemUnder(levels, view, scale, x, y);
    if (place >= 0 && levels.selected[place] === 0) selecting.select([levels.id[place]], true);
    dialogs.openMenu(event.clientX, event.clientY);
  }
</script>

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
    style:cursor={pointer.cursor}
    aria-hidden="true"
    data-testid={isRow ? 'row-lane' : `${name}-lane`}
    {@attach pointer.attach}
    onpointerdowncapture={(event) => event.button !== Button.middle && (lanes.current = name)}
    oncontextmenu={menu}
    onwheel={(event) => pointer.turn(event.deltaY < 0 ? 1 : -1) && event.preventDefault()}
  ></canvas>
  <p class="sr-only" data-testid={isRow ? undefined : `${name}-summary`}>
    {levels.counted(levels.count)}, {levels.selectedPlaces().length} selected
  </p>
</div>
