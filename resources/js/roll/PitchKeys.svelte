<script lang="ts">
  import type { Player } from '../sound/player.svelte';
  import type { Desk } from '../desk/desk.svelte';
  import { settings } from '../settings/settings.svelte';
  import { drumName } from '../music/drums';
  import { oncePerFrame } from '../look/layer';
  import { MAX_PITCH } from '../music/limits';
  import { isBlackKey, pitchName } from '../music/pitch';
  import { coloursOf, FONT, prepared } from '../look/theme';

  let { desk, player }: { desk: Desk; player: Player } = $props();

  const WIDTH = 52;
  const NAME_EVERY_ROW_AT = 11;
  const HEARD_SECONDS = 0.4;
  const { view } = $derived(desk);
  let canvas: HTMLCanvasElement;

  const ask = oncePerFrame(() => {
    const pen = prepared(canvas, WIDTH, view.height);
    if (!pen) return;
    const colours = coloursOf(settings.theme, desk.track.colour);
    pen.font = `500 ${Math.min(11, Math.max(8, view.rowHeight - 2))}px ${FONT}`;
    pen.textBaseline = 'middle';
    const drums = desk.track.voice === 'drums';
    for (let pitch = Math.min(MAX_PITCH, view.pitch(0)); pitch >= Math.max(0, view.pitch(view.height)); pitch--) {
      const y = Math.round(view.y(pitch));
      const height = Math.round(view.y(pitch - 1)) - y;
      const black = isBlackKey(pitch);
      pen.fillStyle = black ? colours['row-black'] : colours['row-white'];
      pen.fillRect(0, y, WIDTH, height);
      if (black && !drums) {
        pen.fillStyle = colours['line-bar'];
        pen.fillRect(WIDTH - 5, y + 1, 5, height - 2);
      }
      pen.fillStyle = pitch % 12 === 0 ? colours['octave-line'] : colours['row-line'];
      pen.fillRect(0, y + height - 1, WIDTH, 1);
      const drum = drums ? drumName(pitch) : undefined;
      if (pitch % 12 === 0 || view.rowHeight >= NAME_EVERY_ROW_AT) {
        pen.fillStyle = colours['color-base-content'];
        pen.globalAlpha = drum || (!drums && pitch % 12 === 0) ? 1 : 0.75;
        pen.fillText(drum ?? pitchName(pitch), drum ? 3 : 8, y + height / 2, WIDTH - 5);
        pen.globalAlpha = 1;
      }
    }
  });

  $effect(() => {
    void [view.top, view.rowHeight, view.height, settings.theme, desk.track];
    ask();
  });

  /** Selects every note of the row, and sounds the pitch. */
  function press(event: PointerEvent): void {
    const pitch = view.pitch(event.clientY - canvas.getBoundingClientRect().top);
    const { columns } = desk.notes;
    const ids = Array.from(columns.id).filter((_, i) => columns.pitch[i] === pitch);
    desk.select(event.shiftKey || event.ctrlKey || event.metaKey ? [...desk.notes.selection(), ...ids] : ids);
    desk.moveCaret({ pitch });
    desk.say(`${ids.length} notes of ${pitchName(pitch)} selected`, 'hint');
    void player.sound([[pitch, 96, HEARD_SECONDS]]);
  }
</script>

<div class="relative border-r border-base-300" title="Click to select all notes of a pitch">
  <canvas
    bind:this={canvas}
    class="absolute inset-0 size-full cursor-pointer"
    aria-hidden="true"
    data-testid="pitch-keys"
    onpointerdown={press}
  ></canvas>
</div>
