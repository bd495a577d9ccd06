<script lang="ts">
  /** The sign of the program: bodies of notes with ink of rising strength. */
  let { size = 32 }: { size?: number } = $props();

  const BODIES = [
    { x: 1, y: 20, ink: 4 },
    { x: 9, y: 13, ink: 7 },
    { x: 17, y: 6, ink: 10 },
  ];
  const [WIDE, HIGH] = [14, 11];
</script>

<svg width={size} height={size} viewBox="0 0 32 32" aria-hidden="true">
  {#each BODIES as { x, y, ink } (x)}
    <rect {x} y={y - 5} width={WIDE} height={HIGH} rx="2.5" fill="var(--tint-1)" />
    <rect {x} y={y - 5 + HIGH - ink} width={WIDE} height={ink} rx="2" fill="var(--ink-1)" />
    <rect x={x + 0.5} y={y - 4.5} width={WIDE - 1} height={HIGH - 1} rx="2.5" fill="none" stroke="var(--edge-1)" />
  {/each}
</svg>
