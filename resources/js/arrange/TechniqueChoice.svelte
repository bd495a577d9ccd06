<script lang="ts">
  import { api, type Track } from '../api';
  import { getStudio } from '../acting/studio';

  const { acting, contents } = getStudio();
  const { run } = acting;

  let {
    track,
    place,
  }: {
    track: Track;
    /** in the order of the tracks, from 0 */
    place: number;
  } = $props();

  let picker = $state<HTMLInputElement>();
  let problem = $state('');
  const named = $derived(
    track.techniques
      .filter(({ number }) => number > 0)
      .map(({ name }) => name)
      .join(', '),
  );

  async function take(file: File | undefined): Promise<void> {
    if (picker) picker.value = '';
    if (!file) return;
    try {
      const { line } = await api.readTechniques(await file.text());
      problem = '';
      run(`${line} of=${place + 1}`);
    } catch (error) {
      problem = (error as Error).message;
    }
  }
</script>

<label for="track-techniques">Played</label>
<select
  id="track-techniques"
  class="select select-xs"
  title={named || 'no techniques'}
  value=""
  onchange={(event) => {
    const { value } = event.currentTarget;
    event.currentTarget.value = '';
    if (value === 'file') picker?.click();
    else if (value === 'own') run('tune edit=technique-map');
    else if (value) run(`technique-map to=${value} of=${place + 1}`);
  }}
>
  <option value="">{named || 'without techniques'}</option>
  <option value="strings">as strings</option>
  <option value="bellows">as a bellows instrument</option>
  <option value="own">as you write it …</option>
  <option value="file">as a file says …</option>
  <option value="none">without techniques</option>
</select>
<span></span>
<a class="link" href={api.techniquesAddress(contents.song.id, track.id)} download>Keep these techniques as a file</a>
<input
  bind:this={picker}
  type="file"
  class="hidden"
  accept="application/json,.json"
  aria-label="Techniques as a file"
  onchange={(event) => take(event.currentTarget.files?.[0])}
/>
{#if problem}<p role="alert" class="col-span-2 text-error">{problem}</p>{/if}
