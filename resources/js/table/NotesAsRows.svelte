<script lang="ts">
  import { onMount, tick } from 'svelte';
  import { columnsOf } from './columns';
  import { getStudio } from '../acting/studio';

  const { asking, contents, grid, selecting, status, views } = getStudio();

  const ROW = 26;
  const HEAD = 36;
  const MARGIN_ROWS = 6;
  const { notes } = $derived(contents);
  let box: HTMLDivElement | undefined;
  let height = $state(400);
  let scrolled = $state(0);
  let active = $state({ row: 0, column: 0 });
  let editing = $state<string | null>(null);
  let anchor = 0;

  const columns = $derived(columnsOf(contents, grid.lines));
  const template = $derived(columns.map(({ share = 1 }) => `minmax(0, ${share}fr)`).join(' '));

  const first = $derived(Math.max(0, Math.floor(scrolled / ROW) - MARGIN_ROWS));
  const rows = $derived.by(() => {
    void contents.notes;
    const last = Math.min(notes.count, first + Math.ceil(height / ROW) + 2 * MARGIN_ROWS);
    return Array.from({ length: Math.max(0, last - first) }, (_, k) => ({
      place: first + k,
      id: notes.columns.id[first + k],
      selected: notes.selected[first + k] === 1,
      cells: columns.map((column) => column.text(first + k)),
    }));
  });

  /** whether the keys are the table's */
  let inside = false;

  onMount(() => {
    active.row = Math.max(0, notes.selected.indexOf(1));
    anchor = active.row;
    void focusCell();
    return () => {
      // The keys go back to where the same notes are shown otherwise.
      if (inside) void tick().then(() => views.focus());
    };
  });

  // A row that is gone takes the focus along: then the row in its place gets it.
  $effect(() => {
    void notes;
    void tick().then(() => {
      if (inside && editing === null && document.activeElement === document.body) {
        active.row = Math.min(active.row, Math.max(0, notes.count - 1));
        void focusCell();
      }
    });
  });

  async function focusCell(): Promise<void> {
    if (!box) return;
    const top = active.row * ROW;
    if (top < box.scrollTop) box.scrollTop = top;
    else if (top > box.scrollTop + height - 3 * ROW) box.scrollTop = top - height + 3 * ROW;
    await tick();
    (box?.querySelector<HTMLElement>(`[data-cell="${active.row}-${active.column}"]`) ?? box)?.focus();
  }

  function moveTo(row: number, column: number, extend: boolean): void {
    const to = Math.min(Math.max(0, notes.count - 1), Math.max(0, row));
    const changedRow = to !== active.row || extend;
    if (!extend) anchor = to;
    active = { row: to, column: Math.min(columns.length - 1, Math.max(0, column)) };
    if (changedRow || notes.selectedCount === 0) {
      const [from, until] = [Math.min(anchor, to), Math.max(anchor, to)];
      selecting.select(Array.from(notes.columns.id.slice(from, until + 1)), !extend);
    }
    void focusCell();
  }

  function keys(event: KeyboardEvent): void {
    if (editing !== null || event.ctrlKey || event.metaKey || event.altKey || notes.count === 0) return;
    const page = Math.max(1, Math.floor(height / ROW) - 2);
    const { row, column } = active;
    const moves: Record<string, [number, number]> = {
      ArrowUp: [row - 1, column],
      ArrowDown: [row + 1, column],
      ArrowLeft: [row, column - 1],
      ArrowRight: [row, column + 1],
      PageUp: [row - page, column],
      PageDown: [row + page, column],
      Home: [row, 0],
      End: [row, columns.length - 1],
    };
    if (moves[event.key]) {
      event.preventDefault();
      moveTo(...moves[event.key], event.shiftKey);
    } else if (columns[column].line && (event.key === 'Enter' || event.key === 'F2' || /^\d$/.test(event.key))) {
      event.preventDefault();
      editing = /^\d$/.test(event.key) ? event.key : columns[column].text(row);
    }
  }

  function commit(text: string): void {
    if (editing === null) return;
    editing = null;
    const line = columns[active.column].line?.(active.row, text);
    if (typeof line === 'string') {
      selecting.select([notes.columns.id[active.row]]);
      asking.run([line], { sound: true });
    } else if (line) {
      status.say(line.refused, 'refused');
    }
    void focusCell();
  }

  function field(input: HTMLInputElement): void {
    input.focus();
    if (input.value.length > 1) input.select();
  }

  function fieldKeys(event: KeyboardEvent): void {
    if (event.key === 'Enter') {
      event.preventDefault();
      event.stopPropagation();
      commit((event.currentTarget as HTMLInputElement).value);
    } else if (event.key === 'Escape') {
      event.preventDefault();
      event.stopPropagation();
      editing = null;
      void focusCell();
    }
  }
</script>

<svelte:window onpointerdown={(event) => (inside = box!.contains(event.target as Node))} />

<div
  bind:this={box}
  onfocusin={() => (inside = true)}
  onfocusout={({ relatedTarget }) => relatedTarget !== null && (inside = box!.contains(relatedTarget as Node))}
  bind:clientHeight={height}
  onscroll={(event) => (scrolled = event.currentTarget.scrollTop)}
  class="min-h-0 overflow-auto text-xs"
  role="grid"
  aria-label="Notes"
  aria-rowcount={notes.count + 1}
  aria-multiselectable="true"
  tabindex="-1"
  onkeydown={keys}
>
  <div
    role="row"
    aria-rowindex="1"
    class="sticky top-0 z-10 grid min-w-[62rem] gap-x-4 border-b border-base-300 bg-base-200 px-2"
    style:grid-template-columns={template}
    style:height="{HEAD}px"
  >
    {#each columns as column (column.name)}
      <div
        role="columnheader"
        class="self-center truncate leading-tight font-semibold {column.isWord ? '' : 'text-right'}"
      >
        {column.name} <span class="block truncate font-normal text-secondary">{column.unit}</span>
      </div>
    {/each}
  </div>
  <div role="presentation" style:height="{first * ROW}px"></div>
  {#each rows as row (row.id)}
    <div
      role="row"
      aria-rowindex={row.place + 2}
      aria-selected={row.selected}
      class="grid min-w-[62rem] gap-x-4 border-b border-base-300/50 px-2"
      style:grid-template-columns={template}
      style:height="{ROW}px"
      style:background={row.selected ? 'var(--selection-tint)' : ''}
    >
      {#each row.cells as text, column (column)}
        {@const isActive = row.place === active.row && column === active.column}
        <div
          role="gridcell"
          tabindex={isActive ? 0 : -1}
          data-cell="{row.place}-{column}"
          aria-readonly={!columns[column].line}
          class="flex items-center -outline-offset-2 {columns[column].isWord ? '' : 'justify-end'} {columns[column].line
            ? ''
            : 'text-secondary'}"
          style:color={row.selected ? 'var(--color-base-content)' : ''}
          onclick={(event) => moveTo(row.place, column, event.shiftKey)}
          ondblclick={() => columns[column].line && (editing = text)}
          onfocus={() => (active = { row: row.place, column })}
          onkeydown={() => undefined}
        >
          {#if isActive && editing !== null}
            <input
              class="input input-xs w-24"
              aria-label="{columns[column].name} of note {row.place + 1}, {columns[column].unit}"
              value={editing}
              use:field
              onkeydown={fieldKeys}
              onblur={(event) => commit(event.currentTarget.value)}
            />
          {:else}
            {text}
          {/if}
        </div>
      {/each}
    </div>
  {/each}
  <div role="presentation" style:height="{Math.max(0, notes.count - first - rows.length) * ROW}px"></div>
  {#if notes.count === 0}
    <p class="p-6">No notes here yet. Press I to insert one at the caret.</p>
  {/if}
</div>
