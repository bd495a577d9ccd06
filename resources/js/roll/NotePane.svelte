<script lang="ts">
  import type { Desk } from '../desk/desk.svelte';
  import Floating from '../look/Floating.svelte';
  import { oncePerFrame } from '../look/layer';
  import { coloursOf, FONT, prepared } from '../look/theme';
  import { CURVES, CURVE_NAMES, type CurveName } from '../music/curves';
  import { formatLine } from '../music/line';
  import { pitchName } from '../music/pitch';
  import { settings } from '../settings/settings.svelte';
  import { written, type Point } from '../gestures/course';

  let {
    desk,
    note,
    onmouse,
    close,
  }: {
    desk: Desk;
    /** the id of the note that is open */
    note: number;
    /** told the line a key would have run */
    onmouse: (line: string) => void;
    close: () => void;
  } = $props();

  const [WIDTH, HEIGHT, WHOLE] = [316, 132, 1000];
  /** of all of it, and how far from the note it stays, in CSS pixels */
  const [PANE_HEIGHT, GAP] = [300, 6];
  /** so near an end, as a share of the width, that is where one draws */
  const AT_AN_END = 0.025;
  /** how far up and down the pitch is drawn, in cents: so much more where the curve needs it */
  const USUAL_CENTS = 250;
  const SHAPES: Record<CurveName, [title: string, at: string][]> = {
    pitch: [
      ['Scoop', '0:-200 250:0 1000:0'],
      ['Fall', '0:0 700:0 1000:-700'],
      [
        'Vibrato',
        Array.from({ length: 17 }, (_, k) => `${200 + k * 50}:${k % 2 === 0 ? 0 : 40 * (k % 4 === 1 ? 1 : -1)}`).join(
          ' ',
        ),
      ],
    ],
    loudness: [
      ['Fade', '0:127 1000:0'],
      ['Swell', '0:20 1000:127'],
      ['Swell and fade', '0:20 500:127 1000:20'],
    ],
    timbre: [
      ['Open', '0:20 1000:110'],
      ['Close', '0:110 1000:20'],
    ],
  };
  let of = $state<CurveName>('pitch');
  let typed = $state('');
  let canvas: HTMLCanvasElement | undefined = $state();
  let drawn = $state.raw<Point[] | null>(null);
  let pressed: Point | null = null;

  /** Below the note, or above it where there is no room below: the note stays in sight. */
  const beside = (top: number) => {
    const below = top + desk.view.rowHeight + GAP;
    return below + PANE_HEIGHT <= innerHeight ? below : top - GAP - PANE_HEIGHT;
  };

  const place = $derived(desk.notes.placeOf(note));
  const box = $derived.by(() => {
    const { start, length, pitch } = desk.notes.columns;
    const at = document.querySelector('[data-testid=roll-canvas]')?.getBoundingClientRect() ?? new DOMRect();
    return {
      start: start[place],
      length: length[place],
      pitch: pitch[place],
      x: at.left + Math.max(0, desk.view.x(start[place])),
      y: beside(at.top + desk.view.y(pitch[place])),
    };
  });
  /** the curve as it is: place 0–1000 and value as one writes it */
  const points = $derived.by((): Point[] => {
    const { start, value } = desk.points.columns;
    const { rest, cents } = CURVES[of];
    const found = desk.points.curves.get(note)?.[of] ?? [];
    const own = found.map((i): Point => [((start[i] - box.start) / box.length) * WHOLE, cents(value[i])]);
    return [[0, own[0]?.[0] === 0 ? own[0][1] : rest], ...own, [WHOLE, own.at(-1)?.[1] ?? rest]];
  });
  const span = $derived.by((): [number, number] => {
    if (of !== 'pitch') return [0, 127];
    const most = Math.max(USUAL_CENTS, ...points.map(([, value]) => Math.abs(value) * 1.15));
    return [-most, most];
  });
  const others = $derived(desk.notes.selectedCount > 1 && desk.notes.selected[place] === 1);

  const x = (at: number) => (at / WHOLE) * WIDTH;
  const y = (value: number) => HEIGHT - ((value - span[0]) / (span[1] - span[0])) * HEIGHT;

  const ask = oncePerFrame(() => {
    const pen = canvas && prepared(canvas, WIDTH, HEIGHT);
    if (!pen) return;
    const colours = coloursOf(settings.theme, desk.track.colour);
    pen.fillStyle = colours.tint;
    pen.globalAlpha = 0.4;
    pen.fillRect(0, 0, WIDTH, HEIGHT);
    pen.globalAlpha = 1;
    pen.fillStyle = colours['row-line'];
    const marks = of === 'pitch' ? [-200, -100, 0, 100, 200] : [32, 64, 96];
    for (const mark of marks) pen.fillRect(0, Math.round(y(mark)), WIDTH, mark === 0 ? 2 : 1);
    pen.font = `10px ${FONT}`;
    pen.fillStyle = colours['note-text'];
    for (const mark of marks) pen.fillText(of === 'pitch' ? `${mark} ct` : `${mark}`, 3, y(mark) - 3);
    pen.strokeStyle = colours.selection;
    pen.lineWidth = 2;
    pen.beginPath();
    for (const [at, value] of drawn ?? points) pen.lineTo(x(at), y(value));
    pen.stroke();
  });

  $effect(() => {
    void [canvas, points, span, drawn, settings.theme];
    ask();
  });

  function at(event: PointerEvent): Point {
    const area = canvas!.getBoundingClientRect();
    const limited = (value: number, least: number, most: number) => Math.min(most, Math.max(least, Math.round(value)));
    const { least, most } = CURVES[of];
    const x = (event.clientX - area.left) / area.width;
    // The ends are meant where one comes near them.
    const share = x < AT_AN_END ? 0 : x > 1 - AT_AN_END ? 1 : x;
    const value = span[0] + (1 - (event.clientY - area.top) / area.height) * (span[1] - span[0]);
    return [limited(share * WHOLE, 0, WHOLE), limited(value, least, most)];
  }

  function press(event: PointerEvent): void {
    canvas!.setPointerCapture(event.pointerId);
    pressed = at(event);
    drawn = [pressed];
  }

  /** What was there stays before and behind what is drawn. */
  function move(event: PointerEvent): void {
    if (!drawn || !pressed) return;
    const now = at(event);
    const stroke = event.shiftKey ? [pressed, now] : [...drawn, now];
    drawn = [...new Map(stroke).entries()].sort(([a], [b]) => a - b);
  }

  function release(): void {
    const stroke = drawn;
    drawn = pressed = null;
    if (!stroke) return;
    const [from, to] = [stroke[0][0], stroke.at(-1)![0]];
    const kept = points.filter(([place]) => place < from || place > to);
    const whole = [
      ...new Map<number, number>([...kept, ...stroke].map(([k, v]): Point => [Math.round(k), Math.round(v)])),
    ];
    draw(
      written(
        whole.sort(([a], [b]) => a - b),
        (CURVES[of].most - CURVES[of].least) / 1000,
      ),
    );
  }

  function draw(course: string): void {
    run(formatLine({ name: 'curve', values: { ...(of !== 'pitch' && { of }), at: course } }));
  }

  function run(line: string): void {
    onmouse(line);
    desk.run([line], { on: others ? desk.notes.selection() : [note], sound: true });
  }

  function keys(event: KeyboardEvent): void {
    event.stopPropagation();
    if (event.key === 'Escape') {
      event.preventDefault();
      if (drawn) drawn = pressed = null;
      else close();
    } else if ((event.ctrlKey || event.metaKey) && event.key.toLowerCase() === 'z') {
      event.preventDefault();
      if (event.shiftKey) desk.redo();
      else desk.undo();
    }
  }

  let first: HTMLElement | undefined = $state();
  $effect(() => first?.focus());
</script>

{#if place >= 0}
  <Floating
    at={{ x: box.x, y: box.y }}
    width={WIDTH + 26}
    height={PANE_HEIGHT}
    role="dialog"
    label="Curves of {pitchName(box.pitch)} at {desk.gridLines.position(box.start)}"
    onkeydown={keys}
    {close}
  >
    <div class="flex flex-col gap-1.5 p-3 text-xs">
      <p class="flex items-baseline justify-between gap-2">
        <span class="font-semibold"
          >{others ? `${desk.notes.selectedCount} notes, as` : ''}
          {pitchName(box.pitch)} at {desk.gridLines.position(box.start)}</span
        >
        <button class="btn btn-ghost btn-xs" onclick={close}>Close <kbd>Esc</kbd></button>
      </p>
      <div class="flex gap-1" role="radiogroup" aria-label="Which curve">
        {#each CURVE_NAMES as name, k (name)}
          {#if k === 0}
            <button
              bind:this={first}
              class="btn btn-xs {of === name ? 'btn-primary' : ''}"
              role="radio"
              aria-checked={of === name}
              onclick={() => (of = name)}>{name}</button
            >
          {:else}
            <button
              class="btn btn-xs {of === name ? 'btn-primary' : ''}"
              role="radio"
              aria-checked={of === name}
              onclick={() => (of = name)}>{name}</button
            >
          {/if}
        {/each}
      </div>
      <canvas
        bind:this={canvas}
        class="touch-none rounded border border-base-300"
        style:width="{WIDTH}px"
        style:height="{HEIGHT}px"
        style:cursor="cell"
        aria-hidden="true"
        data-testid="note-curve"
        onpointerdown={press}
        onpointermove={move}
        onpointerup={release}
        onpointercancel={() => (drawn = pressed = null)}
      ></canvas>
      <p class="text-secondary">Drag: a curve over the note · Shift: a straight line</p>
      <div class="flex flex-wrap gap-1">
        {#each SHAPES[of] as [title, course] (title)}
          <button class="btn btn-xs" onclick={() => draw(course)}>{title}</button>
        {/each}
        <button class="btn btn-xs" onclick={() => run(`curve-remove of=${of}`)}>Flat</button>
      </div>
      <label class="flex items-center gap-1"
        >Points
        <input
          class="input min-w-0 flex-1 input-xs"
          placeholder={of === 'pitch' ? '0:-200 250:0 1000:0' : '0:127 1000:0'}
          title="Places from 0 to 1000 with values: cents for the pitch, 0 to 127 for the others"
          bind:value={typed}
          onkeydown={(event) => event.key === 'Enter' && typed.trim() && draw(typed.trim())}
        /></label
      >
      {#if others}
        <button class="btn btn-xs" onclick={() => run('curve-copy')}>Give the first one’s curves to all selected</button
        >
      {/if}
    </div>
  </Floating>
{/if}
