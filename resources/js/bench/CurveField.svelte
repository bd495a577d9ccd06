<script lang="ts">
  import { held, stepOf, turning, type Turned } from '../look/turning';

  let {
    name,
    value,
    set,
  }: {
    name: string;
    /** −100 to 100 */
    value: number;
    set: (value: number) => void;
  } = $props();

  const [MIN, MAX] = [-100, 100];
  const [WIDTH, HEIGHT, EDGE] = [184, 56, 4];
  /** Upward is early, which is below 0. */
  const turned = (): Turned => ({
    value: -value,
    min: MIN,
    max: MAX,
    step: 5,
    usual: 0,
    set: (next) => set(-Math.round(next) || 0),
  });
  /** A picture of it; what an edit makes of the number is seen on the roll. */
  const course = $derived.by(() => {
    const power = 2 ** (value / 50);
    return Array.from({ length: 25 }, (_, k) => {
      const x = k / 24;
      return `${EDGE + x * (WIDTH - 2 * EDGE)},${HEIGHT - EDGE - x ** power * (HEIGHT - 2 * EDGE)}`;
    }).join(' ');
  });

  function keys(event: KeyboardEvent): void {
    const by = { ArrowUp: 1, ArrowLeft: 1, ArrowDown: -1, ArrowRight: -1 }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    const now = turned();
    now.set(held(now, now.value + by * stepOf(event, now)));
  }
</script>

<svg
  viewBox="0 0 {WIDTH} {HEIGHT}"
  class="col-span-2 h-14 w-full cursor-ns-resize touch-none rounded-field bg-base-100"
  role="slider"
  tabindex="0"
  aria-label="{name} as a curve"
  aria-valuemin={MIN}
  aria-valuemax={MAX}
  aria-valuenow={value}
  onkeydown={keys}
  {@attach turning(turned)}
>
  <title>Drag up and down: bend it · double press: straight</title>
  <line x1={EDGE} y1={HEIGHT - EDGE} x2={WIDTH - EDGE} y2={EDGE} stroke="currentColor" opacity="0.25" />
  <polyline points={course} fill="none" stroke="currentColor" stroke-width="2" class="text-primary" />
</svg>
