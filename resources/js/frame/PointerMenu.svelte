<script lang="ts">
  import { onDestroy } from 'svelte';
  import { find, type Entry } from '../commands/entries';
  import { total, use } from '../commands/use.svelte';
  import Floating from '../look/Floating.svelte';
  import { cap } from '../keys/keystroke';
  import { Resting } from '../looking/resting';
  import { getStudio } from '../acting/studio';

  const { acting, applies, arranging, catalog, chosenClips, contents, dialogs, offered, status } = getStudio();
  const { looking, player, preview } = getStudio();
  const { run } = acting;
  const giveKey = (line: string) => dialogs.giveKey([line]);

  let {
    at,
    close,
  }: {
    /** a place of the page, in CSS pixels */
    at: { x: number; y: number };
    close: () => void;
  } = $props();

  /** What comes first for a kind of selection, before it is known what its person uses most. */
  const OFTEN: Record<Kind, string[]> = {
    none: [
      'insert',
      'chord',
      'paste',
      'fill',
      'select what=all',
      'pointer what=play',
      'range to=bar',
      'open',
      'write',
      'rows what=used',
    ],
    one: [
      'delete',
      'split',
      'duplicate',
      'velocity add=10',
      'velocity add=-10',
      'length',
      'quantize',
      'mute',
      'tune edit="steps parts=4"',
      'select what=pitch',
    ],
    several: [
      'quantize',
      'delete',
      'duplicate',
      'repeat',
      'legato',
      'velocity add=10',
      'velocity add=-10',
      'humanize',
      'ramp from=40 to=110',
      'group',
    ],
    clips: [
      'clip-copy',
      'repeat',
      'clip-split',
      'pointer what=split',
      'clip-split at=range',
      'clip-split every=grid',
      'clip-join',
      'clip mute=toggle',
      'clip-trim to=bars',
      'group',
      'stretch factor=2',
      'reverse',
      'delete',
    ],
    ground: [
      'clip-new',
      'clip-paste',
      'clip-paste fill=on',
      'marker',
      'time-open',
      'time-close',
      'track-new',
      'shelf',
      'select what=all',
      'zoom-to what=clip',
    ],
    points: [
      'delete',
      'velocity add=10',
      'velocity add=-10',
      'ramp from=40 to=110',
      'smooth',
      'thin',
      'quantize',
      'copy',
      'paste',
      'squeeze amount=20',
    ],
    chord: [
      'strum',
      'revoice move=up',
      'revoice move=down',
      'quantize chords=together',
      'delete',
      'duplicate',
      'legato',
      'group',
      'invert',
      'velocity add=10',
    ],
  };
  type Kind = 'none' | 'one' | 'several' | 'chord' | 'clips' | 'ground' | 'points';
  const FIRST = 10;
  const WIDTH = 288;
  const HEIGHT = 510;
  /** what is done to notes stands before what is done to the view */
  const GROUPS = ['Timing', 'Pitch', 'Length', 'Dynamics', 'Building', 'Selecting', 'Lanes', 'Writing'];

  let text = $state('');
  let chosen = $state(0);
  let list = $state<HTMLElement>();
  const kind = $derived.by((): Kind => {
    const { notes, points } = contents;
    if (arranging.hasKeys) return chosenClips.placed.length > 0 ? 'clips' : 'ground';
    if (notes.selectedCount === 0) return points.selectedCount > 0 ? 'points' : 'none';
    if (notes.selectedCount === 1) return 'one';
    const { start } = notes.columns;
    const starts = Array.from(start).filter((_, i) => notes.selected[i]);
    return Math.max(...starts) - Math.min(...starts) <= contents.song.ppq / 16 ? 'chord' : 'several';
  });
  const NAMES: Record<Kind, string> = {
    none: 'Here',
    one: 'The note',
    several: 'The notes',
    chord: 'The chord',
    points: 'The points',
    clips: 'The clips',
    ground: 'Here in the song',
  };
  const count = $derived(arranging.hasKeys ? chosenClips.placed.length : contents.selection().length);
  const runnable = $derived(offered.entries.filter(({ open }) => !open));
  const often = $derived.by(() => {
    const used = (line: string) => (use.lines[line] ? total(use.lines[line]) : 0);
    return OFTEN[kind]
      .map((line) => runnable.find((entry) => entry.line === line))
      .filter((entry) => entry !== undefined)
      .map((entry, k) => ({ entry, k }))
      .sort((a, b) => used(b.entry.line) - used(a.entry.line) || a.k - b.k)
      .slice(0, FIRST)
      .map(({ entry }) => entry);
  });
  const groups = $derived([...new Set([...GROUPS, ...runnable.map(({ group }) => group)])]);
  let group = $state<string | null>(null);
  const rows = $derived<Entry[]>(
    text ? find(runnable, text).slice(0, 30) : group ? runnable.filter((entry) => entry.group === group) : often,
  );

  $effect(() => {
    void chosen;
    list?.querySelector('[aria-selected=true]')?.scrollIntoView({ block: 'nearest' });
  });

  // What one comes to is seen before it is done; what stands first when the menu opens was not come to.
  const resting = new Resting({ preview, looking, player });
  const editNames = new Set(catalog.edits.map(({ name }) => name));
  function come(place: number): void {
    chosen = place;
    const line = rows[place]?.line ?? '';
    if (editNames.has(line.split(' ', 1)[0]) && !applies.whyNot([line])) resting.over([line]);
    else resting.leave();
  }
  onDestroy(() => resting.leave());

  function choose(entry: Entry | undefined, then = run): void {
    if (!entry) return;
    resting.leave();
    const whyNot = then === run ? applies.whyNot([entry.line]) : '';
    close();
    if (whyNot) status.say(whyNot, 'refused');
    else then(entry.line);
  }

  function keys(event: KeyboardEvent): void {
    const actions: Record<string, () => void> = {
      ArrowDown: () => come(Math.min(rows.length - 1, chosen + 1)),
      ArrowUp: () => come(Math.max(0, chosen - 1)),
      Escape: () => (group ? (group = null) : close()),
      // On a button Enter presses it.
      ...(event.target instanceof HTMLInputElement && {
        Enter: () => choose(rows[chosen], event.altKey ? giveKey : run),
      }),
    };
    const action = event.isComposing ? undefined : actions[event.key];
    if (action) {
      event.preventDefault();
      event.stopPropagation();
      action();
    }
  }
</script>

<Floating {at} width={WIDTH} height={HEIGHT} role="dialog" label="What can be done here" onkeydown={keys} {close}>
  <p class="flex items-baseline justify-between px-3 pt-2 text-xs text-secondary">
    <span>{NAMES[kind]}{count > 1 ? `, ${count}` : ''}</span>
    {#if group}<button class="link h-6" onclick={() => (group = null)}>used most</button>{/if}
  </p>
  <input
    class="input mx-2 my-1 w-auto input-sm"
    role="combobox"
    aria-label="What to do here"
    aria-expanded="true"
    aria-controls="pointer-menu"
    aria-activedescendant={rows[chosen] ? `here-${chosen}` : undefined}
    placeholder="Type to find any other"
    bind:value={text}
    oninput={() => (chosen = 0)}
    {@attach (field) => field.focus()}
  />
  <ul
    bind:this={list}
    id="pointer-menu"
    class="min-h-0 flex-1 overflow-auto px-1 pb-1"
    role="listbox"
    aria-label="Edits"
  >
    {#each rows as entry, k (entry.line)}
      {@const whyNot = applies.whyNot([entry.line])}
      <!-- svelte-ignore a11y_click_events_have_key_events -->
      <li
        id="here-{k}"
        role="option"
        aria-selected={k === chosen}
        class="flex min-h-6 cursor-pointer items-center justify-between gap-3 rounded px-2 py-0.5 {k === chosen
          ? 'bg-base-300'
          : ''} {whyNot ? 'text-secondary' : ''}"
        aria-disabled={whyNot !== ''}
        title={whyNot || entry.help}
        onpointermove={() => k !== chosen && come(k)}
        onclick={() => choose(entry)}
      >
        <span class="min-w-0">{entry.title}</span>
        {#if entry.keys[0]}<kbd>{cap(entry.keys[0])}</kbd>{/if}
      </li>
    {:else}
      <li class="px-2 py-1 text-secondary">Nothing is found for “{text}”.</li>
    {/each}
  </ul>
  <p class="flex-none border-t border-base-300 px-3 py-1 text-xs text-secondary"><kbd>Alt Enter</kbd> gives it a key</p>
  {#if !text}
    <div
      class="flex min-h-8 flex-wrap gap-1 overflow-auto border-t border-base-300 p-2"
      role="group"
      aria-label="All others, by group"
    >
      {#each groups as name (name)}
        <button
          class="btn btn-xs {group === name ? 'btn-primary' : ''}"
          aria-pressed={group === name}
          onclick={() => {
            group = group === name ? null : name;
            chosen = 0;
          }}>{name}</button
        >
      {/each}
    </div>
  {/if}
</Floating>
