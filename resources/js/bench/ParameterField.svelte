<script lang="ts">
  import type { Parameter } from '../api';
  import { valuesOf } from '../commands/completion';
  import { amountFromWords, amountInWords, stepped } from '../commands/stepping';
  import NumberField from '../look/NumberField.svelte';
  import { turning } from '../look/turning';
  import CurveField from './CurveField.svelte';

  let {
    parameter,
    tracks = [],
    used = [],
    value = $bindable(),
  }: {
    parameter: Parameter;
    /** the names of the song's tracks */
    tracks?: readonly string[];
    /** values it had before, the last one first */
    used?: readonly string[];
    value: string;
  } = $props();

  const WIDEST_SLIDER = 1000;
  const id = $props.id();
  const { name, kind, help, allowed, options = [], words = [], unit = '' } = $derived(parameter);
  const isNumber = $derived(['whole-number', 'curve', 'tempo'].includes(kind));
  const [min, max] = $derived([parameter.min ?? 0, parameter.max ?? 0]);
  const isWord = $derived(words.includes(value));
  const absent = $derived(parameter.absent || 'default');
  const label = $derived(`${name}, ${allowed}`);
  const usualNumber = $derived(
    parameter.default === null || isNaN(Number(parameter.default)) ? null : Number(parameter.default),
  );
  const resting = $derived(Number.parseFloat(parameter.absent ?? ''));
  /** Where the slider stands: at what holds where nothing is written, as far as that is a number. */
  const standing = $derived(value !== '' ? Number(value) : isNaN(resting) ? Math.max(0, min) : resting);

  /** Steps what is written; where that is nothing to step, or with Alt, goes through the values it had before. */
  function arrows(event: KeyboardEvent): void {
    if (event.key !== 'ArrowUp' && event.key !== 'ArrowDown') return;
    const by = event.key === 'ArrowUp' ? 1 : -1;
    const isStepped = isNumber || kind === 'choice' || kind === 'grid' || stepped(value, by) !== value;
    if (event.altKey || (!isStepped && kind !== 'velocities')) {
      const at = used.indexOf(value) + by;
      if (at >= 0 && at < used.length) value = used[at];
    } else if (isNumber || kind === 'choice' || kind === 'grid' || kind === 'velocities') {
      return;
    } else {
      value = stepped(value, by);
    }
    event.preventDefault();
    event.stopPropagation();
  }
</script>

<!-- The arrows of whichever control of it has the focus. -->
<div
  class="grid grid-cols-[1fr_6.25rem] items-center gap-x-1"
  title="{help} {allowed}{used.length > 0 ? ` Alt ↑: ${used.join(', ')}` : ''}"
  data-parameter={name}
  onkeydowncapture={arrows}
>
  <label for={id} class="text-xs">
    <span class="inline-block first-letter:uppercase">{name}</span>{#if unit && unit !== name}<span
        class="ml-1 text-secondary">{unit}</span
      >{/if}
  </label>
  <p class="order-last col-span-2 text-2xs leading-tight text-secondary">{help}</p>
  {#if kind === 'choice' && options.length === 2 && options.includes('on')}
    <input
      {id}
      type="checkbox"
      class="toggle justify-self-end"
      aria-label={label}
      checked={value === 'on'}
      onchange={(event) => (value = event.currentTarget.checked ? 'on' : 'off')}
    />
  {:else if kind === 'choice' || kind === 'grid'}
    <select {id} class="select w-full select-xs" aria-label={label} bind:value>
      {#if parameter.default == null}<option value="">{absent}</option>{/if}
      {#each kind === 'grid' ? valuesOf(parameter) : options as option (option)}
        <option value={option}>{option === 'grid' ? 'the grid' : (parameter.titles?.[option] ?? option)}</option>
      {/each}
      {#if value && ![...valuesOf(parameter)].includes(value)}<option {value}>{value}</option>{/if}
    </select>
  {:else if isNumber}
    <span class="flex gap-1">
      {#if words.length > 0}
        <select
          class="select min-w-0 flex-1 select-xs"
          aria-label="{name}: a word or a number"
          value={isWord ? value : ''}
          onchange={(event) => (value = event.currentTarget.value || String(Math.round((min + max) / 2)))}
        >
          {#each words as word (word)}<option value={word}>{word}</option>{/each}
          <option value="">a number</option>
        </select>
      {/if}
      {#if !isWord}
        <NumberField
          {id}
          {label}
          {value}
          {min}
          {max}
          {unit}
          usual={usualNumber}
          placeholder={absent}
          whole={kind !== 'tempo'}
          live
          size="input-xs px-1.5"
          set={(next) => (value = next)}
        />
      {/if}
    </span>
    {#if kind === 'curve'}
      <CurveField {name} value={Number(value) || 0} set={(next) => (value = String(next))} />
    {:else if !isWord && max - min <= WIDEST_SLIDER}
      <input
        type="range"
        class="slider col-span-2 w-full"
        aria-label="{name} as a slider"
        {min}
        {max}
        value={standing}
        oninput={(event) => (value = event.currentTarget.value)}
        {@attach turning(() => ({
          value: standing,
          min,
          max,
          step: Math.max(1, Math.round((max - min) / 100)),
          usual: usualNumber,
          set: (next) => (value = String(Math.round(next))),
        }))}
      />
    {/if}
  {:else if kind === 'velocities'}
    <input {id} class="input w-full input-xs" aria-label={label} bind:value list="{id}-values" />
    <span class="col-span-2 mt-0.5 flex h-6 items-end gap-px" aria-hidden="true">
      {#each value.split(',') as velocity, k (k)}
        <span class="max-w-4 flex-1 bg-primary" style:height="{Math.min(100, (Number(velocity) / 127) * 100)}%"></span>
      {/each}
    </span>
  {:else}
    <input
      {id}
      class="input w-full input-xs"
      aria-label={label}
      placeholder={absent}
      autocomplete="off"
      spellcheck="false"
      list="{id}-values"
      bind:value={
        () => (kind === 'amount' ? amountInWords(value) : value),
        (text) => (value = kind === 'amount' ? amountFromWords(text) : text)
      }
      onwheel={(event) => {
        if (stepped(value, 1) === value) return;
        event.preventDefault();
        value = stepped(value, event.deltaY < 0 ? 1 : -1);
      }}
      ondblclick={() => (value = parameter.default ?? value)}
    />
  {/if}
  {#if !isNumber && kind !== 'choice' && kind !== 'grid'}
    <datalist id="{id}-values">
      {#each valuesOf(parameter, tracks) as offer (offer)}<option value={offer}></option>{/each}
    </datalist>
  {/if}
</div>
