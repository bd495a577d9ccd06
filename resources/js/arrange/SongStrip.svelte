<script lang="ts">
  import { getStudio } from '../acting/studio';
  import { graspOnStrip } from '../gestures/on-strip';
  import { painted } from '../look/painted.svelte';
  import { coloursOf } from '../look/theme';
  import { Pointer } from '../pointer/pointer.svelte';
  import { settings } from '../settings/settings.svelte';

  const { chosenClips, contents, hands, opening, panes, player, status } = getStudio();

  const HEIGHT = 20;
  const ROOM_FOR_SHEET = 4;
  let canvas = $state<HTMLCanvasElement>();
  let width = $state(800);

  const { view } = $derived(panes.roll);
  const scale = $derived(width / Math.max(1, contents.end));
  const row = $derived(HEIGHT / Math.max(1, contents.song.tracks.length));

  const pointer = new Pointer<null>(hands, status, {
    grasp: (_, button) => graspOnStrip({ scale, row, view, placed: chosenClips.all, go }, button),
    drop: (_, over) => over(),
  });

  /** Opens a clip where it is not open, and shows a tick. */
  async function go(clip: number | null, show: () => void): Promise<void> {
    if (clip !== null && contents.open.includes(clip)) contents.toFront(clip);
    else if (clip !== null) await opening.clips([clip], clip);
    show();
  }

  const clips = $derived(
    chosenClips.all.map(({ clip, track, row }) => ({
      clip,
      row,
      isSilent: clip.muted || track.muted,
      isOpen: contents.open.includes(clip.id),
      colours: coloursOf(settings.theme, track.colour),
    })),
  );
  const scene = $derived({
    place: view.place,
    view,
    scale,
    row,
    clips,
    playhead: player.tick,
    colours: coloursOf(settings.theme, contents.track.colour),
  });
  painted(
    () => canvas,
    () => [width, HEIGHT],
    () => scene,
    (pen, { view, scale, row, clips, playhead, colours }) => {
      for (const { clip, row: k, isOpen, isSilent, colours: own } of clips) {
        const [x, y] = [clip.start * scale, k * row];
        const [wide, high] = [Math.max(1, clip.length * scale - 1), Math.max(1, row - 1)];
        pen.globalAlpha = isSilent ? 0.35 : 1;
        // Where there is room they are sheets, as in the song; what is open has the tint of its notes.
        pen.fillStyle = high < ROOM_FOR_SHEET ? (isOpen ? own.ink : own.edge) : isOpen ? own.tint : own['row-white'];
        pen.fillRect(x, y, wide, high);
        pen.strokeStyle = own.edge;
        pen.lineWidth = 1;
        if (high >= ROOM_FOR_SHEET) pen.strokeRect(x + 0.5, y + 0.5, wide - 1, high - 1);
      }
      pen.globalAlpha = 1;
      pen.strokeStyle = colours['color-base-content'];
      const [left, right] = [Math.max(0, view.left * scale), Math.min(width, view.right * scale)];
      pen.lineWidth = 1.5;
      pen.strokeRect(left + 0.75, 0.75, Math.max(2, right - left - 1.5), HEIGHT - 1.5);
      pen.fillStyle = colours.playhead;
      pen.fillRect(Math.round(playhead * scale), 0, 1.5, HEIGHT);
    },
  );
</script>

<div class="min-w-0 border-b border-base-300" bind:clientWidth={width}>
  <canvas
    bind:this={canvas}
    class="block h-5 w-full touch-none"
    style:cursor={pointer.cursor}
    aria-hidden="true"
    data-testid="song-strip"
    {@attach pointer.attach}
  ></canvas>
</div>
