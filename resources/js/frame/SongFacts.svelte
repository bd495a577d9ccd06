<script lang="ts">
  import TempoField from '../look/TempoField.svelte';
  import KeyChoice from '../look/KeyChoice.svelte';
  import Popover from '../look/Popover.svelte';
  import { METERS } from '../music/limits';
  import { getStudio } from '../acting/studio';

  const { acting, catalog, grid, player, seen, status } = getStudio();
  const { run, keyOf } = acting;

  /** What is set once: the tempo and the key of the song, and the meter where it plays. */
  const meter = $derived(grid.lines.barAt(player.tick).stretch);
  const written = $derived(`${meter.numerator}/${meter.denominator}`);
  const key = $derived(seen.song.key ?? '');
  const ROW = 'mt-2 grid grid-cols-[4rem_minmax(0,1fr)] items-center gap-2 first:mt-0';
</script>

<Popover
  name="Tempo, meter and key"
  label="Tempo, meter and key: {seen.song.tempo} BPM, {written}, {key || 'no key'}"
  width={288}
>
  {#snippet face()}
    <span class="grid text-left text-xs leading-4 font-normal">
      <span>{seen.song.tempo} BPM · {written}</span>
      <span class="text-secondary">{key || 'no key'}</span>
    </span>
  {/snippet}
  <label class={ROW}
    >Tempo
    <span class="flex items-center gap-1.5"
      ><span class="w-20"
        ><TempoField
          label="Tempo in BPM"
          value={seen.song.tempo}
          set={(tempo) => run(`tempo to=${tempo}`)}
          refuse={(why) => status.say(`${why}.`, 'refused')}
        /></span
      >BPM</span
    ></label
  >
  <label class={ROW}
    >Meter
    <span
      ><select
        class="select w-20 select-sm"
        aria-label="Meter"
        value={written}
        onchange={(event) => run(`meter to=${event.currentTarget.value} at=${meter.tick}`)}
      >
        {#each METERS.includes(written) ? METERS : [written, ...METERS] as name (name)}<option>{name}</option>{/each}
      </select></span
    ></label
  >
  <div class={ROW}>
    Key
    <KeyChoice
      value={key}
      scales={catalog.scales}
      absent="none"
      onset={(chosen) => run(chosen ? `key to="${chosen}"` : 'key to=none')}
    />
  </div>
  <p class="mt-3 text-xs text-secondary">
    Another from some bar on: two presses on the ruler there, or <kbd>{keyOf('conductor')}</kbd>.
  </p>
</Popover>
