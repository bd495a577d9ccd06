<script lang="ts">
  import { held, stepOf, turning, type Turned } from './turning';

  let {
    id,
    label,
    value,
    min,
    max,
    step = 1,
    usual = null,
    unit = '',
    placeholder = '',
    whole = true,
    live = false,
    size = 'input-sm px-1.5',
    set,
    refuse = () => undefined,
  }: {
    id?: string;
    label: string;
    /** as written; empty where there is none */
    value: string | number;
    min: number;
    max: number;
    step?: number;
    /** what a double press returns to */
    usual?: number | null;
    unit?: string;
    placeholder?: string;
    whole?: boolean;
    /** whether what is typed counts at once, rather than when it is done */
    live?: boolean;
    size?: string;
    /** told a number; '' where the field was emptied and may be */
    set: (value: string) => void;
    /** told where what was typed is no number, or out of range; it is put back then */
    refuse?: () => void;
  } = $props();

  let input = $state<HTMLInputElement>();
  const turned = (): Turned => ({
    // Without a value it begins where there is nothing of it.
    value: Number(value === '' ? (usual ?? Math.max(min, Math.min(max, 0))) : value) || 0,
    min,
    max,
    step,
    usual,
    set: (next) => set(String(whole ? Math.round(next) : next)),
  });

  /** A number with or without its unit; null where it is none. */
  function read(text: string): string | null {
    const found = /^\s*([+-]?\d+(?:[.,]\d+)?)\s*(\D*)$/.exec(text);
    if (text.trim() === '') return '';
    if (!found || (found[2].trim() !== '' && !isUnit(found[2].trim()))) return null;
    const number = Number(found[1].replace(',', '.'));
    return String(whole ? Math.round(number) : number);
  }

  /** The unit in full, or as it begins: “semi” for semitones. */
  const isUnit = (text: string) => unit.toLowerCase().startsWith(text.toLowerCase());

  function done(): void {
    const said = read(input!.value);
    // What is tried on the bench is refused there, in the words of its edit.
    const fits = said !== null && (live || (said !== '' && Number(said) >= min && Number(said) <= max));
    if (!fits) refuse();
    else if (said !== String(value)) set(said);
    input!.value = String(fits ? said : value);
  }

  function keys(event: KeyboardEvent): void {
    const by = { ArrowUp: 1, ArrowDown: -1 }[event.key];
    if (by === undefined || event.ctrlKey || event.metaKey) return;
    event.preventDefault();
    const now = turned();
    now.set(held(now, (Number(read(input!.value) || now.value) || 0) + by * stepOf(event, now)));
  }
</script>

<input
  bind:this={input}
  {id}
  class="input {size} w-full cursor-ns-resize focus:cursor-text"
  type="text"
  inputmode={whole ? 'numeric' : 'decimal'}
  role="spinbutton"
  aria-label={label}
  aria-valuenow={value === '' ? undefined : Number(value)}
  aria-valuemin={min}
  aria-valuemax={max}
  aria-valuetext={value === '' ? placeholder : `${value} ${unit}`.trim()}
  title="{label}. Wheel or drag up and down: change · Shift: large steps{usual === null
    ? ''
    : ` · double press: ${usual}`}"
  autocomplete="off"
  {placeholder}
  {value}
  onkeydown={keys}
  oninput={() => {
    const said = live ? read(input!.value) : null;
    if (said !== null && said !== String(value)) set(said);
  }}
  onchange={done}
  {@attach turning(turned)}
/>
