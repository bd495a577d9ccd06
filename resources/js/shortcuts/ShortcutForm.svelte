<script lang="ts">
  import { onDestroy, tick as settled } from 'svelte';
  import type { Binding, Surface } from '../api';
  import { cap } from '../keys/keystroke';
  import { SURFACES } from '../keys/views';
  import type { Shortcuts } from '../keys/shortcuts.svelte';
  import KeyCapture from './KeyCapture.svelte';

  let {
    shortcuts,
    binding,
    instead,
    canHold,
    close,
  }: {
    shortcuts: Shortcuts;
    /** what the form begins with */
    binding: Binding;
    /** the shortcut it changes, if it is one */
    instead: Binding | undefined;
    /** whether its lines can act while a key is down */
    canHold: (lines: string[]) => boolean;
    close: () => void;
  } = $props();

  // The form begins with the shortcut it was opened for, and is its own from then on.
  // svelte-ignore state_referenced_locally
  let draft = $state({
    key: binding.key,
    text: binding.run.join('\n'),
    title: binding.title,
    strip: binding.strip,
    where: binding.where ?? ('everywhere' as Surface),
    by: binding.by ?? ('letter' as 'letter' | 'place'),
    held: binding.held ?? false,
  });
  const lines = $derived(
    draft.text
      .split('\n')
      .map((line) => line.trim())
      .filter(Boolean),
  );
  const made = $derived<Binding>({
    key: draft.key,
    run: lines,
    title: draft.title.trim() || lines[0] || '',
    strip: draft.strip.trim(),
    ...(draft.where === 'everywhere' ? {} : { where: draft.where }),
    ...(draft.by === 'letter' ? {} : { by: draft.by }),
    ...(draft.held ? { held: true } : {}),
  });
  const displaced = $derived(draft.key ? shortcuts.displaced(made, instead) : []);
  const elsewhere = $derived(SURFACES.filter(({ name }) => name !== draft.where && name !== 'everywhere'));

  // Another key may be taken up before an answer is there: then this form is gone, and the one in its place stays.
  let isGone = false;
  onDestroy(() => (isGone = true));
  const done = () => !isGone && close();

  let capture = $state<KeyCapture>();
  let keep = $state<HTMLButtonElement>();

  function take(key: string): void {
    draft.key = key;
    void settled().then(() => keep?.focus());
  }

  async function save(): Promise<void> {
    await shortcuts.set(made, instead);
    if (!shortcuts.problem) done();
  }

  /** The form may be gone by the time it is done: the key is said before. */
  async function revert(own: string): Promise<void> {
    await shortcuts.revert(({ key }) => key === own);
    done();
  }
</script>

<form
  class="flex flex-col gap-2 rounded-box border border-base-300 bg-base-200 p-3 text-sm"
  aria-label="Shortcut"
  onsubmit={(event) => {
    event.preventDefault();
    void save();
  }}
>
  <div class="flex flex-wrap items-center gap-2">
    <KeyCapture bind:this={capture} value={draft.key} label="Key" byPlace={draft.by === 'place'} onset={take} />
    <label class="flex items-center gap-1 text-xs"
      >holds
      <select class="select w-36 select-sm" bind:value={draft.where}>
        {#each SURFACES as { name, there } (name)}<option value={name}>{there}</option>{/each}
      </select></label
    >
    <label class="flex items-center gap-1 text-xs"
      >goes by
      <select class="select w-44 select-sm" bind:value={draft.by}>
        <option value="letter">the letter written on it</option>
        <option value="place">the place of the key</option>
      </select></label
    >
    {#if canHold(lines)}
      <label class="flex items-center gap-1 text-xs"
        ><input type="checkbox" class="checkbox checkbox-sm" bind:checked={draft.held} />while held</label
      >
    {/if}
  </div>
  <div class="flex gap-2">
    <label class="flex-1 text-xs"
      >Lines, run as one step; Enter goes on to the key, Shift Enter to a line below
      <textarea
        class="textarea h-16 w-full px-2 py-1 text-xs"
        spellcheck="false"
        bind:value={draft.text}
        onkeydown={(event) => {
          // Shift Enter is for a line below.
          if (event.key !== 'Enter' || event.shiftKey || event.isComposing || draft.key) return;
          event.preventDefault();
          capture?.begin();
        }}
        {@attach (field) => {
          if (binding.run.length === 0) field.focus();
        }}></textarea></label
    >
    <div class="flex w-48 flex-col gap-1">
      <label class="text-xs"
        >What it does<input class="input w-full input-xs" maxlength="120" bind:value={draft.title} /></label
      >
      <label class="text-xs"
        >Word on the key strip<input class="input w-full input-xs" maxlength="120" bind:value={draft.strip} /></label
      >
    </div>
  </div>
  {#if displaced.length > 0}
    <div role="alert" class="flex flex-wrap items-center gap-2 text-xs">
      <span class="text-error"
        >{cap(draft.key)} is {displaced
          .map((other) => `“${other.title}”${other.key === draft.key ? '' : ` (${cap(other.key)})`}`)
          .join(', ')} already.</span
      >
      <button bind:this={keep} class="btn btn-xs btn-primary" type="submit">Replace</button>
      {#each elsewhere as { name, there } (name)}
        <button class="btn btn-xs" type="button" onclick={() => (draft.where = name)}
          >Keep both: this one only {there}</button
        >
      {/each}
      <button class="btn btn-ghost btn-xs" type="button" onclick={close}>Cancel</button>
    </div>
  {/if}
  {#if shortcuts.problem}<p role="alert" class="text-xs text-error">{shortcuts.problem}</p>{/if}
  <div class="flex gap-2">
    {#if displaced.length === 0}
      <button bind:this={keep} class="btn btn-sm btn-primary" type="submit" disabled={!draft.key || lines.length === 0}
        >Keep</button
      >
      <button class="btn btn-sm" type="button" onclick={close}>Cancel</button>
    {/if}
    {#if instead}
      <button class="btn btn-ghost btn-sm" type="button" onclick={() => revert(instead.key)}>This key as it came</button
      >
      <button
        class="btn btn-ghost btn-sm text-error"
        type="button"
        onclick={() => void shortcuts.remove(instead).then(done)}>Take it away</button
      >
    {/if}
  </div>
</form>
