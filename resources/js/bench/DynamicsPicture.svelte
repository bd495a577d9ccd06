<script lang="ts">
  import { untrack } from 'svelte';
  import { painted } from '../look/painted.svelte';
  import type { NoteTable } from '../music/notes';
  import { coloursOf } from '../look/theme';
  import { meanVelocity, places } from '../desk/facts';
  import { settings } from '../settings/settings.svelte';
  import Picture from './Picture.svelte';
  import { getStudio } from '../acting/studio';

  const { calmFacts, contents, preview, seen } = getStudio();

  let { velocities }: { velocities: string } = $props();

  const HEIGHT = 52;
  const FULL = 127;
  let canvas = $state<HTMLCanvasElement>();
  let width = $state(190);

  const looked = $derived.by(() => {
    void calmFacts.turn;
    const { shown } = untrack(() => preview);
    const now = untrack(() => seen.notes);
    const [before, after] = shown ? [shown.before.notes, shown.after.notes] : [null, now];
    return { before, after, means: [before ?? after, after].map(meanVelocity) };
  });
  const text = $derived(
    velocities === '–'
      ? 'No notes to measure.'
      : looked.before && Math.round(looked.means[0]) !== Math.round(looked.means[1])
        ? `Mean ${Math.round(looked.means[0])} before, ${Math.round(looked.means[1])} after.`
        : `Velocity ${velocities}.`,
  );

  const scene = $derived({ ...looked, width, colours: coloursOf(settings.theme, contents.track.colour) });
  function paint(pen: CanvasRenderingContext2D, { before, after, means, width, colours }: typeof scene): void {
    const [from, to] = spanOf([after, ...(before ? [before] : [])]);
    const x = (tick: number) => 2 + ((tick - from) / Math.max(1, to - from)) * (width - 6);
    const y = (velocity: number) => HEIGHT - 1 - (velocity / FULL) * (HEIGHT - 4);
    stems(pen, after, x, y, colours.selection, true);
    if (before) stems(pen, before, x, y, colours['color-base-content'], false);
    means.forEach((mean, k) => {
      pen.strokeStyle = k === 0 && before ? colours['color-base-content'] : colours.selection;
      pen.lineWidth = 1;
      pen.setLineDash(k === 0 && before ? [2, 3] : [5, 3]);
      pen.beginPath();
      pen.moveTo(0, Math.round(y(mean)) + 0.5);
      pen.lineTo(width, Math.round(y(mean)) + 0.5);
      pen.stroke();
    });
    pen.setLineDash([]);
  }

  function spanOf(stores: NoteTable[]): [number, number] {
    let [from, to] = [Infinity, 0];
    for (const store of stores) {
      for (const i of places(store)) {
        from = Math.min(from, store.columns.start[i]);
        to = Math.max(to, store.columns.start[i]);
      }
    }
    return [from === Infinity ? 0 : from, to];
  }

  /** Stems for what is and would be, caps alone for what was; on each pixel the loudest. */
  function stems(
    pen: CanvasRenderingContext2D,
    notes: NoteTable,
    x: (tick: number) => number,
    y: (velocity: number) => number,
    colour: string,
    whole: boolean,
  ): void {
    const loudest = new Uint8Array(width + 1);
    for (const i of places(notes)) {
      const at = Math.round(x(notes.columns.start[i]));
      loudest[at] = Math.max(loudest[at], notes.columns.velocity[i]);
    }
    pen.fillStyle = colour;
    loudest.forEach((velocity, at) => {
      if (velocity > 0) {
        const top = Math.round(y(velocity));
        pen.fillRect(at - 1, top, 3, 1);
        if (whole) {
          pen.globalAlpha = 0.55;
          pen.fillRect(at - 1, top, 3, HEIGHT - top);
          pen.globalAlpha = 1;
        }
      }
    });
  }

  painted(
    () => canvas,
    () => [width, HEIGHT],
    () => scene,
    paint,
  );
</script>

<Picture label="Velocities over time" {text} height={HEIGHT} bind:width bind:canvas />
