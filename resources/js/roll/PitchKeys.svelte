<script lang="ts">
  import { counted } from '../music/counted';
  import { onMount } from 'svelte';
  import type { Player } from '../sound/player.svelte';
  import type { Desk } from '../desk/desk.svelte';
  import type { Pane } from '../desk/pane.svelte';
  import { settings } from '../settings/settings.svelte';
  import { rowCalled, rowOf } from '../desk/rows';
  import { oncePerFrame } from '../look/layer';
  import { isBlackKey, pitchName } from '../music/pitch';
  import RowMenu from './RowMenu.svelte';
  import { coloursOf, FONT, prepared } from '../look/theme';

  let {
    desk,
    pane = desk.roll,
    player,
    run,
    onmouse,
  }: {
    desk: Desk;
    /** beside which notes it stands */
    pane?: Pane;
    player: Player;
    run: (line: string) => void;
    /** told the line a key would have run */
    onmouse: (line: string) => void;
  } = $props();

  const WIDTH = 52;
  const NAME_EVERY_ROW_AT = 11;
  const TWO_LINES_AT = 28;
  /** how wide the colour of a row is, in CSS pixels */
  const STRIPE = 4;
  const HEARD_SECONDS = 0.4;
  const WHEEL_ZOOM = 1.15;
  const { view, track } = $derived(pane);
  let canvas: HTMLCanvasElement;

  const ask = oncePerFrame(() => {
    const pen = prepared(canvas, WIDTH, view.height);
    if (!pen) return;
    const colours = coloursOf(settings.theme, track.colour);
    pen.font = `500 ${Math.min(11, Math.max(8, view.rowHeight - 2))}px ${FONT}`;
    pen.textBaseline = 'middle';
    const drums = track.voice === 'drums';
    for (const pitch of view.inSight) {
      const y = Math.round(view.y(pitch));
      const height = Math.round(view.y(pitch) + view.rowHeight) - y;
      const black = isBlackKey(pitch);
      pen.fillStyle = black ? colours['row-black'] : colours['row-white'];
      pen.fillRect(0, y, WIDTH, height);
      if (black && !drums) {
        pen.fillStyle = colours['line-bar'];
        pen.fillRect(WIDTH - 5, y + 1, 5, height - 2);
      }
      pen.fillStyle = pitch % 12 === 0 ? colours['octave-line'] : colours['row-line'];
      pen.fillRect(0, y + height - 1, WIDTH, 1);
      const row = rowOf(track, pitch);
      const named = row?.name;
      if (row && row.colour > 0) {
        pen.fillStyle = coloursOf(settings.theme, row.colour).ink;
        pen.fillRect(WIDTH - STRIPE, y, STRIPE, height - 1);
      }
      if (pitch % 12 === 0 || view.rowHeight >= NAME_EVERY_ROW_AT) {
        pen.fillStyle = colours['color-base-content'];
        pen.globalAlpha = named || (!drums && pitch % 12 === 0) ? 1 : 0.75;
        pen.fillText(
          named || pitchName(pitch),
          named ? 3 : 8,
          y + height / 2 - (named && height >= TWO_LINES_AT ? 6 : 0),
          WIDTH - STRIPE - 4,
        );
        if (named && height >= TWO_LINES_AT) {
          // A row that is named still says its pitch.
          pen.globalAlpha = 0.75;
          pen.fillText(pitchName(pitch), 3, y + height / 2 + 7, WIDTH - 5);
        }
        pen.globalAlpha = 1;
      }
    }
  });

  $effect(() => {
    void [view.top, view.rowHeight, view.height, view.rows, settings.theme, track];
    ask();
  });

  /** whether there is a canvas to stand beside */
  let isThere = $state(false);
  onMount(() => {
    isThere = true;
  });

  /** the pitch sounded last while keys are dragged over, and the one it began at */
  let sounding: number | null = null;
  let began = 0;

  const pitchAt = (event: MouseEvent) => view.pitch(event.clientY - canvas.getBoundingClientRect().top);

  /** From soft at the left edge to loud at the right one: 1 to 127. */
  function velocityAt(event: MouseEvent): number {
    const box = canvas.getBoundingClientRect();
    return Math.min(127, Math.max(1, Math.round(((event.clientX - box.left) / box.width) * 127)));
  }

  function sound(event: PointerEvent, pitch: number): void {
    sounding = pitch;
    const velocity = velocityAt(event);
    void player.sound([[pitch, velocity, HEARD_SECONDS]]);
    if (event.altKey || desk.hands.hand === 'draw') {
      // What is struck is what new notes are like.
      settings.newVelocity = velocity;
      settings.newAsLast = false;
      desk.say(`${rowCalled(track, pitch)}, velocity ${velocity}: new notes are as loud`, 'hint');
    } else {
      desk.say(`${rowCalled(track, pitch)}, velocity ${velocity}`, 'hint');
    }
  }

  /** A press sounds the pitch and selects every note of its row; with a modifier more rows. */
  function press(event: PointerEvent): void {
    if (event.button !== 0) return;
    canvas.setPointerCapture(event.pointerId);
    const pitch = (began = pitchAt(event));
    sound(event, pitch);
    desk.moveCaret({ pitch });
    if (desk.hands.hand === 'draw' || event.altKey) return;
    select(event, pitch, pitch);
  }

  function select(event: PointerEvent, from: number, to: number): void {
    const [first, last] = [from, to].map((one) => view.rowOf(one)).toSorted((a, b) => a - b);
    const { columns } = pane.notes;
    const ids = Array.from(columns.id).filter((_, i) => {
      const row = view.rowOf(columns.pitch[i]);
      return row >= first && row <= last;
    });
    desk.select(event.shiftKey || event.ctrlKey || event.metaKey ? [...desk.notes.selection(), ...ids] : ids);
    const called = (one: number) => rowCalled(track, one);
    const name = first === last ? called(from) : `${called(view.pitchOf(last))} to ${called(view.pitchOf(first))}`;
    desk.say(`${counted(ids.length, 'note')} of ${name} selected, velocity ${velocityAt(event)} heard`, 'hint');
  }

  /** Where the menu of a row stands: beside its head, in sight. */
  function headAt(pitch: number): { x: number; y: number } {
    const box = canvas.getBoundingClientRect();
    return { x: box.right, y: box.top + Math.min(view.height, Math.max(0, view.y(pitch))) };
  }

  function openMenu(event: MouseEvent): void {
    event.preventDefault();
    const pitch = pitchAt(event);
    desk.moveCaret({ pitch });
    desk.rowMenu = pitch;
  }

  /** A drag plays the keys it passes; with Shift it selects the pitches between. */
  function move(event: PointerEvent): void {
    const pitch = pitchAt(event);
    if (sounding === null || pitch === sounding) return;
    sound(event, pitch);
    if (event.shiftKey) select(event, began, pitch);
  }
</script>

<div
  class="relative border-r border-base-300"
  title="Press: sound it, soft at the left, loud at the right, and select its notes · drag: play · Shift: several pitches · Alt: new notes as loud · right: what can be done with the row · wheel: zoom"
>
  <canvas
    bind:this={canvas}
    class="absolute inset-0 size-full cursor-pointer"
    aria-hidden="true"
    data-testid={pane.of === null ? 'pitch-keys' : 'row-keys'}
    onpointerdown={press}
    onpointermove={move}
    oncontextmenu={openMenu}
    onpointerup={() => (sounding = null)}
    onpointercancel={() => (sounding = null)}
    onwheel={(event) => {
      event.preventDefault();
      view.zoomPitch(
        event.deltaY < 0 ? WHEEL_ZOOM : 1 / WHEEL_ZOOM,
        event.clientY - canvas.getBoundingClientRect().top,
      );
    }}
  ></canvas>
</div>
{#if desk.rowMenu !== null && isThere && desk.pane === pane}
  <RowMenu
    {desk}
    {player}
    pitch={desk.rowMenu}
    at={headAt(desk.rowMenu)}
    ask={run}
    {onmouse}
    close={() => (desk.rowMenu = null)}
  />
{/if}
