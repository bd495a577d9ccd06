<script lang="ts">
  import Trash2 from '@lucide/svelte/icons/trash-2';
  import { onMount } from 'svelte';
  import { counted } from '../music/counted';
  import { isBank, ownBanks } from '../sound/own-banks.svelte';
  import { getStudio } from '../acting/studio';

  const { contents, status } = getStudio();

  const MB = 1_048_576;
  let isOver = $state(false);
  let toGo = $state<string | null>(null);
  const usedBy = (bank: string) => contents.song.tracks.filter(({ instrument }) => instrument?.bank === bank);

  onMount(() => void ownBanks.load().catch((error: Error) => status.say(error.message, 'refused')));

  async function add(files: Iterable<File>): Promise<void> {
    for (const file of files) {
      if (!isBank(file)) {
        status.say(`${file.name} is no bank: it takes files of SF2, SF3 or DLS.`, 'refused');
        continue;
      }
      try {
        const name = await ownBanks.add(file);
        const bank = ownBanks.all.find((one) => one.name === name)!;
        status.say(`${name} is there, with ${counted(bank.presets.length, 'instrument')}: type its name to find them`);
      } catch (error) {
        status.say(`${file.name}: ${(error as Error).message}`, 'refused');
      }
    }
  }

  async function remove(name: string): Promise<void> {
    toGo = null;
    try {
      await ownBanks.remove(name);
      status.say(`${name} is gone; tracks that played it have what stands for it in the bank that ships`);
    } catch (error) {
      status.say((error as Error).message, 'refused');
    }
  }
</script>

<section
  aria-label="Banks"
  class="mt-2 flex flex-col gap-1 rounded text-xs {isOver ? 'outline-2 outline-accent outline-dashed' : ''}"
  ondragover={(event) => {
    if (!event.dataTransfer?.types.includes('Files')) return;
    event.preventDefault();
    isOver = true;
  }}
  ondragleave={() => (isOver = false)}
  ondrop={(event) => {
    isOver = false;
    if (!event.dataTransfer?.files.length) return;
    event.preventDefault();
    void add(event.dataTransfer.files);
  }}
>
  <h3 class="font-semibold">Banks of your own</h3>
  {#each ownBanks.all as { name, presets, size } (name)}
    <div class="flex items-center gap-1">
      <span class="min-w-0 flex-1 break-words"
        >{name}: {counted(presets.length, 'instrument')}, {Math.max(0.1, size / MB).toFixed(1)} MB</span
      >
      {#if toGo === name}
        <button class="btn btn-xs btn-error" onclick={() => void remove(name)}
          >Take it away{usedBy(name).length > 0 ? `: ${usedBy(name).length} here play it` : ''}</button
        >
        <button class="btn btn-xs" onclick={() => (toGo = null)}>Keep</button>
      {:else}
        <button
          class="btn btn-square btn-ghost btn-xs"
          aria-label="Take {name} away"
          title="Take the bank away, for all songs"
          onclick={() => (toGo = name)}><Trash2 size={13} aria-hidden="true" /></button
        >
      {/if}
    </div>
  {/each}
  {#if ownBanks.sending}
    <label class="flex items-center gap-2"
      >{ownBanks.sending.name}
      <progress class="progress w-16" value={ownBanks.sending.share} max="1"></progress></label
    >
  {/if}
  <label class="btn btn-xs"
    >Add a bank (SF2, SF3, DLS)
    <input
      type="file"
      class="sr-only"
      accept=".sf2,.sf3,.dls"
      multiple
      onchange={(event) => {
        const { files } = event.currentTarget;
        if (files) void add([...files]);
        event.currentTarget.value = '';
      }}
    /></label
  >
</section>
