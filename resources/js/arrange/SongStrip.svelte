<script lang="ts">
  import type { Player } from '../sound/player.svelte';
  import type { Desk } from '../desk/desk.svelte';
  import { oncePerFrame } from '../look/layer';
  import { coloursOf, prepared } from '../look/theme';
  import { settings } from '../settings/settings.svelte';

  let { desk, player }: { desk: Desk; player: Player } = $props();

  const HEIGHT = 20;
  /** A press that is dragged so far moves what is in sight, rather than opening a clip. */
  const DRAGS_FROM = 3;
  const { view, arranging } = $derived(desk);
  let canvas: HTMLCanvasElement;
  let width = $state(800);
  let from: number | null = null;
  let dragged = false;

  const scale = $derived(width / Math.max(1, desk.end));
  const row = $derived(HEIGHT / Math.max(1, desk.song.tracks.length));

  const ask = oncePerFrame(() => {
    const pen = prepared(canvas, width, HEIGHT);
    if (!pen) return;
    for (const { clip, track, row: k } of arranging.all) {
      const colours = coloursOf(settings.theme, track.colour);
      pen.globalAlpha = clip.muted || track.muted ? 0.35 : 1;
      pen.fillStyle = colours[desk.open.includes(clip.id) ? 'ink' : 'tint'];
      pen.fillRect(clip.start * scale, k * row, Math.max(1, clip.length * scale - 1), Math.max(1, row - 1));
    }
    pen.globalAlpha = 1;
    const colours = coloursOf(settings.theme, desk.track.colour);
    pen.strokeStyle = colours['color-base-content'];
    const [left, right] = [Math.max(0, view.left * scale), Math.min(width, view.right * scale)];
    pen.lineWidth = 1.5;
    pen.strokeRect(left + 0.75, 0.75, Math.max(2, right - left - 1.5), HEIGHT - 1.5);
    pen.fillStyle = colours.playhead;
    pen.fillRect(Math.round(player.tick * scale), 0, 1.5, HEIGHT);
  });
  $effect(() => {
    void [width, scale, row, arranging.all, desk.open, desk.track, view.left, view.right, player.tick, settings.theme];
    ask();
  });

  const tickAt = (event: MouseEvent) => Math.max(0, (event.clientX - canvas.getBoundingClientRect().left) / scale);
  /** Puts a tick in the middle of what is in sight. */
  const show = (tick: number) => view.scrollTo(tick - (view.right - view.left) / 2);

  function press(event: PointerEvent): void {
    canvas.setPointerCapture(event.pointerId);
    from = event.clientX;
    dragged = false;
  }

  function move(event: PointerEvent): void {
    if (from === null) return;
    dragged ||= Math.abs(event.clientX - from) > DRAGS_FROM;
    if (dragged) show(tickAt(event));
  }

  /** A press opens the clip under it and goes there. */
  function release(event: PointerEvent): void {
    if (from !== null && !dragged) {
      const tick = tickAt(event);
      const place = Math.floor((event.clientY - canvas.getBoundingClientRect().top) / row);
      const found = arranging.all.findLast(
        ({ clip, row: k }) => k === place && tick >= clip.start && tick < clip.start + clip.length,
      );
      if (!found || desk.open.includes(found.clip.id)) {
        if (found) desk.opening.toFront(found.clip.id);
        show(tick);
      } else {
        void desk.opening.clips([found.clip.id], found.clip.id).then(() => show(tick));
      }
    }
    from = null;
  }
</script>

<div class="min-w-0 border-b border-base-300" bind:clientWidth={width}>
  <canvas
    bind:this={canvas}
    class="block h-5 w-full cursor-pointer touch-none"
    aria-hidden="true"
    title="The whole song: a press opens a clip and goes there, a drag moves what is in sight"
    data-testid="song-strip"
    onpointerdown={press}
    onpointermove={move}
    onpointerup={release}
    onpointercancel={() => (from = null)}
  ></canvas>
</div>
