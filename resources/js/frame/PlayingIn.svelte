<script lang="ts">
  import { LEAST_DELAY, MOST_DELAY } from '../playing/playing.svelte';
  import NumberField from '../look/NumberField.svelte';
  import { GRIDS } from '../music/grids';
  import { isBlackKey, pitchName } from '../music/pitch';
  import { padsOf, rowCalled } from '../song/row-names';
  import { setting, settings } from '../settings/settings.svelte';
  import { getStudio } from '../acting/studio';

  const { acting, contents, outputs, playing, status } = getStudio();
  const { run, keyOf } = acting;

  const OCTAVES = 3;
  const { letters, inputs } = $derived(playing);
  const lowest = $derived(48 + 12 * letters.octave);
  const keys = $derived(Array.from({ length: OCTAVES * 12 + 1 }, (_, k) => lowest + k).filter((pitch) => pitch <= 127));
  const whites = $derived(keys.filter((pitch) => !isBlackKey(pitch)));
  /** rows of drums that have a name, from the lowest up, which are played in place of piano keys */
  const pads = $derived(padsOf(contents.track));
  /** Where a black key lies, as a share of the width. */
  const left = (pitch: number) => (whites.filter((white) => white < pitch).length - 0.3) / whites.length;

  /** Keys that stay down until they are pressed again, with Shift. */
  const stay = new Set<number>();
  /** which key each pointer holds */
  const held = new Map<number, number>();

  /** The lower on a key it is hit, the louder: 1 at its top, 127 at its foot. */
  function velocityAt(event: PointerEvent): number {
    const box = (event.currentTarget as HTMLElement).getBoundingClientRect();
    return Math.min(127, Math.max(1, Math.round(((event.clientY - box.top) / box.height) * 127)));
  }

  function press(event: PointerEvent, pitch: number): void {
    if (event.button !== 0) return;
    event.preventDefault();
    (event.currentTarget as HTMLElement).releasePointerCapture(event.pointerId);
    if (stay.delete(pitch)) {
      playing.letGo(pitch, event.timeStamp);
      return;
    }
    playing.press(pitch, velocityAt(event), event.timeStamp);
    if (event.shiftKey) stay.add(pitch);
    else held.set(event.pointerId, pitch);
  }

  function letGo(event: PointerEvent): void {
    const pitch = held.get(event.pointerId);
    held.delete(event.pointerId);
    if (pitch !== undefined) playing.letGo(pitch, event.timeStamp);
  }

  let pedal = $state(false);
  function setPedal(down: boolean): void {
    pedal = down;
    playing.pedal(down, performance.now());
  }
</script>

{#snippet delay(id: string, label: string, value: number, set: (ms: number) => void)}
  <label for={id}>{label}</label>
  <NumberField
    {id}
    {label}
    min={LEAST_DELAY}
    max={MOST_DELAY}
    usual={0}
    unit="ms"
    size="input-xs px-1.5"
    {value}
    set={(ms) => set(Number(ms))}
    refuse={() => status.say(`Between ${LEAST_DELAY} and ${MOST_DELAY} ms.`, 'refused')}
  />
{/snippet}

<svelte:window onpointerup={letGo} onpointercancel={letGo} />

<section
  class="flex max-h-[45vh] min-w-0 flex-wrap items-stretch gap-3 overflow-auto border-t border-base-300 bg-base-200 px-3 py-2 text-xs"
  aria-label="Playing in"
>
  <div class="flex w-44 flex-none flex-col gap-1">
    <label class="flex items-center gap-2"
      ><input type="checkbox" class="toggle toggle-sm" checked={letters.on} onchange={() => run('letters')} />The
      letters play <kbd>{keyOf('letters')}</kbd></label
    >
    {#if letters.on}
      <p class="text-secondary">
        Octave {letters.octave > 0 ? '+' : ''}{letters.octave} <kbd>[</kbd> <kbd>]</kbd> · velocity
        {settings.velocities[letters.level]} <kbd>A</kbd> <kbd>F</kbd> <kbd>K</kbd> <kbd>’</kbd>
      </p>
      <label class="flex items-center gap-2"
        ><input
          type="checkbox"
          class="checkbox checkbox-xs"
          bind:checked={() => settings.upperRowLouder, (on) => setting.turn('upperRowLouder', on)}
        />The upper row is louder</label
      >
    {/if}
    <label class="flex items-center gap-2"
      ><input
        type="checkbox"
        class="toggle toggle-sm"
        checked={playing.steps.on}
        onchange={() => run('step-entry')}
      />Step by step <kbd>{keyOf('step-entry')}</kbd></label
    >
    <p class="flex items-center gap-2" data-testid="came-in">
      <span
        class="size-2.5 flex-none rounded-full {playing.down.size > 0 ? 'bg-accent' : 'bg-base-300'}"
        aria-hidden="true"
      ></span>
      <span class="truncate">{inputs.last ? `${inputs.last.from}: ${inputs.last.said}` : 'Nothing came in yet'}</span>
    </p>
  </div>

  <div class="flex min-w-0 flex-1 flex-col gap-1">
    {#if pads.length > 0}
      <div class="flex h-20 touch-none flex-wrap gap-0.5 overflow-y-auto select-none" role="group" aria-label="Pads">
        {#each pads as pitch (pitch)}
          <button
            tabindex="-1"
            class="h-9 max-w-28 min-w-14 flex-1 truncate rounded border border-base-300 px-1 text-2xs {playing.down.has(
              pitch,
            )
              ? 'bg-accent text-accent-content'
              : 'bg-base-100'}"
            aria-pressed={playing.down.has(pitch)}
            onpointerdown={(event) => press(event, pitch)}>{rowCalled(contents.track, pitch)}</button
          >
        {/each}
      </div>
    {/if}
    <div
      class="relative h-20 min-w-80 touch-none select-none"
      class:hidden={pads.length > 0}
      role="group"
      aria-label="Keyboard"
      data-drawn-keyboard
    >
      <div class="flex h-full">
        {#each whites as pitch (pitch)}
          <button
            tabindex="-1"
            class="flex-1 rounded-b border border-base-300 text-2xs {playing.down.has(pitch)
              ? 'bg-accent text-accent-content'
              : 'bg-base-100'} flex items-end justify-center pb-0.5"
            aria-label={pitchName(pitch)}
            aria-pressed={playing.down.has(pitch)}
            onpointerdown={(event) => press(event, pitch)}>{pitch % 12 === 0 ? pitchName(pitch) : ''}</button
          >
        {/each}
      </div>
      {#each keys.filter(isBlackKey) as pitch (pitch)}
        <button
          tabindex="-1"
          class="absolute top-0 h-3/5 rounded-b {playing.down.has(pitch) ? 'bg-accent' : 'bg-base-content'}"
          style:left="{left(pitch) * 100}%"
          style:width="{60 / whites.length}%"
          aria-label={pitchName(pitch)}
          aria-pressed={playing.down.has(pitch)}
          onpointerdown={(event) => press(event, pitch)}
        ></button>
      {/each}
    </div>
    <p class="flex flex-wrap items-center gap-x-3 text-secondary">
      <span>Low on a key is loud · Shift: it stays down</span>
      <label class="flex items-center gap-1" title="Start, stop and 24 clocks a quarter, to every MIDI output"
        ><input
          type="checkbox"
          class="checkbox checkbox-xs"
          bind:checked={() => settings.sendClock, (on) => setting.turn('sendClock', on)}
        />Send clock</label
      >
      <button class="btn btn-xs {pedal ? 'btn-primary' : ''}" aria-pressed={pedal} onclick={() => setPedal(!pedal)}
        >Pedal</button
      >
      <button
        class="btn btn-xs"
        title="Plays the selected notes, or all, as a hand would ({keyOf('perform seed=1')})"
        onclick={() => run('perform seed=1')}
        >{playing.performer.playing ? 'Stop the performer' : 'Performer plays'}</button
      >
    </p>
    {#if outputs.list.got.length > 0}
      <p class="truncate text-secondary" data-testid="sent">
        Sent: {outputs.list.got.slice(-6).join(' · ')}{outputs.list.clocks > 0
          ? ` · ${outputs.list.clocks} clocks`
          : ''}
      </p>
    {/if}
  </div>

  <div
    class="grid w-[42rem] max-w-full flex-none grid-cols-[auto_minmax(9.5rem,1fr)_auto_minmax(9.5rem,1fr)] content-start max-lg:w-[21rem] max-lg:grid-cols-[minmax(0,1fr)_9.5rem] items-center gap-x-2 gap-y-1"
  >
    <label for="input">Keyboard</label>
    <span class="flex gap-1">
      <select
        id="input"
        class="select min-w-0 flex-1 select-xs"
        bind:value={() => settings.input, (input) => setting.takes({ input })}
      >
        <option value="">all</option>
        {#each inputs.all as { id, name } (id)}<option value={id}>{name}</option>{/each}
        {#if settings.input && !inputs.all.some(({ id }) => id === settings.input)}
          <option value={settings.input}>one that is not here</option>
        {/if}
      </select>
      <button class="btn px-1 btn-xs" title="Ask for MIDI keyboards ({keyOf('midi')})" onclick={() => run('midi')}
        >MIDI</button
      >
    </span>
    {#if inputs.problem}<p role="alert" class="col-span-4 text-error">{inputs.problem}</p>{/if}
    <label for="count-in">Count-in, bars</label>
    <select
      id="count-in"
      class="select select-xs"
      bind:value={() => settings.countIn, (countIn) => setting.takes({ countIn })}
    >
      {#each [0, 1, 2, 3, 4] as bars (bars)}<option value={bars}>{bars}</option>{/each}
    </select>
    <label for="quantize-in">Quantize what I play</label>
    <select
      id="quantize-in"
      class="select select-xs"
      bind:value={() => settings.quantizeIn, (quantizeIn) => setting.takes({ quantizeIn })}
    >
      <option value="">no, as played</option>
      {#each GRIDS as grid (grid)}<option value={grid}>to {grid}</option>{/each}
    </select>
    {#if settings.quantizeIn}
      <span>Swing, strength</span>
      <span class="flex gap-1">
        <NumberField
          label="Swing of what comes in, 0 to 150"
          min={0}
          max={150}
          usual={0}
          size="input-xs px-1.5"
          value={settings.swingIn}
          set={(value) => setting.takes({ swingIn: Number(value) })}
        />
        <NumberField
          label="Strength of what comes in, in %"
          min={0}
          max={100}
          usual={100}
          unit="%"
          size="input-xs px-1.5"
          value={settings.strengthIn}
          set={(value) => setting.takes({ strengthIn: Number(value) })}
        />
      </span>
    {/if}
    <label for="replaces">Notes already there</label>
    <select
      id="replaces"
      class="select select-xs"
      bind:value={() => settings.replaces, (replaces) => setting.takes({ replaces })}
    >
      <option value={false}>stay</option>
      <option value={true}>are replaced</option>
    </select>
    <span>The range</span>
    <span class="flex gap-2 whitespace-nowrap">
      <label class="flex items-center gap-1" title="Only what is played in the range is taken in, and replaced"
        ><input
          type="checkbox"
          class="checkbox checkbox-xs"
          bind:checked={() => settings.punch, (on) => setting.turn('punch', on)}
        />alone</label
      >
      <label class="flex items-center gap-1" title="Without a loop the recording ends with the range"
        ><input
          type="checkbox"
          class="checkbox checkbox-xs"
          bind:checked={() => settings.endsWithRange, (on) => setting.turn('endsWithRange', on)}
        />ends it</label
      >
    </span>
    <label for="layers">Each round of a loop</label>
    <select
      id="layers"
      class="select select-xs"
      bind:value={() => settings.layers, (layers) => setting.takes({ layers })}
    >
      <option value={true}>is a layer of its own</option>
      <option value={false}>goes into the clip</option>
    </select>
    {@render delay('output-delay', 'Sound reaches me late by, ms', settings.outputDelay, (outputDelay) =>
      setting.takes({ outputDelay }),
    )}
    {@render delay('input-delay', 'My playing arrives late by, ms', settings.inputDelay, (inputDelay) =>
      setting.takes({ inputDelay }),
    )}
    <span class="col-span-3 text-right" data-testid="delay-test" aria-live="polite"
      >{playing.delayTest.click === null
        ? ''
        : `Click ${playing.delayTest.click} of ${playing.delayTest.clicks}: tap`}</span
    >
    <button
      class="btn btn-xs"
      title="Plays clicks to tap to, and sets how late playing comes in ({keyOf('delay-test')})"
      onclick={() => run('delay-test')}>{playing.delayTest.click === null ? 'Measure' : 'Leave the test'}</button
    >
  </div>
</section>
