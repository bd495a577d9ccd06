<script lang="ts">
  import Ellipsis from '@lucide/svelte/icons/ellipsis-vertical';
  import Popover from '../look/Popover.svelte';
  import { setting, settings, THEMES } from '../settings/settings.svelte';
  import { getStudio } from '../acting/studio';

  let {
    panels,
  }: {
    /** views that the top line has no room for */
    panels: readonly { line: string; name: string; on: boolean }[];
  } = $props();

  const { acting } = getStudio();
  const { run, keyOf } = acting;

  interface Item {
    line: string;
    name: string;
    on?: boolean;
  }

  /** What is set once, and what is done once: by what it is about. */
  const groups = $derived<[string, Item[]][]>([
    ...(panels.length > 0 ? [['Views', [...panels]] as [string, Item[]]] : []),
    [
      'While it plays',
      [
        { line: 'hear', name: 'Hear edits', on: settings.hear },
        { line: 'follow', name: 'Follow the playhead', on: settings.follow },
        { line: 'playing-in', name: 'Playing in', on: settings.playingIn },
      ],
    ],
    [
      'Out of the program',
      [
        { line: 'export', name: 'Export a MIDI file' },
        { line: 'sound-file', name: 'Write a sound file' },
        { line: 'print', name: 'Print the notes' },
      ],
    ],
    [
      'Keys and help',
      [
        { line: 'guide', name: 'A guided round' },
        { line: 'palette', name: 'Find by a word' },
        { line: 'why', name: 'Why is it so?' },
        { line: 'shortcuts', name: 'Shortcuts' },
        { line: 'use', name: 'What was used' },
      ],
    ],
    [
      'Looks',
      [
        { line: 'glide', name: 'Show what went where', on: settings.glide },
        { line: 'look-ahead', name: 'Show likely keys at once', on: settings.ahead },
      ],
    ],
  ]);
  const THEME_NAMES = { paper: 'Paper', dusk: 'Dusk', contrast: 'High contrast' };
</script>

<Popover name="More" class="tool" width={248}>
  {#snippet face()}<Ellipsis size={16} aria-hidden="true" />{/snippet}
  {#snippet children(close)}
    {#each groups as [about, items] (about)}
      <div role="group" aria-label={about} class="mb-1 border-b border-base-300 pb-1">
        {#each items as { line, name, on } (line)}
          <button
            class="flex h-7 w-full cursor-pointer items-center gap-2 rounded px-1.5 text-left text-xs hover:bg-base-300"
            aria-pressed={on}
            onclick={() => {
              if (on === undefined) close();
              run(line);
            }}
            ><span class="w-3 flex-none font-semibold" aria-hidden="true">{on ? '✓' : ''}</span><span class="flex-1"
              >{name}</span
            >{#if keyOf(line)}<kbd>{keyOf(line)}</kbd>{/if}</button
          >
        {/each}
      </div>
    {/each}
    <label class="flex items-center justify-between px-1.5 text-xs"
      >Theme
      <select
        class="select w-32 select-sm"
        aria-label="Theme"
        value={settings.theme}
        onchange={(event) => setting.theme(event.currentTarget.value as (typeof THEMES)[number])}
      >
        {#each THEMES as theme (theme)}<option value={theme}>{THEME_NAMES[theme]}</option>{/each}
      </select></label
    >
  {/snippet}
</Popover>
