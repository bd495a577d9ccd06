<script lang="ts">
  import { onDestroy, untrack } from 'svelte';
  import { api } from '../api/client';
  import type { Binding, Catalog, Phrase, Place } from '../api/types';
  import { entriesOf } from '../commands/entries';
  import { parseLine } from '../commands/line';
  import { spanOf } from '../commands/selecting';
  import type { Stage, Tab } from '../commands/stage';
  import { runLines } from '../commands/view';
  import { cap } from '../keys/chord';
  import { Dispatcher, type Pending } from '../keys/dispatcher';
  import { Pasting } from '../keys/pasting';
  import { afterFrame } from '../roll/layer';
  import PitchKeys from '../roll/PitchKeys.svelte';
  import Roll from '../roll/Roll.svelte';
  import Ruler from '../roll/Ruler.svelte';
  import VelocityLane from '../roll/VelocityLane.svelte';
  import { Player } from '../sound/player.svelte';
  import { go } from '../state/address.svelte';
  import { factsOf } from '../state/facts';
  import { EditAtHand } from '../state/hand.svelte';
  import type { Shortcuts } from '../state/keymap.svelte';
  import type { RecipeShelf } from '../state/recipes.svelte';
  import { Session } from '../state/session.svelte';
  import { settings } from '../state/settings.svelte';
  import { use, type How } from '../state/use.svelte';
  import { Walk } from '../state/walk.svelte';
  import Bench from './Bench.svelte';
  import Coach from './Coach.svelte';
  import KeyOverlay from './KeyOverlay.svelte';
  import KeyStrip from './KeyStrip.svelte';
  import NoteTable from './NoteTable.svelte';
  import Palette from './Palette.svelte';
  import StatusLine from './StatusLine.svelte';
  import TopLine from './TopLine.svelte';

  let {
    songId,
    catalog,
    shortcuts,
    recipes,
    openShortcuts,
    covered,
  }: {
    songId: number;
    catalog: Catalog;
    shortcuts: Shortcuts;
    recipes: RecipeShelf;
    openShortcuts: (page: 'keys' | 'use') => void;
    /** whether another view lies over this one and has the keys */
    covered: boolean;
  } = $props();

  const BARS_AT_FIRST = 6;

  let stage = $state.raw<Stage | null>(null);
  let failure = $state('');
  let table = $state(false);
  let palette = $state(false);
  let overlay = $state(false);
  let tab = $state<Tab>('notes');
  let historyAsked = $state(0);
  let walk = $state.raw<Walk | null>(null);
  let pending = $state.raw<Pending>({ keys: '', digits: null });
  let lesson = $state.raw<Binding | null>(null);
  let frame = 0;

  open();

  async function open(): Promise<void> {
    failure = '';
    try {
      const [song, grid] = await Promise.all([api.song(songId), api.grid(songId, '1/16', 0)]);
      const session = new Session(song, grid);
      const player = new Player(session);
      session.onHeard = (places) => void player.hear(places);
      await session.openTrack(song.tracks[0]);
      session.playhead = () => player.tick;
      session.onRun = (lines) => recipes.record(lines);
      walk = new Walk(session);
      stage = {
        session,
        player,
        catalog,
        shortcuts,
        recipes,
        hand: new EditAtHand(session),
        toggleTable: () => (table = !table),
        openPalette: () => (palette = true),
        openBench,
        openShortcuts,
        showKeys: () => {
          overlay = true;
          return () => (overlay = false);
        },
        count: () => dispatcher.count(),
        leave: () => go(null),
      };
      requestAnimationFrame(() => showBeginning(session));
      session.say('Drag a box around notes or press Ctrl+A, then use the keys shown below.', 'hint');
    } catch (error) {
      failure = (error as Error).message;
    }
  }

  function openBench(wanted: Tab): void {
    settings.bench = true;
    tab = wanted;
    if (wanted === 'history') historyAsked++;
  }

  // Only one thing is looked at: the edit at hand, or the history.
  $effect(() => {
    if (stage?.hand.edit) tab = 'notes';
  });
  $effect(() => {
    if (tab !== 'history') walk?.leave();
    if (tab !== 'notes') stage?.hand.leave();
  });

  /** What some keys do while a result is looked at. */
  const moment = $derived.by((): [key: string, strip: string, act: () => void][] => {
    if (!stage || !walk) return [];
    const { hand, session } = stage;
    const here = walk;
    const looks = shortcuts
      .of('flip')
      .filter(({ held }) => !held)
      .map(({ key }): (typeof moment)[number] => [key, 'before and after', () => act(['flip'], 'key')]);
    if (overlay) return [['Escape', 'close', () => (overlay = false)]];
    if (hand.edit) return [['Enter', 'do it', () => hand.commit()], ['Escape', 'leave', () => hand.leave()], ...looks];
    if (session.lookedAt !== undefined)
      return [['Enter', 'go there', () => here.go()], ['Escape', 'leave', () => here.leave()], ...looks];
    return [];
  });

  function tune(line: string): void {
    if (!stage) return;
    const said = parseLine(line);
    const edit = catalog.edits.find(({ name }) => name === said.name);
    settings.bench = true;
    if (edit) stage.hand.open(edit, said);
  }

  /** The first bars, with all pitches that occur. */
  function showBeginning(session: Session): void {
    const span = spanOf(session);
    const end = session.lines.barStart(session.lines.barAt(span?.from ?? 0).bar + BARS_AT_FIRST);
    session.view.fit(0, end, span?.low ?? 55, span?.high ?? 67);
  }

  // Frames are asked for only while something sounds.
  $effect(() => {
    if (!stage?.player.active) return;
    const follow = () => {
      stage?.player.frame();
      frame = requestAnimationFrame(follow);
    };
    follow();
    return () => cancelAnimationFrame(frame);
  });

  onDestroy(() => {
    stage?.player.dispose();
  });

  let byPointer = false;

  /** A list chosen from with the pointer lets go of the keys, so that the next one is an edit again. */
  function letGo(event: Event): void {
    if (byPointer && event.target instanceof HTMLSelectElement) event.target.blur();
  }

  /** Runs lines, counts how that was asked for, and shows the key of what was long done with the mouse. */
  function act(lines: string[], how: How, clipboard?: Phrase): (() => void) | undefined {
    if (!stage) return undefined;
    noteUse(lines.join('; '), how);
    return runLines(stage, lines, clipboard);
  }

  function noteUse(line: string, how: How): void {
    const tell = use.note(line, how);
    lesson = (tell && settings.coach && shortcuts.map.bindings.find(({ run }) => run.join('; ') === line)) || null;
  }

  const run = (line: string) => void act([line], 'mouse');
  const pasting = new Pasting((line, clipboard) => act([line], 'key', clipboard));
  const dispatcher = $derived(
    new Dispatcher(
      shortcuts.map.bindings,
      ({ run: lines, key }, times) =>
        act(Array.from({ length: times }, () => lines).flat(), key.includes('Wheel') ? 'wheel' : 'key'),
      (now) => (pending = now),
      (chord, binding) => pasting.begin(chord, binding.run[0]),
    ),
  );
  const where = $derived<Place>(table ? 'table' : 'roll');
  const keyOf = (line: string) => cap(shortcuts.of(line).find(({ held }) => !held)?.key ?? '');
  const entries = $derived(entriesOf(catalog, shortcuts.map.bindings, recipes.all));

  // What is said about the notes follows a frame after the notes themselves: the roll and the ear come first.
  let calm = $state(0);
  const calmDown = afterFrame(() => calm++);
  $effect(() => {
    void [stage?.session.version, stage?.session.visible];
    calmDown();
  });
  const facts = $derived.by(() => {
    void [calm, stage];
    return stage && untrack(() => factsOf(stage!.session));
  });
  const summary = $derived(
    facts &&
      `${facts.selected ? `${facts.count} of ${facts.total} notes selected` : `${facts.total} notes, none selected`}, pitches ${facts.pitches}, velocities ${facts.velocities}.`,
  );
</script>

<svelte:head><title>{stage?.session.song.name ?? 'Song'} – Jactonic</title></svelte:head>
<svelte:window
  onkeydown={(event) => {
    byPointer = false;
    if (!covered) dispatcher.down(event, where, Object.fromEntries(moment.map(([key, , does]) => [key, does])));
  }}
  onkeyup={(event) => dispatcher.up(event)}
  onblur={() => dispatcher.release()}
  onpointerdown={() => (byPointer = true)}
  onpaste={(event) => !covered && pasting.take(event)}
/>

{#if stage && facts}
  {@const { session, player } = stage}
  <main
    onchange={letGo}
    class="grid h-full grid-cols-[52px_minmax(0,1fr)_auto] grid-rows-[40px_22px_minmax(0,1fr)_60px_24px_44px]"
    inert={covered}
  >
    <div class="col-span-3 grid">
      <TopLine {session} {player} {table} scales={catalog.scales} {keyOf} {run} />
    </div>
    {#if table}
      <div class="col-span-2 col-start-1 row-span-3 row-start-2 grid min-h-0">
        <NoteTable {session} />
      </div>
    {:else}
      <div class="border-r border-base-300 bg-base-200"></div>
      <Ruler {session} {player} />
      <div class="col-start-1 row-start-3 grid"><PitchKeys {session} {player} /></div>
      <div class="col-start-2 row-start-3 grid min-h-0 min-w-0">
        <Roll
          {session}
          {player}
          summary={summary ?? ''}
          onwheel={(event) => dispatcher.wheel(event, where)}
          onmouse={(line) => noteUse(line, 'mouse')}
        />
      </div>
      <div
        class="col-start-1 row-start-4 border-t border-r border-base-300 bg-base-200 p-1 text-[0.6875rem] leading-tight"
      >
        Velocity<br />1–127
      </div>
      <div class="col-start-2 row-start-4 grid min-w-0"><VelocityLane {session} /></div>
    {/if}
    {#if settings.bench}
      <div class="col-start-3 row-span-3 row-start-2 grid min-h-0 w-[216px]">
        {#if walk}
          <Bench {stage} {calm} {walk} {facts} bind:tab {historyAsked} {keyOf} {run} />
        {/if}
      </div>
    {/if}
    <div class="col-span-3 row-start-5 grid min-w-0">
      <StatusLine {session} {pending} recorded={recipes.recorded} {run} />
    </div>
    <div class="col-span-3 row-start-6 grid min-w-0">
      <KeyStrip
        bindings={shortcuts.map.bindings}
        edits={catalog.edits}
        selected={facts.selected}
        {where}
        pending={pending.keys}
        {moment}
        run={(lines) => act(lines, 'mouse')}
      />
    </div>
  </main>
  {#if lesson}
    <Coach binding={lesson} close={() => (lesson = null)} />
  {/if}
  {#if overlay}
    <KeyOverlay bindings={shortcuts.map.bindings} {where} />
  {/if}
  {#if palette}
    <Palette
      {session}
      {catalog}
      {entries}
      run={(line) => act([line], 'palette')}
      {tune}
      close={() => (palette = false)}
    />
  {/if}
{:else if failure}
  <main class="grid h-full place-content-center gap-3 text-center">
    <p role="alert">{failure}</p>
    <div class="flex justify-center gap-2">
      <button class="btn btn-primary" onclick={open}>Try again</button>
      <button class="btn" onclick={() => go(null)}>Song list</button>
    </div>
  </main>
{:else}
  <main class="grid h-full place-content-center"><p role="status">Opening the song …</p></main>
{/if}
