<script lang="ts">
  import { painted } from '../look/painted.svelte';
  import { coloursOf, FONT } from '../look/theme';
  import type { Timing } from '../desk/facts';
  import { settings } from '../settings/settings.svelte';
  import Picture from './Picture.svelte';

  let { timing, count, grid, colour }: { timing: Timing; count: number; grid: string; colour: number } = $props();

  const HEIGHT = 64;
  const LABEL = 14;
  let canvas = $state<HTMLCanvasElement>();
  let width = $state(190);

  const far = (ms: number) =>
    Math.abs(ms) < 0.05 ? 'on the line' : `${Math.abs(ms).toFixed(1)} ms ${ms < 0 ? 'early' : 'late'}`;
  const text = $derived(
    count === 0
      ? 'No notes to measure.'
      : timing.onLine === count
        ? `All ${count} on ${grid}.`
        : `${timing.onLine} of ${count} on ${grid}; mean ${far(timing.meanMs)}, spread ${timing.spreadMs.toFixed(1)} ms, largest ${far(timing.largestMs)}.`,
  );

  const scene = $derived({ timing, width, colours: coloursOf(settings.theme, colour) });
  function paint(pen: CanvasRenderingContext2D, { timing, width, colours }: typeof scene): void {
    const half = Math.max(1, timing.halfGap);
    const x = (ms: number) => width / 2 + (ms / half) * (width / 2 - 4);
    const floor = HEIGHT - LABEL;
    pen.fillStyle = colours['row-line'];
    pen.fillRect(x(timing.meanMs - timing.spreadMs), 0, x(timing.spreadMs) - x(-timing.spreadMs), floor);
    pen.fillStyle = colours['line-bar'];
    pen.fillRect(Math.round(x(0)), 0, 1, floor);
    // Dots rise and fall in a fixed pattern, so that those of the same distance do not hide each other.
    pen.fillStyle = colours.selection;
    pen.globalAlpha = 0.8;
    pen.beginPath();
    timing.distances.forEach((ms, k) => {
      const [left, y] = [x(ms), 5 + ((k * 0.618034) % 1) * (floor - 10)];
      pen.moveTo(left + 2.2, y);
      pen.arc(left, y, 2.2, 0, 7);
    });
    pen.fill();
    pen.globalAlpha = 1;
    if (timing.distances.length > 0) {
      pen.fillStyle = colours['color-base-content'];
      pen.fillRect(Math.round(x(timing.meanMs)) - 1, 0, 2, floor);
    }
    pen.font = `500 11px ${FONT}`;
    pen.textBaseline = 'bottom';
    pen.textAlign = 'left';
    pen.fillStyle = colours['color-base-content'];
    pen.fillText(`early −${Math.round(half)} ms`, 2, HEIGHT);
    pen.textAlign = 'right';
    pen.fillText(`+${Math.round(half)} ms late`, width - 2, HEIGHT);
  }
  painted(
    () => canvas,
    () => [width, HEIGHT],
    () => scene,
    paint,
  );
</script>

<Picture label="Starts around the lines of {grid}" {text} height={HEIGHT} bind:width bind:canvas />
