<script lang="ts">
  import type { Player } from '../sound/player.svelte';
  import type { Desk } from '../desk/desk.svelte';
  import { settings } from '../settings/settings.svelte';
  import { dragLines, hit, inBox, landing, type Drag, type Part } from './drag';
  import { oncePerFrame } from '../look/layer';
  import { paintBefore } from './paint-before';
  import { paintGrid, paintOutside } from './paint-grid';
  import { paintBackdrop, paintNotes } from './paint-notes';
  import { paintOverlay } from './paint-overlay';
  import { coloursOf, prepared } from '../look/theme';

  let {
    desk,
    player,
    summary,
    onwheel,
    onmouse,
  }: {
    desk: Desk;
    player: Player;
    summary: string;
    onwheel: (event: WheelEvent) => boolean;
    /** told the line a key would have run */
    onmouse: (line: string) => void;
  } = $props();

  const STARTS_DRAG_AT = 3;
  const { view, notes } = $derived(desk);
  let ground: HTMLCanvasElement;
  let bodies: HTMLCanvasElement;
  let over: HTMLCanvasElement;
  let drag = $state.raw<Drag | null>(null);
  let cursor = $state('crosshair');
  let pressed: {
    x: number;
    y: number;
    grabbed: { place: number; part: Part } | null;
    before: number[];
    adds: boolean;
    clears: number | null;
  } | null = null;

  /** Drums have no key: none of their rows lies outside it. */
  const scale = $derived(desk.track.voice === 'drums' ? null : desk.song.scale);
  /** tracks that are not open */
  const behind = $derived(desk.song.tracks.filter(({ clips }) => !clips.some(({ id }) => desk.open.includes(id))));
  const windows = $derived(desk.song.tracks.flatMap(({ clips }) => clips).filter(({ id }) => desk.open.includes(id)));
  const colours = $derived(coloursOf(settings.theme, desk.track.colour));

  const askGround = oncePerFrame(() => {
    const pen = prepared(ground, view.width, view.height);
    if (pen) paintGrid(pen, view, desk.gridLines, scale, colours);
    if (pen) paintOutside(pen, view, windows, colours);
    if (pen && settings.backdrop)
      for (const { id, colour } of behind)
        paintBackdrop(pen, view, desk.sounding.of(id), coloursOf(settings.theme, colour));
  });
  const askNotes = oncePerFrame(() => {
    const pen = prepared(bodies, view.width, view.height);
    if (!pen) return;
    paintNotes(pen, view, desk.visible, colours, (clip) =>
      coloursOf(settings.theme, desk.tracks.get(clip)?.colour ?? desk.track.colour),
    );
    if (desk.preview.shown && !desk.preview.flipped) paintBefore(pen, view, desk.preview.shown, colours);
  });
  const askOverlay = oncePerFrame(() => {
    const pen = prepared(over, view.width, view.height);
    if (pen)
      paintOverlay(
        pen,
        view,
        desk.notes,
        { playhead: player.tick, caret: desk.caret, range: desk.range, drag, highlight: desk.highlight },
        colours,
      );
  });
  const place = () => [view.left, view.top, view.pixelsPerTick, view.rowHeight, view.width, view.height, colours];

  $effect(() => {
    void [place(), desk.gridLines, windows, scale, settings.backdrop, settings.backdrop && [behind, desk.sounding.all]];
    askGround();
  });
  $effect(() => {
    void [place(), desk.notes, desk.tracks, desk.preview.shown, desk.preview.flipped];
    askNotes();
  });
  $effect(() => {
    void [place(), player.tick, desk.caret, desk.range, desk.highlight, drag, drag && desk.notes];
    askOverlay();
  });
  $effect(() => {
    if (settings.follow && player.playing && !drag && (player.tick > view.right || player.tick < view.left)) {
      view.scrollTo(player.tick - (view.width * 0.08) / view.pixelsPerTick);
    }
  });

  function at(event: MouseEvent): { x: number; y: number } {
    const box = over.getBoundingClientRect();
    return { x: event.clientX - box.left, y: event.clientY - box.top };
  }

  function press(event: PointerEvent): void {
    if (event.button !== 0) return;
    const { x, y } = at(event);
    over.setPointerCapture(event.pointerId);
    const grabbed = hit(notes, view, x, y);
    const adds = event.shiftKey || event.ctrlKey || event.metaKey;
    let clears: number | null = null;
    if (grabbed) {
      const id = notes.columns.id[grabbed.place];
      const together = notes.groupOf(id);
      if (notes.selected[grabbed.place]) {
        // It may be the beginning of a drag, which moves what is selected: so that is changed on release.
        clears = id;
      } else {
        desk.select(adds ? [...notes.selection(), ...together] : together, true);
      }
      desk.moveCaret({ tick: notes.columns.start[grabbed.place], pitch: notes.columns.pitch[grabbed.place] });
    }
    pressed = { x, y, grabbed, before: adds ? notes.selection() : [], adds, clears };
  }

  function move(event: PointerEvent): void {
    const { x, y } = at(event);
    if (!pressed) {
      const part = hit(notes, view, x, y)?.part;
      cursor = part === undefined ? 'crosshair' : part === 'note' ? 'grab' : 'ew-resize';
      return;
    }
    if (!drag && Math.hypot(x - pressed.x, y - pressed.y) < STARTS_DRAG_AT) return;
    if (pressed.grabbed) {
      const ticks = (x - pressed.x) / view.pixelsPerTick;
      const semitones = view.pitch(y) - view.pitch(pressed.y);
      const before = drag;
      drag = landing(
        notes,
        desk.gridLines,
        pressed.grabbed,
        Math.abs(x - pressed.x) < STARTS_DRAG_AT ? 0 : ticks,
        semitones,
        event.altKey || desk.free,
      );
      if (drag.kind !== 'box' && drag.semitones !== (before?.kind === 'note' ? before.semitones : 0) && settings.hear) {
        const { pitch, velocity } = notes.columns;
        void player.sound([[pitch[pressed.grabbed.place] + drag.semitones, velocity[pressed.grabbed.place], 0.2]]);
      }
      return;
    }
    const box = {
      x: Math.min(x, pressed.x),
      y: Math.min(y, pressed.y),
      width: Math.abs(x - pressed.x),
      height: Math.abs(y - pressed.y),
    };
    drag = { kind: 'box', box };
    desk.select([...new Set([...pressed.before, ...inBox(notes, view, box)])]);
  }

  function release(event: PointerEvent): void {
    if (!pressed) return;
    const { x, y } = at(event);
    if (!drag && !pressed.grabbed) {
      const tick = Math.max(0, Math.round(view.tick(x)));
      desk.moveCaret({
        tick: event.altKey || desk.free ? tick : desk.gridLines.around(tick).before,
        pitch: view.pitch(y),
      });
      if (!pressed.adds) desk.select([]);
    } else if (!drag && pressed.clears !== null) {
      const together = notes.groupOf(pressed.clears);
      desk.select(pressed.adds ? notes.selection().filter((id) => !together.includes(id)) : together, true);
    } else if (drag) {
      const lines = dragLines(drag);
      lines.forEach((line) => onmouse(keyLine(line)));
      if (lines.length > 0) {
        // What was dropped is shown where it will lie until it lies there.
        const dropped = drag;
        pressed = null;
        desk.run(lines, { over: () => drag === dropped && (drag = null) });
        return;
      }
    }
    pressed = null;
    drag = null;
  }

  /** The line a key runs for what a drag does: of its kind, one step of the grid. */
  function keyLine(line: string): string {
    if (line.startsWith('transpose')) return 'transpose semitones=1';
    return line.includes('edge=end') ? 'nudge edge=end by=grid' : 'nudge by=grid';
  }

  function draw(event: MouseEvent): void {
    const { x, y } = at(event);
    if (hit(notes, view, x, y)) return;
    const tick = Math.max(0, Math.round(view.tick(x)));
    desk.run(
      [`insert at=${event.altKey || desk.free ? tick : desk.gridLines.around(tick).before} pitch=${view.pitch(y)}`],
      {
        sound: true,
      },
    );
    onmouse('insert');
  }

  /** A turn of the wheel that is no shortcut scrolls. */
  function wheel(event: WheelEvent): void {
    event.preventDefault();
    const { x, y } = at(event);
    view.pointer = { x, y };
    const taken = onwheel(event);
    view.pointer = null;
    if (taken) return;
    const step = event.deltaMode === 1 ? 16 : 1;
    const [across, down] = [event.deltaX * step, event.deltaY * step];
    view.scrollBy(event.shiftKey ? across + down : across, event.shiftKey ? 0 : down);
  }
</script>

<!-- The keys of the whole window work on the roll; the canvas takes the pointer, the note table does the same without it. -->
<!-- svelte-ignore a11y_no_noninteractive_tabindex -->
<div
  class="relative min-w-0 overflow-hidden"
  role="group"
  aria-label="Roll"
  aria-describedby="roll-summary"
  tabindex="0"
  bind:clientWidth={view.width}
  bind:clientHeight={view.height}
>
  <p id="roll-summary" class="sr-only">{summary} Press J for the same notes as a table.</p>
  <canvas bind:this={ground} class="absolute inset-0 size-full" aria-hidden="true"></canvas>
  <canvas bind:this={bodies} class="absolute inset-0 size-full" aria-hidden="true"></canvas>
  <canvas
    bind:this={over}
    class="absolute inset-0 size-full touch-none"
    style:cursor
    aria-hidden="true"
    data-testid="roll-canvas"
    data-left={view.left}
    data-top={view.top}
    data-pixels-per-tick={view.pixelsPerTick}
    data-row-height={view.rowHeight}
    data-open={desk.open.join()}
    onpointerdown={press}
    onpointermove={move}
    onpointerup={release}
    onpointercancel={release}
    ondblclick={draw}
    onwheel={wheel}
  ></canvas>
  {#if notes.count === 0}
    <p class="pointer-events-none absolute inset-0 grid place-content-center text-center text-secondary">
      No notes in this clip yet.<br />Double-click to draw one, or press I to insert one at the caret.
    </p>
  {/if}
</div>
