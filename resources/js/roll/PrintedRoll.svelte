<script lang="ts">
  import { onMount } from 'svelte';
  import { getStudio } from '../acting/studio';
  import { coloursOf } from '../look/theme';
  import { counted } from '../music/counted';
  import { pitchName } from '../music/pitch';
  import { Bodies } from '../sight/bodies';
  import { Viewport } from '../sight/viewport.svelte';
  import { onPaper } from '../look/on-paper';
  import { paintGrid } from './paint-grid';
  import { KEYS_WIDTH, paintKeys } from './paint-keys';
  import { paintNotes } from './paint-notes';

  /** The open clips on paper, as a roll of four bars a line. */
  const { contents, dialogs, grid, panes } = getStudio();
  const { lines } = $derived(grid);
  const { notes } = $derived(contents);

  const BARS = 4;
  const [WIDTH, ROW, SHARP] = [1000, 9, 2];
  const MOST_LINES = 400;
  const systems = $derived.by(() => {
    const last = lines.barAt(Math.max(0, contents.end - 1)).bar;
    const first = lines.barAt(notes.count > 0 ? notes.columns.start[0] : 0).bar;
    const starts: number[] = [];
    for (let bar = first; bar <= last && starts.length < MOST_LINES; bar += BARS) starts.push(bar);
    return starts;
  });

  /** One line of the roll, drawn in the colours of paper whatever the theme is. */
  function drawn(canvas: HTMLCanvasElement, bar: number): void {
    const [low, high] = panes.current.pitches;
    const rows = high - low + 3;
    const view = new Viewport(() => contents.end);
    view.width = WIDTH;
    view.height = rows * ROW;
    const [from, to] = [lines.barStart(bar), lines.barStart(bar + BARS)];
    view.pixelsPerTick = WIDTH / (to - from);
    view.rowHeight = ROW;
    view.left = from;
    view.top = view.rowOf(high) - 1;
    canvas.width = (KEYS_WIDTH + WIDTH) * SHARP;
    canvas.height = rows * ROW * SHARP;
    const pen = canvas.getContext('2d')!;
    pen.scale(SHARP, SHARP);
    const colours = coloursOf('paper', contents.track.colour);
    paintKeys(pen, { view, track: contents.track, colours, inkOf: (colour) => coloursOf('paper', colour).ink });
    pen.translate(KEYS_WIDTH, 0);
    paintGrid(pen, view, lines, [], colours);
    paintNotes(
      pen,
      new Bodies(notes, view, () => false),
      colours,
      (clip) => coloursOf('paper', (contents.tracks.get(clip) ?? contents.track).colour),
      () => '',
      (_, pitch) => pitchName(pitch),
    );
  }

  onMount(() => void onPaper(() => (dialogs.printed = false)));
</script>

<section class="print-sheet hidden" aria-label="The notes on paper">
  <h1>{contents.song.name} · {contents.track.name}</h1>
  <p>{counted(notes.count, 'note')}, {contents.song.tempo} BPM{contents.song.key ? `, ${contents.song.key}` : ''}</p>
  {#each systems as bar (bar)}
    <figure>
      <figcaption>{bar + 1}</figcaption>
      <canvas {@attach (canvas) => drawn(canvas, bar)}></canvas>
    </figure>
  {/each}
</section>
