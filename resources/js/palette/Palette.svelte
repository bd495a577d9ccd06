<script lang="ts">
  import { onDestroy } from 'svelte';
  import Behind from '../look/Behind.svelte';
  import { aboutOf, typingOf } from '../commands/completion';
  import { find, type Entry } from '../commands/entries';
  import { tuneLine } from '../commands/trying';
  import { parseLine } from '../music/line';
  import { cap } from '../keys/keystroke';
  import { setting, settings } from '../settings/settings.svelte';
  import { getStudio } from '../acting/studio';

  const { acting, applies, catalog, contents, dialogs, looking, offered, panes, preview, status, tuning, views } =
    getStudio();
  const run = (line: string) => void acting.act([line], 'palette');
  const giveKey = (line: string) => dialogs.giveKey([line]);
  const tune = (line: string) => tuneLine({ catalog, panes, status, tuning, views }, parseLine(line));

  let { close }: { close: () => void } = $props();

  const tracks = $derived(contents.song.tracks.map(({ name }) => name));
  /** As many as fit at first, so that it opens within a frame; the rest comes with the next one. */
  const FIRST_SHOWN = 20;
  const MOST_SHOWN = 60;
  let text = $state('');
  let chosen = $state(0);
  let list = $state<HTMLElement>();
  let most = $state(FIRST_SHOWN);
  requestAnimationFrame(() => (most = MOST_SHOWN));

  /** What stands in the list: found entries, or how a typed line could go on. */
  interface Row {
    title: string;
    help: string;
    line: string;
    keys: string[];
    entry: Entry | null;
  }

  const typing = $derived(typingOf(catalog, text, tracks));
  const found = $derived(find(offered.entries, text, settings.recent).slice(0, most));
  // Under a line what its words find still stands.
  const rows = $derived<Row[]>([
    ...(typing?.choices ?? []).map(({ text: title, help, line }) => ({ title, help, line, keys: [], entry: null })),
    ...found.map((entry) => ({ ...entry, entry })),
  ]);
  const isEdit = $derived(typing !== null && catalog.edits.includes(typing.declaration));

  // A whole edit line is shown on the roll while it is typed.
  $effect(() => {
    void contents.notes;
    if (isEdit && !/=$/.test(text.trim())) looking.atLines([text.trim()]);
    else preview.clear();
  });
  onDestroy(() => preview.clear());

  $effect(() => {
    void chosen;
    list?.querySelector('[aria-selected=true]')?.scrollIntoView({ block: 'nearest' });
  });

  function typed(value: string): void {
    text = value;
    // In a line nothing is chosen until one goes down to it, so that Enter runs what stands there; the beginning of a
    // parameter is no line yet.
    chosen = typingOf(catalog, value, tracks) && /(^\s*\S+|=\S*|")\s*$/.test(value) ? -1 : 0;
  }

  function finish(line: string, then: (line: string) => void): void {
    setting.chose(line);
    close();
    then(line);
  }

  function accept(row: Row | undefined): void {
    if (row && (!row.entry || row.entry.open)) {
      typed(row.line);
    } else if (row) {
      finish(row.line, run);
    } else if (typing) {
      finish(text.trim(), run);
    } else {
      status.say(`Nothing is found for “${text}”.`, 'refused');
    }
  }

  function complete(): void {
    const row = rows[Math.max(0, chosen)];
    if (row) typed(row.entry ? `${row.line.trim()} ` : row.line);
  }

  function keys(event: KeyboardEvent): void {
    const actions: Record<string, () => void> = {
      ArrowDown: () => (chosen = Math.min(rows.length - 1, chosen + 1)),
      ArrowUp: () => (chosen = Math.max(typing ? -1 : 0, chosen - 1)),
      Tab: complete,
      Escape: close,
      Enter: () => {
        const row = rows[chosen];
        const line = row?.entry ? row.line : text.trim();
        if (event.altKey && line) finish(line, giveKey);
        else if (event.shiftKey && catalog.edits.some(({ name }) => name === parseLine(line).name)) finish(line, tune);
        else accept(row);
      },
    };
    const action = event.isComposing ? undefined : actions[event.key];
    if (action) {
      event.preventDefault();
      action();
    }
  }

  function focused(field: HTMLInputElement): void {
    field.focus();
  }
</script>

<Behind {close} />
<!-- The keys stay the field's, wherever in it the pointer presses. -->
<!-- svelte-ignore a11y_interactive_supports_focus -->
<div
  onmousedown={(event) => !(event.target instanceof HTMLInputElement) && event.preventDefault()}
  class="fixed inset-x-0 top-11 z-20 mx-auto flex max-h-[70vh] w-[min(38rem,94vw)] flex-col rounded-box border border-base-300 bg-base-100 shadow-xl"
  role="dialog"
  aria-label="Palette"
>
  <input
    class="m-2 rounded-field border border-base-300 bg-base-100 px-2 py-1.5 text-base"
    role="combobox"
    aria-label="A word, or a whole line"
    aria-expanded="true"
    aria-controls="palette-list"
    aria-activedescendant={rows[chosen] ? `palette-${chosen}` : undefined}
    aria-autocomplete="list"
    autocomplete="off"
    spellcheck="false"
    placeholder="A word of what you want, or a line such as quantize strength=80"
    value={text}
    oninput={(event) => typed(event.currentTarget.value)}
    onkeydown={keys}
    {@attach focused}
  />
  {#if typing}
    <p class="mx-3 mb-1 text-xs">
      <span class="font-semibold">{typing.declaration.title}.</span>
      {typing.parameter ? `${typing.parameter.name}: ${aboutOf(typing.parameter)}` : typing.declaration.help}
    </p>
    {#if isEdit && (preview.problem || preview.shown)}
      <p class="mx-3 mb-1 text-xs {preview.problem ? 'text-error' : 'text-success'}" data-testid="palette-effect">
        {preview.problem || preview.shown?.message}
      </p>
    {/if}
  {/if}
  <ul
    bind:this={list}
    id="palette-list"
    class="min-h-0 flex-1 overflow-auto border-t border-base-300 py-1 text-sm"
    role="listbox"
    aria-label={typing ? 'How the line can go on' : 'What was found'}
  >
    {#each rows as row, k (row.line)}
      {@const whyNot = row.entry && !row.entry.open ? applies.whyNot([row.line]) : ''}
      <!-- svelte-ignore a11y_click_events_have_key_events -->
      <li
        id="palette-{k}"
        role="option"
        aria-selected={k === chosen}
        class="flex cursor-pointer items-baseline gap-2 px-3 py-0.5 {k === chosen
          ? 'bg-primary text-primary-content'
          : whyNot
            ? 'text-secondary'
            : ''}"
        aria-disabled={whyNot !== ''}
        onclick={() => accept(row)}
      >
        <span class="flex-none">{row.title}</span>
        <span class="min-w-0 flex-1 truncate text-xs opacity-80"
          >{whyNot || (row.entry ? (row.entry.line === row.title ? '' : row.line) : row.help)}</span
        >
        {#each row.keys as key (key)}<kbd class="text-base-content">{cap(key)}</kbd>{/each}
        {#if row.entry}<span class="w-20 flex-none text-right text-xs opacity-80">{row.entry.group}</span>{/if}
      </li>
    {/each}
  </ul>
  <p class="border-t border-base-300 px-3 py-1 text-xs text-secondary">
    {#if rows.length === 0 && !typing}Nothing is found by these words.{/if}
    <kbd>Enter</kbd> does it <kbd>Tab</kbd> types it out <kbd>Shift Enter</kbd> opens it on the bench
    <kbd>Alt Enter</kbd> gives it a key
    <kbd>Esc</kbd> closes
  </p>
</div>
