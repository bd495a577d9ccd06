<script lang="ts">
  import { getStudio } from '../acting/studio';
  import type { Point } from '../desk/preview.svelte';

  const { acting, comparing, contents, marks, preview, views } = getStudio();
  const { keyOf } = acting;

  const { point } = $derived(preview);
  const letters = $derived(Object.keys(marks.all) as Point[]);
  const points = $derived<Point[]>(contents.history.at === null ? letters : ['before', ...letters]);
  const named = (one: Point) => (one === 'before' ? 'before the last step' : one);
  let end: () => void = () => undefined;

  /** Held, for the moment; pressed, until it is ended. */
  function press(one: Point): void {
    end = comparing.begin(one);
  }
</script>

<svelte:window onpointerup={() => end()} />

{#if point || (letters.length > 0 && views.shown !== 'table')}
  <div
    class="z-20 col-start-2 flex max-w-full items-center gap-2 text-xs {point
      ? 'row-start-3 m-2 justify-self-center rounded-box border-2 border-secondary bg-base-100 px-3 py-1 shadow ' +
        (views.shown === 'song' ? 'self-end' : 'self-start')
      : 'row-start-3 mt-1 mr-1 self-start justify-self-end rounded bg-base-100/90'}"
    role="group"
    aria-label="Points of the history"
  >
    {#if point}
      <p class="min-w-0" role="status" data-testid="compared">
        You see and hear <b>{named(point)}</b>, not the song as it is{preview.problem
          ? `: ${preview.problem}`
          : preview.shown?.message
            ? `: ${preview.shown.message}`
            : ''}
      </p>
    {/if}
    <div class="join flex-none">
      {#each points as one (one)}
        {@const isHere = one !== 'before' && marks.all[one] === contents.history.at}
        <button
          class="btn join-item btn-xs {one === point ? 'btn-active' : ''} {isHere ? 'underline' : ''}"
          aria-pressed={one === point}
          title="{named(one)}{isHere ? ', where the song stands' : ''}: hold to hear it, press to stay"
          onpointerdown={(event) => event.button === 0 && press(one)}
          onclick={(event) => event.detail === 0 && comparing.begin(one)}
          >{one}{#if one === 'before'}&nbsp;<kbd>{keyOf('flip')}</kbd>{/if}</button
        >
      {/each}
    </div>
    {#if point}
      <button class="btn flex-none btn-xs btn-primary" onclick={() => comparing.keep()}
        >Keep it <kbd class="text-base-content">Enter</kbd></button
      >
      <button class="btn flex-none btn-xs" onclick={() => comparing.leave()}>As it is <kbd>Esc</kbd></button>
    {/if}
  </div>
{/if}
