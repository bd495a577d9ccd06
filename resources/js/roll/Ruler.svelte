<script lang="ts">
  import { getStudio } from '../acting/studio';
  import { graspOnRuler, NUMBERS_HEIGHT } from '../gestures/on-ruler';
  import { painted } from '../look/painted.svelte';
  import { coloursOf } from '../look/theme';
  import { hasCourse, KINDS, ROWS } from '../music/conductor';
  import { Pointer } from '../pointer/pointer.svelte';
  import { tickAt } from '../pointer/snap';
  import { settings } from '../settings/settings.svelte';
  import type { Viewport } from '../sight/viewport.svelte';
  import ConductorFlags from './ConductorFlags.svelte';
  import ConductorPopover from './ConductorPopover.svelte';
  import { paintRuler, RULER_HEIGHT } from './paint-ruler';
  import TempoRow from './TempoRow.svelte';

  const { caret, contents, grid, hands, player, popover, range, seen, status } = getStudio();

  let {
    view,
  }: {
    /** whose time it shows: that of the roll, or of the song */
    view: Viewport;
  } = $props();

  const WHEEL_ZOOM = 1.2;
  /** what has no row of its own */
  const together = $derived(KINDS.filter((kind) => !settings.conductorRows.includes(kind)));
  let canvas = $state<HTMLCanvasElement>();

  const pointer = new Pointer<null>(hands, status, {
    grasp: (at, button) =>
      graspOnRuler({ view, lines: grid.lines, range, caret, seek: (tick) => void player.seek(tick) }, at, button),
    drop: (_, over) => over(),
  });

  /** where the open clips lie, in the colours of their tracks */
  const windows = $derived(
    seen.song.tracks.flatMap(({ clips, colour }) =>
      clips
        .filter(({ id }) => contents.open.includes(id))
        .map(({ id, start, length }) => {
          const { ink, tint } = coloursOf(settings.theme, colour);
          return { start, length, inFront: id === contents.front, ink, tint };
        }),
    ),
  );
  const scene = $derived({
    place: view.place,
    view,
    lines: grid.lines,
    loop: range.span ?? player.loop,
    isLooped: settings.loop,
    isWhole: range.span === null,
    playhead: player.tick,
    colours: coloursOf(settings.theme, contents.track.colour),
    windows,
  });
  painted(
    () => canvas,
    () => [view.width, RULER_HEIGHT],
    () => scene,
    paintRuler,
  );

  /** Two presses on the loop end it; elsewhere they open what is set at the place. */
  function twice(event: MouseEvent): void {
    const { x, y } = pointer.at(event);
    const { span } = range;
    if (span && y >= NUMBERS_HEIGHT && x >= view.x(span[0]) && x <= view.x(span[1])) range.set(null);
    else popover.open({ conductor: tickAt(grid.lines, view, x, false) });
  }

  function goTo(tick: number): void {
    caret.move({ tick });
    void player.seek(tick);
  }

  /** Sounds the chord that is named at a tick. */
  function hear(tick: number): void {
    const chord = seen.song.chords.find((one) => one.tick === tick);
    caret.move({ tick });
    void player.sound((chord?.pitches ?? []).map((pitch): [number, number, number] => [pitch, 80, 0.9]));
  }
</script>

<div class="relative min-w-0">
  <canvas
    bind:this={canvas}
    class="block h-9 w-full cursor-pointer touch-none"
    style:cursor={pointer.cursor}
    aria-hidden="true"
    title="Press to put caret and playhead, drag for a loop, turn the wheel to zoom time, double-press to set tempo, meter, key or a marker"
    data-testid="ruler"
    {@attach pointer.attach}
    onwheel={(event) => {
      event.preventDefault();
      view.zoomTime(event.deltaY < 0 ? WHEEL_ZOOM : 1 / WHEEL_ZOOM, pointer.at(event).x);
    }}
    ondblclick={twice}
  ></canvas>
  {#if hasCourse(seen.song.events, together)}<ConductorFlags {view} kinds={together} />{/if}
  {#each settings.conductorRows as kind (kind)}
    {#if kind === 'tempo'}<TempoRow {view} />
    {:else}<ConductorFlags
        {view}
        kinds={[kind]}
        label={ROWS[kind]}
        {...kind === 'marker' ? { goTo, hint: 'press: go there · two presses: change' } : {}}
        {...kind === 'chord' ? { goTo: hear, hint: 'press: hear it · two presses: change' } : {}}
      />{/if}
  {/each}
  {#if popover.conductor !== null}
    <div class="absolute inset-x-0 top-full h-0">
      {#key popover.conductor}<ConductorPopover {view} tick={popover.conductor} />{/key}
    </div>
  {/if}
</div>
