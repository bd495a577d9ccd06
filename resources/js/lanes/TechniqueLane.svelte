<script lang="ts">
  import type { Desk } from '../desk/desk.svelte';
  import type { Pane } from '../desk/pane.svelte';
  import { nearestLine } from '../gestures/snap';
  import { oncePerFrame } from '../look/layer';
  import { coloursOf, FONT, prepared } from '../look/theme';
  import { formatLine } from '../music/line';
  import { TECHNIQUES } from '../music/techniques';
  import { settings } from '../settings/settings.svelte';

  let {
    desk,
    pane = desk.roll,
    height,
    onmouse,
  }: {
    desk: Desk;
    pane?: Pane;
    /** in CSS pixels */
    height: number;
    /** told the line a key would have run */
    onmouse: (line: string) => void;
  } = $props();

  /** the upper edge of a lane, which is its handle, in CSS pixels */
  const EDGE = 6;
  const { view } = $derived(pane);
  /** from above: ordinary, then the techniques of the track */
  const rows = $derived([
    { number: 0, name: 'ordinary', sign: '' },
    ...pane.track.techniques.filter(({ number }) => number > 0),
  ]);
  const rowHeight = $derived((height - EDGE) / rows.length);
  const top = (row: number) => EDGE + row * rowHeight;
  let canvas: HTMLCanvasElement;
  /** a span that is being drawn, and in which row */
  let drawn = $state.raw<{ from: number; to: number; row: number } | null>(null);

  const ask = oncePerFrame(() => {
    const pen = prepared(canvas, view.width, height);
    if (!pen) return;
    const colours = coloursOf(settings.theme, pane.track.colour);
    pen.fillStyle = colours['row-line'];
    rows.forEach((_, k) => pen.fillRect(0, Math.round(top(k)), view.width, 1));
    const { start, length, technique, clip } = pane.visible.columns;
    const own = new Set(pane.track.clips.map(({ id }) => id));
    const { notes } = pane;
    for (let i = pane.visible.firstPlaceFrom(view.left); i < pane.visible.count && start[i] <= view.right; i++) {
      const row = rows.findIndex(({ number }) => number === technique[i]);
      if (row < 0 || !own.has(clip[i])) continue;
      const chosen = notes.selected[i];
      pen.fillStyle = chosen ? colours.selection : row === 0 ? colours.tint : colours.ink;
      pen.fillRect(
        view.x(start[i]),
        top(row) + 2,
        Math.max(2, length[i] * view.pixelsPerTick - 1),
        Math.max(2, rowHeight - 3),
      );
    }
    if (drawn) {
      const [from, to] = [Math.min(drawn.from, drawn.to), Math.max(drawn.from, drawn.to)];
      pen.strokeStyle = colours.selection;
      pen.lineWidth = 1.5;
      pen.strokeRect(view.x(from), top(drawn.row) + 0.5, (to - from) * view.pixelsPerTick, rowHeight - 1);
    }
    pen.font = `600 10px ${FONT}`;
    pen.textBaseline = 'middle';
    pen.lineWidth = 3;
    pen.strokeStyle = colours['color-base-100'];
    pen.fillStyle = colours['note-text'];
    rows.forEach(({ name, sign }, k) => {
      if (rowHeight < 9) return;
      const text = sign ? `${sign} ${name}` : name;
      pen.strokeText(text, 4, top(k) + rowHeight / 2 + 0.5);
      pen.fillText(text, 4, top(k) + rowHeight / 2 + 0.5);
    });
  });

  $effect(() => {
    void [view.left, view.pixelsPerTick, view.width, height, settings.theme, rows, pane.visible, pane.notes, drawn];
    ask();
  });

  const rowAt = (y: number) => Math.min(rows.length - 1, Math.max(0, Math.floor((y - EDGE) / rowHeight)));

  function at(event: PointerEvent): { tick: number; row: number } {
    const box = canvas.getBoundingClientRect();
    return { tick: Math.max(0, view.tick(event.clientX - box.left)), row: rowAt(event.clientY - box.top) };
  }

  function press(event: PointerEvent): void {
    if (event.button !== 0) return;
    canvas.setPointerCapture(event.pointerId);
    desk.lanes.current = TECHNIQUES;
    const { tick, row } = at(event);
    drawn = { from: tick, to: tick, row };
  }

  function move(event: PointerEvent): void {
    const { tick, row } = at(event);
    if (drawn) drawn = { ...drawn, to: tick };
    desk.hands.word =
      rows.length === 1
        ? 'This track has no techniques yet; technique-map gives it some'
        : `drag: notes of that time are played ${rows[row].name}`;
  }

  /** The notes that begin in a span; a press takes the note it lies on, or the selection it lies in. */
  function release(event: PointerEvent): void {
    if (!drawn) return;
    const { from, to, row } = drawn;
    drawn = null;
    const { start, length, id, clip } = pane.notes.columns;
    const own = new Set(pane.track.clips.map((one) => one.id));
    const isPress = Math.abs(to - from) * view.pixelsPerTick < 4;
    const snap = (tick: number) => (event.altKey || desk.free ? tick : nearestLine(desk.gridLines, view, tick));
    const [first, last] = isPress ? [from, from] : [snap(Math.min(from, to)), snap(Math.max(from, to))];
    const early = desk.song.ppq / 16;
    const within = (i: number) =>
      own.has(clip[i]) &&
      (isPress
        ? from >= start[i] && from < start[i] + length[i]
        : start[i] >= first - early && start[i] < Math.max(last, first + 1) - early);
    let on = Array.from(id.keys()).filter(within);
    if (isPress && on.some((i) => pane.notes.selected[i])) on = pane.notes.selectedPlaces();
    if (on.length === 0) return;
    const line = formatLine({ name: 'technique', values: { to: row === 0 ? 'none' : rows[row].name } });
    onmouse(line);
    desk.run([line], { on: on.map((i) => id[i]), sound: true });
  }

  function escape(event: KeyboardEvent): void {
    if (event.key === 'Escape' && drawn) {
      event.preventDefault();
      event.stopPropagation();
      drawn = null;
    }
  }
</script>

<svelte:window onkeydowncapture={escape} />

<div
  class="relative min-w-0 overflow-hidden border-t {desk.lanes.current === TECHNIQUES
    ? 'border-accent'
    : 'border-base-300'}"
  role="group"
  aria-label="Technique lane"
  style:height="{height}px"
>
  <canvas
    bind:this={canvas}
    class="absolute inset-0 size-full cursor-cell touch-none"
    aria-hidden="true"
    data-testid="technique-lane"
    onpointerdown={press}
    onpointermove={move}
    onpointerup={release}
    onpointercancel={() => (drawn = null)}
    onpointerleave={() => !drawn && (desk.hands.word = '')}
    oncontextmenu={(event) => event.preventDefault()}
  ></canvas>
</div>
