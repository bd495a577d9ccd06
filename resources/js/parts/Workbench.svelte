<script lang="ts">
  import { onDestroy } from 'svelte';
  import { api } from '../api/client';
  import type { Catalog } from '../api/types';
  import { runLine, spanOf, type Stage } from '../commands/view';
  import { cap } from '../keys/chord';
  import { Dispatcher } from '../keys/dispatcher';
  import PitchKeys from '../roll/PitchKeys.svelte';
  import Roll from '../roll/Roll.svelte';
  import Ruler from '../roll/Ruler.svelte';
  import VelocityLane from '../roll/VelocityLane.svelte';
  import { Player } from '../sound/player.svelte';
  import { go } from '../state/address.svelte';
  import { factsOf } from '../state/facts';
  import { Session } from '../state/session.svelte';
  import { settings } from '../state/settings.svelte';
  import Bench from './Bench.svelte';
  import KeyStrip from './KeyStrip.svelte';
  import NoteTable from './NoteTable.svelte';
  import StatusLine from './StatusLine.svelte';
  import TopLine from './TopLine.svelte';

  let { songId, catalog }: { songId: number; catalog: Catalog } = $props();

  const BARS_AT_FIRST = 6;

  let stage = $state.raw<Stage | null>(null);
  let failure = $state('');
  let table = $state(false);
  let frame = 0;

  open();

  async function open(): Promise<void> {
    failure = '';
    try {
      const song = await api.song(songId);
      const session = new Session(song, await api.grid(songId, '1/16', 0));
      const player = new Player(session);
      session.onHeard = (places) => void player.hear(places);
      await session.openTrack(song.tracks[0]);
      stage = { session, player, toggleTable: () => (table = !table), leave: () => go(null) };
      requestAnimationFrame(() => showBeginning(session));
      session.say('Drag a box around notes or press Ctrl+A, then use the keys shown below.', 'hint');
    } catch (error) {
      failure = (error as Error).message;
    }
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

  const run = (line: string) => stage && runLine(stage, line);
  const dispatcher = $derived(new Dispatcher(catalog.keys, run));
  const keyOf = (line: string) => cap(catalog.keys.find((binding) => binding.run === line)?.key ?? '');
  const facts = $derived.by(() => {
    void stage?.session.version;
    return stage && factsOf(stage.session);
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
    dispatcher.handle(event);
  }}
  onpointerdown={() => (byPointer = true)}
/>

{#if stage && facts}
  {@const { session, player } = stage}
  <main
    onchange={letGo}
    class="grid h-full grid-cols-[52px_minmax(0,1fr)_auto] grid-rows-[40px_22px_minmax(0,1fr)_60px_24px_44px]"
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
        <Roll {session} {player} summary={summary ?? ''} />
      </div>
      <div
        class="col-start-1 row-start-4 border-t border-r border-base-300 bg-base-200 p-1 text-[0.6875rem] leading-tight"
      >
        Velocity<br />1–127
      </div>
      <div class="col-start-2 row-start-4 grid min-w-0"><VelocityLane {session} /></div>
    {/if}
    {#if settings.bench}
      <div class="col-start-3 row-span-3 row-start-2 grid min-h-0 w-[216px]"><Bench {session} {facts} /></div>
    {/if}
    <div class="col-span-3 row-start-5 grid min-w-0"><StatusLine {session} /></div>
    <div class="col-span-3 row-start-6 grid min-w-0">
      <KeyStrip bindings={catalog.keys} selected={facts.selected} {run} />
    </div>
  </main>
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
