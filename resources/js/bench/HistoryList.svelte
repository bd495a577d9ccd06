<script lang="ts">
  import { tick } from 'svelte';
  import type { Row } from '../looking/history-rows';
  import { getStudio } from '../acting/studio';

  const { contents, dialogs, marks, preview, walk } = getStudio();

  let {
    torecipe,
  }: {
    /** told lines to make a recipe of */
    torecipe: (lines: string[]) => void;
  } = $props();

  const INDENT = 10;
  let list = $state<HTMLDivElement>();
  let naming = $state<{ id: number; name: string } | null>(null);

  $effect(() => {
    void [contents.history, contents.open];
    walk.load();
  });
  $effect(() => {
    if (dialogs.historyAsked > 0) list?.focus();
  });
  $effect(() => {
    void walk.rows;
    list?.querySelector(`#history-${walk.row}`)?.scrollIntoView({ block: 'nearest' });
  });

  const clock = (at: number) =>
    new Date(at).toLocaleTimeString(undefined, { hour: '2-digit', minute: '2-digit', hourCycle: 'h23' });
  const titleOf = ({ step }: Row) => (step ? (step.name ?? step.words) : 'As it came in');

  function keys(event: KeyboardEvent): void {
    if (naming || event.ctrlKey || event.metaKey || event.altKey || event.shiftKey) return;
    const actions: Record<string, () => void> = {
      ArrowUp: () => walk.walkTo(walk.row - 1),
      ArrowDown: () => walk.walkTo(walk.row + 1),
      Home: () => walk.walkTo(0),
      End: () => walk.walkTo(walk.rows.length - 1),
      Enter: () => letGo(() => walk.go()),
      Escape: () => letGo(() => walk.leave()),
      '=': () => walk.toggleMark(),
      F2: () => nameRow(),
    };
    const action = actions[event.key];
    if (action) {
      event.preventDefault();
      void walk.ready.then(action);
    }
  }

  /** The keys are the notes' again. */
  function letGo(end: () => void): void {
    end();
    list?.blur();
  }

  function nameRow(): void {
    const { step } = walk.rows[walk.row];
    if (step) naming = { id: step.id, name: step.name ?? '' };
  }

  /** The lines of the steps from the one compared with, or of this step alone, to make a recipe of. */
  function steps(): string[] {
    const byId = new Map(walk.rows.map((row) => [row.id, row.step]));
    const lines: string[][] = [];
    for (let step = walk.rows[walk.row]?.step; step; step = byId.get(step.parent) ?? null) {
      if (step.id === walk.mark) break;
      lines.unshift(step.lines);
      if (walk.mark === undefined) break;
    }
    return lines.flat();
  }

  async function keepName(): Promise<void> {
    if (naming) {
      const { id, name } = naming;
      naming = null;
      await walk.name(id, name);
      await tick();
      list?.focus();
    }
  }

  function focused(field: HTMLInputElement): void {
    field.select();
    field.focus();
  }
</script>

<section aria-labelledby="bench-history" class="flex min-h-0 flex-1 flex-col gap-1">
  <h2 id="bench-history" class="font-semibold">History of {contents.song.name}</h2>
  <label class="flex items-center gap-1.5 text-xs">
    <input type="checkbox" class="checkbox checkbox-xs" bind:checked={walk.narrowed} />
    Only what changed the open clips
  </label>
  <div
    bind:this={list}
    class="min-h-24 flex-1 overflow-auto rounded-field bg-base-100 py-1 text-xs"
    role="listbox"
    aria-label="Steps"
    aria-activedescendant="history-{walk.row}"
    tabindex="0"
    onkeydown={keys}
  >
    {#each walk.rows as row, k (row.id)}
      <div
        id="history-{k}"
        role="option"
        tabindex="-1"
        aria-selected={k === walk.row}
        class="flex min-h-6 cursor-pointer items-center gap-1 px-1 py-0.5 leading-tight {k === walk.row
          ? 'bg-primary text-primary-content'
          : ''}"
        style:padding-left="{4 + row.depth * INDENT}px"
        title={row.step?.lines.join('; ') ?? ''}
        onclick={() => {
          list?.focus();
          walk.walkTo(k);
        }}
        ondblclick={() => walk.go()}
        onkeydown={undefined}
      >
        <span class="w-3 flex-none" aria-hidden="true"
          >{row.id === walk.steps.at ? '●' : row.id === walk.mark ? '◇' : row.depth > 0 ? '╰' : '·'}</span
        >
        <span class="min-w-0 flex-1">
          <span class="block {row.step?.name ? 'font-semibold' : ''}">
            {#each marks.of(row.id) as letter (letter)}<b class="mr-1" title="The point {letter}">{letter}</b
              >{/each}{titleOf(row)}</span
          >
          {#if row.step?.name}<span class="block opacity-80">{row.step.words}</span>{/if}
          {#if row.step?.about}<span class="block opacity-80">{row.step.about}</span>{/if}
        </span>
        <span class="sr-only">
          {row.id === walk.steps.at ? ', the song stands here' : ''}{row.id === walk.mark
            ? ', compared with'
            : ''}{row.depth > 0 ? `, branch ${row.depth}` : ''}
        </span>
        {#if row.step}<span class="flex-none opacity-80">{clock(row.step.at)}</span>{/if}
      </div>
    {/each}
  </div>
  {#if naming}
    <form
      onsubmit={(event) => {
        event.preventDefault();
        void keepName();
      }}
    >
      <label class="text-xs"
        >Name of the step
        <input
          class="input w-full input-xs"
          maxlength="80"
          bind:value={naming.name}
          {@attach focused}
          onkeydown={(event) => {
            if (event.key === 'Escape') {
              naming = null;
              list?.focus();
            }
          }}
        /></label
      >
    </form>
  {/if}
  {#if preview.shown && preview.step !== undefined}
    <p class="text-xs" data-testid="history-effect">
      Compared with {walk.mark === undefined
        ? 'the song as it is'
        : `◇ ${titleOf(walk.rows.find((row) => row.id === walk.mark) ?? walk.rows[0])}`}:
      {#if walk.mark === undefined && preview.shown.message}
        {preview.shown.message}.
      {:else}
        {preview.shown.counts.changed} changed, {preview.shown.counts.added} added,
        {preview.shown.counts.removed} removed.
      {/if}
    </p>
  {/if}
  {#if preview.problem && preview.step !== undefined}
    <p class="text-xs text-error" role="alert">{preview.problem}</p>
  {/if}
  <div class="grid grid-cols-2 gap-1">
    <button
      class="btn px-1 whitespace-nowrap btn-xs btn-primary"
      disabled={preview.step === undefined}
      onclick={() => walk.go()}>Go <kbd class="text-base-content">Enter</kbd></button
    >
    <button class="btn btn-xs" disabled={preview.step === undefined} onclick={() => walk.leave()}
      >Leave <kbd>Esc</kbd></button
    >
    <button class="btn btn-xs" aria-pressed={walk.mark !== undefined} onclick={() => walk.toggleMark()}
      >Compare <kbd>=</kbd></button
    >
    <button
      class="btn col-span-2 btn-xs"
      disabled={!walk.rows[walk.row]?.step}
      onclick={() => {
        const lines = steps();
        walk.leave();
        torecipe(lines);
      }}>{walk.mark === undefined ? 'Make this step a recipe' : 'Make the steps from ◇ a recipe'}</button
    >
    <button class="btn btn-xs" disabled={!walk.rows[walk.row]?.step} onclick={nameRow}>Name <kbd>F2</kbd></button>
  </div>
  <p class="text-2xs text-secondary">
    ↑ and ↓ walk. An edit made while you look at a step goes on from there, on a branch of its own.
  </p>
</section>
