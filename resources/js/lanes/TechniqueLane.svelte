<script lang="ts">
  import { getStudio } from '../acting/studio';
  import { graspOnTechniques, type Spanned, type TechniqueRow } from '../gestures/on-techniques';
  import { painted } from '../look/painted.svelte';
  import { coloursOf } from '../look/theme';
  import { TECHNIQUES } from '../music/techniques';
  import { Button } from '../pointer/grasp';
  import { Pointer } from '../pointer/pointer.svelte';
  import { settings } from '../settings/settings.svelte';
  import type { Pane } from '../sight/pane.svelte';
  import { paintTechniques } from './paint-techniques';

  const { acting, asking, contents, grid, hands, lanes, status } = getStudio();

  let {
    pane,
    height,
  }: {
    pane: Pane;
    /** in CSS pixels */
    height: number;
  } = $props();

  /** the upper edge of a lane, which is its handle, in CSS pixels */
  const EDGE = 6;
  const { view } = $derived(pane);
  /** from above: ordinary, then the techniques of the track */
  const rows = $derived<TechniqueRow[]>([
    { number: 0, name: 'ordinary', sign: '' },
    ...pane.track.techniques.filter(({ number }) => number > 0),
  ]);
  const rowHeight = $derived((height - EDGE) / rows.length);
  const rowAt = (y: number) => Math.min(rows.length - 1, Math.max(0, Math.floor((y - EDGE) / rowHeight)));
  let canvas = $state<HTMLCanvasElement>();

  const pointer = new Pointer<Spanned>(hands, status, {
    grasp: (at, button) =>
      graspOnTechniques({ pane, lines: grid.lines, ppq: contents.song.ppq, rows, rowAt }, at, button),
    drop: ({ lines, on, sound = false }, over) => {
      acting.onmouse(lines[0]);
      asking.run(lines, { on, sound, over });
    },
  });

  const scene = $derived({
    place: view.place,
    view,
    notes: pane.visible,
    selected: pane.notes,
    own: new Set(pane.track.clips.map(({ id }) => id)),
    rows,
    top: EDGE,
    rowHeight,
    drawn: pointer.shape,
    colours: coloursOf(settings.theme, pane.track.colour),
  });
  painted(
    () => canvas,
    () => [view.width, height],
    () => scene,
    paintTechniques,
  );
</script>

<div
  class="relative min-w-0 overflow-hidden border-t {lanes.current === TECHNIQUES ? 'border-accent' : 'border-base-300'}"
  role="group"
  aria-label="Technique lane"
  style:height="{height}px"
>
  <canvas
    bind:this={canvas}
    class="absolute inset-0 size-full touch-none"
    style:cursor={pointer.cursor}
    aria-hidden="true"
    data-testid="technique-lane"
    {@attach pointer.attach}
    onpointerdowncapture={(event) => event.button === Button.left && (lanes.current = TECHNIQUES)}
    oncontextmenu={(event) => event.preventDefault()}
  ></canvas>
</div>
