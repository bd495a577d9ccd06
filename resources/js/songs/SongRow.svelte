<script lang="ts">
  import Download from '@lucide/svelte/icons/download';
  import Pencil from '@lucide/svelte/icons/pencil';
  import Play from '@lucide/svelte/icons/play';
  import Square from '@lucide/svelte/icons/square';
  import Trash2 from '@lucide/svelte/icons/trash-2';
  import { api } from '../api';
  import type { Glance, SongLine } from '../api';
  import { ago } from '../look/ago';
  import { counted } from '../music/counted';
  import { unsentOf } from '../song/unsent';
  import { go } from './address.svelte';
  import SongPicture from './SongPicture.svelte';

  let {
    song,
    isChosen,
    played,
    choose,
    hear,
    rename,
    remove,
  }: {
    song: SongLine;
    isChosen: boolean;
    /** how much of it was played, 0–1; null where it is not heard */
    played: number | null;
    choose: (on: boolean) => void;
    /** starts it, or stops it where it is heard */
    hear: () => void;
    rename: (name: string) => void;
    remove: () => void;
  } = $props();

  const isHeard = $derived(played !== null);
  let renaming = $state<string | null>(null);
  let glance = $state.raw<Glance | null>(null);
  const unsent = $derived(unsentOf(song.id)?.jobs.length ?? 0);
  const clock = (seconds: number) =>
    `${Math.floor(seconds / 60)}:${String(Math.round(seconds % 60)).padStart(2, '0')} min`;
  const facts = $derived(
    [
      glance && `${counted(glance.bars, 'bar')}, ${clock(glance.seconds)}`,
      counted(song.tracks, 'track'),
      `${song.tempo} BPM`,
      song.key,
    ]
      .filter(Boolean)
      .join(' · '),
  );

  function focused(field: HTMLInputElement): void {
    field.focus();
    field.select();
  }

  function done(event: Event): void {
    event.preventDefault();
    const name = renaming?.trim();
    renaming = null;
    if (name && name !== song.name) rename(name);
  }
</script>

<li
  class="flex flex-wrap items-center gap-3 border-b border-base-300 px-2 py-2 hover:bg-base-200"
  aria-label={song.name}
>
  <label class="grid size-6 flex-none place-content-center"
    ><input
      type="checkbox"
      class="checkbox checkbox-xs"
      aria-label="Choose {song.name}"
      checked={isChosen}
      onchange={(event) => choose(event.currentTarget.checked)}
    /></label
  >
  <button
    class="tool {isHeard ? 'tool-main' : ''}"
    aria-label="{isHeard ? 'Stop' : 'Hear'} {song.name}"
    title={isHeard ? 'Stop' : 'Hear it'}
    onclick={hear}
    >{#if isHeard}<Square size={14} aria-hidden="true" />{:else}<Play size={16} aria-hidden="true" />{/if}</button
  >
  <div class="w-72 max-sm:w-48">
    {#if renaming !== null}
      <form onsubmit={done}>
        <input
          class="input w-full input-sm"
          aria-label="New name"
          maxlength="200"
          bind:value={renaming}
          use:focused
          onkeydown={(event) => event.key === 'Escape' && (renaming = null)}
          onblur={() => (renaming = null)}
        />
      </form>
    {:else}
      <a
        class="block min-h-6 link font-semibold break-words link-hover"
        href="/songs/{song.id}"
        onclick={(event) => {
          event.preventDefault();
          go(song.id);
        }}>{song.name}</a
      >
    {/if}
    <p class="text-xs text-secondary">{facts}</p>
    {#if unsent > 0}<p class="text-xs text-error">{unsent} not sent yet; open it to send them</p>{/if}
  </div>
  <div class="flex min-w-40 flex-1 items-center max-sm:hidden">
    <SongPicture {song} height={36} {played} bind:glance />
  </div>
  <div class="w-52 text-xs max-lg:hidden">
    <p>{ago(Date.parse(song.updated), Date.now())}</p>
    {#if song.did}<p class="text-secondary">{song.did}</p>{/if}
  </div>
  <div class="flex flex-none">
    <button class="tool" aria-label="Rename {song.name}" title="Rename" onclick={() => (renaming = song.name)}
      ><Pencil size={15} aria-hidden="true" /></button
    >
    <a
      class="tool"
      aria-label="Export {song.name}"
      title="Export a MIDI file"
      href={api.exportAddress(song.id)}
      download><Download size={15} aria-hidden="true" /></a
    >
    <button class="tool" aria-label="Delete {song.name}" title="Delete; kept for 30 days" onclick={remove}
      ><Trash2 size={15} aria-hidden="true" /></button
    >
  </div>
</li>
