<script lang="ts">
  import { onMount } from 'svelte';
  import { getStudio } from '../acting/studio';
  import { graspOnKeys } from '../gestures/on-keys';
  import { painted } from '../look/painted.svelte';
  import { coloursOf } from '../look/theme';
  import { Pointer } from '../pointer/pointer.svelte';
  import { settings } from '../settings/settings.svelte';
  import type { Pane } from '../sight/pane.svelte';
  import { KEYS_WIDTH, paintKeys } from './paint-keys';
  import RowMenu from './RowMenu.svelte';

  const { caret, contents, hands, panes, player, popover, selecting, status } = getStudio();

  let {
    pane,
  }: {
    /** beside which notes it stands */
    pane: Pane;
  } = $props();

  const HEARD_SECONDS = 0.4;
  const WHEEL_ZOOM = 1.15;
  const { view, track } = $derived(pane);
  let canvas = $state<HTMLCanvasElement>();
  /** whether there is a canvas to stand beside */
  let isThere = $state(false);
  onMount(() => {
    isThere = true;
  });

  const pointer = new Pointer<null>(hands, status, {
    grasp: (_, button) =>
      graspOnKeys(
        {
          pane,
          width: canvas?.clientWidth ?? KEYS_WIDTH,
          hands,
          contents,
          caret,
          selecting,
          status,
          sound: (pitch, velocity) => void player.sound([[pitch, velocity, HEARD_SECONDS]]),
        },
        button,
      ),
    drop: (_, over) => over(),
  });

  const scene = $derived({
    place: view.place,
    view,
    track,
    colours: coloursOf(settings.theme, track.colour),
    theme: settings.theme,
  });
  painted(
    () => canvas,
    () => [KEYS_WIDTH, view.height],
    () => scene,
    (pen, { theme, ...scene }) => paintKeys(pen, { ...scene, inkOf: (colour) => coloursOf(theme, colour).ink }),
  );

  /** Where the menu of a row stands: beside its head, in sight. */
  function headAt(pitch: number): { x: number; y: number } {
    const box = canvas!.getBoundingClientRect();
    return { x: box.right, y: box.top + Math.min(view.height, Math.max(0, view.y(pitch))) };
  }

  function openMenu(event: MouseEvent): void {
    event.preventDefault();
    const pitch = view.pitch(pointer.at(event).y);
    caret.move({ pitch });
    popover.open({ row: pitch });
  }
</script>

<div class="relative border-r border-base-300">
  <canvas
    bind:this={canvas}
    class="absolute inset-0 size-full"
    style:cursor={pointer.cursor}
    aria-hidden="true"
    data-testid={pane.of === null ? 'pitch-keys' : 'row-keys'}
    {@attach pointer.attach}
    oncontextmenu={openMenu}
    onwheel={(event) => {
      event.preventDefault();
      view.zoomPitch(event.deltaY < 0 ? WHEEL_ZOOM : 1 / WHEEL_ZOOM, pointer.at(event).y);
    }}
  ></canvas>
</div>
{#if popover.row !== null && isThere && panes.current === pane}
  <RowMenu pitch={popover.row} at={headAt(popover.row)} close={() => popover.close()} />
{/if}
