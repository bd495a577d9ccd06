<script lang="ts">
  import type { Player } from '../sound/player.svelte';
  import type { Desk } from '../desk/desk.svelte';
  import type { Viewport } from '../desk/viewport.svelte';
  import { settings } from '../settings/settings.svelte';
  import { setRange } from '../commands/selecting';
  import { nearestLine } from '../gestures/snap';
  import { hasCourse, KINDS, ROWS } from '../music/conductor';
  import ConductorFlags from './ConductorFlags.svelte';
  import TempoRow from './TempoRow.svelte';
  import ConductorPopover from './ConductorPopover.svelte';
  import { oncePerFrame } from '../look/layer';
  import { coloursOf, FONT, prepared } from '../look/theme';

  let {
    desk,
    player,
    scales,
    run,
    view = desk.view,
  }: {
    desk: Desk;
    player: Player;
    scales: string[];
    run: (...lines: string[]) => void;
    /** whose time it shows: that of the roll, or of the song */
    view?: Viewport;
  } = $props();

  const STARTS_RANGE_AT = 4;
  const ROOM_FOR_NUMBER = 34;
  const WHEEL_ZOOM = 1.2;
  /** what has no row of its own */
  const together = $derived(KINDS.filter((kind) => !settings.conductorRows.includes(kind)));
  let canvas: HTMLCanvasElement;
  const HEIGHT = 22;
  let pressedAt: number | null = null;
  let ranged = false;
  /** the range as it was when the ruler was pressed */
  let before: [number, number] | null = null;

  const ask = oncePerFrame(() => {
    const pen = prepared(canvas, view.width, HEIGHT);
    if (!pen) return;
    const colours = coloursOf(settings.theme, desk.track.colour);
    pen.fillStyle = colours['color-base-200'];
    pen.fillRect(0, 0, view.width, HEIGHT);
    paintWindows(pen);
    const loop = player.loop;
    if (loop) {
      pen.fillStyle = colours.range;
      pen.fillRect(view.x(loop[0]), HEIGHT - 4, (loop[1] - loop[0]) * view.pixelsPerTick, 4);
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
      pen.fillRect(Math.round(x), HEIGHT - 9, 1, 9);
      pen.fillStyle = colours['color-base-content'];
      pen.fillText(`${bar + 1}${changes ? `  ${name}` : ''}`, x + 4, HEIGHT / 2 - 1);
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

  /** Where the open clips lie, in the ink of their tracks; the one in front is marked. */
  function paintWindows(pen: CanvasRenderingContext2D): void {
    for (const [id, { clips, colour }] of desk.tracks) {
      if (!desk.open.includes(id)) continue;
      const { start, length } = clips.find((clip) => clip.id === id)!;
      const [x, width] = [Math.round(view.x(start)), length * view.pixelsPerTick - 1];
      const inFront = id === desk.front;
      pen.fillStyle = coloursOf(settings.theme, colour)[inFront ? 'ink' : 'tint'];
      pen.fillRect(x, 0, width, inFront ? 4 : 2);
    }
  }

  $effect(() => {
    void [
      view.left,
      view.pixelsPerTick,
      view.width,
      settings.theme,
      player.tick,
      player.loop,
      desk.gridLines,
      desk.tracks,
      desk.open,
      desk.front,
    ];
    ask();
  });

  function goTo(tick: number): void {
    desk.moveCaret({ tick });
    void player.seek(tick);
  }

  /** Sounds the chord that is named at a tick. */
  function hear(tick: number): void {
    const chord = desk.song.chords.find((one) => one.tick === tick);
    desk.moveCaret({ tick });
    void player.sound((chord?.pitches ?? []).map((pitch): [number, number, number] => [pitch, 80, 0.9]));
  }

  function tickAt(event: MouseEvent): number {
    return Math.max(0, view.tick(event.clientX - canvas.getBoundingClientRect().left));
  }

  function press(event: PointerEvent): void {
    canvas.setPointerCapture(event.pointerId);
    pressedAt = tickAt(event);
    before = desk.range;
    ranged = false;
  }

  /** Leaves a drag as if it had never begun. */
  function leave(): void {
    if (ranged) desk.range = before;
    pressedAt = null;
    ranged = false;
  }

  function escape(event: KeyboardEvent): void {
    if (event.key !== 'Escape' || pressedAt === null) return;
    event.preventDefault();
    event.stopPropagation();
    leave();
    desk.say('Left; nothing was changed', 'hint');
  }

  function move(event: PointerEvent): void {
    if (pressedAt === null) {
      desk.hands.word =
        'press: the playhead there · drag: a range · Alt: free of the grid · wheel: zoom · double press: tempo, meter, key';
      return;
    }
    const tick = tickAt(event);
    if (ranged || Math.abs(tick - pressedAt) * view.pixelsPerTick > STARTS_RANGE_AT) {
      const [a, b] = [pressedAt, tick].map((edge) =>
        event.altKey || desk.free ? Math.round(edge) : nearestLine(desk.gridLines, view, edge),
      );
      ranged = true;
      desk.range = a === b ? null : [Math.min(a, b), Math.max(a, b)];
    }
  }

  function release(event: PointerEvent): void {
    if (pressedAt !== null && !ranged)
      void player.seek(event.altKey || desk.free ? pressedAt : nearestLine(desk.gridLines, view, pressedAt));
    if (pressedAt !== null && ranged) setRange(desk, desk.range);
    pressedAt = null;
  }
</script>

<svelte:window onkeydowncapture={escape} />

<div class="relative min-w-0">
  <canvas
    bind:this={canvas}
    class="block h-[22px] w-full cursor-pointer touch-none"
    aria-hidden="true"
    title="Click to put the playhead, drag to set the range, turn the wheel to zoom time, double-click to set tempo, meter, key or a marker"
    data-testid="ruler"
    onpointerdown={press}
    onpointermove={move}
    onpointerup={release}
    onpointercancel={leave}
    onpointerleave={() => pressedAt === null && (desk.hands.word = '')}
    onwheel={(event) => {
      event.preventDefault();
      view.zoomTime(
        event.deltaY < 0 ? WHEEL_ZOOM : 1 / WHEEL_ZOOM,
        event.clientX - canvas.getBoundingClientRect().left,
      );
    }}
    ondblclick={(event) => (desk.conducting = nearestLine(desk.gridLines, view, tickAt(event)))}
  ></canvas>
  {#if hasCourse(desk.song.events, together)}<ConductorFlags {desk} {view} {run} kinds={together} />{/if}
  {#each settings.conductorRows as kind (kind)}
    {#if kind === 'tempo'}<TempoRow {desk} {view} {run} />
    {:else}<ConductorFlags
        {desk}
        {view}
        {run}
        kinds={[kind]}
        label={ROWS[kind]}
        {...kind === 'marker' ? { goTo, hint: 'click to go there, double-click to change' } : {}}
        {...kind === 'chord' ? { goTo: hear, hint: 'click to hear it, double-click to change' } : {}}
      />{/if}
  {/each}
  {#if desk.conducting !== null}
    <div class="absolute inset-x-0 top-full h-0">
      {#key desk.conducting}<ConductorPopover {desk} {view} tick={desk.conducting} {scales} {run} />{/key}
    </div>
  {/if}
</div>
