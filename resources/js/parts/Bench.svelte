<script lang="ts">
  import { VOICE_NAMES } from '../sound/voices';
  import { timingOf, type Facts } from '../state/facts';
  import type { Session } from '../state/session.svelte';
  import { settings } from '../state/settings.svelte';
  import TimingPicture from './TimingPicture.svelte';

  let { session, facts }: { session: Session; facts: Facts } = $props();

  const timing = $derived.by(() => {
    void session.version;
    return timingOf(session);
  });
  const rows = $derived<[string, string][]>([
    ['Pitch', facts.pitches],
    ['Velocity', facts.velocities],
    ['Length', facts.lengths],
    ['Span', facts.span],
    ['Moved', facts.count ? `${facts.moved} not where they were played` : '–'],
    ['Muted', `${facts.muted}`],
  ]);
</script>

<aside
  class="flex min-h-0 flex-col gap-4 overflow-auto border-l border-base-300 bg-base-200 p-3 text-sm"
  aria-label="Bench"
>
  <section aria-labelledby="bench-selection">
    <h2 id="bench-selection" class="font-semibold">
      {facts.selected ? `${facts.count} of ${facts.total} notes selected` : `All ${facts.total} notes; none selected`}
    </h2>
    <dl class="mt-1 grid grid-cols-[4rem_1fr] gap-x-2 gap-y-0.5 text-xs">
      {#each rows as [name, value] (name)}
        <dt class="text-secondary">{name}</dt>
        <dd>{value}</dd>
      {/each}
    </dl>
  </section>

  <section aria-labelledby="bench-timing">
    <h2 id="bench-timing" class="mb-1 font-semibold">
      Timing against {session.grid}{session.swing ? `, swing ${session.swing}` : ''}
    </h2>
    <TimingPicture {timing} count={facts.count} grid={session.grid} />
  </section>

  <section aria-labelledby="bench-track">
    <h2 id="bench-track" class="mb-1 font-semibold">Tracks</h2>
    {#each session.song.tracks as track (track.id)}
      <div
        role="group"
        aria-label={track.name}
        class="mb-2 border-l-4 pl-2"
        style:border-color="var(--ink-{track.colour})"
      >
        <div class="text-xs {track.id === session.trackId ? 'font-semibold' : ''}">{track.name}</div>
        <div class="flex items-center gap-1">
          <input
            type="range"
            class="range range-xs min-w-0 flex-1"
            min="0"
            max="100"
            aria-label="Volume of {track.name} in %"
            value={track.volume}
            onchange={(event) => session.changeTrack(track, { volume: Number(event.currentTarget.value) })}
          />
          <label class="flex items-center gap-1 text-xs">
            <input
              type="checkbox"
              class="checkbox checkbox-xs"
              checked={track.muted}
              onchange={(event) => session.changeTrack(track, { muted: event.currentTarget.checked })}
            />
            mute<span class="sr-only"> {track.name}</span>
          </label>
        </div>
        {#if track.id === session.trackId}
          <label class="mt-1 flex items-center gap-2 text-xs">
            Voice
            <select
              class="select select-xs flex-1"
              value={track.voice}
              onchange={(event) =>
                session.changeTrack(track, { voice: event.currentTarget.value as (typeof VOICE_NAMES)[number] })}
            >
              {#each VOICE_NAMES as voice (voice)}<option value={voice}>{voice}</option>{/each}
            </select>
          </label>
        {/if}
      </div>
    {/each}
    <label class="flex items-center gap-2 text-xs">
      All
      <input
        type="range"
        class="range range-xs min-w-0 flex-1"
        min="0"
        max="100"
        aria-label="Volume of everything in %"
        bind:value={settings.volume}
      />
    </label>
  </section>
</aside>
