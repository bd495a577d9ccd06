<script lang="ts">
  import type { NoteTable } from '../music/notes';
  import type { Compared } from '../desk/preview.svelte';
  import type { Desk } from '../desk/desk.svelte';
  import { settings } from '../settings/settings.svelte';
  import { oncePerFrame } from '../look/layer';
  import { coloursOf, prepared, type Colours } from '../look/theme';

  let { desk }: { desk: Desk } = $props();

  const FULL = 127;
  const ROOM_ABOVE = 6;
  const { view } = $derived(desk);
  let canvas: HTMLCanvasElement;
  let height = $state(60);

  const ask = oncePerFrame(() => {
    const pen = prepared(canvas, view.width, height);
    if (!pen) return;
    const colours = coloursOf(settings.theme, desk.track.colour);
    const scale = (height - ROOM_ABOVE) / FULL;
    pen.fillStyle = colours['row-line'];
    for (const mark of [32, 64, 96]) pen.fillRect(0, Math.round(height - mark * scale), view.width, 1);
    const tallest = new Uint8Array(Math.ceil(view.width) + 4);
    const inks = new Map(desk.open.map((clip) => [clip, inkOf(clip)]));
    const stems = (notes: NoteTable, selected: number, colour: (clip: number) => string) => {
      const { start, velocity, muted, clip } = notes.columns;
      tallest.fill(0);
      const [left, right, pixels] = [view.left, view.right, view.pixelsPerTick];
      for (let i = notes.firstPlaceFrom(left); i < notes.count && start[i] <= right; i++) {
        const x = Math.round((start[i] - left) * pixels);
        if (notes.selected[i] !== selected || muted[i] || x < 0 || tallest[x] >= velocity[i]) continue;
        tallest[x] = velocity[i];
        pen.fillStyle = colour(clip[i]);
        const top = height - velocity[i] * scale;
        pen.fillRect(x, top, 2, height - top);
        pen.fillRect(x - 1, top - 1, 4, 4);
      }
    };
    stems(desk.visible, 0, (clip) => inks.get(clip) ?? colours.ink);
    stems(desk.visible, 1, () => colours.selection);
    if (desk.preview.shown && !desk.preview.flipped) caps(pen, desk.preview.shown, scale, colours);
  });

  const inkOf = (clip: number) => coloursOf(settings.theme, desk.tracks.get(clip)?.colour ?? desk.track.colour).ink;

  /** What was before a preview: a mark at the height of each velocity. */
  function caps(pen: CanvasRenderingContext2D, { before, after }: Compared, scale: number, colours: Colours): void {
    const { id, start, velocity } = before.columns;
    const now = after.columns;
    const marked = new Uint8Array(Math.ceil(view.width) + 4);
    pen.fillStyle = colours['color-base-content'];
    for (let i = before.firstPlaceFrom(view.left); i < before.count && start[i] <= view.right; i++) {
      const x = Math.round(view.x(start[i]));
      const k = after.placeOf(id[i]);
      const same = k >= 0 && now.velocity[k] === velocity[i] && now.start[k] === start[i];
      if (!same && x >= 0 && marked[x] < velocity[i]) {
        marked[x] = velocity[i];
        pen.fillRect(x - 2, Math.round(height - velocity[i] * scale), 6, 1);
      }
    }
  }

  $effect(() => {
    void [view.left, view.pixelsPerTick, view.width, height, settings.theme, desk.notes, desk.tracks, desk.visible];
    ask();
  });
</script>

<div class="relative min-w-0 border-t border-base-300" bind:clientHeight={height}>
  <canvas bind:this={canvas} class="absolute inset-0 size-full" aria-hidden="true"></canvas>
</div>
