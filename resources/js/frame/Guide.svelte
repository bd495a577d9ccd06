<script lang="ts">
  import { untrack } from 'svelte';
  import { total, use } from '../commands/use.svelte';
  import { setting, settings } from '../settings/settings.svelte';
  import { getStudio } from '../acting/studio';

  const { acting, contents, dialogs, player, preview, range } = getStudio();
  const { keyOf } = acting;

  interface Step {
    title: string;
    text: string;
    /** the line whose key is shown */
    line: string;
    /** what it is looked at by: done once it is so, and was another before */
    is: () => unknown;
  }

  /** How often an edit was asked for, by whatever hand: also where it had nothing left to do. */
  const did = (name: string) => () =>
    use.ranked.reduce((sum, used) => (used.line.split(' ', 1)[0] === name ? sum + total(used) : sum), 0);

  /** The first minutes: each step is done by who takes it. */
  const STEPS: readonly Step[] = [
    { title: 'Hear it', text: 'The take plays, and the notes light up.', line: 'play', is: () => player.playing },
    {
      title: 'Loop two bars',
      text: 'Drag along the band below the numbers of bars, from one bar line to another.',
      line: '',
      is: () => range.span,
    },
    {
      title: 'Select the notes',
      text: 'All at once, or drag a box around some.',
      line: 'select what=all',
      is: () => contents.notes.selectedCount > 0,
    },
    {
      title: 'Put them on the grid',
      text: 'The foot says how many moved, and how far. A whisker shows where each was played.',
      line: 'quantize',
      is: did('quantize'),
    },
    {
      title: 'How was it before?',
      text: 'Hold the key: you see and hear the song before the last step.',
      line: 'flip',
      is: () => preview.point === 'before',
    },
    {
      title: 'Up a semitone',
      text: 'With Shift it is an octave.',
      line: 'transpose semitones=1',
      is: did('transpose'),
    },
    {
      title: 'Louder',
      text: 'The ink in each note rises. With Shift it is ten at once.',
      line: 'velocity add=1',
      is: did('velocity'),
    },
    {
      title: 'Say what you want',
      text: 'Type a word, or all of it: “softer by 5”, “bass an octave down”.',
      line: 'palette',
      is: () => dialogs.palette,
    },
    {
      title: 'Take a step back',
      text: 'As often as you like; nothing is ever lost.',
      line: 'undo',
      is: did('undo'),
    },
    {
      title: 'All keys at once',
      text: 'Hold it: all keys of the moment, and the words of all icons. That was the round.',
      line: 'keys',
      is: () => dialogs.keysShown,
    },
  ];

  const step = $derived(settings.guide === null ? null : STEPS[settings.guide]);
  const key = $derived(step?.line ? keyOf(step.line) : '');

  $effect(() => {
    if (!step) return;
    const before = untrack(step.is);
    return $effect.root(() => {
      $effect(() => {
        const now = step.is();
        if (now && now !== before) untrack(next);
      });
    });
  });

  function next(): void {
    const at = (settings.guide ?? 0) + 1;
    setting.guide(at < STEPS.length ? at : null);
  }
</script>

{#if step && settings.guide !== null}
  <section
    class="fixed right-64 bottom-24 z-20 w-80 rounded-box border-2 border-primary bg-base-100 p-3 text-sm shadow-xl max-lg:right-4"
    aria-label="Guided round"
  >
    <div aria-live="polite">
      <p class="flex items-center justify-between">
        <b class="text-base">{step.title}</b>
        <span class="text-xs text-secondary">{settings.guide + 1} of {STEPS.length}</span>
      </p>
      <p class="my-1">
        {#if key}<kbd class="text-sm">{key}</kbd>{/if}
        {step.text}
      </p>
    </div>
    <progress class="progress h-1" value={settings.guide} max={STEPS.length} aria-label="How far the round is"
    ></progress>
    <p class="mt-2 flex justify-end gap-1">
      <button class="btn btn-xs" onclick={next}>Skip this</button>
      <button class="btn btn-xs" onclick={() => setting.guide(null)}>Leave the round</button>
    </p>
  </section>
{/if}
