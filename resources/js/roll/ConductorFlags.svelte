<script lang="ts">
  import { untrack } from 'svelte';
  import type { ConductorKind } from '../api';
  import { getStudio } from '../acting/studio';
  import { graspOnFlags, linesToMove, type MovedFlag } from '../gestures/on-flags';
  import { misfits } from '../music/chords';
  import { chordSigns, flagsIn, type Flag } from '../music/conductor';
  import { Pointer } from '../pointer/pointer.svelte';
  import type { Viewport } from '../sight/viewport.svelte';

  const { acting, calmFacts, grid, hands, popover, seen, sender, status } = getStudio();

  let {
    view,
    kinds,
    label = 'Conductor',
    narrowest = 30,
    goTo,
    hint = 'press: change',
  }: {
    view: Viewport;
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

  const refuse = (why: string) => status.say(why, 'refused');
  const open = (flag: Flag) => popover.open({ conductor: flag.tick });
  const flagAt = (x: number) => shown.findLast((one) => x >= one.x && x <= one.x + one.width)?.flag;
  const pointer = new Pointer<MovedFlag>(hands, status, {
    grasp: (at, button) =>
      graspOnFlags(
        {
          view,
          lines: grid.lines,
          flagAt,
          press: (flag) => (goTo ? goTo(flag.tick) : open(flag)),
          hint,
          refuse,
        },
        at,
        button,
      ),
    drop: ({ lines }, over) => {
      acting.run(...lines);
      void sender.idle().then(over);
    },
  });

  const events = $derived(seen.song.events.filter(({ kind }) => kinds.includes(kind)));
  const shown = $derived.by(() => {
    const flags = flagsIn(events, view.left - 200 / view.pixelsPerTick, view.right);
    const apart: { flag: Flag; x: number; width: number; folded: number }[] = [];
    for (const flag of flags) {
      const moved = pointer.shape?.flag.tick === flag.tick ? pointer.shape.tick : flag.tick;
      const x = view.x(moved);
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

  /** The ticks of chord names that no longer fit what sounds there; it follows a moment after the notes. */
  const wrong = $derived.by(() => {
    void calmFacts.turn;
    const { chords, tracks } = seen.song;
    if (!kinds.includes('chord') || chords.length === 0) return new Set<number>();
    return untrack(() => {
      const pitched = tracks.filter(({ voice, muted }) => voice !== 'drums' && !muted);
      const isPitched = new Set(pitched.flatMap(({ clips }) => clips.map(({ id }) => id)));
      const { notes } = seen;
      return misfits(chords, [
        [notes, (i) => isPitched.has(notes.columns.clip[i])],
        ...pitched.map(({ id }) => [seen.sounds.of(id), () => true] as const),
      ]);
    });
  });

  const said = ({ events }: Flag) =>
    events.map(({ kind, label }) => (kind === 'chord' ? chordSigns(label) : label)).join(' · ');
  /** What there is room for, whole: a word that is cut says nothing. */
  const LETTER = 6.6;
  function fitting(flag: Flag, width: number): string {
    const parts = said(flag).split(' · ');
    while (parts.length > 0 && parts.join(' · ').length * LETTER + (wrong.has(flag.tick) ? 24 : 12) > width)
      parts.pop();
    return parts.join(' · ');
  }
  const spoken = ({ tick, events }: Flag) =>
    `${events.map(({ kind, label }) => `${kind} ${label}`).join(', ')} at ${grid.lines.position(tick)}${wrong.has(tick) ? ', which does not fit what sounds' : ''}`;

  /** Moves all that stands at a flag; what the song begins with stays. */
  function move(flag: Flag, to: number): void {
    const lines = linesToMove(flag, to);
    if (flag.tick === to) return;
    if (lines.length > 0) acting.run(...lines);
    else refuse('What the song begins with stays at its beginning.');
  }

  function keys(event: KeyboardEvent, flag: Flag): void {
    const actions: Record<string, () => void> = {
      Enter: () => open(flag),
      ArrowLeft: () => move(flag, grid.lines.before(flag.tick)),
      ArrowRight: () => move(flag, grid.lines.around(flag.tick).after),
      Delete: () => acting.run(...flag.events.map(({ kind }) => `conductor-remove what=${kind} at=${flag.tick}`)),
    };
    if (actions[event.key]) {
      event.preventDefault();
      event.stopPropagation();
      actions[event.key]();
    }
  }

  function twice(event: MouseEvent): void {
    const flag = flagAt(pointer.at(event).x);
    if (flag) open(flag);
  }
</script>

<!-- The flags are buttons with keys of their own; the row takes the pointer. -->
<div
  class="relative h-[25px] overflow-hidden border-t border-base-300 bg-base-200"
  role="group"
  aria-label={label}
  ondblclick={twice}
  {@attach pointer.attach}
>
  {#each shown as { flag, x, width, folded } (flag.tick)}
    <button
      class="absolute top-0 h-full min-w-6 cursor-pointer touch-none overflow-hidden border-l-2 border-secondary bg-base-100 px-1 text-left text-2xs whitespace-nowrap hover:bg-base-300"
      style:left="{x}px"
      style:max-width="{width}px"
      aria-label={spoken(flag)}
      title="{spoken(flag)}{folded ? `, and ${folded} more up to the next` : ''} · {hint} · drag: move"
      onkeydown={(event) => keys(event, flag)}
      >{#if wrong.has(flag.tick)}<span class="font-bold text-error" title="It does not fit what sounds here any more"
          >≠
        </span>{/if}{fitting(flag, width)}</button
    >
  {/each}
</div>
