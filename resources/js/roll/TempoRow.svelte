<script lang="ts">
  import type { Desk } from '../desk/desk.svelte';
  import type { Viewport } from '../desk/viewport.svelte';
  import { nearestLine } from '../gestures/snap';
  import { oncePerFrame } from '../look/layer';
  import { coloursOf, FONT, prepared } from '../look/theme';
  import { FASTEST, SLOWEST } from '../music/limits';
  import { holding } from '../music/conductor';
  import { settings } from '../settings/settings.svelte';
  import ConductorFlags from './ConductorFlags.svelte';

  let { desk, view, run }: { desk: Desk; view: Viewport; run: (...lines: string[]) => void } = $props();

  const HEIGHT = 46;
  const STARTS_DRAG_AT = 3;
  /** kept free above the fastest and below the slowest tempo */
  const ROOM = 9;
  /** the least span of tempos that is drawn, in BPM */
  const LEAST_SPAN = 20;
  /** tempos nearer than this to the one before have no mark and no flag of their own, in CSS pixels */
  const NEAREST = 10;
  const NARROWEST = 56;
  let canvas: HTMLCanvasElement;
  /** what a drag would do: another tempo from a tick on, or a ramp from one place to another */
  let drag = $state.raw<{ x: number; y: number; bpm: number; tick: number; to: number; ramp: boolean } | null>(null);

  const bpmOf = (label: string) => parseFloat(label);
  const tempos = $derived(
    desk.song.events.filter(({ kind }) => kind === 'tempo').map(({ tick, label }) => ({ tick, bpm: bpmOf(label) })),
  );
  const span = $derived.by((): [low: number, high: number] => {
    const all = [...(tempos.length > 0 ? tempos : [{ bpm: 120 }]), ...(drag ? [{ bpm: drag.bpm }] : [])].map(
      ({ bpm }) => bpm,
    );
    const [low, high] = [Math.min(...all), Math.max(...all)];
    const more = Math.max(0, LEAST_SPAN - (high - low)) / 2;
    return [Math.max(0, low - more), high + more];
  });
  const y = (bpm: number) => ROOM + ((span[1] - bpm) / (span[1] - span[0])) * (HEIGHT - 2 * ROOM);
  /** The tempo that holds at a tick, in BPM. */
  const at = (tick: number) => bpmOf(holding(desk.song.events, 'tempo', Math.max(0, tick))?.label ?? '120');

  const ask = oncePerFrame(() => {
    const pen = prepared(canvas, view.width, HEIGHT);
    if (!pen) return;
    const colours = coloursOf(settings.theme, desk.track.colour);
    pen.fillStyle = colours['color-base-200'];
    pen.fillRect(0, 0, view.width, HEIGHT);
    pen.strokeStyle = colours['color-base-content'];
    pen.lineWidth = 1.5;
    pen.beginPath();
    pen.moveTo(0, y(at(view.left)));
    for (const { tick, bpm } of tempos) {
      const x = view.x(tick);
      if (x < 0 || x > view.width) continue;
      pen.lineTo(x, y(at(tick - 1)));
      pen.lineTo(x, y(bpm));
    }
    pen.lineTo(view.width, y(at(view.right)));
    pen.stroke();
    pen.fillStyle = colours['color-base-content'];
    let last = -Infinity;
    for (const { tick, bpm } of tempos) {
      const x = view.x(tick);
      if (x - last < NEAREST) continue;
      pen.fillRect(x - 2, y(bpm) - 2, 5, 5);
      last = x;
    }
    if (!drag) return;
    pen.strokeStyle = pen.fillStyle = colours.selection;
    pen.lineWidth = 2;
    pen.beginPath();
    pen.moveTo(view.x(drag.tick), y(drag.ramp ? at(drag.tick) : drag.bpm));
    pen.lineTo(drag.ramp ? view.x(drag.to) : view.x(nextAfter(drag.tick)), y(drag.bpm));
    pen.stroke();
    pen.font = `600 11px ${FONT}`;
    pen.textBaseline = 'middle';
    pen.fillText(`${drag.bpm} BPM`, Math.min(view.width - 60, drag.x + 12), Math.max(8, Math.min(HEIGHT - 8, drag.y)));
  });

  /** Where the tempo that begins at a tick ends. */
  const nextAfter = (tick: number) => tempos.find((other) => other.tick > tick)?.tick ?? view.right;

  $effect(() => {
    void [view.left, view.pixelsPerTick, view.width, settings.theme, tempos, span, drag, desk.track];
    ask();
  });

  const place = (event: MouseEvent) => {
    const box = canvas.getBoundingClientRect();
    return { x: event.clientX - box.left, y: event.clientY - box.top };
  };
  const line = (x: number, free: boolean) => {
    const tick = Math.max(0, Math.round(view.tick(x)));
    return free || desk.free ? tick : nearestLine(desk.gridLines, view, tick);
  };
  /** A tempo in steps of 1, or free of them of 0.1 BPM. */
  const rounded = (bpm: number, free: boolean) => {
    const step = free ? 10 : 1;
    return Math.min(FASTEST, Math.max(SLOWEST, Math.round(bpm * step) / step));
  };
  let from: { x: number; y: number; scale: number } | null = null;

  function press(event: PointerEvent): void {
    if (event.button !== 0) return;
    canvas.setPointerCapture(event.pointerId);
    from = { ...place(event), scale: (span[1] - span[0]) / (HEIGHT - 2 * ROOM) };
  }

  function move(event: PointerEvent): void {
    const now = place(event);
    if (!from) {
      desk.hands.word =
        'up and down: tempo · Shift and drag across: a ramp · Alt: finer · two presses: a new tempo here';
      return;
    }
    if (!drag && Math.hypot(now.x - from.x, now.y - from.y) < STARTS_DRAG_AT) return;
    const ramp = drag?.ramp ?? event.shiftKey;
    const start = ramp
      ? line(from.x, event.altKey)
      : (holding(desk.song.events, 'tempo', view.tick(from.x))?.tick ?? 0);
    drag = {
      ...now,
      ramp,
      tick: start,
      to: line(now.x, event.altKey),
      bpm: rounded(at(start) + (from.y - now.y) * from.scale, event.altKey),
    };
  }

  function release(): void {
    const done = drag;
    from = drag = null;
    if (!done) return;
    if (done.ramp) {
      if (done.to > done.tick) run(`tempo-ramp to=${done.bpm} range=${done.tick}..${done.to}`);
      else desk.say('A ramp goes from left to right.', 'refused');
    } else if (done.bpm !== at(done.tick)) run(`tempo to=${done.bpm} at=${done.tick}`);
  }

  /** A new tempo at the line, as high as the pointer. */
  function add(event: MouseEvent): void {
    const { x, y: down } = place(event);
    const bpm = span[1] - ((down - ROOM) / (HEIGHT - 2 * ROOM)) * (span[1] - span[0]);
    run(`tempo to=${rounded(bpm, event.altKey)} at=${line(x, event.altKey)}`);
  }
</script>

<svelte:window
  onkeydowncapture={(event) => {
    if (event.key === 'Escape' && from) {
      event.stopPropagation();
      from = drag = null;
    }
  }}
/>

<canvas
  bind:this={canvas}
  class="block w-full cursor-ns-resize touch-none border-t border-base-300"
  style:height="{HEIGHT}px"
  aria-hidden="true"
  data-testid="tempo-row"
  onpointerdown={press}
  onpointermove={move}
  onpointerup={release}
  onpointercancel={() => (from = drag = null)}
  onpointerleave={() => !from && (desk.hands.word = '')}
  ondblclick={add}
></canvas>
<ConductorFlags {desk} {view} {run} kinds={['tempo']} label="Tempos" narrowest={NARROWEST} />
