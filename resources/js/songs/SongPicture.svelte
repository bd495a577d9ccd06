<script lang="ts">
  import { api, GLANCE } from '../api';
  import type { Glance, SongLine } from '../api';
  import { painted } from '../look/painted.svelte';
  import { whenSeen } from '../look/when-seen';
  import { coloursOf } from '../look/theme';
  import { settings } from '../settings/settings.svelte';

  let {
    song,
    height,
    played = null,
    glance = $bindable(null),
  }: {
    song: SongLine;
    /** in CSS pixels */
    height: number;
    /** how much of it was played while it is heard, 0–1 */
    played?: number | null;
    /** what it shows, once it is there */
    glance?: Glance | null;
  } = $props();

  let canvas = $state<HTMLCanvasElement>();
  let width = $state(GLANCE.columns);
  let asked = false;

  /** It is fetched once it comes into sight: a list may be long. */
  function fetchIt(): void {
    if (asked) return;
    asked = true;
    api.glance(song.id, song.state).then(
      (answer) => (glance = answer),
      () => (asked = false),
    );
  }

  const scene = $derived({ glance, width, height, theme: settings.theme });
  painted(
    () => canvas,
    () => [width, height],
    () => scene,
    (pen, { glance, width, height, theme }) => {
      const [x, y] = [width / GLANCE.columns, height / GLANCE.rows];
      for (const { colour, cells } of glance?.tracks ?? []) {
        pen.fillStyle = coloursOf(theme, colour).ink;
        for (const [from, to, row] of cells)
          pen.fillRect(from * x, row * y, Math.max(1.5, (to - from + 1) * x - 0.5), Math.max(1.5, y - 0.5));
      }
    },
  );
</script>

<div
  class="relative min-w-0 flex-1 overflow-hidden"
  style:height="{height}px"
  aria-hidden="true"
  {@attach whenSeen(fetchIt)}
>
  {#if glance}
    <div bind:clientWidth={width}>
      <canvas bind:this={canvas} class="block w-full" style:height="{height}px"></canvas>
    </div>
  {/if}
  {#if played !== null}
    <div
      class="absolute inset-y-0 w-0.5 bg-accent"
      data-testid="played"
      data-share={played.toFixed(3)}
      style:left="{100 * played}%"
    ></div>
  {/if}
</div>
