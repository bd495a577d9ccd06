<script lang="ts">
  import { counted } from './music/counted';
  import Flag from '@lucide/svelte/icons/flag';
  import { onDestroy, untrack } from 'svelte';
  import { api } from './api';
  import type { Binding, Catalog, Phrase } from './api';
  import { entriesOf } from './commands/entries';
  import { Lasting } from './commands/lasting.svelte';
  import { parseLine } from './music/line';
  import { spanOf } from './commands/selecting';
  import type { SongView, Studio, Tab } from './commands/studio';
  import { followRows, followZoom } from './commands/following.svelte';
  import { momentKeys } from './commands/moment';
  import { movesInstead, runLines } from './commands/view';
  import { Dispatcher, type Pending } from './keys/dispatcher';
  import { Pasting } from './keys/pasting';
  import { afterFrame } from './look/layer';
  import PitchKeys from './roll/PitchKeys.svelte';
  import GiveKey from './shortcuts/GiveKey.svelte';
  import NotePane from './roll/NotePane.svelte';
  import PointerMenu from './roll/PointerMenu.svelte';
  import Roll from './roll/Roll.svelte';
  import ConductorLabels from './roll/ConductorLabels.svelte';
  import LeadSheet from './roll/LeadSheet.svelte';
  import Ruler from './roll/Ruler.svelte';
  import LaneBar from './lanes/LaneBar.svelte';
  import LaneStack from './lanes/LaneStack.svelte';
  import { Player } from './sound/player.svelte';
  import { go } from './songs/address.svelte';
  import { factsOf } from './desk/facts';
  import { Playing } from './desk/playing.svelte';
  import { Tuning } from './desk/tuning.svelte';
  import type { Shortcuts } from './keys/shortcuts.svelte';
  import { Shelf } from './commands/shelf.svelte';
  import type { RecipeBook } from './commands/recipes.svelte';
  import { Desk } from './desk/desk.svelte';
  import { settings } from './settings/settings.svelte';
  import { unsentOf } from './song/unsent';
  import { use, type How } from './commands/use.svelte';
  import { Walk } from './desk/walk.svelte';
  import Arrangement from './arrange/Arrangement.svelte';
  import SongStrip from './arrange/SongStrip.svelte';
  import Bench from './bench/Bench.svelte';
  import Coach from './frame/Coach.svelte';
  import KeyOverlay from './frame/KeyOverlay.svelte';
  import KeyStrip from './frame/KeyStrip.svelte';
  import NotesAsRows from './table/NotesAsRows.svelte';
  import Palette from './palette/Palette.svelte';
  import PlayingIn from './frame/PlayingIn.svelte';
  import StatusLine from './frame/StatusLine.svelte';
  import TopLine from './frame/TopLine.svelte';

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
    recipes: RecipeBook;
    openShortcuts: (page: 'keys' | 'use') => void;
    /** whether another view lies over this one and has the keys */
    covered: boolean;
  } = $props();

  const BARS_AT_FIRST = 6;

  let studio = $state.raw<Studio | null>(null);
  let failure = $state('');
  let view = $state<SongView>('roll');
  let palette = $state(false);
  let menu = $state.raw<{ x: number; y: number } | null>(null);
  let overlay = $state(false);
  /** lines that are to get a key */
  let unbound = $state.raw<string[] | null>(null);
  let tab = $state<Tab>('notes');
  let historyAsked = $state(0);
  let walk = $state.raw<Walk | null>(null);
  let pending = $state.raw<Pending>({ keys: '', digits: null });
  const asked = $state<Studio['asked']>({ shelfAsked: 'find' });
  let lesson = $state.raw<Binding | null>(null);
  let frame = 0;
  const lasting = new Lasting();

  open();

  async function open(): Promise<void> {
    failure = '';
    try {
      const unsent = unsentOf(songId);
      const opened = await api.open(songId, unsent?.open ?? [], unsent?.front ?? 0, '1/16', 0);
      const desk = new Desk(opened, catalog);
      const player = new Player(desk);
      desk.onHeard = (places) => void player.hear(places);
      desk.playhead = () => player.tick;
      desk.onRun = (lines) => recipes.record(lines);
      walk = new Walk(desk);
      studio = {
        desk,
        player,
        catalog,
        shortcuts,
        recipes,
        playing: new Playing(desk, player),
        shelf: new Shelf(desk, player),
        asked,
        tuning: new Tuning(desk),
        shown: () => view,
        reached: () => surface,
        show: (wanted) => (view = wanted),
        openPalette: () => (palette = true),
        openMenu,
        openBench,
        openShortcuts,
        giveKey: (lines) => (unbound = lines),
        showKeys: () => {
          overlay = true;
          return () => (overlay = false);
        },
        count: () => dispatcher.count(),
        leave: (to) => go(to === 'new-song' ? 'new' : null),
      };
      requestAnimationFrame(() => showBeginning(desk));
      void desk.opening.listen();
      player.prepareWhenIdle();
      desk.say('Drag a box around notes or press Ctrl+A, then use the keys shown below.', 'hint');
      if (unsent) {
        const { playing } = studio;
        playing.areAsked(unsent.jobs.map(({ request }) => request));
        desk.asking.takeUp(
          unsent,
          (line) => studio && runLines(studio, [line]),
          (request, isDone) => playing.settled(request, isDone),
        );
      }
    } catch (error) {
      failure = (error as Error).message;
    }
  }

  /** What can be done at a place of the page; left out, where the pointer is on the roll, or the caret. */
  function openMenu(x?: number, y?: number): void {
    if (!studio || surface === 'table') return;
    const { desk } = studio;
    if (surface === 'song') {
      const [first] = desk.arranging.placed;
      const box = document.querySelector('[data-testid=song-canvas]')?.getBoundingClientRect() ?? new DOMRect();
      const row = first?.row ?? desk.song.tracks.findIndex(({ id }) => id === desk.track.id);
      menu = {
        x: x ?? box.left + Math.max(0, desk.arranging.view.x(first?.clip.start ?? desk.caret.tick)),
        y: y ?? box.top + Math.max(0, desk.arranging.y(row)),
      };
      return;
    }
    const canvas =
      desk.pane.of === null ? '[data-testid=roll-canvas]' : `[data-testid=row-canvas][data-track="${desk.pane.of}"]`;
    const box = document.querySelector(canvas)?.getBoundingClientRect() ?? new DOMRect();
    const { tick, pitch } = desk.hands.at ?? desk.caret;
    const inside = (value: number, most: number) => Math.min(most, Math.max(0, value));
    menu = {
      x: x ?? box.left + inside(desk.view.x(tick), desk.view.width),
      y: y ?? box.top + inside(desk.view.y(pitch), desk.view.height),
    };
  }

  function openBench(wanted: Tab): void {
    settings.bench = true;
    tab = wanted;
    if (wanted === 'history') historyAsked++;
  }

  $effect(() => {
    if (studio) studio.desk.arranging.inSight = view === 'song';
  });
  // Only one thing is looked at: the edit being tuned, or the history.
  $effect(() => {
    if (studio?.tuning.edit) tab = 'notes';
  });
  $effect(() => {
    if (tab !== 'history') walk?.leave();
    if (tab !== 'notes') studio?.tuning.leave();
  });

  /** What keys reach: notes, also those of an opened row of the song, or else what the view shows. */
  const surface: SongView = $derived(view === 'song' && studio?.desk.rows.focused ? 'roll' : view);

  const moment = $derived(
    studio && walk
      ? momentKeys(
          studio,
          walk,
          { lasting: lasting.any ? endLasting : null, overlay: overlay ? () => (overlay = false) : null },
          surface,
          openFromSong,
          (line) => act([line], 'key'),
        )
      : [],
  );

  function tune(line: string): void {
    if (!studio) return;
    const said = parseLine(line);
    const edit = catalog.edits.find(({ name }) => name === said.name);
    settings.bench = true;
    if (edit && surface === 'song') view = 'roll';
    if (edit) studio.tuning.open(edit, said);
  }

  /** Opens clips in the roll, with their notes in sight. */
  function openFromSong(clips: number[]): void {
    if (!studio || clips.length === 0) return;
    const { desk } = studio;
    void desk.opening.clips(clips, clips.includes(desk.front) ? desk.front : clips[0]).then(() => {
      view = 'roll';
      const of = desk.arranging.all.filter(({ clip }) => clips.includes(clip.id)).map(({ clip }) => clip);
      const from = Math.min(...of.map(({ start }) => start));
      const to = Math.max(...of.map(({ start, length }) => start + length));
      requestAnimationFrame(() => {
        desk.view.fit(from, to, ...desk.pitches);
        focusRoll();
      });
    });
  }

  /** The first bars, with all pitches that occur. */
  function showBeginning(desk: Desk): void {
    const span = spanOf(desk);
    const end = desk.gridLines.barStart(desk.gridLines.barAt(span?.from ?? 0).bar + BARS_AT_FIRST);
    desk.view.fit(0, end, ...desk.pitches);
  }

  followRows(() => studio?.desk);
  followZoom(() => studio?.desk);

  const focusRoll = () => document.querySelector<HTMLElement>('[aria-label=Roll], [aria-label=Song]')?.focus();

  // Frames are asked for only while something sounds.
  $effect(() => {
    if (!studio?.player.active) return;
    const follow = () => {
      studio?.player.frame();
      frame = requestAnimationFrame(follow);
    };
    follow();
    return () => cancelAnimationFrame(frame);
  });

  onDestroy(() => {
    studio?.playing.leave();
    studio?.player.dispose();
    studio?.desk.asking.leave();
  });

  let byPointer = false;

  /** A list chosen from with the pointer lets go of the keys, so that the next one is an edit again. */
  function letGo(event: Event): void {
    if (byPointer && event.target instanceof HTMLSelectElement) event.target.blur();
  }

  /** Runs lines, counts how that was asked for, and shows the key of what was long done with the mouse. */
  function act(lines: string[], how: How, clipboard?: Phrase): (() => void) | undefined {
    if (!studio) return undefined;
    const said = lines.join('; ');
    noteUse(said, how);
    if (how !== 'key' && lasting.end(said)) {
      studio.desk.say('Ended', 'hint');
      return undefined;
    }
    const end = runLines(studio, lines, clipboard);
    if (!end || how === 'key') return end;
    if (catalog.view.some(({ name, stays }) => stays && name === said.split(' ')[0])) {
      end();
      return undefined;
    }
    lasting.begin(said, end);
    studio.desk.say(`Until Escape, or until it is chosen again: ${said}`, 'hint');
    return undefined;
  }

  function endLasting(): void {
    lasting.endAll();
    studio?.desk.say('Ended', 'hint');
  }

  function noteUse(line: string, how: How): void {
    const tell = use.note(line, how);
    lesson = (tell && settings.coach && shortcuts.map.bindings.find(({ run }) => run.join('; ') === line)) || null;
  }

  const run = (...lines: string[]) => void act(lines, 'mouse');
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
  const keyOf = (line: string) => shortcuts.keyOf(line);
  const entries = $derived(entriesOf(catalog, shortcuts.map.bindings, recipes.all));

  // What is said about the notes follows a frame after the notes themselves: the roll and the ear come first.
  let calm = $state(0);
  const calmDown = afterFrame(() => calm++);
  $effect(() => {
    void [studio?.desk.notes, studio?.desk.visible];
    calmDown();
  });
  const facts = $derived.by(() => {
    void [calm, studio];
    return studio && untrack(() => factsOf(studio!.desk));
  });
  const summary = $derived(
    facts &&
      `${facts.selected ? `${facts.count} of ${facts.total} notes selected` : `${counted(facts.total, 'note')}, none selected`}, pitches ${facts.pitches}, velocities ${facts.velocities}.`,
  );
</script>

<svelte:head><title>{studio?.desk.song.name ?? 'Song'} – Jactonic</title></svelte:head>
<svelte:window
  onkeydown={(event) => {
    byPointer = false;
    // To a browser Escape means to stop loading, which would break off what is being opened.
    if (!studio && event.key === 'Escape') event.preventDefault();
    // The second of two keys in a row, and what is typed into something, are no notes.
    const isFree = !covered && !palette && !menu && !unbound && pending.keys === '';
    if (isFree && studio?.playing.letters.press(event)) return;
    if (!covered) dispatcher.down(event, surface, Object.fromEntries(moment.map(([key, , does]) => [key, does])));
  }}
  onkeyup={(event) => {
    studio?.playing.letters.up(event);
    dispatcher.up(event);
  }}
  onblur={() => {
    studio?.playing.letters.release();
    dispatcher.release();
  }}
  onpointerdown={() => (byPointer = true)}
  onpagehide={() => studio?.desk.asking.leave()}
  onbeforeunload={(event) => {
    // What waits is kept over a reload, but not when the tab is closed: then one is asked.
    if (studio && studio.desk.waiting > 0) event.preventDefault();
  }}
  onpaste={(event) => !covered && pasting.take(event)}
/>

{#if studio && facts}
  {@const { desk, player, playing, tuning } = studio}
  <main
    onchange={letGo}
    class="grid h-full {view === 'song'
      ? 'grid-cols-[196px_minmax(0,1fr)_auto]'
      : 'grid-cols-[52px_minmax(0,1fr)_auto]'} grid-rows-[auto_auto_minmax(0,1fr)_auto_auto_24px_44px]"
    inert={covered}
  >
    <div class="col-span-3 grid">
      <TopLine {desk} {player} recorder={playing.recorder} {view} scales={catalog.scales} {keyOf} {run} />
    </div>
    {#if view === 'table'}
      <div class="col-span-2 col-start-1 row-span-3 row-start-2 grid min-h-0">
        <NotesAsRows {desk} />
      </div>
    {:else}
      <div class="flex min-w-0 flex-col border-r border-base-300 bg-base-200">
        <button
          class="btn h-[22px] w-full border-0 px-0 btn-ghost btn-xs"
          title="Tempo, meter, key or marker at the caret ({keyOf('conductor')})"
          aria-label="Tempo, meter, key or marker at the caret"
          onclick={() => run('conductor')}><Flag size={13} aria-hidden="true" /></button
        >
        <ConductorLabels {keyOf} />
      </div>
      {#if view === 'song'}
        <Ruler {desk} {player} view={desk.arranging.view} scales={catalog.scales} {run} />
        <Arrangement
          {desk}
          {player}
          {run}
          open={openFromSong}
          onwheel={(event) => dispatcher.wheel(event, surface)}
          onmenu={openMenu}
          onmouse={(line) => noteUse(line, 'mouse')}
          {keyOf}
          ondropped={(phrase, tick, row) => void studio?.shelf.put(phrase, tick, row)}
        />
      {:else}
        <div class="grid min-w-0">
          {#if settings.songStrip}<SongStrip {desk} {player} />{/if}
          <Ruler {desk} {player} scales={catalog.scales} {run} />
        </div>
        <div class="col-start-1 row-start-3 grid">
          <PitchKeys {desk} {player} {run} onmouse={(line) => noteUse(line, 'mouse')} />
        </div>
        <div class="col-start-2 row-start-3 grid min-h-0 min-w-0">
          <Roll
            {desk}
            {player}
            summary={summary ?? ''}
            onwheel={(event) =>
              // What is tried on the bench is turned where one looks.
              (!event.shiftKey &&
                !event.ctrlKey &&
                !event.altKey &&
                event.deltaY !== 0 &&
                tuning.turn(event.deltaY < 0 ? 1 : -1)) ||
              dispatcher.wheel(event, surface)}
            onmouse={(line) => noteUse(line, 'mouse')}
            onmenu={openMenu}
            ondropped={(phrase, tick) => void studio?.shelf.put(phrase, tick)}
          />
        </div>
        <LaneStack
          {desk}
          {keyOf}
          {run}
          onmenu={openMenu}
          onwheel={(event) => dispatcher.wheel(event, surface)}
          onmouse={(line) => noteUse(line, 'mouse')}
        />
      {/if}
    {/if}
    {#if settings.bench}
      <div class="col-start-3 row-span-3 row-start-2 grid min-h-0 w-[216px]">
        {#if walk}
          <Bench {studio} ofClips={surface === 'song'} {calm} {walk} {facts} bind:tab {historyAsked} {keyOf} {run} />
        {/if}
      </div>
    {/if}
    {#if settings.playingIn || playing.left}
      <div class="col-span-3 row-start-5 grid min-w-0">
        {#if playing.left}
          <p role="alert" class="flex items-center gap-2 border-t border-base-300 bg-base-100 px-3 py-1 text-sm">
            A take of {playing.left.size} events is not in the song.
            <button class="btn btn-xs btn-primary" onclick={() => void playing.takeLeft()}>Take it in</button>
            <button class="btn btn-xs" onclick={() => playing.forgetLeft()}>Leave it out</button>
          </p>
        {/if}
        {#if settings.playingIn}<PlayingIn {desk} {playing} {keyOf} {run} />{/if}
      </div>
    {/if}
    <div class="col-span-3 row-start-6 grid min-w-0">
      <StatusLine {desk} view={surface} {keyOf} {pending} recorded={recipes.recorded} {run}>
        {#if surface === 'roll'}<LaneBar {desk} {keyOf} {run} />{/if}
      </StatusLine>
    </div>
    <div class="col-span-3 row-start-7 grid min-w-0">
      <KeyStrip
        bindings={shortcuts.map.bindings.filter(({ key }) => !playing.letters.takes(key))}
        edits={catalog.edits}
        selected={surface === 'song' ? desk.arranging.placed.length > 0 : facts.selected || facts.points !== ''}
        where={surface}
        pending={pending.keys}
        {moment}
        instead={(lines) => (studio ? movesInstead(studio, lines) : '')}
        run={(lines) => act(lines, 'mouse')}
      />
    </div>
  </main>
  {#if !covered && desk.song.chords.length > 0}<LeadSheet {desk} />{/if}
  {#if lesson}
    <Coach binding={lesson} close={() => (lesson = null)} />
  {/if}
  {#if overlay}
    <KeyOverlay bindings={shortcuts.map.bindings.filter(({ key }) => !playing.letters.takes(key))} where={surface} />
  {/if}
  {#if desk.openNote !== null}
    <NotePane
      {desk}
      note={desk.openNote}
      onmouse={(line) => noteUse(line, 'mouse')}
      close={() => {
        desk.openNote = null;
        focusRoll();
      }}
    />
  {/if}
  {#if menu}
    <PointerMenu
      {desk}
      {entries}
      at={menu}
      run={(line) => act([line], 'mouse')}
      giveKey={(line) => (unbound = [line])}
      close={() => {
        menu = null;
        focusRoll();
      }}
    />
  {/if}
  {#if unbound}
    <GiveKey
      {shortcuts}
      lines={unbound}
      title={entries.find(({ line }) => line === unbound?.join('; '))?.title ?? unbound.join('; ')}
      where={surface}
      given={(key) => desk.say(`${key} does it from now on`)}
      close={() => (unbound = null)}
    />
  {/if}
  {#if palette}
    <Palette
      {desk}
      {catalog}
      {entries}
      run={(line) => act([line], 'palette')}
      {tune}
      giveKey={(line) => (unbound = [line])}
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
