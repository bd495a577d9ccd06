<script lang="ts">
  import { onMount } from 'svelte';
  import { getStudio } from '../acting/studio';
  import { onPaper } from '../look/on-paper';
  import { counted } from '../music/counted';
  import { columnsOf } from './columns';

  /** The notes of the open clips on paper, as the table shows them. */
  const { contents, dialogs, grid } = getStudio();
  const columns = $derived(columnsOf(contents, grid.lines));

  onMount(() => void onPaper(() => (dialogs.printed = false)));
</script>

<section class="print-sheet hidden" aria-label="The notes on paper">
  <h1>{contents.song.name} · {contents.track.name}</h1>
  <p>{counted(contents.notes.count, 'note')}</p>
  <table class="notes">
    <thead>
      <tr>
        {#each columns as { name, unit, isWord } (name)}<th class={isWord ? 'text-left' : 'text-right'}
            >{name}, {unit}</th
          >{/each}
      </tr>
    </thead>
    <tbody>
      {#each { length: contents.notes.count }, i (i)}
        <tr>
          {#each columns as { name, text, isWord } (name)}<td class={isWord ? 'text-left' : 'text-right'}>{text(i)}</td
            >{/each}
        </tr>
      {/each}
    </tbody>
  </table>
</section>
