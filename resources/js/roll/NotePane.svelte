<script lang="ts">
  import { getStudio } from '../acting/studio';
  import type { Point } from '../gestures/course';
  import { graspOnCurve, WHOLE } from '../gestures/on-curve';
  import Floating from '../look/Floating.svelte';
  import { painted } from '../look/painted.svelte';
  import { coloursOf, FONT } from '../look/theme';
  import { CURVES, CURVE_NAMES, type CurveName } from '../music/curves';
  import { formatLine } from '../music/line';
  import { rowCalled } from '../song/row-names';
  import { Pointer } from '../pointer/pointer.svelte';
  import { settings } from '../settings/settings.svelte';

  const { acting, asking, contents, grid, hands, panes, popover } = getStudio();
  const { selecting, status, views } = getStudio();

  let {
    note,
  }: {
    /** the id of the note that is open */
    note: number;
  } = $props();

  const [WIDTH, HEIGHT] = [316, 132];
  /** of all of it, and how far from the note it stays, in CSS pixels */
  const [PANE_HEIGHT, GAP] = [300, 6];
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
  let canvas = $state<HTMLCanvasElement>();

  const { view } = $derived(panes.current);
  /** Below the note, or above it where there is no room below: the note stays in sight. */
  const beside = (top: number) => {
    const below = top + view.rowHeight + GAP;
    return below + PANE_HEIGHT <= innerHeight ? below : top - GAP - PANE_HEIGHT;
  };

  const place = $derived(contents.notes.placeOf(note));
  const box = $derived.by(() => {
    const { start, length, pitch } = contents.notes.columns;
    void view.place;
    const { x, y } = view.onPage(start[place], pitch[place]);
    return { start: start[place], length: length[place], pitch: pitch[place], x, y: beside(y) };
  });
  /** the curve as it is: place 0–1000 and value as one writes it */
  const points = $derived.by((): Point[] => {
    const { start, value } = contents.points.columns;
    const { rest, cents } = CURVES[of];
    const found = contents.points.curves.get(note)?.[of] ?? [];
    const own = found.map((i): Point => [((start[i] - box.start) / box.length) * WHOLE, cents(value[i])]);
    return [[0, own[0]?.[0] === 0 ? own[0][1] : rest], ...own, [WHOLE, own.at(-1)?.[1] ?? rest]];
  });
  const span = $derived.by((): [number, number] => {
    if (of !== 'pitch') return [0, 127];
    const most = Math.max(USUAL_CENTS, ...points.map(([, value]) => Math.abs(value) * 1.15));
    return [-most, most];
  });
  const others = $derived(contents.notes.selectedCount > 1 && contents.notes.selected[place] === 1);

  const pointer = new Pointer<readonly Point[]>(hands, status, {
    grasp: (_, button) =>
      graspOnCurve({ width: WIDTH, height: HEIGHT, span, ...CURVES[of], points, line: lineOf }, button),
    drop: ({ lines }, over) => run(lines[0], over),
  });

  const scene = $derived({
    span,
    isPitch: of === 'pitch',
    shown: pointer.shape ?? points,
    colours: coloursOf(settings.theme, contents.track.colour),
  });
  painted(
    () => canvas,
    () => [WIDTH, HEIGHT],
    () => scene,
    (pen, { span, isPitch, shown, colours }) => {
      const y = (value: number) => HEIGHT - ((value - span[0]) / (span[1] - span[0])) * HEIGHT;
      pen.fillStyle = colours.tint;
      pen.globalAlpha = 0.4;
      pen.fillRect(0, 0, WIDTH, HEIGHT);
      pen.globalAlpha = 1;
      pen.fillStyle = colours['row-line'];
      const marks = isPitch ? [-200, -100, 0, 100, 200] : [32, 64, 96];
      for (const mark of marks) pen.fillRect(0, Math.round(y(mark)), WIDTH, mark === 0 ? 2 : 1);
      pen.font = `10px ${FONT}`;
      pen.fillStyle = colours['note-text'];
      for (const mark of marks) pen.fillText(isPitch ? `${mark} ct` : `${mark}`, 3, y(mark) - 3);
      pen.strokeStyle = colours.selection;
      pen.lineWidth = 2;
      pen.beginPath();
      for (const [at, value] of shown) pen.lineTo((at / WHOLE) * WIDTH, y(value));
      pen.stroke();
    },
  );

  const lineOf = (course: string) =>
    formatLine({ name: 'curve', values: { ...(of !== 'pitch' && { of }), at: course } });

  const draw = (course: string) => run(lineOf(course));

  function run(line: string, over?: () => void): void {
    acting.onmouse(line);
    asking.run([line], { on: others ? contents.notes.selection() : [note], sound: true, over });
  }

  function close(): void {
    popover.close();
    views.focus();
  }

  /** Selects the points of the curve that is shown. */
  function selectPoints(): void {
    const places = contents.points.curves.get(note)?.[of] ?? [];
    if (places.length === 0) status.say(`There is no curve of ${of} yet; drag one over the note.`, 'refused');
    else selecting.select(places.map((place) => contents.points.columns.id[place]));
  }

  /** The field, and a button that was reached by Tab, have their own keys; all others do what they do to the notes. */
  function keys(event: KeyboardEvent): void {
    const { target, key } = event;
    if (key === 'Escape') {
      close();
    } else if (target instanceof HTMLInputElement || key === 'Tab') {
      event.stopPropagation();
      return;
    } else if ((event.ctrlKey || event.metaKey) && key.toLowerCase() === 'a') {
      selectPoints();
    } else {
      if (target instanceof HTMLButtonElement && (key === ' ' || key === 'Enter')) event.stopPropagation();
      return;
    }
    event.preventDefault();
    event.stopPropagation();
  }

  /** A button that was pressed with the pointer gives the keys back. */
  function pressed(event: MouseEvent): void {
    if (event.detail > 0 && document.activeElement instanceof HTMLButtonElement) home?.focus();
  }

  let home = $state<HTMLElement>();
  $effect(() => home?.focus());
</script>

{#if place >= 0}
  <Floating
    at={{ x: box.x, y: box.y }}
    width={WIDTH + 26}
    height={PANE_HEIGHT}
    role="dialog"
    label="Curves of {rowCalled(contents.track, box.pitch)} at {grid.lines.position(box.start)}"
    onkeydown={keys}
    {close}
  >
    <!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_static_element_interactions -->
    <div bind:this={home} class="flex flex-col gap-1.5 p-3 text-xs" tabindex="-1" onclick={pressed}>
      <p class="flex items-baseline justify-between gap-2">
        <span class="font-semibold"
          >{others ? `${contents.notes.selectedCount} notes, as` : ''}
          {rowCalled(contents.track, box.pitch)} at {grid.lines.position(box.start)}</span
        >
        <button class="btn btn-ghost btn-xs" onclick={close}>Close <kbd>Esc</kbd></button>
      </p>
      <div class="flex gap-1" role="radiogroup" aria-label="Which curve">
        {#each CURVE_NAMES as name (name)}
          <button
            class="btn btn-xs {of === name ? 'btn-primary' : ''}"
            role="radio"
            aria-checked={of === name}
            onclick={() => (of = name)}>{name}</button
          >
        {/each}
      </div>
      <canvas
        bind:this={canvas}
        class="touch-none rounded border border-base-300"
        style:width="{WIDTH}px"
        style:height="{HEIGHT}px"
        style:cursor={pointer.cursor}
        aria-hidden="true"
        data-testid="note-curve"
        {@attach pointer.attach}
      ></canvas>
      <p class="text-secondary">Drag: a curve · Shift: a straight line · Ctrl A: its points</p>
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
