<script lang="ts">
  import type { ConductorKind } from '../api';
  import type { Desk } from '../desk/desk.svelte';
  import type { Viewport } from '../desk/viewport.svelte';
  import { nearestLine } from '../gestures/snap';
  import { chordSigns, flagsIn, type Flag } from '../music/conductor';

  let {
    desk,
    view,
    run,
    kinds,
    label = 'Conductor',
    narrowest = 30,
    goTo,
    hint = 'click to change',
  }: {
    desk: Desk;
    view: Viewport;
    run: (...lines: string[]) => void;
    /** the kinds of events it shows */
    kinds: readonly ConductorKind[];
    label?: string;
    /** flags nearer than this to the one before are folded into it, in CSS pixels */
    narrowest?: number;
    /** what a press does; left out, it opens what stands there */
    goTo?: (tick: number) => void;
    /** what a press does, in words */
    hint?: string;
  } = $props();

  const STARTS_DRAG_AT = 3;
  let dragged = $state.raw<{ flag: Flag; from: number; tick: number } | null>(null);

  const events = $derived(desk.song.events.filter(({ kind }) => kinds.includes(kind)));
  const shown = $derived.by(() => {
    const flags = flagsIn(events, view.left - 200 / view.pixelsPerTick, view.right);
    const apart: { flag: Flag; x: number; width: number; folded: number }[] = [];
    for (const flag of flags) {
      const x = view.x(dragged?.flag.tick === flag.tick ? dragged.tick : flag.tick);
      const last = apart[apart.length - 1];
      if (last && x - last.x < narrowest) {
        last.folded++;
      } else {
        if (last) last.width = x - last.x - 2;
        apart.push({ flag, x, width: 240, folded: 0 });
      }
    }
    return apart;
  });

  const said = ({ events }: Flag) =>
    events.map(({ kind, label }) => (kind === 'chord' ? chordSigns(label) : label)).join(' · ');
  const spoken = ({ tick, events }: Flag) =>
    `${events.map(({ kind, label }) => `${kind} ${label}`).join(', ')} at ${desk.gridLines.position(tick)}`;

  /** Moves all that stands at a flag; what the song begins with stays. */
  function move({ events, tick }: Flag, to: number): void {
    if (tick === to) return;
    const moved = events.filter(({ kind }) => tick > 0 || kind === 'marker' || kind === 'chord');
    if (moved.length > 0) run(...moved.map(({ kind }) => `conductor-move what=${kind} at=${tick} to=${to}`));
    else desk.say('What the song begins with stays at its beginning.', 'refused');
  }

  function press(event: PointerEvent, flag: Flag): void {
    event.stopPropagation();
    (event.currentTarget as HTMLElement).setPointerCapture(event.pointerId);
    dragged = { flag, from: event.clientX, tick: flag.tick };
  }

  function drag(event: PointerEvent): void {
    if (!dragged) return;
    const { flag, from } = dragged;
    const tick = Math.max(0, Math.round(flag.tick + (event.clientX - from) / view.pixelsPerTick));
    const far = Math.abs(event.clientX - from) > STARTS_DRAG_AT;
    dragged = {
      ...dragged,
      tick: !far ? flag.tick : event.altKey || desk.free ? tick : nearestLine(desk.gridLines, view, tick),
    };
  }

  function release(): void {
    if (!dragged) return;
    const { flag, tick } = dragged;
    dragged = null;
    if (tick === flag.tick && goTo) goTo(tick);
    else if (tick === flag.tick) desk.conducting = flag.tick;
    else move(flag, tick);
  }

  function keys(event: KeyboardEvent, flag: Flag): void {
    const actions: Record<string, () => void> = {
      Enter: () => (desk.conducting = flag.tick),
      ArrowLeft: () => move(flag, desk.gridLines.before(flag.tick)),
      ArrowRight: () => move(flag, desk.gridLines.around(flag.tick).after),
      Delete: () => run(...flag.events.map(({ kind }) => `conductor-remove what=${kind} at=${flag.tick}`)),
    };
    if (actions[event.key]) {
      event.preventDefault();
      event.stopPropagation();
      actions[event.key]();
    }
  }
</script>

<div class="relative h-5 overflow-hidden border-t border-base-300 bg-base-200" role="group" aria-label={label}>
  {#each shown as { flag, x, width, folded } (flag.tick)}
    <button
      class="absolute top-0 h-full cursor-pointer touch-none truncate border-l-2 border-secondary bg-base-100 px-1 text-left text-[0.6875rem] hover:bg-base-300"
      style:left="{x}px"
      style:max-width="{width}px"
      aria-label={spoken(flag)}
      title="{spoken(flag)}: {hint}, drag to move"
      ondblclick={() => (desk.conducting = flag.tick)}
      onpointerdown={(event) => press(event, flag)}
      onpointermove={drag}
      onpointerup={release}
      onpointercancel={() => (dragged = null)}
      onkeydown={(event) => keys(event, flag)}>{said(flag)}{folded ? ` +${folded}` : ''}</button
    >
  {/each}
</div>
