<script lang="ts">
  import { getStudio } from '../acting/studio';

  const { dial, preview } = getStudio();

  const { now } = $derived(dial);
  const [min, max] = $derived([now?.parameter.min ?? 0, now?.parameter.max ?? 0]);
  const share = (value: number) => `${(100 * (value - min)) / Math.max(1, max - min)}%`;
  const said = $derived(now && `${now.value} ${now.parameter.unit ?? ''}`.trim());

  function wheel(event: WheelEvent): void {
    if (!now) return;
    event.preventDefault();
    event.stopPropagation();
    dial.turn((event.deltaY || event.deltaX) < 0 ? 1 : -1);
  }

  function move(event: PointerEvent): void {
    if (!now) return;
    event.stopPropagation();
    dial.pointAt(event.clientY);
  }

  /** The arrows turn it and Escape leaves it, whatever is held beside them. */
  function key(event: KeyboardEvent): void {
    const does = {
      ArrowUp: () => dial.turn(1),
      ArrowDown: () => dial.turn(-1),
      Escape: () => dial.leave(),
    }[event.key];
    if (!does) return;
    event.preventDefault();
    event.stopPropagation();
    does();
  }

  // What turns it is taken before the roll sees it, which a listener that is passive could not.
  $effect(() => {
    if (!now) return;
    const listening = new AbortController();
    const { signal } = listening;
    addEventListener('wheel', wheel, { signal, capture: true, passive: false });
    addEventListener('pointermove', move, { signal, capture: true });
    addEventListener('keydown', key, { signal, capture: true });
    return () => listening.abort();
  });
</script>

{#if now}
  <div
    class="z-20 col-start-2 row-start-3 m-2 w-80 self-start justify-self-center rounded-box border-2 border-secondary
      bg-base-100 px-3 py-1.5 text-xs shadow"
  >
    <p class="flex justify-between">
      <b>{now.edit.title}: {now.parameter.name}</b><span class="font-semibold">{said}</span>
    </p>
    <div
      class="relative my-1 h-2 rounded-full bg-base-300"
      role="slider"
      tabindex="-1"
      aria-label="{now.edit.title}: {now.parameter.name}"
      aria-valuemin={min}
      aria-valuemax={max}
      aria-valuenow={now.value}
      aria-valuetext={said}
    >
      <span class="absolute top-0 h-2 w-0.5 bg-base-content" style:left={share(now.from)}></span>
      <span class="absolute -top-0.5 h-3 w-1.5 -translate-x-1/2 rounded-full bg-primary" style:left={share(now.value)}
      ></span>
    </div>
    <p class="truncate text-secondary" title={preview.shown?.message}>
      {preview.problem || preview.shown?.message || 'Pointer up and down, wheel, ↑ ↓ · let go: keep · Esc: leave'}
    </p>
  </div>
{/if}
