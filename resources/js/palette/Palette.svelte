<script lang="ts">
  import { onDestroy, tick } from 'svelte';
  import Behind from '../look/Behind.svelte';
  import { aboutOf } from '../commands/completion';
  import { tuneLine } from '../commands/trying';
  import { parseLine } from '../music/line';
  import { cap } from '../keys/keystroke';
  import { setting } from '../settings/settings.svelte';
  import { getStudio } from '../acting/studio';
  import { Finding, type Row } from './finding.svelte';

  const { acting, applies, catalog, contents, dialogs, keyHandling, looking } = getStudio();
  const { offered, panes, preview, status, tuning, views } = getStudio();

  let { close }: { close: () => void } = $props();

  /** As many as fit at first, so that it opens within a frame; the rest comes with the next one. */
  const MOST_SHOWN = 60;
  const finding = new Finding({ catalog, contents, offered, applies, looking, preview });
  let list = $state<HTMLElement>();
  let field = $state<HTMLInputElement>();
  /** what is pressed after an Enter whose meaning is still asked for */
  const pressed: KeyboardEvent[] = [];
  requestAnimationFrame(() => (finding.most = MOST_SHOWN));

  const rows = $derived(finding.rows);
  const chosen = $derived(finding.chosen);
  const typing = $derived(finding.typing);

  // What Enter would do is shown on the roll before.
  $effect(() => {
    void contents.notes;
    finding.show();
  });
  onDestroy(() => preview.clear());

  $effect(() => {
    void chosen;
    list?.querySelector('[aria-selected=true]')?.scrollIntoView({ block: 'nearest' });
  });

  /** What is typed in pieces, those that were not understood apart. */
  const pieces = $derived.by(() => {
    const { said } = finding;
    if (!said || said.left.length === 0) return [];
    const [characters, found] = [[...said.text], [] as { text: string; isLeft: boolean }[]];
    let at = 0;
    for (const [from, to] of said.left) {
      found.push({ text: characters.slice(at, from).join(''), isLeft: false });
      found.push({ text: characters.slice(from, to).join(''), isLeft: true });
      at = to;
    }
    return [...found, { text: characters.slice(at).join(''), isLeft: false }].filter(({ text }) => text !== '');
  });

  function finish(lines: readonly string[], then: (lines: string[]) => void): void {
    if (lines.length === 1) setting.chose(lines[0]);
    const settled = finding.settled(lines);
    close();
    then(settled);
  }

  const run = (lines: string[]) => void acting.act(lines, 'palette');
  const tune = ([line]: string[]) => tuneLine({ catalog, panes, status, tuning, views }, parseLine(line));

  async function ask({ lines: [line], asks }: Row): Promise<void> {
    const value = finding.present(line, asks);
    const isLong = /\s/.test(value);
    const head = `${line} ${asks}=${isLong ? '"' : ''}`;
    finding.typed(`${head}${value}${isLong ? '"' : ''}`);
    await tick();
    field?.setSelectionRange(head.length, head.length + value.length);
  }

  function accept(row: Row | undefined): void {
    if (row?.open) finding.typed(row.lines[0]);
    else if (row?.asks) void ask(row);
    else if (row) finish(row.lines, run);
    else if (typing) finish([finding.text.trim()], run);
    else status.say(whyNone(), 'refused');
  }

  /** Why nothing is done, with the words that were not understood. */
  function whyNone(): string {
    const left = pieces.filter(({ isLeft }) => isLeft).map(({ text }) => `“${text.trim()}”`);
    if (finding.said?.problem) return finding.said.problem;
    return left.length > 0 && finding.said!.lines.length > 0
      ? `${left.join(', ')} is not understood; without it: ${finding.said!.lines.join('; ')}`
      : `Nothing is found for “${finding.text.trim()}”.`;
  }

  function complete(): void {
    const row = rows[Math.max(0, chosen)];
    if (row?.lines.length === 1) finding.typed(row.kind === 'choice' ? row.lines[0] : `${row.lines[0].trim()} `);
  }

  function enter({ altKey, shiftKey }: KeyboardEvent): void {
    finding.whenHeard(() => {
      const row = finding.rows[finding.chosen];
      const lines = row && row.kind !== 'choice' ? row.lines : [finding.text.trim()];
      const isEdit = catalog.edits.some(({ name }) => name === parseLine(lines[lines.length - 1]).name);
      if (altKey && lines[0]) finish(lines, (settled) => dialogs.giveKey(settled));
      else if (shiftKey && isEdit && lines.length === 1) finish(lines, tune);
      else accept(row);
      void pressOn();
    });
  }

  /** What was pressed meanwhile belongs to the notes, unless something is still to be said. */
  async function pressOn(): Promise<void> {
    const events = pressed.splice(0);
    await tick();
    if (field?.isConnected) return;
    for (const event of events) {
      const again = new KeyboardEvent(event.type, event);
      if (event.type === 'keydown') keyHandling.down(again);
      else keyHandling.up(again);
    }
  }

  function keys(event: KeyboardEvent): void {
    if (finding.isWaiting && event.key !== 'Escape') {
      event.preventDefault();
      pressed.push(event);
      return;
    }
    if (event.key === 'Escape') finding.leave();
    if (event.type === 'keyup') return;
    const actions: Record<string, () => void> = {
      ArrowDown: () => (finding.chosen = Math.min(rows.length - 1, chosen + 1)),
      ArrowUp: () => (finding.chosen = Math.max(typing ? -1 : 0, chosen - 1)),
      Tab: complete,
      Escape: close,
      Enter: () => enter(event),
    };
    const action = event.isComposing ? undefined : actions[event.key];
    if (action) {
      event.preventDefault();
      action();
    }
  }

  /** Where nothing has the keys any more, they are the field's. */
  function keepKeys(): void {
    requestAnimationFrame(() => document.activeElement === document.body && field?.focus());
  }

  function focused(input: HTMLInputElement): void {
    field = input;
    input.focus();
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
    placeholder="Say what you want: hats 8 ms late · a word such as crescendo · quantize strength=80"
    value={finding.text}
    oninput={(event) => finding.typed(event.currentTarget.value)}
    onkeydown={keys}
    onkeyup={keys}
    onblur={keepKeys}
    {@attach focused}
  />
  {#if typing}
    <p class="mx-3 mb-1 text-xs">
      <span class="font-semibold">{typing.declaration.title}.</span>
      {typing.parameter ? `${typing.parameter.name}: ${aboutOf(typing.parameter)}` : typing.declaration.help}
    </p>
  {:else if pieces.length > 0 && finding.said!.lines.length > 0}
    <p class="mx-3 mb-1 text-xs" data-testid="palette-left">
      Understood:
      {#each pieces as { text, isLeft }, k (k)}{#if isLeft}<u class="text-error decoration-wavy underline-offset-2"
            >{text}</u
          >{:else}{text}{/if}{/each}
      <span class="text-secondary"> · the underlined words are not understood, so Enter does nothing yet</span>
    </p>
  {:else if finding.said?.problem && rows.length === 0}
    <p class="mx-3 mb-1 text-xs text-error">{finding.said.problem}</p>
  {/if}
  {#if preview.problem || preview.shown}
    <p class="mx-3 mb-1 text-xs {preview.problem ? 'text-error' : 'text-success'}" data-testid="palette-effect">
      {preview.problem || preview.shown?.message}
    </p>
  {/if}
  <ul
    bind:this={list}
    id="palette-list"
    class="min-h-0 flex-1 overflow-auto border-t border-base-300 py-1 text-sm"
    role="listbox"
    aria-label={typing ? 'How the line can go on' : 'What was found'}
  >
    {#each rows as row, k (row.lines.join('; '))}
      {@const whyNot = row.open ? '' : applies.whyNot(row.lines)}
      <!-- svelte-ignore a11y_click_events_have_key_events -->
      <li
        id="palette-{k}"
        role="option"
        aria-selected={k === chosen}
        class="flex min-h-6 cursor-pointer items-baseline gap-2 px-3 py-0.5 {k === chosen
          ? 'bg-primary text-primary-content'
          : whyNot
            ? 'text-secondary'
            : ''}"
        aria-disabled={whyNot !== ''}
        onclick={() => accept(row)}
      >
        <span class="max-w-[45%] flex-none break-words">{row.title}</span>
        <!-- The lines that are meant are shown whole. -->
        <span class="min-w-0 flex-1 text-xs opacity-80 break-words">{whyNot || row.help}</span>
        <!-- One of its keys is learned, not all of them. -->
        {#each row.keys.slice(0, 1) as key (key)}<kbd class="flex-none text-base-content">{cap(key)}</kbd>{/each}
        {#if row.group}<span class="w-20 flex-none text-right text-xs opacity-80">{row.group}</span>{/if}
      </li>
    {/each}
  </ul>
  <p class="border-t border-base-300 px-3 py-1 text-xs text-secondary">
    {#if rows.length === 0 && !typing && !finding.said?.lines.length && !finding.said?.problem && finding.text}Nothing
      is found by these words.{/if}
    <kbd>Enter</kbd> does it <kbd>Tab</kbd> types it out <kbd>Shift Enter</kbd> on the bench
    <kbd>Alt Enter</kbd> gives it a key <kbd>Esc</kbd> closes
  </p>
</div>
