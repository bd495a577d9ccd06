<script lang="ts">
  import type { Desk } from '../desk/desk.svelte';
  import Floating from '../look/Floating.svelte';
  import { drumName } from '../music/drums';
  import { pitchName } from '../music/pitch';
  import type { Player } from '../sound/player.svelte';

  let {
    desk,
    player,
    pitch,
    at,
    onmouse,
    close,
  }: {
    desk: Desk;
    player: Player;
    pitch: number;
    /** a place of the page, in CSS pixels */
    at: { x: number; y: number };
    onmouse: (line: string) => void;
    close: () => void;
  } = $props();

  const HEARD_SECONDS = 0.4;
  const WIDTH = 236;
  const HEIGHT = 330;
  const PATTERNS: [name: string, line: string][] = [
    ['Fill with quarters', 'every=1/4'],
    ['Fill with eighths', 'every=1/8'],
    ['Fill with eighths, accents', 'every=1/8 velocity=110,70'],
    ['Fill the off-beats', 'every=1/8 velocity=0,100'],
    ['Fill with sixteenths', 'every=1/16'],
    ['Fill with sixteenths, accents', 'every=1/16 velocity=110,60,85,60'],
  ];

  const name = $derived((desk.track.voice === 'drums' && drumName(pitch)) || pitchName(pitch));
  /** Where it works: the range, or else the bar of the caret. */
  const span = $derived.by((): [number, number] => {
    if (desk.range) return desk.range;
    const { bar, tick } = desk.gridLines.barAt(desk.caret.tick);
    return [tick, desk.gridLines.barStart(bar + 1)];
  });
  const where = $derived(desk.range ? 'in the range' : `in bar ${desk.gridLines.barAt(desk.caret.tick).bar + 1}`);
  const row = $derived.by(() => {
    const { pitch: pitches, id, clip } = desk.notes.columns;
    return Array.from(id.keys()).filter((i) => pitches[i] === pitch && desk.tracks.get(clip[i])?.id === desk.track.id);
  });
  const ids = $derived(row.map((i) => desk.notes.columns.id[i]));
  const inSpan = $derived(
    row.filter((i) => desk.notes.columns.start[i] >= span[0] && desk.notes.columns.start[i] < span[1]),
  );
  const allMuted = $derived(row.length > 0 && row.every((i) => desk.notes.columns.muted[i]));

  function run(line: string, on?: number[]): void {
    close();
    desk.run([line], { on });
    onmouse(line.split(' ')[0]);
  }

  const rotate = (by: string) =>
    run(
      `rotate by=${by}`,
      inSpan.map((i) => desk.notes.columns.id[i]),
    );

  const entries = $derived<{ title: string; why?: string; act: () => void }[]>([
    { title: 'Hear it', act: () => void player.sound([[pitch, desk.newNote.velocity, HEARD_SECONDS]]) },
    {
      title: `Select its ${row.length} notes`,
      ...(row.length === 0 && { why: 'There is no note in this row.' }),
      act: () => {
        desk.select(ids);
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
      title: 'Clear it',
      ...(inSpan.length === 0 && { why: `There is no note of the row ${where}.` }),
      act: () =>
        run(
          'delete',
          inSpan.map((i) => desk.notes.columns.id[i]),
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

<Floating {at} width={WIDTH} height={HEIGHT} role="menu" label={`The row of ${name}`} onkeydown={keys} {close}>
  <div class="overflow-auto p-1">
    <p class="px-2 pt-1 text-xs text-secondary">{name}: patterns go {where}</p>
    {#each entries as { title, why, act }, k (title)}
      <button
        class="block w-full cursor-pointer rounded px-2 py-0.5 text-left hover:bg-base-300 focus:bg-base-300 disabled:cursor-default disabled:opacity-50"
        role="menuitem"
        disabled={why !== undefined}
        title={why ?? ''}
        onclick={act}
        {@attach (button) => {
          if (k === 0) button.focus();
        }}>{title}</button
      >
    {/each}
  </div>
</Floating>
