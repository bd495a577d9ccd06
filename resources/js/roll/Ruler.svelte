<script lang="ts">
  import type { Player } from '../sound/player.svelte';
  import type { Desk } from '../desk/desk.svelte';
  import { settings } from '../settings/settings.svelte';
  import { oncePerFrame } from '../look/layer';
  import { coloursOf, FONT, prepared } from '../look/theme';

  let { desk, player }: { desk: Desk; player: Player } = $props();

  const STARTS_RANGE_AT = 4;
  const ROOM_FOR_NUMBER = 34;
  const { view } = $derived(desk);
  let canvas: HTMLCanvasElement;
  let height = $state(22);
  let pressedAt: number | null = null;
  let ranged = false;

  const ask = oncePerFrame(() => {
    const pen = prepared(canvas, view.width, height);
    if (!pen) return;
    const colours = coloursOf(settings.theme, desk.track.colour);
    pen.fillStyle = colours['color-base-200'];
    pen.fillRect(0, 0, view.width, height);
    const loop = player.loop;
    if (loop) {
      pen.fillStyle = colours.range;
      pen.fillRect(view.x(loop[0]), height - 4, (loop[1] - loop[0]) * view.pixelsPerTick, 4);
    }
    pen.font = `600 11px ${FONT}`;
    pen.textBaseline = 'middle';
    let last = -Infinity;
    let meter = '';
    for (const { tick, bar, stretch } of desk.gridLines.bars(Math.max(0, view.left), view.right)) {
      const x = view.x(tick);
      const name = `${stretch.numerator}/${stretch.denominator}`;
      const changes = name !== meter && tick === stretch.tick;
      if (x - last < ROOM_FOR_NUMBER) continue;
      pen.fillStyle = colours['line-bar'];
      pen.fillRect(Math.round(x), height - 9, 1, 9);
      pen.fillStyle = colours['color-base-content'];
      pen.fillText(`${bar + 1}${changes ? `  ${name}` : ''}`, x + 4, height / 2 - 1);
      last = changes ? x + 24 : x;
      meter = name;
    }
    pen.fillStyle = colours.playhead;
    const x = Math.round(view.x(player.tick));
    pen.beginPath();
    pen.moveTo(x - 6, 0);
    pen.lineTo(x + 6, 0);
    pen.lineTo(x, 10);
    pen.fill();
  });

  $effect(() => {
    void [
      view.left,
      view.pixelsPerTick,
      view.width,
      height,
      settings.theme,
      player.tick,
      player.loop,
      desk.gridLines,
      desk.track,
    ];
    ask();
  });

  function tickAt(event: PointerEvent): number {
    return Math.max(0, view.tick(event.clientX - canvas.getBoundingClientRect().left));
  }

  function press(event: PointerEvent): void {
    canvas.setPointerCapture(event.pointerId);
    pressedAt = tickAt(event);
    ranged = false;
  }

  function move(event: PointerEvent): void {
    if (pressedAt === null) return;
    const tick = tickAt(event);
    if (ranged || Math.abs(tick - pressedAt) * view.pixelsPerTick > STARTS_RANGE_AT) {
      const [a, b] = [pressedAt, tick].map((edge) =>
        event.altKey || desk.free ? Math.round(edge) : desk.gridLines.nearest(edge),
      );
      ranged = true;
      desk.range = a === b ? null : [Math.min(a, b), Math.max(a, b)];
    }
  }

  function release(event: PointerEvent): void {
    if (pressedAt !== null && !ranged)
      void player.seek(event.altKey || desk.free ? pressedAt : desk.gridLines.nearest(pressedAt));
    pressedAt = null;
  }
</script>

<div class="relative min-w-0" bind:clientHeight={height} title="Click to put the playhead, drag to set the range">
  <canvas
    bind:this={canvas}
    class="absolute inset-0 size-full cursor-pointer touch-none"
    aria-hidden="true"
    data-testid="ruler"
    onpointerdown={press}
    onpointermove={move}
    onpointerup={release}
  ></canvas>
</div>
