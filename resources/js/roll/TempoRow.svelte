<script lang="ts">
  import { getStudio } from '../acting/studio';
  import { graspOnTempos, roundedTempo, tempoAt, type TempoShape } from '../gestures/on-tempos';
  import { painted } from '../look/painted.svelte';
  import { coloursOf } from '../look/theme';
  import { Pointer } from '../pointer/pointer.svelte';
  import { tickAt } from '../pointer/snap';
  import { settings } from '../settings/settings.svelte';
  import type { Viewport } from '../sight/viewport.svelte';
  import ConductorFlags from './ConductorFlags.svelte';
  import { paintTempos, ROW_HEIGHT, ROW_ROOM, spanOfTempos } from './paint-tempos';

  const { acting, contents, grid, hands, seen, sender, status } = getStudio();

  let { view }: { view: Viewport } = $props();

  /** flags nearer than this to the one before are folded into it, in CSS pixels */
  const NARROWEST = 56;
  let canvas = $state<HTMLCanvasElement>();

  const { events } = $derived(seen.song);
  const pointer: Pointer<TempoShape> = new Pointer<TempoShape>(hands, status, {
    grasp: (_, button) =>
      graspOnTempos(
        { view, lines: grid.lines, events, bpmPerPixel, refuse: (why) => status.say(why, 'refused') },
        button,
      ),
    drop: ({ lines }, over) => {
      acting.run(...lines);
      void sender.idle().then(over);
    },
  });
  const tempos = $derived(
    events.filter(({ kind }) => kind === 'tempo').map(({ tick, label }) => ({ tick, bpm: parseFloat(label) })),
  );
  const span: [number, number] = $derived(spanOfTempos([...tempos, ...(pointer.shape ? [pointer.shape] : [])]));
  const bpmPerPixel = $derived((span[1] - span[0]) / (ROW_HEIGHT - 2 * ROW_ROOM));

  const scene = $derived({
    place: view.place,
    view,
    tempos,
    span,
    at: (tick: number) => tempoAt(events, tick),
    drag: pointer.shape,
    colours: coloursOf(settings.theme, contents.track.colour),
  });
  painted(
    () => canvas,
    () => [view.width, ROW_HEIGHT],
    () => scene,
    paintTempos,
  );

  /** A new tempo at the line, as high as the pointer. */
  function add(event: MouseEvent): void {
    const { x, y, free } = pointer.at(event);
    const bpm = span[1] - (y - ROW_ROOM) * bpmPerPixel;
    acting.run(`tempo to=${roundedTempo(bpm, free)} at=${tickAt(grid.lines, view, x, free)}`);
  }
</script>

<canvas
  bind:this={canvas}
  class="block w-full touch-none border-t border-base-300"
  style:height="{ROW_HEIGHT}px"
  style:cursor={pointer.cursor}
  aria-hidden="true"
  data-testid="tempo-row"
  {@attach pointer.attach}
  ondblclick={add}
></canvas>
<ConductorFlags {view} kinds={['tempo']} label="Tempos" narrowest={NARROWEST} />
