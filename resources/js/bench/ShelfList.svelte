<script lang="ts">
  import { counted } from '../music/counted';
  import Download from '@lucide/svelte/icons/download';
  import Play from '@lucide/svelte/icons/play';
  import Plus from '@lucide/svelte/icons/plus';
  import Square from '@lucide/svelte/icons/square';
  import Trash2 from '@lucide/svelte/icons/trash-2';
  import { untrack } from 'svelte';
  import { api, type KeptPhrase } from '../api';
  import { PHRASE_TYPE } from '../pointer/dropping';
  import { arrows } from '../look/arrows';
  import { setting, settings } from '../settings/settings.svelte';
  import { getStudio } from '../acting/studio';

  const { acting, contents, dialogs, panes, player, shelf } = getStudio();
  const { keyOf } = acting;

  let words = $state('');
  let name = $state('');
  let tags = $state('');
  let search: HTMLInputElement;
  let named: HTMLInputElement;
  let files: HTMLInputElement;
  /** the one whose name and tags are changed */
  let changed = $state<number | null>(null);

  const found = $derived(shelf.found(words));
  const split = (text: string) =>
    text
      .split(',')
      .map((tag) => tag.trim())
      .filter(Boolean);

  $effect(() => {
    void shelf.load();
  });
  $effect(() => {
    const { to } = dialogs.shelfAsked;
    untrack(() => (to === 'keep' ? named : search)?.focus());
  });

  async function keep(event: SubmitEvent): Promise<void> {
    event.preventDefault();
    if (!(await shelf.keep(name.trim(), split(tags)))) return;
    name = tags = '';
    // The next key is an edit again.
    if (document.activeElement instanceof HTMLElement) document.activeElement.blur();
  }

  const put = (id: number) =>
    void shelf.put(
      id,
      undefined,
      panes.reached === 'song' ? contents.song.tracks.findIndex((track) => track.id === contents.track.id) : undefined,
    );

  function about({ quarters, tempo, key, voice, notes }: KeptPhrase): string {
    const bars = quarters / 4;
    const long = Number.isInteger(bars) ? counted(bars, 'bar') : `${quarters} beats`;
    return [long, counted(notes, 'note'), `${tempo} BPM`, key, voice]
      .filter(Boolean)
      .map((part) => part.replaceAll(' ', '\u00A0'))
      .join(' · ');
  }

  /** Enter puts in the first that is found, the arrow leads into the list. */
  function inSearch(event: KeyboardEvent): void {
    if (event.key === 'Enter' && found.length > 0) put(found[0].id);
    else if (event.key === 'ArrowDown')
      document.querySelector<HTMLElement>('[aria-labelledby=bench-shelf] [data-phrase]')?.focus();
    else return;
    event.preventDefault();
    event.stopPropagation();
  }

  function keys(event: KeyboardEvent, one: KeptPhrase): void {
    if (event.target !== event.currentTarget) return;
    const actions: Record<string, () => void> = {
      Enter: () => put(one.id),
      ' ': () => void shelf.hear(one),
      Delete: () => void shelf.delete(one),
    };
    if (actions[event.key]) {
      event.preventDefault();
      event.stopPropagation();
      actions[event.key]();
    }
  }
</script>

<section aria-labelledby="bench-shelf" class="flex flex-col gap-2" {@attach arrows('[data-phrase]')}>
  <h2 id="bench-shelf" class="font-semibold">Shelf</h2>
  <form class="flex flex-wrap gap-1 text-xs" onsubmit={keep}>
    <input
      bind:this={named}
      class="input input-xs w-full"
      maxlength="80"
      required
      placeholder="name for what is selected"
      aria-label="Name for what is selected"
      bind:value={name}
    />
    <input
      class="input input-xs min-w-0 flex-1"
      placeholder="tags, with commas"
      aria-label="Tags, with commas between"
      bind:value={tags}
    />
    <button class="btn btn-xs" title="Keeps the selection, the range, the chosen clips or the clip in front"
      >Keep</button
    >
  </form>
  <input
    bind:this={search}
    type="search"
    class="input input-sm w-full"
    placeholder="a word: bass, beat, D minor …"
    aria-label="Find on the shelf"
    title={keyOf('shelf')}
    bind:value={words}
    onkeydown={inSearch}
  />
  <label class="flex items-center gap-1 text-xs"
    ><input
      type="checkbox"
      class="checkbox checkbox-xs"
      bind:checked={() => settings.shelfInKey, (on) => setting.turn('shelfInKey', on)}
    />
    in the song’s key
    {contents.song.key ? `(${contents.song.key})` : '(none is set)'}</label
  >
  {#if shelf.gone}
    <button class="btn btn-xs" onclick={() => void shelf.putBack()}>Put back “{shelf.gone.name}”</button>
  {/if}
  <p class="sr-only" aria-live="polite">{found.length} of {shelf.all?.length ?? 0} phrases</p>
  {#each found as one (one.id)}
    {@const sounds = shelf.heard === one.id && player.auditioning}
    <div class="rounded border border-base-300 bg-base-100 p-1.5 text-xs" role="group" aria-label={one.name}>
      {#if changed === one.id}
        <form
          class="flex flex-col gap-1"
          onsubmit={(event) => {
            event.preventDefault();
            const form = new FormData(event.currentTarget);
            void shelf.rename(one, String(form.get('name')), split(String(form.get('tags'))));
            changed = null;
          }}
        >
          <input class="input input-xs" name="name" aria-label="Name" maxlength="80" required value={one.name} />
          <input class="input input-xs" name="tags" aria-label="Tags" value={one.tags.join(', ')} />
          <button class="btn btn-xs">Keep</button>
        </form>
      {:else}
        <button
          data-phrase
          class="min-h-6 w-full cursor-grab text-left font-semibold break-words"
          draggable="true"
          title="Enter: at the caret · Space: hear it · Delete: take it away · drag it to a row or into the roll"
          ondragstart={(event) => event.dataTransfer?.setData(PHRASE_TYPE, String(one.id))}
          onkeydown={(event) => keys(event, one)}>{one.name}</button
        >
        <p class="text-secondary">{about(one)}</p>
        {#if one.tags.length > 0}<p class="text-secondary">{one.tags.map((tag) => `#${tag}`).join(' ')}</p>{/if}
        <div class="mt-1 flex gap-0.5">
          <button
            class="btn btn-square btn-xs {sounds ? 'btn-primary' : ''}"
            aria-label={sounds ? `Stop ${one.name}` : `Hear ${one.name}`}
            onclick={() => void shelf.hear(one)}
            >{#if sounds}<Square size={11} aria-hidden="true" />{:else}<Play
                size={11}
                aria-hidden="true"
              />{/if}</button
          >
          <button class="btn btn-square btn-xs" aria-label="Put {one.name} at the caret" onclick={() => put(one.id)}
            ><Plus size={12} aria-hidden="true" /></button
          >
          <button class="btn flex-1 btn-xs" onclick={() => (changed = one.id)}
            >rename<span class="sr-only"> {one.name}</span></button
          >
          <a
            class="btn btn-square btn-xs"
            href={api.phraseAddress(one.id)}
            download
            aria-label="Export {one.name} as a MIDI file"><Download size={11} aria-hidden="true" /></a
          >
          <button
            class="btn btn-square btn-xs"
            aria-label="Take {one.name} from the shelf"
            onclick={() => void shelf.delete(one)}><Trash2 size={11} aria-hidden="true" /></button
          >
        </div>
      {/if}
    </div>
  {:else}
    <p class="text-xs text-secondary">
      {shelf.all === null ? 'Fetching …' : words ? 'Nothing on the shelf has these words.' : 'The shelf is empty.'}
    </p>
  {/each}
  <input
    bind:this={files}
    type="file"
    class="hidden"
    multiple
    accept=".mid,.midi"
    aria-label="MIDI files for the shelf"
    onchange={() => {
      void shelf.import([...(files.files ?? [])]);
      files.value = '';
    }}
  />
  <button class="btn btn-xs" onclick={() => files.click()}>Import MIDI files</button>
</section>
