<script lang="ts">
  import { tick, untrack } from 'svelte';
  import { cap, chordOf } from '../keys/keystroke';
  import ParameterField from './ParameterField.svelte';
  import { getStudio } from '../acting/studio';
  import { setting, settings } from '../settings/settings.svelte';

  const { acting, caret, catalog, contents, dialogs, grid, preview, range, shaping, tuning } = getStudio();
  const { keyOf } = acting;
  const { edits } = catalog;

  let form = $state<HTMLFormElement>();
  const tracks = $derived(contents.song.tracks.map(({ name }) => name));
  const groups = [...new Set(edits.map((edit) => edit.group))];
  const counts = $derived(preview.shown?.counts);
  const summary = $derived(
    counts &&
      (
        [
          [counts.changed, 'changed'],
          [counts.added, 'added'],
          [counts.removed, 'removed'],
        ] as const
      )
        .filter(([count]) => count > 0)
        .map(([count, what]) => `${count} ${what}`)
        .join(', '),
  );
  const isInPlace = $derived(preview.shown?.isInPlace ?? false);
  const among = $derived(tuning.lines.filter((line) => line !== tuning.line));
  const notTaken = $derived((name: string) => tuning.edit?.oneOf?.includes(name) && name !== tuning.taken);

  // Whatever the result depends on asks for it anew; a newer question takes the place of one that waits.
  $effect(() => {
    void [contents.notes, grid.name, grid.swing, caret.at, range.span, tuning.lines];
    if (tuning.edit && preview.step === undefined) untrack(() => tuning.show());
  });
  // What is turned is heard, once it is another than it was opened with.
  let opened = '';
  $effect(() => {
    const { line, opened: times } = tuning;
    untrack(() => {
      const isTurned = opened.startsWith(`${times} `) && opened !== `${times} ${line}`;
      opened = `${times} ${line}`;
      if (tuning.edit && isTurned) shaping.touch();
      else if (!tuning.edit) shaping.end();
    });
  });

  $effect(() => {
    if (tuning.opened > 0 && tuning.edit) {
      void tick().then(() => focus(firstControl()));
    }
  });

  /** What takes the keys when an edit is opened: the parameter that is wanted, the first, or else what does it. */
  function firstControl(): HTMLElement | null | undefined {
    const control = 'input:not([type=radio]), select';
    return (
      form?.querySelector<HTMLElement>(`[data-parameter="${tuning.wanted}"] :is(${control})`) ??
      form?.querySelector<HTMLElement>(control) ??
      form?.querySelector('button')
    );
  }

  /** Takes the keys, with what is written selected, so that a digit takes its place. */
  function focus(control: HTMLElement | null | undefined): void {
    control?.focus();
    if (control instanceof HTMLInputElement && control.type === 'text') control.select();
  }

  function open(name: string): void {
    const edit = edits.find((known) => known.name === name);
    if (edit) tuning.open(edit);
    else tuning.leave();
  }

  function keys(event: KeyboardEvent): void {
    if (event.key === 'Enter' && event.altKey) {
      event.preventDefault();
      dialogs.giveKey(tuning.lines);
    } else if (event.key === 'Enter' && !(event.target instanceof HTMLButtonElement)) {
      event.preventDefault();
      tuning.commit();
    } else if (event.key === 'Escape') {
      event.preventDefault();
      tuning.leave();
    } else if (cap(chordOf(event)) === keyOf('flip') && preview.shown) {
      event.preventDefault();
      preview.flipped = !preview.flipped;
    }
  }
</script>

<div>
  <select
    class="select w-full select-sm font-semibold"
    aria-label="Edit on the bench"
    value={tuning.edit?.name ?? ''}
    onchange={(event) => open(event.currentTarget.value)}
  >
    <option value="">Try an edit …</option>
    {#each groups as group (group)}
      <optgroup label={group}>
        {#each edits.filter((edit) => edit.group === group) as edit (edit.name)}
          <option value={edit.name}>{edit.title}</option>
        {/each}
      </optgroup>
    {/each}
  </select>
  {#if tuning.edit}
    <!-- The keys of the form are those of the edit on the bench, whichever of its controls has the focus. -->
    <!-- svelte-ignore a11y_no_noninteractive_element_interactions -->
    <form
      bind:this={form}
      class="mt-1 flex flex-col gap-1"
      aria-label={tuning.edit.title}
      onsubmit={(event) => {
        event.preventDefault();
        tuning.commit();
      }}
      onkeydown={keys}
    >
      <p class="text-xs text-secondary">{tuning.edit.help}</p>
      {#if tuning.edit.oneOf?.length}
        <div class="flex flex-wrap gap-x-3 text-xs" role="radiogroup" aria-label="By">
          {#each tuning.edit.oneOf as name (name)}
            <label class="flex items-center gap-1">
              <input
                type="radio"
                class="radio radio-xs"
                name="one-of"
                checked={tuning.taken === name}
                onchange={() => tuning.take(name)}
              />{name}
            </label>
          {/each}
        </div>
      {/if}
      {#each tuning.edit.parameters as parameter (parameter.name)}
        {#if !notTaken(parameter.name)}
          <ParameterField
            parameter={tuning.settled(parameter)}
            {tracks}
            used={settings.used[tuning.edit.name]?.[parameter.name]}
            bind:value={tuning.values[parameter.name]}
          />
        {/if}
      {/each}
      {#each among as other (other)}<p class="px-1.5 text-xs break-words text-secondary">with {other}</p>{/each}
      <p class="rounded-field bg-base-100 px-1.5 py-1 text-xs break-words" data-testid="tuning-line">{tuning.line}</p>
      {#if preview.problem}
        <p class="text-xs text-error" role="alert">{preview.problem}</p>
      {:else if preview.shown}
        <p class="text-xs" data-testid="tuning-effect">
          {#if !tuning.isOfSong}<span class="font-semibold">{summary || 'Nothing would change'}</span><br
            />{/if}{preview.shown.message}
        </p>
        {#if isInPlace}<p class="text-xs text-secondary">In the place of what was done last</p>{/if}
      {/if}
      <!-- In sight, however many parameters there are above it. -->
      <div class="sticky -bottom-2.5 z-10 -mx-1 grid grid-cols-2 gap-1 bg-base-200 px-1 pt-1 pb-2.5">
        <button class="btn col-span-2 btn-xs btn-primary" type="submit"
          >{isInPlace ? 'Do it instead' : 'Do it'} <kbd class="text-base-content">Enter</kbd></button
        >
        <button
          class="btn px-1 btn-xs {preview.flipped ? 'btn-accent' : ''}"
          type="button"
          aria-pressed={preview.flipped}
          disabled={!preview.shown}
          onclick={() => (preview.flipped = !preview.flipped)}
          >Before <kbd class="text-base-content">{keyOf('flip')}</kbd></button
        >
        <button class="btn px-1 btn-xs" type="button" onclick={() => tuning.leave()}>Leave <kbd>Esc</kbd></button>
        <label class="col-span-2 flex items-center gap-1 text-xs">
          <input
            type="checkbox"
            class="checkbox checkbox-xs"
            checked={settings.inTurn}
            onchange={(event) => setting.turn('inTurn', event.currentTarget.checked)}
          />Both in turn, a round each
        </label>
        <button class="btn col-span-2 px-1 btn-xs" type="button" onclick={() => dialogs.giveKey(tuning.lines)}
          >Give it a key <kbd>Alt Enter</kbd></button
        >
      </div>
    </form>
  {/if}
</div>
