<script lang="ts">
  import { named } from '../music/counted';
  import { onDestroy } from 'svelte';
  import NumberField from '../look/NumberField.svelte';
  import { RATES } from '../sound/rendering';
  import { WAVE_FORMS, type WaveForm } from '../synth/wave-file';
  import { getStudio } from '../acting/studio';

  const { acting, chosenClips, contents, grid, range, soundFiles, status } = getStudio();

  const MOST_ROUNDS = 64;
  const SAID: Record<WaveForm, string> = { 16: '16 bit', 24: '24 bit', float: '32 bit, float' };
  let what = $state<'song' | 'range' | 'clip'>('song');
  /** what was made, to be taken again or dragged out */
  let made = $state.raw<readonly { name: string; url: string }[]>([]);
  let rounds = $state(1);
  let tracks = $state<'all' | 'chosen' | 'each'>('all');
  let form = $state<WaveForm>('24');
  let rate = $state<(typeof RATES)[number]>(48_000);

  const span = $derived(range.span);
  const place = (tick: number) => grid.lines.position(tick).replace(/\.1\.0$/, '');
  /** Tracks of the chosen clips, or the one in front. */
  const chosen = $derived.by(() => {
    const ids = new Set(chosenClips.placed.map(({ track }) => track.id));
    const all = contents.song.tracks.filter(({ id }) => ids.has(id));
    return all.length > 0 ? all : [contents.track];
  });
  /** The chosen clips, or the one in front. */
  const clips = $derived(
    chosenClips.placed.length > 0
      ? chosenClips.placed.map(({ clip }) => clip)
      : contents.track.clips.filter(({ id }) => id === contents.front),
  );
  const ofClips = $derived<[number, number]>([
    Math.min(...clips.map(({ start }) => start)),
    Math.max(...clips.map(({ start, length }) => start + length)),
  ]);
  const percent = $derived(Math.floor((soundFiles.progress?.share ?? 0) * 100));

  function hand(name: string, file: Blob): void {
    const link = document.createElement('a');
    link.href = URL.createObjectURL(file);
    link.download = name;
    link.click();
    made = [...made, { name, url: link.href }];
  }

  function forget(): void {
    made.forEach(({ url }) => URL.revokeObjectURL(url));
    made = [];
  }

  onDestroy(forget);

  function make(): void {
    forget();
    const asked = {
      span: what === 'song' ? null : what === 'range' ? span : ofClips,
      rounds: Number(rounds),
      tracks: what === 'clip' || tracks === 'chosen' ? chosen.map(({ id }) => id) : null,
      apart: tracks === 'each',
      rate,
      form,
    };
    void soundFiles.make(asked, hand).catch((error: Error) => {
      soundFiles.cancel();
      status.say(error.message, 'refused');
    });
  }

  function cancel(): void {
    soundFiles.cancel();
    status.say('The sound file was not made', 'hint');
  }
</script>

<section
  class="flex min-w-0 flex-wrap items-center gap-x-4 gap-y-1 border-t border-base-300 bg-base-200 px-3 py-2 text-xs"
  aria-label="Sound file"
>
  <label class="flex items-center gap-1"
    >What <select class="select w-40 select-xs" aria-label="What is made" bind:value={what}>
      <option value="song">the whole song</option>
      <option value="range" disabled={span === null}
        >{span ? `the range, ${place(span[0])} to ${place(span[1])}` : 'the range (none is set)'}</option
      >
      <option value="clip">{clips.length > 1 ? `${clips.length} chosen clips` : 'the clip, alone'}</option>
    </select></label
  >
  <label class="flex items-center gap-1"
    ><span class="w-12"
      ><NumberField
        label="Rounds"
        min={1}
        max={MOST_ROUNDS}
        usual={1}
        unit="times"
        size="input-xs px-1.5"
        value={rounds}
        set={(to) => (rounds = Number(to))}
        refuse={() => status.say(`From 1 to ${MOST_ROUNDS} times.`, 'refused')}
      /></span
    >
    {rounds === 1 ? 'time' : 'times'}</label
  >
  <label class="flex items-center gap-1"
    >Tracks <select
      class="select w-44 select-xs"
      aria-label="Tracks of it"
      disabled={what === 'clip'}
      bind:value={tracks}
    >
      <option value="all">as they sound now</option>
      <option value="chosen">only {named(chosen)}</option>
      <option value="each">a file for each</option>
    </select></label
  >
  <label class="flex items-center gap-1"
    >Form <select class="select w-28 select-xs" bind:value={form}>
      {#each WAVE_FORMS as one (one)}<option value={one}>{SAID[one]}</option>{/each}
    </select></label
  >
  <label class="flex items-center gap-1"
    >Rate <select class="select w-28 select-xs" bind:value={rate}>
      {#each RATES as one (one)}<option value={one}>{one / 1000} kHz</option>{/each}
    </select></label
  >
  {#if soundFiles.progress === null}
    <button class="btn btn-primary btn-sm" onclick={make}>Make the sound file</button>
  {:else}
    <span class="flex items-center gap-2">
      <progress class="progress w-32 progress-primary" aria-label="Sound file" value={percent} max="100"></progress>
      <span role="timer" class="w-28 tabular-nums"
        >{percent} %{soundFiles.progress.left === null ? '' : `, ${soundFiles.progress.left} s left`}</span
      >
      <button class="btn btn-sm" onclick={cancel}>Cancel</button>
    </span>
  {/if}
  {#each made as { name, url } (url)}
    <a
      class="btn btn-outline btn-xs"
      href={url}
      download={name}
      draggable="true"
      title="Drag it out of the window into another program, or press to save it again"
      ondragstart={(event) => event.dataTransfer?.setData('DownloadURL', `audio/wav:${name}:${url}`)}>{name}</a
    >
  {/each}
  <button class="btn ml-auto btn-ghost btn-xs" onclick={() => acting.run('sound-file')}>Close</button>
</section>
