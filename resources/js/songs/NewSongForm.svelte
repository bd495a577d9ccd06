<script lang="ts">
  import { api } from '../api';
  import type { Catalog } from '../api';
  import KeyChoice from '../look/KeyChoice.svelte';
  import TempoField from '../look/TempoField.svelte';
  import { METERS } from '../music/limits';
  import { beginSong } from '../settings/of-song.svelte';
  import { go } from './address.svelte';

  let { catalog, close }: { catalog: Catalog; close: () => void } = $props();

  /** What is drawn first in a new song is long enough to be seen and heard as a note. */
  const FIRST_LENGTH = '1/8';

  let song = $state({ name: 'New song', tempo: 120, meter: '4/4', key: '', sketch: 'empty' });
  let failure = $state('');
  let busy = $state(false);
  let wrongTempo = $state('');
  let wrongMeter = $state(false);

  async function begin(event: Event): Promise<void> {
    event.preventDefault();
    if (busy) return;
    busy = true;
    try {
      const { id } = await api.newSong({ ...song, key: song.key || 'none' });
      beginSong(id, { newLength: FIRST_LENGTH });
      go(id);
    } catch (error) {
      failure = (error as Error).message;
    }
    busy = false;
  }

  function focused(field: HTMLInputElement): void {
    field.focus();
    field.select();
  }
</script>

<svelte:window onkeydown={(event) => event.key === 'Escape' && close()} />

<form
  class="flex flex-col gap-3 rounded-box border border-base-300 bg-base-200 p-4"
  aria-labelledby="new-song"
  onsubmit={begin}
>
  <h2 id="new-song" class="text-lg font-semibold">New song</h2>
  <div class="flex flex-wrap items-end gap-3 text-sm">
    <label class="flex flex-col gap-0.5"
      >Name
      <input class="input input-sm w-56" maxlength="200" required bind:value={song.name} {@attach focused} />
    </label>
    <label class="flex flex-col gap-0.5"
      >Tempo, BPM
      <span class="w-24"
        ><TempoField
          label="Tempo, BPM"
          value={song.tempo}
          set={(tempo) => {
            song.tempo = tempo;
            wrongTempo = '';
          }}
          refuse={(why) => (wrongTempo = why)}
        /></span
      >
      {#if wrongTempo}<span class="w-40 text-xs text-error" role="alert">{wrongTempo}; {song.tempo} stays.</span>{/if}
    </label>
    <label class="flex flex-col gap-0.5"
      >Meter
      <input
        class="input input-sm w-24"
        pattern="\d{'{1,3}'}/\d{'{1,3}'}"
        title="Beats in a bar and what counts as a beat, such as 4/4 or 7/8"
        required
        list="meters"
        bind:value={song.meter}
        oninvalid={(event) => {
          event.preventDefault();
          wrongMeter = true;
        }}
        oninput={() => (wrongMeter = false)}
      />
      {#if wrongMeter}<span class="w-40 text-xs text-error" role="alert"
          >Beats in a bar and what counts as one, such as 4/4 or 7/8.</span
        >{/if}
      <datalist id="meters"
        >{#each METERS as meter (meter)}<option value={meter}></option>{/each}</datalist
      >
    </label>
    <div class="flex flex-col gap-0.5">
      Key
      <KeyChoice value={song.key} scales={catalog.scales} absent="none" onset={(key) => (song.key = key)} />
    </div>
  </div>
  <fieldset class="flex flex-wrap gap-2 text-sm">
    <legend class="mb-1">Begins with</legend>
    {#each catalog.sketches as { name, title, about } (name)}
      <label
        class="flex w-52 cursor-pointer items-start gap-2 rounded-field border bg-base-100 p-2 {song.sketch === name
          ? 'border-primary'
          : 'border-base-300'}"
      >
        <input class="radio radio-sm mt-0.5" type="radio" name="sketch" value={name} bind:group={song.sketch} />
        <span>
          <span class="block font-semibold">{title}</span>
          <span class="text-xs text-secondary">{about}</span>
        </span>
      </label>
    {/each}
  </fieldset>
  <p class="text-xs text-secondary">All of this can be changed later.</p>
  {#if failure}<p class="text-sm text-error" role="alert">{failure}</p>{/if}
  <div class="flex gap-2">
    <button class="btn btn-primary btn-sm" type="submit" disabled={busy}
      >Begin <kbd class="text-base-content">Enter</kbd></button
    >
    <button class="btn btn-sm" type="button" onclick={close}>Leave <kbd>Esc</kbd></button>
  </div>
</form>
