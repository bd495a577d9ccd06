<script lang="ts">
  let {
    label,
    text,
    height,
    width = $bindable(),
    canvas = $bindable(),
  }: {
    /** what the picture shows; with the text it is what a screen reader reads */
    label: string;
    /** the same in words, under the picture */
    text: string;
    /** in CSS pixels */
    height: number;
    width: number;
    canvas: HTMLCanvasElement | undefined;
  } = $props();
</script>

<figure>
  <div
    class="overflow-hidden rounded-field bg-base-100"
    role="img"
    aria-label="{label}: {text}"
    bind:clientWidth={width}
  >
    <canvas bind:this={canvas} class="block w-full" style:height="{height}px"></canvas>
  </div>
  <figcaption class="mt-1 text-xs">{text}</figcaption>
</figure>
