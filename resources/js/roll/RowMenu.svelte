<script lang="ts">
  import { counted } from '../music/counted';
  import Floating from '../look/Floating.svelte';
  import { api } from '../api';
  import { rowCalled, rowOf } from '../song/row-names';
  import { formatLine } from '../music/line';
  import { pitchName } from '../music/pitch';
  import { setting, settings } from '../settings/settings.svelte';
  import { getStudio } from '../acting/studio';

  const { acting, asking, caret, contents, grid, newNotes, panes, player, range, selecting } = getStudio();
  const { onmouse, run: ask } = acting;

  let {
    pitch,
    at,
    close,
  }: {
    pitch: number;
    /** a place of the page, in CSS pixels */
    at: { x: number; y: number };
    close: () => void;
  } = $props();

  const HEARD_SECONDS = 0.4;
  const WIDTH = 236;
  const HEIGHT = 520;
  const COLOURS = [1, 2, 3, 4, 5, 6, 7, 8];
  const PATTERNS: [name: string, line: string][] = [
    ['Fill with quarters', 'every=1/4'],
    ['Fill with eighths', 'every=1/8'],
    ['Fill with eighths, accents', 'every=1/8 velocity=110,70'],
    ['Fill the off-beats', 'every=1/8 velocity=0,100'],
    ['Fill with sixteenths', 'every=1/16'],
    ['Fill with sixteenths, accents', 'every=1/16 velocity=110,60,85,60'],
  ];

  /** what one's own pattern begins with on the bench, accents by a list of velocities */
  const OWN_PATTERN = 'every=1/16 velocity=110,60,85,60';

  const name = $derived(rowCalled(contents.track, pitch));
  const own = $derived(rowOf(contents.track, pitch));
  const front = $derived(contents.song.tracks.indexOf(contents.track) + 1);
  let picker = $state<HTMLInputElement>();
  let problem = $state('');
  /** The rows beside it that one sees. */
  const [above, below] = $derived.by(() => {
    const row = panes.view.rowOf(pitch);
    const { allRows } = panes.view;
    return [row > 0 ? panes.view.pitchOf(row - 1) : null, row < allRows - 1 ? panes.view.pitchOf(row + 1) : null];
  });

  /** Names, colours or moves the row, which keeps its menu. */
  function change(values: Record<string, string>): void {
    asking.run([formatLine({ name: 'row', values: { pitch: pitchName(pitch), of: String(front), ...values } })]);
    onmouse('row');
  }

  /** Only rows that are named have an order of their own to be seen. */
  function move(side: 'above' | 'below', beside: number): void {
    if (!settings.rows.startsWith('used')) setting.rows('named');
    change({ [side]: pitchName(beside) });
  }

  async function take(file: File | undefined): Promise<void> {
    if (picker) picker.value = '';
    if (!file) return;
    try {
      const { line } = await api.readRowNames(await file.text());
      run(line);
    } catch (error) {
      problem = (error as Error).message;
    }
  }
  /** Where it works: the range, or else the bar of the caret. */
  const span = $derived.by((): [number, number] => {
    if (range.span) return range.span;
    const { bar, tick } = grid.lines.barAt(caret.tick);
    return [tick, grid.lines.barStart(bar + 1)];
  });
  const where = $derived(range.span ? 'in the range' : `in bar ${grid.lines.barAt(caret.tick).bar + 1}`);
  const row = $derived.by(() => {
    const { pitch: pitches, id, clip } = contents.notes.columns;
    return Array.from(id.keys()).filter(
      (i) => pitches[i] === pitch && contents.tracks.get(clip[i])?.id === contents.track.id,
    );
  });
  const ids = $derived(row.map((i) => contents.notes.columns.id[i]));
  const inSpan = $derived(
    row.filter((i) => contents.notes.columns.start[i] >= span[0] && contents.notes.columns.start[i] < span[1]),
  );
  const allMuted = $derived(row.length > 0 && row.every((i) => contents.notes.columns.muted[i]));

  function run(line: string, on?: number[]): void {
    close();
    asking.run([line], { on });
    onmouse(line.split(' ')[0]);
  }

  const rotate = (by: string) =>
    run(
      `rotate by=${by}`,
      inSpan.map((i) => contents.notes.columns.id[i]),
    );

  const entries = $derived<{ title: string; why?: string; act: () => void }[]>([
    { title: 'Hear it', act: () => void player.sound([[pitch, newNotes.like.velocity, HEARD_SECONDS]]) },
    {
      title: `Select its ${counted(row.length, 'note')}`,
      ...(row.length === 0 && { why: 'There is no note in this row.' }),
      act: () => {
        selecting.select(ids);
        close();
      },
    },
    {
      title: allMuted ? 'Let its notes sound' : 'Mute its notes',
      ...(row.length === 0 && { why: 'There is no note in this row.' }),
      act: () => run(`mute state=${allMuted ? 'off' : 'on'}`, ids),
    },
    ...['grid', '-grid'].map((by) => ({
      title: `Rotate ${by === 'grid' ? 'later' : 'earlier'} by the grid`,
      ...(inSpan.length === 0 && { why: `There is no note of the row ${where}.` }),
      act: () => rotate(by),
    })),
    ...PATTERNS.map(([title, line]) => ({
      title,
      act: () => run(`fill pitch=${pitch} ${line} range=${span[0]}..${span[1]}`),
    })),
    {
      title: 'Another pattern …',
      act: () => {
        const edit = `fill pitch=${pitchName(pitch)} ${OWN_PATTERN} range=${span[0]}..${span[1]}`;
        close();
        ask(formatLine({ name: 'tune', values: { edit } }));
      },
    },
    {
      title: 'Clear it',
      ...(inSpan.length === 0 && { why: `There is no note of the row ${where}.` }),
      act: () =>
        run(
          'delete',
          inSpan.map((i) => contents.notes.columns.id[i]),
        ),
    },
  ]);

  function keys(event: KeyboardEvent): void {
    const buttons = [...(event.currentTarget as HTMLElement).querySelectorAll<HTMLElement>('button:not([disabled])')];
    const here = buttons.indexOf(document.activeElement as HTMLElement);
    const to = { ArrowDown: here + 1, ArrowUp: here - 1, Home: 0, End: buttons.length - 1 }[event.key];
    if (event.key === 'Escape') close();
    if (to !== undefined) buttons[Math.min(buttons.length - 1, Math.max(0, to))]?.focus();
    if (to !== undefined || event.key === 'Escape') {
      event.preventDefault();
      event.stopPropagation();
    }
  }
</script>

<Floating {at} width={WIDTH} height={HEIGHT} role="dialog" label={`The row of ${name}`} onkeydown={keys} {close}>
  <div class="overflow-auto p-1">
    <form
      class="flex flex-col gap-1 px-2 py-1"
      onsubmit={(event) => {
        event.preventDefault();
        close();
      }}
    >
      <label class="flex items-center gap-2 text-xs"
        ><span class="w-8">{pitchName(pitch)}</span>
        <input
          class="input min-w-0 flex-1 input-sm"
          aria-label="Name of the row {pitchName(pitch)}"
          maxlength="20"
          placeholder="name"
          value={own?.name ?? ''}
          onchange={(event) => change({ name: event.currentTarget.value.trim() || 'pitch' })}
          {@attach (input) => (input as HTMLInputElement).select()}
        /></label
      >
      <div class="flex gap-0.5" role="group" aria-label="Colour of the row">
        {#each COLOURS as colour (colour)}
          <button
            type="button"
            class="size-5 rounded border-2 {own?.colour === colour ? 'border-base-content' : 'border-transparent'}"
            style:background="var(--ink-{colour})"
            aria-label="Colour {colour}"
            aria-pressed={own?.colour === colour}
            onclick={() => change({ colour: String(colour) })}
          ></button>
        {/each}
        <button type="button" class="btn btn-xs" disabled={!own?.colour} onclick={() => change({ colour: 'track' })}
          >as track</button
        >
      </div>
      <div class="flex gap-1">
        <button
          type="button"
          class="btn flex-1 btn-xs"
          disabled={above === null}
          onclick={() => above !== null && move('above', above)}>Row up</button
        >
        <button
          type="button"
          class="btn flex-1 btn-xs"
          disabled={below === null}
          onclick={() => below !== null && move('below', below)}>Row down</button
        >
      </div>
    </form>
    <p class="px-2 pt-1 text-xs text-secondary">Patterns go {where}</p>
    {#each entries as { title, why, act } (title)}
      <button
        class="block w-full cursor-pointer rounded px-2 py-0.5 text-left hover:bg-base-300 focus:bg-base-300 disabled:cursor-default disabled:opacity-50"
        disabled={why !== undefined}
        title={why ?? ''}
        onclick={act}>{title}</button
      >
    {/each}
    <div class="mt-1 border-t border-base-300 px-2 pt-1 text-xs">
      <label class="flex items-center gap-2"
        >All rows
        <select
          class="select min-w-0 flex-1 select-xs"
          aria-label="Names for all rows"
          value=""
          onchange={(event) => {
            const { value } = event.currentTarget;
            if (value === 'file') picker?.click();
            else run(`row-names to=${value}`);
          }}
        >
          <option value="" disabled>names of …</option>
          <option value="general-midi">General MIDI</option>
          <option value="voice">their voice</option>
          <option value="none">their pitches</option>
          <option value="file">a file …</option>
        </select></label
      >
      <a class="link" href={api.rowNamesAddress(contents.song.id, contents.track.id)} download
        >Keep these names as a file</a
      >
      <input
        bind:this={picker}
        type="file"
        class="hidden"
        accept="application/json,.json"
        aria-label="Names of rows as a file"
        onchange={(event) => take(event.currentTarget.files?.[0])}
      />
      {#if problem}<p role="alert" class="text-error">{problem}</p>{/if}
    </div>
  </div>
</Floating>
