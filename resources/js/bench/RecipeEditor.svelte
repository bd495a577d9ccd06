<script lang="ts">
  import { onDestroy, tick } from 'svelte';
  import type { Binding, Choice, Recipe } from '../api';
  import { typingOf } from '../commands/completion';
  import { formatLine } from '../music/line';
  import { cap } from '../keys/keystroke';
  import ConditionGroups from './ConditionGroups.svelte';
  import KeyCapture from '../shortcuts/KeyCapture.svelte';
  import { getStudio } from '../acting/studio';

  const { catalog, recipes, seen, shortcuts, status } = getStudio();

  let {
    recipe,
    lines,
    bound,
    close,
  }: { recipe: Recipe | null; lines: string[]; bound: Binding | null; close: () => void } = $props();

  // The form begins with what it was opened for, and is its own from then on.
  // svelte-ignore state_referenced_locally
  let [name, folder, help] = $state.raw([recipe?.name ?? '', recipe?.folder ?? 'Mine', recipe?.help ?? '']);
  // svelte-ignore state_referenced_locally
  let text = $state(lines.join('\n'));
  // svelte-ignore state_referenced_locally
  let choice = $state<Choice | null>(recipe?.choice ? structuredClone(recipe.choice) : null);
  // svelte-ignore state_referenced_locally
  let [keepsGrid, leavesDrums, keepsSelection] = $state.raw([
    recipe?.keepsGrid ?? false,
    recipe?.leavesDrums ?? false,
    recipe?.keepsSelection ?? false,
  ]);
  // svelte-ignore state_referenced_locally
  let key = $state(bound?.key ?? '');
  let offers = $state.raw<{ text: string; help: string; line: string }[]>([]);
  let area: HTMLTextAreaElement;

  const displaced = $derived(
    key ? shortcuts.displaced({ key, run: [], title: '', strip: '' }, bound ?? undefined) : [],
  );

  /** The line the cursor stands in: its text, and where it begins and ends. */
  function lineAt(): { from: number; to: number; line: string } {
    const from = text.lastIndexOf('\n', area.selectionStart - 1) + 1;
    const end = text.indexOf('\n', area.selectionStart);
    const to = end < 0 ? text.length : end;
    return { from, to, line: text.slice(from, to) };
  }

  function offer(): void {
    const { line } = lineAt();
    const names = [...catalog.edits, ...catalog.view];
    offers =
      typingOf(catalog, line)?.choices ??
      names
        .filter((known) => line !== '' && known.name.startsWith(line))
        .map((known) => ({ text: known.name, help: known.title, line: `${known.name} ` }));
  }

  function accept(line: string): void {
    const { from, to } = lineAt();
    text = text.slice(0, from) + line + text.slice(to);
    // Before the next key: the cursor stands behind what was put in.
    void tick().then(() => {
      area.focus();
      area.setSelectionRange(from + line.length, from + line.length);
      offer();
    });
  }

  function keys(event: KeyboardEvent): void {
    if (event.key === 'Tab' && !event.shiftKey && offers.length > 0) {
      event.preventDefault();
      accept(offers[0].line);
    }
  }

  async function save(): Promise<void> {
    const kept = {
      name: name.trim(),
      folder: folder.trim(),
      help: help.trim(),
      lines: text
        .split('\n')
        .map((line) => line.trim())
        .filter(Boolean),
      choice: choice && $state.snapshot(choice),
      keepsGrid,
      leavesDrums,
      keepsSelection,
    };
    if (!(await recipes.keep(kept, recipe))) return;
    const line = formatLine({ name: 'recipe', values: { name: kept.name } });
    if (key) {
      await shortcuts.set(
        { ...bound, key, run: [line], title: kept.name, strip: kept.name.toLowerCase() },
        bound ?? undefined,
      );
    } else if (bound) {
      await shortcuts.remove(bound);
    }
    status.say(`“${kept.name}” is kept${key ? `, on ${cap(key)}` : ''}`);
    close();
  }

  async function remove(): Promise<void> {
    if (recipe) await recipes.delete(recipe.id);
    if (bound) await shortcuts.remove(bound);
    close();
  }

  onDestroy(() => (seen.highlight = []));
</script>

<form
  class="flex flex-col gap-1.5 text-xs"
  aria-label={recipe ? `Change ${recipe.name}` : 'New recipe'}
  onsubmit={(event) => {
    event.preventDefault();
    void save();
  }}
>
  <label>Name<input class="input w-full input-xs" required maxlength="80" bind:value={name} /></label>
  <label
    >Lines, one below the other
    <textarea
      bind:this={area}
      class="textarea h-24 w-full px-1.5 py-1 text-xs leading-snug"
      spellcheck="false"
      placeholder="grid-kind to=triplet&#10;steps&#10;velocity scale=90"
      bind:value={text}
      oninput={offer}
      onclick={offer}
      onkeydown={keys}></textarea></label
  >
  {#if offers.length > 0}
    <ul class="max-h-24 overflow-auto rounded-field bg-base-100" aria-label="How the line can go on">
      {#each offers.slice(0, 12) as way (way.line)}
        <li>
          <button
            type="button"
            class="block min-h-6 w-full truncate px-1.5 text-left hover:bg-base-300"
            title={way.help}
            onclick={() => accept(way.line)}><b>{way.text}</b> {way.help}</button
          >
        </li>
      {/each}
    </ul>
  {/if}
  <div class="flex flex-wrap items-center gap-1">
    <KeyCapture value={key} label="Key" onset={(set) => (key = set)} />
    {#if key}<button type="button" class="btn btn-ghost btn-xs" onclick={() => (key = '')}>no key</button>{/if}
  </div>
  {#if displaced.length > 0}
    <p class="text-error" role="alert">
      Takes the place of {displaced.map((other) => `${other.title} (${cap(other.key)})`).join(', ')}.
    </p>
  {/if}
  <label class="flex h-6 items-center gap-2">
    <input
      type="checkbox"
      class="toggle"
      checked={choice !== null}
      onchange={(event) =>
        (choice = event.currentTarget.checked
          ? { scope: 'clip', join: 'all', groups: [{ join: 'all', conditions: ['velocity=..40'] }] }
          : null)}
    />a rule: only on notes that match
  </label>
  {#if choice}
    <ConditionGroups conditions={catalog.conditions} bind:choice />
  {/if}
  <label class="flex h-6 items-center gap-2"
    ><input type="checkbox" class="toggle" bind:checked={keepsGrid} />put the grid back at the end</label
  >
  <label class="flex h-6 items-center gap-2"
    ><input type="checkbox" class="toggle" bind:checked={leavesDrums} />leave drum tracks out</label
  >
  <label class="flex h-6 items-center gap-2"
    ><input type="checkbox" class="toggle" bind:checked={keepsSelection} />leave the selection as it was</label
  >
  <label>Folder<input class="input w-full input-xs" list="recipe-folders" maxlength="80" bind:value={folder} /></label>
  <datalist id="recipe-folders">
    {#each recipes.folders as known (known)}<option value={known}></option>{/each}
  </datalist>
  <label>What it does<input class="input w-full input-xs" maxlength="300" bind:value={help} /></label>
  {#if recipes.problem}<p class="text-error" role="alert">{recipes.problem}</p>{/if}
  <div class="grid grid-cols-2 gap-1">
    <button class="btn btn-xs btn-primary" type="submit">Keep</button>
    <button class="btn btn-xs" type="button" onclick={close}>Leave</button>
    {#if recipe}
      <button
        class="btn btn-xs"
        type="button"
        onclick={() => recipes.keep({ ...recipe, name: `${recipe.name} copy` }, null).then(close)}>Copy</button
      >
      <button class="btn btn-xs text-error" type="button" onclick={remove}>Delete</button>
    {/if}
  </div>
</form>
